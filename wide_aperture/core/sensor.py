"""The old path of `physics.sensor`, kept for those who import it."""

from wide_aperture.core.physics.sensor import *  # noqa: F403
