"""The test frame: four questions, and the clicks that follow from the answers.

Exposure is a search: the answers say how likely the frame is so and so much too bright (error_known). The next frame is taken where
one more look tells most; once a third of a stop either way is likely enough, or nothing more can be told, the middle is set and
looked at once more. Colour is halved in mired, focus and blur go by clicks. Which control takes an exposure's clicks is the mode's
own: compensation where the camera exposes, else the values that the search for less or more light turns first.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal

from wide_aperture.core.craft.exposure_modes import exposes_by_hand
from wide_aperture.core.document import Document, ExposureValue, Finite
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.situation import Tone
from wide_aperture.core.field.error_known import Known, Seen, error_known, most_telling, thresholds
from wide_aperture.core.field.hand import Hand
from wide_aperture.core.field.other_answers import colour_clicks, focus_clicks
from wide_aperture.core.field.rounds import MOST_CLICKS, MOST_TINT, TestAnswers, TestRound
from wide_aperture.core.field.turned import (
    SAME_EV,
    Correction,
    colour_changes,
    exposed,
    exposure_changes,
    planned_exposure,
    said_as,
)
from wide_aperture.core.planning.draft import Draft

LANDS_WITHIN_EV = 1 / 3
MOST_ROUNDS = 12
SURE = 0.8  # of a frame within a third of a stop
WORTH_A_FRAME = 0.97  # of the spread that a further frame must leave at most
LOOKS = 7  # frames after which the middle is taken as it is
STAYS_WITHIN_EV = 0.25
CORRECTIONS = tuple(k / 3 for k in range(-18, 19))


class LightRead(Document):
    """The light as the frame shows it, where everything is set by hand. off_ev: brighter (+) than the plan reckoned with."""

    ev100: ExposureValue
    off_ev: Finite
    sentence: str


class Reply(Document):
    """next_round: what the next test frame is taken with; low_ev, high_ev: how much too bright the frame is without correction;
    looks_for: a tone whose marks the next frame is to show the beginning of; values: all that stands otherwise than
    planned, planned: what it was, turned: both in a line.
    """

    number: int
    passed: bool
    stage: Literal["looking", "set", "passed", "given_up"]
    sentence: str
    because: str
    corrections: tuple[Correction, ...]
    low_ev: Finite
    high_ev: Finite
    looks_for: Tone | None = None
    next_round: TestRound
    light: LightRead | None = None
    planned: dict[str, Value] = {}
    values: dict[str, Value] = {}
    turned: str = ""


def reply_to(draft: Draft, plan: Plan, hand: Hand, rounds: Sequence[TestRound]) -> Reply:
    """What to change after the last of these frames. rounds: at least one, in the order they were taken."""
    last, body, setup = rounds[-1], draft.case.body, plan.setup
    begins_at = thresholds(plan)
    known = error_known([_seen(each) for each in rounds], begins_at)
    correction, looks_for = _next_correction(known, begins_at, len(rounds))
    if looks_for is None and abs(last.correction_ev + known.middle) <= STAYS_WITHIN_EV:
        correction = last.correction_ev  # the middle lies between two clicks: no turning to and fro
    stays = looks_for is None and abs(correction - last.correction_ev) < SAME_EV
    colour = colour_clicks(plan, [(each.answers.colour, each.kelvin, each.tint) for each in rounds])
    focus = focus_clicks(last.answers.focus, sum(each.answers.focus == last.answers.focus for each in rounds))
    next_round = TestRound(
        answers=TestAnswers(),
        correction_ev=round(correction, 4),
        kelvin=None if colour.kelvin is None else min(max(colour.kelvin, body.kelvin_low), body.kelvin_high),
        tint=min(max(colour.tint, -MOST_TINT), MOST_TINT),
        faster_clicks=min(last.faster_clicks + focus.faster, MOST_CLICKS),
        closed_clicks=min(last.closed_clicks + focus.closed, MOST_CLICKS),
    )
    changes = (*exposure_changes(draft, plan, hand, last, next_round), *colour_changes(hand, last, next_round))
    passed = stays and colour.right and focus.right
    given_up = not passed and len(rounds) >= MOST_ROUNDS
    as_planned: dict[str, Value] = {
        **planned_exposure(plan),
        "white_balance": setup.option("white_balance"),
        "kelvin": setup.number("kelvin"),
        "wb_tint": setup.number("wb_tint") or 0.0,
    }
    values = exposed(draft, plan, next_round)
    if next_round.kelvin is not None:
        values |= {"white_balance": "kelvin", "kelvin": next_round.kelvin}
    if next_round.tint:
        values["wb_tint"] = (setup.number("wb_tint") or 0.0) + next_round.tint
    return Reply(
        number=len(rounds),
        passed=passed,
        stage="passed" if passed else "given_up" if given_up else "looking" if looks_for else "set",
        sentence=_sentence(passed, given_up, changes, focus.sentence),
        because=_because(known, last, looks_for, passed, colour.sentence),
        corrections=tuple(changes),
        low_ev=round(known.ends()[0], 2),
        high_ev=round(known.ends()[1], 2),
        looks_for=looks_for,
        next_round=next_round,
        light=_light_read(draft, plan, last.correction_ev) if passed else None,
        planned={name: as_planned[name] for name in values},
        values=values,
        turned="; ".join(
            f"{said_as(name, as_planned[name])} → {said_as(name, value)}"
            for name, value in values.items()
            if name != "white_balance"
        ),
    )


def _seen(each: TestRound) -> Seen:
    marks = each.answers.marks
    return Seen(each.correction_ev, None if marks is None else frozenset(marks), each.answers.edge)


def _next_correction(known: Known, begins_at: Mapping[Tone, float], frames: int) -> tuple[float, Tone | None]:
    """The middle in whole clicks, where that is near enough or nothing tells more; else the frame that tells most, and of which tone."""
    middle = -_whole_clicks(known.middle)
    if known.chance_within(middle, LANDS_WITHIN_EV + SAME_EV) >= SURE:
        return middle, None
    best = most_telling(known, begins_at, CORRECTIONS)
    if best is None or frames >= LOOKS or best[2] > known.spread * WORTH_A_FRAME:
        return middle, None
    return best[0], best[1]


def _whole_clicks(ev: float) -> float:
    return round(ev * 3) / 3


def _sentence(passed: bool, given_up: bool, changes: Sequence[Correction], focus: str) -> str:
    if passed:
        return "Right. Go on photographing."
    said = " ".join([*(each.sentence for each in changes), focus]).strip()
    if given_up:
        return f"{said} It is asked no further: the answers of these frames do not go together. Begin again from the plan’s values.".strip()
    return said or "Nothing to turn: take the frame again and look once more."


def _because(known: Known, last: TestRound, looks_for: Tone | None, passed: bool, colour: str) -> str:
    low, high = (end + last.correction_ev for end in known.ends())
    if passed and known.chance_within(last.correction_ev, LANDS_WITHIN_EV + SAME_EV) >= SURE:
        return "What the answers leave lies within a third of a stop of the plan."
    if passed:
        return f"It is as near as these tones tell: between {_off(low)} and {_off(high)}."
    between = f"By these answers the frame is between {_off(low)} and {_off(high)}."
    if looks_for is not None:
        between += (
            f" The next frame looks for where the marks on {looks_for} begin; then so many clicks back are known."
        )
    return f"{between} {colour}".strip()


def _off(ev: float) -> str:
    if abs(ev) < SAME_EV:
        return "right"
    return f"{wording.stops_word(abs(ev))} too {'bright' if ev > 0 else 'dark'}"


def _light_read(draft: Draft, plan: Plan, correction_ev: float) -> LightRead | None:
    """By hand the frame is a meter: what had to be taken away came from the light. A camera that exposes itself was wrong by its
    meter, and says nothing of the light."""
    if not exposes_by_hand(plan.setup.option("exposure_mode")) or draft.case.flash.leads:
        return None
    off = -correction_ev
    read = round(plan.light.ev100 + off, 2)
    if abs(off) < SAME_EV:
        return LightRead(ev100=read, off_ev=0.0, sentence=f"The light is as planned: {wording.ev(read)}.")
    side = "above" if off > 0 else "under"
    return LightRead(
        ev100=read, off_ev=round(off, 2),
        sentence=f"Light read: {wording.ev(read)}, {wording.stops_word(abs(off))} {side} the plan.",
    )  # fmt: skip
