"""The old path of `planning.checks.check`, kept for those who import it."""

from wide_aperture.core.planning.checks import check

__all__ = ["check"]
