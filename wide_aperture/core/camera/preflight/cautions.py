"""What can hurt somebody on the day, by what the situations are: the usual cautions, after local codes and licensed practice."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from wide_aperture.core.planning import PlanInput

SUN_IN_VIEW_DEG, DARK_EV = 60.0, 2.0
COLD_C, HOT_C = 0.0, 30.0


@dataclass(frozen=True)
class Caution:
    """code, what to make sure of, and why; applies: whether a situation calls for it."""

    code: str
    do: str
    why: str
    applies: Callable[[PlanInput], bool]


def _sun(given: PlanInput) -> bool:
    situation = given.resolved().situation
    height = situation.sun_altitude_deg
    return (
        height is not None
        and 0 < height < SUN_IN_VIEW_DEG
        and (given.case.light.is_low_sun or situation.look == "silhouette" or "sun" in situation.title.lower())
    )


def _dark(given: PlanInput) -> bool:
    return given.situation.genre == "night_sky" or (
        given.case.light.ev100 < DARK_EV and not given.case.light.is_indoors
    )


CAUTIONS: tuple[Caution, ...] = (
    Caution("sun", "Never look at the Sun through an optical finder or a long lens; cap the lens between frames.", "A long lens burns eyes and curtains within a moment.", _sun),
    Caution("strobes", "Ask before a flash is fired at people, animals or drivers; nobody who is sensitive to flashes stands near.", "A flash can set off a seizure, blind a driver or frighten an animal.", lambda given: given.case.flash.in_use),
    Caution("wildlife", "Keep the distance local rules ask for; leave when it changes what it does.", "A disturbed animal leaves its young, or defends them.", lambda given: given.situation.genre == "wildlife"),
    Caution("roads", "Stand off the carriageway; somebody watches the traffic while you look through the finder.", "The finder hides what comes from the side.", lambda given: given.case.subject.kind == "vehicle" or given.situation.genre == "street"),
    Caution("heights", "Look at the edge by daylight first; stay back from it and from wet rock while you look through the finder.", "Steps backwards are taken without looking.", lambda given: given.situation.genre in ("landscape", "night_sky")),
    Caution("night", "Two lamps, a charged telephone, and somebody who knows where you are and when you are back.", "A twisted ankle in the dark becomes a night out.", _dark),
    Caution("water", "Look up the tide and the level; no tripod leg, and nobody, where a wave or a swell reaches.", "Water takes a tripod and the person who reaches for it.", lambda given: given.case.subject.kind == "water" or given.situation.look == "silky_water"),
    Caution("cables", "Tape or weigh down every stand and cable where people walk.", "A falling stand hurts people before it breaks a lamp.", lambda given: given.case.flash.leads),
)  # fmt: skip


def cautions_of(planned: list[PlanInput]) -> Iterator[tuple[Caution, tuple[str, ...]]]:
    """Each caution the day calls for, with the situations that do."""
    for caution in CAUTIONS:
        titles = tuple(each.situation.title for each in planned if caution.applies(each))
        if titles:
            yield caution, titles
