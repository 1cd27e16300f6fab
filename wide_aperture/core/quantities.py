"""The old path of `physics.quantities`, kept for those who import it."""

from wide_aperture.core.physics.quantities import *  # noqa: F403
