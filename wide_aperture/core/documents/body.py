"""Bodies as documents: what a specification sheet says, and what the person found out."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from wide_aperture.core.document import (
    Document,
    FNumber,
    FramesPerSecond,
    Iso,
    Kelvin,
    Megapixels,
    Name,
    NotNegative,
    Positive,
    Seconds,
    SensorSideMm,
    Text,
    broken_rule,
)
from wide_aperture.core.documents.abilities import Abilities
from wide_aperture.core.documents.body_support import BodyConflict, IsoByTime, NumberEnds, SettingIs, SettingSupport
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.documents.preferences import FileOption, Profile
from wide_aperture.core.documents.setting_ids import OPTIONS
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics import optics
from wide_aperture.core.physics.sensor import SensorFigures

ShutterKind = Literal["mechanical", "electronic_first_curtain", "electronic", "leaf"]
FileKind = Literal["raw", "jpeg", "any"]
SlotKind = Literal["full", "look", "mode_position", "held_button"]
Finder = Literal["electronic", "optical", "none"]
Mirror = Literal["none", "instant", "held_up"]
SlowestShutterControl = Literal["fixed", "linked_to_focal_length", "none"]

FULL_FRAME_ELECTRONS_M = 1650.0 * 864  # millions of electrons a typical 36 x 24 mm sensor holds at ISO 100
NOMINAL_SLACK = 2 ** (1 / 6)  # a marked 1/8000 s is 1/8192 s: ends are compared with a sixth of a stop of grace


class FlashSync(Document):
    """The shortest time at which the whole frame sees the flash, per shutter kind; null: no flash with it."""

    mechanical_s: Seconds | None = None
    electronic_first_curtain_s: Seconds | None = None
    electronic_s: Seconds | None = None
    leaf_s: Seconds | None = None


@dataclass(frozen=True, slots=True)
class Shutter:
    """One shutter of a body. fastest_s: its shortest time; sync_s: the shortest the whole frame sees the flash, None: never."""

    kind: ShutterKind
    fastest_s: float
    sync_s: float | None


class FrameRate(Document):
    """Frames a second for one shutter kind and file kind."""

    shutter: ShutterKind
    file: FileKind = "any"
    frames_per_s: FramesPerSecond


class IsoCeilings(Document):
    """The two ISO ceilings of the person: routine, and at a push, with the reason they stop there."""

    routine: Iso
    push: Iso
    reason: Literal["noise", "colour shift", "print size", "banding", "habit"] = "noise"
    provenance: Literal["person", "measured", "proposed"] = "proposed"

    @model_validator(mode="after")
    def _push_is_not_lower(self) -> IsoCeilings:
        if self.push < self.routine:
            raise broken_rule("push", "must not lie under the routine ceiling")
        return self


def proposed_ceilings(
    electrons: SensorFigures, megapixels: float, base_iso: float, highest_iso: float = math.inf
) -> IsoCeilings:
    """Propose the two ceilings from the light a frame gathers: ISO 12800 and 25600 for 36 x 24 mm of typical pixels.

    The person decides; a bench test measures. Neither lies above highest_iso.
    Source: equal total electrons give equal noise at equal output.
    """
    frame_e = electrons.full_well_e * megapixels * base_iso / 100  # what the whole frame holds at ISO 100
    routine = 12800 * frame_e / FULL_FRAME_ELECTRONS_M
    steps = round(math.log2(max(routine, base_iso * 4) / 100))  # whole stops
    proposed = (min(100.0 * 2**stops, highest_iso) for stops in (steps, steps + 1))
    return IsoCeilings(routine=next(proposed), push=next(proposed), provenance="proposed")


class ProgramPoint(Document):
    """One point of a program line: at this EV100 and ISO 100 the body picks this time and aperture."""

    ev100: float
    exposure_s: Seconds
    f_number: FNumber


class SlotBank(Document):
    """Storage places of one kind that the body can recall.

    leaves_out: settings these places do not hold; changes: what happens at switch-off to changes made after a recall
    ("choice": the setting slot_changes decides); filled: how the body stores into one; name_letters: room for its name,
    0: it takes none; family: banks of two families are reached past a scope switch; serves:
    "other": these places keep what is not for stills, and nothing of ours goes there.
    """

    kind: SlotKind
    serves: Literal["stills", "other"] = "stills"
    count: Annotated[int, Field(ge=1, le=30)]
    label: Name
    leaves_out: Annotated[tuple[str, ...], Field(max_length=200)] = ()
    changes: Literal["choice", "kept", "forgotten"] = "choice"
    family: Annotated[str, Field(max_length=40)] = ""
    filled: Literal["menu", "held", "computer"] = "menu"
    name_letters: Annotated[int, Field(ge=0, le=60)] = 0


RESERVE_EV = {
    "off": 0.0,
    "auto": 0.0,
    "highlight_reserve_1": 1.0,
    "highlight_reserve_2": 2.0,
}  # recorded so much darker


class ReserveFloor(Document):
    """The lowest ISO that a highlight reserve allows."""

    reserve: Literal["auto", "highlight_reserve_1", "highlight_reserve_2"]
    iso: Iso


RAW_FILES: tuple[FileOption, ...] = ("raw", "raw_lossless_compressed", "raw_lossy_compressed", "raw_plus_jpeg")


class RawTrial(Document):
    """A raw variant of this body, taken to the person's own software once."""

    file: FileOption
    opens: bool


