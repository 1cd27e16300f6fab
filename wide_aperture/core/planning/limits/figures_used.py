"""Whose figure decided a limit: the person's own, or the trade's."""

from __future__ import annotations

import functools
from dataclasses import replace

from wide_aperture.core.craft.figures import OTHER, Figure, practice_table
from wide_aperture.core.documents.plan import FigureUsed
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits.term import Term


@functools.cache
def _deciding(limit: str) -> tuple[tuple[Figure, str], ...]:
    """Figures that decide a limit, each with the look, direction or subject it is bound to ("": any)."""
    said = ((entry, *place.partition(":")[::2]) for entry in practice_table().values() for place in entry.decides)
    return tuple((entry, bound) for entry, name, bound in said if name == limit)


def figures_used(case: Case, limit: str) -> tuple[FigureUsed, ...]:
    """The figures of practice that set where a limit of this case lies, in the table's order."""
    situation = case.situation
    asked = (case.output.name, case.subject.kind, situation.support, situation.direction, situation.genre, OTHER)
    used = _of_the_trade(limit, situation.look, asked)
    own = case.given.own_figures
    if not own:
        return used
    return tuple(
        each.model_copy(update={"value": own[each.name].value, "whose": "yours"}) if each.name in own else each
        for each in used
    )


@functools.lru_cache(maxsize=2048)
def _of_the_trade(limit: str, look: str, asked: tuple[str, ...]) -> tuple[FigureUsed, ...]:
    """The same with the trade's values: every plan of such a case shows them."""
    return tuple(
        FigureUsed(name=full, value=entry.flat()[full], unit=entry.unit, whose="trade")
        for entry, bound in _deciding(limit)
        if not bound or bound in (look, *asked)
        for full in _full_names(entry, asked)
    )


def _full_names(entry: Figure, asked: tuple[str, ...]) -> tuple[str, ...]:
    """The name in the table, with the member of a group that this case asks for."""
    if not entry.values:
        return (entry.name,)
    if set(entry.values) == {"from", "to"}:
        return (f"{entry.name}.from", f"{entry.name}.to")
    return tuple(f"{entry.name}.{member}" for member in asked if member in entry.values)[:1]


def with_own_figures(case: Case, term: Term) -> Term:
    """The term, its sentence ending with the person's own figure where one decided."""
    if not case.given.own_figures:
        return term
    said = [_said(case, used) for used in figures_used(case, term.id) if used.whose == "yours"]
    return replace(term, say=lambda: " ".join((term.say(), *said))) if said else term


def _said(case: Case, used: FigureUsed) -> str:
    own = case.given.own_figures[used.name]
    span = f" ({own.low:g} to {own.high:g})" if own.low is not None and own.high is not None else ""
    known = [f"{own.n} frames" if own.n else "", own.date.isoformat() if own.date else ""]
    measured = f", {', '.join(part for part in known if part)}" if any(known) else ""
    return f"Your own figure: {own.value:g} {used.unit}{span}{measured}."
