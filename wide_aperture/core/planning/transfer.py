"""Moving a setup to another body: what maps directly, what is renamed, missing, new or undecided."""

from __future__ import annotations

from typing import Literal

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Name
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setup import SettingValue, Setup

Fate = Literal["same", "changed", "missing", "new", "undecided"]


class Moved(Spoken):
    """One setting on its way. changed: the nearest option there is; undecided: a person must choose."""

    setting: str
    label: Name
    fate: Fate
    before: str
    after: str
    sentence: str


class Transfer(Spoken):
    """The setup as the other body can hold it, with the fate of every setting."""

    setup: Setup
    moved: tuple[Moved, ...]
    sentence: str


def transfer(setup: Setup, from_body: Body, to_body: Body) -> Transfer:
    """Carry every setting over; values outside the new body's range move to its ends and say so."""
    kept: dict[str, SettingValue] = {}
    moved: list[Moved] = []
    for entry in catalogue.catalogue():
        held = setup.settings.get(entry.id)
        if held is None:
            if _is_new(entry.id, from_body, to_body):
                moved.append(
                    _said(entry, "new", None, entry.usual, f"{to_body.name} has it, {from_body.name} has not.")
                )
                if entry.usual is not None:
                    kept[entry.id] = SettingValue(value=entry.usual, layer="foundation", touches=entry.touches)
            continue
        fate, value, why = _carry(entry, held, to_body)
        moved.append(_said(entry, fate, held.value, value, why))
        if fate != "missing":
            kept[entry.id] = (
                held if value == held.value else held.model_copy(update={"value": value, "reasons": (why,)})
            )
    counts = {
        fate: sum(1 for m in moved if m.fate == fate) for fate in ("same", "changed", "missing", "new", "undecided")
    }
    parts = [f"{number} {fate}" for fate, number in counts.items() if number]
    return Transfer(setup=Setup(settings=kept), moved=tuple(moved), sentence=f"{to_body.name}: {', '.join(parts)}.")


def _is_new(setting_id: str, from_body: Body, to_body: Body) -> bool:
    lacked, has = from_body.support_of(setting_id), to_body.support_of(setting_id)
    return lacked is not None and not lacked.options and (has is None or bool(has.options))


def _said(entry: catalogue.CatalogueEntry, fate: Fate, before: object, after: object, why: str) -> Moved:
    return Moved(
        setting=entry.id,
        label=entry.label,
        fate=fate,
        before=say_value(entry, before),  # type: ignore[arg-type]
        after=say_value(entry, after) if fate != "missing" else "–",  # type: ignore[arg-type]
        sentence=why,
    )


def _carry(
    entry: catalogue.CatalogueEntry, held: SettingValue, to_body: Body
) -> tuple[Fate, bool | float | str | None, str]:
    declared = to_body.support_of(entry.id)
    if declared is not None and not declared.options:
        return "missing", None, declared.instead or f"{to_body.name} has no such setting."
    value = held.value
    if isinstance(value, str) and declared is not None and value not in declared.options:
        if len(declared.options) == 1:
            return "changed", declared.options[0], f"{to_body.name} knows only this."
        if entry.usual in declared.options:
            return (
                "changed",
                entry.usual,
                declared.instead or f"{to_body.name} lacks the option; this is the usual one.",
            )
        return (
            "undecided",
            value,
            f"{to_body.name} offers {', '.join(entry.option_label(o) for o in declared.options)}.",
        )
    if entry.id == "shutter_type" and isinstance(value, str) and value not in to_body.shutter_kinds:
        return "changed", to_body.shutter_kinds[0], f"{to_body.name} has no such shutter."
    if isinstance(value, int | float) and not isinstance(value, bool):
        return _carry_number(entry.id, float(value), to_body)
    return "same", value, ""


def _carry_number(setting_id: str, value: float, to_body: Body) -> tuple[Fate, float, str]:
    low, high = -float("inf"), float("inf")
    if setting_id in ("iso", "iso_floor", "iso_ceiling"):
        low, high = to_body.base_iso, to_body.highest_iso
        if setting_id == "iso_ceiling":
            high = min(high, to_body.ceilings.push)
    elif setting_id == "shutter_s":
        low = min(to_body.fastest_s(kind) for kind in to_body.shutter_kinds)
    elif setting_id == "frame_rate":
        high = max((rate.frames_per_s for rate in to_body.frame_rates), default=high)
    fitted = min(max(value, low), high)
    if abs(fitted - value) <= 0.04 * abs(value):
        return "same", value, ""
    return "changed", fitted, f"{to_body.name} ends there."
