"""The autofocus system at work: what it measures, what it believes, where the lens stands, when the shutter goes.

Everything is reckoned in 1/distance, where equal steps are equal blur. Of each measurement the system makes an estimate by an
alpha-beta filter; one that lies further off than a jump is not believed until it has stood for as long as the response holds.
Many setups are tried on the same happening at once: columns are setup x run.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from wide_aperture.core.focus.figures import ASSUMED, FocusFigures
from wide_aperture.core.focus.scenario import Scenario
from wide_aperture.core.focus.setup import FOLLOWS, HALF_SIZE, FocusSetup
from wide_aperture.core.focus.world import STEP_S, Flags, Floats, Happening

INFINITE = np.float32(np.inf)
SUBJECT, BEHIND, CROSSING, BEFORE, NOTHING = range(5)
HELD = ("subject", "background", "what crossed", "what stands before it", "nothing yet")
Each = Callable[[Sequence[float]], Floats]  # a value of each setup, for all its columns
Across = Callable[[np.ndarray], np.ndarray]  # a row of the happening, for all setups
FACE_SHARE = 0.13  # of a person's height
FOLLOWING_KEEPS = 0.3  # of the hand's error, where the area goes with the subject
FOUND_KEEPS = 0.35  # of what an area may lie beside the part that matters, once the body is found
EYE_KEEPS = 0.08
FOUND_COUNTS = 0.3  # of the area at least, once detection has found it
SETTLED = 0.2  # discs of confusion from where it was sent, when a lens has arrived
SEEN_AT_LEAST = 0.015  # of an area must have something to see
HIDDEN = 0.9  # of the subject while something crosses
FINDING_STEEP = 2.0  # a doubling of size is worth this in log odds
AUTOMATIC_KNOWS = 0.7  # how often an automatic kind is the right one
ERRATIC_SPEED, STEADY_SPEED = 1.6, 0.6  # times the gain of speed, by what the body is told of the motion
KINDS: dict[str, tuple[str, ...]] = {
    "human": ("person", "group"), "human_eye": ("person", "group"), "animal": ("animal", "bird"), "animal_eye": ("animal", "bird"),
    "bird": ("bird",), "insect": ("insect",), "vehicle": ("vehicle",),
}  # fmt: skip


@dataclass(frozen=True)
class Course:
    """What happened, (steps, columns). focus_per_m: where the lens stood; held: what was measured last (HELD); released, sharp:
    whether a frame was taken, and was sharp; aside: the subject's distance from the area's middle, frame heights."""

    focus_per_m: Floats
    held: np.ndarray
    released: Flags
    sharp: Flags
    aside: Floats


def run(scenario: Scenario, setups: Sequence[FocusSetup], world: Happening, figures: FocusFigures = ASSUMED) -> Course:
    """Every setup on every run; columns: the runs of the first setup, then of the second, and so on."""
    runs = world.distance_m.shape[1]

    def each(values: Sequence[float]) -> Floats:
        return np.repeat(np.asarray(values, np.float32), runs)

    def across(plane: np.ndarray) -> np.ndarray:
        return plane if len(setups) == 1 else np.concatenate([plane] * len(setups))

    eye = _Eye(scenario, setups, figures, each)
    filters = [getattr(figures, setup.response) for setup in setups]
    speed_by = {"steady": STEADY_SPEED, "normal": 1.0, "erratic": ERRATIC_SPEED}
    hold = each([each_filter.hold_s for each_filter in filters])
    gain = each([each_filter.position_gain for each_filter in filters])
    speed_gain = each(
        [min(f.speed_gain * speed_by[s.subject_motion], 1.0) for f, s in zip(filters, setups, strict=True)]
    )
    tolerance = each([setup.tolerance_per_m for setup in setups])
    lens_step = each([STEP_S / setup.close_focus_m / figures.lens_s for setup in setups])
    interval = each([1 / setup.frames_per_s for setup in setups])
    blackout = each([setup.blackout_s for setup in setups])
    single = each([setup.mode == "single" for setup in setups]) > 0
    manual = each([setup.mode == "manual" for setup in setups]) > 0
    waits = each(
        [{"release": 0.0, "balanced": figures.patience / s.frames_per_s, "focus": np.inf}[s.priority] for s in setups]
    )
    columns = runs * len(setups)

    def zeros() -> Floats:
        return np.zeros(columns, np.float32)

    begins = scenario.begins_m or scenario.background_m
    focus = np.where(manual, each([1 / (setup.zone_m or begins) for setup in setups]), np.float32(1 / begins))
    belief, speed = focus.copy(), zeros()
    doubted, since, locked_at = zeros(), zeros() + INFINITE, zeros() + INFINITE
    due, dark_until, phase = zeros() + np.float32(scenario.lead_s), zeros() - 1, zeros()
    locked, held = np.zeros(columns, bool), np.full(columns, NOTHING, np.int8)
    half_depth = scenario.depth_m / 2
    lens_keeps = np.exp(-STEP_S / figures.lens_lag_s)
    shape = (len(world.times_s), columns)
    course = Course(
        np.empty(shape, np.float32),
        np.empty(shape, np.int8),
        np.zeros(shape, bool),
        np.zeros(shape, bool),
        np.empty(shape, np.float32),
    )

    seen: _Seen | None = None
    for step, now in enumerate(world.times_s):
        distance = across(world.distance_m[step])
        phase += eye.cycles_a_step
        frozen = manual | (single & locked)
        measures = (phase >= 1) & (now >= dark_until) & ~frozen
        phase = np.where(phase >= 1, phase - 1, phase)
        if seen is None or measures.any():
            seen = eye.look(step, now, distance, world, across)
        known = measures & (seen.what != NOTHING)

        belief = belief + np.where(frozen, 0.0, speed * STEP_S)
        since = since + STEP_S
        off = seen.per_m - belief
        jumps = known & locked & (np.abs(off) > eye.jump)
        doubted = np.where(jumps, doubted + since, np.where(known, 0.0, doubted))
        gives_in = jumps & (doubted >= hold)
        anew = known & (~locked | gives_in)
        follows = known & ~anew & ~jumps
        gap = np.maximum(since, STEP_S)
        speed = np.where(anew, 0.0, np.where(follows, speed + speed_gain * off / gap, speed))
        belief = np.where(anew, seen.per_m, np.where(follows, belief + gain * off, belief))
        doubted = np.where(anew, 0.0, doubted)
        took = anew | follows
        since = np.where(known, 0.0, since)
        held = np.where(took, seen.what, held)

        aim = belief + speed * figures.lens_lag_s
        wish = aim + (focus - aim) * lens_keeps
        focus = np.where(frozen, focus, focus + np.clip(wish - focus, -lens_step, lens_step))
        there = np.abs(focus - belief) <= np.maximum(tolerance, eye.jump / figures.jump)
        settled = np.abs(focus - belief) <= np.maximum(SETTLED * tolerance, eye.noise / 2)
        locked = locked | (took & settled) | manual
        locked_at = np.where(single & locked & np.isinf(locked_at), now, locked_at)

        sure = manual | (locked & there & (doubted == 0) & ((since <= figures.believed_s) | single))
        ready = ~single | (now >= locked_at + figures.recompose_s)
        goes = (now >= due - STEP_S / 2) & ready & (sure | (now >= due + waits - STEP_S / 2))
        course.released[step] = goes
        due = np.where(goes, np.where(now - due < STEP_S, due, now) + interval, due)  # a rhythm, not a sum of steps
        dark_until = np.where(goes, now + blackout, dark_until)
        near, far = 1 / np.maximum(distance - half_depth, 0.05), 1 / (distance + half_depth)
        course.sharp[step] = goes & (np.abs(focus - near) <= tolerance) & (np.abs(focus - far) <= tolerance)
        course.focus_per_m[step], course.held[step], course.aside[step] = focus, held, seen.aside
    return course


@dataclass(frozen=True)
class _Seen:
    """What the area lies on at a moment: what it would measure, in 1/m, and which of HELD that is."""

    per_m: Floats
    what: np.ndarray
    aside: Floats


class _Eye:
    """What an area, with or without detection, makes of the view."""

    def __init__(self, scenario: Scenario, setups: Sequence[FocusSetup], figures: FocusFigures, each: Each) -> None:
        self.scenario, self.figures = scenario, figures
        self.half = each([HALF_SIZE[setup.area] for setup in setups])
        self.follows = each([setup.area in FOLLOWS for setup in setups]) > 0
        self.heights_per_tangent = each([setup.focal_mm / setup.sensor_height_mm for setup in setups])
        over = [_over_blind_ev(scenario, setup, figures) for setup in setups]
        light = each(np.clip(np.asarray(over) / figures.easy_ev, 0, 1).tolist())
        self.sees = each([value > 0 for value in over]) > 0
        self.cycles_a_step = figures.cycle_hz * STEP_S * np.maximum(light, 0.12)
        wide = each([setup.tolerance_per_m * setup.widest / setup.aperture for setup in setups])
        tolerance = each([setup.tolerance_per_m for setup in setups])
        contrast = max(scenario.contrast, 0.05)
        self.noise = wide * figures.noise / contrast * (1 + 3 * (1 - light) ** 2)
        self.jump = figures.jump * tolerance + 3 * self.noise
        self.finds = each([_knows(scenario, setup) for setup in setups]) * light * min(contrast / 0.5, 1.0)
        self.finds_eyes = each([setup.detection.endswith("_eye") for setup in setups]) > 0
        self.found_from = each([figures.button_s if setup.detection_when == "on_button" else 0.0 for setup in setups])

    def look(self, step: int, now: float, distance: Floats, world: Happening, across: Across) -> _Seen:
        scenario, figures = self.scenario, self.figures
        scale = self.heights_per_tangent / distance  # frame heights a metre
        radius = scenario.size_m / 2 * scale
        turning = scenario.speed_m_s * scale if scenario.course == "across" else 0.0
        pushed = np.abs(across(world.push_m_s2[step])) * scale * figures.hand_s**2 / 2
        spread = figures.hand_share + 0.05 * turning * figures.hand_s + pushed
        spread = spread * np.where(self.follows, FOLLOWING_KEEPS, 1.0)
        aside = spread * np.hypot(across(world.beside[step]), across(world.beside_up[step]))

        meets = np.clip((radius + self.half - aside) / (2 * np.minimum(radius, self.half)), 0, 1)
        on_subject = meets * np.minimum(1.0, (radius / self.half) ** 2)
        crossed = across(world.crossed[step])
        visible = np.where(crossed, 1 - HIDDEN, 1.0)

        tall = scenario.height_m * scale
        face = tall * FACE_SHARE if scenario.kind in ("person", "group") else radius
        found_chance = self.finds / (1 + (figures.found_share / tall) ** FINDING_STEEP)
        eye_chance = np.where(self.finds_eyes, found_chance / (1 + (figures.eye_share / face) ** FINDING_STEEP), 0.0)
        draw = across(world.chance[step, :, 0])
        found = (draw < found_chance) & (now >= self.found_from) & (meets > 0)
        found_eye = found & (draw < eye_chance)

        seen = np.where(found, np.maximum(on_subject, FOUND_COUNTS), on_subject)
        subject = seen * visible * scenario.contrast * figures.near_bias
        behind = (1 - on_subject) * scenario.background_texture * np.where(crossed, 0.3, 1.0)
        behind = np.where(found, behind / figures.found_weight, behind)
        wide = np.minimum(1.0, self.half / radius)  # a large area holds both, a small one only what is before
        crossing = np.where(crossed, figures.near_bias**2 * (1 - 0.3 * wide), 0.0)
        thin = 1 - (1 - scenario.obstacles) ** np.sqrt(self.half / HALF_SIZE["single_point"])
        stands = _normal_below(across(world.screen[step])) < thin
        before = np.where(stands, figures.near_bias**2 * (0.1 + scenario.obstacles), 0.0)
        before = np.where(found, before / figures.near_bias, before)

        weights = np.stack([subject, behind, crossing, before])
        total = weights.sum(axis=0)
        draw = across(world.chance[step, :, 1]) * total
        what = (draw >= np.cumsum(weights, axis=0)).sum(axis=0).astype(np.int8)
        what = np.where((total < SEEN_AT_LEAST) | ~self.sees, NOTHING, np.minimum(what, BEFORE))

        lies = scenario.relief_m * across(world.part[step])
        lies = lies * np.where(found_eye, EYE_KEEPS, np.where(found, FOUND_KEEPS, 1.0))
        at = np.select(
            [what == SUBJECT, what == BEHIND, what == CROSSING],
            [distance + lies, np.maximum(scenario.background_m, distance), distance * (1 - scenario.crossing_nearer)],
            distance * (1 - scenario.obstacle_nearer),
        )
        per_m = 1 / np.maximum(at, 0.05) + self.noise * across(world.error[step])
        return _Seen(per_m, what, aside)


def _over_blind_ev(scenario: Scenario, setup: FocusSetup, figures: FocusFigures) -> float:
    """How many stops of light there are over where this lens's autofocus sees nothing."""
    lamp = figures.assist_ev if setup.assist_lamp and scenario.distance_m <= figures.assist_m else 0.0
    return scenario.ev100 + lamp - setup.af_blind_ev


def _knows(scenario: Scenario, setup: FocusSetup) -> float:
    """How often detection looks for what is there."""
    if setup.detection == "off":
        return 0.0
    if setup.detection == "automatic":
        known = any(scenario.kind in kinds for kinds in KINDS.values())
        return AUTOMATIC_KNOWS if known else 0.0
    return float(scenario.kind in KINDS[setup.detection])


def _normal_below(values: Floats) -> Floats:
    """The share of a normal distribution under each value. Source: the logistic approximation, within 0.01."""
    return np.asarray(1 / (1 + np.exp(-1.702 * values)), np.float32)


__all__ = ["HELD", "Course", "run"]
