"""Gain in the camera, or the same exposure pushed at home: what the difference is in the deep tones."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.even import light_drift
from wide_aperture.core.bench.found import BenchOutcome, Figure
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import EV_WITHIN, capture, shot
from wide_aperture.core.bench.noise import is_capped, transfer
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import CARD_EV, Shutter, card, time_for
from wide_aperture.core.bench.spots import even_spots
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.sensor import read_noise_at, signal_to_noise

PUSH_STOPS = 4
DEEP_EV = -4.0
NOTHING_EV = 0.15
REPEATS = 3


def _advantage_ev(snr_gain: float, snr_push: float) -> float:
    """As stops of light that would make up for it. Source: where light's own noise decides, signal-to-noise goes with its root."""
    return float(2 * np.log2(snr_gain / snr_push))


class PushOrGain(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="push_or_gain", title="Push against gain", purpose="Whether a dark scene is better taken at a high ISO, or at a low one and lifted at home.",
        needs=("a stand", "steady light", "a scene with plain areas from white to black", "raw files", "the lens cap"),
        how=("One time and aperture for all frames: only ISO changes.", "Some frames of each ISO, then one of each under the cap."),
        varies=("iso",), wants="raw", fewest=4, offers="nothing to the kit: how you set ISO where the data are developed at home",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        low = kit.body.base_iso
        high = min(low * 2**PUSH_STOPS, kit.body.highest_iso)
        time = time_for(high, 8, CARD_EV)
        return (
            shot("Low, to be lifted", "Dark on the screen.", frames=REPEATS, iso=low, exposure_s=time),
            shot("High", "Mid-tones in the middle.", frames=REPEATS, iso=high, exposure_s=time),
            shot("Under the cap", "Black.", iso=low, exposure_s=time, cap="on"),
            shot("Under the cap", "Black.", iso=high, exposure_s=time, cap="on"),
        )

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        dark = [frame for frame in frames if is_capped(frame)]
        lit = [frame for frame in frames if not is_capped(frame)]
        isos = sorted({frame.iso for frame in lit})
        if len(isos) != 2:
            raise DomainError("frames", len(isos), "must have two ISOs, one low and one high")
        low, high = ([frame for frame in lit if frame.iso == iso] for iso in isos)
        spots = even_spots(high[0])
        stops = float(np.log2(isos[1] / isos[0]))
        faults = light_drift(lit, spots)[
            1
        ]  # of light that wandered only the figure's certainty suffers: noise is told by level
        deep = 2.0 ** (DEEP_EV - kit.body.electrons.mid_below_clipping_ev)
        found = []
        for bright, plain in zip(high, low, strict=False):
            told = transfer([bright, plain], spots, dark)
            found.append((_advantage_ev(told.snr(0, deep)[0], told.snr(1, deep / 2**stops)[0]), told))
        values = np.array([each for each, _ in found])
        errors = [
            2 * np.log2(np.e) * np.hypot(told.snr(0, deep)[1], told.snr(1, deep / 2**stops)[1]) for _, told in found
        ]
        half = max(
            1.96 * float(np.mean(errors)) / np.sqrt(len(found)), 2.2 * float(values.std()) / np.sqrt(len(found)), 0.02
        )
        value = float(values.mean())
        figure = Figure(
            id="gain_pays_ev",
            label=f"What gain is worth, four stops under mid, {stops:.0f} stops of push",
            unit="EV",
            value=value,
            low=value - half,
            high=value + half,
            n=len(lit),
            within=EV_WITHIN,
        )
        if abs(value) < NOTHING_EV:
            sentence = "No difference seen: set ISO low and lift at home where highlights are at risk."
        else:
            sentence = f"Gain in the camera is worth {value:.1f} stops of light in the deep tones: raise ISO to where the mid-tones lie right."
        return BenchOutcome(
            sentence=sentence,
            figures=(figure,),
            faults=tuple(faults),
            steps=(
                "Noise against signal for each pair of frames.",
                "Signal-to-noise of the same deep tone in both, as stops of light.",
            ),
        )

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        light = CARD_EV + float(np.random.default_rng(seed).uniform(-0.2, 0.2))
        camera, plane = Shutter(kit.body, seed), card(light, blur_px=0.8)
        files = tuple(
            camera.press(plane * 0 if each.set.get("cap") else plane, capture(each.exposure_s or 1, each.iso or 100))
            for each in self.shots(kit)
            for _ in range(each.frames)
        )
        figures, body = kit.body.electrons, kit.body
        low, high = body.base_iso, min(body.base_iso * 2**PUSH_STOPS, body.highest_iso)
        deep_e = figures.full_well_e * body.base_iso / high / 2 ** (figures.mid_below_clipping_ev - DEEP_EV)
        gain, push = (
            float(signal_to_noise(deep_e, float(read_noise_at(figures, iso)), figures.prnu_fraction))
            for iso in (high, low)
        )
        return Simulated(files, {"gain_pays_ev": _advantage_ev(gain, push)})
