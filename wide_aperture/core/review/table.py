"""Frames as columns: what reckoning over ten thousand of them needs, and nothing else."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, fields, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.frames.metadata import FrameMetadata

Floats = NDArray[np.float64]
Words = NDArray[np.object_]
EPOCH = dt.datetime(2000, 1, 1)


@dataclass(frozen=True)
class FrameTable:
    """One row a frame, in the order they were taken. NaN and None: not said.

    at_s: by the camera's clock, seconds from EPOCH; rating: NaN unrated; kept: see kept_of; ids, names, programs, metering, whites, bodies, serials,
    cameras (a body, with its serial number where two of one model were used),
    situations: words; MEASURED: on a preview, see core.frames.frame; burst, place: -1 and 0 before they are found.
    """

    ids: Words
    names: Words
    at_s: Floats
    exposure_s: Floats
    f_number: Floats
    iso: Floats
    comp_ev: Floats
    focal_mm: Floats
    programs: Words
    metering: Words
    whites: Words
    flash: Floats
    bodies: Words
    serials: Words
    cameras: Words
    rating: Floats
    kept: Floats
    faults: Words
    sharpness: Floats
    burnt: Floats
    black: Floats
    level_ev: Floats
    gap_ev: Floats
    situations: Words
    burst: NDArray[np.int64]
    place: NDArray[np.int64]

    def __len__(self) -> int:
        return len(self.ids)

    def where(self, chosen: NDArray[np.bool_] | NDArray[np.int64]) -> FrameTable:
        """These rows alone."""
        return FrameTable(**{each.name: getattr(self, each.name)[chosen] for each in fields(self)})

    def with_columns(self, **columns: NDArray[Any]) -> FrameTable:
        """The same with other values in some columns."""
        return replace(self, **columns)

    @property
    def settings_ev(self) -> Floats:
        """The exposure value, at ISO 100, that each frame was set to."""
        with np.errstate(invalid="ignore", divide="ignore"):
            return np.asarray(np.log2(self.f_number**2 / self.exposure_s) - np.log2(self.iso / 100))


@dataclass(frozen=True)
class FrameRow:
    """What a table is made of. situation: as a person put it, "" for none of them, None: to be found."""

    id: str
    name: str
    said: FrameMetadata
    rating: int | None = None
    situation: str | None = None
    fault: str | None = None
    sharpness: float | None = None
    burnt: float | None = None
    black: float | None = None
    level_ev: float | None = None
    gap_ev: float | None = None


MEASURED = ("sharpness", "burnt", "black", "level_ev", "gap_ev")


def table_of(rows: Iterable[FrameRow]) -> FrameTable:
    """The table of these frames, ordered by time; without a time they come last."""
    listed = _exposures(rows)
    said = [row.said for row in listed]
    rating = numbers([row.rating if row.rating is not None else row.said.rating for row in listed])

    table = FrameTable(
        ids=words([row.id for row in listed]),
        names=words([row.name for row in listed]),
        at_s=numbers([seconds_of(s.taken_at, s.subsecond_ms) for s in said]),
        exposure_s=numbers([s.exposure_s for s in said]),
        f_number=numbers([s.f_number for s in said]),
        iso=numbers([s.iso for s in said]),
        comp_ev=numbers([s.compensation_ev for s in said]),
        focal_mm=numbers([s.focal_mm for s in said]),
        programs=words([s.exposure_program for s in said]),
        metering=words([s.metering for s in said]),
        whites=words([s.white_balance for s in said]),
        flash=numbers([None if s.flash_fired is None else float(s.flash_fired) for s in said]),
        bodies=words([s.body_make_model for s in said]),
        serials=words([s.body_serial for s in said]),
        cameras=words(_cameras(said)),
        rating=rating,
        kept=kept_of(rating),
        faults=words([row.fault for row in listed]),
        **{name: numbers([getattr(row, name) for row in listed]) for name in MEASURED},
        situations=words([row.situation for row in listed]),
        burst=np.full(len(listed), -1, np.int64),
        place=np.zeros(len(listed), np.int64),
    )
    return table.where(in_time(table.at_s))


def _exposures(rows: Iterable[FrameRow]) -> list[FrameRow]:
    """One row for each exposure: where a camera wrote two files of it, the first brought stays and takes what only the other tells."""
    found: dict[tuple[object, ...], FrameRow] = {}
    for row in rows:
        said = row.said
        twin = (
            row.name.rpartition(".")[0].lower(),
            said.taken_at,
            said.subsecond_ms,
            said.exposure_s,
            said.body_serial,
            said.body_make_model,
        )
        key = twin if said.taken_at is not None and twin[0] else (row.id,)
        first = found.get(key)
        if first is None or first.name.lower() == row.name.lower():
            found[key if first is None else (row.id,)] = row
            continue
        mine = first.rating if first.rating is not None else first.said.rating
        theirs = row.rating if row.rating is not None else row.said.rating
        found[key] = replace(
            first, rating=mine if mine is not None else theirs,
            **{name: getattr(first, name) if getattr(first, name) is not None else getattr(row, name) for name in ("situation", "fault", *MEASURED)},
        )  # fmt: skip
    return list(found.values())


def _cameras(said: Sequence[FrameMetadata]) -> list[str | None]:
    """Which camera took each: its model, and its serial number where frames of two of that model are there."""
    numbers_of: dict[str | None, set[str]] = {}
    for each in said:
        if each.body_serial is not None:
            numbers_of.setdefault(each.body_make_model, set()).add(each.body_serial)
    return [
        f"{each.body_make_model} ({each.body_serial})"
        if each.body_serial is not None and len(numbers_of[each.body_make_model]) > 1
        else each.body_make_model
        for each in said
    ]


def kept_of(rating: Floats) -> Floats:
    """1 kept, 0 not, NaN where nobody judged: once one frame of a shoot is judged, an unrated one was passed over."""
    judged = ~np.isnan(rating)
    if not judged.any():
        return np.full(len(rating), np.nan)
    return np.where(judged & (rating > 0), 1.0, 0.0)


def in_time(at_s: Floats) -> NDArray[np.int64]:
    """The order of these moments; frames without one last, ties as they came."""
    return np.argsort(np.where(np.isnan(at_s), np.inf, at_s), kind="stable")


def rows_by(numbers_: NDArray[np.int64]) -> list[NDArray[np.int64]]:
    """The rows of each number that is not below 0, from the lowest number up, each in the table's order."""
    order = np.argsort(numbers_, kind="stable")
    order = order[np.searchsorted(numbers_[order], 0) :]
    ends = np.flatnonzero(np.diff(numbers_[order])) + 1
    return [rows for rows in np.split(order, ends) if len(rows)]


def seconds_of(at: dt.datetime | None, thousandths: int | None = None) -> float | None:
    """A camera's time in seconds from EPOCH."""
    return None if at is None else (at - EPOCH).total_seconds() + (thousandths or 0) / 1000


def moment_of(at_s: float) -> dt.datetime:
    """And back."""
    return EPOCH + dt.timedelta(seconds=at_s)


def numbers(values: Sequence[float | None]) -> Floats:
    """A column of numbers, NaN for None."""
    return np.array([np.nan if value is None else value for value in values], np.float64)


def words(values: Sequence[str | None]) -> Words:
    """A column of words."""
    found = np.empty(len(values), object)
    found[:] = values
    return found
