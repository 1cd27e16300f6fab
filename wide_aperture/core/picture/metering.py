"""Models of a camera's meter over a picture of luminances.

Every model reads a uniform field as it is, by K = 12.5. They are ours, made to behave as the patterns are known to, not
copies of any maker's:

average             mean luminance of the frame
centre_weighted     mean luminance under a bell, half of whose weight lies within a sixth of the frame's height of its middle
spot                mean luminance of a disc
multi_segment       a grid of zones read in EV; zones count more towards the middle and the AF point; zones far brighter
                    than the middle of all (sky, lamps, windows) are held down, far darker ones count less
highlight_weighted  the average, or darker where the brightest hundredth would come out more than 2 1/3 EV over mid
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, Protocol

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.quantities.exposure_value import REFLECTED_LIGHT_CONSTANT
from wide_aperture.core.picture.scenes.stage import SKIN

MeterPattern = Literal["multi_segment", "centre_weighted", "average", "spot", "highlight_weighted"]
PATTERNS: tuple[MeterPattern, ...] = ("multi_segment", "centre_weighted", "average", "spot", "highlight_weighted")
Luminances = NDArray[np.floating]

GRID_ROWS, GRID_COLUMNS = 10, 15
CELL_ROWS, CELL_COLUMNS = 64, 96  # of the sensor that looks for highlights
BRIGHT_ZONE_HELD_EV = 2.3  # a zone counts at most this much brighter than the median of all
DARK_ZONE_EV = 3.0  # zones darker than the median by more count half
HIGHLIGHT_ROOM_EV = 7 / 3
HIGHLIGHT_SHARE = 0.01
CENTRE_SIGMA = 0.30  # of the frame's height
SPOT_AREA_SHARE = 0.025
FACE_SIGMA, FAR_FACE_COUNTS = 0.12, 0.05  # how near the AF point a face counts, in frame heights; and elsewhere
FACE_WEIGHT = 0.55  # of the reading, once a face is found
MID_REFLECTANCE = math.pi * REFLECTED_LIGHT_CONSTANT / 250  # K against the incident constant C = 250
ASSUMED_SKIN_EV = math.log2(SKIN["tan"] / MID_REFLECTANCE)  # half a stop over mid: right for tan skin, for no other
DARKEST_CD_M2 = 1e-7


class FaceSeen(Protocol):
    """A face in the frame: middle and radius in frame heights (x from the middle), reflectance of its skin."""

    @property
    def x(self) -> float: ...
    @property
    def y(self) -> float: ...
    @property
    def radius(self) -> float: ...
    @property
    def reflectance(self) -> float: ...


@dataclass(frozen=True, slots=True)
class Reading:
    """What a meter makes of a scene. ev100: the exposure it asks for; face_error_ev: what skin tone adds to it."""

    pattern: MeterPattern
    ev100: float
    face_error_ev: float = 0.0


def meter(
    luminance_cd_m2: Luminances,
    pattern: MeterPattern,
    *,
    point: tuple[float, float] = (0.5, 0.5),
    spot_area: float = SPOT_AREA_SHARE,
    link_point: bool = False,
    faces: Sequence[FaceSeen] = (),
    face_light: Sequence[float] | None = None,
) -> Reading:
    """Return the exposure a pattern asks for.

    Args: luminance_cd_m2: shape (h, w); point: where the spot (or the linked AF point) is, in shares of width and
        height; spot_area: the spot's share of the frame's area; link_point: whether the pattern leans towards the
        point; faces: faces to favour, none for a meter that does not; face_light: cd/m2 on each, where the picture is too small
        to measure it.
    Raises: DomainError for an empty or negative picture, an unknown pattern, or a point outside the frame.
    """
    if luminance_cd_m2.ndim != 2 or luminance_cd_m2.size == 0:
        raise DomainError("luminance_cd_m2", luminance_cd_m2.shape, "must be a picture of luminances")
    if not (math.isfinite(float(luminance_cd_m2.sum())) and float(luminance_cd_m2.min()) >= 0):
        raise DomainError("luminance_cd_m2", "negative or infinite", "must be finite and 0 or more")
    if not all(0 <= share <= 1 for share in point):
        raise DomainError("point", point, "must lie inside the frame")
    if not 0.0005 <= spot_area <= 0.25:
        raise DomainError("spot_area", spot_area, "must lie between 0.05 % and 25 % of the frame")
    if pattern == "average":
        ev = _ev(float(luminance_cd_m2.mean()))
    elif pattern == "centre_weighted":
        ev = _ev(_weighted(luminance_cd_m2, _bell(luminance_cd_m2.shape, (0.5, 0.5), CENTRE_SIGMA)))
    elif pattern == "spot":
        ev = _ev(_weighted(luminance_cd_m2, _disc(luminance_cd_m2.shape, point, spot_area)))
    elif pattern == "multi_segment":
        ev = _zones(luminance_cd_m2, point if link_point else None)
    elif pattern == "highlight_weighted":
        brightest = float(np.quantile(_as_cells(luminance_cd_m2), 1 - HIGHLIGHT_SHARE))
        ev = max(_ev(float(luminance_cd_m2.mean())), _ev(brightest) - HIGHLIGHT_ROOM_EV)
    else:
        raise DomainError("pattern", pattern, "must be one of " + ", ".join(PATTERNS))
    if not faces or pattern == "spot":
        return Reading(pattern, ev)
    measured = face_light or [on_face(luminance_cd_m2, face) for face in faces]
    return _favouring(luminance_cd_m2.shape, Reading(pattern, ev), faces, point, measured)


def face_disc(shape: tuple[int, ...], face: FaceSeen) -> NDArray[np.floating]:
    """Where a meter looks for a face's light: weights of the pixels, shape (h, w)."""
    aspect = shape[1] / shape[0]
    area = min(max(math.pi * (0.75 * face.radius) ** 2 / aspect, 0.0005), 0.25)
    return _disc(shape, (0.5 + face.x / aspect, face.y), area)


