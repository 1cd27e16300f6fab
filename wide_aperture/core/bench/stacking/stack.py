"""The stack: every frame judged, all laid on the best one, the best share averaged.

Frames are opened twice and never held: once to be judged, once to be laid down, from the best to the worst, so that what more frames
give and take can be told on the way. Two work at a time; they are added in a fixed order, so that the same frames give the same picture.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Iterator, Sequence
from concurrent.futures import Future, ThreadPoolExecutor
from dataclasses import dataclass
from typing import Literal, TypeVar

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.align import Anchor
from wide_aperture.core.bench.light import Plane, as_linear, encoded_like, grey_of
from wide_aperture.core.bench.stacking.layers import Layer
from wide_aperture.core.bench.stacking.local import DARK, Points
from wide_aperture.core.bench.stacking.quality import band_of, quality_of
from wide_aperture.core.bench.stacking.source import Source, opened
from wide_aperture.core.bench.stacking.ways import median_of, sigma_clipped
from wide_aperture.core.errors import DomainError

WORKERS = 2
SHARES = (0.1, 0.2, 0.3, 0.5, 0.7, 0.9)
SURELY = 1.08  # times the best frame's contrast that is aimed at, as the curve is told by a part of the picture
SAMPLE_PX = 256  # a side of the part in the middle from which the curve is told
Progress = Callable[[int, int], None]
Made = TypeVar("Made")
Way = Literal["mean", "sigma", "median"]


@dataclass(frozen=True, slots=True)
class CurvePoint:
    """What keeping so many of the best gives: signal-to-noise and fine contrast, both against the best frame alone."""

    share: float
    frames: int
    snr_times: float
    contrast_times: float


@dataclass(frozen=True, slots=True)
class Stacked:
    """image: in the scale the frames came in, as floats; kept: places of the frames used, in order; quality, offsets: one per frame
    given, in order; offsets: by which each was moved to lie on the reference; curve: what more frames would give and take; points:
    (x, y) on the reference at which parts were laid by themselves.
    """

    image: NDArray[np.float32]
    kept: tuple[int, ...]
    quality: tuple[float, ...]
    offsets: tuple[tuple[float, float], ...]
    reference: int
    curve: tuple[CurvePoint, ...]
    points: tuple[tuple[float, float], ...]


def _ignored(done: int, total: int) -> None:
    return None


def stack(
    frames: Iterable[Source],
    keep: float = 0.5,
    points_px: float | None = None,
    *,
    way: Way = "mean",
    reference: int | None = None,
    dark: float = DARK,
    said: Progress = _ignored,
) -> Stacked:
    """Make one of the best share of many frames of one thing, in linear light, each laid on the best.

    Args: frames: paths, or what makes a picture when asked (pictures themselves are taken too), gone through once; keep: the share
    kept, or above 1 their number; points_px: distance of the points at which parts are laid by themselves, None: as a whole only;
    way: how laid frames become one; reference: place of the frame they are laid on, None: the best; dark: share of the brightest
    under which a point holds nothing; said: called with (done, total) after every frame.
    Raises: DomainError without frames, for a keep that keeps none, for frames of different sizes or kinds (each by its place), a reference there is not,
    or a way that so many cannot go.
    """
    sources = list(frames)
    if not sources:
        raise DomainError("frames", 0, "must be one at least")
    count = _kept_of(keep, len(sources))
    first = opened(sources[0], "frame 1")
    total = 2 * len(sources)
    quality = []
    for k, each in enumerate(_in_order(lambda k: _judged(sources[k], k, first), range(len(sources)))):
        quality.append(each)
        said(k + 1, total)
    order = sorted(range(len(sources)), key=lambda k: (-quality[k], k))
    lies_on = order[0] if reference is None else reference
    if not 0 <= lies_on < len(sources):
        raise DomainError("reference", lies_on + 1, f"must be one of the {len(sources)} frames")
    pile = _Pile(as_linear(opened(sources[lies_on])), points_px, count, dark)
    offsets: list[tuple[float, float]] = [(0.0, 0.0)] * len(sources)

    def laid(place: int) -> tuple[tuple[float, float], NDArray[np.float32] | None]:
        linear = as_linear(opened(sources[order[place]]))
        return pile.lay(linear, kept=place < count)

    for place, (offset, moved) in enumerate(_in_order(laid, range(len(order)))):
        offsets[order[place]] = offset
        if moved is not None:
            pile.add(moved, offset, quality[order[place]] / max(quality[order[0]], 1e-12))
        said(len(sources) + place + 1, total)
    made: NDArray[np.floating] = pile.mean
    if way != "mean":

        def again() -> Iterator[NDArray[np.float32]]:
            for _, moved in _in_order(laid, range(count)):
                assert moved is not None
                yield moved

        made = sigma_clipped(again, count) if way == "sigma" else median_of(again, count)
    return Stacked(
        image=encoded_like(made, first.dtype), kept=tuple(sorted(order[:count])), quality=tuple(quality), offsets=tuple(offsets),
        reference=lies_on, curve=tuple(pile.curve), points=pile.points.places if pile.points else (),
    )  # fmt: skip


def strength_to_match(curve: Sequence[CurvePoint]) -> float:
    """By how much the finest layers must be strengthened for the stack to be as crisp as its best frame; never weakened.

    Source: the layers add up, so that strength s lifts what lies in them by 1 + s.
    """
    return float(np.clip(SURELY / max(curve[-1].contrast_times, 0.2) - 1, 0.0, 4.0)) if curve else 0.0


def crisp(curve: Sequence[CurvePoint]) -> tuple[Layer, ...]:
    """Layers that make a stack as crisp as its best frame, the finest freed of half its noise, where most of it lies."""
    strength = strength_to_match(curve)
    return (Layer(strength, 0.5), Layer(strength, 0.25), Layer(strength))


def advice(curve: Sequence[CurvePoint]) -> str:
    """Where to stop: the most frames that cost no more contrast than their gain in noise is worth."""
    if len(curve) < 2:
        return "Too few frames to tell how many are worth keeping."
    best = max(curve, key=lambda point: point.contrast_times**2 * point.snr_times)
    return (
        f"{best.frames} frames are worth keeping: {best.snr_times:.1f} times the signal-to-noise of the best one, at {best.contrast_times:.0%} of its contrast. "
        f"All {curve[-1].frames}: {curve[-1].snr_times:.1f} times at {curve[-1].contrast_times:.0%}."
    )


def _kept_of(keep: float, frames: int) -> int:
    if not math.isfinite(keep) or keep <= 0:
        raise DomainError("keep", keep, "must be a share above 0, or how many")
    count = round(keep * frames) if keep <= 1 else int(keep)
    return min(max(count, 1), frames)


def _judged(source: Source, k: int, first: NDArray[np.generic]) -> float:
    picture = opened(source, f"frame {k + 1}")
    if picture.shape != first.shape or picture.dtype != first.dtype:
        raise DomainError(
            f"frame {k + 1}", f"{picture.shape} {picture.dtype}", f"must be like the first: {first.shape} {first.dtype}"
        )
    return quality_of(grey_of(as_linear(picture)))


def _in_order(make: Callable[[int], Made], places: Sequence[int]) -> Iterator[Made]:
    """Made two at a time, given back in order, never far ahead."""
    with ThreadPoolExecutor(WORKERS) as pool:
        ahead: list[Future[Made]] = []
        for place in places:
            ahead.append(pool.submit(make, place))
            if len(ahead) > WORKERS:
                yield ahead.pop(0).result()
        for each in ahead:
            yield each.result()


class _Pile:
    """Frames laid on a reference and added up."""

    def __init__(self, reference: NDArray[np.float32], points_px: float | None, count: int, dark: float) -> None:
        grey = grey_of(reference)
        self._anchor = Anchor(grey)
        self.points = Points(grey, points_px, dark) if points_px else None
        self._sum = np.zeros(reference.shape, np.float64)
        self._weights = np.zeros(reference.shape[:2], np.float64)
        self._count = count
        self._added = 0
        self._sample = _middle(grey.shape)
        self._seen = _Seen(grey[self._sample])
        self.curve: list[CurvePoint] = []

    def lay(self, linear: NDArray[np.float32], *, kept: bool) -> tuple[tuple[float, float], NDArray[np.float32] | None]:
        """(offset, the frame moved by it; None where it is not kept)."""
        x, y = self._anchor.offset_of(grey_of(linear))
        if not kept:
            return (x, y), None
        size = (linear.shape[1], linear.shape[0])
        by = np.array([[1, 0, x], [0, 1, y]], np.float64)
        if self.points is None:
            moved = cv2.warpAffine(linear, by, size, flags=cv2.INTER_LANCZOS4, borderMode=cv2.BORDER_REPLICATE)
            return (x, y), np.asarray(moved, np.float32)
        grey = cv2.warpAffine(grey_of(linear), by, size, flags=cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
        across, down = self.points.field(np.asarray(grey, np.float32))
        # Both moves in one: a picture interpolated twice is softer.
        return (x, y), self.points.put_back(linear, across + np.float32(x), down + np.float32(y))

    def add(self, moved: NDArray[np.float32], offset: tuple[float, float], weight: float) -> None:
        inside = _covered(moved.shape, offset)
        self._sum[inside] += weight * moved[inside]
        self._weights[inside] += weight
        self._added += 1
        self._seen.add(grey_of(moved[self._sample]))
        shares = {max(round(share * self._count), 1) for share in SHARES} | {self._count}
        if self._added in shares:
            snr, contrast = self._seen.against_first()
            self.curve.append(CurvePoint(self._added / self._count, self._added, snr, contrast))

    @property
    def mean(self) -> NDArray[np.float64]:
        weights = np.maximum(self._weights, 1e-12)
        return np.asarray(self._sum / (weights if self._sum.ndim == 2 else weights[..., None]))


class _Seen:
    """A part of the pile, of which is known how it varies from frame to frame."""

    def __init__(self, first: Plane) -> None:
        self._n = 0
        self._sum, self._squares = np.zeros(first.shape), np.zeros(first.shape)
        self._first_band = band_of(first)
        self._odd, self._even = np.zeros(first.shape), np.zeros(first.shape)

    def add(self, plane: Plane) -> None:
        self._n += 1
        self._sum += plane
        self._squares += np.square(plane, dtype=np.float64)
        half = self._odd if self._n % 2 else self._even
        half += plane

    def against_first(self) -> tuple[float, float]:
        """(signal-to-noise, fine contrast) of the mean so far, in times of the first frame's.

        The noise of a mean falls with the root of its frames; contrast that is no noise is what two halves have in common.
        """
        if self._n < 4:
            return math.sqrt(self._n), 1.0
        one, other = (
            band_of(np.asarray(self._odd / ((self._n + 1) // 2), np.float32)),
            band_of(np.asarray(self._even / (self._n // 2), np.float32)),
        )
        mean = (one + other) / 2
        common = max(float((one * other).mean()), 0.0)
        first = max(
            float((self._first_band * mean).mean()), 1e-18
        )  # noise of the first frame has nothing in common with the mean's
        return math.sqrt(self._n), common / first


def _middle(shape: tuple[int, ...]) -> tuple[slice, slice]:
    return tuple(
        slice(max((side - SAMPLE_PX) // 2, 0), max((side - SAMPLE_PX) // 2, 0) + min(side, SAMPLE_PX))
        for side in shape[:2]
    )  # type: ignore[return-value]


def _covered(shape: tuple[int, ...], offset: tuple[float, float]) -> tuple[slice, slice]:
    """Where a moved frame has something to show."""
    height, width = shape[:2]
    x, y = offset
    return (
        slice(max(math.ceil(y), 0), height + min(math.floor(y), 0)), slice(max(math.ceil(x), 0), width + min(math.floor(x), 0)),
    )  # fmt: skip
