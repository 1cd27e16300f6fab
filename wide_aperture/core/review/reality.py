"""A situation's frames beside its plan: what held, where the limits bit, what was kept."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Iterator, Sequence
from typing import Literal, get_args
from uuid import UUID

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.craft.settings import CatalogueEntry
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.frames.our_words import PROGRAM_OF
from wide_aperture.core.review.home import home_ev, home_said
from wide_aperture.core.review.kept import By, KeepRate, keep_rates, rate
from wide_aperture.core.review.moments import missed, missed_said
from wide_aperture.core.review.noticed import Noticed, noticed
from wide_aperture.core.review.places import other_places
from wide_aperture.core.review.read import Read
from wide_aperture.core.review.seen import stands
from wide_aperture.core.review.table import Floats, FrameTable, Words, seconds_of

MOST_POINTS, MOST_HOLES = 2500, 400
MOST_LISTED = 3
HOLDS = 0.9  # of the frames
SHOWN_AXES = ("shutter_s", "iso")


class LimitShown(Document):
    """Where a limit lies on an axis: what is beyond it. low, high: the ends of what it forbids or prices, null: open."""

    axis: str
    low: Finite | None
    high: Finite | None
    label: str
    sentence: str
    whose: str = Field(description="trade, yours or plan")


class Fact(Document):
    """A setting as planned and as it was. as_planned: frames, of so many whose file says it."""

    setting: str
    label: str
    planned: str
    was: str
    as_planned: int
    of: int
    holds: bool


class LightSpread(Document):
    """EV at ISO 100."""

    low: Finite
    middle: Finite
    high: Finite


class Points(Document):
    """Frames as charts draw them, by column. at_min: from midnight of the shoot's first day; kept: 1, 0 or null."""

    ids: tuple[str, ...]
    at_min: tuple[Finite | None, ...]
    shutter_s: tuple[Finite | None, ...]
    iso: tuple[Finite | None, ...]
    aperture: tuple[Finite | None, ...]
    comp_ev: tuple[Finite | None, ...]
    light_ev: tuple[Finite | None, ...]
    home_ev: tuple[Finite | None, ...] = Field(description="To lift (+) or darken (-) at home")
    kept: tuple[int | None, ...]


class MissedThere(Document):
    """A hole in a burst, as charts draw it."""

    at_min: Finite
    frames: int
    cause: Literal["buffer", "waited"]
    after: str


class SituationReview(Document):
    """One situation read back. kept null: nobody judged the frames. thinned: how many frames the points leave out."""

    situation_id: UUID
    title: str
    body: str
    frames: int
    bursts: int
    kept: KeepRate | None
    light_planned: LightSpread = Field(description="darkest, expected, brightest")
    light_seen: LightSpread | None = Field(description="10 %, middle, 90 % of the frames; null: set by hand")
    facts: tuple[Fact, ...]
    limits: tuple[LimitShown, ...]
    points: Points
    thinned: int
    rates: dict[str, tuple[KeepRate, ...]]
    pinned: int = Field(description="Frames that stood on the ISO ceiling")
    broken: int = Field(description="Frames slower than the slowest time that was set")
    missed: tuple[MissedThere, ...] = ()
    noticed: tuple[Noticed, ...]


def review(made: Read, midnight: dt.datetime | None, others: Sequence[Read] = ()) -> SituationReview:
    """What there is to see of a situation. others: the shoot's situations, whose storage places its frames may come from."""
    frames, situation = made.frames, made.given.situation
    kept = frames.kept
    known = ~np.isnan(kept)
    light = made.plan.light
    home, holes = home_ev(made), missed(frames)
    points, thinned = _points(made, midnight, home)
    said = (missed_said(holes), home_said(made, home))
    return SituationReview(
        situation_id=situation.id,
        title=situation.title,
        body=made.given.body.name,
        frames=len(frames),
        bursts=len(np.unique(frames.burst)),
        kept=rate("kept", 0.0, int(kept[known].sum()), int(known.sum())) if known.any() else None,
        light_planned=LightSpread(low=light.ev_low, middle=light.ev100, high=light.ev_high),
        light_seen=_spread(made.light_ev),
        facts=tuple(_facts(made)),
        limits=tuple(_limits(made)),
        points=points,
        thinned=thinned,
        rates={by: found for by in get_args(By) if (found := keep_rates(frames, by))},
        pinned=int(made.pinned.sum()),
        broken=int(made.broken.sum()),
        missed=tuple(
            MissedThere(at_min=round((hole.at_s - _begins_s(frames, midnight)) / 60, 2), frames=hole.frames, cause=hole.cause, after=hole.after)
            for hole in holes[:MOST_HOLES]
        ),
        noticed=(*noticed(made), *other_places(made, others), *(each for each in said if each is not None)),
    )  # fmt: skip


def _spread(light_ev: Floats) -> LightSpread | None:
    """Where eight in ten lie, and the middle; None where no frame tells."""
    seen = light_ev[~np.isnan(light_ev)]
    if not len(seen):
        return None
    low, middle, high = (round(float(each), 2) for each in np.percentile(seen, (10, 50, 90)))
    return LightSpread(low=low, middle=middle, high=high)


