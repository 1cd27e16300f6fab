"""The day without one body, lens or card: which situations suffer, what takes over, at what price in stops."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass
from typing import Literal
from uuid import UUID

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.document import Finite
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.errors import DomainError
from wide_aperture.core.planning import PlanInput, plan_of

NOTABLE_EV = figure("notable_ev")
CROP_REACH = figure("narrower_field")


@dataclass(frozen=True)
class _Kit:
    """Body and lens that may take over; name: what replaces the failed thing; remark: what to do with it."""

    name: str
    body: Body
    lens: Lens
    remark: str = ""


class TakenOver(Spoken):
    """One situation without the failed thing. price_ev null: nothing in the bag can take it."""

    situation_id: UUID
    title: str
    instead: str
    price_ev: Finite | None
    sentence: str


class Failure(Spoken):
    """One thing that may fail, and the day without it."""

    kind: Literal["body", "lens", "card"]
    what: str
    situations: tuple[TakenOver, ...]
    sentence: str


def failures(planned: Sequence[PlanInput], bodies: Sequence[Body], lenses: Sequence[Lens]) -> tuple[Failure, ...]:
    """Every body and lens of the shoot missing in turn, and a card of each body with one slot.

    Args: bodies, lenses: what else is in the bag for the day.
    """
    base: dict[UUID, float] = {}
    for each in planned:
        with suppress(DomainError):  # what cannot be planned yet cannot be priced either
            base[each.situation.id] = _price(each, each.body, each.lens)
    planned = [each for each in planned if each.situation.id in base]
    found = [
        _without_body(body, planned, bodies, base) for body in {each.body.id: each.body for each in planned}.values()
    ]
    found += [
        _without_lens(lens, planned, lenses, base) for lens in {each.lens.id: each.lens for each in planned}.values()
    ]
    found += [_card(body, planned) for body in {each.body.id: each.body for each in planned}.values()]
    return tuple(found)


def _price(given: PlanInput, body: Body, lens: Lens) -> float:
    situation = given.situation
    if situation.focal_length_mm is not None:  # a lens that lacks it gives the nearest it has
        nearest = min(max(situation.focal_length_mm, lens.focal_min_mm), lens.focal_max_mm)
        situation = situation.model_copy(update={"focal_length_mm": nearest})
    made = plan_of(given.with_situation(situation).with_kit(body, lens))
    return sum(price.ev for price in made.prices)


def _without_body(
    body: Body, planned: Sequence[PlanInput], bodies: Sequence[Body], base: Mapping[UUID, float]
) -> Failure:
    taken = []
    for each in (p for p in planned if p.body.id == body.id):
        fitting = [
            _Kit(other.name, other, each.lens, _reach(each, other))
            for other in bodies
            if other.id != body.id and each.lens.built_into is None and _covers(each.lens, other)
        ]
        taken.append(_taken(each, fitting, base))
    return Failure(kind="body", what=body.name, situations=tuple(taken), sentence=_sentence(body.name, taken))


def _without_lens(
    lens: Lens, planned: Sequence[PlanInput], lenses: Sequence[Lens], base: Mapping[UUID, float]
) -> Failure:
    taken = []
    for each in (p for p in planned if p.lens.id == lens.id):
        others = [other for other in lenses if other.id != lens.id and other.built_into is None]
        fitting = [
            _Kit(other.name, each.body, other)
            for other in others
            if lens.built_into is None and _covers(other, each.body) and _reaches(other, each)
        ]
        taken.append(_taken(each, fitting, base))
    return Failure(kind="lens", what=lens.name, situations=tuple(taken), sentence=_sentence(lens.name, taken))


def _card(body: Body, planned: Sequence[PlanInput]) -> Failure:
    count = sum(each.body.id == body.id for each in planned)
    noun = "situation" if count == 1 else "situations"
    if body.card_slots > 1:
        said = f"{body.name} writes to two cards: nothing is lost while the second one is a copy."
    else:
        said = f"{body.name} has one card: everything since the last one was changed is lost. Change it between {count} {noun}."
    return Failure(kind="card", what=f"card of {body.name}", situations=(), sentence=said)


def _covers(lens: Lens, body: Body) -> bool:
    return lens.covers(body.sensor_width_mm, body.sensor_height_mm)


def _reaches(lens: Lens, each: PlanInput) -> bool:
    focal = each.situation.focal_length_mm
    wanted = focal if isinstance(focal, int | float) else (each.lens.focal_min_mm + each.lens.focal_max_mm) / 2
    return lens.focal_min_mm / 1.25 <= wanted <= lens.focal_max_mm * 1.25


def _reach(each: PlanInput, other: Body) -> str:
    ratio = other.crop_factor / each.body.crop_factor
    if ratio > CROP_REACH:
        return f" Step back: the field is {ratio:.1f} times narrower."
    return f" Step closer: the field is {1 / ratio:.1f} times wider." if ratio < 1 / CROP_REACH else ""


def _taken(each: PlanInput, fitting: Sequence[_Kit], base: Mapping[UUID, float]) -> TakenOver:
    """The cheapest of what may take over; nothing where the bag has nothing."""
    priced = [(_price(each, kit.body, kit.lens) - base[each.situation.id], k) for k, kit in enumerate(fitting)]
    if not priced:
        said = "Nothing in the bag takes it over: hire or borrow one, or leave the scene out."
        return TakenOver(situation_id=each.situation.id, title=each.situation.title, instead="", price_ev=None, sentence=said)  # fmt: skip
    price, best = min(priced)
    kit = fitting[best]
    at = f"at {price:.1f} EV more of passed limits" if price > NOTABLE_EV else "without a price"
    return TakenOver(
        situation_id=each.situation.id,
        title=each.situation.title,
        instead=kit.name,
        price_ev=price,
        sentence=f"{kit.name} takes it {at}.{kit.remark}",
    )


def _sentence(what: str, taken: Sequence[TakenOver]) -> str:
    lost = [each.title for each in taken if each.price_ev is None]
    dear = [each for each in taken if each.price_ev is not None and each.price_ev > NOTABLE_EV]
    if lost:
        return f"Without {what}, {len(lost)} of {len(taken)} cannot be taken: {', '.join(lost)}."
    if dear:
        worst = max(dear, key=lambda each: each.price_ev or 0)
        return f"Without {what} all go on; dearest is “{worst.title}”, {worst.price_ev:.1f} EV."
    return f"Without {what} all go on without a price."
