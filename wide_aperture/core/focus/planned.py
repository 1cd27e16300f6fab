"""From a planned situation to the lab: what its brief says of the subject, what is assumed, and the camera as the plan sets it."""

from __future__ import annotations

from typing import get_args

from wide_aperture.core.craft.figures import figures_of
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import Setup
from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M, Direction, SubjectKind
from wide_aperture.core.focus.scenario import Course, Scenario
from wide_aperture.core.focus.setup import Area, Finds, FocusSetup, Motion, Priority, Response
from wide_aperture.core.planning.case import Case

SIZES_M: dict[SubjectKind, float] = {
    "person": 0.5, "group": 0.8, "animal": 0.6, "bird": 0.3, "vehicle": 1.2, "thing": 0.15, "insect": 0.03,
}  # fmt: skip
RELIEF_OF_SIZE = 0.2  # how far what an area lies on is from what must be sharp, of a subject's size
COURSES: dict[Direction, Course] = {"still": "still", "across": "across", "towards": "towards", "erratic": "across"}
CHANGES: dict[Direction, float] = {"still": 0.05, "across": 0.3, "towards": 0.15, "erratic": 1.4}  # m/s2 for each m/s
RESTLESS_M_S2, GROUP_DEPTH_M = 0.05, 0.6
CROWD = (0.6, 0.35, 0.25)  # crossings a second, seconds, nearer by
GRASS = 0.3
TEXTURE, TEXTURED, PLAIN = 0.5, 0.75, 0.005
PLAYING_GENRES = ("sports",)
LASTS_S, LEAD_S = 3.0, 0.5
NEARS_AT_MOST = 0.8  # of the way to the lens
USUAL_RATE, USUAL_BLACKOUT_S, MOST_BLACKOUT = 5.0, 0.03, 0.8
SKY_M = 5000.0
ASSUMED_UNITS = {
    "acceleration_m_s2": "m/s²", "size_m": "m", "contrast": "", "background_m": "m", "background_texture": "", "crossings_per_s": "1/s",
    "crossing_s": "s", "obstacles": "", "relief_m": "m",
}  # fmt: skip


class Assumed(Document):
    """What the brief does not say of a scenario."""

    field: str
    value: Finite
    unit: str


def scenario_of(case: Case) -> Scenario:
    """The situation as autofocus meets it. What the brief does not say is assumed; `assumed_of` lists it."""
    situation, subject = case.situation, case.subject
    kind = subject.kind
    distance = min(subject.mid_m, SKY_M)
    speed, course = (subject.speed_m_s if subject.is_moving else 0.0), COURSES[situation.direction]
    if course == "towards":  # what comes this near is past the camera
        speed = min(speed, NEARS_AT_MOST * distance / (LEAD_S + LASTS_S))
    changes = max(CHANGES[situation.direction] * speed, RESTLESS_M_S2 if subject.is_living else 0.0)
    known_height = case.figure("subject_height_m", kind) if kind in figures_of("subject_height_m") else None
    size = SIZES_M.get(kind, known_height / 4 if known_height else 1.0)
    height = known_height or size
    plays = case.situation.genre in PLAYING_GENRES
    crowd = case.has("crowd_behind") or (plays and case.has("foreground_obstacles"))
    crossings, lasts, nearer = CROWD if crowd else (0.0, CROWD[1], CROWD[2])
    plain = case.has("plain_sky_background")
    return Scenario(
        name="planned",
        title=situation.title,
        kind=kind,
        distance_m=distance,
        course=course if subject.is_moving else "still",
        speed_m_s=speed,
        acceleration_m_s2=changes,
        height_m=height,
        size_m=size,
        contrast=0.4
        if situation.subject_tone == "dark" and case.light.ev100 < case.figure("detection_light_ev")
        else 0.7,
        ev100=case.light.ev100,
        background_m=SKY_M if plain else _behind(case, distance),
        background_texture=PLAIN if plain else TEXTURED if case.has("background_changes", "crowd_behind") else TEXTURE,
        crossings_per_s=crossings,
        crossing_s=lasts,
        crossing_nearer=nearer,
        obstacles=GRASS if case.has("foreground_obstacles") and not plays else 0.0,
        relief_m=RELIEF_OF_SIZE * size,
        depth_m=GROUP_DEPTH_M if kind == "group" else 0.0,
        lead_s=LEAD_S,
        lasts_s=LASTS_S,
    )


def assumed_of(made: Scenario) -> tuple[Assumed, ...]:
    """The scenario's figures no brief has a word for, to be put right where somebody knows better."""
    return tuple(Assumed(field=name, value=getattr(made, name), unit=unit) for name, unit in ASSUMED_UNITS.items())


def setup_of(case: Case, plan: Plan) -> FocusSetup:
    """The camera as the plan sets it."""
    setup, choice = plan.setup, plan.choice
    widest = min(case.glass.widest_aperture, choice.aperture)
    manual = setup.option("af_mode") == "manual"
    rate = setup.number("frame_rate") or USUAL_RATE
    focus_m = setup.number("focus_distance_m") or min(case.subject.mid_m, OPTICAL_INFINITY_M)
    return FocusSetup.model_validate(
        {
            "mode": "manual" if manual else "single" if setup.option("af_mode") == "single" else "continuous",
            "area": _known(setup, "af_area", get_args(Area), "zone"),
            "response": _known(setup, "af_response", get_args(Response), "standard"),
            "priority": _known(setup, "af_priority", get_args(Priority), "release"),
            "detection": _known(setup, "subject_detection", get_args(Finds), "off"),
            "detection_when": "on_button" if setup.option("af_activation") == "back_button_eye" else "always",
            "subject_motion": _known(setup, "subject_motion", get_args(Motion), "normal"),
            "assist_lamp": setup.option("assist_lamp") == "on",
            "focal_mm": choice.focal_length_mm,
            "aperture": choice.aperture,
            "widest": widest,
            "sensor_height_mm": case.body.sensor_height_mm,
            "coc_mm": case.body.coc_mm,
            "close_focus_m": case.lens.closest_focus_m,
            "frames_per_s": rate,
            "blackout_s": min(USUAL_BLACKOUT_S, MOST_BLACKOUT / rate),
            "af_blind_ev": case.glass.af_blind_ev,
            "zone_m": focus_m if manual else None,
        }
    )


def _known(setup: Setup, setting: SettingId, known: tuple[str, ...], else_: str) -> str:
    value = setup.option(setting)
    return value if value in known else else_


def _behind(case: Case, distance: float) -> float:
    said = case.situation.background_m
    usual = distance + case.frame.composition.place.background_m
    return min(max(said if said is not None else usual, distance * 1.05), SKY_M)
