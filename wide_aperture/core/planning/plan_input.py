"""The one question every answer of this room is asked with: brief, kit, what is held, and whose figures count."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from typing import Annotated, Self

from pydantic import Field, model_validator

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.figures import by_full_name
from wide_aperture.core.document import Document, broken_rule
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.documents.preferences import Preferences, Schools
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import ABOVE_ZERO, Value
from wide_aperture.core.documents.setup import Foundation, Pin
from wide_aperture.core.documents.shoot import PlannedSituation
from wide_aperture.core.documents.situation import Situation
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.errors import DomainError
from wide_aperture.core.once import cached_property
from wide_aperture.core.planning.case import Case
from wide_aperture.core.sky.daylight.resolve import resolved

SEARCHED_AXES: tuple[SettingId, ...] = ("shutter_s", "aperture", "iso", "nd_stops")
MOST_ND_STOPS = 30.0
FARTHEST_RATIO = 100.0  # an own figure further from the trade's is a slip of the keyboard
MOST_OWN_EV = 30.0


class Brief(Document):
    """Everything a plan depends on but the kit. sky: date and place, for light that comes from the sky.

    figures: the person's own figures of practice by their names in the practice table; what is not there is the trade's.
    """

    situation: Situation
    preferences: Preferences = Preferences()
    accessories: Accessories = Accessories()
    foundation: Foundation | None = None
    pins: Annotated[tuple[Pin, ...], Field(max_length=200)] = ()
    sky: SkyContext | None = None
    figures: Annotated[dict[str, OwnFigure], Field(max_length=500)] = {}

    @model_validator(mode="after")
    def _figures_are_known_and_sane(self) -> Self:
        for name, own in self.figures.items():
            if fault := figure_fault(name, own):
                raise broken_rule(*fault)
        return self

    @cached_property
    def schools(self) -> Schools:
        """The schools that hold here: the situation's, then the photographer's own."""
        own = self.foundation.schools if self.foundation is not None else None
        return self.preferences.schools_with(own) if own else self.preferences.schools

    @cached_property
    def own_figures(self) -> Mapping[str, OwnFigure]:
        """The person's own figures by full name: what is asked with here wins over what stands in the foundation.

        What this version's table does not have is left aside: a foundation outlives figures.
        """
        if self.foundation is None or not self.foundation.figures:
            return self.figures
        standing = {name: own for name, own in self.foundation.figures.items() if not figure_fault(name, own)}
        return {**standing, **self.figures}

    @cached_property
    def own_values(self) -> dict[str, float]:
        """The person's own figures' values by full name."""
        return {name: own.value for name, own in self.own_figures.items()}

    @cached_property
    def held(self) -> dict[SettingId, Value]:
        """What the photographer holds, by setting: in every situation of the genre, then here. A later pin wins.

        Raises: UnknownIdError for a setting no catalogue has; DomainError for a value without meaning.
        """
        own = self.foundation
        if own is None or not any(each.insists for each in own.standing):
            return _held(self.pins)
        genre = self.situation.genre
        insisted = [each for each in own.standing if each.insists and genre in each.genres]
        return _held((*(Pin(setting=each.setting, value=each.value) for each in insisted), *self.pins))

    @cached_property
    def held_exposure(self) -> dict[str, float]:
        """What is held of the axes the exposure search moves along. Raises as held does."""
        held = self.held
        return {axis: float(held[axis]) for axis in SEARCHED_AXES if axis in held}  # type: ignore[arg-type]


class PlanInput(Brief):
    """What a plan is computed from. The same question, whichever answer is wanted, gives the same plan."""

    body: Body
    lens: Lens

    @classmethod
    def of(
        cls,
        planned: PlannedSituation,
        body: Body,
        lens: Lens,
        *,
        foundation: Foundation | None = None,
        sky: SkyContext | None = None,
    ) -> PlanInput:
        """What a saved situation asks, on its kit."""
        return cls(
            body=body, lens=lens, situation=planned.situation, preferences=planned.preferences,
            accessories=planned.accessories, pins=planned.pins, foundation=foundation, sky=sky,
        )  # fmt: skip

    @cached_property
    def case(self) -> Case:
        """The case, its light in numbers."""
        return Case(self.resolved(), self.body, self.lens)

    def resolved(self) -> PlanInput:
        """The same with light that comes from the sky in numbers."""
        if self.sky is None:
            return self
        return self.model_copy(update={"situation": resolved(self.situation, self.sky)})

    def with_pins(self, pins: Iterable[Pin]) -> PlanInput:
        """The same with these values held, and only these."""
        return self.model_copy(update={"pins": tuple(pins)})

    def with_situation(self, situation: Situation) -> PlanInput:
        """The same for another situation."""
        return self.model_copy(update={"situation": situation})

    def with_kit(self, body: Body, lens: Lens) -> PlanInput:
        """The same on other kit."""
        return self.model_copy(update={"body": body, "lens": lens})

    def with_schools(self, schools: Schools) -> PlanInput:
        """The same by other schools."""
        answered = {"schools": schools, "schools_here": tuple(Schools.model_fields)}
        return self.model_copy(update={"preferences": self.preferences.model_copy(update=answered)})


def figure_fault(name: str, own: OwnFigure) -> tuple[str, str] | None:
    """(field, rule) an own figure breaks: it must stand in the practice table, and not far beyond what anybody measures."""
    trade = by_full_name().get(name)
    if trade is None:
        return f"figures/{name}", "is no figure of practice"
    if trade > 0 and not trade / FARTHEST_RATIO <= own.value <= trade * FARTHEST_RATIO:
        return f"figures/{name}/value", f"lies too far from the trade's {trade:g}"
    if trade <= 0 and abs(own.value) > MOST_OWN_EV:
        return f"figures/{name}/value", f"must lie between -{MOST_OWN_EV:g} and {MOST_OWN_EV:g}"
    return None


def _held(pins: Iterable[Pin]) -> dict[SettingId, Value]:
    held: dict[SettingId, Value] = {}
    for number, pin in enumerate(pins):
        entry = catalogue.setting(pin.setting)
        where = f"pins/{number}/value"
        if entry.kind == "choice" and pin.value not in {option.id for option in entry.options}:
            raise DomainError(where, pin.value, f"must be an option of {entry.label}")
        if entry.kind == "number":
            _check_number(where, pin)
        held[pin.setting] = pin.value
    return held


def _check_number(where: str, pin: Pin) -> None:
    value = pin.value
    if not isinstance(value, int | float) or isinstance(value, bool) or not math.isfinite(value):
        raise DomainError(where, value, "must be a number")
    if pin.setting in ABOVE_ZERO and value <= 0:
        raise DomainError(where, value, "must be above 0")
    if pin.setting == "nd_stops" and not 0 <= value <= MOST_ND_STOPS:
        raise DomainError(where, value, f"must lie between 0 and {MOST_ND_STOPS:g}")
