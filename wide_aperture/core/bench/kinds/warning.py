"""The over-exposure warning against the raw data: looks of one scene, what each marks, and what the data still hold there."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Figure, Offer
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import EV_WITHIN, in_groups, shot
from wide_aperture.core.bench.kinds.looks import base_of, taken_with, true_gap, with_gaps
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import CARD_EV, HEIGHT, WIDTH, Shutter, time_for
from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.raw_marks import marks_against_raw
from wide_aperture.core.picture.scenes.colour_space import white_of

REPEATS = 3
READ_OFF_EV = 0.1  # what pixels of a small picture on the edge of the marks are read wrongly by, at most
RAMP_EV = (-1.5, 4.5)


class WarningAgainstRaw(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="warning", title="Warning against raw", purpose="What each look marks as burnt that the raw data still hold: the same scene, look after look.",
        needs=("a stand", "steady light", "something that runs from mid to blinding without a step: a wall beside a lamp", "raw files with the camera’s own picture in them"),
        how=("One exposure, so bright that part of it is marked and part is not.", "Three frames of the first look, then three of the next.", "White balance by kelvin, so that it stays."),
        varies=(), wants="raw", fewest=4, offers="the gap of each look on the body: clicks on the field card",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        iso = kit.body.base_iso
        return tuple(
            shot(f"Look {look}", "Some of it marked.", frames=REPEATS, iso=iso, exposure_s=time_for(iso, 8, CARD_EV), look=look)
            for look in kit.asked.looks
        )  # fmt: skip

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        looks = kit.asked.looks
        groups = in_groups(list(frames), len(looks), ", ".join(looks))
        figures: dict[str, Figure] = {}
        for k, (look, group) in enumerate(zip(looks, groups, strict=True)):
            found = [_against(frame, kit.asked.marked_from) for frame in group]
            value, low, high = mean_span([gap for gap, _ in found])
            held = float(np.mean([held for _, held in found]))
            figures[look] = Figure(
                id=f"gap_{k}", label=f"First mark to the end of the data, look {look}", unit="EV", value=value, low=min(low, value - READ_OFF_EV), high=max(high, value + READ_OFF_EV), n=len(group), within=EV_WITHIN,
                sentence=f"Look {look}: {held:.0%} of the frame is marked and not lost; {value:.1f} stops are left.",
            )  # fmt: skip
        body = with_gaps(kit.body, figures, len(frames), "bench: warning against raw")
        nearest = min(figures, key=lambda look: abs(figures[look].value))
        return BenchOutcome(
            sentence=" ".join(each.sentence for each in figures.values()) + f" Look {nearest} is nearest to the data: set it where the warning shall judge the raw file.",
            figures=tuple(figures.values()), offers=(Offer(sentence=f"{body.name} with the gaps of {len({base_of(look) for look in looks})} looks.", body=body),),
            steps=("The camera’s own picture and its data laid over each other.", "The level of the data that parts marked from unmarked best."),
        )  # fmt: skip

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        iso = kit.body.base_iso
        light = CARD_EV + float(np.random.default_rng(seed).uniform(-0.3, 0.3))
        ramp = 2.0 ** (light + np.linspace(*RAMP_EV, WIDTH, dtype=np.float32))
        plane = np.asarray(np.broadcast_to(ramp[None, :, None], (HEIGHT, WIDTH, 3)) * white_of(5500), np.float32)
        camera = Shutter(kit.body, seed)
        files = tuple(
            camera.press(plane, taken_with(look, time_for(iso, 8, CARD_EV), iso), picture=True)
            for look in kit.asked.looks
            for _ in range(REPEATS)
        )
        return Simulated(files, {f"gap_{k}": true_gap(kit, look) for k, look in enumerate(kit.asked.looks)})


def _against(frame: BenchFrame, marked_from: int) -> tuple[float, float]:
    """(the gap in stops, the share marked but held). Raises: DomainError where the frame does not tell."""
    if frame.picture is None:
        raise DomainError(frame.name, "", "must hold the camera’s own picture beside the raw data")
    level = np.ascontiguousarray(np.clip(frame.levels.max(axis=2), 0, 1))
    found = marks_against_raw(frame.picture, level, marked_from)
    if found is None or found[0].gap_ev is None:
        raise DomainError(frame.name, "", "must be marked in part, with its data not yet at their end there")
    return found[0].gap_ev, found[0].held
