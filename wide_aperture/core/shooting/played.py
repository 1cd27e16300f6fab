"""One situation photographed by the simulated camera as its plan sets it: bursts over its time, each frame as the body exposes it.

What the camera does is the planner's own model (planning.prediction), what focus does is the lab's (core.focus); the day adds what
nobody planned. Light and moments follow the seed alone, so that two setups meet the same day.
"""

from __future__ import annotations

import datetime as dt
import math
from dataclasses import dataclass
from fractions import Fraction
from uuid import UUID

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.craft.endurance import GB, bytes_a_frame
from wide_aperture.core.craft.exposure_modes import exposes_by_hand
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.plan import Axis
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.documents.situation import STREAK_LOOKS
from wide_aperture.core.errors import DomainError
from wide_aperture.core.focus import engine
from wide_aperture.core.focus.planned import scenario_of, setup_of
from wide_aperture.core.focus.world import STEP_S, happening
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.frames.our_words import METERING_SAID, PROGRAM_OF, WHITE_SAID
from wide_aperture.core.physics import motion
from wide_aperture.core.physics.quantities import ev100 as exposure_value
from wide_aperture.core.physics.quantities import nearest_step, step_label
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.compute import drafted, plan_from
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.hand_steps import QUANTITY, as_marked
from wide_aperture.core.planning.plan_input import PlanInput
from wide_aperture.core.planning.prediction import held_compensation_ev, settle, wanted_at
from wide_aperture.core.shooting.day import Day, wandering

USUAL_MIN = 45.0
USUAL_BUFFER = 40
LONGEST_BURST_S, LONGEST_BURST = figure("seconds_a_burst"), 60
KEPT_RATING = 3
KEPT_WITHIN_EV = 1.0
NEAR_ENOUGH_S = 1 / 3
STIRS_FROM = 0.3  # of its restlessness, a living thing that stands
LEAST_DRAW = 0.001
LAST_NUMBER = 9999
FAR_SAID_M = 1000.0  # beyond it a lens tells no distance
BURST_FRAMES_A_BATTERY = 10  # times what single frames take of it: the screen stays dark meanwhile
AXES: tuple[Axis, ...] = ("shutter_s", "aperture", "iso")


class Roll(Document):
    """Cards, battery and numbering, carried from one situation to the next. next_number runs from 1 to 9999 and round again."""

    prefix: str = "WAP_"
    next_number: int = 1
    free_gb: Finite = 128.0
    battery: Finite = 1.0
    taken: int = 0

    def after(self, size_gb: float) -> Roll:
        """The roll with one frame more on it."""
        charge = 1 / (figure("battery_frames") * BURST_FRAMES_A_BATTERY)
        return self.model_copy(
            update={
                "next_number": self.next_number % LAST_NUMBER + 1, "taken": self.taken + 1, "free_gb": self.free_gb - size_gb,
                "battery": self.battery - charge,
            }
        )  # fmt: skip


class TakenFrame(Document):
    """A frame and what is true of it. burst, place: counted from 0 and from 1; light_ev: as it was; off_ev: brighter (+) than meant;
    smear_share: of the frame's width; shake_coc: in circles of confusion; focus_per_m: where the lens stood, 1/m; later_s: since
    the burst began; kept: by the photographer's own measure.
    """

    id: int
    name: str
    situation_id: UUID
    body_id: UUID
    burst: int
    place: int
    at: dt.datetime
    said: FrameMetadata
    light_ev: Finite
    off_ev: Finite
    in_focus: bool
    focus_per_m: Finite
    smear_share: Finite
    shake_coc: Finite
    later_s: Finite
    moment: bool
    kept: bool


@dataclass(frozen=True, slots=True)
class _Set:
    """How the camera stands for a part of the situation."""

    draft: Draft
    mode: str
    rate: float
    bursts: bool


