"""What a body can do beyond its figures: what a hand finds on it, its looks by its own names, its lengths of delay.

An ability that is missing takes options of settings away, as if the body had declared so: one place says which.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Finite, Name, NotNegative, Positive, Seconds, broken_rule
from wide_aperture.core.documents.preferences import Profile
from wide_aperture.core.documents.setting_ids import OPTIONS, SettingId
from wide_aperture.core.once import cached_property

Steps = Annotated[Finite, Field(ge=-9, le=9)]
Lengths = Annotated[tuple[Annotated[Positive, Field(le=120)], ...], Field(max_length=12)]
Distances = Annotated[tuple[Annotated[Positive, Field(le=1000)], ...], Field(max_length=40)]
BodySideMm = Annotated[Positive, Field(ge=20, le=400)]
Enlargements = Annotated[tuple[Annotated[Positive, Field(gt=1, le=40)], ...], Field(max_length=6)]
# mode: what the mode dial decides; values: that and the exposure; all: every setting a place can hold.
PlaceContents = Literal["mode", "values", "all"]
DEAF_SCREEN = "Its screen does not feel a finger."


class OwnLook(Document):
    """A look under the body's own name. like: the look of ours it comes nearest; the steps: what it has in itself."""

    name: Name
    like: Profile
    contrast: Steps = 0
    highlight: Steps = 0
    shadow: Steps = 0
    saturation: Steps = 0
    sharpness: Steps = 0

    def of(self, setting: str) -> float:
        """The steps this look has in itself, by the setting that adds to them."""
        return float(getattr(self, setting.removeprefix("look_")))


class Loss(Document):
    """Options that are not there for as long as something else is on."""

    setting: SettingId
    options: Annotated[tuple[str, ...], Field(min_length=1, max_length=40)]

    @model_validator(mode="after")
    def _known(self) -> Loss:
        if unknown := set(self.options) - set(OPTIONS.get(self.setting, ())):
            raise broken_rule("options", f"{self.setting} has no option {sorted(unknown)[0]!r}")
        return self


class LongTimeProgram(Document):
    """A program that alone gives times longer than the body else times, and what it takes away meanwhile."""

    name: Name
    longest_s: Seconds
    takes_away: Annotated[tuple[Loss, ...], Field(max_length=40)] = ()


@dataclass(frozen=True, slots=True)
class Lacks:
    """Options that fall away. options None: the whole setting."""

    setting: SettingId
    options: frozenset[str] | None
    because: str


class Abilities(Document):
    """What a hand finds on a body, and what its makers built in or left out. Left alone: as most bodies are.

    width_mm, height_mm, depth_mm: of the body without its lens; pad: four presses that move the focus point;
    magnifier_steps: enlargements its magnifier goes through; place_contents: what its storage places can be told to hold,
    empty: all they can; timer_lengths_s, release_delays_s: null: as most bodies; empty: none. dark_frame_share: how long a dark frame keeps the
    body busy, as a share of the exposure before it.
    """

    width_mm: BodySideMm = 135
    height_mm: BodySideMm = 96
    depth_mm: BodySideMm = 72
    joystick: bool = True
    pad: bool = False
    touch_screen: bool = True
    dials: Annotated[int, Field(ge=0, le=4)] = 2
    rings: Annotated[int, Field(ge=0, le=3)] = 1
    eye: Literal["right", "left"] = Field(default="right", description="The eye that looks into its finder")
    looks: Annotated[tuple[OwnLook, ...], Field(max_length=40)] = ()
    magnifier_steps: Enlargements = ()
    place_contents: Annotated[tuple[PlaceContents, ...], Field(max_length=3)] = ()
    focus_steps_m: Distances = Field(default=(), description="Distances it can be set to; empty: any")
    zone_depths_m: Distances = Field(default=(), description="Depths its zone focus knows; empty: any")
    timer_lengths_s: Lengths | None = None
    release_delays_s: Lengths | None = None
    manual_iso: bool = Field(default=True, description="False: ISO is automatic only, its floor and ceiling can meet")
    hdr_busy_s: NotNegative | None = Field(default=None, description="How long joining frames keeps it busy")
    dark_frame_share: Annotated[NotNegative, Field(le=4)] = 1
    long_time_program: LongTimeProgram | None = None

    @model_validator(mode="after")
    def _names_are_its_own(self) -> Abilities:
        names = [look.name for look in self.looks]
        for k, name in enumerate(names):
            if name in names[:k]:
                raise broken_rule(f"looks/{k}/name", "stands there twice")
        return self

    @cached_property
    def lacks(self) -> tuple[Lacks, ...]:
        """Everything that falls away for want of an ability."""
        return tuple(self._lacks())

    def _lacks(self) -> Iterator[Lacks]:
        if not self.joystick:
            yield Lacks("point_speed", None, "It has no joystick: the point has no speed to set.")
        if not self.touch_screen:
            yield Lacks("touch_drag", None, DEAF_SCREEN)
            yield Lacks("touch_action", None, DEAF_SCREEN)
        if self.dials < 2:
            yield Lacks("dial_rear", None, "It has no second dial.")
        if self.dials < 1:
            yield Lacks("dial_front", None, "It has no dial.")
        if self.place_contents:
            there: frozenset[str] = frozenset(self.place_contents)
            yield Lacks("slot_contents", frozenset(OPTIONS["slot_contents"]) - there, "")
        else:
            yield Lacks("slot_contents", None, "Its storage places hold what they hold.")
        if not self.rings:
            yield Lacks("dial_ring", None, "It has no ring to assign.")
        if self.looks:
            like = {look.like for look in self.looks}
            yield Lacks("picture_profile", frozenset(OPTIONS["picture_profile"]) - like, "")
        yield from self._delays_lacking()

    def _delays_lacking(self) -> Iterator[Lacks]:
        delays: tuple[tuple[SettingId, Lengths | None], ...] = (
            ("self_timer", self.timer_lengths_s),
            ("exposure_delay", self.release_delays_s),
        )
        for setting, lengths in delays:
            if lengths is not None:
                known = {option: float(option[:-1]) for option in OPTIONS[setting] if option[:-1].isdigit()}
                missing = frozenset(option for option, length in known.items() if length not in lengths)
                has = ", ".join(f"{length:g}" for length in sorted(lengths))
                yield Lacks(setting, missing, f"It waits {has} s." if has else "It has no such delay.")
        if self.release_delays_s == ():
            yield Lacks("self_timer", frozenset({"exposure_delay"}), "It has no such delay.")

    def looks_like(self, profile: str | None) -> tuple[OwnLook, ...]:
        """Its own looks that come nearest to one of ours."""
        return tuple(look for look in self.looks if look.like == profile)
