"""From the first mark of the over-exposure warning to where the raw data end, of one look and threshold."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure, Offer
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import EV_WITHIN, shot
from wide_aperture.core.bench.kinds.looks import base_of, taken_with, true_gap, with_gaps
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import CARD_EV, Shutter, card, time_for
from wide_aperture.core.bench.spots import Spot, even_spots, measured
from wide_aperture.core.errors import DomainError

STEPS_EV = tuple(k / 3 for k in range(-4, 11))
BRIGHT_SPOTS = 3
PLAIN_LEVEL = (0.01, 0.9)
READ_OFF_EV = 0.06  # what a curve through third steps is read wrongly by, at most


class Headroom(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="headroom", title="Headroom over the warning", purpose="How much brighter a frame may become after the first over-exposure mark before the raw data end.",
        needs=("a stand", "steady light", "a plain white area", "raw files with the camera’s own picture in them"),
        how=("The look you work with; the warning’s threshold as you keep it.", "Third steps of time from the first mark upwards, until no doubt is left."),
        varies=("exposure_s",), wants="raw", fewest=5, offers="the gap of this look on the body: clicks on the field card",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        iso = kit.body.base_iso
        return tuple(
            shot(f"{ev:+.1f} EV", "White marked from somewhere on." if ev > 0 else "Nothing marked yet.", iso=iso, exposure_s=time_for(iso, 8, CARD_EV, ev), look=kit.asked.look)
            for ev in STEPS_EV
        )  # fmt: skip

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        ordered = sorted(frames, key=lambda frame: frame.exposure * frame.iso)
        if any(frame.picture is None for frame in ordered):
            raise DomainError("frames", len(ordered), "must hold the camera’s own picture beside the raw data")
        spots = _white_spots(ordered[0])
        gaps, curve = [], None
        for spot in spots:
            found = _gap_at(ordered, spot, kit.asked.marked_from)
            if found is not None:
                gaps.append(found[0])
                curve = curve or found[1]
        if len(gaps) < 2:
            raise DomainError("frames", len(gaps), "must run from unmarked to marked on a plain white area")
        value, low, high = mean_span(gaps)
        low, high = min(low, value - READ_OFF_EV), max(high, value + READ_OFF_EV)
        figure = Figure(id="gap_ev", label=f"First mark to the end of the data, look {kit.asked.look}", unit="EV", value=value, low=low, high=high, n=len(gaps) * len(ordered), within=EV_WITHIN,
                        sentence=f"After the first mark {value:.1f} stops are left.")  # fmt: skip
        look = base_of(kit.asked.look)
        body = with_gaps(kit.body, {look: figure}, len(ordered), "bench: headroom over the warning")
        return BenchOutcome(
            sentence=f"{figure.sentence} {'Push the exposure by as much where the white must just hold.' if value > 0.2 else 'The warning is nearly exact.'}",
            figures=(figure,), curves=(curve,) if curve else (), offers=(Offer(sentence=f"{kit.body.name}: {value:.1f} stops after the first mark with the {look} look.", body=body),),
            steps=("Raw level of the white spots against exposure, extended to where the data end; light that wandered is seen in the level itself.", f"Level {kit.asked.marked_from} of the camera’s own picture, between the two frames on either side."),
        )  # fmt: skip

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        light = CARD_EV + float(np.random.default_rng(seed).uniform(-0.15, 0.15))
        camera, plane = Shutter(kit.body, seed), card(light, blur_px=0.8)
        files = tuple(
            camera.press(plane, taken_with(kit.asked.look, each.exposure_s or 1, each.iso or 100), picture=True)
            for each in self.shots(kit)
        )
        return Simulated(files, {"gap_ev": true_gap(kit, kit.asked.look)})


def _white_spots(frame: BenchFrame) -> list[Spot]:
    """The brightest even spots, parted so that their spread tells how sure the figure is."""
    spots = sorted(even_spots(frame), key=lambda spot: -float(measured(frame, spot).level[1]))[:BRIGHT_SPOTS]
    parted = []
    for spot in spots:
        middle_x, middle_y = (spot.left + spot.right) / 2, (spot.top + spot.bottom) / 2
        parted += [Spot(spot.left, spot.top, middle_x, middle_y), Spot(middle_x, middle_y, spot.right, spot.bottom)]
    return parted


def _gap_at(frames: Sequence[BenchFrame], spot: Spot, marked_from: int) -> tuple[float, Curve] | None:
    exposures = np.array([np.log2(frame.exposure * frame.iso) for frame in frames])
    levels = np.array([measured(frame, spot).level.max() for frame in frames])
    codes = np.array([_code(frame, spot) for frame in frames])
    plain = (levels > PLAIN_LEVEL[0]) & (levels < PLAIN_LEVEL[1])
    above = np.flatnonzero(codes >= marked_from)
    if plain.sum() < 2 or not len(above) or above[0] == 0:
        return None
    ends = float(np.mean(exposures[plain] - np.log2(levels[plain])))  # where the level would be 1
    k = int(above[0])
    # What the data say of a frame's light counts more than its time: where the lamp wandered, so did the level.
    exposures = np.where(plain, ends + np.log2(np.maximum(levels, 1e-6)), exposures)
    marks = _crossing(exposures, codes, k, marked_from)
    curve = Curve(
        label="White, as the picture shows it",
        x_label="EV from where the data end",
        y_label="level",
        x=tuple(float(e - ends) for e in exposures),
        y=tuple(float(c) for c in codes),
    )
    return ends - marks, curve


def _crossing(exposures: np.ndarray, codes: np.ndarray, k: int, at: float) -> float:
    """Where codes reach a level between the frames k - 1 and k: along the parabola through these two and the one before, as a
    picture's tones bend towards white.
    """
    near = slice(max(k - 2, 0), k + 1)
    bent = np.polyfit(exposures[near] - exposures[k - 1], codes[near], len(exposures[near]) - 1)
    steps = np.linspace(0, exposures[k] - exposures[k - 1], 400)
    reached = np.polyval(bent, steps) >= at
    return float(exposures[k - 1] + (steps[int(np.argmax(reached))] if reached.any() else steps[-1]))


def _code(frame: BenchFrame, spot: Spot) -> float:
    """The level of the fullest channel of the camera's own picture at a spot."""
    picture = frame.picture
    assert picture is not None
    height, width = picture.shape[:2]
    part = picture[
        round(spot.top * height) : round(spot.bottom * height), round(spot.left * width) : round(spot.right * width)
    ]
    return float(part.reshape(-1, 3).mean(axis=0).max())
