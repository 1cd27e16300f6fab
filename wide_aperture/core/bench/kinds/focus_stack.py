"""The frames of a focus stack, checked before one leaves the place: is everything sharp in some frame, or was a step too far?"""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.edges import out_of_focus
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import capture, lit, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import CARD_EV, HEIGHT, WIDTH, Shutter, time_for
from wide_aperture.core.errors import DomainError

STEPS = 7
STRIPS = 12  # the scene runs through them from near to far, from one edge of the frame to the other, or anyhow
FINE_PX, COARSE_PX = 0.6, 2.0
SOFT = 0.72  # of the fine detail the sharpest part has for its coarse detail: softer nowhere counts as sharp
PLAIN = 0.15  # of the coarse detail of the busiest part: what shows less cannot be judged
ONE_SIDED = 0.65
WITHIN = 0.14  # a gap of one step among seven is a quarter of the picture
DISC_A_STEP = 3.4  # of the simulated stack, in pixels of the sensor
LARGER, MARGIN_PX = 2, 24  # than the card, so that a part holds enough to be judged


class FocusStack(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="focus_stack", title="Focus stack check", purpose="Whether everything is sharp in at least one frame, or a step of focus was too wide, before you leave the place.",
        needs=("the frames of the stack, in order from near to far", "a stand"),
        how=("Focus is turned from frame to frame by even steps; nothing else changes.", "Begin before the nearest part, end behind the farthest."),
        varies=(), wants="either", fewest=3, offers="nothing to the kit: where a step is missing",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        iso = kit.body.base_iso * 2
        return tuple(
            shot(f"Step {k} of {STEPS}", "Sharp a little further back each time.", iso=iso, exposure_s=time_for(iso, 8, CARD_EV)) for k in range(1, STEPS + 1)
        )  # fmt: skip

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        lit(frames)
        if len({frame.green.shape for frame in frames}) > 1:
            raise DomainError("frames", len(frames), "must all be of one size")
        fine, coarse = (np.stack([_energy(frame.green, kind) for frame in frames]) for kind in (FINE_PX, COARSE_PX))
        busy = coarse.max(axis=0)
        known = busy > PLAIN * float(np.quantile(busy, 0.9))
        fine = np.maximum(fine - fine.min(axis=0), 0)  # the frame most out of focus shows a part's noise alone
        sharpest = fine.argmax(axis=0)
        there = np.take_along_axis(coarse, sharpest[None], axis=0)[0]
        crisp = cv2.medianBlur(np.asarray(fine.max(axis=0) / np.maximum(there, 1e-12), np.float32), 3)
        soft = known & (crisp < SOFT * float(np.quantile(crisp[known], 0.75)))
        missed = float(soft.sum() / max(known.sum(), 1))
        half = max(1.96 * float(np.sqrt(missed * (1 - missed) / max(known.sum() / 2, 1))), 0.05)
        figure = Figure(id="missed", label="Nowhere sharp", unit="of all", value=missed, low=max(missed - half, 0), high=min(missed + half, 1), n=int(known.sum()), within=WITHIN,
                        sentence=f"{missed:.0%} of what shows detail is sharp in no frame." if missed > 0.02 else "Everything that shows detail is sharp in some frame.")  # fmt: skip
        where = _where(soft, sharpest, len(frames)) if missed > 0.02 else ""
        used = tuple(float(((sharpest == k) & known).mean()) * 100 for k in range(len(frames)))
        curve = Curve(label="Where each frame is the sharpest", x_label="frame", y_label="% of the picture", x=tuple(float(k + 1) for k in range(len(frames))), y=used)  # fmt: skip
        return BenchOutcome(
            sentence=figure.sentence + where, figures=(figure,), curves=(curve,),
            steps=("Fine detail of every part against its coarse detail, which blur spares.", f"A part with less than {SOFT:.0%} of what the sharpest parts have is sharp nowhere."),
        )  # fmt: skip

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        depths = np.linspace(0, STEPS - 1, STRIPS)
        places = np.arange(STEPS, dtype=float)
        if seed % 2:  # one step was left out: the frames after it are one further
            places[int(random.integers(2, STEPS - 1)) :] += 2
        height, width = HEIGHT * LARGER, WIDTH * LARGER
        grain = random.normal(0, 1, (height, width)).astype(np.float32)
        print_ = np.exp2(cv2.GaussianBlur(grain, (0, 0), 1.0) * 1.6 + cv2.GaussianBlur(grain, (0, 0), 4.0) * 5)
        scene = np.asarray(print_ * np.float32(2.0**CARD_EV), np.float32)
        camera, iso = Shutter(kit.body, seed), kit.body.base_iso * 2
        files, wide = [], width // STRIPS
        for place in places:
            frame = np.empty_like(scene)
            for k, depth in enumerate(depths):
                first, last = k * wide, (k + 1) * wide if k < STRIPS - 1 else width
                left, right = max(first - MARGIN_PX, 0), min(last + MARGIN_PX, width)
                blurred = out_of_focus(scene[:, left:right], DISC_A_STEP * abs(depth - place))
                frame[:, first:last] = blurred[:, first - left : last - left]
            files.append(camera.press(np.dstack([frame] * 3), capture(time_for(iso, 8, CARD_EV), iso)))
        least = [float(np.abs(depth - places).min()) * DISC_A_STEP for depth in depths]
        return Simulated(tuple(files), {"missed": float(np.mean([each > SOFT_DISC for each in least]))})


SOFT_DISC = 2.25  # of the simulated print, in pixels of the sensor: what halves its fine detail


def _energy(plane: NDArray[np.float32], kind: float) -> NDArray[np.float32]:
    """The detail of one size in tiles of the frame, shape (STRIPS * 2 // 3, STRIPS)."""
    log = np.log2(np.maximum(plane, 1e-4))
    band = cv2.GaussianBlur(log, (0, 0), kind) - cv2.GaussianBlur(log, (0, 0), kind * 1.6)
    return np.asarray(cv2.resize(np.square(band), (STRIPS, STRIPS * 2 // 3), interpolation=cv2.INTER_AREA), np.float32)


def _where(soft: NDArray[np.bool_], sharpest: NDArray[np.intp], frames: int) -> str:
    """Between which frames, or beyond which end, focus is missing: the soft parts are least soft in the frames beside the gap."""
    counts = np.bincount(sharpest[soft], minlength=frames)
    nearest = int(counts.argmax())
    one_sided = counts[nearest] > ONE_SIDED * counts.sum()  # a gap between two frames leaves soft parts in both
    if nearest == 0 and one_sided:
        return " Most of it lies before the first frame’s focus: begin nearer."
    if nearest == frames - 1 and one_sided:
        return " Most of it lies behind the last frame’s focus: go on further."
    return f" Most of it lies beside frame {nearest + 1}: halve the step there."
