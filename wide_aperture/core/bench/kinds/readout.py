"""How long the electronic shutter takes from the first row to the last: from the bands of a pulsing lamp."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from typing import ClassVar

import cv2
import numpy as np

from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Figure, Offer
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import capture, lit, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import HEIGHT, WIDTH, Shutter
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.motion import flicker_share

TIME_S = 1 / 2000
FRAMES = 8
LAMP_EV, DEPTH = 10.0, 0.45
FEWEST_BANDS = 0.7
WITHIN_SHARE = 0.08
MOST_ROWS = 1024  # more than eight for each band there can be


def bands_of(rows: np.ndarray) -> float:
    """How many bands lie over the frame's height, from the brightness of its rows; a wave of one frequency and its first overtone.

    Raises: DomainError where no wave explains them.
    """
    if len(rows) > MOST_ROWS:
        rows = cv2.resize(rows.astype(np.float64)[:, None], (1, MOST_ROWS), interpolation=cv2.INTER_AREA)[:, 0]
    wanted = np.log(np.maximum(rows, 1e-6))
    wanted = wanted - wanted.mean()
    whole = float(np.square(wanted).sum())

    def misfits(waves: np.ndarray) -> np.ndarray:
        return np.asarray(whole - np.square(wanted @ waves).sum(axis=1), np.float64)

    grid, waves = _coarse_waves(len(rows))
    step = grid[int(np.argmin(misfits(waves)))]
    fine = np.linspace(step * 0.98, step * 1.02, 121)
    left = misfits(_waves(fine, len(rows)))
    best = float(fine[int(np.argmin(left))])
    if float(left.min()) > 0.3 * whole:
        raise DomainError("frames", round(best, 1), "must show bands of a pulsing lamp on an even wall")
    return best


def _waves(bands: np.ndarray, rows: int) -> np.ndarray:
    """Of each number of bands over so many rows, orthonormal columns that span a level, the wave and its overtone; bands x rows x 5."""
    turn = 2 * np.pi * bands[:, None] * (np.arange(rows) + 0.5) / rows
    table = np.stack([np.ones_like(turn), np.cos(turn), np.sin(turn), np.cos(2 * turn), np.sin(2 * turn)], axis=2)
    return np.asarray(np.linalg.qr(table).Q, np.float64)


@lru_cache(maxsize=1)
def _coarse_waves(rows: int) -> tuple[np.ndarray, np.ndarray]:
    grid = np.geomspace(FEWEST_BANDS, rows / 8, 220)
    return grid, _waves(grid, rows)


class Readout(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="readout", title="Read-out of the electronic shutter", purpose="How long the sensor takes to be read: how far what runs leans, and which lamps band.",
        needs=("a lamp that pulses with the mains", "an even wall, out of focus", "the electronic shutter"),
        how=("The wall fills the frame; focus as near as it goes.", "A short time, 1/1000 s or less.", "The whole frame as it is: not cut, not turned."),
        varies=(), wants="either", fewest=3, offers="the body’s read-out time", care="Pulsing light can harm people with photosensitive epilepsy: ask who is in the room.",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return (
            shot(
                "The lit wall",
                "Bands from side to side.",
                frames=FRAMES,
                exposure_s=TIME_S,
                iso=kit.body.base_iso * 8,
                shutter_type="electronic",
            ),
        )

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        lit(frames)
        rows = np.stack([frame.green.mean(axis=1) for frame in frames])
        shading = rows.mean(axis=0)  # what stays from frame to frame is the wall's and the lens's
        hz = 2 * kit.asked.mains_hz
        readouts = [bands_of(each / np.maximum(shading, 1e-9)) / hz * 1000 for each in rows]
        value, low, high = mean_span(readouts)
        figure = Figure(
            id="readout_ms",
            label="Read-out, first row to last",
            unit="ms",
            value=value,
            low=low,
            high=high,
            n=len(frames),
            within=value * WITHIN_SHARE,
        )
        body = kit.body.model_copy(update={"readout_ms": round(value, 2)})
        return BenchOutcome(
            sentence=f"The frame is read in {value:.1f} ms, a {1000 / value:.0f}th of a second. A runner who crosses the frame in a second leans by {value / 10:.1f} % of its width.",
            figures=(figure,), offers=(Offer(sentence=f"{kit.body.name}: read-out {value:.1f} ms.", body=body),) if figure.is_sure else (),
            steps=("Brightness of each row, against the mean of all frames.", f"Bands a frame over {hz} pulses a second."),
        )  # fmt: skip

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        readout_ms = kit.body.readout_ms or 20.0
        camera = Shutter(kit.body, seed)
        hz = 2 * kit.asked.mains_hz
        begins = (np.arange(HEIGHT) + 0.5) / HEIGHT * readout_ms / 1000
        across = (
            1
            - 0.25 * np.square(np.linspace(-1, 1, WIDTH))[None, :, None]
            - 0.2 * np.square(np.linspace(-1, 1, HEIGHT))[:, None, None]
        )
        each = self.shots(kit)[0]
        files = []
        for _ in range(FRAMES):
            light = flicker_share(begins, TIME_S, hz, DEPTH, "sine", float(random.uniform(0, 1)))
            plane = np.repeat((2.0**LAMP_EV * across * light[:, None, None]).astype(np.float32), 3, axis=2)
            files.append(camera.press(plane, capture(TIME_S, each.iso or 800, aperture=2.8, shutter_type="electronic")))
        return Simulated(tuple(files), {"readout_ms": readout_ms})
