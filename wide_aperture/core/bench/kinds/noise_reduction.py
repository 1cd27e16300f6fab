"""Whether noise reduction in the camera pays: how much noise it takes, and how much of fine detail goes along."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from functools import lru_cache
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.even import light_drift
from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Figure
from wide_aperture.core.bench.frame import GREEN, BenchFrame
from wide_aperture.core.bench.kinds.common import EV_WITHIN, capture, in_groups, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import CARD_EV, Shutter, SimulatedFile, card, time_for
from wide_aperture.core.bench.spots import Spot, even_spots
from wide_aperture.core.documents.body import Body
from wide_aperture.core.errors import DomainError
from wide_aperture.core.picture.imaging.capture import LookRecipe

REPEATS = 4
ISO_STOPS = 7
NOTHING_EV = 0.15
TRUTH_SEEDS, OTHERS = 3, 100_000


class NoiseReduction(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="noise_reduction", title="Does noise reduction pay?", purpose="How many stops of noise the camera’s reduction takes out of its own pictures, and how much detail with it.",
        needs=("a stand", "steady light", "a scene with plain areas and fine detail", "the camera’s own pictures"),
        how=("One high ISO; nothing else changes.", "Four frames with the reduction off, then four with it on.", "For long exposures: the same with the dark frame off and on."),
        varies=(), wants="picture", fewest=4, offers="nothing to the kit: what to set where pictures leave the camera as they are",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        iso = min(kit.body.base_iso * 2**ISO_STOPS, kit.body.highest_iso)
        return tuple(
            shot(
                f"Reduction {state}",
                "The same brightness.",
                frames=REPEATS,
                iso=iso,
                exposure_s=time_for(iso, 8, CARD_EV),
                reduction=state,
            )
            for state in ("off", "on")
        )

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        plain, reduced = in_groups(list(frames), 2, "off and on")
        if len(plain) < 2:
            raise DomainError(
                "frames", len(frames), "must be two of each at least, so that noise can be told from detail"
            )
        spots = even_spots(plain[0])
        faults = light_drift([plain[0], *reduced], spots)[1]
        # What two frames of one thing do not share is noise: detail and grain of the card fall out.
        gains = [
            float(np.log2(a / b))
            for a, b in zip(_noise(plain, spots), _noise(reduced, spots), strict=True)
            if min(a, b) > 0
        ]
        value, low, high = mean_span(gains)
        kept = _detail_kept(plain, reduced)
        figure = Figure(id="noise_less_ev", label="Noise taken out", unit="EV", value=value, low=low, high=high, n=len(gains), within=EV_WITHIN,
                        sentence="No difference seen." if abs(value) < NOTHING_EV else f"It takes {value:.1f} stops of noise.")  # fmt: skip
        pays = value > NOTHING_EV and kept > 0.85
        verdict = (
            ""
            if abs(value) < NOTHING_EV
            else f" {kept:.0%} of fine detail is left: {'it pays where pictures leave the camera as they are' if pays else 'leave it off, and reduce at home where you see what goes'}."
        )
        return BenchOutcome(
            sentence=figure.sentence + verdict,
            figures=(figure,),
            faults=tuple(faults),
            steps=(
                "Two frames of each kind subtracted: what is left is noise.",
                "Fine detail that frames with and without have in common, against what those without have.",
            ),
        )

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        files = self._pressed(kit, seed)
        return Simulated(files, {"noise_less_ev": self._truth(kit.body)})

    @lru_cache(maxsize=4)  # noqa: B019  there is one test of each kind
    def _truth(self, body: Body) -> float:
        """The truth of a filter is what it does on many other frames."""
        runs = [[each.frame for each in self._pressed(Kit(body), OTHERS + k)] for k in range(TRUTH_SEEDS)]
        spots = even_spots(runs[0][0])
        plain, reduced = (
            np.mean([_noise(run[part], spots) for run in runs], axis=0)
            for part in (slice(0, REPEATS), slice(REPEATS, None))
        )
        return float(np.mean(np.log2(plain / reduced)))

    def _pressed(self, kit: Kit, seed: int) -> tuple[SimulatedFile, ...]:
        camera, plane = Shutter(kit.body, seed), card(CARD_EV, blur_px=0.5)
        return tuple(
            camera.press(
                plane,
                capture(
                    each.exposure_s or 1,
                    each.iso or 100,
                    look=LookRecipe(base="neutral", noise_strength="off" if k == 0 else "strong"),
                ),
                raw=False,
                picture=True,
            )
            for k, each in enumerate(self.shots(kit))
            for _ in range(REPEATS)
        )


def _noise(frames: Sequence[BenchFrame], spots: Sequence[Spot]) -> np.ndarray:
    """The noise of each spot, from the differences of frames to the one before."""
    found = []
    for spot in spots:
        parts = [spot.of(frame)[..., GREEN] for frame in frames]
        found.append(float(np.sqrt(np.mean([np.var(b - a) / 2 for a, b in itertools.pairwise(parts)]))))
    return np.array(found)


def _detail_kept(plain: Sequence[BenchFrame], reduced: Sequence[BenchFrame]) -> float:
    """What of the fine detail common to all plain frames the reduced ones still have."""
    import cv2

    def fine(plane: np.ndarray) -> np.ndarray:
        return np.asarray(plane - cv2.GaussianBlur(plane, (0, 0), 1.5))

    half = max(len(plain) // 2, 1)
    one, other = (fine(np.mean([frame.green for frame in part], axis=0)) for part in (plain[:half], plain[half:]))
    with_it = fine(np.mean([frame.green for frame in reduced], axis=0))
    return float(np.clip((with_it * (one + other) / 2).sum() / max(float((one * other).sum()), 1e-12), 0, 1))
