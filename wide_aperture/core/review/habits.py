"""Habits in a folder of old frames: what never changed is proposed as a standing value, what moved as something to have in the hand."""

from __future__ import annotations

import itertools
from collections.abc import Callable
from typing import Literal

import numpy as np

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.frames.our_words import METERING_SAID, PROGRAM_OF, WHITE_SAID
from wide_aperture.core.physics.quantities import exact_step, nearest_step
from wide_aperture.core.review.table import FrameTable

FEWEST_FRAMES, FEWEST_DAYS = 200, 3
NEVER_SHARE = 0.995  # a slip in two hundred is no second habit
DAY_S = 86_400.0
CHOSEN_BY_PROGRAM = {
    "program": ("shutter_s", "aperture"),
    "aperture_priority": ("shutter_s",),
    "shutter_priority": ("aperture",),
}
ISO_BY_HAND_VALUES = 8  # more values in a day than a hand turns to are an automatic's


class Habit(Document):
    """A setting as it was used. kind standing: it never changed, value is proposed; control: it moved so often in a hundred frames."""

    setting: SettingId
    label: str
    kind: Literal["standing", "control", "camera"]
    value: Value
    said: str
    frames: int
    days: int
    moves_a_hundred: Finite
    sentence: str


def habits(frames: FrameTable) -> tuple[Habit, ...]:
    """What these frames tell of habits, standing values first, then what moved, the most often first.

    Nothing where there are fewer than 200 frames of 3 days: a day is no habit.
    """
    days = np.floor(frames.at_s / DAY_S)
    known = ~np.isnan(days)
    if int(known.sum()) < FEWEST_FRAMES or len(np.unique(days[known])) < FEWEST_DAYS:
        return ()
    dated = frames.where(np.flatnonzero(known))
    found = [
        habit
        for setting, of in COLUMNS.items()
        if (habit := _habit(setting, of(dated), dated, days[known])) is not None
    ]
    order = {"standing": 0, "control": 1, "camera": 2}
    return tuple(sorted(found, key=lambda each: (order[each.kind], -each.moves_a_hundred)))


def _programs(frames: FrameTable) -> list[Value]:
    ours = {word: setting for setting, word in reversed(list(PROGRAM_OF.items()))}
    return [None if each is None else ours.get(str(each)) for each in frames.programs]


def _numbers(column: str, marked: Callable[[float], float]) -> Callable[[FrameTable], list[Value]]:
    return lambda frames: [None if np.isnan(value) else marked(float(value)) for value in getattr(frames, column)]


COLUMNS: dict[SettingId, Callable[[FrameTable], list[Value]]] = {
    "exposure_mode": _programs,
    "metering": lambda frames: [each if each in METERING_SAID else None for each in frames.metering],
    "white_balance": lambda frames: [each if each in WHITE_SAID else None for each in frames.whites],
    "aperture": _numbers("f_number", lambda value: exact_step("aperture", nearest_step("aperture", value))),
    "shutter_s": _numbers("exposure_s", lambda value: exact_step("shutter", nearest_step("shutter", value))),
    "iso": _numbers("iso", lambda value: exact_step("iso", nearest_step("iso", value))),
    "exposure_comp_ev": _numbers("comp_ev", lambda value: round(value * 3) / 3),
}


def _habit(setting: SettingId, values: list[Value], frames: FrameTable, days: np.ndarray) -> Habit | None:
    """One setting's; None where too few files say it, or where the camera chose it in every frame."""
    by_hand = np.array([value is not None and setting not in CHOSEN_BY_PROGRAM.get(str(program), ()) for value, program in zip(values, frames.programs, strict=True)], bool)  # fmt: skip
    rows = np.flatnonzero(by_hand)
    if len(rows) < FEWEST_FRAMES or len(np.unique(days[rows])) < FEWEST_DAYS:
        return None
    entry = catalogue.setting(setting)
    held = [values[k] for k in rows]
    names = list(dict.fromkeys(held))
    counts = {name: held.count(name) for name in names}
    usual = max(names, key=lambda name: counts[name])
    moves = sum(
        1
        for a, b in itertools.pairwise(rows)
        if values[a] != values[b] and days[a] == days[b] and frames.cameras[a] == frames.cameras[b]
    )
    rate = 100 * moves / len(rows)
    of_days = len(np.unique(days[rows]))
    said = say_value(entry, usual)
    kind: Literal["standing", "control", "camera"]
    if counts[usual] >= NEVER_SHARE * len(rows):
        kind, sentence = (
            "standing",
            f"{said} in {counts[usual]} of {len(rows)} frames over {of_days} days: you never change it.",
        )
    elif setting == "iso" and len(names) / of_days >= ISO_BY_HAND_VALUES / FEWEST_DAYS and rate > 50:
        kind, sentence = (
            "camera",
            f"{len(names)} values, another in {rate:.0f} of 100 frames: automatic ISO chose them.",
        )
    else:
        kind = "control"
        sentence = f"Moved {rate:.0f} times in 100 frames, over {len(names)} values; most often {said} ({counts[usual] / len(rows):.0%}). Have it in the hand."
    return Habit(
        setting=setting, label=entry.label, kind=kind, value=usual if kind == "standing" else None, said=said, frames=len(rows), days=of_days,
        moves_a_hundred=round(rate, 1), sentence=sentence,
    )  # fmt: skip
