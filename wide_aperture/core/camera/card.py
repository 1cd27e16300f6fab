"""The setup card: one page to set the camera by, as Markdown and as plain text."""

from __future__ import annotations

from itertools import groupby
from typing import Annotated

from pydantic import Field

from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.craft.settings import CatalogueEntry, catalogue, setting
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Document
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.said import Units, in_units
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.setup import ON_ANY_DAY
from wide_aperture.core.documents.situation import Situation
from wide_aperture.core.physics.quantities import format_aperture, format_iso


class CardHand(Document):
    """How the card is set in the hand: the camera's words, and what a storage place recalls of it.

    recall: the place with its name; by_hand: settings to correct after the recall, or all that change.
    """

    book: Phrasebook | None = None
    recall: Annotated[str, Field(max_length=260)] = ""
    by_hand: tuple[str, ...] = ()
    units: Units = "metric"


NO_HAND = CardHand()


def _grouped(plan: Plan, hand: CardHand) -> list[tuple[str, list[tuple[str, str]]]]:
    """What this situation sets, by group. The foundation is on the body already."""
    shown = [
        (entry.group, _label(entry, hand), _value(entry, held.value, hand))
        for entry in catalogue()
        if (held := plan.setup.settings.get(entry.id)) is not None
        and held.value is not None
        and held.layer not in ON_ANY_DAY
    ]
    return [(group, [(label, value) for _, label, value in rows]) for group, rows in groupby(shown, lambda r: r[0])]


def _label(entry: CatalogueEntry, hand: CardHand) -> str:
    """The camera's word with ours beside it, and whether it is left to the hand."""
    words = hand.book.phrase(entry.id).words if hand.book else entry.label
    said = entry.label if words == entry.label else f"{words} ({entry.label})"
    return f"{said}, by hand" if hand.recall and entry.id in hand.by_hand else said


def _value(entry: CatalogueEntry, value: Value, hand: CardHand) -> str:
    return hand.book.say(entry.id, value) if hand.book else say_value(entry, value)


def _recalled(hand: CardHand) -> list[str]:
    """How to get there, in one line; nothing where the card is set value by value."""
    if not hand.recall:
        return []
    labels = [hand.book.phrase(name).words if hand.book else setting(name).label for name in hand.by_hand]
    return [f"Recall {hand.recall}" + (f", then by hand: {', '.join(labels)}." if labels else ".")]


def _rest(plan: Plan) -> list[str]:
    """What the card does not list, and what the body lacks."""
    always = sum(1 for held in plan.setup.settings.values() if held.layer in ON_ANY_DAY and held.value is not None)
    lacking = [
        f"No {m.label.lower()} here (would be {m.spoken('would_use')}). {m.instead}".strip() for m in plan.missing
    ]
    return [f"Foundation: {always} values as on any body, set once.", *lacking]


def _head(plan: Plan, body: Body, lens: Lens, situation: Situation) -> tuple[str, str]:
    choice = plan.choice
    exposure = f"{wording.seconds(choice.shutter_s)} · {format_aperture(choice.aperture)} · {_iso(plan)}"
    if choice.nd_stops:
        exposure += f" · ND {choice.nd_stops:g} EV"
    kit = f"{body.name}, {lens.name} at {choice.focal_length_mm:.3g} mm, {wording.ev(plan.light.ev100)}"
    return f"{situation.title}: {exposure}", kit


def _iso(plan: Plan) -> str:
    """The ISO; where the camera moves it itself, that it does and between which ends."""
    iso, setup = format_iso(plan.choice.iso), plan.setup
    if not mode_facts(setup.option("exposure_mode")).automatic_iso:
        return iso
    low, high = setup.number("iso_floor"), setup.number("iso_ceiling")
    ends = f" {low:.0f} to {high:.0f}" if low and high else f" up to {high:.0f}" if high else ""
    return f"automatic ISO{ends}, about {iso.removeprefix('ISO ')}"


def card_markdown(plan: Plan, body: Body, lens: Lens, situation: Situation, hand: CardHand = NO_HAND) -> str:
    """The card as Markdown."""
    title, kit = _head(plan, body, lens, situation)
    lines = [f"# {title}", "", kit, ""]
    for line in _recalled(hand):
        lines += [line, ""]
    for group, rows in _grouped(plan, hand):
        lines += [f"## {group}", "", "| Setting | Value |", "| --- | --- |"]
        lines += [f"| {_cell(label)} | {_cell(value)} |" for label, value in rows]
        lines.append("")
    lines += [*(f"- {sentence}" for sentence in _rest(plan)), ""]
    if plan.press_order:
        steps = [f"{number}. {step}" for number, step in enumerate(plan.press_order, 1)]
        lines += ["## One press after the other", "", *steps, ""]
    if plan.give_way.less_light:
        lines += [
            "## If the light falls",
            "",
            *(f"- {step.spoken('sentence')}" for step in plan.give_way.less_light[:4]),
            "",
        ]
    if plan.findings:
        lines += ["## Findings", "", *(f"- **{f.title}.** {f.spoken('sentence')}" for f in plan.findings), ""]
    if plan.cautions:
        lines += ["## Cautions", "", *(f"- {sentence}" for sentence in plan.cautions), ""]
    return in_units("\n".join(lines), hand.units)


def card_text(plan: Plan, body: Body, lens: Lens, situation: Situation, hand: CardHand = NO_HAND) -> str:
    """The card as plain text, columns aligned."""
    title, kit = _head(plan, body, lens, situation)
    lines = [title, kit, *_recalled(hand)]
    for group, rows in _grouped(plan, hand):
        lines += ["", group.upper(), *(f"  {label:<24} {value}" for label, value in rows)]
    lines += ["", *_rest(plan)]
    if plan.press_order:
        lines += ["", "ONE PRESS AFTER THE OTHER", *(f"  {n}. {step}" for n, step in enumerate(plan.press_order, 1))]
    if plan.findings:
        lines += ["", "FINDINGS", *(f"  {f.title}: {f.spoken('sentence')}" for f in plan.findings)]
    return in_units("\n".join(lines) + "\n", hand.units)


def _cell(text: str) -> str:
    return text.replace("|", "\\|")
