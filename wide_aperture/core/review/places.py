"""Frames taken from the storage place of another situation: what stands by hand in them is another plan's, whole, and not their own."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.craft.exposure_modes import chosen_by_camera
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.frames.our_words import METERING_SAID, PROGRAM_OF
from wide_aperture.core.review.noticed import MOST_NAMED, Noticed
from wide_aperture.core.review.read import Read
from wide_aperture.core.review.seen import stands
from wide_aperture.core.review.table import FrameTable

FEWEST = 3
TELL_APART = 2  # settings in which two plans must differ before a frame can be told to be the other's


def other_places(made: Read, others: Sequence[Read]) -> Iterator[Noticed]:
    """One notice for each other situation of the same body whose plan some frames were taken with."""
    own = _fits(made, made.frames)
    for other in others:
        if other is made or other.given.body.id != made.given.body.id:
            continue
        if len(_differing(made, other)) < TELL_APART:
            continue
        those = _fits(other, made.frames) & ~own
        count = int(those.sum())
        if count >= FEWEST:
            yield Noticed(
                code=f"other_place/{other.given.situation.id}", frames=count, ids=tuple(made.frames.ids[those][:MOST_NAMED]),
                sentence=f"{count} frames stand as “{other.given.situation.title}” is planned: its storage place was still on, or was taken by mistake.",
            )  # fmt: skip


def _by_hand(made: Read) -> dict[SettingId, object]:
    """What the plan sets by hand and a file can tell."""
    setup = made.plan.setup
    chosen = chosen_by_camera(made.mode)
    found: dict[SettingId, object] = {"exposure_mode": PROGRAM_OF.get(made.mode)}
    numbers: tuple[SettingId, ...] = ("shutter_s", "aperture", "iso", "exposure_comp_ev")
    for name in numbers:
        value = setup.number(name)
        if name not in chosen and value is not None:
            found[name] = value
    if setup.option("metering") in METERING_SAID:
        found["metering"] = setup.option("metering")
    return found


def _differing(one: Read, other: Read) -> list[SettingId]:
    mine, theirs = _by_hand(one), _by_hand(other)
    return [name for name in mine.keys() & theirs.keys() if not _same(name, mine[name], theirs[name])]


def _same(name: SettingId, seen: object, planned: object) -> bool:
    return stands(name, seen, planned)  # type: ignore[arg-type]


def _fits(plan: Read, frames: FrameTable) -> NDArray[np.bool_]:
    """Frames in which everything the plan sets by hand, and the file tells, stands so; one thing at least must be told beside the mode."""
    columns = {
        "exposure_mode": frames.programs, "shutter_s": frames.exposure_s, "aperture": frames.f_number, "iso": frames.iso,
        "exposure_comp_ev": frames.comp_ev, "metering": frames.metering,
    }  # fmt: skip
    fits, told = np.ones(len(frames), bool), np.zeros(len(frames), int)
    for name, planned in _by_hand(plan).items():
        column = columns[name]
        values = {
            value: _same(name, value, planned) for value in set(column.tolist()) if value is not None and value == value
        }
        known = np.array([value in values for value in column.tolist()], bool)
        fits &= ~known | np.array([values.get(value, False) for value in column.tolist()], bool)
        told += known
    return fits & (told >= TELL_APART)
