"""The camera's own joined frame against a bracket: what it loses of fine detail and of the shadows, what moved, and the time both take."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from typing import ClassVar

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Figure
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import capture, lit, shot
from wide_aperture.core.bench.light import MID
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import BEGAN, CARD_EV, Shutter, SimulatedFile, card, time_for
from wide_aperture.core.documents.body import Body
from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.physics.colour.encoding import screen_level
from wide_aperture.core.picture.imaging.capture import LookRecipe

BRACKET_EV = (-2, -1, 0, 1, 2)
LEAST_BRACKET = 5
TILES = (4, 3)  # across, down
FINE_PX, COARSE_PX = 1.2, 6.0
WITHIN = 0.1
MOVED_EV, MOVED_SHARE = 0.5, 0.002
TRUTH_SEEDS, OTHERS = 4, 200_000
LOST_SEEN = 0.15  # of fine detail, side by side in a print of A3
SQUEEZED = 0.7  # a simulated joined frame: its range pressed together, and smoothed a little


class InCameraHdr(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="hdr", title="In-camera HDR against a bracket", purpose="What the camera’s own joined frame loses against five to seven frames a stop apart, and the minutes it saves.",
        needs=("a stand", "a scene of wide range with fine detail", "the camera’s own pictures"),
        how=("First the joined frames, as many as said, then one bracket of five to seven frames a stop apart.", "Nothing else changes; the same look for both.", "Note the minutes joining the bracket takes you at home."),
        varies=("exposure_s", "compensation_ev"), wants="picture", fewest=LEAST_BRACKET + 1, offers="nothing to the kit: where the joined frame is good enough",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        iso = kit.body.base_iso
        bracket = tuple(
            shot(f"Bracket {ev:+d} EV", "One frame of it.", iso=iso, exposure_s=time_for(iso, 8, CARD_EV, ev)) for ev in BRACKET_EV
        )  # fmt: skip
        joined = shot("Joined by the camera", "Light and dark both there.", frames=kit.asked.hdr_frames, iso=iso, exposure_s=time_for(iso, 8, CARD_EV), hdr="on")  # fmt: skip
        return (joined, *bracket)

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        count = kit.asked.hdr_frames
        joined, bracket = list(frames[:count]), list(frames[count:])
        if len(bracket) < LEAST_BRACKET or len({frame.exposure for frame in bracket}) < LEAST_BRACKET:
            raise DomainError(
                "frames", len(bracket), f"must be a bracket of {LEAST_BRACKET} at least after {count} joined ones"
            )
        lit(joined)
        whole = _merged(bracket)
        if any(frame.green.shape != whole.shape for frame in joined):
            raise DomainError("frames", len(joined), "must all be of one size: switch lens corrections and crops off")
        kept = [share for frame in joined for share in _detail_kept(frame.green, whole)]
        value, low, high = mean_span(kept)
        moved = max(_moved(frame.green, whole) for frame in joined)
        figure = Figure(id="detail_kept", label="Fine detail the joined frame keeps", unit="of all", value=value, low=low, high=high, n=len(kept), within=WITHIN,
                        sentence=f"The joined frame keeps {value:.0%} of the fine detail.")  # fmt: skip
        ghosts = (
            f" {moved:.1%} of it moved between its parts: look there for doubles."
            if moved > MOVED_SHARE
            else " Nothing moved."
        )
        minutes = f" The bracket takes {kit.asked.home_minutes:g} minutes at home." if kit.asked.home_minutes else ""
        verdict = (
            " Good enough for a screen and for prints up to A3."
            if value > 1 - LOST_SEEN and moved <= MOVED_SHARE
            else " Good enough for a screen; for a print of A3 take the bracket."
        )
        return BenchOutcome(
            sentence=figure.sentence + ghosts + minutes + verdict, figures=(figure,),
            steps=("The bracket joined in linear light, each frame where it is neither dark nor cut off.", "Fine detail both share, against their coarse detail, in tiles: a range pressed together does not count as lost.", "Where the two still differ once their tones are matched, something moved."),
        )  # fmt: skip

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        return Simulated(self._pressed(kit, seed), {"detail_kept": self._truth(kit.body)})

    @lru_cache(maxsize=4)  # noqa: B019  there is one test of each kind
    def _truth(self, body: Body) -> float:
        """The truth of the camera's own smoothing is what it does on many other frames."""
        found = []
        for k in range(TRUTH_SEEDS):
            frames = [each.frame for each in self._pressed(Kit(body), OTHERS + k)]
            joined = frames[: len(frames) - len(BRACKET_EV)]
            whole = _merged(frames[len(joined) :])
            found += [share for frame in joined for share in _detail_kept(frame.green, whole)]
        return float(np.mean(found))

    def _pressed(self, kit: Kit, seed: int) -> tuple[SimulatedFile, ...]:
        camera, plane, iso = Shutter(kit.body, seed), _scene(), kit.body.base_iso
        random = np.random.default_rng([seed, 1])
        files = []
        for k in range(kit.asked.hdr_frames):
            grain = random.normal(0, 0.01, plane.shape).astype(np.float32)
            relative = np.asarray(cv2.GaussianBlur(plane, (0, 0), 0.7) / np.float32(2.0**CARD_EV), np.float32) * (
                1 + grain
            )
            picture = screen_level(np.clip(MID * np.power(np.maximum(relative, 1e-4), SQUEEZED), 0, 1)) * 255
            said = FrameMetadata(taken_at=BEGAN, subsecond_ms=100 * k, exposure_s=time_for(iso, 8, CARD_EV), f_number=8.0, iso=iso, focal_mm=50.0, exposure_program="manual", body_make_model=kit.body.name, lens_model="bench lens")  # fmt: skip
            files.append(SimulatedFile(f"BT9{k:03}.jpg", said, picture=np.asarray(np.rint(picture), np.uint8)))
        files += [
            camera.press(plane, capture(time_for(iso, 8, CARD_EV, ev), iso, look=LookRecipe(base="neutral")), raw=False, picture=True)
            for ev in BRACKET_EV
        ]  # fmt: skip
        return tuple(files)


