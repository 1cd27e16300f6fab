"""How much a room's light pulses: from a series of short exposures at any moments."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.fit import SURE
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import capture, lit, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import HEIGHT, WIDTH, Shutter
from wide_aperture.core.physics.motion import flicker_swing

TIME_S = 1 / 1000
FRAMES = 40
LAMP_EV = 9.0
ASKED_S = (1 / 1000, 1 / 500, 1 / 320, 1 / 200, 1 / 125, 1 / 100, 1 / 60)
WITHIN = 0.1
STEADY = 0.03


class Flicker(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="flicker", title="Flicker of a room", purpose="How far frames differ in brightness under this room’s lamps, and from which time on they do not.",
        needs=("the room with its lamps on, daylight shut out", "an even wall"),
        how=("Mechanical shutter, anti-flicker release off.", "A short time, everything by hand.", "Forty frames at uneven moments."),
        varies=(), wants="either", fewest=20, offers="nothing to the kit: the depth of the pulse, for the brief of a shoot in this room",
        care="Pulsing light can harm people with photosensitive epilepsy: ask who is in the room.",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return (
            shot(
                "The wall",
                "Brighter and darker from frame to frame.",
                frames=FRAMES,
                exposure_s=TIME_S,
                iso=kit.body.base_iso * 16,
                shutter_type="mechanical",
                anti_flicker="off",
            ),
        )

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        lit(frames)
        light = np.array(
            [float(frame.green[frame.green.shape[0] // 4 : -frame.green.shape[0] // 4].mean()) for frame in frames]
        )
        light /= light.mean()
        hz = 2.0 * kit.asked.mains_hz
        time = frames[0].said.exposure_s or TIME_S
        left = max(abs(float(np.sinc(time * hz))), 0.05)  # what so long an exposure leaves of the pulse
        # Moments at random: the square of a wave is half its depth's square on average, with half of that as its spread.
        squares = 2 * np.square(light - 1)
        mean, error = float(squares.mean()), float(squares.std(ddof=1)) / np.sqrt(len(light))
        value, low, high = (
            float(np.sqrt(max(each, 0))) / left for each in (mean, mean - SURE * error, mean + SURE * error)
        )
        value, high = min(value, 1.0), min(high, 1.0)
        figure = Figure(
            id="modulation",
            label="Depth of the pulse",
            unit="of the mean",
            value=value,
            low=min(low, value),
            high=max(high, value),
            n=len(frames),
            within=WITHIN,
        )
        swings = [
            float(max(-flicker_swing(each, hz, value, "sine")[0], flicker_swing(each, hz, value, "sine")[1]))
            for each in ASKED_S
        ]
        quiet = next((each for each, swing in zip(ASKED_S, swings, strict=True) if swing < 1 / 6), ASKED_S[-1])
        told = (
            "No pulse that shows."
            if value < STEADY
            else f"The light pulses by {value:.0%} of its mean: single frames at 1/500 s lie up to {swings[1]:.1f} stops off. From 1/{1 / quiet:.0f} s on it hardly shows; or release with the lamp."
        )
        curve = Curve(
            label="Furthest that a frame may lie off", x_label="time, s", y_label="EV", x=ASKED_S, y=tuple(swings)
        )
        return BenchOutcome(
            sentence=told,
            figures=(figure,),
            curves=(curve,),
            steps=(
                "Mean brightness of each frame’s middle against the series’.",
                f"The depth that leaves such a spread at {hz:.0f} pulses a second.",
            ),
        )

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        depth, hz = float(random.uniform(0.1, 0.7)), 2.0 * kit.asked.mains_hz
        camera, each = Shutter(kit.body, seed), self.shots(kit)[0]
        files = []
        for _ in range(FRAMES):
            turn = float(random.uniform(0, 2 * np.pi))
            light = 1 + depth * float(np.sinc(TIME_S * hz)) * np.sin(turn)
            plane = np.full((HEIGHT // 2, WIDTH // 2, 3), 2.0**LAMP_EV * light, np.float32)
            files.append(camera.press(plane, capture(TIME_S, each.iso or 1600, aperture=2.8)))
        return Simulated(tuple(files), {"modulation": depth})
