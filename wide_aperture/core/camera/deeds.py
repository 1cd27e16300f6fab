"""What a simulated camera does when a hand does something to it, step by step, and what it refuses as a real one would.

It knows nothing of plans. Screens must be open, pages turned to, dials assigned; the exposure mode takes values over; a
body's own conflicts hold; half a press focuses again where the back button held. It takes no frames yet.
"""

from __future__ import annotations

from wide_aperture.core.camera.controls.control import STARTERS, Control
from wide_aperture.core.camera.controls.functions import BY_ID, REVIEW_BY_ID
from wide_aperture.core.camera.controls.pressed import brings, next_value
from wide_aperture.core.camera.phrasebook import Phrasebook, Way
from wide_aperture.core.camera.places import StoragePlace, places_of
from wide_aperture.core.camera.rules import refused, settable
from wide_aperture.core.camera.simulated import Action, Focused, Outcome, SimulatedCamera
from wide_aperture.core.camera.state import StoredSlot
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.exposure_modes import chosen_by_camera
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.physics.quantities import exact_step, nearest_step

BATTERY_PER_ACTION = 0.0004
USUAL_ENLARGEMENT = (5.0,)


def act(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """Do one thing to the camera."""
    doing = {
        "recall": _recall, "scope": _scope, "open": _open, "page": _page, "set": _set, "by_hand": _by_hand, "store": _store, "turn": _turn,
        "press": _press, "release": _release, "half_press": _half_press, "switch_off_on": _off_on, "hold": _hold, "let_go": _let_go,
    }[action.deed]  # fmt: skip
    used = camera.model_copy(update={"battery": max(camera.battery - BATTERY_PER_ACTION, 0.0)})
    if used.battery <= 0:
        return Outcome(camera=used, said="The battery is empty.", refused=True)
    return doing(used, action, body, book)


def _no(camera: SimulatedCamera, why: str) -> Outcome:
    return Outcome(camera=camera, said=why, refused=True)


def _with(
    camera: SimulatedCamera, values: dict[str, Value], sure: tuple[str, ...] = (), **more: object
) -> SimulatedCamera:
    unsure = tuple(name for name in camera.state.unsure if name not in sure)
    state = camera.state.model_copy(
        update={"values": {**camera.state.values, **values}, "unsure": unsure, "source": "simulated"}
    )
    return camera.model_copy(update={"state": state, **more})


def _place(camera: SimulatedCamera, body: Body, place_id: str) -> StoragePlace | None:
    places = places_of(body, camera.state.values)
    return next((place for place in places if place.id == place_id), None)


def _recall(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    place, slot = _place(camera, body, action.target), camera.state.slot(action.target)
    if place is None:
        return _no(camera, f"{body.name} has no storage place {action.target!r}.")
    if place.family and place.family != camera.family:
        return _no(
            camera,
            f"The scope switch stands at {camera.family or 'the other family'}: {place.label} belongs to {place.family}.",
        )
    if slot is None or not slot.values:
        return _no(camera, f"{place.label} is empty.")
    closed = {"screen": "", "page": "", "as_recalled": slot.values if place.forgets else {}}
    now = _with(camera, slot.values, tuple(slot.values), **closed)
    now = now.model_copy(update={"state": now.state.model_copy(update={"active_slot": slot.id})})
    return Outcome(camera=now, said=f"{place.label}: {slot.name}")


def _scope(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    if action.target not in {bank.family for bank in body.slots}:
        return _no(camera, f"{body.name} has no family {action.target!r}.")
    return Outcome(camera=camera.model_copy(update={"family": action.target}), said=action.target)


def _open(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    if action.target not in ("quick_screen", "personal_menu", "menu", ""):
        return _no(camera, f"There is no screen {action.target!r}.")
    return Outcome(
        camera=camera.model_copy(update={"screen": action.target, "page": ""}),
        said=action.target.replace("_", " ") or "closed",
    )


def _page(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    if camera.screen != "menu":
        return _no(camera, "Open the menu first.")
    return Outcome(camera=camera.model_copy(update={"page": action.target}), said=f"page {action.target}")


def _set(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    setting, way = action.target, action.way or "menu"
    catalogue.setting(setting)  # raises UnknownIdError
    why_not = _unreachable(camera, action, way, book) or refused(body, camera.state.values, setting, action.value)
    if why_not is not None:
        return _no(camera, why_not)
    now = _with(camera, {setting: action.value}, (setting,))
    return Outcome(camera=now, said=f"{book.phrase(setting).words}: {book.say(setting, action.value)}")


def _unreachable(camera: SimulatedCamera, action: Action, way: Way, book: Phrasebook) -> str | None:
    """Why a way does not lead to a setting as the camera stands."""
    reaches = [reach for reach in book.phrase(action.target).reaches if reach.way == way]
    if not reaches and way != "menu":
        return f"{book.phrase(action.target).words} is not on the {way.replace('_', ' ')}."
    if way in ("quick_screen", "personal_menu", "menu") and camera.screen != way:
        return f"Open the {book.place(reaches[0]) if reaches and way != 'menu' else 'menu'} first."
    pages = {book.page_of(reach) for reach in reaches} if reaches else {catalogue.setting(action.target).group}
    if way == "menu" and camera.page not in pages:
        return f"It stands on page {', '.join(sorted(pages))}."
    control = next((c for reach in reaches if (c := book.control_of(reach)) is not None), None)
    if control is not None and not control.reaches(action.target, camera.values):
        return f"The {control.label} is set to {BY_ID[control.function(camera.values)].label} now."
    return None


def _by_hand(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    catalogue.setting(action.target)
    return Outcome(camera=_with(camera, {action.target: action.value}, (action.target,)), said="done by hand")


def _store(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    place = _place(camera, body, action.target)
    if place is None:
        return _no(camera, f"{body.name} has no storage place {action.target!r}.")
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


def _control(book: Phrasebook, target: str) -> Control | None:
    return next((control for control in book.controls if control.id == target), None)


def _turn(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    control = _control(book, action.target)
    if control is None:
        return _no(camera, f"There is no control {action.target!r}.")
    values = camera.values
    if control.kind == "lever" and control.turned not in (None, "off"):
        pushed = control.model_copy(update={"assigned": str(control.turned), "turned": None, "setting": None})
        return _press(camera, action, body, _with_control(book, pushed))
    if control.function(values) == "point":
        return _turn_point(camera, control)
    if values.get("controls_lock") in ("dials", "all"):
        return _no(camera, "The dials are locked.")
    does = BY_ID[control.function(values)]
    setting = does.settings[0] if does.how == "turn" and does.settings else None
    if setting is None:
        return Outcome(camera=camera, said="nothing happens")
    if setting in chosen_by_camera(values.get("exposure_mode")):
        return Outcome(
            camera=camera,
            said=f"The camera chooses {catalogue.setting(setting).label.lower()} in this mode: nothing happens.",
        )
    held = values.get(setting)
    if not isinstance(held, int | float) or isinstance(held, bool):
        return Outcome(camera=camera, said="nothing happens")
    after = (
        float(held) + action.clicks / 3
        if setting == "exposure_comp_ev"
        else _stepped(setting, float(held), action.clicks)
    )
    end = body.end_passed(setting, after)
    after = after if end is None else end  # a dial turns on, the value stays at the body's end
    return Outcome(
        camera=_with(camera, {setting: after}, (setting,)),
        said=f"{book.phrase(setting).words}: {say_value(catalogue.setting(setting), after)}",
    )


def _with_control(book: Phrasebook, control: Control) -> Phrasebook:
    return book.model_copy(
        update={"controls": tuple(control if each.id == control.id else each for each in book.controls)}
    )


def _turn_point(camera: SimulatedCamera, control: Control) -> Outcome:
    if control.after_press and camera.armed != control.id:
        return Outcome(camera=camera, said="nothing happens: it moves the point only after a press")
    return _arm_or_move(camera, control)


QUANTITY = {"shutter_s": "shutter", "aperture": "aperture", "iso": "iso"}


def _stepped(setting: str, value: float, clicks: int) -> float:
    quantity = QUANTITY[setting]
    return float(exact_step(quantity, nearest_step(quantity, value) + clicks))  # type: ignore[arg-type]


def _press(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    control = _control(book, action.target)
    if control is None:
        return _no(camera, f"There is no control {action.target!r}.")
    if camera.screen == "review":
        return Outcome(camera=camera, said=REVIEW_BY_ID[control.in_review].label)
    does = control.function(camera.values)
    if control.press_turn and control.turned not in (None, "off"):
        return Outcome(camera=camera, said=f"The {control.label} waits to be turned: its press does nothing.")
    if camera.over_by == control.id and control.toggles(camera.values):
        return Outcome(camera=_let_back(camera), said="as before")
    if does == "power":
        return _off_on(camera, action, body, book)
    if does == "playback":
        return Outcome(camera=camera.model_copy(update={"screen": "review"}), said="the last picture")
    if does == "personal_menu":
        return _open(camera, Action(deed="open", target="personal_menu"), body, book)
    if does == "magnify":
        return _magnify(camera, body)
    if does == "point":
        return _arm_or_move(camera, control)
    brought = brings(control, does, camera.values)
    if brought:
        camera = camera.model_copy(update={"over": brought, "over_by": control.id})
    if does in STARTERS or (does == "other_mode" and brought):
        return _start_focus(camera, control, does)
    if does == "stop_and_lock":
        held: Focused = "by the button" if camera.focused != "nowhere" else "nowhere"
        return Outcome(
            camera=camera.model_copy(update={"focused": held}), said="focus and exposure stand while it is held"
        )
    stepped = next_value(body, camera.values, does, control.members)
    if stepped is not None:
        setting, value = stepped
        said = f"{book.phrase(setting).words}: {book.say(setting, value)}"
        return Outcome(camera=_with(camera, {setting: value}, (setting,)), said=said)
    return Outcome(camera=camera, said=BY_ID[does].label)


def _start_focus(camera: SimulatedCamera, control: Control, does: str) -> Outcome:
    if camera.values.get("af_mode") == "manual":
        return Outcome(camera=camera, said="Focus stands at manual: nothing moves.")
    how = (
        "until it is pressed again"
        if control.toggles(camera.values) and camera.over
        else "as long as the button is down"
    )
    with_area = " with an area of its own" if does == "focus_area" else ""
    said = f"focused{with_area}, held {how}"
    if does == "other_mode":
        said = f"{say_value(catalogue.setting('other_mode'), camera.values.get('other_mode'))}, {how}"
    return Outcome(camera=camera.model_copy(update={"focused": "by the button"}), said=said)


def _magnify(camera: SimulatedCamera, body: Body) -> Outcome:
    """One step closer, and after the closest back to the whole view."""
    steps = body.abilities.magnifier_steps or USUAL_ENLARGEMENT
    closer = next((step for step in sorted(steps) if step > camera.magnified), 1.0)
    said = f"enlarged {closer:g} times" if closer > 1 else "the whole view"
    return Outcome(camera=camera.model_copy(update={"magnified": closer}), said=said)


def _arm_or_move(camera: SimulatedCamera, control: Control) -> Outcome:
    if control.after_press and camera.armed != control.id:
        return Outcome(camera=camera.model_copy(update={"armed": control.id}), said="from now on it moves the point")
    said = "the enlarged view moves" if camera.magnified > 1 else "the focus point moves"
    return Outcome(camera=camera, said=said)


def _let_back(camera: SimulatedCamera) -> SimulatedCamera:
    """What a held control brought is gone: everything stands as before."""
    return camera.model_copy(update={"over": {}, "over_by": None, "focused": "nowhere"})


def _release(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    control = _control(book, camera.over_by or "")
    if control is not None and control.toggles(camera.state.values):
        return Outcome(camera=camera, said="it stays: this button toggles")
    return Outcome(camera=_let_back(camera), said="let go")


def _half_press(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    activation = camera.values.get("af_activation", "shutter_button")
    if camera.values.get("af_mode") == "manual":
        return Outcome(camera=camera, said="metered; focus stands at manual")
    if activation != "shutter_button":
        said = (
            "metered; the focus stays where the button left it"
            if camera.focused == "by the button"
            else "metered; nothing focuses: the shutter button does not"
        )
        return Outcome(camera=camera, said=said)
    took = camera.focused == "by the button"
    said = "focuses again: what the button held is gone" if took else "focused"
    return Outcome(camera=camera.model_copy(update={"focused": "by half a press"}), said=said)


def _off_on(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    back = {name: value for name, value in camera.as_recalled.items() if camera.state.values.get(name) != value}
    now = _with(
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


def _hold(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """A held button's place acts while it is held; where buttons toggle, until it is pressed again."""
    slot = camera.state.slot(action.target)
    if slot is None or slot.kind != "held_button" or not slot.values:
        return _no(camera, "The held button has nothing stored.")
    if camera.held == slot.id and _toggles(camera):
        return Outcome(camera=camera.model_copy(update={"held": None}), said="as before")
    said = "until pressed again" if _toggles(camera) else "while held"
    return Outcome(camera=camera.model_copy(update={"held": slot.id}), said=f"{said}: {slot.name}")


def _let_go(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    if camera.held and _toggles(camera):
        return Outcome(camera=camera, said="it stays: this button toggles")
    return Outcome(camera=camera.model_copy(update={"held": None}), said="as before")


def _toggles(camera: SimulatedCamera) -> bool:
    return camera.state.values.get("button_hold_toggle") == "toggle"
