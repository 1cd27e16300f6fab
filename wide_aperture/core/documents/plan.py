"""The plan: a setup with everything that explains it. It is computed anew each time and never stored."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from wide_aperture.core.document import Document, ExposureValue, Finite, Iso, NotNegative, Seconds
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.setup import Setup
from wide_aperture.core.documents.situation import Tone

Axis = Literal["shutter_s", "aperture", "iso"]
RulerAxis = Literal["shutter_s", "aperture", "iso", "kelvin"]
Severity = Literal["costs", "forbidden"]
Level = Literal["stop", "caution", "note"]


class FigureUsed(Document):
    """A figure of practice that set where a limit lies, and whose it is."""

    name: str
    value: Finite
    unit: str
    whose: Literal["trade", "yours"]


class Window(Spoken):
    """What one limit allows on one axis. low/high null: open on that side."""

    id: str
    axis: RulerAxis
    low: Finite | None = None
    high: Finite | None = None
    severity: Severity
    imposed_by: str
    sentence: str
    marks: tuple[Finite, ...] = Field(default=(), description="Values on the axis that satisfy the limit exactly")
    figures: tuple[FigureUsed, ...] = Field(default=(), description="Figures of practice that set where it lies")


class Price(Spoken):
    """The EV by which the chosen value passes a limit, unweighted. Only what is passed is listed."""

    limit: str
    axis: Axis | None = None
    label: str
    ev: NotNegative
    sentence: str
    seen: Literal["plainly", "barely", "not"] = Field(description="Whether it is visible at the output chosen")
    seen_because: str
    figures: tuple[FigureUsed, ...] = Field(default=(), description="Figures of practice that set where the limit lies")


class TimeCost(Spoken):
    """Where the real price of a setting is time at home or in the field, not stops."""

    setting: str
    minutes: NotNegative
    sentence: str


class Choice(Document):
    """The exposure chosen: one cell of the grid."""

    shutter_s: Seconds
    aperture: Finite
    iso: Iso
    nd_stops: NotNegative = 0
    focal_length_mm: Finite
    ev100: ExposureValue = Field(description="Exposure value these settings amount to, the ND filter counted")
    error_ev: Finite = Field(description="Brighter (+) or darker (-) than wanted")


class Alternative(Spoken):
    """Another way to expose the situation, with what it gains and what it costs against the choice."""

    id: str
    label: str
    change: dict[Axis, Finite]
    choice: Choice
    gains: str
    costs: tuple[Price, ...] = Field(description="Limits passed further than by the choice, by how many EV further")
    costs_nothing: bool


class GiveWayStep(Spoken):
    """What happens next as the light changes."""

    after_ev: NotNegative = Field(description="Light change at which this limit is passed")
    limit: str
    label: str
    sentence: str


class GiveWay(Document):
    """What yields first, for less and for more light, with the stops in hand before each limit."""

    less_light: tuple[GiveWayStep, ...]
    more_light: tuple[GiveWayStep, ...]


class Margin(Spoken):
    """How wrong one assumption may be before a limit breaks with the settings as chosen. null: no limit met."""

    assumption: Literal["less light", "more light", "speed", "distance"]
    stops: NotNegative | None
    sentence: str


class Margins(Spoken):
    items: tuple[Margin, ...]
    most_fragile: str | None
    sentence: str


class PredictedFrame(Spoken):
    """What the body itself will set when the light is at one end of its band."""

    light: Literal["darkest", "expected", "brightest"]
    ev100: ExposureValue
    shutter_s: Seconds
    aperture: Finite
    iso: Iso
    error_ev: Finite
    sentence: str


CellSeverity = Literal["free", "costs", "forbidden"]


class ExposureField(Spoken):
    """Shutter x aperture round the choice. Matrices are rows by aperture, columns by shutter.

    iso: what each pair needs (null: no ISO of the body exposes it rightly); severity and limit: the worst limit there.
    """

    shutter_s: tuple[Seconds, ...]
    apertures: tuple[Finite, ...]
    iso: tuple[tuple[Iso | None, ...], ...]
    severity: tuple[tuple[CellSeverity, ...], ...]
    limit: tuple[tuple[str | None, ...], ...]
    chosen_row: int
    chosen_column: int
    sentence: str


class Remedy(Document):
    """A change of settings that would answer a finding, as pins."""

    label: str
    changes: dict[str, Value]
    costs: tuple[Price, ...] = Field(default=(), description="Limits passed further by it; filled in by the planner")
    raises: tuple[str, ...] = Field(
        default=(), description="Titles of the findings it brings; filled in by the planner"
    )


class Finding(Spoken):
    """Something to know before the first frame."""

    code: str
    level: Level
    about: Literal["plan", "request", "pin", "kit"]
    title: str
    sentence: str
    handled_by: tuple[str, ...] = Field(default=(), description="Settings of this plan that already reduce it")
    residual: str | None = None
    remedy: Remedy | None = None

    @property
    def is_open(self) -> bool:
        """True when no setting of the plan answers it yet."""
        return not self.handled_by


class GaveWay(Spoken):
    """A standing value that does not stand here. by: a number of the case, the kit, a request, or a pin."""

    setting: SettingId
    label: str
    own: Value
    own_said: str
    used_said: str
    by: Literal["case", "kit", "request", "pin"]
    sentence: str


class StandingReport(Spoken):
    """How many of the photographer's standing values hold here, and each that gives way."""

    hold: int
    of: int
    gave_way: tuple[GaveWay, ...]
    sentence: str


