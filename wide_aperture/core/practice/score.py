"""How an answer is scored: by how much it is off in the terms of the craft, whether that is right, and why."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import ClassVar

from wide_aperture.core.document import Finite
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.wording import metres, seconds, signed_stops, stops_word
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour.automatic import mired_between
from wide_aperture.core.practice.drill import Aimed, Drill

Answer = float | str | Sequence[str] | Aimed
FAR_STOPS = 10.0  # what an answer without sense counts as, at most


class Score(Spoken):
    """Of error_ev, error_m, error_k and error_s the one the drill measures: above 0 where the answer is more than the truth.
    stops: the same on one scale for all skills, 0 for right choices, so that progress can be drawn.
    """

    said_by: ClassVar[tuple[str, ...]] = ()

    right: bool
    reason: str
    error_ev: Finite | None = None
    error_m: Finite | None = None
    error_k: Finite | None = None
    error_s: Finite | None = None
    stops: Finite = 0.0


def score(drill: Drill, answer: Answer) -> Score:
    """The score of an answer: a number where the drill measures one, the id of a choice, ids in order, or a place.

    Raises: DomainError for an answer of another kind, a number no photographer could mean, or a choice there is none of.
    """
    if drill.measure == "point":
        return _placed(drill, answer)
    if drill.measure in ("choice", "order"):
        return _chosen(drill, answer)
    if isinstance(answer, bool) or not isinstance(answer, int | float) or not math.isfinite(answer):
        raise DomainError("answer", str(answer), "must be a number")
    return _SCORES[drill.measure](drill, float(answer))


def _ev(drill: Drill, answer: float) -> Score:
    off = answer - _truth(drill)
    told = "Right" if abs(off) <= drill.within + 1e-9 else f"{stops_word(off)} too {'much' if off > 0 else 'little'}"
    return _scored(drill, abs(off) <= drill.within + 1e-9, f"{told}: {signed_stops(_truth(drill))}.", off, error_ev=off)


def _metres(drill: Drill, answer: float) -> Score:
    if answer <= 0:
        raise DomainError("answer", answer, "must be above 0")
    truth = _truth(drill)
    share = abs(answer / truth - 1)
    right = share <= drill.within + 1e-9
    told = "Right" if right else f"{share:.0%} too {'far' if answer > truth else 'near'}"
    return _scored(drill, right, f"{told}: {metres(truth)}.", math.log2(answer / truth), error_m=answer - truth)


def _kelvin(drill: Drill, answer: float) -> Score:
    if not 1000 <= answer <= 40_000:
        raise DomainError("answer", answer, "must be a colour temperature, 1000 to 40,000 K")
    truth = _truth(drill)
    off = abs(mired_between(answer, truth))
    right = off <= drill.within + 1e-9
    told = (
        "Right"
        if right
        else f"{off:.0f} mired too {'high: it would come out warm' if answer > truth else 'low: it would come out cold'}"
    )
    return _scored(
        drill, right, f"{told}. {round(truth, -1):.0f} K.", off / 50, error_k=answer - truth
    )  # 50 mired are as plain as a stop


def _seconds(drill: Drill, answer: float) -> Score:
    if answer <= 0:
        raise DomainError("answer", answer, "must be above 0")
    truth = _truth(drill)
    off = math.log2(answer / truth)
    right = abs(off) <= drill.within + 1e-9
    told = "Right" if right else f"{stops_word(off)} too {'long' if off > 0 else 'short'}"
    return _scored(drill, right, f"{told}: {seconds(truth)}.", off, error_s=answer - truth, error_ev=off)


_SCORES = {"ev": _ev, "m": _metres, "k": _kelvin, "s": _seconds}


def _truth(drill: Drill) -> float:
    assert drill.truth is not None  # the document's own rule
    return drill.truth


def _because(drill: Drill) -> str:
    """The drill's reason with its lengths and speeds marked, as it was written."""
    said = drill.said.get("because")
    return said.marked() if said else drill.because


def _scored(drill: Drill, right: bool, told: str, stops: float, **errors: float) -> Score:
    return Score(
        right=right, reason=f"{told} {_because(drill)}".strip(), stops=0.0 if right and not errors else round(min(abs(stops), FAR_STOPS), 3), **errors
    )  # fmt: skip


def _chosen(drill: Drill, answer: Answer) -> Score:
    given = (answer,) if isinstance(answer, str) else tuple(answer) if isinstance(answer, Sequence) else ()
    known = {each.id: each for each in drill.choices}
    if not given or any(not isinstance(each, str) or each not in known for each in given):
        raise DomainError("answer", str(answer)[:80], "must be one of the choices")
    if drill.measure == "order":
        right = given == drill.right
        steps = sum(a != b for a, b in zip(given, drill.right, strict=False)) + abs(len(given) - len(drill.right))
        wanted = ", then ".join(known[each].label for each in drill.right)
        return Score(
            right=right,
            reason=f"{'Right' if right else f'{steps} out of place'}: {wanted}. {_because(drill)}".strip(),
            stops=float(min(steps, FAR_STOPS)),
        )
    right = given[0] in drill.right
    own = known[given[0]].because
    told = "Right." if right else f"{own} It is: {' or '.join(known[each].label for each in drill.right)}.".strip()
    return Score(right=right, reason=f"{told} {_because(drill)}".strip(), stops=0.0 if right else 1.0)


def _placed(drill: Drill, answer: Answer) -> Score:
    if not isinstance(answer, Aimed):
        raise DomainError("answer", str(answer)[:80], "must be a place in the picture")
    assert drill.field is not None
    off = drill.field.at(answer)
    best = min(abs(each) for each in drill.field.off_ev)
    right = abs(off) <= max(drill.within, best) + 1e-9
    if right:
        told = "Right: the frame comes out as it should."
    else:
        told = f"Set there the frame comes out {stops_word(off)} too {'bright' if off > 0 else 'dark'}."
    return Score(
        right=right, reason=f"{told} {_because(drill)}".strip(), error_ev=off, stops=round(min(abs(off), FAR_STOPS), 3)
    )
