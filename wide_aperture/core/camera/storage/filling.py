"""What goes into each place: chosen setups, the guest's, the home, stand-ins for another body, looks."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.places import StoragePlace
from wide_aperture.core.camera.route.walk import route_seconds
from wide_aperture.core.camera.rules import refused, settable
from wide_aperture.core.camera.state import CameraState, StoredSlot, differences
from wide_aperture.core.camera.storage.documents import PackItem, PackWishes, Role, StandingPlace
from wide_aperture.core.camera.storage.guest import guest_settings, guest_values
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value

DECIDES_OTHERS = ("exposure_mode", "white_balance")  # set first: they say which other values are taken
LEAST_SAVING_S = figure("least_saving_s")


def stored_slot(place: StoragePlace, name: str, values: dict[str, Value]) -> StoredSlot:
    """A place as it stands once these values were stored in it."""
    return StoredSlot(id=place.id, name=name, values=place.stores(settable(values)), family=place.family)


@dataclass(frozen=True)
class Filled:
    """What goes into a place. must: the values it has to hold; the rest of the slot is as the camera happened to stand."""

    slot: StoredSlot
    role: Role
    must: dict[str, Value]
    item: int | None = None
    refused: tuple[str, ...] = ()


Assigned = dict[str, Filled]


def assigned(
    usable: list[StoragePlace],
    chosen: tuple[int, ...],
    fixed: dict[str, int],
    items: Sequence[PackItem],
    base: dict[str, Value],
    state: CameraState,
) -> Assigned:
    """Chosen setups into places: held ones where they are held, known ones where they are, the rest in shooting order."""
    fixed = dict(fixed)
    for k in sorted(set(chosen) - set(fixed.values())):
        for place in usable:
            known = state.slot(place.id)
            if place.id in fixed or known is None:
                continue
            if not differences(known.values, place.stores(settable(items[k].target))):
                fixed[place.id] = k
                break
    left = [k for k in sorted(chosen) if k not in fixed.values()]
    found: Assigned = {}
    for place in usable:
        index = fixed.get(place.id)
        if index is None and left:
            index = left.pop(0)
        if index is not None:
            found[place.id] = _situation(place, items[index], base, "situation", index)
    return found


def special(mains: list[StoragePlace], wishes: PackWishes, body: Body, base: dict[str, Value]) -> Assigned:
    """The guest's place and the home."""
    found: Assigned = {}
    for place in mains:
        if place.id == wishes.guest:
            slot = stored_slot(place, "Guest", guest_values(body, base))
            found[place.id] = Filled(
                slot, "guest", {name: slot.values[name] for name in guest_settings() if name in slot.values}
            )
        elif place.id == wishes.home:
            slot = stored_slot(place, "Home", base)
            found[place.id] = Filled(slot, "home", slot.values)
    return found


def standing_in(places: Sequence[StoragePlace], wishes: PackWishes, body: Body, base: dict[str, Value]) -> Assigned:
    """Setups of the photographer's own that no situation asks for, into the places kept for them."""
    return {
        place.id: _own(place, wishes.standing[place.id], body, base) for place in places if place.id in wishes.standing
    }


def _own(place: StoragePlace, own: StandingPlace, body: Body, base: dict[str, Value]) -> Filled:
    """What the body refuses stays as it was, and is named."""
    values, refusing = dict(base), []
    for setting, value in sorted(own.settings.items(), key=lambda each: each[0] not in DECIDES_OTHERS):
        if refused(body, values, setting, value) is None:
            values[setting] = value
        else:
            refusing.append(setting)
    slot = stored_slot(place, own.name, values)
    must: dict[str, Value] = {
        name: slot.values[name] for name in own.settings if name in slot.values and name not in refusing
    }
    if place.kind == "look":
        slot = slot.model_copy(update={"values": must})
    return Filled(slot, "standing", must, refused=tuple(refusing))


def stand_ins_for(
    usable: list[StoragePlace], filled: Assigned, stand_ins: Sequence[PackItem], base: dict[str, Value]
) -> Assigned:
    """Setups of the other bodies, into places that stayed free."""
    free = [place for place in usable if place.id not in filled]
    return {place.id: _situation(place, item, base, "stand_in") for place, item in zip(free, stand_ins, strict=False)}


def _situation(
    place: StoragePlace, item: PackItem, base: dict[str, Value], role: Role, index: int | None = None
) -> Filled:
    slot = stored_slot(place, item.title, {**base, **item.target})
    return Filled(slot, role, place.stores(settable(item.target)), index)


def kept(filled: Filled, state: CameraState) -> Filled:
    """What a place holds already, where that will do: then it is not stored again for what does not matter."""
    known = state.slot(filled.slot.id)
    if known is None or differences(known.values, filled.must):
        return filled
    return replace(filled, slot=known.model_copy(update={"name": filled.slot.name}))


def look_slots(
    places: list[StoragePlace],
    items: Sequence[PackItem],
    standing: list[dict[str, Value]],
    state: CameraState,
    book: Phrasebook,
    filled: Assigned,
) -> Assigned:
    """Distinct looks of the shoot, those first that save most beside the places already filled."""
    found: Assigned = {}
    if not places:
        return found
    full = tuple(each.slot for each in filled.values())
    savings: dict[int, float] = {}
    for k, item in enumerate(items):
        look = stored_slot(places[0], item.title, item.target)
        if any(places[0].stores(settable(items[other].target)) == look.values for other in savings):
            continue
        with_look = without = 0.0
        for j, before in enumerate(standing):
            here = state.model_copy(update={"values": before, "slots": full, "unsure": ()})
            without += route_seconds(here, items[j].target, book)
            with_look += route_seconds(here.model_copy(update={"slots": (*full, look)}), items[j].target, book)
        savings[k] = without - with_look
    best = [k for k in sorted(savings, key=lambda k: -savings[k]) if savings[k] > LEAST_SAVING_S]
    for place, k in zip(places, best, strict=False):
        slot = stored_slot(place, items[k].look or f"{items[k].title}, look", items[k].target)
        found[place.id] = Filled(slot, "look", slot.values)
    return found
