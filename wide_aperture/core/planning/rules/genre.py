"""The genre's layer: habits that a kind of work brings, each only where a number of the case bears it out.

They stand under the photographer's own standing values and under everything the situation itself decides.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.situation import Genre
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.draft import Draft


@dataclass(frozen=True)
class Habit:
    """One habit of a genre. holds: where it applies; reason: with the numbers of the case."""

    genres: tuple[Genre, ...]
    setting: SettingId
    value: Value
    holds: Callable[[Case], bool]
    reason: Callable[[Case], str]


HABITS = (
    Habit(
        ("sports", "wildlife"),
        "touch_action",
        "off",
        lambda case: case.glass.focal_mm * case.body.crop_factor >= case.figure("eye_lens_from_mm"),
        lambda case: f"With {case.glass.focal_mm:.0f} mm at the eye, cheek and nose would move the point.",
    ),
    Habit(
        ("street",),
        "touch_action",
        "off",
        lambda case: case.subject.near_m <= case.figure("near_street_m"),
        lambda case: (
            f"At {wording.metres(case.subject.near_m)} the camera is worn and raised: fingers find the screen."
        ),
    ),
    Habit(
        ("night_sky",),
        "touch_action",
        "off",
        lambda case: case.light.ev100 < 0,
        lambda case: f"At {wording.ev(case.light.ev100)} the screen is touched blind and with gloves.",
    ),
    Habit(
        ("landscape", "portrait"),
        "touch_action",
        "focus",
        lambda case: case.support.on_tripod,
        lambda case: f"On the tripod a finger places the point at {wording.metres(case.subject.near_m)} quickest.",
    ),
    Habit(
        ("landscape",),
        "grid",
        "on",
        lambda case: case.support.on_tripod,
        lambda case: (
            f"From {wording.metres(case.subject.near_m)} to {wording.metres(case.subject.far_m)}: edges and horizon are placed once."
        ),
    ),
    Habit(
        ("landscape", "portrait"),
        "histogram_access",
        "live",
        lambda case: (case.light.scene_range_ev or 0) >= case.figure("wide_range_ev"),
        lambda case: f"{case.light.scene_range_ev:g} EV in one scene: the histogram decides, so it stays in view.",
    ),
    Habit(
        ("night_sky",),
        "lens_corrections",
        "off",
        lambda case: case.light.ev100 < 0,
        lambda case: (
            f"Brightening dark corners at {wording.ev(case.light.ev100)} lifts noise; flat frames put them right later."
        ),
    ),
)


def set_genre(draft: Draft) -> None:
    """Habits of the genre, for settings no rule of the situation has spoken about."""
    case = draft.case
    for habit in HABITS:
        if case.situation.genre in habit.genres and habit.setting not in draft.settings and habit.holds(case):
            draft.put(habit.setting, habit.value, habit.reason(case), layer="genre")
