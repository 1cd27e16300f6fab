"""The exposure modes: what the camera chooses itself in each."""

from __future__ import annotations

from wide_aperture.core.documents.setup import Value

# What the camera chooses itself in a mode: nobody sets it.
CHOSEN_BY_CAMERA: dict[str, tuple[str, ...]] = {
    "manual_auto_iso": ("iso",),
    "aperture_priority": ("shutter_s",),
    "aperture_priority_auto_iso": ("shutter_s", "iso"),
    "shutter_priority": ("aperture",),
    "shutter_priority_auto_iso": ("aperture", "iso"),
    "program": ("shutter_s", "aperture"),
    "zone_focus_program": ("shutter_s", "iso"),
}


def chosen_by_camera(mode: Value) -> tuple[str, ...]:
    """The exposure values the camera itself chooses in a mode."""
    return CHOSEN_BY_CAMERA.get(mode, ()) if isinstance(mode, str) else ()
