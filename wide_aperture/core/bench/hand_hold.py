"""How slow a hand holds still: a logistic curve in the logarithm of time through counts of sharp frames."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from wide_aperture.core.bench.falling import Counts, Falling, falling


@dataclass(frozen=True, slots=True)
class HandHold:
    """limit_s: the time at which every second frame is sharp, with its 95 % interval."""

    limit_s: float
    low_s: float
    high_s: float
    curve: Falling

    def probability(self, times_s: float) -> float:
        """The chance of a sharp frame at a time."""
        return self.curve.left(times_s)


def hand_hold(times_s: Sequence[float], hits: Sequence[int], totals: Sequence[int]) -> HandHold:
    """The curve of one hand. Logistic in log2 time: p = 1 / (1 + (t / limit)^k). Raises: as Counts."""
    curve = falling([Counts(tuple(times_s), tuple(hits), tuple(totals))], level=1.0)
    return HandHold(limit_s=curve.half, low_s=curve.low, high_s=curve.high, curve=curve)
