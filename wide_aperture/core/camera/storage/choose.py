"""Which setups to store: the choice of places that makes the way through the shoot cheapest.

Each transition costs what the cheapest way costs, by hand or by recalling one stored setup and correcting the rest, so the
sum for a set of stored setups is a p-median sum, and small cases are solved by trying every set (Hakimi 1964 names the
problem). Beyond MOST_SETS sets, stored setups are added greedily and then exchanged while that helps.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

MOST_SETS = 20_000
Costs = NDArray[np.float64]


def total(direct: Costs, recalled: Costs, stored: Sequence[int]) -> float:
    """Cost of all transitions with these setups stored.

    Args: direct: by hand, one a transition; recalled: (setups, transitions) by recalling a setup and correcting the rest.
    """
    if not stored:
        return float(direct.sum())
    return float(np.minimum(direct, recalled[list(stored)].min(axis=0)).sum())


def choose(direct: Costs, recalled: Costs, count: int, fixed: Sequence[int] = ()) -> tuple[int, ...]:
    """The set of at most `count` setups, the fixed ones among them, whose transitions cost least; fewer where more help nothing."""
    free = [k for k in range(len(recalled)) if k not in fixed]
    more = min(max(count - len(fixed), 0), len(free))
    if math.comb(len(free), more) <= MOST_SETS:
        best = min(
            (tuple(fixed) + extra for extra in itertools.combinations(free, more)),
            key=lambda stored: total(direct, recalled, stored),
        )
    else:
        best = _exchanged(direct, recalled, _greedy(direct, recalled, more, tuple(fixed), free), len(fixed))
    return _without_idle(direct, recalled, best, len(fixed))


def _greedy(direct: Costs, recalled: Costs, more: int, fixed: tuple[int, ...], free: list[int]) -> tuple[int, ...]:
    stored = fixed
    for _ in range(more):
        rest = [k for k in free if k not in stored]
        stored += (min(rest, key=lambda k: total(direct, recalled, (*stored, k))),)
    return stored


def _exchanged(direct: Costs, recalled: Costs, stored: tuple[int, ...], kept: int) -> tuple[int, ...]:
    best, cost = stored, total(direct, recalled, stored)
    improved = True
    while improved:
        improved = False
        for place in range(kept, len(best)):
            for other in set(range(len(recalled))) - set(best):
                tried = (*best[:place], other, *best[place + 1 :])
                if (now := total(direct, recalled, tried)) < cost - 1e-9:
                    best, cost, improved = tried, now, True
    return best


def _without_idle(direct: Costs, recalled: Costs, stored: tuple[int, ...], kept: int) -> tuple[int, ...]:
    """Drop stored setups that no transition uses: an empty place is worth more than one that only confuses."""
    for k in stored[kept:]:
        fewer = tuple(each for each in stored if each != k)
        if total(direct, recalled, fewer) <= total(direct, recalled, stored) + 1e-9:
            stored = fewer
    return stored
