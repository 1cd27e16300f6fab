"""The old path of `physics.colour`, kept for those who import it."""

from wide_aperture.core.physics.colour import *  # noqa: F403
