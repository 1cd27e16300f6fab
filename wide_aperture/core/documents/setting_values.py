"""The value of a setting, and what is wrong with one that has no meaning."""

from __future__ import annotations

from typing import TypeGuard

from wide_aperture.core.document import Finite
from wide_aperture.core.documents.setting_ids import OPTIONS, SettingId

Value = bool | Finite | str | None

# Numbers of which nothing, or less, means nothing.
ABOVE_ZERO: frozenset[SettingId] = frozenset(
    {"shutter_s", "aperture", "iso", "kelvin", "focus_distance_m", "slowest_shutter_s", "iso_ceiling", "iso_floor", "frame_rate", "interval_s"}
)  # fmt: skip


def value_fault(setting: SettingId, value: Value) -> str:
    """What is wrong with a value of a setting; the empty text when nothing is."""
    if value is not None and setting in OPTIONS and value not in OPTIONS[setting]:
        return f"has no option {value!r}"
    if isinstance(value, str) and setting not in OPTIONS:
        return "is a number or a switch, no word"
    if setting in ABOVE_ZERO and is_number(value) and float(value or 0) <= 0:
        return "must be above 0"
    return ""


def is_number(value: Value) -> TypeGuard[float]:
    """True for a number; a flag is none."""
    return isinstance(value, int | float) and not isinstance(value, bool)
