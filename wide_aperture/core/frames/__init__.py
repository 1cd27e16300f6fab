"""Reading frames back: what a file says of how it was taken, and which frame it is."""

from wide_aperture.core.frames.errors import UnreadableFrame
from wide_aperture.core.frames.frame import Frame, FrameMeasures, frame_id
from wide_aperture.core.frames.identity import identity
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.frames.read import read_metadata

__all__ = ["Frame", "FrameMeasures", "FrameMetadata", "UnreadableFrame", "frame_id", "identity", "read_metadata"]
