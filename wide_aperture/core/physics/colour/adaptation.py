"""What remains of a light's colour after the camera has taken another chromaticity for white."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.numeric import Floats, as_floats

Method = Literal["bradford", "diagonal"]
Chromaticity = tuple[float, float]

D65_XY: Chromaticity = (0.3127, 0.3290)  # IEC 61966-2-1
CARD_REFLECTANCE = 0.18
# Lam (1985), the Bradford transform: XYZ to sharpened cone responses.
BRADFORD = np.array([[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]])
_SRGB_PRIMARIES_XY = ((0.64, 0.33), (0.30, 0.60), (0.15, 0.06))


def xy_to_xyz(xy: Chromaticity) -> Floats:
    """XYZ with Y = 1. Raises DomainError for what is no chromaticity."""
    x, y = xy
    if not (0 < x < 1 and 0 < y < 1 and x + y <= 1):
        raise DomainError("xy", xy, "must be a chromaticity")
    return np.array([x / y, 1.0, (1 - x - y) / y])


def _linear_srgb_from_xyz() -> Floats:
    """The unrounded matrix that IEC 61966-2-1 defines by primaries and white."""
    primaries = np.stack([xy_to_xyz(xy) for xy in _SRGB_PRIMARIES_XY], axis=1)
    scale = np.linalg.solve(primaries, xy_to_xyz(D65_XY))
    return np.asarray(np.linalg.inv(primaries * scale))


SRGB_FROM_XYZ = _linear_srgb_from_xyz()
XYZ_FROM_SRGB = np.asarray(np.linalg.inv(SRGB_FROM_XYZ))


@dataclass(frozen=True, slots=True)
class CardCast:
    """A grey card as the camera renders it. linear_rgb: linear sRGB, not clipped; lab: CIE 1976 against D65."""

    linear_rgb: tuple[float, float, float]
    lab: tuple[float, float, float]

    @property
    def chroma(self) -> float:
        """Distance from neutral in a*b*, about 2 where a trained eye begins to see it."""
        return float(np.hypot(self.lab[1], self.lab[2]))


def card_cast(scene_xy: Chromaticity, setting_xy: Chromaticity, method: Method = "bradford") -> CardCast:
    """Return how an 18 % card comes out when setting_xy is taken for white and scene_xy lights it.

    Args: chromaticities (x, y) in CIE 1931; method: "bradford" adapts cone responses, "diagonal" scales linear sRGB.
    Raises: DomainError for what is no chromaticity or an unknown method.
    Source: Lam (1985) Bradford adaptation; von Kries scaling in the sRGB primaries.

    >>> [round(v, 3) for v in card_cast((0.3127, 0.3290), (0.3127, 0.3290)).linear_rgb]
    [0.18, 0.18, 0.18]
    """
    card = CARD_REFLECTANCE * xy_to_xyz(scene_xy)
    setting = xy_to_xyz(setting_xy)
    if method == "bradford":
        gains = (BRADFORD @ xy_to_xyz(D65_XY)) / (BRADFORD @ setting)
        xyz = np.linalg.solve(BRADFORD, gains * (BRADFORD @ card))
        rgb = SRGB_FROM_XYZ @ xyz
    elif method == "diagonal":
        rgb = (SRGB_FROM_XYZ @ card) / (SRGB_FROM_XYZ @ setting)
        xyz = XYZ_FROM_SRGB @ rgb
    else:
        raise DomainError("method", method, 'must be "bradford" or "diagonal"')
    lab = lab_from_xyz(xyz)
    return CardCast((float(rgb[0]), float(rgb[1]), float(rgb[2])), (float(lab[0]), float(lab[1]), float(lab[2])))


def lab_from_xyz(xyz: ArrayLike) -> Floats:
    """CIE 1976 L*a*b* against D65, shape (..., 3)."""
    ratio = as_floats(xyz) / xy_to_xyz(D65_XY)
    f = np.where(ratio > (6 / 29) ** 3, np.cbrt(ratio), ratio / (3 * (6 / 29) ** 2) + 4 / 29)
    return np.stack([116 * f[..., 1] - 16, 500 * (f[..., 0] - f[..., 1]), 200 * (f[..., 1] - f[..., 2])], axis=-1)
