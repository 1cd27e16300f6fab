"""What follows from the other two questions of a test frame: focus at full zoom, and the colour of skin or white."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.field.rounds import Colour, Focus

FIRST_MIRED, LEAST_MIRED = 40.0, 5.0  # about 1000 K by daylight; what nobody sees
FIRST_TINT, LEAST_TINT = 4.0, 1.0
FASTER_CLICKS, CLOSED_CLICKS = 3, 2  # a stop against movement; two thirds of depth
MIRED = 1e6


@dataclass(frozen=True)
class ColourAfter:
    """kelvin None: still automatic, or as planned."""

    right: bool
    kelvin: float | None
    tint: float
    sentence: str


@dataclass(frozen=True)
class FocusAfter:
    right: bool
    faster: int
    closed: int
    sentence: str


def colour_clicks(plan: Plan, seen: Sequence[tuple[Colour, float | None, float]]) -> ColourAfter:
    """Halve the step at each turn from warm to cold. seen: answer with the kelvin and tint the frame was taken with."""
    answer, kelvin, tint = seen[-1]
    if answer == "right":
        return ColourAfter(True, kelvin, tint, "")
    if answer in ("green", "magenta"):
        step = _halved([each for each, _, _ in seen], "green", "magenta", FIRST_TINT, LEAST_TINT)
        return ColourAfter(False, kelvin, tint + (step if answer == "magenta" else -step), "")
    start = kelvin or plan.setup.number("kelvin") or plan.light.cct_k
    step = _halved([each for each, _, _ in seen], "too_warm", "too_cold", FIRST_MIRED, LEAST_MIRED)
    # A higher figure tells the camera that the light is bluer: it answers with a warmer picture.
    mired = MIRED / start + (step if answer == "too_warm" else -step)
    said = (
        "" if kelvin is not None or plan.setup.number("kelvin") else "It stood at automatic: from here on it is held."
    )
    return ColourAfter(False, round(MIRED / max(mired, 1.0) / 10) * 10, tint, said)


def _halved(answers: Sequence[Colour], one: Colour, other: Colour, first: float, least: float) -> float:
    those = [each for each in answers if each in (one, other)]
    turns = sum(a != b for a, b in pairwise(those))
    return float(max(first / 2**turns, least))


def focus_clicks(answer: Focus, times: int) -> FocusAfter:
    """times: how often this has been answered by now."""
    if answer == "sharp":
        return FocusAfter(True, 0, 0, "")
    if answer == "smeared":
        return FocusAfter(False, FASTER_CLICKS, 0, "Smeared is movement or the hand, not focus.")
    if answer == "elsewhere":
        return FocusAfter(
            False, 0, 0, "It took something else: the area smaller, its point on the eye, and focus again."
        )
    where = "nearer" if answer == "behind" else "farther"
    if times == 1:
        return FocusAfter(False, 0, 0, f"Focus once more with the point on the eye: a touch {where}.")
    return FocusAfter(False, 0, CLOSED_CLICKS, f"The same again: {CLOSED_CLICKS} clicks smaller forgive it; set it {where} by hand or have the lens looked at.")  # fmt: skip