def on_face(luminance_cd_m2: Luminances, face: FaceSeen) -> float:
    """The mean luminance of a face, cd/m2."""
    return _weighted(luminance_cd_m2, face_disc(luminance_cd_m2.shape, face))


def spot_radius(spot_area: float, aspect: float) -> float:
    """Radius of the spot in frame heights."""
    return math.sqrt(spot_area * aspect / math.pi)


def placed(reading: Reading, tone_ev: float) -> float:
    """The exposure that brings what was read tone_ev over mid. Source: a reading renders its tone as mid."""
    return reading.ev100 - tone_ev


def _favouring(
    shape: tuple[int, ...],
    reading: Reading,
    faces: Sequence[FaceSeen],
    point: tuple[float, float],
    measured: Sequence[float],
) -> Reading:
    """Blend the pattern's reading with the faces', each placed as tan skin: darker skin then comes out too bright.

    A face counts by its size, and more the nearer it lies to the AF point: a passer-by behind hardly does.
    """
    height, width = shape
    aspect = width / height
    seen = []
    for face, light in zip(faces, measured, strict=True):
        share = (0.5 + face.x / aspect, face.y)
        if 0 <= share[0] <= 1 and 0 <= share[1] <= 1:
            away = ((share[0] - point[0]) * aspect) ** 2 + (share[1] - point[1]) ** 2
            weight = face.radius**2 * (FAR_FACE_COUNTS + math.exp(-away / (2 * FACE_SIGMA**2)))
            seen.append((weight, _ev(light), face.reflectance))
    if not seen:
        return reading
    total = sum(weight for weight, _, _ in seen)
    face_ev = sum(weight * ev for weight, ev, _ in seen) / total
    off = sum(w * (math.log2(r / MID_REFLECTANCE) - ASSUMED_SKIN_EV) for w, _, r in seen) / total
    ev = (1 - FACE_WEIGHT) * reading.ev100 + FACE_WEIGHT * (face_ev - ASSUMED_SKIN_EV)
    return Reading(reading.pattern, ev, face_error_ev=FACE_WEIGHT * off)


def _as_cells(luminances: Luminances) -> Luminances:
    """The picture as the meter's own cells see it: a lamp smaller than a cell counts by its area."""
    height, width = luminances.shape
    rows = np.linspace(0, height, min(CELL_ROWS, height) + 1).astype(int)
    columns = np.linspace(0, width, min(CELL_COLUMNS, width) + 1).astype(int)
    return _means(luminances, rows, columns)


def _means(luminances: Luminances, rows: NDArray[np.int_], columns: NDArray[np.int_]) -> Luminances:
    """The mean of every block between these rows and columns."""
    sums = np.add.reduceat(np.add.reduceat(luminances, rows[:-1], axis=0), columns[:-1], axis=1)
    return np.asarray(sums / (np.diff(rows)[:, None] * np.diff(columns)[None, :]))


def _ev(luminance_cd_m2: float) -> float:
    return math.log2(max(luminance_cd_m2, DARKEST_CD_M2) * 100 / REFLECTED_LIGHT_CONSTANT)


def _weighted(luminances: Luminances, weights: NDArray[np.floating]) -> float:
    return float((luminances * weights).sum() / weights.sum())


def _away(shape: tuple[int, ...], point: tuple[float, float]) -> NDArray[np.floating]:
    """Squared distance of every pixel from a point, in frame heights."""
    height, width = shape
    x = ((np.arange(width) + 0.5) / width - point[0]) * (width / height)
    y = (np.arange(height) + 0.5) / height - point[1]
    return np.asarray(x[None, :] ** 2 + y[:, None] ** 2)


def _bell(shape: tuple[int, ...], point: tuple[float, float], sigma: float) -> NDArray[np.floating]:
    return np.asarray(np.exp(-_away(shape, point) / (2 * sigma**2)))


def _disc(shape: tuple[int, ...], point: tuple[float, float], area: float) -> NDArray[np.floating]:
    """A disc of this share of the frame; at least the pixel it stands on."""
    height, width = shape
    radius = spot_radius(area, width / height)
    soft = 1.0 / height  # a pixel's width, so that dragging it is smooth
    weights = np.clip((radius - np.sqrt(_away(shape, point))) / soft + 0.5, 0.0, 1.0)
    weights = np.asarray(weights)
    if weights.sum() < 0.5:
        row, column = (
            min(max(int(share * size), 0), size - 1) for share, size in ((point[1], height), (point[0], width))
        )
        weights[row, column] = 1.0
    return weights


def _zones(luminances: Luminances, point: tuple[float, float] | None) -> float:
    height, width = luminances.shape
    rows = np.linspace(0, height, min(GRID_ROWS, height) + 1).astype(int)
    columns = np.linspace(0, width, min(GRID_COLUMNS, width) + 1).astype(int)
    means = _means(luminances, rows, columns)
    evs = np.log2(np.maximum(means, DARKEST_CD_M2) * 100 / REFLECTED_LIGHT_CONSTANT)
    weights = 1.0 + 2.0 * _bell(evs.shape, (0.5, 0.5), 0.25)
    if point is not None:
        weights = weights + 8.0 * _bell(evs.shape, point, 0.12)
    middle = float(np.median(evs))
    weights = np.where(evs < middle - DARK_ZONE_EV, weights * 0.5, weights)
    return float((np.minimum(evs, middle + BRIGHT_ZONE_HELD_EV) * weights).sum() / weights.sum())
