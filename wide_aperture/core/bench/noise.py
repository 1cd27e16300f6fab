"""How noise goes with the signal: variance = S / clip + (read / clip)^2 + (pattern S)^2, with S in shares of where the data end.

Source: photon transfer (Janesick 2007): the slope tells the electrons at clipping, what is left at no signal the read noise.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from wide_aperture.core.bench.fit import Fitted, least_squares
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.spots import Spot, measured
from wide_aperture.core.errors import DomainError

BRIGHTEST = 0.88
CAPPED = 0.002  # of where the data end, under which a whole frame was taken under the cap
ROUNDS = 3
QUANTISED = 1 / 12  # of a step's square: the variance that rounding adds


@dataclass(frozen=True)
class Transfer:
    """Of several frames with one sensor. fitted: unknowns per frame (1 / clip, (read / clip)^2), then the pattern's square."""

    fitted: Fitted
    frames: int
    counts: tuple[int, ...]

    def clip_e(self, k: int) -> tuple[float, float, float]:
        """Electrons where the data of a frame end: (value, low, high)."""
        value, low, high = self.fitted.span(2 * k)
        least = value / 20
        return 1 / max(value, 1e-12), 1 / max(high, least, 1e-12), 1 / max(low, least, 1e-12)

    def read_e(self, k: int) -> tuple[float, float, float] | None:
        """Read noise of a frame in electrons; None where it drowns in the light's own noise."""
        value, low, high = self.fitted.span(2 * k + 1)
        if value <= 0:
            return None
        clip, least, most = self.clip_e(k)
        read = float(np.sqrt(value))
        # In logarithms both add: how unsure the variance at no signal is, and how many electrons a level stands for.
        down = np.hypot(np.log(read / np.sqrt(max(low, value / 400))), np.log(clip / least))
        up = np.hypot(np.log(np.sqrt(max(high, value)) / read), np.log(most / clip))
        return read * clip, float(read * clip * np.exp(-down)), float(read * clip * np.exp(up))

    def snr(self, k: int, level: float) -> tuple[float, float]:
        """(signal-to-noise of one pixel at a level of a frame, its standard error as a share)."""
        row = np.zeros(2 * self.frames + 1)
        row[2 * k], row[2 * k + 1], row[-1] = level, 1.0, level**2
        variance = max(float(row @ self.fitted.values), 1e-15)
        return level / float(np.sqrt(variance)), self.fitted.error_along(row) / variance / 2


def transfer(frames: Sequence[BenchFrame], spots: Sequence[Spot], dark: Sequence[BenchFrame] = ()) -> Transfer:
    """The noise of frames of one body at their spots, all channels. dark: frames under the cap, each told by its ISO.

    Raises: DomainError where too few spots are within the range.
    """
    rows, told, pixels, counts = [], [], [], []
    width = 2 * len(frames) + 1
    for k, frame in enumerate(frames):
        count = 0
        for spot in spots:
            seen = measured(frame, spot)
            for channel in range(3):
                level = float(seen.level[channel])
                if level > BRIGHTEST or seen.full > 0 or level < -0.02:
                    continue
                row = np.zeros(width)
                row[2 * k], row[2 * k + 1], row[-1] = max(level, 0), 1.0, max(level, 0) ** 2
                rows.append(row)
                told.append(float(seen.variance[channel]) - QUANTISED * frame.step**2)
                pixels.append(seen.pixels)
                count += 1
        for cap in (each for each in dark if each.iso == frame.iso):
            whole = measured(cap, Spot(0, 0, 1, 1))
            for channel in range(3):
                row = np.zeros(width)
                row[2 * k + 1] = 1.0
                rows.append(row)
                told.append(float(whole.variance[channel]) - QUANTISED * cap.step**2)
                pixels.append(whole.pixels)
                count += 1
        counts.append(count)
    table, variances, many = np.array(rows), np.array(told), np.array(pixels, np.float64)
    if len(told) <= width:
        raise DomainError("frames", len(told), "show too few even spots within the data's range")
    scale = np.abs(table).max(axis=0)
    scale[scale == 0] = 1
    weights = many / np.maximum(variances, float(np.median(np.abs(variances))) * 1e-3) ** 2
    fitted = least_squares(table / scale, variances, weights)
    for _ in range(ROUNDS):  # the spread of a variance goes with the variance itself
        expected = np.maximum((table / scale) @ fitted.values, float(np.percentile(np.abs(variances), 1)) * 0.2)
        fitted = least_squares(table / scale, variances, many / expected**2)
    return Transfer(fitted.scaled(1 / scale), len(frames), tuple(counts))


def is_capped(frame: BenchFrame) -> bool:
    """Whether a frame was taken without light."""
    return float(frame.green.mean()) < CAPPED
