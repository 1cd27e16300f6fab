"""What frames cost at home: minutes of culling for a thousand, of editing for one kept, compared with other shoots and with before a change."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence

from wide_aperture.core.document import Document, Finite, Text

A_THOUSAND = 1000


class ShootCost(Document):
    """Minutes a shoot's frames took. changed: what was accepted at its review, since when its followers were shot otherwise."""

    title: str
    date: dt.date | None
    frames: int
    kept: int
    culling_min: Finite | None
    editing_min: Finite | None
    changed: tuple[Text, ...] = ()

    @property
    def culling_a_thousand(self) -> float | None:
        return None if self.culling_min is None or not self.frames else self.culling_min * A_THOUSAND / self.frames

    @property
    def editing_a_kept(self) -> float | None:
        return None if self.editing_min is None or not self.kept else self.editing_min / self.kept


class CostCompared(Document):
    """A shoot's minutes beside others'. null: not timed, or nothing to compare with."""

    culling_a_thousand: Finite | None
    editing_a_kept: Finite | None
    sentences: tuple[str, ...]


def compared(here: ShootCost, others: Sequence[ShootCost]) -> CostCompared:
    """What a shoot cost, beside the shoots of the same person before it.

    Where a change was accepted on the way, the shoots before it stand on one side, and this with those since on the other.
    """
    sentences = []
    if here.culling_a_thousand is not None:
        sentences.append(f"Culling: {here.culling_a_thousand:.0f} min for 1,000 frames.")
    if here.editing_a_kept is not None:
        sentences.append(f"Editing: {here.editing_a_kept:.1f} min a kept frame.")
    earlier = sorted((each for each in others if _before(each, here)), key=_day)
    for word, of, unit in (("Culling", _culling, "min for 1,000"), ("Editing", _editing, "min a kept frame")):
        if of([here]) is None:
            continue
        changed = next((each for each in reversed(earlier) if each.changed), None)
        if changed is not None:
            until = [each for each in earlier if each is changed or _before(each, changed)]
            since = [here, *(each for each in earlier if each not in until)]
            before, after = of(until), of(since)
            if before is not None and after is not None:
                sentences.append(
                    f"{word} since “{changed.changed[-1]}” ({changed.title}): {_said(after)} {unit}; before: {_said(before)}."
                )
                continue
        usual = of(earlier)
        if usual is not None:
            count = len([each for each in earlier if of([each]) is not None])
            sentences.append(
                f"{word} in the {count} {'shoot' if count == 1 else 'shoots'} before: {_said(usual)} {unit}."
            )
    return CostCompared(
        culling_a_thousand=here.culling_a_thousand, editing_a_kept=here.editing_a_kept, sentences=tuple(sentences)
    )


def _culling(shoots: Sequence[ShootCost]) -> float | None:
    """Of these shoots together."""
    timed = [each for each in shoots if each.culling_a_thousand is not None]
    return (
        sum(each.culling_min or 0.0 for each in timed) * A_THOUSAND / sum(each.frames for each in timed)
        if timed
        else None
    )


def _editing(shoots: Sequence[ShootCost]) -> float | None:
    timed = [each for each in shoots if each.editing_a_kept is not None]
    return sum(each.editing_min or 0.0 for each in timed) / sum(each.kept for each in timed) if timed else None


def _day(shoot: ShootCost) -> dt.date:
    return shoot.date or dt.date.min


def _before(one: ShootCost, other: ShootCost) -> bool:
    return one.date is not None and other.date is not None and one.date < other.date


def _said(value: float) -> str:
    return f"{value:.0f}" if value >= 10 else f"{value:.1f}"
