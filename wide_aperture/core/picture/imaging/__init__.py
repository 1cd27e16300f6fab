"""What a camera makes of a scene: optics and movement, photo-electrons, development, and what can be read off.

A Darkroom photographs, and keeps what a series of frames has in common.
"""

from wide_aperture.core.picture.imaging.capture import Capture, Look
from wide_aperture.core.picture.imaging.darkroom import Darkroom, Rendered

__all__ = ["Capture", "Darkroom", "Look", "Rendered"]
