"""What can be asked for where a value is shown: the fields of a situation's requests, by the setting they move."""

from __future__ import annotations

from functools import cache
from typing import Any, Literal

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.document import Document, Name
from wide_aperture.core.documents.preferences import Requests
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.planning.case.standing import ASKED_AS, as_request


class Option(Document):
    """One answer, in words, and what stands in the request for it."""

    id: str
    label: Name
    value: Any


class WayToAsk(Document):
    """One field of the requests. unasked: what stands there while nobody asks; options: for a choice."""

    field: str
    label: Name
    kind: Literal["choice", "number", "flag"]
    unit: str | None = None
    unasked: Value = None
    options: tuple[Option, ...] = ()


# Asked for beside a setting's own value: what it means in words.
BESIDE: tuple[tuple[SettingId, str, Literal["number", "flag"], str, str | None], ...] = (
    ("af_activation", "shared_camera", "flag", "Others use this camera", None),
    ("af_activation", "half_press_af", "flag", "Half a press focuses too", None),
    ("clock_sync", "bodies", "number", "Bodies in use", None),
    ("clock_sync", "clock_synced", "flag", "The clocks agree already", None),
    ("frame_rate", "burst_seconds", "number", "A burst must last", "s"),
    ("interval_count", "sequence_hours", "number", "The sequence lasts", "h"),
)
# Settings asked for here and there, never on any day.
ONLY_HERE: dict[SettingId, str] = {
    "focus_stack": "focus_stack_frames", "interval_count": "sequence_frames", "file_prefix": "file_prefix",
}  # fmt: skip
BY_DISTANCE = WayToAsk(
    field="focus_method", label="Focus method", kind="choice",
    options=(
        Option(id="zone_focus", label="by a set distance", value="zone_focus"),
        Option(id="autofocus", label="autofocus", value="autofocus"),
    ),
)  # fmt: skip


@cache
def ways_to_ask() -> dict[SettingId, tuple[WayToAsk, ...]]:
    """By setting, everything a situation can ask for where that setting's value is shown."""
    found: dict[SettingId, list[WayToAsk]] = {}
    for name, field in {**ASKED_AS, **ONLY_HERE}.items():
        found.setdefault(name, []).append(_own(name, field))
    for name, field, kind, label, unit in BESIDE:
        unasked = Requests.model_fields[field].default
        found.setdefault(name, []).append(WayToAsk(field=field, label=label, kind=kind, unit=unit, unasked=unasked))
    found["af_mode"].append(BY_DISTANCE)
    return {name: tuple(ways) for name, ways in found.items()}


def _own(name: SettingId, field: str) -> WayToAsk:
    """The setting's own value, with the options that can be asked for."""
    entry = catalogue.setting(name)
    if not entry.options:
        return WayToAsk(field=field, label=entry.label, kind="number", unit=entry.unit)
    options = tuple(
        Option(id=option.id, label=option.label, value=asked)
        for option in entry.options
        if (asked := as_request(name, option.id, field)) is not None
    )
    return WayToAsk(field=field, label=entry.label, kind="choice", options=options)
