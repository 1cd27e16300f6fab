"""What a press of an assigned button changes: from one option to the next, through as many as the list holds."""

from __future__ import annotations

from collections.abc import Mapping

from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.camera.controls.functions import LISTS
from wide_aperture.core.camera.rules import refused
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value

# Function to the setting a press steps through, and the options it steps through; none named: all the body has.
STEPS: Mapping[str, tuple[str, tuple[str, ...]]] = {
    "af_manual": ("af_mode", ("continuous", "single", "manual")),
    "detection_toggle": ("subject_detection", ()),
    "faces_first": ("face_register", ()),
    "peaking": ("peaking", ("off", "low")),
    "simulation": ("exposure_simulation", ()),
    "finder_or_screen": ("finder_switch", ("finder", "screen")),
    "histogram": ("histogram_access", ()),
    "level": ("level", ()),
    "stabiliser": ("stabilisation", ("on", "off")),
    "hdr": ("hdr_mode", ()),
    "multiple_exposure": ("multiple_exposure", ()),
    "radio": ("link_radio", ("off", "on")),
    "lamp": ("top_light", ("off", "on")),
    "lock": ("controls_lock", ("off", "dials")),
    **{function: (setting, ()) for function, setting in LISTS.items()},
    "self_timer": ("self_timer", ("off", "2s", "5s", "10s")),
}
# The setting that says how many options the list of another holds.
LENGTH_OF: Mapping[str, str] = {
    "af_area": "af_areas_allowed",
    "af_mode": "af_modes_allowed",
    "drive": "drives_allowed",
    "aspect": "crops_allowed",
    "picture_profile": "looks_allowed",
}
LENGTHS = {"two": 2, "three": 3}


def members(body: Body, values: Mapping[str, Value], setting: str, among: tuple[str, ...] = ()) -> tuple[str, ...]:
    """The options a list goes through on this body, in the catalogue's order, and where it stands now."""
    declared = body.support_of(setting)
    every = [option.id for option in catalogue.setting(setting).options if option.id not in catalogue.NOT_THERE]
    there = [each for each in every if (declared is None or each in declared.options) and (not among or each in among)]
    length = LENGTHS.get(str(values.get(LENGTH_OF.get(setting, ""))), len(there))
    now = str(values.get(setting))
    kept = there[:length]
    if now in there and now not in kept:
        kept = [now, *kept[: length - 1]]
    return tuple(kept)


NO_TRACKING: Mapping[str, str] = {"tracking_point": "single_point", "wide_tracking": "zone"}


def brings(control: Control, function: str, values: Mapping[str, Value]) -> dict[str, Value]:
    """What a control lays over the camera's settings for as long as it is held; nothing where it changes none."""
    if function == "focus_area" and control.area is not None:
        return {"af_area": control.area}
    if function == "tracking_off" and (plain := NO_TRACKING.get(str(values.get("af_area")))):
        return {"af_area": plain}
    if function == "other_mode" and isinstance(mode := values.get("other_mode"), str):
        brought: dict[str, Value] = {"exposure_mode": mode, "af_mode": "single"}
        for setting, other in (("aperture", "other_mode_aperture"), ("af_area", "other_mode_area")):
            if values.get(other) is not None:
                brought[setting] = values[other]
        return brought
    return {}


def next_value(
    body: Body, values: dict[str, Value], function: str, listed: tuple[str, ...] = ()
) -> tuple[str, str] | None:
    """The setting a press changes and what it then stands at; None where the press changes no value, or nothing else fits.

    listed: the members of the control's own list, in its order; none: as many as the body's list holds. Detection goes between off and what it looked for, the first kind the body has where it was off.
    """
    if function not in STEPS:
        return None
    setting, among = STEPS[function]
    if function == "detection_toggle":
        kinds = [each for each in members(body, values, setting) if each != "off"]
        if values.get(setting) != "off":
            return setting, "off"
        return (setting, kinds[0]) if kinds else None
    order = listed or members(body, values, setting, among)
    now = str(values.get(setting))
    at = order.index(now) if now in order else -1
    for step in range(1, len(order) + 1):
        after = order[(at + step) % len(order)]
        if after != now and refused(body, values, setting, after) is None:
            return setting, after
    return None
