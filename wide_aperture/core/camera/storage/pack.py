"""Packing one body: which setups its places hold, and the way through the shoot with them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.places import StoragePlace, places_of
from wide_aperture.core.camera.route.walk import seconds_after
from wide_aperture.core.camera.rules import settable
from wide_aperture.core.camera.state import CameraState, differences
from wide_aperture.core.camera.storage.choose import Costs, choose, total
from wide_aperture.core.camera.storage.contents import contents_offer, contents_to_try, telling
from wide_aperture.core.camera.storage.documents import (
    BodyPacking,
    Move,
    PackedPlace,
    PackItem,
    PackWishes,
    PlaceCost,
    Role,
)
from wide_aperture.core.camera.storage.filling import (
    Filled,
    assigned,
    kept,
    look_slots,
    special,
    stand_ins_for,
    standing_in,
    stored_slot,
)
from wide_aperture.core.camera.storage.held import held_offer
from wide_aperture.core.camera.storage.moves import walk, weight_of
from wide_aperture.core.camera.storage.prepare import STORE_S, Filling, prepare
from wide_aperture.core.camera.storage.warnings import slot_findings
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value

TRIED_MORE = 2


@dataclass(frozen=True)
class Packed:
    """A packing, and the camera state it was made for with all places stored."""

    packing: BodyPacking
    stored: CameraState


def pack(
    items: Sequence[PackItem],
    body: Body,
    book: Phrasebook,
    state: CameraState,
    wishes: PackWishes | None = None,
    stand_ins: Sequence[PackItem] = (),
) -> Packed:
    """Pack a body for its situations, given in shooting order, with what its places hold chosen where it can be.

    Args: state: how the body stands before the first; stand_ins: setups for places that stay free, if the other body fails.
    """
    tried = {
        contents: _pack(telling(items, contents), body, book, state, wishes, stand_ins, contents)
        for contents in contents_to_try(items, body)
    }
    if not tried:
        return _pack(items, body, book, state, wishes, stand_ins)
    seconds = {contents: each.packing.seconds for contents, each in tried.items()}
    offer = contents_offer(seconds)
    best = tried[offer.chosen]
    return Packed(best.packing.model_copy(update={"contents": offer}), best.stored)


def _pack(
    items: Sequence[PackItem],
    body: Body,
    book: Phrasebook,
    state: CameraState,
    wishes: PackWishes | None = None,
    stand_ins: Sequence[PackItem] = (),
    contents: str | None = None,
) -> Packed:
    """As pack. contents: what the body's places are told to hold; None: as it stands."""
    wishes = wishes or PackWishes()
    places = places_of(body, {**state.values, **({"slot_contents": contents} if contents else {})})
    mains = [place for place in places if place.kind in ("full", "mode_position")]
    # Everything is set and stored at home; the shoot starts with the body standing as its first situation needs it.
    base = {**state.values, **(items[0].target if items else {})}
    standing = _standing(items, base)
    weights = [weight_of(items, k) for k in range(len(items))]
    direct, recalled = _matrices(items, standing, base, weights, mains, book, state)

    index = {item.id: k for k, item in enumerate(items)}
    taken = {*wishes.reserved, *wishes.standing, *filter(None, (wishes.guest, wishes.home))}
    fixed = {place.id: index[wishes.held[place.id]] for place in mains if wishes.held.get(place.id) in index}
    usable = [place for place in mains if place.id not in taken]
    chosen = _chosen(direct, recalled, len(usable), tuple(dict.fromkeys(fixed.values())), _stored(items, usable, state))
    filled = assigned(usable, chosen, fixed, items, base, state)
    filled |= special(mains, wishes, body, base)
    filled |= standing_in([place for place in places if place.kind != "held_button"], wishes, body, base)
    filled |= stand_ins_for(usable, filled, stand_ins, base)
    looks = [place for place in places if place.kind == "look" and place.id not in taken]
    filled |= look_slots(looks, items, standing, state, book, filled)
    button = next((place for place in places if place.kind == "held_button" and place.id not in taken), None)
    offer = held_offer(button, items, standing, list(direct / np.array(weights))) if button and items else None
    if button and offer:
        filled[button.id] = offer[1]
    filled = {place_id: kept(each, state) for place_id, each in filled.items()}

    by_id = {place.id: place for place in places}
    fillings = [
        Filling(settable({**base, **each.slot.values}), each.slot, each.must, by_id[name])
        for name, each in filled.items()
    ]
    first, first_title = (items[0].target, items[0].title) if items else ({}, "")
    preparation, packed = prepare(fillings, first, first_title, state, book, body)
    moves = walk(items, packed, book, body, len(usable) > len(chosen))
    shown = tuple(_shown(place, filled.get(place.id), wishes, items, state, moves) for place in places)
    seconds, alone = (sum(each) for each in ([m.route.seconds for m in moves], [m.route.item_by_item_s for m in moves]))
    return Packed(
        packing=BodyPacking(
            body_id=body.id,
            body_name=body.name,
            places=shown,
            preparation=preparation,
            moves=moves,
            costs=_costs(direct, recalled, weights, len(usable), bool(mains), (len(chosen), seconds)),
            held=offer[0] if offer else None,
            findings=slot_findings(places, shown, items, moves),
            seconds=seconds,
            item_by_item_s=alone,
            preparation_s=sum(each.route.seconds + each.store_s for each in preparation),
            sentence=_sentence(body, shown, seconds, alone, len(items)),
        ),
        stored=packed,
    )


