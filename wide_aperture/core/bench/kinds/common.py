"""What several tests share: the simulated bench's settings, shot lists, tones of a card."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from wide_aperture.core.bench.frame import GREEN, BenchFrame
from wide_aperture.core.bench.protocol import Kit, Shot
from wide_aperture.core.bench.spots import Spot, measured
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.quantities import format_shutter
from wide_aperture.core.picture.imaging.capture import Capture

BENCH_APERTURE, BENCH_FOCAL_MM = 8.0, 50.0
EV_WITHIN = 1 / 3
DARK = 0.002
EDGES = np.s_[50:220, 40:300]  # of the card, as much as is needed to judge how sharp it is


def capture(exposure_s: float, iso: float, *, aperture: float = BENCH_APERTURE, **more: object) -> Capture:
    """A capture of the simulated bench."""
    return Capture(shutter_s=exposure_s, aperture=aperture, iso=iso, focal_mm=BENCH_FOCAL_MM).model_copy(update=more)


def isos_of(kit: Kit, count: int = 5) -> tuple[float, ...]:
    """ISOs from base on, so many over most of the body's range, whole stops apart."""
    stops = np.log2(kit.body.highest_iso / kit.body.base_iso) * 0.8
    return tuple(float(kit.body.base_iso * 2.0 ** int(k * stops / (count - 1))) for k in range(count))


def shot(
    title: str,
    expects: str,
    *,
    frames: int = 1,
    exposure_s: float | None = None,
    iso: float | None = None,
    **stands: str,
) -> Shot:
    """A line of a shot list."""
    told = dict(stands)
    if exposure_s is not None:
        text = format_shutter(exposure_s)
        told["shutter"] = f"{text} s" if "/" in text else text
    if iso is not None:
        told["ISO"] = f"{iso:g}"
    return Shot(title=title, set=told, expects=expects, frames=frames, exposure_s=exposure_s, iso=iso)


def in_groups(frames: list[BenchFrame], groups: int, names: str) -> list[list[BenchFrame]]:
    """Frames in their order as so many equal groups. Raises: DomainError where they do not part evenly."""
    if not frames or len(frames) % groups:
        raise DomainError("frames", len(frames), f"must be as many of each: {names}, in that order")
    each = len(frames) // groups
    return [frames[k * each : (k + 1) * each] for k in range(groups)]


def lit(frames: Sequence[BenchFrame]) -> None:
    """Raises: DomainError where frames are black, so that no light can be measured on them."""
    dark = sum(float(frame.green.mean()) < DARK for frame in frames)
    if dark:
        raise DomainError("frames", dark, f"must show light: {dark} of {len(frames)} are black")


def level_ratio_ev(
    frame: BenchFrame, other: BenchFrame, spots: tuple[Spot, ...], darkest: float = 0.004
) -> list[float]:
    """By how many stops each spot of a frame is brighter than on another, where both show it."""
    found = []
    for spot in spots:
        a, b = measured(frame, spot), measured(other, spot)
        if (
            min(a.level[GREEN], b.level[GREEN]) > darkest
            and max(a.full, b.full) < 0.001
            and max(a.level[GREEN], b.level[GREEN]) < 0.95
        ):
            found.append(float(np.log2(a.level[GREEN] / b.level[GREEN])))
    if len(found) < 2:
        raise DomainError("frames", len(found), "must show two even spots at least that neither is cut off nor black")
    return found
