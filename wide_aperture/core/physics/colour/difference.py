"""How different two colours look: CIEDE2000."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

FAR_CHROMA = 25.0**7  # where chroma no longer needs the correction of near-greys


def delta_e_2000(lab_a: ArrayLike, lab_b: ArrayLike) -> NDArray[np.float64]:
    """The CIEDE2000 difference of colours in L*a*b*, shapes (..., 3) against each other; shape (...,).

    Source: CIE 142-2001, as written out by Sharma, Wu and Dalal (2005), with all weights 1.

    >>> round(float(delta_e_2000((50, 2.6772, -79.7751), (50, 0, -82.7485))), 4)
    2.0425
    """
    one, two = np.asarray(lab_a, np.float64), np.asarray(lab_b, np.float64)
    mean_chroma = (np.hypot(one[..., 1], one[..., 2]) + np.hypot(two[..., 1], two[..., 2])) / 2
    grey = 0.5 * (1 - np.sqrt(mean_chroma**7 / (mean_chroma**7 + FAR_CHROMA)))
    a1, a2 = one[..., 1] * (1 + grey), two[..., 1] * (1 + grey)
    chroma1, chroma2 = np.hypot(a1, one[..., 2]), np.hypot(a2, two[..., 2])
    hue1, hue2 = np.degrees(np.arctan2(one[..., 2], a1)) % 360, np.degrees(np.arctan2(two[..., 2], a2)) % 360
    coloured = chroma1 * chroma2 > 0
    turn = np.where(coloured, (hue2 - hue1 + 180) % 360 - 180, 0.0)
    lightness, chroma = two[..., 0] - one[..., 0], chroma2 - chroma1
    hue = 2 * np.sqrt(chroma1 * chroma2) * np.sin(np.radians(turn / 2))
    mean_l, mean_c = (one[..., 0] + two[..., 0]) / 2, (chroma1 + chroma2) / 2
    mean_h = np.where(coloured, (hue1 + ((hue2 - hue1 + 180) % 360 - 180) / 2) % 360, hue1 + hue2)
    t = (
        1 - 0.17 * np.cos(np.radians(mean_h - 30)) + 0.24 * np.cos(np.radians(2 * mean_h))
        + 0.32 * np.cos(np.radians(3 * mean_h + 6)) - 0.20 * np.cos(np.radians(4 * mean_h - 63))
    )  # fmt: skip
    s_l = 1 + 0.015 * (mean_l - 50) ** 2 / np.sqrt(20 + (mean_l - 50) ** 2)
    s_c, s_h = 1 + 0.045 * mean_c, 1 + 0.015 * mean_c * t
    rotation = (
        -2
        * np.sqrt(mean_c**7 / (mean_c**7 + FAR_CHROMA))
        * np.sin(np.radians(60 * np.exp(-(((mean_h - 275) / 25) ** 2))))
    )
    return np.asarray(
        np.sqrt(
            (lightness / s_l) ** 2 + (chroma / s_c) ** 2 + (hue / s_h) ** 2 + rotation * (chroma / s_c) * (hue / s_h)
        )
    )
