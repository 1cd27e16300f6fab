"""One case: kit, situation and preferences together, with the numbers every rule starts from, in facets."""

from wide_aperture.core.planning.case.case import Case

__all__ = ["Case"]