@lru_cache(maxsize=1)
def _scene() -> NDArray[np.float32]:
    """The card with fine grain printed on it, in units of card(), shape (h, w, 3)."""
    plain = card(CARD_EV, blur_px=0.5)
    grain = np.random.default_rng(7).normal(0, 1, plain.shape[:2]).astype(np.float32)
    printed = np.exp2(cv2.GaussianBlur(grain, (0, 0), 0.8) * 0.5 + cv2.GaussianBlur(grain, (0, 0), 5.0) * 4)
    return np.asarray(plain * printed[..., None], np.float32)


def _merged(bracket: Sequence[BenchFrame]) -> NDArray[np.float32]:
    """Linear light of the green channel, shape (h, w), in units of the middle frame: each frame where it is neither dark nor cut off."""
    ordered = sorted(bracket, key=lambda frame: frame.exposure * frame.iso)
    base = ordered[len(ordered) // 2]
    total, weights = np.zeros_like(base.green), np.full_like(base.green, 1e-6)
    for frame in ordered:
        gain = np.float32(base.exposure * base.iso / (frame.exposure * frame.iso))
        trust = np.clip(np.minimum(frame.green / 0.05, (0.95 - frame.green) / 0.1), 0, 1)
        total, weights = total + trust * frame.green * gain, weights + trust
    return np.asarray(np.where(weights > 1e-3, total / weights, base.green), np.float32)


def _log(plane: NDArray[np.float32]) -> NDArray[np.float32]:
    return np.asarray(np.log2(np.maximum(plane, 1e-3)), np.float32)


def _detail_kept(joined: NDArray[np.float32], whole: NDArray[np.float32]) -> list[float]:
    """Of the fine detail of the bracket, the share the joined frame has, tile by tile; what is coarse in both is the measure."""
    parts = []
    for plane in (joined, whole):
        log = _log(plane)
        soft = cv2.GaussianBlur(log, (0, 0), FINE_PX)
        parts.append((log - soft, soft - cv2.GaussianBlur(soft, (0, 0), COARSE_PX)))
    (fine, coarse), (fine_of, coarse_of) = parts
    shares = []
    height, width = whole.shape
    for row in range(TILES[1]):
        for column in range(TILES[0]):
            tile = np.s_[row * height // TILES[1] : (row + 1) * height // TILES[1], column * width // TILES[0] : (column + 1) * width // TILES[0]]  # fmt: skip
            pressed = float((coarse[tile] * coarse_of[tile]).sum() / max(float(np.square(coarse_of[tile]).sum()), 1e-9))
            common = float((fine[tile] * fine_of[tile]).sum() / max(float(np.square(fine_of[tile]).sum()), 1e-9))
            if pressed > 0.05:
                shares.append(common / pressed)
    if len(shares) < 2:
        raise DomainError("frames", len(shares), "must show the same scene, joined and in the bracket")
    return shares


def _moved(joined: NDArray[np.float32], whole: NDArray[np.float32]) -> float:
    """The share of the frame that differs once the tones of the joined one are matched to the bracket's."""
    a, b = (cv2.GaussianBlur(_log(plane), (0, 0), 3.0) for plane in (joined, whole))
    order = np.argsort(b, axis=None)
    matched = np.empty(a.size, np.float32)
    matched[np.argsort(a, axis=None)] = b.ravel()[order]
    return float((np.abs(matched.reshape(a.shape) - b) > MOVED_EV).mean())
