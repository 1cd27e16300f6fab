"""How often focus sits: frames of several ways of focusing, each counted as hit, near miss or miss, and what was never released."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.edges import discs, out_of_focus, sharpest
from wide_aperture.core.bench.found import BenchOutcome, Figure
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.intervals import wilson
from wide_aperture.core.bench.kinds.common import EDGES, capture, in_groups, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import Shutter, card

FRAMES = 48
NEAR_TIMES = 2.2  # the circle of confusion, up to which a miss is a near one
WITHIN = 0.15
CELL = 2


class FocusYield(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="focus_yield", title="Focus: which way?", purpose="How many frames in a hundred sit, under one way of focusing and others: lamp or none, detection automatic, forced or off, one area or another.",
        needs=("a target that stays", "light as dark as you work in"),
        how=("Four dozen frames each way; before every frame the lens is turned away from focus.", "All of the first way, then all of the next.", "Frames the camera would not release are missing, and are counted as such."),
        varies=(), wants="either", fewest=20, offers="nothing to the kit: which way to set, and how sure that is",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return tuple(
            shot(way.capitalize(), "The target in the middle.", frames=FRAMES, iso=kit.body.base_iso * 16, exposure_s=1 / 250, way=way)
            for way in kit.asked.ways
        )  # fmt: skip

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        ways = kit.asked.ways
        groups = in_groups(list(frames), len(ways), " and ".join(ways))
        blur = discs(frames[sharpest([frame.green for frame in frames])].green)
        coc = kit.body.coc_mm / kit.body.pixel_pitch_um * 1000 / (CELL if frames[0].is_raw else 1)
        figures = []
        for k, (way, group) in enumerate(zip(ways, groups, strict=True)):
            found = [blur.amount_of(frame.green) for frame in group]
            hits = sum(disc <= coc for disc in found)
            near = sum(coc < disc <= coc * NEAR_TIMES for disc in found)
            low, high = wilson(hits, len(group))
            figures.append(Figure(id=f"hits_{k}", label=f"Hits, {way}", unit="of all", value=hits / len(group), low=low, high=high, n=len(group), within=WITHIN,
                                  sentence=f"{way[0].upper()}{way[1:]}: {hits} hits, {near} near misses, {len(group) - hits - near} misses."))  # fmt: skip
        best, *others = sorted(range(len(ways)), key=lambda k: -figures[k].low)
        beaten = [k for k in others if figures[best].low > figures[k].high]
        verdict = (
            f"“{ways[best]}” sits more often than {'all others' if len(beaten) == len(others) > 1 else ' and '.join(f'“{ways[k]}”' for k in sorted(beaten))}."
            if beaten
            else "Chance may decide between them: take more frames, or take the handiest one."
        )
        return BenchOutcome(
            sentence=" ".join([*(each.sentence for each in figures), verdict]),
            figures=tuple(figures),
            steps=(
                "Each frame laid on the sharpest one, which is blurred until it looks like it.",
                f"A hit: a disc of no more than {coc:.1f} pixels.",
                "Wilson’s interval of each share.",
            ),
        )

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        camera, plane = Shutter(kit.body, seed), card(9.0, blur_px=0.8)[EDGES]
        coc = kit.body.coc_mm / kit.body.pixel_pitch_um * 1000
        truth, files = {}, []
        for k in range(len(kit.asked.ways)):
            chance = float(random.uniform(0.35, 0.95))
            truth[f"hits_{k}"] = chance
            for _ in range(FRAMES):
                hit = random.uniform() < chance
                disc = coc * float(random.uniform(0, 0.75) if hit else random.uniform(1.4, 3.0))
                iso = kit.body.base_iso * 16
                light = out_of_focus(plane, disc) * np.float32(2.8**2 * 250 / (2**9.0 * iso / 100))
                files.append(camera.press(np.asarray(light, np.float32), capture(1 / 250, iso, aperture=2.8)))
        return Simulated(tuple(files), truth)
