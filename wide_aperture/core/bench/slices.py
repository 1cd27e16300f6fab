"""The same part of every step of a ladder, brought to one brightness by one edit: to be judged by eye, side by side and blind.

Beside them the first step with more and more noise put in, as the body's electrons make it: where it stops being acceptable is the
same question asked a second way.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.found import Slice
from wide_aperture.core.bench.frame import GREEN, BenchFrame
from wide_aperture.core.documents.body import Body
from wide_aperture.core.physics.colour.encoding import screen_level
from wide_aperture.core.physics.sensor import read_noise_at

CROP_PX = (240, 160)  # across, down
FIT_PX = 480
STEP_EV = 0.5  # between one level of added noise and the next
DETAIL_PX = 2.0
WHITE_AT = 0.9  # of the screen, where the brightest tenth of the first frame's part comes to lie
Pictures = dict[str, NDArray[np.uint8]]


def slices_of(frames: Sequence[BenchFrame], body: Body) -> tuple[tuple[Slice, ...], tuple[Slice, ...], Pictures]:
    """(a slice of each frame, the first with noise added as of higher ISOs, the pictures of both by name).

    Args: frames: of one scene, differing in ISO and time, lowest ISO first. Pictures: shape (h, w, 3), red first; "fit0" and "part0"
    of the first frame, and so on; "noise0" the first part as it is.
    """
    place = _busiest(frames[0].green)
    white = _white(frames[0].levels[place])
    pictures: Pictures = {}
    across_px = (place[1].stop - place[1].start) * frames[0].pixels_a_level
    slices = []
    for k, frame in enumerate(frames):
        gain = float(np.median(frames[0].green)) / max(float(np.median(frame.green)), 1e-6)
        pictures[f"part{k}"] = _shown(frame.levels[place] * np.float32(gain), white)
        pictures[f"fit{k}"] = _shown(_fit(frame.levels) * np.float32(gain), white)
        slices.append(Slice(picture=str(k), iso=frame.iso, across_px=across_px))
    noisy = []
    for k, (iso, part) in enumerate(_noisier(frames[0], body, place)):
        pictures[f"noise{k}"] = _shown(part, white)
        noisy.append(Slice(picture=str(k), iso=iso, across_px=across_px))
    return tuple(slices), tuple(noisy), pictures


def _busiest(plane: NDArray[np.float32]) -> tuple[slice, slice]:
    """Where a frame shows most: fine detail and tones from dark to light within one window."""
    height, width = plane.shape
    across, down = min(CROP_PX[0], width), min(CROP_PX[1], height)
    log = np.log2(np.maximum(plane, 1e-4))
    busy = np.abs(log - cv2.GaussianBlur(log, (0, 0), DETAIL_PX * 3))
    sums = cv2.boxFilter(busy, -1, (across, down), normalize=False, anchor=(0, 0), borderType=cv2.BORDER_CONSTANT)
    inside = sums[: height - down + 1, : width - across + 1]
    top, left = np.unravel_index(int(np.argmax(inside)), inside.shape)
    return slice(int(top), int(top) + down), slice(int(left), int(left) + across)


def _white(part: NDArray[np.float32]) -> NDArray[np.float32]:
    """What each channel is divided by: one edit, made on the first frame and copied."""
    bright = part[..., GREEN] >= np.quantile(part[..., GREEN], 0.9)
    level = part[bright].mean(axis=0)
    return np.asarray(np.maximum(level, 1e-5) / WHITE_AT, np.float32)


def _shown(linear: NDArray[np.floating], white: NDArray[np.float32]) -> NDArray[np.uint8]:
    return np.asarray(np.rint(screen_level(np.clip(linear / white, 0, 1)) * 255), np.uint8)


def _fit(levels: NDArray[np.float32]) -> NDArray[np.float32]:
    height, width = levels.shape[:2]
    if width <= FIT_PX:
        return levels
    size = (FIT_PX, max(round(height * FIT_PX / width), 1))
    return np.asarray(cv2.resize(levels, size, interpolation=cv2.INTER_AREA), np.float32)


def _noisier(frame: BenchFrame, body: Body, place: tuple[slice, slice]) -> Iterator[tuple[float, NDArray[np.float32]]]:
    """(ISO, the part as noisy as at that ISO), from the frame's own ISO up by half stops. Source: variance = S / e + (read / e)^2,
    with e the electrons where the data end at that ISO; what the frame has already is left out.
    """
    part = np.maximum(frame.levels[place], 0)
    grain = np.random.default_rng(1).standard_normal(part.shape, dtype=np.float32)
    own = _variance(part, body, frame.iso)
    step = 0
    while (iso := frame.iso * 2 ** (step * STEP_EV)) <= body.highest_iso:
        more = np.maximum(_variance(part, body, iso) - own, 0)
        yield iso, np.asarray(frame.levels[place] + grain * np.sqrt(more, dtype=np.float32), np.float32)
        step += 1


def _variance(part: NDArray[np.float32], body: Body, iso: float) -> NDArray[np.float32]:
    full = body.electrons.full_well_e * body.base_iso / iso
    read = float(read_noise_at(body.electrons, iso)) / full
    return np.asarray(part / np.float32(full) + np.float32(read**2), np.float32)
