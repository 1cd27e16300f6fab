"""Pre-flight: a checklist made from the shoot itself, like walking round a car before a long drive."""

from wide_aperture.core.camera.preflight.line import GROUPS, CheckLine, Group
from wide_aperture.core.camera.preflight.made import Checklist, Day, checklist
from wide_aperture.core.camera.preflight.ticks import Run, Tick, last_failed, runs, standing

__all__ = [
    "GROUPS", "CheckLine", "Checklist", "Day", "Group", "Run", "Tick", "checklist", "last_failed", "runs", "standing",
]  # fmt: skip
