"""A setup a stranger can shoot with: the shutter button focuses, the limits are safe, nothing waits or repeats."""

from __future__ import annotations

from wide_aperture.core.camera.rules import refused
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setup import Value

GUEST_SLOWEST_S = 1 / 128
SAFE: dict[str, Value] = {
    "exposure_mode": "program", "exposure_comp_ev": 0.0, "metering": "multi_segment", "white_balance": "auto",
    "af_activation": "shutter_button", "af_mode": "auto_switch", "af_area": "whole_area", "subject_detection": "human", "af_priority": "focus",
    "drive": "single", "self_timer": "off", "bracketing": "none", "exposure_delay": "off", "multiple_exposure": "off", "touch_action": "off",
    "picture_profile": "standard", "exposure_simulation": "on", "hdr_mode": "off", "ae_lock": "off", "slowest_shutter_s": GUEST_SLOWEST_S,
}  # fmt: skip


def guest_settings() -> tuple[str, ...]:
    """What the guest's place must hold; the rest may stand as it likes."""
    return (*SAFE, "iso_ceiling", "iso_floor")


def guest_values(body: Body, standing: dict[str, Value]) -> dict[str, Value]:
    """How the body should stand for a stranger, laid over how it stands. What the body refuses stays as it was."""
    values = dict(standing)
    wanted: dict[str, Value] = {**SAFE, "iso_ceiling": body.ceilings.routine, "iso_floor": body.base_iso}
    for setting, value in wanted.items():
        if refused(body, values, setting, value) is None:
            values[setting] = value
    return values
