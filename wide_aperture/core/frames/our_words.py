"""Which of our options a file can say: EXIF knows fewer modes, meters and whites than a camera has."""

from __future__ import annotations

from collections.abc import Mapping

# Automatic ISO is no program of its own there, and a distance set by hand is none either.
PROGRAM_OF: Mapping[str, str] = {
    "manual": "manual", "manual_auto_iso": "manual", "bulb": "bulb", "aperture_priority": "aperture_priority",
    "aperture_priority_auto_iso": "aperture_priority", "zone_focus_program": "aperture_priority", "shutter_priority": "shutter_priority",
    "shutter_priority_auto_iso": "shutter_priority", "program": "program",
}  # fmt: skip
METERING_SAID = ("multi_segment", "centre_weighted", "spot", "average")
WHITE_SAID = ("auto", "daylight", "cloudy", "shade", "tungsten", "fluorescent", "flash")
