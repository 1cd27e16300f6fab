"""How much too bright a frame is, as far as the answers to test frames tell.

The plan knows how far the brightest part of each tone lies over mid, and at which level the screen's picture ends: marks begin on a
tone when the frame is brighter than planned by what lies between. How well that is known differs by tone, for all frames alike
(begins_off): skin is red and ends in its red first, sand is one thing here and another there. So for every tone the answers of
all frames are weighed together over what it may be off, and the tones against each other. Bayes' rule on a grid.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.situation import Tone
from wide_aperture.core.field.marks import SHINE
from wide_aperture.core.field.rounds import Edge

Floats = NDArray[np.float64]

STEP_EV = 0.05
ERRORS = np.arange(-6.0, 6.0 + STEP_EV / 2, STEP_EV)
OFFS = np.arange(-2.0, 2.01, 0.1)
FIRST_FRAME_EV = figure("first_frame_off_ev")
SEEN_EV = figure("marks_seen_within_ev")
TOUCHES_EV = 0.25  # an edge that touches, more or less
SLIP = 0.02  # of answers are a slip of the finger
LOGISTIC = 1.702  # makes a logistic curve run within a hundredth of the normal distribution's
OUTLIER_SHARE, OUTLIER_EV = 0.1, 1.2  # a tone that is not what the plan takes it for


@dataclass(frozen=True)
class Seen:
    """One frame: with which correction it was taken, EV, + brighter; marked None: nobody looked."""

    correction_ev: float
    marked: frozenset[Tone] | None
    edge: Edge


def thresholds(plan: Plan) -> Mapping[Tone, float]:
    """How much brighter than planned the frame is when a tone shows its first marks, EV; lights themselves left out."""
    return {
        tone.name: plan.sensor.preview_clip_ev - tone.top_ev + _off(tone.name)[0]
        for tone in plan.frame.tones
        if tone.name not in SHINE
    }


def _off(tone: Tone) -> tuple[float, float]:
    """Where marks begin against the brightest of a tone, EV: the mean, and how far apart scenes lie. Measured on drawn frames."""
    return figure("marks_begin_off_ev", tone), figure("marks_begin_spread_ev", tone)


@dataclass(frozen=True)
class Known:
    """What is known of how much too bright the frame is without correction. weights: of ERRORS, sum 1."""

    weights: Floats
    by_tone: Mapping[Tone, Floats]  # of each tone, ERRORS by OFFS: how likely its answers are, with what it may be off

    @property
    def middle(self) -> float:
        return float(self.weights @ ERRORS)

    @property
    def spread(self) -> float:
        return math.sqrt(max(float(self.weights @ ERRORS**2) - self.middle**2, 0.0))

    def ends(self, share: float = 0.9) -> tuple[float, float]:
        """Between which it lies, so sure."""
        run = np.cumsum(self.weights)
        low, high = np.interp([(1 - share) / 2, (1 + share) / 2], run, ERRORS)
        return float(low), float(high)

    def chance_within(self, correction_ev: float, room_ev: float) -> float:
        """How likely a frame with this correction lies within so much of the plan."""
        return float(self.weights[np.abs(ERRORS + correction_ev) <= room_ev + 1e-9].sum())

    def spread_after(self, correction_ev: float, tone: Tone, begins_ev: float) -> float:
        """What spread is left when one more frame shows whether this tone is marked."""
        own = self.by_tone[tone]
        others = self.weights / np.maximum(own.sum(axis=1), 1e-300)
        joint = others[:, None] * own
        marked = _marked(correction_ev, begins_ev)
        left = 0.0
        for answer in (joint * marked, joint * (1 - marked)):
            of_error = answer.sum(axis=1)
            chance = float(of_error.sum())
            if chance > 1e-9:
                mean = float(of_error @ ERRORS) / chance
                left += float(of_error @ (ERRORS - mean) ** 2)
        return math.sqrt(left)


def error_known(rounds: Sequence[Seen], begins_at: Mapping[Tone, float]) -> Known:
    """Weigh all frames. begins_at: as thresholds gives them."""
    weights = np.exp(-0.5 * (ERRORS / FIRST_FRAME_EV) ** 2)
    brightest = min(begins_at, key=lambda tone: begins_at[tone], default=None)
    by_tone: dict[Tone, Floats] = {}
    for tone, begins in begins_at.items():
        own = np.broadcast_to(_prior_off(tone), (ERRORS.size, OFFS.size)).copy()
        for seen in rounds:
            own *= _likely(seen, tone, begins, is_brightest=tone == brightest)
        by_tone[tone] = own
        weights = weights * own.sum(axis=1)
    return Known(weights / max(float(weights.sum()), 1e-300), by_tone)


def _prior_off(tone: Tone) -> Floats:
    spread = _off(tone)[1]
    near = np.exp(-0.5 * (OFFS / spread) ** 2)
    far = np.exp(-0.5 * (OFFS / OUTLIER_EV) ** 2)
    return np.asarray((1 - OUTLIER_SHARE) * near / near.sum() + OUTLIER_SHARE * far / far.sum())


def _over(correction_ev: float, begins_ev: float) -> Floats:
    """How far past its first mark a tone lies, for every error and every offset."""
    return ERRORS[:, None] + correction_ev - begins_ev - OFFS[None, :]


def _marked(correction_ev: float, begins_ev: float) -> Floats:
    over = np.clip(LOGISTIC * _over(correction_ev, begins_ev) / SEEN_EV, -40, 40)
    return np.asarray(SLIP + (1 - 2 * SLIP) / (1 + np.exp(-over)))


def _likely(seen: Seen, tone: Tone, begins_ev: float, *, is_brightest: bool) -> Floats | float:
    found: Floats | float = 1.0
    marked = _marked(seen.correction_ev, begins_ev)
    if seen.marked is not None:
        found = marked if tone in seen.marked else 1 - marked
    if is_brightest and seen.edge == "touches":
        over = _over(seen.correction_ev, begins_ev)
        return found * (SLIP + np.exp(-0.5 * (over / TOUCHES_EV) ** 2))
    if is_brightest and seen.marked is None and seen.edge in ("gap", "piled_up"):
        return marked if seen.edge == "piled_up" else 1 - marked
    return found


def most_telling(
    known: Known, begins_at: Mapping[Tone, float], corrections: Iterable[float]
) -> tuple[float, Tone, float] | None:
    """The correction and the tone whose marks would tell most, and the spread left then; None without tones."""
    tried = [
        (known.spread_after(by, tone, begins), abs(by + known.middle), by, tone)
        for tone, begins in begins_at.items()
        for by in _near(corrections, begins - known.middle)
    ]
    if not tried:
        return None
    left, _, by, tone = min(tried)
    return by, tone, left


def _near(corrections: Iterable[float], wanted: float) -> list[float]:
    """The few whole clicks next to a correction."""
    return sorted(corrections, key=lambda by: abs(by - wanted))[:3]
