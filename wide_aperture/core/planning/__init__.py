"""The planner: from kit, situation and preferences to a complete setup with its reasons."""

from wide_aperture.core.planning.compute import PLANNER_VERSION, plan

__all__ = ["PLANNER_VERSION", "plan"]
