"""What goes into each place: chosen setups, the guest's, the home, stand-ins for another body, looks."""

from __future__ import annotations

from collections.abc import Sequence

from wide_aperture.core.camera.places import StoragePlace
from wide_aperture.core.camera.rules import settable
from wide_aperture.core.camera.state import CameraState, StoredSlot
from wide_aperture.core.kit import Body
from wide_aperture.core.phrasebook import Phrasebook
from wide_aperture.core.route.walk import route_seconds
from wide_aperture.core.setup_document import Value
from wide_aperture.core.slots.documents import PackItem, PackWishes, Role
from wide_aperture.core.slots.guest import guest_values

LEAST_SAVING_S = 2.0


def stored_slot(place: StoragePlace, name: str, values: dict[str, Value]) -> StoredSlot:
    """A place as it stands once these values were stored in it."""
    return StoredSlot(id=place.id, name=name, values=place.stores(settable(values)), family=place.family)


Assigned = dict[str, tuple[StoredSlot, Role, int | None]]


def assigned(
    usable: list[StoragePlace],
    chosen: tuple[int, ...],
    fixed: dict[str, int],
    items: Sequence[PackItem],
    base: dict[str, Value],
) -> Assigned:
    """Chosen setups into places: held ones where they are held, the rest in shooting order, an old home where it has one."""
    left = [k for k in sorted(chosen) if k not in fixed.values()]
    found: Assigned = {}
    for place in usable:
        k = fixed.get(place.id)
        if k is None and left:
            k = left.pop(0)
        if k is not None:
            values = {**base, **items[k].target}
            found[place.id] = (stored_slot(place, items[k].title, values), "situation", k)
    return found


def special(mains: list[StoragePlace], wishes: PackWishes, body: Body, base: dict[str, Value]) -> Assigned:
    found: Assigned = {}
    for place in mains:
        if place.id == wishes.guest:
            found[place.id] = (stored_slot(place, "Guest", guest_values(body, base)), "guest", None)
        elif place.id == wishes.home:
            found[place.id] = (stored_slot(place, "Home", base), "home", None)
    return found


def stand_ins_for(
    usable: list[StoragePlace], packed: Assigned, stand_ins: Sequence[PackItem], base: dict[str, Value]
) -> Assigned:
    free = [place for place in usable if place.id not in packed]
    return {
        place.id: (stored_slot(place, item.title, {**base, **item.target}), "stand_in", None)
        for place, item in zip(free, stand_ins, strict=False)
    }


def look_slots(
    places: list[StoragePlace],
    items: Sequence[PackItem],
    standing: list[dict[str, Value]],
    state: CameraState,
    book: Phrasebook,
    slots: dict[str, StoredSlot],
) -> dict[str, StoredSlot]:
    """Distinct looks of the shoot, those first that save most beside the places already filled."""
    found: dict[str, StoredSlot] = {}
    if not places:
        return found
    full = tuple(slots.values())
    savings: dict[int, float] = {}
    for k, item in enumerate(items):
        look = stored_slot(places[0], item.title, item.target)
        if any(stored_slot(places[0], "", items[other].target).values == look.values for other in savings):
            continue
        with_look = without = 0.0
        for j, before in enumerate(standing):
            here = state.model_copy(update={"values": before, "slots": full, "unsure": ()})
            without += route_seconds(here, items[j].target, book)
            with_look += route_seconds(here.model_copy(update={"slots": (*full, look)}), items[j].target, book)
        savings[k] = without - with_look
    best = [k for k in sorted(savings, key=lambda k: -savings[k]) if savings[k] > LEAST_SAVING_S]
    for place, k in zip(places, best, strict=False):
        found[place.id] = stored_slot(place, f"{items[k].title}, look", items[k].target)
    return found
