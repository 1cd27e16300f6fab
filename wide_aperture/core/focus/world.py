"""The scenario at each moment, the same for every setup that is tried on it: where the subject is, what crosses it, what the hand does."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.focus.scenario import Scenario

Floats = NDArray[np.float32]
Flags = NDArray[np.bool_]

STEP_S = 1 / 120
NEAREST_M = 0.3
PACE_S = 0.25  # how long a change of pace goes on
STEADIES_S = 0.6  # how soon a pace is back to its own
SWAY_S = 0.2  # how long the hand stays beside
RELIEF_S = 0.15  # how soon an area lies on another part of the subject


@dataclass(frozen=True)
class Happening:
    """Runs of a scenario, arrays (steps, runs). distance_m: to the subject; push_m_s2: its changes of pace across the view;
    crossed: whether something is before it; screen, beside, beside_up, part: normal processes of what stands in front, of the
    hand and of where on the subject an area lies; chance: uniform, (steps, runs, 2); error: normal."""

    times_s: Floats
    distance_m: Floats
    push_m_s2: Floats
    crossed: Flags
    screen: Floats
    beside: Floats
    beside_up: Floats
    part: Floats
    chance: Floats
    error: Floats


def happening(scenario: Scenario, seed: int, runs: int) -> Happening:
    """So many runs of a scenario; the same seed gives the same."""
    random = np.random.default_rng(seed)
    steps = round((scenario.lead_s + scenario.lasts_s) / STEP_S)
    times = np.arange(steps) * STEP_S
    pace = _wander(random, steps, runs, PACE_S) * scenario.acceleration_m_s2
    return Happening(
        times_s=times,
        distance_m=_distance(scenario, pace, times),
        push_m_s2=_wander(random, steps, runs, PACE_S) * scenario.acceleration_m_s2,
        crossed=_crossings(random, scenario, steps, runs),
        screen=_wander(random, steps, runs, SWAY_S),
        beside=_wander(random, steps, runs, SWAY_S),
        beside_up=_wander(random, steps, runs, SWAY_S),
        part=_wander(random, steps, runs, RELIEF_S),
        chance=random.random((steps, runs, 2), np.float32),
        error=random.standard_normal((steps, runs), np.float32),
    )


def _wander(random: np.random.Generator, steps: int, runs: int, lasting_s: float) -> Floats:
    """A process of spread 1 that forgets itself after so long. Source: Ornstein and Uhlenbeck (1930), exact steps."""
    keeps = math.exp(-STEP_S / lasting_s)
    fresh = random.standard_normal((steps, runs), np.float32) * np.float32(math.sqrt(1 - keeps**2))
    fresh[0] /= math.sqrt(1 - keeps**2)
    for step in range(1, steps):
        fresh[step] += keeps * fresh[step - 1]
    return fresh


def _distance(scenario: Scenario, pace: Floats, times: Floats) -> Floats:
    """Distances to a subject that keeps its speed but for its changes of pace."""
    own = {"towards": -1.0, "away": 1.0}.get(scenario.course, 0.0) * scenario.speed_m_s
    other = np.zeros_like(pace)
    for step in range(1, len(pace)):
        other[step] = other[step - 1] * (1 - STEP_S / STEADIES_S) + pace[step] * STEP_S
    along = scenario.distance_m + own * times[:, None] + np.cumsum(other, axis=0) * STEP_S
    return np.asarray(np.maximum(along, NEAREST_M), np.float32)


def _crossings(random: np.random.Generator, scenario: Scenario, steps: int, runs: int) -> Flags:
    """Whether something passes before the subject: it comes by chance, and takes its time."""
    takes = max(round(scenario.crossing_s / STEP_S), 1)
    comes = random.random((takes + steps, runs)) < scenario.crossings_per_s * STEP_S
    so_far = np.cumsum(comes, axis=0, dtype=np.int64)
    return so_far[takes:] > so_far[:-takes]
