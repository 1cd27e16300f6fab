"""A row of frames for a panorama, checked before one leaves the place: do neighbours overlap, and is their exposure one?"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import ClassVar

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import capture, lit, shot
from wide_aperture.core.bench.match import match_exposure
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import CARD_EV, HEIGHT, WIDTH, Shutter, time_for
from wide_aperture.core.errors import DomainError

FRAMES = 5
LEAST, ENOUGH = 0.2, 0.3  # of a frame: where joining fails, what joins without trouble
UNLIKE_EV = 0.15
FEATURES, FEWEST_PAIRS = 1500, 12
READ_OFF = 0.01
WITHIN = 0.03
SIDE_PX = 900  # a longer side is not needed to find one frame in the next


class Panorama(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="panorama", title="Panorama check", purpose="Whether every frame of a row overlaps the next by enough, at one exposure, before you leave the place.",
        needs=("the frames of the row, in order", "the camera’s own pictures or raw files"),
        how=("Exposure, focus and white balance by hand; upright frames; a third of overlap.", "Turn about the lens, not about yourself."),
        varies=(), wants="either", fewest=2, offers="nothing to the kit: which frames to take again",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        iso = kit.body.base_iso
        return tuple(
            shot(f"Frame {k} of the row", "A third of the one before.", iso=iso, exposure_s=time_for(iso, 8, CARD_EV)) for k in range(1, FRAMES + 1)
        )  # fmt: skip

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        lit(frames)
        pairs = [_pair(a, b) for a, b in itertools.pairwise(frames)]
        overlaps = [overlap for overlap, _ in pairs]
        worst = int(np.argmin(overlaps))
        figures = [
            Figure(id=f"overlap_{k + 1}", label=f"Overlap of frames {k + 1} and {k + 2}", unit="of all", value=each, low=max(each - READ_OFF, 0), high=min(each + READ_OFF, 1), n=2, within=WITHIN)
            for k, each in enumerate(overlaps)
        ]  # fmt: skip
        short = [k for k, each in enumerate(overlaps) if each < LEAST]
        said = (
            f"Frames {' and '.join(f'{k + 1} to {k + 2}' for k in short)} overlap by too little ({overlaps[worst]:.0%} at worst): take one between."
            if short
            else f"They join: the least overlap is {overlaps[worst]:.0%}, of frames {worst + 1} and {worst + 2}."
            + ("" if overlaps[worst] >= ENOUGH else " A third would be surer.")
        )
        unlike = [k for k, (_, ev) in enumerate(pairs) if abs(ev) > UNLIKE_EV]
        light = "".join(f" Frame {k + 2} is {abs(pairs[k][1]):.1f} stops {'brighter' if pairs[k][1] > 0 else 'darker'} than the one before: hold the exposure." for k in unlike)  # fmt: skip
        curve = Curve(label="Overlap with the next frame", x_label="frame", y_label="of all", x=tuple(float(k + 1) for k in range(len(overlaps))), y=tuple(overlaps))  # fmt: skip
        return BenchOutcome(
            sentence=said + light, figures=tuple(figures), curves=(curve,) if len(overlaps) > 1 else (),
            steps=("Points of one frame found again in the next; the shift most of them agree on.", "Brightness compared where both show the same."),
        )  # fmt: skip

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        overlaps = random.uniform(0.22, 0.5, FRAMES - 1)
        begins = np.concatenate([[0], np.cumsum(np.rint((1 - overlaps) * WIDTH / 2) * 2)]).astype(int)
        wide = _scene(random, int(begins[-1]) + WIDTH)
        camera, iso = Shutter(kit.body, seed), kit.body.base_iso
        files = tuple(
            camera.press(np.ascontiguousarray(wide[:, at : at + WIDTH]), capture(time_for(iso, 8, CARD_EV), iso)) for at in begins
        )  # fmt: skip
        truth = {f"overlap_{k + 1}": 1 - float(b - a) / WIDTH for k, (a, b) in enumerate(itertools.pairwise(begins))}
        return Simulated(files, truth)


def _scene(random: np.random.Generator, width: int) -> NDArray[np.float32]:
    """Blocks and grain of every size, in units of card(), shape (HEIGHT, width, 3)."""
    plane = np.zeros((HEIGHT, width), np.float32)
    for size in (40, 16, 6):
        coarse = random.normal(0, 0.7, (HEIGHT // size + 2, width // size + 2)).astype(np.float32)
        plane += cv2.resize(coarse, (width, HEIGHT), interpolation=cv2.INTER_NEAREST)
    soft = cv2.GaussianBlur(np.exp2(plane), (0, 0), 0.8) * np.float32(2.0**CARD_EV)
    return np.asarray(np.repeat(soft[..., None], 3, axis=2), np.float32)


def _pair(one: BenchFrame, other: BenchFrame) -> tuple[float, float]:
    """(the share of a frame both show, by how many stops the second is brighter there). No common part: overlap 0."""
    if one.green.shape != other.green.shape:
        raise DomainError(
            other.name, str(other.green.shape), "must be as large as the one before, and stand the same way up"
        )
    shift = _shift(_shown(one), _shown(other))
    if shift is None:
        return 0.0, 0.0
    height, width = one.green.shape
    x, y = (round(each * width / min(width, SIDE_PX)) for each in shift)
    across, down = width - abs(x), height - abs(y)
    if across <= 0 or down <= 0:
        return 0.0, 0.0
    mine = one.green[max(y, 0) : max(y, 0) + down, max(x, 0) : max(x, 0) + across]
    theirs = other.green[max(-y, 0) : max(-y, 0) + down, max(-x, 0) : max(-x, 0) + across]
    try:
        brighter = -match_exposure(np.ascontiguousarray(theirs), np.ascontiguousarray(mine))
    except DomainError:  # too small a part to compare
        brighter = 0.0
    return across * down / (width * height), brighter


def _shown(frame: BenchFrame) -> NDArray[np.uint8]:
    """A frame as features are found in it: small, and with its tones spread."""
    height, width = frame.green.shape
    side = min(width, SIDE_PX)
    small = cv2.resize(frame.green, (side, max(round(height * side / width), 1)), interpolation=cv2.INTER_AREA)
    log = np.log2(np.maximum(small, 1e-4))
    low, high = np.percentile(log, (1, 99))
    return np.asarray(np.clip((log - low) / max(float(high - low), 1e-6) * 255, 0, 255), np.uint8)


def _shift(one: NDArray[np.uint8], other: NDArray[np.uint8]) -> tuple[float, float] | None:
    """By how much the second frame lies to the right of and below the first, in their pixels; None: they share nothing.

    Source: ORB features (Rublee et al. 2011), mutual nearest ones; the shift with most within three pixels of it.
    """
    finder = cv2.ORB.create(nfeatures=FEATURES, edgeThreshold=8, patchSize=16, fastThreshold=10)
    (at, told), (at_other, told_other) = (finder.detectAndCompute(each, None) for each in (one, other))
    if told is None or told_other is None:
        return None
    pairs = cv2.BFMatcher.create(cv2.NORM_HAMMING, crossCheck=True).match(told, told_other)
    if len(pairs) < FEWEST_PAIRS:
        return None
    moves = np.array([np.subtract(at[each.queryIdx].pt, at_other[each.trainIdx].pt) for each in pairs])
    agree = (np.abs(moves[:, None] - moves[None]).max(axis=2) <= 3).sum(axis=1)
    best = int(np.argmax(agree))
    if agree[best] < FEWEST_PAIRS:
        return None
    near = np.abs(moves - moves[best]).max(axis=1) <= 3
    x, y = np.median(moves[near], axis=0)
    return float(x), float(y)
