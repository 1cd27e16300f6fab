"""Keep rates: by a setting's bands, by place in the burst, each with the interval it lies in."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from typing import Literal

import numpy as np
from pydantic import Field

from wide_aperture.core.bench.intervals import wilson
from wide_aperture.core.document import Document, Finite, Fraction01
from wide_aperture.core.documents import wording
from wide_aperture.core.physics.quantities import Quantity, exact_step, format_aperture, format_iso, nearest_step
from wide_aperture.core.review.table import Floats, FrameTable

SMALL = 30  # frames under which a share says little
MOST_PLACES = 30
By = Literal["shutter", "iso", "aperture", "place", "compensation"]


class KeepRate(Document):
    """Frames of one kind, how many were kept, and between what the true share lies. small: too few to lean on."""

    label: str
    value: Finite
    frames: int
    kept: int
    share: Fraction01
    low: Fraction01
    high: Fraction01
    small: bool = Field(description="Fewer than 30 frames")


def rate(label: str, value: float, kept: int, frames: int) -> KeepRate:
    """The rate of counts."""
    low, high = wilson(kept, frames)
    return KeepRate(
        label=label, value=value, frames=frames, kept=kept, share=kept / frames if frames else 0.0, low=low, high=high, small=frames < SMALL
    )  # fmt: skip


def keep_rates(frames: FrameTable, by: By) -> tuple[KeepRate, ...]:
    """Rates by a setting, from low to high; none where nobody judged the frames."""
    kept = frames.kept
    if np.isnan(kept).all():
        return ()
    column, marked, said = _columns(frames, by)
    known = ~np.isnan(column) & ~np.isnan(kept)
    values = marked(column[known])
    found = []
    for value in np.unique(values):
        here = kept[known][values == value]
        found.append(rate(said(float(value)), float(value), int(here.sum()), len(here)))
    return tuple(found[:MOST_PLACES] if by == "place" else found)


def _columns(frames: FrameTable, by: By) -> tuple[Floats, Callable[[Floats], Floats], Callable[[float], str]]:
    """(the column, its values as marked, how one is said)."""
    if by == "place":
        return frames.place.astype(float), lambda column: column, lambda value: f"{value:g}"
    if by == "compensation":
        return frames.comp_ev, lambda column: np.round(column * 3) / 3, wording.signed_stops
    if by == "shutter":
        return frames.exposure_s, partial(_marked, "shutter"), wording.seconds
    if by == "iso":
        return frames.iso, partial(_marked, "iso"), format_iso
    return frames.f_number, partial(_marked, "aperture"), format_aperture


def _marked(quantity: Quantity, values: Floats) -> Floats:
    """Values on the nearest third of a stop."""
    found, where = np.unique(values, return_inverse=True)
    return np.array([exact_step(quantity, nearest_step(quantity, float(value))) for value in found])[where]


def reaches(kept: Sequence[int], share: float) -> int | None:
    """Up to which place of the burst so much of what was kept lies; None where nothing was kept."""
    total = sum(kept)
    if not total:
        return None
    so_far = np.cumsum(kept)
    return int(np.searchsorted(so_far, share * total - 1e-9) + 1)
