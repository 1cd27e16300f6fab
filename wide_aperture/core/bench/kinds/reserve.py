"""What a highlight reserve gains above and costs below, at one brightness."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.even import drift_between
from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Figure
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import EV_WITHIN, capture, in_groups, level_ratio_ev, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import CARD_EV, Shutter, card, time_for
from wide_aperture.core.bench.spots import even_spots

MODES = (("off", "off"), ("highlight_reserve_1", "+1"), ("highlight_reserve_2", "+2"), ("auto", "automatic"))
NOTHING_EV = 0.1
DRIFT_OFF_EV = 0.01  # what the light's own change is read wrongly by
ISO_STEPS = 3  # stops over base, where every reserve works


class ReserveTest(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="reserve", title="Highlight reserve", purpose="How many stops each reserve really holds above, at one brightness of the picture.",
        needs=("a stand", "steady light", "a scene with plain areas", "raw files"),
        how=("One ISO, high enough for every reserve.", "Time and aperture stay; only the reserve is changed, in this order: off, +1, +2, automatic, and off once more, which tells whether the light stayed.", "As many frames of each."),
        varies=(), wants="raw", fewest=4, offers="nothing to the kit: it says whether the sheet is true of your body",
    )  # fmt: skip

    def _iso(self, kit: Kit) -> float:
        return float(min(kit.body.base_iso * 2**ISO_STEPS, kit.body.highest_iso))

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        iso = self._iso(kit)
        return tuple(
            shot(
                f"Reserve {label}",
                "The same brightness on the screen.",
                frames=2,
                iso=iso,
                exposure_s=time_for(iso, 8, CARD_EV),
                reserve=label,
            )
            for _, label in (*MODES, MODES[0])
        )

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        *groups, last = in_groups(list(frames), len(MODES) + 1, "off, +1, +2, automatic and off again")
        spots = even_spots(groups[0][0])
        drift, faults = drift_between(groups[0], last, spots)
        figures = []
        for k, ((mode, label), group) in enumerate(zip(MODES[1:], groups[1:], strict=True), 1):
            gains = [
                drift * k / len(MODES) - each
                for frame, plain in zip(group, groups[0], strict=True)
                for each in level_ratio_ev(frame, plain, spots)
            ]
            value, low, high = mean_span(gains)
            nothing = abs(value) < NOTHING_EV and low <= NOTHING_EV
            figures.append(
                Figure(
                    id=f"gain_{mode}", label=f"Reserve {label}: room above", unit="EV", value=value, low=low - DRIFT_OFF_EV, high=high + DRIFT_OFF_EV, n=len(gains), within=EV_WITHIN,
                    sentence=f"Reserve {label}: no difference seen." if nothing else f"Reserve {label} holds {value:.2f} stops more above, and the shadows have the noise of as much less light.",
                )
            )  # fmt: skip
        return BenchOutcome(
            sentence=" ".join(each.sentence for each in figures),
            figures=tuple(figures),
            faults=tuple(faults),
            steps=(
                "The level of each even spot in the data, against the frames without a reserve.",
                f"The light changed by {drift:+.2f} stops between the first and the last of those; each kind is brought to the first.",
            ),
        )

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        iso = self._iso(kit)
        light = CARD_EV + float(np.random.default_rng(seed).uniform(-0.3, 0.3))
        camera, plane = Shutter(kit.body, seed), card(light, blur_px=0.8)
        files = tuple(
            camera.press(plane, capture(time_for(iso, 8, CARD_EV), iso, reserve=mode))
            for mode, _ in (*MODES, MODES[0])
            for _ in range(2)
        )
        return Simulated(files, {f"gain_{mode}": kit.body.reserve_at(iso, mode) for mode, _ in MODES[1:]})