def _facts(made: Read) -> Iterator[Fact]:
    frames, setup, choice = made.frames, made.plan.setup, made.plan.choice
    moves = mode_facts(made.mode).moves
    words: tuple[tuple[SettingId, str | None, Words], ...] = (
        ("exposure_mode", made.mode, frames.programs),
        ("metering", setup.option("metering"), frames.metering),
        ("white_balance", setup.option("white_balance"), frames.whites),
    )
    numbers: tuple[tuple[SettingId, float, Floats], ...] = (
        ("shutter_s", choice.shutter_s, frames.exposure_s),
        ("aperture", choice.aperture, frames.f_number),
        ("iso", choice.iso, frames.iso),
        ("exposure_comp_ev", setup.number("exposure_comp_ev") or 0.0, frames.comp_ev),
    )
    for setting, planned, said in words[:1]:
        yield from _words_fact(setting, planned, said)
    for setting, value, column in numbers:
        yield from _number_fact(setting, value, column, floats=setting in moves)
    for setting, planned, said in words[1:]:
        yield from _words_fact(setting, planned, said)


def _words_fact(setting: SettingId, planned: str | None, column: Words) -> Iterator[Fact]:
    said = [str(each) for each in column if each is not None]
    if not said or planned is None:
        return
    entry = catalogue.setting(setting)
    wanted = PROGRAM_OF.get(planned, planned) if setting == "exposure_mode" else planned
    names, counts = np.unique(np.array(said), return_counts=True)
    right = int(counts[names == wanted].sum())
    was = _listed([say_value(entry, str(name)) for name in names], counts)
    yield _fact(entry, say_value(entry, planned), was, right, len(said))


def _number_fact(setting: SettingId, planned: float, column: Floats, *, floats: bool) -> Iterator[Fact]:
    values = column[~np.isnan(column)]
    if not len(values):
        return
    entry = catalogue.setting(setting)
    if floats:  # the camera chose it: there is a range and nothing to keep to
        low, high = (say_value(entry, float(end)) for end in np.percentile(values, (10, 90)))
        was = low if low == high else f"{low} to {high}"
        yield _fact(entry, f"about {say_value(entry, planned)}", was, len(values), len(values))
        return
    names, counts = np.unique(np.round(values, 6), return_counts=True)
    right = sum(int(count) for name, count in zip(names, counts, strict=True) if stands(setting, float(name), planned))
    was = _listed([say_value(entry, float(name)) for name in names], counts)
    yield _fact(entry, say_value(entry, planned), was, int(right), len(values))


def _listed(names: Sequence[str], counts: NDArray[np.int64]) -> str:
    """What was set most, with how often where it was not always."""
    if len(names) == 1:
        return names[0]
    return "; ".join(f"{names[k]}, {counts[k]}" for k in np.argsort(-counts)[:MOST_LISTED])


def _fact(entry: CatalogueEntry, planned: str, was: str, right: int, of: int) -> Fact:
    return Fact(
        setting=entry.id, label=entry.label, planned=planned, was=was, as_planned=right, of=of, holds=right >= HOLDS * of
    )  # fmt: skip


def _limits(made: Read) -> Iterator[LimitShown]:
    """What is beyond each limit of the plan, on the axes that are drawn."""
    for window in made.plan.windows:
        if window.axis not in SHOWN_AXES:
            continue
        whose = "yours" if any(used.whose == "yours" for used in window.figures) else "trade"
        if window.high is not None:
            yield LimitShown(
                axis=window.axis, low=window.high, high=None, label=window.imposed_by, sentence=window.sentence, whose=whose
            )  # fmt: skip
        if window.low is not None:
            yield LimitShown(
                axis=window.axis, low=None, high=window.low, label=window.imposed_by, sentence=window.sentence, whose=whose
            )  # fmt: skip


def _points(made: Read, midnight: dt.datetime | None, home: Floats) -> tuple[Points, int]:
    """At most so many points: every kept frame, the others thinned evenly."""
    frames, kept = made.frames, made.frames.kept
    chosen = np.arange(len(frames))
    if len(chosen) > MOST_POINTS:
        always = np.flatnonzero(kept == 1)[:MOST_POINTS]
        others = np.setdiff1d(chosen, always)
        room = MOST_POINTS - len(always)
        some = others[np.linspace(0, len(others) - 1, room).astype(int)] if room > 0 else others[:0]
        chosen = np.union1d(always, some)
    minutes = (frames.at_s - _begins_s(frames, midnight)) / 60

    def column(values: Floats, digits: int) -> tuple[float | None, ...]:
        rounded = np.round(values[chosen], digits)
        if not np.isnan(rounded).any():
            return tuple(rounded.tolist())
        return tuple(None if math.isnan(v) else v for v in rounded.tolist())

    return Points(
        ids=tuple(frames.ids[chosen]),
        at_min=column(minutes, 2),
        shutter_s=column(frames.exposure_s, 7),
        iso=column(frames.iso, 0),
        aperture=column(frames.f_number, 2),
        comp_ev=column(frames.comp_ev, 2),
        light_ev=column(made.light_ev, 2),
        home_ev=column(home, 2),
        kept=tuple(None if math.isnan(v) else int(v) for v in kept[chosen].tolist()),
    ), len(frames) - len(chosen)


def _begins_s(frames: FrameTable, midnight: dt.datetime | None) -> float:
    """Where charts begin: midnight of the shoot's first day, or the first frame where it has no date."""
    zero = seconds_of(midnight)
    return float(np.nanmin(frames.at_s)) if zero is None else zero


def by_situation(frames: FrameTable, found: NDArray[np.object_]) -> dict[str | None, NDArray[np.int64]]:
    """Rows of each situation."""
    groups: dict[str | None, list[int]] = {}
    for k, name in enumerate(found):
        groups.setdefault(name, []).append(k)
    return {name: np.array(rows, np.int64) for name, rows in groups.items()}
