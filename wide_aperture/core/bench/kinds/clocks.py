"""How far the clocks of two bodies lie apart: frames taken by both at the same moments."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.found import BenchOutcome, Figure, FrameFault
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.intervals import middle_of
from wide_aperture.core.bench.kinds.common import capture, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import BEGAN, Shutter
from wide_aperture.core.errors import DomainError

PAIRS = 8
WITHIN_S = 1.0
FAR_S = 3.0
SMALL = (48, 64)


class Clocks(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="clocks", title="Clocks of two bodies", purpose="By how many seconds one body’s clock is ahead of the other’s, so that frames sort by time.",
        needs=("both bodies", "anything to photograph"),
        how=("One in each hand: both releases pressed together, eight times, some seconds between.",),
        varies=("body_make_model", "lens_model", "exposure_s", "iso", "f_number", "focal_mm", "white_balance", "exposure_program", "compensation_ev", "flash_fired"), wants="either", fewest=6,
        offers="nothing to the kit: set the clock, or correct the frames under Read back",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return (
            shot("Both releases together", "The same number of frames on both bodies.", frames=PAIRS, bodies="both"),
        )

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        by_body: dict[str, list[dt.datetime]] = {}
        for frame in frames:
            if frame.said.taken_at is not None:
                at = frame.said.taken_at + dt.timedelta(milliseconds=frame.said.subsecond_ms or 0)
                by_body.setdefault(frame.said.body_serial or frame.said.body_make_model or "", []).append(at)
        if len(by_body) != 2:
            raise DomainError("frames", len(by_body), "must come from two bodies that name themselves differently")
        (first, one), (second, other) = sorted(by_body.items())
        if len(one) != len(other):
            raise DomainError("frames", f"{len(one)} and {len(other)}", "must be as many from each body")
        apart = np.array([(b - a).total_seconds() for a, b in zip(sorted(one), sorted(other), strict=True)])
        value, low, high = middle_of(apart)
        odd = [k for k, each in enumerate(apart) if abs(each - value) > FAR_S]
        faults = [
            FrameFault(
                frame="",
                sentence=f"Pair {k + 1} lies {abs(apart[k] - value):.1f} s off the others: the releases were not pressed together.",
                refused=False,
            )
            for k in odd
        ]
        figure = Figure(id="offset_s", label=f"{second} is ahead of {first} by", unit="s", value=value, low=low, high=high, n=len(apart), within=WITHIN_S,
                        sentence=f"The clock of {second} is {abs(value):.1f} s {'ahead of' if value > 0 else 'behind'} that of {first}.")  # fmt: skip
        return BenchOutcome(
            sentence=figure.sentence,
            figures=(figure,),
            faults=tuple(faults),
            steps=("Frames of each body in their order, pair by pair.", "The middle of the differences."),
        )

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        offset = float(random.uniform(-90, 90))
        plane = np.full((*SMALL, 3), 2.0**9, np.float32)
        files = []
        for name, ahead in ((f"{kit.body.name} A", 0.0), (f"{kit.body.name} B", offset)):
            camera = Shutter(kit.body, seed, prefix=f"{name[-1]}_")
            for k in range(PAIRS):
                at_s = 600 + 7.0 * k + float(random.normal(0, 0.12)) + ahead
                moment = BEGAN + dt.timedelta(seconds=at_s)
                files.append(
                    camera.press(
                        plane,
                        capture(1 / 125, 400),
                        taken_at=moment.replace(microsecond=0),
                        subsecond_ms=moment.microsecond // 1000,
                        body_make_model=name,
                    )
                )
        return Simulated(tuple(files), {"offset_s": offset})
