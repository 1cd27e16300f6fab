"""Routes for paper and for spreadsheets."""

from __future__ import annotations

from collections.abc import Sequence

from wide_aperture.core.camera.route.walk import Route
from wide_aperture.core.documents.table_text import TableWriter

COLUMNS = ("route", "step", "place", "camera says", "meaning", "from", "seconds")


def markdown(title: str, routes: Sequence[tuple[str, Route]]) -> str:
    """A heading a route, its steps as a list to tick off. Pipes and stars of names are kept as they are written."""
    lines = [f"# {title}", ""]
    for heading, way in routes:
        lines += [f"## {heading}", "", way.sentence, ""]
        lines += [f"- [ ] {step.sentence}" + (f" — {step.ours}" if step.ours else "") for step in way.steps]
        lines.append("")
    return "\n".join(lines)


def to_csv(routes: Sequence[tuple[str, Route]]) -> str:
    """One line a step."""
    table = TableWriter()
    table.row(*COLUMNS)
    for heading, way in routes:
        for number, step in enumerate(way.steps, 1):
            before = "" if step.before is None else step.before
            table.row(
                heading, number, step.place, step.theirs or step.sentence, step.ours, before, round(step.seconds, 1)
            )
    return table.text
