"""A limit as the search sees it: a window on one axis and what passing it costs."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.plan import Axis, FigureUsed, Window
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.physics.quantities import step_value

# Less than half a third-stop step is no passing: the nearest marked value is the limit's own.
NEAREST_STEP_EV = 1 / 6
PASSED_FROM_EV = (
    NEAREST_STEP_EV + 1e-9
)  # limits that lie on marks make exact ties; noise in the last digit must not tell
PER_OCTAVE: dict[Axis, float] = {"shutter_s": 1.0, "aperture": 2.0, "iso": 1.0}  # EV for a doubling of the value
SERIOUS_WEIGHT = figure("serious_weight")


def position(axis: Axis, value: Floats | float) -> Floats:
    """Where a value lies on its axis, in EV; longer times, smaller openings and higher ISO lie further up."""
    return np.asarray(PER_OCTAVE[axis] * np.log2(value))


def round_step(seconds: float) -> float:
    """The marked time next to an exact limit, for sentences."""
    return step_value("shutter", seconds, 0)


def burden_of(
    over_ev: Floats, weight: Floats | float, steepens: Floats | float, dead_zone_ev: Floats | float
) -> Floats:
    """What passing a limit adds up to: weight x (x + x^2 / 2), without the square for a want. All broadcast."""
    # Starting the slope at the dead zone's edge keeps the burden convex and continuous.
    effective = np.maximum(over_ev - dead_zone_ev, 0.0)
    return np.asarray(weight * (effective + steepens * effective**2 / 2))


@dataclass(kw_only=True)  # not frozen: ranking a bag of kit makes ten thousand, and freezing triples what each costs
class Term:
    """One limit. low/high bound the free window (None: open).

    weight ranks limits against each other and is never shown. A "limit" grows steeper the further it is passed
    (weight x (x + x^2 / 2)), a "want" costs the same for each stop, so a want never outbids a limit that hurts.
    swing replaces the window where the cost is no distance (lamp pulse): values to EV.
    """

    id: str
    axis: Axis
    imposed_by: str
    say: Callable[[], str]
    low: float | None = None
    high: float | None = None
    weight: float = 1.0
    kind: Literal["limit", "want", "end"] = "limit"
    marks: tuple[float, ...] = ()
    swing: Callable[[Floats], Floats] | None = None

    @cached_property
    def sentence(self) -> str:
        """Said only when somebody reads it: ranking a bag of kit makes thousands of terms and reads none."""
        return self.say()

    @property
    def is_end(self) -> bool:
        """A hard end of body or lens, or a rule that may not be broken: never crossed by the search."""
        return self.kind == "end"

    @property
    def is_serious(self) -> bool:
        """A limit whose passing harms the picture, not only a wish or a first sign."""
        return self.kind == "end" or (self.kind == "limit" and self.weight >= SERIOUS_WEIGHT)

    def excess(self, values: Floats | float) -> Floats:
        """By how many EV each value passes the limit; 0 inside the window and for less than half a step."""
        floats = np.asarray(values, dtype=np.float64)
        if self.swing is not None:
            return self.swing(floats)
        at = position(self.axis, floats)
        passed = np.zeros(floats.shape)
        if self.high is not None:
            passed = np.maximum(passed, at - position(self.axis, self.high))
        if self.low is not None:
            passed = np.maximum(passed, position(self.axis, self.low) - at)
        return np.where(passed > PASSED_FROM_EV, passed, 0.0)

    def excess_at(self, value: float) -> float:
        """excess for one value, without numpy's overhead."""
        if self.swing is not None:
            return _one_swing(self.swing, value)
        passed = 0.0
        if self.high is not None:
            passed = PER_OCTAVE[self.axis] * math.log2(value / self.high)
        if self.low is not None:
            passed = max(passed, PER_OCTAVE[self.axis] * math.log2(self.low / value))
        return passed if passed > PASSED_FROM_EV else 0.0

    def burden(self, values: Floats) -> Floats:
        """What the search adds up: convex in the EV passed, infinite beyond a hard end."""
        over = self.excess(values)
        if self.is_end:
            return np.where(over > 0, np.inf, 0.0)
        return burden_of(over, self.weight, self.steepens, self.dead_zone_ev)

    @property
    def steepens(self) -> float:
        """1 where the burden grows steeper the further the limit is passed."""
        return 1.0 if self.kind == "limit" else 0.0

    @property
    def dead_zone_ev(self) -> float:
        return 0.0 if self.swing is not None else NEAREST_STEP_EV

    def window(self, figures: tuple[FigureUsed, ...] = ()) -> Window:
        """The limit as the plan shows it. figures: those of practice that set where it lies."""
        return Window(
            id=self.id,
            axis=self.axis,
            low=_finite(self.low),
            high=_finite(self.high),
            severity="forbidden" if self.is_end else "costs",
            imposed_by=self.imposed_by,
            sentence=self.sentence,
            marks=self.marks,
            figures=figures,
        )


@lru_cache(maxsize=4096)
def _one_swing(swing: Callable[[Floats], Floats], value: float) -> float:
    """Integrating the lamp's wave for the same marked times again and again is most of a plan's work."""
    return float(swing(np.asarray(value)))


def _finite(value: float | None) -> float | None:
    return value if value is not None and math.isfinite(value) else None
