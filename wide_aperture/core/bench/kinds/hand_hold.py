"""How slow a hand holds still with this lens: frames at each time, the sharp ones counted, a curve through them."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.edges import sharpest, smeared, smears
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure, NamedFigure, Offer
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.hand_hold import hand_hold
from wide_aperture.core.bench.intervals import wilson
from wide_aperture.core.bench.kinds.common import capture, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import Shutter, card
from wide_aperture.core.craft.figures import figure as craft_figure
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.physics import motion

FRAMES = 12
STOPS = (-1.0, 0.0, 0.6, 1.2, 1.8, 2.4, 3.0, 4.0)  # slower than the plain rule
CELL = 2  # sensor pixels from one green pixel to the next
WITHIN_EV = 0.5
MOST_REACH_PX = 120.0


class HandHold(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="hand_hold", title="Your hand", purpose="The time at which every second frame of yours is sharp, with this lens and posture.",
        needs=("a plain target with hard edges, well lit", "the lens as you carry it", "your usual posture"),
        how=("Stabiliser as you mean to test it, for all frames alike.", "Twelve frames at each time, single ones, a breath between them.", "Let the ISO make up for the time."),
        varies=("exposure_s", "iso", "f_number"), wants="either", fewest=24, offers="what your stabiliser loses against its sheet, or your plain hand",
    )  # fmt: skip

    def _rule_s(self, kit: Kit) -> float:
        focal = kit.asked.focal_mm or (kit.lens.focal_max_mm if kit.lens else 50.0)
        return float(motion.handheld_limit(focal, kit.body.crop_factor))

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        rule = self._rule_s(kit)
        return tuple(
            shot(
                "The target, from the hand",
                "Sharp at first, smeared at last.",
                frames=FRAMES,
                exposure_s=rule * 2**stops,
            )
            for stops in STOPS
        )

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        smear = smears(frames[sharpest([frame.green for frame in frames])].green)
        tolerance = kit.body.coc_mm / kit.body.pixel_pitch_um * 1000 / (CELL if frames[0].is_raw else 1)
        by_time: dict[float, list[bool]] = {}
        for frame in frames:
            by_time.setdefault(round(frame.said.exposure_s or 0, 6), []).append(
                smear.amount_of(frame.green) <= tolerance
            )
        times = sorted(by_time)
        hits, totals = [sum(by_time[each]) for each in times], [len(by_time[each]) for each in times]
        found = hand_hold(times, hits, totals)
        limit = Figure(
            id="limit_s", label="Every second frame is sharp at", unit="s", value=found.limit_s, low=found.low_s, high=found.high_s, n=sum(totals),
            within=found.limit_s * (2**WITHIN_EV - 1), sentence=f"At 1/{1 / found.limit_s:.0f} s every second frame of yours is sharp." if found.limit_s < 0.5 else f"At {found.limit_s:.1f} s every second frame of yours is sharp.",
        )  # fmt: skip
        spans = [wilson(hit, total) for hit, total in zip(hits, totals, strict=True)]
        curve = Curve(label="Sharp frames", x_label="time, s", y_label="share", x=tuple(times), y=tuple(hit / total for hit, total in zip(hits, totals, strict=True)),
                      low=tuple(low for low, _ in spans), high=tuple(high for _, high in spans))  # fmt: skip
        best_of_three = found.curve.half * (1 / (1 - 0.5 ** (1 / 3)) - 1) ** (1 / found.curve.steep)
        return BenchOutcome(
            sentence=f"{limit.sentence} Of three in a row one is, on average, up to {best_of_three / found.limit_s:.1f} times as long.",
            figures=(limit,), curves=(curve,), offers=self._offers(kit, limit),
            steps=("Each frame laid on the sharpest one, which is smeared until it looks like it.", f"Sharp: smeared by no more than {tolerance:.1f} pixels, the circle of confusion.", "A logistic curve in the logarithm of time through the counts."),
        )  # fmt: skip

    def _offers(self, kit: Kit, limit: Figure) -> tuple[Offer, ...]:
        """Where stabilised: by how many stops it stays under its sheet."""
        sheet = max(kit.body.stabiliser_stops or 0.0, (kit.lens.stabiliser_stops or 0.0) if kit.lens else 0.0)
        if not limit.is_sure or sheet <= 0:
            return ()
        gained = [
            math.log2(each / self._rule_s(kit)) - motion.EVEN_CHANCE_STOPS
            for each in (limit.value, limit.high, limit.low)
        ]
        value, low, high = (min(max(sheet - each, 0.0), sheet) for each in gained)
        own = OwnFigure(
            value=round(value, 2),
            low=round(min(low, value), 2),
            high=round(max(high, value), 2),
            n=limit.n,
            source="bench: your hand",
        )
        trade = craft_figure("stabiliser_lab_loss_stops")
        return (
            Offer(
                sentence=f"Your stabiliser gives {sheet - value:.1f} of the {sheet:g} stops of its sheet; we assumed {sheet - trade:.1f}.",
                figure=NamedFigure(name="stabiliser_lab_loss_stops", own=own),
            ),
        )

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        calmer = float(random.uniform(-0.5, 0.5))
        camera, plane = Shutter(kit.body, seed), card(9.0, blur_px=1.2)
        tolerance = kit.body.coc_mm / kit.body.pixel_pitch_um * 1000
        files = []
        for each in self.shots(kit):
            time = each.exposure_s or 0.01
            for _ in range(FRAMES):
                past = math.log2(time / self._rule_s(kit)) - calmer
                length = float(motion.shake_drawn(past, float(random.uniform(0.001, 0.999)))) * tolerance
                light = smeared(plane, min(length, MOST_REACH_PX), float(random.uniform(0, np.pi)))
                iso = kit.body.base_iso * 8
                dimmed = light * np.float32(8**2 / (2**9.0 * time * iso / 100))  # exposed at mid whatever the time
                files.append(camera.press(np.asarray(dimmed, np.float32), capture(time, iso)))
        limit = self._rule_s(kit) * 2 ** (motion.EVEN_CHANCE_STOPS + calmer)
        return Simulated(tuple(files), {"limit_s": limit})
