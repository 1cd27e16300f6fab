"""The old path of `physics.optics`, kept for those who import it."""

from wide_aperture.core.physics.optics import *  # noqa: F403
