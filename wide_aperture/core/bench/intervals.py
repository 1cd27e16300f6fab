"""How sure a share is that was counted."""

from __future__ import annotations

import math
from collections.abc import Sequence
from statistics import NormalDist

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError

TAIL = 0.025  # on either side of a 95 % interval


def wilson(hits: int, total: int, confidence: float = 0.95) -> tuple[float, float]:
    """The interval in which the true share lies, by Wilson's score; nothing counted says nothing: (0, 1).

    Raises: DomainError for hits outside 0..total or a confidence outside 0..1.
    Source: Wilson 1927, as in Brown, Cai, DasGupta 2001.

    >>> [round(end, 3) for end in wilson(9, 10)]
    [0.596, 0.982]
    """
    if total < 0 or not 0 <= hits <= total:
        raise DomainError("hits", hits, f"must lie between 0 and {max(total, 0)}")
    if not 0 < confidence < 1:
        raise DomainError("confidence", confidence, "must lie between 0 and 1")
    if total == 0:
        return 0.0, 1.0
    z = NormalDist().inv_cdf((1 + confidence) / 2)
    share, shrink = hits / total, 1 + z**2 / total
    middle = (share + z**2 / (2 * total)) / shrink
    half = z / shrink * math.sqrt(share * (1 - share) / total + z**2 / (4 * total**2))
    low, high = max(middle - half, 0.0), min(middle + half, 1.0)
    return (0.0 if hits == 0 else low), (1.0 if hits == total else high)


def middle_of(values: Sequence[float] | NDArray[np.float64]) -> tuple[float, float, float]:
    """The middle of these values and where their true middle lies with 95 %: the sign test's, which no far-off frame moves.

    Source: the binomial distribution of how many values lie under the median. With 5 values and fewer it is their whole span.
    Raises: DomainError where there are no values.

    >>> middle_of([4.0, 1.0, 2.0, 3.0, 9.0])
    (3.0, 1.0, 9.0)
    """
    if not len(values):
        raise DomainError("values", 0, "must be one at least")
    ordered = np.sort(np.asarray(values, np.float64))
    n, k = len(ordered), 0
    under = _chance(n, 0)
    while under <= TAIL:
        k += 1
        under += _chance(n, k)
    first = max(k - 1, 0)
    return float(np.median(ordered)), float(ordered[first]), float(ordered[n - 1 - first])


def _chance(n: int, k: int) -> float:
    """How likely exactly k of n values lie under their true middle."""
    return math.exp(math.lgamma(n + 1) - math.lgamma(k + 1) - math.lgamma(n - k + 1) - n * math.log(2))
