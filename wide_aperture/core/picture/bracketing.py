"""Exposure brackets: which frames, what they cover together, how long they take."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.errors import DomainError

BracketOrder = Literal["middle_first", "dark_first"]
COMMON: tuple[tuple[int, float], ...] = ((3, 1), (5, 1), (7, 1), (9, 1), (3, 2), (5, 2), (3, 3))
SAFETY_EV = figure("one_frame_safety_ev")


@dataclass(frozen=True, slots=True)
class Coverage:
    """What a bracket holds. low_ev, high_ev: from mid of the middle frame; misses: EV of the scene beyond each end."""

    low_ev: float
    high_ev: float
    misses_below_ev: float
    misses_above_ev: float

    @property
    def is_whole(self) -> bool:
        return self.misses_below_ev <= 0.05 and self.misses_above_ev <= 0.05


def bracket_offsets(
    frames: int, step_ev: float, shift_ev: float = 0.0, order: BracketOrder = "middle_first"
) -> tuple[float, ...]:
    """Return the exposure of each frame in EV from the metered one, in the order they are taken (+ is brighter).

    Args: frames 1..25; step_ev above 0; shift_ev moves the whole row, so that a bracket may be one-sided.
    Raises: DomainError outside these.

    >>> bracket_offsets(3, 2)
    (0.0, -2.0, 2.0)
    """
    if not 1 <= frames <= 25:
        raise DomainError("frames", frames, "must lie between 1 and 25")
    if not 0 < step_ev <= 6:
        raise DomainError("step_ev", step_ev, "must lie between 0 and 6")
    if abs(shift_ev) > 10:
        raise DomainError("shift_ev", shift_ev, "must lie between -10 and 10")
    row = [(k - (frames - 1) / 2) * step_ev + shift_ev for k in range(frames)]
    if order == "middle_first":
        row.sort(key=lambda ev: (abs(ev - shift_ev), ev))
    return tuple(row)


def frame_range(noise_floor_ev: float, clip_ev: float, offset_ev: float) -> tuple[float, float]:
    """What one frame of the row holds, in EV from mid of the metered frame. A brighter frame holds darker tones."""
    return noise_floor_ev - offset_ev, clip_ev - offset_ev


def coverage(
    offsets: tuple[float, ...], noise_floor_ev: float, clip_ev: float, scene_low_ev: float, scene_high_ev: float
) -> Coverage:
    """Return what the frames hold together against the scene's tones, all in EV from mid of the metered frame."""
    ranges = [frame_range(noise_floor_ev, clip_ev, offset) for offset in offsets]
    low, high = min(r[0] for r in ranges), max(r[1] for r in ranges)
    return Coverage(low, high, max(low - scene_low_ev, 0.0), max(scene_high_ev - high, 0.0))


def shortest_row(
    noise_floor_ev: float, clip_ev: float, scene_low_ev: float, scene_high_ev: float
) -> tuple[int, float, float]:
    """Return (frames, step, shift): the common row with fewest frames that covers the scene, or the widest one.

    The row is shifted in thirds, down until its darkest frame holds the brightest tone: what is left over then lies in
    the shadows, where more light makes it cleaner.
    """
    scene, one = scene_high_ev - scene_low_ev, clip_ev - noise_floor_ev
    frames, step = 1, 1.0
    if scene > one + SAFETY_EV:
        fitting = [(n, s) for n, s in COMMON if one + (n - 1) * s >= scene]
        widest = max(COMMON, key=lambda row: (row[0] - 1) * row[1])
        frames, step = min(fitting, key=lambda row: (row[0], row[1])) if fitting else widest
    highest_held = clip_ev + (frames - 1) / 2 * step
    return frames, step, math.floor((highest_held - scene_high_ev) * 3 + 1e-9) / 3


def slowest_s(shutter_s: float, offsets: tuple[float, ...]) -> float:
    """The longest time of the row, aperture and ISO held."""
    return float(shutter_s * 2 ** max(offsets))


def row_time_s(shutter_s: float, offsets: tuple[float, ...], frames_per_s: float) -> float:
    """Seconds from the first release to the end of the last frame: each frame takes its time or the drive's, the longer."""
    if not frames_per_s > 0:
        raise DomainError("frames_per_s", frames_per_s, "must be above 0")
    return float(
        sum(max(shutter_s * 2**offset, 1 / frames_per_s) for offset in offsets[:-1]) + shutter_s * 2 ** offsets[-1]
    )


def frames_needed(scene_range_ev: float, frame_range_ev: float, step_ev: float) -> int:
    """Frames of a step that cover a range. >>> frames_needed(16, 10, 2)

    4
    """
    return 1 if scene_range_ev <= frame_range_ev else 1 + math.ceil((scene_range_ev - frame_range_ev) / step_ev)