class Player:
    """A situation ready to be photographed again and again: what its plan sets is worked out once."""

    def __init__(self, given: PlanInput) -> None:
        """Raises: as plan_of."""
        self.given = given
        self._ways: dict[tuple[Pin, ...], _Set] = {}
        self.base = self._standing(())
        plan = plan_from(self.base.draft, ())
        self._scenario = scenario_of(self.base.draft.case)
        self._focus_setup = setup_of(self.base.draft.case, plan)

    def play(
        self, day: Day, *, begins: dt.datetime, minutes: float | None, seed: int, roll: Roll, most_frames: int = 400, serial: str = ""
    ) -> tuple[list[TakenFrame], Roll]:  # fmt: skip
        """Frames in their order, and the roll afterwards.

        Args: begins: local time without a zone, by a clock that is right; minutes: how long it goes on, None: as usual.
        """
        given, base = self.given, self.base
        random = np.random.default_rng([seed, given.situation.id.int % 2**32])
        lasts_s = (minutes or USUAL_MIN) * 60
        starts = _starts(random, base, lasts_s, day, most_frames)
        frames_a_burst = self._frames_a_burst()
        light = wandering(random, starts, day.light_walk_ev) + day.light_off_ev
        draws = random.random((len(starts), LONGEST_BURST, 3))
        normal = random.standard_normal((len(starts), LONGEST_BURST, 2))
        world = happening(self._scenario, seed, len(starts))
        focus = _Focus(engine.run(self._scenario, [self._focus_setup], world), self._scenario.lead_s)
        room = given.body.buffer_raw_frames or USUAL_BUFFER
        taken: list[TakenFrame] = []
        for burst, begin in enumerate(starts):
            now = self._standing(_slips(day, given, begin / lasts_s))
            size_gb = bytes_a_frame(given.body.megapixels, now.draft.option("file")) / GB
            buffered = 0.0
            for place in range(frames_a_burst):
                later_s = place / now.rate
                buffered = max(buffered - day.writes_per_s / now.rate, 0.0) + 1
                if buffered > room or not focus.released(burst, later_s):
                    continue  # the camera is busy writing, or waits for focus
                if len(taken) >= most_frames or roll.free_gb < size_gb or roll.battery <= 0:
                    return taken, roll
                moment = Moment(
                    at=begins + dt.timedelta(seconds=float(begin) + later_s), burst=burst, place=place + 1, later_s=later_s,
                    light_by_ev=float(light[burst]), draws=draws[burst, place], normal=normal[burst, place],
                )  # fmt: skip
                taken.append(_frame(now, day, given.body, serial, moment, focus.sharp(burst, later_s), roll))
                roll = roll.after(size_gb)
        return taken, roll

    def _frames_a_burst(self) -> int:
        if not self.base.bursts:
            return 1
        planned = self.given.situation.burst_frames
        return min(planned if planned > 1 else max(round(LONGEST_BURST_S * self.base.rate), 1), LONGEST_BURST)

    def _standing(self, pins: tuple[Pin, ...]) -> _Set:
        """How the camera stands with these values besides."""
        if pins not in self._ways:
            given = self.given.with_pins((*self.given.pins, *pins)) if pins else self.given
            draft, _ = drafted(given)
            drive, rate = draft.option("drive"), draft.settings.get("frame_rate")
            per_s = (
                float(rate.value) if rate is not None and isinstance(rate.value, int | float) and rate.value else 3.0
            )
            bursts = drive is not None and drive.startswith(("continuous", "quiet_continuous"))
            self._ways[pins] = _Set(draft, draft.option("exposure_mode") or "manual", per_s, bursts)
        return self._ways[pins]


def play_situation(
    given: PlanInput, day: Day, *, begins: dt.datetime, minutes: float | None, seed: int, roll: Roll, most_frames: int = 400, serial: str = ""
) -> tuple[list[TakenFrame], Roll]:  # fmt: skip
    """One situation played once. See Player."""
    return Player(given).play(
        day, begins=begins, minutes=minutes, seed=seed, roll=roll, most_frames=most_frames, serial=serial
    )


