"""The setup card: one page to set the camera by, as Markdown and as plain text."""

from __future__ import annotations

from itertools import groupby

from wide_aperture.core import wording
from wide_aperture.core.catalogue import catalogue
from wide_aperture.core.kit import Body, Lens
from wide_aperture.core.plan_document import Plan
from wide_aperture.core.quantities import format_aperture, format_iso
from wide_aperture.core.situation import Situation
from wide_aperture.core.values import say_value


def _grouped(plan: Plan) -> list[tuple[str, list[tuple[str, str]]]]:
    """What this situation sets, by group. The foundation is on the body already."""
    shown = [
        (entry.group, entry.label, say_value(entry, held.value))
        for entry in catalogue()
        if (held := plan.setup.settings.get(entry.id)) is not None
        and held.value is not None
        and held.layer != "foundation"
    ]
    return [(group, [(label, value) for _, label, value in rows]) for group, rows in groupby(shown, lambda r: r[0])]


def _rest(plan: Plan) -> list[str]:
    """What the card does not list, and what the body lacks."""
    always = sum(1 for held in plan.setup.settings.values() if held.layer == "foundation" and held.value is not None)
    lacking = [f"No {m.label.lower()} here (would be {m.would_use}). {m.instead}".strip() for m in plan.missing]
    return [f"Foundation: {always} values as on any body, set once.", *lacking]


def _head(plan: Plan, body: Body, lens: Lens, situation: Situation) -> tuple[str, str]:
    choice = plan.choice
    exposure = f"{wording.seconds(choice.shutter_s)} · {format_aperture(choice.aperture)} · {format_iso(choice.iso)}"
    if choice.nd_stops:
        exposure += f" · ND {choice.nd_stops:g} EV"
    kit = f"{body.name}, {lens.name} at {choice.focal_length_mm:.3g} mm, {wording.ev(plan.light.ev100)}"
    return f"{situation.title}: {exposure}", kit


def card_markdown(plan: Plan, body: Body, lens: Lens, situation: Situation) -> str:
    """The card as Markdown."""
    title, kit = _head(plan, body, lens, situation)
    lines = [f"# {title}", "", kit, ""]
    for group, rows in _grouped(plan):
        lines += [f"## {group}", "", "| Setting | Value |", "| --- | --- |"]
        lines += [f"| {label} | {_cell(value)} |" for label, value in rows]
        lines.append("")
    lines += [*(f"- {sentence}" for sentence in _rest(plan)), ""]
    if plan.give_way.less_light:
        lines += ["## If the light falls", "", *(f"- {step.sentence}" for step in plan.give_way.less_light[:4]), ""]
    if plan.findings:
        lines += ["## Findings", "", *(f"- **{f.title}.** {f.sentence}" for f in plan.findings), ""]
    if plan.cautions:
        lines += ["## Cautions", "", *(f"- {sentence}" for sentence in plan.cautions), ""]
    return "\n".join(lines)


def card_text(plan: Plan, body: Body, lens: Lens, situation: Situation) -> str:
    """The card as plain text, columns aligned."""
    title, kit = _head(plan, body, lens, situation)
    lines = [title, kit]
    for group, rows in _grouped(plan):
        lines += ["", group.upper(), *(f"  {label:<24} {value}" for label, value in rows)]
    lines += ["", *_rest(plan)]
    if plan.findings:
        lines += ["", "FINDINGS", *(f"  {f.title}: {f.sentence}" for f in plan.findings)]
    return "\n".join(lines) + "\n"


def _cell(text: str) -> str:
    return text.replace("|", "\\|")
