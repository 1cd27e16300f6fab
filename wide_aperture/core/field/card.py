"""The card of a situation for a phone: values, what to do when a figure of the finder changes, what marks mean, presses, what comes next."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping, Sequence
from itertools import groupby
from typing import Literal
from uuid import UUID

from wide_aperture.core.camera.packing import PackedBody, PackedShoot, book_of
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.state import target_of
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.situation import Tone
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.field.drills import Drill, drills
from wide_aperture.core.field.finder import FinderItem, finder_strip
from wide_aperture.core.field.hand import Hand
from wide_aperture.core.field.marks import Gap, MarkLine, gap_of, mark_lines
from wide_aperture.core.field.still import stand_still
from wide_aperture.core.physics.quantities import format_aperture, format_iso
from wide_aperture.core.planning import PlanInput
from wide_aperture.core.planning.compute import drafted, plan_from
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.hand_steps import HandStep, hand_steps
from wide_aperture.core.sky.daylight.events import events_between

STEPS_SHOWN = {"less": 3, "more": 2}
SAME_LIGHT_EV = 2 / 3  # nearer, another place is no help
LEAD_MIN = 10  # how long before an event its alarm wakes


class Trigger(Spoken):
    """see: what calls for it; do: what to turn, in order; price: what it costs; light: which way the light went."""

    light: Literal["less", "more", "lamps"]
    see: str
    do: str
    price: str = ""


class CardEvent(Document):
    """at: the moment, UTC; kind "situation" is the next one of the shoot."""

    at: dt.datetime
    at_min: Finite
    kind: Literal["light", "situation"]
    title: str


class FieldCard(Spoken):
    """One situation on one screen. recall: the storage place that holds it; in_hand: light that may go before anything is to be
    done; tones: of its frame, that marks may be seen on."""

    situation_id: UUID
    title: str
    body: str
    lens: str
    recall: str
    headline: str
    beside: str
    finder: tuple[FinderItem, ...]
    triggers: tuple[Trigger, ...]
    in_hand: str
    tones: tuple[Tone, ...]
    marks: tuple[MarkLine, ...]
    gap: Gap
    still: str | None
    drills: tuple[Drill, ...]
    cautions: tuple[str, ...]
    starts_at_min: Finite | None


class FieldCards(Document):
    """A shoot's cards in shooting order, and what the light and the clock bring. lead_min: how long before an event its alarm comes."""

    cards: tuple[FieldCard, ...]
    events: tuple[CardEvent, ...]
    lead_min: float
    left_out: tuple[str, ...]


def field_cards(
    planned: Sequence[PlanInput], packed: PackedShoot, books: Mapping[UUID, Phrasebook], sky: SkyContext | None
) -> FieldCards:
    """Cards of the situations that are packed. sky None: no date or no place, and no events."""
    bodies = {each.body_id: each for each in packed.bodies}
    out = {each.title for each in packed.left_out}
    own = [each for each in planned if each.situation.title not in out and each.body.id in bodies]
    return FieldCards(
        cards=tuple(
            field_card(each, bodies[each.body.id], book_of(each.body, books), _lights_alike(own, each)) for each in own
        ),
        events=tuple(_events(own, sky)) if sky is not None else (),
        lead_min=LEAD_MIN,
        left_out=tuple(f"{each.title}: {each.sentence}" for each in packed.left_out),
    )


def field_card(given: PlanInput, packed: PackedBody, book: Phrasebook, lights: Mapping[UUID, float]) -> FieldCard:
    """The card of one situation. lights: EV of the situations by their ids whose places would do here too."""
    draft, findings = drafted(given)
    plan = plan_from(draft, findings)
    hand = Hand.of(book, packed, target_of(plan.setup, given.body))
    steps = hand_steps(draft)
    return FieldCard(
        situation_id=given.situation.id,
        title=given.situation.title,
        body=given.body.name,
        lens=given.lens.name,
        recall=_recall(packed, given.situation.id),
        headline=_headline(plan),
        beside=_beside(plan, hand),
        finder=finder_strip(given, plan, hand),
        triggers=(*_by_light(steps, packed, given.case.light.ev100, lights), *_by_lamps(draft, plan)),
        in_hand=_in_hand(steps),
        tones=tuple(tone.name for tone in plan.frame.tones),
        marks=mark_lines(given, plan),
        gap=gap_of(given, plan),
        still=stand_still(given, plan),
        drills=drills(given, plan, hand),
        cautions=plan.cautions,
        starts_at_min=given.situation.starts_at_min,
    )


def _lights_alike(own: Sequence[PlanInput], given: PlanInput) -> dict[UUID, float]:
    """EV of the situations with the same work and the same kind of subject."""
    kind = (given.situation.genre, given.case.subject.kind)
    return {
        each.situation.id: each.case.light.ev100
        for each in own
        if (each.situation.genre, each.case.subject.kind) == kind
    }