class Sharpness(Document):
    """What is sharp at the chosen aperture, for the distance ruler. far_m null: infinity."""

    focus_m: Finite | None
    near_m: Finite
    far_m: Finite | None
    hyperfocal_m: Finite
    subject_near_m: Finite
    subject_far_m: Finite | None
    background_blur_percent: Finite = Field(description="Blur disc of a far background, % of the frame's height")


class SensorWindow(Document):
    """What one frame holds at the chosen ISO, in EV from mid, for the tone ruler."""

    noise_floor_ev: Finite
    preview_clip_ev: Finite
    raw_clip_ev: Finite
    scene_low_ev: Finite | None
    scene_high_ev: Finite | None


Fate = Literal["held", "lost", "allowed", "black", "missed"]


class ToneRead(Spoken):
    """A tone of the plan's own frame. ev: its mean, over what the exposure makes mid; lost: how much of it clips, 0..1.

    fate: held; lost (nobody allowed it); allowed (it may); black (it may); missed (must hold, and does not).
    """

    name: Tone
    ev: Finite
    low_ev: Finite
    top_ev: Finite
    share: Finite
    lost: Finite
    asked: Literal["must_hold", "may_clip", "may_go_black"] | None = None
    fate: Fate
    sentence: str


class Assumption(Spoken):
    """What the brief does not say and the drawn surroundings supply. field: where the brief would say it."""

    field: str
    value: Finite | None = None
    unit: str = ""
    sentence: str


class FrameRead(Spoken):
    """What the plan's own frame shows: its composition, what the exposure is for, and what becomes of each tone."""

    surroundings: str
    seen_as: str
    title: str
    because: str
    aim: Literal["subject", "highlights", "silhouette"]
    shift_ev: Finite
    intent: str
    verdict: str
    tones: tuple[ToneRead, ...]
    assumptions: tuple[Assumption, ...]
    faults: tuple[str, ...]


class LightSeen(Document):
    """The light the plan reckoned with, names resolved."""

    ev100: ExposureValue
    ev_low: ExposureValue
    ev_high: ExposureValue
    cct_k: Finite
    second_cct_k: Finite | None
    flicker_hz: Finite | None
    scene_range_ev: Finite | None


class Missing(Spoken):
    """A setting this body lacks: what the plan would have used, and the work-around."""

    setting: str
    label: str
    would_use: str
    instead: str


class Advice(Spoken):
    """What would help when no setting satisfies every limit."""

    feasible: bool
    sentence: str
    helps: tuple[str, ...]


class Plan(Document):
    """A computed setup with its limits, prices, other ways, give-way order, margins and findings."""

    planner_version: str
    situation_title: str
    setup: Setup
    choice: Choice
    light: LightSeen
    windows: tuple[Window, ...]
    prices: tuple[Price, ...]
    time_costs: tuple[TimeCost, ...]
    alternatives: tuple[Alternative, ...]
    give_way: GiveWay
    margins: Margins
    prediction: tuple[PredictedFrame, ...]
    field: ExposureField
    sharpness: Sharpness
    sensor: SensorWindow
    frame: FrameRead
    set_by_hand: tuple[Axis, ...] = Field(
        default=(), description="What the mode leaves to the photographer; the body moves the rest"
    )
    advice: Advice
    missing: tuple[Missing, ...]
    schools_followed: dict[str, str]
    press_order: tuple[str, ...] = ()
    cautions: tuple[str, ...]
    findings: tuple[Finding, ...]
    standing: StandingReport | None = Field(default=None, description="null: no standing values")
