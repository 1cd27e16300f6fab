"""The old path of `planning.plan`, kept for those who import it."""

from wide_aperture.core.planning import PLANNER_VERSION, plan

__all__ = ["PLANNER_VERSION", "plan"]
