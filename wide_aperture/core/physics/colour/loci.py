"""Chromaticities of black bodies and of daylight."""

from __future__ import annotations

from functools import cache
from importlib import resources

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.physics.numeric import Floats, Number, as_floats, plain, within

PLANCK_C2_NM_K = 1.4388e7  # second radiation constant, CIE 15 (ITS-90), in nm K
DAYLIGHT_FROM_K = 4000.0  # the CIE daylight series begins here; warmer lights are taken as black bodies


@cache
def _observer() -> tuple[Floats, Floats]:
    """Wavelengths in nm, shape (471,), and the colour-matching functions, shape (471, 3)."""
    text = resources.files("wide_aperture.core.physics").joinpath("data/cie1931.csv").read_text("utf-8")
    table = np.array([[float(cell) for cell in line.split(",")] for line in text.splitlines()[1:]])
    return table[:, 0], table[:, 1:]


def planckian_xyz(kelvin: ArrayLike) -> Floats:
    """XYZ of black bodies scaled to Y = 1, shape (..., 3)."""
    nm, matching = _observer()
    exponent = PLANCK_C2_NM_K / (nm * as_floats(kelvin)[..., None])
    power = (nm / 560.0) ** -5 / np.expm1(exponent)
    xyz = power @ matching
    return np.asarray(xyz / xyz[..., 1:2])


def planckian_xy(kelvin: ArrayLike) -> tuple[Number, Number]:
    """Return the CIE 1931 chromaticity of a black body.

    Args: kelvin between 1000 and 40000, any shape.
    Returns: (x, y), each in the shape of kelvin.
    Raises: DomainError outside the range.
    Source: Planck's law summed with the 2-degree colour-matching functions at 1 nm, CIE 15.

    >>> tuple(round(v, 3) for v in planckian_xy(2856))
    (0.448, 0.407)
    """
    within("kelvin", kelvin, 1000, 40_000)
    xyz = planckian_xyz(kelvin)
    total = xyz.sum(axis=-1)
    return plain(xyz[..., 0] / total), plain(xyz[..., 1] / total)


def daylight_xy(kelvin: ArrayLike) -> tuple[Number, Number]:
    """Return the CIE 1931 chromaticity of a phase of daylight.

    Args: kelvin between 4000 and 25000, any shape, put into the polynomials as it is (D65 is 6504 K).
    Raises: DomainError outside the range.
    Source: CIE 15, D series.

    >>> tuple(round(v, 4) for v in daylight_xy(6504))
    (0.3127, 0.3291)
    """
    t = within("kelvin", kelvin, DAYLIGHT_FROM_K, 25_000)
    low = -4.6070e9 / t**3 + 2.9678e6 / t**2 + 0.09911e3 / t + 0.244063
    high = -2.0064e9 / t**3 + 1.9018e6 / t**2 + 0.24748e3 / t + 0.237040
    x = np.where(t <= 7000, low, high)
    return plain(np.asarray(x)), plain(np.asarray(-3.0 * x**2 + 2.870 * x - 0.275))


def usual_xy(kelvin: float) -> tuple[float, float]:
    """The chromaticity people mean by a colour temperature: daylight from 4000 K to 25000 K, else a black body."""
    locus = daylight_xy if DAYLIGHT_FROM_K <= kelvin <= 25_000 else planckian_xy
    x, y = locus(kelvin)
    return float(x), float(y)
