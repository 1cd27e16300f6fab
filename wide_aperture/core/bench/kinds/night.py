"""The ISO ladder under stars: at which ISO the brightest part of the band stands clearest of the sky's glow, and what is cut off."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import ClassVar

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure, Slice
from wide_aperture.core.bench.frame import FULL_FROM, BenchFrame
from wide_aperture.core.bench.kinds.common import EV_WITHIN, capture, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import HEIGHT, WIDTH, Shutter
from wide_aperture.core.bench.slices import Pictures, slices_of
from wide_aperture.core.errors import DomainError

TIME_S, APERTURE = 10.0, 1.8
REPEATS = 3
STEPS_EV = (2, 3, 4, 5, 6)
STAR_PX = 5  # the widest median of floats; taken twice it leaves no star
GLOW_EV = -8.0  # of the simulated sky, at ISO 100
BRIGHT_SHARE, SKY_SHARE = 0.02, 0.3
NOTHING_EV = 0.15
READ_OFF_EV = 0.05  # what taking the stars out smooths away


class NightLadder(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="night_ladder", title="ISO ladder under stars", purpose="How far the brightest part of the band stands above the sky’s glow, and from which ISO on more of it shows nothing more.",
        needs=("a clear moonless night", "a stand", "the band in the frame, its brightest part in the middle", "raw files"),
        how=("Focus on stars, wide open, one time as long as stars stay points.", "Three frames at each ISO; nothing else changes.", "Say what hung in the air: haze, glow of a town."),
        varies=("iso",), wants="raw", fewest=6, offers="nothing to the kit: the ISO to begin with under such a sky", care="At night tell somebody where you are, and mind your step.",
    )  # fmt: skip

    def _isos(self, kit: Kit) -> tuple[float, ...]:
        return tuple(
            kit.body.base_iso * 2.0**ev for ev in STEPS_EV if kit.body.base_iso * 2.0**ev <= kit.body.highest_iso
        )

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return tuple(
            shot("The band, its brightest part in the middle", "The sky off the left end of the histogram.", frames=REPEATS, iso=iso, exposure_s=TIME_S)
            for iso in self._isos(kit)
        )  # fmt: skip

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        by_iso = {
            iso: list(each) for iso, each in itertools.groupby(sorted(frames, key=lambda f: f.iso), key=lambda f: f.iso)
        }
        if len(by_iso) < 2 or min(map(len, by_iso.values())) < 2:
            raise DomainError("frames", len(frames), "must be two at least of two ISOs at least")
        above, clear, cut = [], [], []
        for group in by_iso.values():
            plain = [_without_stars(frame) for frame in group]
            bright, sky = _parts(plain)
            levels = [(float(each[bright].mean()), float(each[sky].mean())) for each in plain]
            if min(level for _, level in levels) <= 0 or levels[0][0] <= levels[0][1]:
                raise DomainError(
                    group[0].name, levels[0][1], "must show a sky above black, and a band brighter than it"
                )
            above += [float(np.log2(core / dark)) for core, dark in levels]
            grain = float(np.std(group[1].green[sky] - group[0].green[sky])) / np.sqrt(2)
            clear.append((levels[0][0] - levels[0][1]) / max(grain, 1e-9))
            cut.append(float(np.mean([(frame.levels.max(axis=2) >= FULL_FROM).mean() for frame in group])))
        value, low, high = mean_span(above)
        figure = Figure(id="above_ev", label="The brightest part above the sky", unit="EV", value=value, low=low - READ_OFF_EV, high=high + READ_OFF_EV, n=len(above), within=EV_WITHIN,
                        sentence=f"The brightest part of the band stands {value:.2f} stops above the sky.")  # fmt: skip
        isos = list(by_iso)
        enough = next((k for k in range(len(isos)) if max(clear) / clear[k] < 2**NOTHING_EV), len(isos) - 1)
        air = (
            f" With {' and '.join(kit.asked.sky)} in the air, a clearer night shows more."
            if kit.asked.sky
            else " Compare with a night of haze or glow to see what the air takes."
        )
        lost = f" There {cut[enough]:.2%} of the frame, stars, is cut off." if cut[enough] > 1e-4 else ""
        curves = (
            Curve(
                label="The band over the noise of the sky", x_label="ISO", y_label=": 1", x=tuple(isos), y=tuple(clear)
            ),
            Curve(label="Cut off", x_label="ISO", y_label="%", x=tuple(isos), y=tuple(each * 100 for each in cut)),
        )
        return BenchOutcome(
            sentence=f"{figure.sentence} From ISO {isos[enough]:g} on more ISO shows nothing more.{lost}{air}",
            figures=(figure,), curves=curves,
            steps=(f"Stars taken out by a median over {STAR_PX} pixels, twice.", "The brightest fiftieth of the frame against its darkest third, black taken off.", "The sky’s noise from the difference of two frames."),
        )  # fmt: skip

    def for_the_eye(
        self, frames: Sequence[BenchFrame], kit: Kit
    ) -> tuple[tuple[Slice, ...], tuple[Slice, ...], Pictures]:
        steps = {frame.iso: frame for frame in sorted(frames, key=lambda frame: frame.iso)}
        return slices_of(list(steps.values()), kit.body) if len(steps) > 1 else super().for_the_eye(frames, kit)

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        camera, height_ev = Shutter(kit.body, seed), float(random.uniform(0.5, 1.6))
        down, across = np.mgrid[0:HEIGHT, 0:WIDTH].astype(np.float32)
        off = ((across - WIDTH / 2) * 0.5 + (down - HEIGHT / 2)) / 30
        band = np.exp(-np.square(off) - np.square((across - WIDTH / 2) / 70))
        # What is seen: the middle of the brightest fiftieth against the darkest third, so the truth is taken the same way.
        plane = np.asarray(2.0**GLOW_EV * (1 + (2**height_ev - 1) * band), np.float32)
        bright, sky = _parts([plane[::2, ::2]])
        truth = float(np.log2(plane[::2, ::2][bright].mean() / plane[::2, ::2][sky].mean()))
        for _ in range(60):
            y, x = int(random.integers(3, HEIGHT - 3)), int(random.integers(3, WIDTH - 3))
            plane[y - 1 : y + 2, x - 1 : x + 2] += np.float32(2.0 ** random.uniform(-7, -1)) * np.array([[0.3, 0.6, 0.3], [0.6, 1, 0.6], [0.3, 0.6, 0.3]], np.float32)  # fmt: skip
        light = np.repeat(plane[..., None], 3, axis=2)
        files = tuple(
            camera.press(light, capture(TIME_S, iso, aperture=APERTURE))
            for iso in self._isos(kit)
            for _ in range(REPEATS)
        )
        return Simulated(files, {"above_ev": truth})


def _without_stars(frame: BenchFrame) -> NDArray[np.float32]:
    """Green without stars, shape (h, w)."""
    plane = np.ascontiguousarray(frame.green, np.float32)
    return np.asarray(
        cv2.GaussianBlur(cv2.medianBlur(cv2.medianBlur(plane, STAR_PX), STAR_PX), (0, 0), 2.0), np.float32
    )


def _parts(planes: Sequence[NDArray[np.float32]]) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """(the brightest part, the sky), shapes (h, w), from the middle of frames without stars, smoothed so that noise does not choose."""
    middle = cv2.GaussianBlur(np.mean(planes, axis=0, dtype=np.float32), (0, 0), 5.0)
    bright = middle >= np.quantile(middle, 1 - BRIGHT_SHARE)
    return np.asarray(bright), np.asarray(middle <= np.quantile(middle, SKY_SHARE))
