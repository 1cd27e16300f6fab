"""A share that falls from a level as something grows: sharp frames with time, kept ones with smear. Fitted with its interval.

p(x) = level / (1 + (x / half)^steep): half is where half of the level is left. Counts may come in groups that keep a level of their own
(another situation, another photographer's mood) and fall at one place. The most likely curve is looked for on a grid, once coarse and
once fine; the interval of half is where no steepness and levels make the counts less than 1.92 nats less likely.
Source: profile likelihood, chi-squared with one degree of freedom at 95 %.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from wide_aperture.core.errors import DomainError

UNSURE_NATS = 1.9207
TELLS_NATS = 4.6  # over no fall at all: chi-squared with two degrees of freedom at 99 %
STEEPNESSES = np.geomspace(0.7, 16.0, 13)
LEVELS = np.linspace(0.02, 1.0, 50)
REACH = 4.0  # how far beyond what was tried half may be looked for, times
COARSE, FINE = 49, 97
LEAST_SHARE = 1e-9


@dataclass(frozen=True, slots=True)
class Counts:
    """Hits among totals at several places, of one level."""

    at: tuple[float, ...]
    hits: tuple[int, ...]
    totals: tuple[int, ...]

    def __post_init__(self) -> None:
        """Raises: DomainError for lists that do not belong together, nothing counted, or places not above 0."""
        if not (len(self.at) == len(self.hits) == len(self.totals)) or not self.at:
            raise DomainError("at", len(self.at), "must be as many places as counts, and one at least")
        if not all(0 < place < float("inf") for place in self.at):
            raise DomainError("at", "", "must all lie above 0")
        if any(not 0 <= hit <= total for hit, total in zip(self.hits, self.totals, strict=True)) or not sum(
            self.totals
        ):
            raise DomainError("hits", "", "must lie between 0 and how many were counted")


@dataclass(frozen=True, slots=True)
class Falling:
    """half, with the interval it lies in; bounded: whether that ends below and above; tells: whether anything falls at all.

    levels: of each group.
    """

    half: float
    low: float
    high: float
    steep: float
    levels: tuple[float, ...]
    bounded: tuple[bool, bool]
    tells: bool

    def left(self, at: float, half: float | None = None) -> float:
        """What is left of the level at a place."""
        return float(1 / (1 + (at / (half or self.half)) ** self.steep))


def falling(groups: Sequence[Counts], *, level: float | None = None) -> Falling:
    """The curve of counts in one or more groups. level: of all, where it is known. Raises: DomainError without a group."""
    if not groups:
        raise DomainError("groups", 0, "must be one at least")
    places = np.array([place for group in groups for place in group.at])
    levels = LEVELS if level is None else np.array([min(max(level, LEVELS[0]), 1.0)])
    least, most = places.min() / REACH, places.max() * REACH
    coarse = np.geomspace(least, most, COARSE)
    first = _likelihood(groups, coarse, levels)
    near = np.flatnonzero(first.max(axis=1) >= first.max() - UNSURE_NATS)
    ends = coarse[max(near[0] - 1, 0)], coarse[min(near[-1] + 1, COARSE - 1)]
    halves = np.geomspace(*ends, FINE)
    likely = _likelihood(groups, halves, levels)
    by_half = likely.max(axis=1)
    best, steep = np.unravel_index(int(likely.argmax()), likely.shape)
    fits = np.flatnonzero(by_half >= by_half.max() - UNSURE_NATS)
    half, steepness = float(halves[best]), float(STEEPNESSES[steep])
    return Falling(
        half=half,
        low=float(halves[fits[0]]),
        high=float(halves[fits[-1]]),
        steep=steepness,
        levels=tuple(_level(group, half, steepness, levels) for group in groups),
        bounded=(bool(halves[fits[0]] > least * 1.001), bool(halves[fits[-1]] < most / 1.001)),
        tells=bool(likely.max() - _flat(groups, level) >= TELLS_NATS),
    )


def _of_group(group: Counts, halves: np.ndarray, steep: np.ndarray, levels: np.ndarray) -> np.ndarray:
    """Log likelihood by (half, steepness, level)."""
    total = np.zeros((len(halves), len(steep), len(levels)))
    for place, hit, counted in zip(group.at, group.hits, group.totals, strict=True):
        left = 1 / (1 + (place / halves)[:, None] ** steep[None, :])
        share = np.clip(left[..., None] * levels, LEAST_SHARE, 1 - LEAST_SHARE)
        total += hit * np.log(share) + (counted - hit) * np.log1p(-share)
    return total


def _likelihood(groups: Sequence[Counts], halves: np.ndarray, levels: np.ndarray) -> np.ndarray:
    """Log likelihood by (half, steepness), each group at its own best level."""
    found = np.zeros((len(halves), len(STEEPNESSES)))
    for group in groups:
        found += _of_group(group, halves, STEEPNESSES, levels).max(axis=2)
    return found


def _level(group: Counts, half: float, steep: float, levels: np.ndarray) -> float:
    return float(levels[_of_group(group, np.array([half]), np.array([steep]), levels)[0, 0].argmax()])


def _flat(groups: Sequence[Counts], level: float | None) -> float:
    """Log likelihood of no fall: each group has its own share everywhere. With a known level a fall is what is asked for."""
    if level is not None:
        return -np.inf
    total = 0.0
    for group in groups:
        good, counted = sum(group.hits), sum(group.totals)
        share = min(max(good / counted, LEAST_SHARE), 1 - LEAST_SHARE)
        total += good * np.log(share) + (counted - good) * np.log1p(-share)
    return float(total)
