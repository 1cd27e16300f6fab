"""From a chromaticity back to a colour temperature, and the distance from the black-body locus."""

from __future__ import annotations

from functools import cache

import numpy as np

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour.loci import planckian_xyz
from wide_aperture.core.physics.numeric import Floats

LOWEST_MIRED, HIGHEST_MIRED = 25.0, 1000.0  # 40000 K to 1000 K
FARTHEST_DUV = 0.05  # beyond this a colour is not white light and a temperature means nothing (CIE 15)


def _uv_1960(xyz: Floats) -> Floats:
    """CIE 1960 chromaticity, shape (..., 2)."""
    total = xyz[..., 0] + 15 * xyz[..., 1] + 3 * xyz[..., 2]
    return np.stack([4 * xyz[..., 0] / total, 6 * xyz[..., 1] / total], axis=-1)


@cache
def _coarse_locus() -> tuple[Floats, Floats]:
    mireds = np.linspace(LOWEST_MIRED, HIGHEST_MIRED, 391)
    return mireds, _uv_1960(planckian_xyz(1e6 / mireds))


def cct_duv(x: float, y: float) -> tuple[float, float]:
    """Return (kelvin, duv): the correlated colour temperature and the signed distance from the Planckian locus.

    Args: x, y: CIE 1931 chromaticity. duv is above 0 on the greenish side, below 0 on the pinkish.
    Raises: DomainError when the point lies farther than 0.05 from the locus, or beyond its ends.
    Source: nearest point of the exact locus in CIE 1960 uv; golden section over mired to 1e-5.

    >>> kelvin, duv = cct_duv(0.3127, 0.3290)
    >>> round(kelvin), round(duv, 4)
    (6504, 0.0032)
    """
    # The distance is geometry: it is defined a little outside the spectrum's colours too.
    if not (0 < x < 1 and 0 < y < 1):
        raise DomainError("x", (x, y), "and y must be a chromaticity")
    point = _uv_1960(np.array([x / y, 1.0, (1 - x - y) / y]))
    mireds, locus = _coarse_locus()
    nearest = int(np.argmin(((locus - point) ** 2).sum(axis=-1)))
    low, high = mireds[max(nearest - 1, 0)], mireds[min(nearest + 1, mireds.size - 1)]
    at = _refined(point, float(low), float(high))
    if at <= LOWEST_MIRED + 1e-3 or at >= HIGHEST_MIRED - 1e-3:
        raise DomainError("x", (x, y), "and y must lie between 1000 K and 40000 K")
    here = _uv_1960(planckian_xyz(1e6 / at))
    distance = float(np.hypot(*(point - here)))
    if distance > FARTHEST_DUV:
        raise DomainError("x", (x, y), f"and y must lie within {FARTHEST_DUV} of the Planckian locus in CIE 1960 uv")
    return 1e6 / at, distance if point[1] > here[1] else -distance


def _refined(point: Floats, low: float, high: float) -> float:
    """The mired of the nearest point between two mireds, on ever finer grids."""
    while high - low > 1e-5:
        grid = np.linspace(low, high, 9)
        best = int(np.argmin(((_uv_1960(planckian_xyz(1e6 / grid)) - point) ** 2).sum(axis=-1)))
        low, high = float(grid[max(best - 1, 0)]), float(grid[min(best + 1, 8)])
    return (low + high) / 2
