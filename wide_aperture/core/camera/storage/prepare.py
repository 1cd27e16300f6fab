"""At home: filling the places one after the other, so that the body ends as the first situation needs it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.places import StoragePlace
from wide_aperture.core.camera.route import route
from wide_aperture.core.camera.state import CameraState, StoredSlot, differences
from wide_aperture.core.camera.storage.documents import Preparation
from wide_aperture.core.camera.storage.moves import after, stored_in
from wide_aperture.core.camera.storage.naming import how_to_fill, short_names
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value

STORE_S = figure("store_s")


@dataclass(frozen=True)
class Filling:
    """One place to fill: how the camera is set for it, the place as it is stored then, and the values that matter in it."""

    target: dict[str, Value]
    slot: StoredSlot
    must: dict[str, Value]
    place: StoragePlace


def prepare(
    fillings: Sequence[Filling],
    first: dict[str, Value],
    first_title: str,
    state: CameraState,
    book: Phrasebook,
    body: Body,
) -> tuple[tuple[Preparation, ...], CameraState]:
    """The routes of the evening before, and the body as it is packed.

    Places that hold their values already are left alone. The camera is set, then the place stored, the one for the first
    situation last.
    """
    found: list[Preparation] = []
    called = _names_on_the_body(fillings)
    waiting = [each for each in fillings if _is_old(state, each)]
    waiting.sort(key=lambda each: not differences(each.target, first) and not differences(first, each.target))
    for each in waiting:
        way = route(state, each.target, book, body)
        state = stored_in(after(state, way), each.slot)
        found.append(
            Preparation(
                title=each.slot.name,
                place=each.slot.id,
                route=way,
                store_s=STORE_S,
                values=each.slot.values,
                fill=how_to_fill(each.place, called[each.slot.id]),
            )
        )
    if differences(state.values, first, state.unsure):
        way = route(state, first, book, body)
        state = after(state, way)
        found.append(Preparation(title=first_title, place=None, route=way, store_s=0.0, values={}))
    return tuple(found), state


def _names_on_the_body(fillings: Sequence[Filling]) -> dict[str, str]:
    """What each place is called on the body, by its id: told apart within the room there is."""
    found: dict[str, str] = {}
    for letters in {each.place.name_letters for each in fillings}:
        group = [each for each in fillings if each.place.name_letters == letters]
        names = [each.slot.name for each in group]
        short = short_names(names, letters) if letters else tuple(names)
        found |= {each.slot.id: name for each, name in zip(group, short, strict=True)}
    return found


def _is_old(state: CameraState, filling: Filling) -> bool:
    known = state.slot(filling.slot.id)
    return known is None or bool(differences(known.values, filling.must))
