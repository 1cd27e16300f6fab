"""The old path of `physics.motion`, kept for those who import it."""

from wide_aperture.core.physics.motion import *  # noqa: F403
