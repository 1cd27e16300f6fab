"""What came of many runs: sharp of shot, gaps, frames a second, and what was held, each with how sure it is."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated

import numpy as np
from pydantic import Field

from wide_aperture.core.document import Document, Finite, Fraction01, NotNegative
from wide_aperture.core.errors import DomainError
from wide_aperture.core.focus import engine
from wide_aperture.core.focus.figures import ASSUMED, FocusFigures
from wide_aperture.core.focus.scenario import Scenario
from wide_aperture.core.focus.setup import FocusSetup
from wide_aperture.core.focus.world import STEP_S, happening

MOST_RUNS = 5000
SURE_Z = 1.959964  # two-sided 95 %


class Spread(Document):
    """Over the runs: mean, the 95 % interval of the mean, the spread of one run, and where eight in ten runs lie."""

    mean: Finite
    low: Finite
    high: Finite
    deviation: NotNegative
    p10: Finite
    p90: Finite


class FocusOutcome(Document):
    """What a setup makes of a scenario. sharp_share: of the frames; longest_gap_s: without a sharp frame; first_sharp_s: from the
    press, the whole time where none was; held: shares of the time, by what was held."""

    runs: Annotated[int, Field(ge=1)]
    frames: Spread
    sharp: Spread
    sharp_share: Spread
    released_per_s: Spread
    longest_gap_s: Spread
    first_sharp_s: Spread
    held: dict[str, Fraction01]


def simulate(
    scenario: Scenario, focus_setup: FocusSetup, seed: int = 1, runs: int = 400, figures: FocusFigures = ASSUMED
) -> FocusOutcome:
    """What a setup makes of a scenario in so many runs; the same seed gives the same. Raises DomainError for runs out of 1..5000."""
    return simulate_all(scenario, [focus_setup], seed, runs, figures)[0]


def simulate_all(
    scenario: Scenario, setups: Sequence[FocusSetup], seed: int = 1, runs: int = 400, figures: FocusFigures = ASSUMED
) -> list[FocusOutcome]:
    """The same for several setups on the same happenings, so that they differ by the setup alone."""
    if not 1 <= runs <= MOST_RUNS:
        raise DomainError("runs", runs, f"must lie between 1 and {MOST_RUNS}")
    world = happening(scenario, seed, runs)
    course = engine.run(scenario, setups, world, figures)
    shot = world.times_s >= scenario.lead_s
    return [
        _outcome(scenario, course.released[shot][:, part], course.sharp[shot][:, part], course.held[shot][:, part])
        for part in (slice(k * runs, (k + 1) * runs) for k in range(len(setups)))
    ]


def _outcome(scenario: Scenario, released: np.ndarray, sharp: np.ndarray, held: np.ndarray) -> FocusOutcome:
    frames, good = released.sum(axis=0), sharp.sum(axis=0)
    lasts = scenario.lasts_s
    return FocusOutcome(
        runs=released.shape[1],
        frames=_spread(frames),
        sharp=_spread(good),
        sharp_share=_spread(good / np.maximum(frames, 1)),
        released_per_s=_spread(frames / lasts),
        longest_gap_s=_spread(_longest_gap(sharp) * STEP_S),
        first_sharp_s=_spread(np.where(good > 0, sharp.argmax(axis=0), len(sharp)) * STEP_S),
        held={name: float((held == k).mean()) for k, name in enumerate(engine.HELD)},
    )


def _longest_gap(sharp: np.ndarray) -> np.ndarray:
    """The most steps on end without a sharp frame, of each run."""
    longest = since = np.zeros(sharp.shape[1])
    for row in sharp:
        since = np.where(row, 0, since + 1)
        longest = np.maximum(longest, since)
    return longest


def _spread(values: np.ndarray) -> Spread:
    values = np.asarray(values, np.float64)
    mean, deviation = float(values.mean()), float(values.std(ddof=1)) if values.size > 1 else 0.0
    sure = SURE_Z * deviation / values.size**0.5
    p10, p90 = np.percentile(values, (10, 90)).tolist()
    return Spread(mean=mean, low=mean - sure, high=mean + sure, deviation=deviation, p10=p10, p90=p90)
