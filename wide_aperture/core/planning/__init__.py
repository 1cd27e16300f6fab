"""The planner: from kit, situation and preferences to a complete setup with its reasons."""

from wide_aperture.core.planning.compute import PLANNER_VERSION, plan, plan_of
from wide_aperture.core.planning.plan_input import Brief, PlanInput

__all__ = ["PLANNER_VERSION", "Brief", "PlanInput", "plan", "plan_of"]
