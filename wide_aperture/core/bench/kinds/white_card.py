"""The colour of a light: one grey card at several kelvin settings, and where it comes out grey."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.fit import least_squares, student
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure
from wide_aperture.core.bench.frame import BLUE, GREEN, RED, BenchFrame
from wide_aperture.core.bench.kinds.common import capture, in_groups, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import HEIGHT, WIDTH, Shutter
from wide_aperture.core.errors import DomainError
from wide_aperture.core.picture.imaging.capture import LookRecipe, WhiteSetting
from wide_aperture.core.picture.scenes.colour_space import white_of

LAMP_EV = 8.0
MIDDLE = 0.3  # of the frame, where the card is read
REPEATS = 2
MIRED = 1e6
WITHIN_MIRED = 8.0  # under what anybody sees
READ_OFF_MIRED = 3.0  # what eight bits and a curve through the settings may be off


class WhiteCard(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="white_card", title="Kelvin of one light", purpose="Which kelvin setting makes a grey card grey under this lamp, and what cast is left.",
        needs=("a grey card that fills the middle of the frame", "the one light alone", "the camera’s own pictures"),
        how=("White balance by kelvin, at each value of the list in turn; the tint at nought.", "Two frames of each, exposed at mid."),
        varies=(), wants="picture", fewest=6, offers="nothing to the kit: kelvin for the brief of a shoot under this light",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return tuple(
            shot(
                "The card",
                "Blue at first, orange at last.",
                frames=REPEATS,
                iso=kit.body.base_iso * 4,
                exposure_s=1 / 60,
                kelvin=f"{kelvin:g} K",
            )
            for kelvin in kit.asked.kelvins
        )

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        kelvins = kit.asked.kelvins
        groups = in_groups(list(frames), len(kelvins), " K, ".join(f"{each:g}" for each in kelvins) + " K")
        mireds, casts, tints = [], [], []
        for kelvin, group in zip(kelvins, groups, strict=True):
            for frame in group:
                height, width = frame.levels.shape[:2]
                part = frame.levels[
                    int(height * (0.5 - MIDDLE / 2)) : int(height * (0.5 + MIDDLE / 2)),
                    int(width * (0.5 - MIDDLE / 2)) : int(width * (0.5 + MIDDLE / 2)),
                ]
                red, green, blue = (float(part[..., k].mean()) for k in (RED, GREEN, BLUE))
                if min(red, green, blue) < 0.003 or max(red, green, blue) > 0.97:
                    continue  # black or cut off: it tells no colour
                mireds.append(MIRED / kelvin)
                casts.append(np.log2(red / blue))
                tints.append(np.log2(green / np.sqrt(red * blue)))
        x, y = np.array(mireds), np.array(casts)
        if len(set(mireds)) < 3 or y.min() > 0 or y.max() < 0:
            raise DomainError(
                "frames", len(mireds), "must run from a blue card to an orange one, three settings at least"
            )
        near = np.argsort(np.abs(y))[: max(3 * REPEATS, 6)]
        middle = float(x[near].mean())
        fitted = least_squares(
            np.stack([np.ones(len(near)), x[near] - middle, (x[near] - middle) ** 2], axis=1), y[near]
        )
        a, b, c = fitted.values
        step = -a / b
        for _ in range(8):
            step = -(a + c * step**2) / b
        mired = middle + float(step)
        half = student(fitted.freedom) * float(fitted.errors[0]) / abs(b + 2 * c * step) + READ_OFF_MIRED
        value, low, high = MIRED / mired, MIRED / (mired + half), MIRED / (mired - half)
        order = np.argsort(x)
        tint = float(np.interp(mired, x[order], np.array(tints)[order]))
        figures = (
            Figure(id="kelvin", label="The card is grey at", unit="K", value=value, low=low, high=high, n=len(mireds), within=WITHIN_MIRED / MIRED * value**2, sentence=f"Set {round(value, -1):.0f} K under this light."),
        )  # fmt: skip
        left = (
            "no cast is left"
            if abs(tint) < 0.03
            else f"a {'green' if tint > 0 else 'magenta'} cast of {abs(tint):.2f} stops is left for the tint"
        )
        curve = Curve(
            label="Red against blue of the card",
            x_label="kelvin set",
            y_label="stops",
            x=tuple(MIRED / each for each in mireds),
            y=tuple(float(each) for each in casts),
        )
        return BenchOutcome(
            sentence=f"{figures[0].sentence} At that {left}.",
            figures=figures,
            curves=(curve,),
            steps=(
                "Red over blue of the card at each setting.",
                "A curve through the nearest ones; where it crosses nought the card is grey.",
            ),
        )

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        kelvin = float(np.random.default_rng(seed).uniform(3000, 5800))
        camera, body = Shutter(kit.body, seed), kit.body
        plane = np.asarray(
            np.ones((HEIGHT, WIDTH, 3), np.float32) * np.float32(2.0**LAMP_EV) * white_of(kelvin), np.float32
        )
        iso = body.base_iso * 4
        time = 8**2 / (2.0**LAMP_EV * iso / 100)
        files = tuple(
            camera.press(
                plane,
                capture(time, iso, look=LookRecipe(base="neutral"), white=WhiteSetting(mode="kelvin", kelvin=each)),
                raw=False,
                picture=True,
                white_balance="kelvin",
            )
            for each in kit.asked.kelvins
            for _ in range(REPEATS)
        )
        return Simulated(files, {"kelvin": kelvin})