class LookGap(Document):
    """Stops from a look's first over-exposure mark to where the raw data end, as measured on this body, the look's steps at 0."""

    look: Profile
    own: OwnFigure


class Body(Document):
    """A camera body. Every figure is either from its sheet, measured, or said to be estimated."""

    id: UUID
    name: Name
    note: Text = ""
    sensor_width_mm: SensorSideMm
    sensor_height_mm: SensorSideMm
    megapixels: Megapixels
    base_iso: Iso
    highest_iso: Iso
    fastest_mechanical_s: Seconds | None = Field(default=None, description="Shortest time; null: no such shutter")
    fastest_first_curtain_s: Seconds | None = None
    fastest_electronic_s: Seconds | None = None
    fastest_leaf_s: Seconds | None = None
    longest_timed_s: Seconds = Field(default=30, description="Longest time before bulb")
    flash_sync: FlashSync = FlashSync()
    readout_ms: Annotated[Positive, Field(ge=0.001, le=10_000)] | None = Field(
        default=None, description="Electronic read-out of a full frame; null: unknown"
    )
    frame_rates: tuple[FrameRate, ...] = ()
    buffer_raw_frames: Annotated[int, Field(ge=1, le=100_000)] | None = None
    card_slots: Annotated[int, Field(ge=1, le=4)] = 1
    stabiliser_stops: Annotated[NotNegative, Field(le=12)] = 0
    anti_flicker: bool = False
    autofocus: bool = True
    finder: Finder = "electronic"
    mirror: Mirror = Field(default="none", description="held_up: it can be raised before the exposure")
    reserve_floors: tuple[ReserveFloor, ...] = ()
    automatic_reserve: tuple[ReserveFloor, ...] = Field(
        default=(), description="From which ISO on the automatic reserve picks how much; empty: by the floors"
    )
    spot_area_share: Annotated[float, Field(ge=0.0005, le=0.25, description="The meter's spot, share of the frame")] = (
        0.015
    )
    kelvin_low: Kelvin = Field(default=2500, description="Lowest colour temperature that can be set")
    kelvin_high: Kelvin = 10_000
    automatic_kelvin_low: Kelvin = Field(default=3000, description="Lowest the automatic white balance reaches")
    automatic_kelvin_high: Kelvin = 8000
    electrons: SensorFigures
    ceilings: IsoCeilings
    auto_iso_slowest_shutter: SlowestShutterControl = "fixed"
    program_line: tuple[ProgramPoint, ...] = ()
    support: tuple[SettingSupport, ...] = ()
    iso_by_time: tuple[IsoByTime, ...] = ()
    number_ends: Annotated[tuple[NumberEnds, ...], Field(max_length=100)] = ()
    conflicts: tuple[BodyConflict, ...] = ()
    factory: tuple[SettingIs, ...] = Field(default=(), description="Factory options that differ from most bodies")
    slots: tuple[SlotBank, ...] = ()
    abilities: Abilities = Abilities()
    archived: bool = Field(default=False, description="Put away: kept, and not shown or proposed")
    raw_tried: Annotated[tuple[RawTrial, ...], Field(max_length=10)] = ()
    marks_gaps: Annotated[tuple[LookGap, ...], Field(max_length=10)] = ()

    @model_validator(mode="after")
    def _figures_fit_together(self) -> Body:
        if self.highest_iso < self.base_iso:
            raise broken_rule("highest_iso", "must not lie under the base ISO")
        if self.ceilings.routine < self.base_iso:
            raise broken_rule("ceilings/routine", "must not lie under the base ISO")
        if self.ceilings.push > self.highest_iso * NOMINAL_SLACK:
            raise broken_rule("ceilings/push", "must not lie above the highest ISO")
        if self.kelvin_high < self.kelvin_low:
            raise broken_rule("kelvin_high", "must not lie under the lowest")
        if self.automatic_kelvin_high < self.automatic_kelvin_low:
            raise broken_rule("automatic_kelvin_high", "must not lie under the lowest")
        if not self.shutter_kinds:
            raise broken_rule("fastest_mechanical_s", "is needed, or another shutter kind with its shortest time")
        return self

    @cached_property
    def shutters(self) -> tuple[Shutter, ...]:
        """The shutters this body has, curtains before the electronic one."""
        sync = self.flash_sync
        ends: tuple[tuple[ShutterKind, float | None, float | None], ...] = (
            ("mechanical", self.fastest_mechanical_s, sync.mechanical_s),
            ("leaf", self.fastest_leaf_s, sync.leaf_s),
            ("electronic_first_curtain", self.fastest_first_curtain_s, sync.electronic_first_curtain_s),
            ("electronic", self.fastest_electronic_s, sync.electronic_s),
        )
        return tuple(Shutter(kind, fastest, sync_s) for kind, fastest, sync_s in ends if fastest is not None)

    @cached_property
    def shutter_kinds(self) -> tuple[ShutterKind, ...]:
        return tuple(shutter.kind for shutter in self.shutters)

    def shutter(self, kind: str) -> Shutter:
        """The shutter of a kind. Raises KeyError when the body has none such."""
        found = next((shutter for shutter in self.shutters if shutter.kind == kind), None)
        if found is None:
            raise KeyError(kind)
        return found

    def fastest_s(self, kind: ShutterKind) -> float:
        """The shortest time of a shutter kind the body has. Raises KeyError otherwise."""
        return self.shutter(kind).fastest_s

    def sync_s(self, kind: str) -> float | None:
        """The shortest time at which the whole frame sees the flash; None when it never does, or there is no such shutter."""
        return next((shutter.sync_s for shutter in self.shutters if shutter.kind == kind), None)

    def marks_gap(self, look: str) -> OwnFigure | None:
        """How far before the raw data a look's marks come, as measured; None where nobody did."""
        return next((each.own for each in self.marks_gaps if each.look == look), None)

    @property
    def still_banks(self) -> tuple[SlotBank, ...]:
        """Storage places a setup for stills can go to."""
        return tuple(bank for bank in self.slots if bank.serves == "stills")

    @cached_property
    def longest_with_program_s(self) -> float:
        """The longest time it keeps by itself, in its program for long times where it has one."""
        program = self.abilities.long_time_program
        return max(self.longest_timed_s, program.longest_s if program else 0.0)

    @cached_property
    def pixel_pitch_um(self) -> float:
        return math.sqrt(self.sensor_width_mm * self.sensor_height_mm / self.megapixels)

    @cached_property
    def width_px(self) -> float:
        return self.sensor_width_mm * 1000 / self.pixel_pitch_um

    @cached_property
    def height_px(self) -> float:
        return self.sensor_height_mm * 1000 / self.pixel_pitch_um

    @cached_property
    def crop_factor(self) -> float:
        return float(optics.crop_factor(self.sensor_width_mm, self.sensor_height_mm))

    @cached_property
    def coc_mm(self) -> float:
        return float(optics.circle_of_confusion(self.sensor_width_mm, self.sensor_height_mm))

    def frames_per_s(self, kind: ShutterKind, file: FileKind = "raw") -> float | None:
        """The top rate with this shutter and file kind; null when the sheet does not say."""
        fitting = [r.frames_per_s for r in self.frame_rates if r.shutter == kind and r.file in (file, "any")]
        return max(fitting) if fitting else None

    def reserve_floor(self, reserve: str | None) -> float | None:
        """The lowest ISO with a highlight reserve: stated, or as far over base as it records darker; None without one.

        Automatic has no floor: it takes as much as the ISO allows.
        """
        stops = RESERVE_EV.get(reserve or "off", 0.0)
        if not stops:
            return None
        return next((f.iso for f in self.reserve_floors if f.reserve == reserve), self.base_iso * 2**stops)

    def reserve_at(self, iso: float, reserve: str) -> float:
        """The EV a highlight reserve really holds back at an ISO: what was set, or as much of it as works there."""
        if reserve == "auto" and self.automatic_reserve:
            picks = (RESERVE_EV[f.reserve] for f in self.automatic_reserve if iso * NOMINAL_SLACK >= f.iso)
            return max(picks, default=0.0)
        most = max(RESERVE_EV.values()) if reserve == "auto" else RESERVE_EV[reserve]
        works = [
            stops
            for name, stops in RESERVE_EV.items()
            if stops <= most and (floor := self.reserve_floor(name)) is not None and iso * NOMINAL_SLACK >= floor
        ]
        return max(works, default=0.0)

    def ends_of(self, setting: str, shutter: ShutterKind | None = None) -> tuple[float | None, float | None]:
        """Least and most that this body has of a number; None: open. shutter: the kind that is set, None: any."""
        fastest = min(each.fastest_s for each in self.shutters if shutter in (None, each.kind))
        rates = [
            rate for each in self.shutters if shutter in (None, each.kind) and (rate := self.frames_per_s(each.kind))
        ]
        ends: dict[str, tuple[float | None, float | None]] = {
            "kelvin": (self.kelvin_low, self.kelvin_high),
            "iso": (self.base_iso, self.highest_iso),
            "iso_ceiling": (self.base_iso, self.highest_iso),
            "iso_floor": (self.base_iso, self.highest_iso),
            "shutter_s": (fastest, None),
            "slowest_shutter_s": (fastest, None),
            "frame_rate": (None, max(rates, default=None)),
        }
        own = self.declared_ends.get(setting)
        return ends.get(setting, (None, None)) if own is None else (own.low, own.high)

    @cached_property
    def declared_ends(self) -> dict[str, NumberEnds]:
        """Ends its owner wrote down, by setting."""
        return {ends.setting: ends for ends in self.number_ends}

    def end_passed(self, setting: str, value: float, shutter: ShutterKind | None = None) -> float | None:
        """The end of this body's range that a number lies beyond, half a mark of grace on scales; None where it keeps within."""
        low, high = self.ends_of(setting, shutter)
        grace = 1.0 if setting in self.declared_ends else NOMINAL_SLACK
        if low is not None and value < low / grace:
            return low
        return high if high is not None and value > high * grace else None

    @cached_property
    def _support(self) -> dict[str, SettingSupport]:
        found: dict[str, SettingSupport] = {declared.setting: declared for declared in self.support}
        for each in self.abilities.lacks:
            own = found.get(each.setting) or SettingSupport(setting=each.setting, options=OPTIONS[each.setting])
            kept = tuple(option for option in own.options if each.options is not None and option not in each.options)
            found[each.setting] = own.model_copy(update={"options": kept, "instead": own.instead or each.because})
        return found

    def support_of(self, setting: str) -> SettingSupport | None:
        """What the body declares of a setting, or lacks the ability for; None: it has all options."""
        return self._support.get(setting)

    @property
    def nose_half(self) -> str | None:
        """The half of the screen the nose lies on while an eye looks in, as touch drag names it; None without a finder."""
        if self.finder == "none":
            return None
        return "left_half" if self.abilities.eye == "right" else "right_half"

    def raw_opens(self, file: str | None) -> bool | None:
        """Whether the person's own software opens this raw variant; None: not tried yet."""
        return next((trial.opens for trial in self.raw_tried if trial.file == file), None)

    @property
    def raw_variants(self) -> tuple[FileOption, ...]:
        """The raw files this body writes, in the catalogue's order."""
        declared = self.support_of("file")
        return tuple(each for each in RAW_FILES if declared is None or each in declared.options)

    @property
    def supported(self) -> tuple[SettingSupport, ...]:
        """Everything declared, and everything that falls away for want of an ability."""
        return tuple(self._support.values())
