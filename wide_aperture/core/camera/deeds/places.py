"""Storage places recalled, filled and held, and what switching off leaves of them."""

from __future__ import annotations

from wide_aperture.core.camera.deeds.common import no, with_values
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.places import StoragePlace, places_of
from wide_aperture.core.camera.rules import settable
from wide_aperture.core.camera.simulated import Action, Outcome, SimulatedCamera
from wide_aperture.core.camera.state import StoredSlot
from wide_aperture.core.documents.body import Body


def _place(camera: SimulatedCamera, body: Body, place_id: str) -> StoragePlace | None:
    places = places_of(body, camera.state.values)
    return next((place for place in places if place.id == place_id), None)


def recall(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """A storage place recalled."""
    place, slot = _place(camera, body, action.target), camera.state.slot(action.target)
    if place is None:
        return no(camera, f"{body.name} has no storage place {action.target!r}.")
    if place.family and place.family != camera.family:
        return no(
            camera,
            f"The scope switch stands at {camera.family or 'the other family'}: {place.label} belongs to {place.family}.",
        )
    if slot is None or not slot.values:
        return no(camera, f"{place.label} is empty.")
    closed = {"screen": "", "page": "", "as_recalled": slot.values if place.forgets else {}}
    now = with_values(camera, slot.values, tuple(slot.values), **closed)
    now = now.model_copy(update={"state": now.state.model_copy(update={"active_slot": slot.id})})
    return Outcome(camera=now, said=f"{place.label}: {slot.name}")


def scope(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """The scope switch set to a family of places."""
    if action.target not in {bank.family for bank in body.slots}:
        return no(camera, f"{body.name} has no family {action.target!r}.")
    return Outcome(camera=camera.model_copy(update={"family": action.target}), said=action.target)


def store(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """How the camera stands now, stored into a place."""
    place = _place(camera, body, action.target)
    if place is None:
        return no(camera, f"{body.name} has no storage place {action.target!r}.")
    slot = StoredSlot(
        id=place.id,
        name=action.name or place.label,
        values=place.stores(settable(camera.state.values)),
        family=place.family,
    )
    others = tuple(each for each in camera.state.slots if each.id != place.id)
    state = camera.state.model_copy(update={"slots": (*others, slot), "active_slot": place.id})
    kept = slot.values if place.forgets else {}
    return Outcome(
        camera=camera.model_copy(update={"state": state, "family": place.family or camera.family, "as_recalled": kept}),
        said=f"stored in {place.label}",
    )


def off_on(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """Switched off and on again."""
    back = {name: value for name, value in camera.as_recalled.items() if camera.state.values.get(name) != value}
    now = with_values(
        camera,
        back,
        (),
        screen="",
        page="",
        held=None,
        over={},
        over_by=None,
        magnified=1.0,
        armed=None,
        focused="nowhere",
    )
    said = f"on again; {len(back)} changes since the recall are gone" if back else "on again, as it stood"
    return Outcome(camera=now, said=said)


def hold(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """A held button's place acts while it is held; where buttons toggle, until it is pressed again."""
    slot = camera.state.slot(action.target)
    if slot is None or slot.kind != "held_button" or not slot.values:
        return no(camera, "The held button has nothing stored.")
    if camera.held == slot.id and _toggles(camera):
        return Outcome(camera=camera.model_copy(update={"held": None}), said="as before")
    said = "until pressed again" if _toggles(camera) else "while held"
    return Outcome(camera=camera.model_copy(update={"held": slot.id}), said=f"{said}: {slot.name}")


def let_go(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """The button of a held place let go."""
    if camera.held and _toggles(camera):
        return Outcome(camera=camera, said="it stays: this button toggles")
    return Outcome(camera=camera.model_copy(update={"held": None}), said="as before")


def _toggles(camera: SimulatedCamera) -> bool:
    return camera.state.values.get("button_hold_toggle") == "toggle"
