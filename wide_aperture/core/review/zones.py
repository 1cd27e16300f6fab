"""A camera left in another zone: its frames lie whole half hours beside the situations they show."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence

import numpy as np

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.review.assign import BESIDE_MIN, Span
from wide_aperture.core.review.table import FrameTable, seconds_of

STEP_MIN, FARTHEST_MIN = 30, 14 * 60
FEWEST = 10
FITS_NOW, FITS_THEN = 0.5, 0.9  # of a body's frames: before, at most; shifted, at least


class ZoneShift(Document):
    """A body's clock seems to be set so far ahead (+) of the shoot's zone."""

    body: str
    ahead_s: Finite
    frames: int
    fit: int
    sentence: str


def zone_shifts(frames: FrameTable, spans: Sequence[Span], midnight: dt.datetime | None) -> tuple[ZoneShift, ...]:
    """What is proposed for each body whose frames fit nowhere as they are, and nearly all at one shift of whole half hours.

    The smallest shift that fits most frames is taken. Nothing without a date or hours of the situations.
    """
    zero = seconds_of(midnight)
    hours = [
        (each.begins_min, each.ends_min) for each in spans if each.begins_min is not None and each.ends_min is not None
    ]
    if zero is None or not hours:
        return ()
    found = []
    for body in dict.fromkeys(str(each) for each in frames.cameras if each is not None):
        minutes = (frames.at_s[frames.cameras == body] - zero) / 60
        minutes = minutes[~np.isnan(minutes)]
        if len(minutes) < FEWEST:
            continue
        shifts = sorted(range(-FARTHEST_MIN, FARTHEST_MIN + 1, STEP_MIN), key=abs)
        fits = [_fitting(minutes - shift, hours) for shift in shifts]
        best = int(np.argmax(fits))
        if shifts[best] and fits[0] <= FITS_NOW * len(minutes) and fits[best] >= FITS_THEN * len(minutes):
            found.append(_said(body, shifts[best], len(minutes), fits[best]))
    return tuple(found)


def _fitting(minutes: np.ndarray, hours: Sequence[tuple[float, float]]) -> int:
    inside = np.zeros(len(minutes), bool)
    for begins, ends in hours:
        inside |= (minutes >= begins - BESIDE_MIN) & (minutes <= ends + BESIDE_MIN)
    return int(inside.sum())


def _said(body: str, shift_min: int, frames: int, fit: int) -> ZoneShift:
    hours, rest = divmod(abs(shift_min), 60)
    length = f"{hours} h {rest} min" if hours and rest else f"{hours} h" if hours else f"{rest} min"
    side = "after" if shift_min > 0 else "before"
    return ZoneShift(
        body=body, ahead_s=shift_min * 60.0, frames=frames, fit=fit,
        sentence=f"The frames of {body} lie {length} {side} the situations’ hours; moved by that, {fit} of {frames} fit. Was its clock in another zone?",
    )  # fmt: skip
