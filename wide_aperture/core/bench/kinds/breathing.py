"""By how much the picture grows or shrinks as focus is turned from the farthest to the nearest."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.edges import out_of_focus
from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Figure
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import capture, in_groups, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import CARD_EV, HEIGHT, WIDTH, Shutter, card, time_for
from wide_aperture.core.errors import DomainError

REPEATS = 3
WITHIN_PERCENT = 0.5
READ_OFF_PERCENT = 0.18  # what two blurs of one thing are read wrongly by, at most
SMOOTH_PX = 2.5
RIM = 9  # of a side, left out all round
ALIKE = 0.6  # correlation below which two frames do not show one thing
SMALL_STOP = 16.0


class FocusBreathing(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="breathing", title="Focus breathing", purpose="By how much the picture grows or shrinks as focus is turned through: what a focus stack must be cropped by.",
        needs=("a stand", "a target with large detail at a metre or two", "a small aperture, so that both ends still show it"),
        how=("Camera and target stay; only the focus ring is turned.", "Three frames focused as far as it goes, then three as near as it goes."),
        varies=(), wants="either", fewest=4, offers="nothing to the kit: how much room to leave around the subject of a stack",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        iso = kit.body.base_iso * 4
        return tuple(
            shot(f"Focus {end}", "The target, soft at its edges.", frames=REPEATS, iso=iso, exposure_s=time_for(iso, SMALL_STOP, CARD_EV), focus=end)
            for end in ("farthest", "nearest")
        )  # fmt: skip

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        far, near = in_groups(list(frames), 2, "focused far and focused near")
        grown = [(_scale(a.green, b.green, b.name) - 1) * 100 for a, b in zip(far, near, strict=True)]
        value, low, high = mean_span(grown)
        figure = Figure(
            id="grows", label="Picture focused near, against focused far", unit="%", value=value, low=min(low, value - READ_OFF_PERCENT), high=max(high, value + READ_OFF_PERCENT), n=len(frames), within=WITHIN_PERCENT,
            sentence="It does not breathe." if abs(value) < READ_OFF_PERCENT * 2 else f"Focused near, the picture is {abs(value):.1f} % {'larger' if value > 0 else 'smaller'}.",
        )  # fmt: skip
        room = (
            ""
            if abs(value) < READ_OFF_PERCENT * 2
            else f" Leave {abs(value) / 2:.1f} % of the frame free on every side of a focus stack."
        )
        return BenchOutcome(sentence=figure.sentence + room, figures=(figure,), steps=("Each near frame laid on a far one, stretched until they agree.",))  # fmt: skip

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        grows = float(random.uniform(-6, 6))
        camera, plane = Shutter(kit.body, seed), card(CARD_EV, blur_px=0.8)
        middle = cv2.getRotationMatrix2D((WIDTH / 2, HEIGHT / 2), 0.0, 1 + grows / 100)
        stretched = cv2.warpAffine(plane, middle, (WIDTH, HEIGHT), flags=cv2.INTER_CUBIC, borderMode=cv2.BORDER_REFLECT)
        iso = kit.body.base_iso * 4
        taken = capture(time_for(iso, SMALL_STOP, CARD_EV), iso, aperture=SMALL_STOP)
        files = [
            camera.press(np.asarray(out_of_focus(each, disc), np.float32), taken)
            for each, disc in ((plane, 3.0), (np.asarray(stretched, np.float32), 5.0))
            for _ in range(REPEATS)
        ]
        return Simulated(tuple(files), {"grows": grows})


def _scale(still: NDArray[np.float32], other: NDArray[np.float32], name: str) -> float:
    """How many times larger the other shows what the still one shows. Raises: DomainError where they do not show one thing.

    Source: the affine transform of the highest correlation, found by steps from coarse to fine; the scale is the root of its determinant.
    """
    turn = np.eye(2, 3, dtype=np.float32)
    rim = np.zeros(still.shape, np.uint8)
    rim[tuple(slice(side // RIM, side - side // RIM) for side in still.shape)] = (
        255  # what comes in at the edges is another thing
    )
    try:
        for smooth, steps in ((SMOOTH_PX * 3, 60), (SMOOTH_PX, 300)):
            a, b = (np.log2(np.maximum(cv2.GaussianBlur(each, (0, 0), smooth), 1e-4)) for each in (still, other))
            stop = (cv2.TERM_CRITERIA_EPS | cv2.TERM_CRITERIA_COUNT, steps, 1e-7)
            alike, found = cv2.findTransformECC(
                np.asarray(a, np.float32), np.asarray(b, np.float32), turn, cv2.MOTION_AFFINE, stop, rim, 1
            )
            turn = np.asarray(found, np.float32)
    except cv2.error as error:
        raise DomainError(name, "", "does not show what the frame focused far shows") from error
    if alike < ALIKE:
        raise DomainError(name, round(alike, 2), "does not show what the frame focused far shows")
    return float(np.sqrt(abs(np.linalg.det(turn[:, :2]))))
