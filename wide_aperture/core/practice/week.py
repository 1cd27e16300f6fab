"""The week's set: what failed in the frames of late, turned into the drills that train it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence

from wide_aperture.core.document import Document
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.frames.frame import Fault

MOST, FEWEST_FRAMES = 5, 3
# By the fault somebody named while looking through, the kinds of drills that train against it, the nearest first.
TRAINED: dict[Fault, tuple[str, ...]] = {
    "smear": ("shutter",),
    "focus": ("focus_clip", "depth", "distance"),
    "other_subject": ("focus_clip",),
    "light": ("compensation", "meter_point", "histogram"),
    "moment": ("presses", "menus", "by_heart"),
}
SAID: dict[Fault, str] = {
    "smear": "smeared", "focus": "out of focus", "other_subject": "sharp on something else", "light": "too bright or too dark", "moment": "past the moment",
}  # fmt: skip


class WeekItem(Spoken):
    """One drill of the set and why it is in it."""

    kind: str
    because: str


class Failed(Document):
    """Frames of one shoot that were passed over for one reason."""

    shoot: str
    fault: Fault
    frames: int


def week_of(failed: Sequence[Failed], due: Sequence[str], titles: Mapping[str, str]) -> tuple[WeekItem, ...]:
    """Up to five drills: for each fault, those that failed most first, a drill in turn; then what is due.

    Args: failed: of late; due: kinds that are due, the longest first; titles: of the kinds there are.
    """
    counts: Counter[Fault] = Counter()
    shoots: dict[Fault, Counter[str]] = {}
    for each in failed:
        counts[each.fault] += each.frames
        shoots.setdefault(each.fault, Counter())[each.shoot] += each.frames
    faults = [fault for fault, frames in counts.most_common() if frames >= FEWEST_FRAMES]
    chosen: dict[str, str] = {}
    for turn in range(max((len(TRAINED[fault]) for fault in faults), default=0)):
        for fault in faults:
            kind = next(iter(TRAINED[fault][turn : turn + 1]), None)
            if kind and kind in titles and len(chosen) < MOST:
                where, _ = shoots[fault].most_common(1)[0]
                chosen.setdefault(kind, f"{counts[fault]} frames were {SAID[fault]}, most of them at {where}.")
    for kind in due:
        if len(chosen) < MOST:
            chosen.setdefault(kind, "It is due.")
    return tuple(WeekItem(kind=kind, because=because) for kind, because in chosen.items())
