"""What the hand turns for a correction, on which control, by how many clicks."""

from __future__ import annotations

from wide_aperture.core.craft.exposure_modes import exposes_by_hand
from wide_aperture.core.document import Document
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.setting_values import Value, is_number
from wide_aperture.core.field.hand import Hand
from wide_aperture.core.field.rounds import TestRound
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.hand_steps import TURNED, Turned, brighter_by, value_said

SAME_EV = 0.05


class Correction(Document):
    """One thing to turn. clicks: thirds of a stop or marks, + brighter or more; said: what it then stands at."""

    setting: str
    label: str
    control: str
    clicks: int
    value: Value
    said: str
    sentence: str


def planned_exposure(plan: Plan) -> dict[str, float]:
    """What a test frame may turn, as the plan has it."""
    choice = plan.choice
    return {
        "exposure_comp_ev": plan.setup.number("exposure_comp_ev") or 0.0,
        "shutter_s": choice.shutter_s,
        "aperture": choice.aperture,
        "iso": choice.iso,
        "nd_stops": choice.nd_stops,
    }


def exposed(draft: Draft, plan: Plan, wanted: TestRound) -> dict[str, Value]:
    """What stands by hand with a correction: the compensation, or the values that give and take the light."""
    by, faster, closed = wanted.correction_ev, wanted.faster_clicks, wanted.closed_clicks
    now = planned_exposure(plan)
    if not exposes_by_hand(plan.setup.option("exposure_mode")):
        found: dict[str, Value] = {}
        if abs(by) > SAME_EV:
            found["exposure_comp_ev"] = round(now["exposure_comp_ev"] + by, 3)
        if faster and "shutter_s" in plan.set_by_hand:
            found["shutter_s"] = now["shutter_s"] * 2 ** (-faster / 3)
        if closed and "aperture" in plan.set_by_hand:
            found["aperture"] = now["aperture"] * 2 ** (closed / 6)
        return found
    cell = draft.search.choices_at([-by])[0] if abs(by) > SAME_EV else draft.exposure
    values: dict[Turned, float] = {
        "shutter_s": cell.shutter_s * 2 ** (-faster / 3),
        "aperture": cell.aperture * 2 ** (closed / 6),
        "iso": cell.iso * 2 ** ((faster + closed) / 3),  # the light that was given away
        "nd_stops": cell.nd_stops,
    }
    return {name: values[name] for name in TURNED if abs(values[name] - now[name]) > SAME_EV * max(now[name], 1e-6)}


def exposure_changes(draft: Draft, plan: Plan, hand: Hand, last: TestRound, wanted: TestRound) -> list[Correction]:
    """What to turn from one test frame to the next."""
    before, after = exposed(draft, plan, last), exposed(draft, plan, wanted)
    planned = planned_exposure(plan)
    found = []
    for setting in dict.fromkeys((*before, *after)):
        was, now = float(before.get(setting, planned[setting])), float(after.get(setting, planned[setting]))  # type: ignore[arg-type]
        clicks = round(3 * brighter_by(setting, was, now))
        if clicks:
            found.append(_turned(hand, setting, now, clicks))
    return found


def said_as(setting: str, value: Value) -> str:
    """A value that a test frame turns, as the hand reads it.

    >>> said_as("exposure_comp_ev", -2 / 3), said_as("kelvin", None), said_as("aperture", 4.0)
    ('−⅔ EV', 'automatic', 'f/4')
    """
    if not is_number(value):
        return "automatic" if value is None else str(value)
    if setting == "exposure_comp_ev":
        return f"{wording.signed_stops(float(value))} EV"
    if setting == "kelvin":
        return f"{value:.0f} K"
    if setting == "wb_tint":
        return f"tint {value:g}"
    return value_said(setting, float(value))  # type: ignore[arg-type]


def _turned(hand: Hand, setting: str, now: float, clicks: int) -> Correction:
    said = said_as(setting, now)
    control, label = hand.for_setting(setting), hand.book.phrase(setting).words
    count = f"{abs(clicks)} {'click' if abs(clicks) == 1 else 'clicks'} {'brighter' if clicks > 0 else 'darker'}"
    sentence = f"{control}: {count}, to {said}." if setting != "nd_stops" else f"{label}: {said}."
    return Correction(
        setting=setting, label=label, control=control, clicks=clicks, value=round(now, 6), said=said, sentence=sentence
    )


def colour_changes(hand: Hand, last: TestRound, wanted: TestRound) -> list[Correction]:
    """What to change of the white balance from one test frame to the next."""
    found = []
    if wanted.kelvin is not None and wanted.kelvin != last.kelvin:
        control, label = hand.for_setting("kelvin"), hand.book.phrase("kelvin").words
        said = f"{wanted.kelvin:.0f} K"
        found.append(Correction(setting="kelvin", label=label, control=control, clicks=0, value=wanted.kelvin, said=said, sentence=f"{label}, by {control}: {said}."))  # fmt: skip
    if wanted.tint != last.tint:
        steps = wanted.tint - last.tint
        side = "green" if steps > 0 else "magenta"
        found.append(Correction(setting="wb_tint", label="Tint", control=hand.for_setting("wb_tint"), clicks=round(steps), value=wanted.tint, said=f"{abs(steps):g} towards {side}", sentence=f"Fine tune of the white balance: {abs(steps):g} steps towards {side}."))  # fmt: skip
    return found
