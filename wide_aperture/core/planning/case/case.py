"""The case itself: what was given, and its facets, each worked out once."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial
from typing import TYPE_CHECKING, Protocol

from wide_aperture.core.craft.figures import figure, of_the_trade
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.preferences import Requests, Schools
from wide_aperture.core.documents.situation import Constraint, Situation
from wide_aperture.core.once import cached_property
from wide_aperture.core.planning.case.depth import Depth
from wide_aperture.core.planning.case.flash import FlashLight
from wide_aperture.core.planning.case.frame import FrameSeen
from wide_aperture.core.planning.case.glass import Glass
from wide_aperture.core.planning.case.intent import Intent
from wide_aperture.core.planning.case.light import Light
from wide_aperture.core.planning.case.output import Output
from wide_aperture.core.planning.case.shutters import Shutters
from wide_aperture.core.planning.case.standing import StandingValues
from wide_aperture.core.planning.case.subject import Subject
from wide_aperture.core.planning.case.support import Support
from wide_aperture.core.planning.case.wishes import Wishes

if TYPE_CHECKING:
    from wide_aperture.core.planning.plan_input import Brief


class Figure(Protocol):
    """How a figure of practice is asked for."""

    def __call__(self, name: str, member: str | None = None, /) -> float: ...


# What no lens changes.
LENSLESS = ("situation", "accessories", "asked", "requests", "schools", "figure", "output")


@dataclass(frozen=True)
class Case:
    """Everything a rule may ask. Distances in m, times in s, EV at ISO 100. given: its light already in numbers."""

    given: Brief
    body: Body
    lens: Lens

    @cached_property
    def situation(self) -> Situation:
        return self.given.situation

    @cached_property
    def accessories(self) -> Accessories:
        return self.given.accessories

    @cached_property
    def asked(self) -> Requests:
        """What was asked for here."""
        return self.given.preferences.requests

    @cached_property
    def standing(self) -> StandingValues:
        return StandingValues(self)

    @cached_property
    def requests(self) -> Requests:
        """What was asked for here, and under it what stands on any day; whoever judges one judges both."""
        return self.standing.asked if self.given.foundation is not None else self.asked

    @cached_property
    def schools(self) -> Schools:
        return self.given.schools

    @cached_property
    def frame(self) -> FrameSeen:
        return FrameSeen(self)

    @cached_property
    def intent(self) -> Intent:
        return Intent(self)

    @cached_property
    def figure(self) -> Figure:
        """A figure of practice by name and member: the person's own where there is one, else the trade's. Raises as
        craft's figure()."""
        own = self.given.own_values
        return partial(figure, own=own) if own else of_the_trade

    def marks_before_raw_ev(self, look: str) -> float:
        """Stops between the first over-exposure mark and the end of the data: as measured on this body, else the trade's."""
        own = self.body.marks_gap(look)
        return self.figure("preview_clips_before_raw_ev", look) if own is None else max(own.value, 0.0)

    @property
    def mains_hz(self) -> int:
        return self.given.preferences.mains_hz

    def has(self, *constraints: Constraint) -> bool:
        """True when the situation carries any of these constraints."""
        carried = self.situation.constraints
        return bool(carried) and any(c in carried for c in constraints)

    def with_lens(self, lens: Lens) -> Case:
        """The same case with another lens on the body. What no lens changes is taken along, worked out already."""
        other = Case(self.given, self.body, lens)
        shared = {name: getattr(self, name) for name in LENSLESS}
        if not self.flash.in_use:  # else its opening, and with it how dark the room is held, is the lens's
            shared |= {"light": self.light, "flash": self.flash}
        other.__dict__.update(shared)
        other.subject.__dict__.update({name: getattr(self.subject, name) for name in self.subject.LENSLESS})
        return other

    def asking(self, **requests: object) -> Case:
        """The same case with these requests in place of its own."""
        preferences = self.given.preferences
        changed = preferences.model_copy(update={"requests": preferences.requests.model_copy(update=requests)})
        return Case(self.given.model_copy(update={"preferences": changed}), self.body, self.lens)

    @cached_property
    def light(self) -> Light:
        return Light(self)

    @cached_property
    def flash(self) -> FlashLight:
        return FlashLight(self)

    @cached_property
    def subject(self) -> Subject:
        return Subject(self)

    @cached_property
    def output(self) -> Output:
        return Output(self)

    @cached_property
    def glass(self) -> Glass:
        return Glass(self)

    @cached_property
    def support(self) -> Support:
        return Support(self)

    @cached_property
    def depth(self) -> Depth:
        return Depth(self)

    @cached_property
    def shutters(self) -> Shutters:
        return Shutters(self)

    @cached_property
    def wishes(self) -> Wishes:
        return Wishes(self)

    @property
    def is_matched_series(self) -> bool:
        """Frames that will be stitched, stacked or played one after the other, and so must look alike."""
        return self.has("panorama") or self.is_timed_series or self.requests.drive == "interval"

    @property
    def is_timed_series(self) -> bool:
        """A sequence that a timer fires."""
        asked = self.requests
        return asked.interval_s is not None or (asked.sequence_frames or 0) > 1 or asked.sequence_hours is not None
