"""How sure a share is that was counted."""

from __future__ import annotations

import math
from statistics import NormalDist

from wide_aperture.core.errors import DomainError


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