def _stored(items: Sequence[PackItem], usable: Sequence[StoragePlace], state: CameraState) -> tuple[int, ...]:
    """Situations that some usable place holds already."""
    known = [(place, slot) for place in usable if (slot := state.slot(place.id)) is not None]
    return tuple(
        k
        for k, item in enumerate(items)
        if any(not differences(slot.values, place.stores(settable(item.target))) for place, slot in known)
    )


def _chosen(
    direct: Costs, recalled: Costs, count: int, fixed: tuple[int, ...], stored: tuple[int, ...]
) -> tuple[int, ...]:
    """The setups to store: what is stored already stays, unless others save more than storing them takes."""
    best = choose(direct, recalled, count, fixed)
    held = tuple(dict.fromkeys((*fixed, *stored)))[:count]
    kept = choose(direct, recalled, count, held)
    storing = STORE_S * (len(set(best) - set(stored)) - len(set(kept) - set(stored)))
    return kept if total(direct, recalled, kept) <= total(direct, recalled, best) + storing else best


def _standing(items: Sequence[PackItem], base: dict[str, Value]) -> list[dict[str, Value]]:
    """How the body stands before each situation when every one before it was set as planned."""
    values, found = dict(base), []
    for item in items:
        found.append(dict(values))
        values.update(item.target)
    return found


def _matrices(
    items: Sequence[PackItem],
    standing: list[dict[str, Value]],
    base: dict[str, Value],
    weights: list[float],
    mains: list[StoragePlace],
    book: Phrasebook,
    state: CameraState,
) -> tuple[Costs, Costs]:
    """Weighed seconds of each transition by hand, and by recalling each setup first."""
    before = [state.model_copy(update={"values": values, "slots": (), "unsure": ()}) for values in standing]
    targets = [item.target for item in items]
    slots = [stored_slot(mains[0], item.title, {**base, **item.target}) for item in items] if mains else []
    direct = np.array([seconds_after(b, t, book, ()) for b, t in zip(before, targets, strict=True)])
    recalled = np.array(
        [[seconds_after(b, t, book, (s,)) for b, t in zip(before, targets, strict=True)] for s in slots]
    )
    weigh = np.array(weights)
    return direct * weigh, recalled.reshape(len(slots), len(items)) * weigh


def _shown(
    place: StoragePlace,
    filled: Filled | None,
    wishes: PackWishes,
    items: Sequence[PackItem],
    state: CameraState,
    moves: tuple[Move, ...],
) -> PackedPlace:
    slot, known = filled.slot if filled else None, state.slot(place.id)
    role: Role = "reserved" if place.id in wishes.reserved else filled.role if filled else "empty"
    k = filled.item if filled else None
    old = differences(known.values, filled.must) if known and filled else ()
    name = wishes.names.get(place.id) or (slot.name if slot else known.name if known and role == "reserved" else "")
    used = sum(any(s.kind == "recall" and s.value == place.id for s in move.route.steps) for move in moves)
    return PackedPlace(
        id=place.id,
        kind=place.kind,
        label=place.label,
        family=place.family,
        role=role,
        name=name,
        situation_id=items[k].id if k is not None else None,
        held_by_hand=place.id in wishes.held,
        values=slot.values if slot else known.values if known and role == "reserved" else {},
        leaves_out=tuple(sorted(s for s in items[k].target if s in place.leaves_out)) if k is not None else (),
        is_stored=known is not None and slot is not None and not old,
        store_again=old,
        refused=filled.refused if filled else (),
        used=used,
        sentence=_place_sentence("held" if place.kind == "held_button" and filled else role, used, old),
    )


def _place_sentence(role: str, used: int, old: tuple[str, ...]) -> str:
    said = {
        "situation": f"recalled {used} times" if used != 1 else "recalled once",
        "held": "the difference, for as long as it is held",
        "stand_in": "ready if the other body fails",
        "guest": "a stranger can shoot: the shutter button focuses, the limits are safe",
        "home": "the way back to where you started",
        "standing": "yours, asked for by no situation",
        "look": f"a look only, recalled {used} times" if used != 1 else "a look only, recalled once",
        "reserved": "yours, left alone",
        "empty": "nothing of this shoot needs it",
    }[role]
    return f"{said}; store again, {len(old)} values are old" if old else said


def _costs(
    direct: Costs, recalled: Costs, weights: list[float], usable: int, has_mains: bool, walked: tuple[int, float]
) -> tuple[PlaceCost, ...]:
    """The shoot with none, one, two … places, and with a little more than there is.

    walked: places used, and the seconds of the routes as they are; the other counts are sums of single transitions.
    """
    plain = 1 / np.array(weights) if weights else np.zeros(0)
    found = []
    for count in range(min(usable + TRIED_MORE, len(weights)) + 1 if has_mains else 1):
        stored = choose(direct, recalled, count)
        found.append(
            PlaceCost(
                places=count,
                seconds=walked[1] if walked[0] <= count <= usable else total(direct * plain, recalled * plain, stored),
                weighed_s=total(direct, recalled, stored),
                exists=count <= usable,
            )
        )
    return tuple(found)


def _sentence(body: Body, places: tuple[PackedPlace, ...], seconds: float, alone: float, items: int) -> str:
    if not items:
        return f"No situation of this shoot is planned on {body.name}."
    used = sum(place.role == "situation" and place.kind != "held_button" for place in places)
    if items == 1:
        return "1 situation: set at home, and nothing changes on the way."
    return f"{items} situations, {used} stored: {seconds:.0f} s of setting in all, against {alone:.0f} s one by one."