def _headline(plan: Plan) -> str:
    """What stands by hand as it is set, what the body moves by name."""
    choice, by_hand = plan.choice, plan.set_by_hand
    parts = [
        wording.seconds(choice.shutter_s) if "shutter_s" in by_hand else "auto time",
        format_aperture(choice.aperture) if "aperture" in by_hand else "auto aperture",
        format_iso(choice.iso) if "iso" in by_hand else "auto ISO",
    ]
    if choice.nd_stops:
        parts.append(f"filter {wording.stops_word(choice.nd_stops)}")
    return " · ".join(parts)


def _beside(plan: Plan, hand: Hand) -> str:
    """The second line: ISO's ends, compensation, white, focus."""
    setup, parts = plan.setup, []
    floor, ceiling = setup.number("iso_floor"), setup.number("iso_ceiling")
    if "iso" not in plan.set_by_hand and floor and ceiling:
        parts.append(f"ISO {floor:.0f} to {ceiling:.0f}")
    if comp := setup.number("exposure_comp_ev"):
        parts.append(f"{wording.signed_stops(comp)} EV")
    white = setup.option("white_balance")
    kelvin = setup.number("kelvin")
    parts.append(f"{kelvin:.0f} K" if white == "kelvin" and kelvin else hand.book.say("white_balance", white))
    if setup.option("af_mode") == "manual":
        parts.append("focus by hand")
    else:
        parts += [hand.book.say("af_mode", setup.option("af_mode")), hand.book.say("af_area", setup.option("af_area"))]
    return " · ".join(parts)


def _recall(packed: PackedBody, situation_id: UUID) -> str:
    """Its own place, or the one from which its move begins."""
    packing = packed.packing
    place = next(
        (each for each in packing.places if each.kind != "held_button" and each.situation_id == situation_id),
        packing.recalled_for(situation_id),
    )
    return "" if place is None else f"{place.label}, “{place.name}”" if place.name else place.label


def _by_light(
    steps: Iterable[HandStep], packed: PackedBody, here_ev: float, lights: Mapping[UUID, float]
) -> list[Trigger]:
    """Steps that begin at the same reading in one line; after the last, the place that holds the next light."""
    found: list[Trigger] = []
    for light, of_light in groupby(steps, key=lambda step: step.light):
        rows = [list(row) for _, row in groupby(of_light, key=lambda step: step.after_ev)]
        for row in rows[: STEPS_SHOWN[light]]:
            again = row[0].shows is None and any(each.light == light for each in found)
            found.append(
                Trigger(
                    light=light,
                    see="And then" if again else row[0].see,
                    do=" and ".join(step.do for step in row),
                    price=_price(row[-1]),
                )
            )
    if place := _place_for_less(packed, here_ev, lights):
        last = next((k for k, each in enumerate(found) if each.light == "more"), len(found))
        found.insert(last, Trigger(light="less", see="Darker still", do=place))
    return found


def _price(step: HandStep) -> str:
    """The worst of what it costs that is seen in the picture."""
    seen = [price for price in step.costs if price.seen != "not"]
    worst = max(seen, key=lambda price: price.ev, default=None)
    return "" if worst is None else f"{worst.label} {wording.signed_stops(round(worst.ev * 3) / 3)}"


def _place_for_less(packed: PackedBody, here_ev: float, lights: Mapping[UUID, float]) -> str:
    """Another place of this body that is packed for darker light, the nearest; empty where none is."""
    darker = [
        (here_ev - light, place)
        for place in packed.packing.places
        if place.situation_id is not None
        and (light := lights.get(place.situation_id, here_ev)) < here_ev - SAME_LIGHT_EV
    ]
    if not darker:
        return ""
    _, place = min(darker, key=lambda each: each[0])
    return f"recall {place.label}, “{place.name}”"


def _in_hand(steps: Sequence[HandStep]) -> str:
    """How much less light may come before the hand has anything to do."""
    first = next((step for step in steps if step.light == "less"), None)
    if first is None:
        return "Three stops less light: nothing to turn."
    if first.after_ev < figure("notable_in_hand_ev"):
        return ""
    return f"{wording.stops_word(first.after_ev)} less light: nothing to turn."


def _by_lamps(draft: Draft, plan: Plan) -> list[Trigger]:
    """Lamps that pulse, where the time is short enough to see it."""
    pulse = draft.case.light.flicker_hz
    if not pulse or plan.choice.shutter_s * pulse >= 1:
        return []
    calm = 1 / pulse
    return [
        Trigger(
            light="lamps",
            see="One frame bright, one dark",
            do=f"the lamps pulse: {wording.seconds(calm)}, or three frames for one",
        )
    ]


def _events(planned: Sequence[PlanInput], sky: SkyContext) -> list[CardEvent]:
    times = [each.situation.starts_at_min for each in planned if each.situation.starts_at_min is not None]
    ends = [each.situation.ends_at_min for each in planned if each.situation.ends_at_min is not None]
    begin, end = (min(times), max(*times, *ends)) if times else (0, 1440)
    found = [
        CardEvent(at=sky.moment(event.at_min), at_min=event.at_min, kind="light", title=event.label)
        for event in events_between(sky, begin - 60, end + 180)
    ]
    found += [
        CardEvent(at=sky.moment(at), at_min=at, kind="situation", title=each.situation.title)
        for each in planned
        if (at := each.situation.starts_at_min) is not None
    ]
    return sorted(found, key=lambda event: event.at_min)
