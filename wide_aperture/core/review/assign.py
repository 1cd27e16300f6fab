"""Which situation a frame belongs to, and which burst: by time, by body, and by the light where two situations overlap."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.review.table import FrameTable, seconds_of

BURST_GAP_S = 1.0
INTERVALS_OVER = 2.5  # frame intervals without a frame that end a burst
BESIDE_MIN = 20.0  # before and after a situation's own time
FAR_MIN = 1e6
FITS_PER_EV = 4.0  # minutes of time that one EV of light is worth
OTHER_BODY_MIN = 12.0  # and another body than planned
FOCAL_MIN = 6.0  # and each doubling of the focal length


@dataclass(frozen=True, slots=True)
class Span:
    """A situation as frames can belong to it. begins, ends: minutes from midnight of the shoot's first day, None: not said."""

    situation: UUID
    body: str | None
    begins_min: float | None
    ends_min: float | None
    ev100: float | None
    focal_mm: float | None
    order: int


def bursts(frames: FrameTable, intervals_s: float = 0.2) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """(burst, place in it from 1) of each frame, the table in time. A gap of a second, or of some intervals, ends a burst; so does another body."""
    count = len(frames)
    if not count:
        return np.zeros(0, np.int64), np.zeros(0, np.int64)
    burst, place = np.full(count, -1, np.int64), np.ones(count, np.int64)
    following = 0
    gap = max(BURST_GAP_S, INTERVALS_OVER * intervals_s)
    for camera in dict.fromkeys(frames.cameras):
        rows = np.flatnonzero(frames.cameras == camera)
        at = frames.at_s[rows]
        opened = np.nan_to_num(frames.exposure_s[rows], nan=0.0)
        since = np.diff(at, prepend=-np.inf) - np.concatenate([[0.0], opened[:-1]])
        begins = ~(since <= gap)  # what has no time begins one of its own
        begins[0] = True
        number = np.cumsum(begins) - 1
        firsts = np.flatnonzero(begins)
        burst[rows] = following + number
        place[rows] = np.arange(len(rows)) - firsts[number] + 1
        following += len(firsts)
    return burst, place


def situations(frames: FrameTable, spans: Sequence[Span], midnight: dt.datetime | None) -> NDArray[np.object_]:
    """The situation of each frame by its id, None where nothing fits. What a person said stays.

    midnight: local, of the shoot's first day; None: only bodies and light tell.
    """
    found = np.array(frames.situations, object)
    apart = found == ""
    found[apart] = None
    if not spans:
        return found
    zero = seconds_of(midnight)
    minutes = (frames.at_s - zero) / 60 if zero is not None else np.full(len(frames), np.nan)
    misfits = np.array([_misfit(frames, span, minutes) for span in spans])
    best = misfits.argmin(axis=0)
    fits = misfits[best, np.arange(len(frames))] <= BESIDE_MIN
    for k in np.flatnonzero(fits & ~apart & np.array([each is None for each in found], bool)):
        found[k] = str(spans[best[k]].situation)
    return found


def _misfit(frames: FrameTable, span: Span, minutes: NDArray[np.float64]) -> NDArray[np.float64]:
    """How badly each frame fits a situation, in minutes beside its time; everything else is worth minutes too."""
    if span.begins_min is None or span.ends_min is None:
        outside = np.full(len(frames), BESIDE_MIN / 2)  # a situation without hours takes what no other does
    else:
        outside = np.maximum(np.maximum(span.begins_min - minutes, minutes - span.ends_min), 0.0)
        outside = np.where(np.isnan(minutes), FAR_MIN, outside)
    if span.body is not None:
        outside = outside + np.where(frames.bodies == span.body, 0.0, OTHER_BODY_MIN)
    if span.ev100 is not None:
        off = np.abs(frames.settings_ev - span.ev100)
        outside = outside + FITS_PER_EV * np.clip(np.nan_to_num(off, nan=1.0) - 1.0, 0.0, 4.0) * 0.5
    if span.focal_mm is not None:
        with np.errstate(invalid="ignore", divide="ignore"):
            away = np.abs(np.log2(frames.focal_mm / span.focal_mm))
        outside = outside + FOCAL_MIN * np.clip(np.nan_to_num(away, nan=0.0) - 0.5, 0.0, 2.0) * 0.5
    return np.asarray(outside)