def _starts(random: np.random.Generator, base: _Set, lasts_s: float, day: Day, most_frames: int) -> np.ndarray:
    """When bursts begin, seconds from the situation's begin."""
    case = base.draft.case
    moving = "moving" if case.subject.is_moving else "other"
    a_minute = case.figure("bursts_a_minute", moving) if base.bursts else case.figure("single_frames_a_minute")
    wanted = max(random.poisson(a_minute * lasts_s / 60 * day.hurry), 1)
    starts = np.sort(random.random(wanted)) * lasts_s
    frames = max(round(LONGEST_BURST_S * base.rate), 1) if base.bursts else 1
    if wanted * frames > most_frames:  # spread over the whole time, not its beginning alone
        starts = starts[np.linspace(0, wanted - 1, max(most_frames // frames, 1)).astype(int)]
    return starts


def _slips(day: Day, given: PlanInput, share: float) -> tuple[Pin, ...]:
    return tuple(
        Pin(setting=slip.setting, value=slip.value)
        for slip in day.slips
        if slip.situation_id == given.situation.id and slip.from_share <= share < slip.to_share
    )


class _Focus:
    """What the lab says of each burst: whether a frame goes at a moment, where the lens stands, and whether it is sharp."""

    def __init__(self, course: engine.Course, lead_s: float) -> None:
        self._course, self._lead_s = course, lead_s

    def _step(self, burst: int, at_s: float) -> int | None:
        """The frame released nearest to a moment, if one goes within a third of a second."""
        middle, reach = round((self._lead_s + at_s) / STEP_S), round(NEAR_ENOUGH_S / STEP_S)
        low = max(middle - reach, 0)
        found = np.flatnonzero(self._course.released[low : middle + reach, burst])
        return low + int(found[np.argmin(np.abs(found + low - middle))]) if len(found) else None

    def released(self, burst: int, at_s: float) -> bool:
        return self._step(burst, at_s) is not None

    def sharp(self, burst: int, at_s: float) -> tuple[bool, float]:
        """(sharp, where the lens stands in 1/m)."""
        step = self._step(burst, at_s)
        if step is None:
            return False, 0.0
        return bool(self._course.sharp[step, burst]), float(self._course.focus_per_m[step, burst])


@dataclass(frozen=True, slots=True)
class Moment:
    """A frame's own part of the day. draws: uniform (speed, hand, worth); normal: (meter, verdict)."""

    at: dt.datetime
    burst: int
    place: int
    later_s: float
    light_by_ev: float
    draws: NDArray[np.float64]
    normal: NDArray[np.float64]


def _frame(
    now: _Set, day: Day, body: Body, serial: str, moment: Moment, focus: tuple[bool, float], roll: Roll
) -> TakenFrame:  # fmt: skip
    draft, case = now.draft, now.draft.case
    speed_draw, hand_draw, worth_draw = (float(each) for each in moment.draws)
    light = case.light.ev100 + moment.light_by_ev
    meant = wanted_at(draft, light, draft.exposure.nd_stops)
    misread = 0.0 if exposes_by_hand(now.mode) else float(moment.normal[0]) * day.meter_spread_ev
    shutter, aperture, iso = (
        as_marked(axis, value)
        for axis, value in zip(
            AXES, settle(draft, draft.exposure, meant + misread - held_compensation_ev(draft)), strict=True
        )
    )
    off = meant - float(exposure_value(aperture, shutter, iso))
    smear = _smear_share(case, day, shutter, speed_draw)
    shake = _shake_coc(case, day, shutter, hand_draw)
    worth = worth_draw < day.worth * day.fades ** (moment.place - 1)
    judged = smear * 2 ** (float(moment.normal[1]) * day.judges_stops)
    still = case.situation.look in STREAK_LOOKS or judged <= (day.accepts_share or _accepted(case))
    kept = worth and focus[0] and still and shake <= 1 and abs(off) <= KEPT_WITHIN_EV
    return TakenFrame(
        id=roll.taken,
        name=f"{roll.prefix}{roll.next_number:04}",
        situation_id=case.situation.id,
        body_id=body.id,
        burst=moment.burst,
        place=moment.place,
        at=moment.at,
        said=_said(now, body, serial, moment.at + dt.timedelta(seconds=day.clock_offset_s), (shutter, aperture, iso), kept=kept),
        light_ev=light,
        off_ev=off,
        in_focus=focus[0],
        focus_per_m=focus[1],
        smear_share=smear,
        shake_coc=shake,
        later_s=moment.later_s,
        moment=worth,
        kept=kept,
    )  # fmt: skip


def _said(
    now: _Set, body: Body, serial: str, clock: dt.datetime, exposed: tuple[float, float, float], *, kept: bool
) -> FrameMetadata:  # fmt: skip
    """What the camera writes into the file."""
    draft, case = now.draft, now.draft.case
    shutter, aperture, iso = (engraved(axis, value) for axis, value in zip(AXES, exposed, strict=True))
    white, metering = draft.option("white_balance"), draft.option("metering")
    comp = draft.settings.get("exposure_comp_ev")
    return FrameMetadata(
        taken_at=clock.replace(microsecond=0),
        subsecond_ms=clock.microsecond // 1000,
        exposure_s=shutter,
        f_number=aperture,
        iso=iso,
        compensation_ev=float(comp.value) if comp is not None and isinstance(comp.value, int | float) else 0.0,
        focal_mm=case.glass.focal_mm,
        focal_35mm=round(case.glass.focal_mm * body.crop_factor),
        subject_distance_m=round(case.subject.mid_m, 2) if case.subject.mid_m < FAR_SAID_M else None,
        exposure_program=PROGRAM_OF.get(now.mode, "manual"),
        metering=metering if metering in METERING_SAID else "multi_segment",
        flash_fired=case.flash.in_use,
        white_balance=white if white in WHITE_SAID else None,
        body_make_model=body.name,
        body_serial=serial or None,
        lens_model=case.lens.name,
        orientation=1,
        rating=KEPT_RATING if kept else None,
    )


def engraved(axis: Axis, value: float) -> float:
    """The number a camera writes for a step: 1/1600 s, f/2.8, ISO 2000, and not the exact powers behind them.

    >>> engraved("iso", 2015.87), engraved("aperture", 2.828427), round(1 / engraved("shutter_s", 1 / 1625.5))
    (2000.0, 2.8, 1600)
    """
    quantity = QUANTITY[axis]
    try:
        said = (
            step_label(quantity, nearest_step(quantity, value))
            .removeprefix("ISO ")
            .removeprefix("f/")
            .removesuffix(" s")
        )
        return float(Fraction(said))
    except (DomainError, ValueError):
        return value  # beyond what is engraved anywhere


def _smear_share(case: Case, day: Day, shutter_s: float, draw: float) -> float:
    """The subject's movement in this frame as a share of the frame's width; its speed lies anywhere in the brief's band."""
    if case.situation.look == "pan_blur":
        return 0.0
    band = case.situation.speed
    slowest = band.low_m_s / band.high_m_s if band.high_m_s else STIRS_FROM
    speed = case.subject.image_speed_px_s * (slowest + (1 - slowest) * draw) * day.speed_times
    return speed * shutter_s / case.body.width_px


def _accepted(case: Case) -> float:
    """What the trade keeps, where the day does not say what this photographer keeps."""
    share = case.figure("blur_share", case.situation.output)
    return share * case.figure("freeze_share") if case.situation.look == "freeze" else share


def _shake_coc(case: Case, day: Day, shutter_s: float, draw: float) -> float:
    """The hand's movement in this frame, in circles of confusion."""
    limit = case.support.single_frame_limit_s
    if math.isinf(limit):
        return 0.0
    past = math.log2(shutter_s / limit) - day.hand_stops
    return float(motion.shake_drawn(past, min(max(draw, LEAST_DRAW), 1 - LEAST_DRAW)))
