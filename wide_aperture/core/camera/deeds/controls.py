"""What fingers do: dials turned, buttons pressed and let go, the shutter button half pressed."""

from __future__ import annotations

from wide_aperture.core.camera.controls.control import STARTERS, Control
from wide_aperture.core.camera.controls.functions import BY_ID, REVIEW_BY_ID
from wide_aperture.core.camera.controls.pressed import brings, next_value
from wide_aperture.core.camera.deeds.common import no, with_values
from wide_aperture.core.camera.deeds.places import off_on
from wide_aperture.core.camera.deeds.screens import open_screen
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.simulated import Action, Focused, Outcome, SimulatedCamera
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.exposure_modes import chosen_by_camera
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents.body import Body
from wide_aperture.core.physics.quantities import exact_step, nearest_step
from wide_aperture.core.planning.hand_steps import QUANTITY

USUAL_ENLARGEMENT = (5.0,)


def turn(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """A dial or ring turned by so many clicks, a lever pushed on past its end."""
    control = _control(book, action.target)
    if control is None:
        return no(camera, f"There is no control {action.target!r}.")
    values = camera.values
    if control.kind == "lever" and control.turned not in (None, "off"):
        pushed = control.model_copy(update={"assigned": str(control.turned), "turned": None, "setting": None})
        return press(camera, action, body, _with_control(book, pushed))
    if control.function(values) == "point":
        return _turn_point(camera, control)
    if values.get("controls_lock") in ("dials", "all"):
        return no(camera, "The dials are locked.")
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
        camera=with_values(camera, {setting: after}, (setting,)),
        said=f"{book.phrase(setting).words}: {say_value(catalogue.setting(setting), after)}",
    )


def _stepped(setting: str, value: float, clicks: int) -> float:
    quantity = QUANTITY[setting]  # type: ignore[index] # a dial's settings are these three
    return float(exact_step(quantity, nearest_step(quantity, value) + clicks))


def _with_control(book: Phrasebook, control: Control) -> Phrasebook:
    return book.model_copy(
        update={"controls": tuple(control if each.id == control.id else each for each in book.controls)}
    )


def _turn_point(camera: SimulatedCamera, control: Control) -> Outcome:
    if control.after_press and camera.armed != control.id:
        return Outcome(camera=camera, said="nothing happens: it moves the point only after a press")
    return _arm_or_move(camera, control)


def press(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """A control pressed, and held until it is let go."""
    control = _control(book, action.target)
    if control is None:
        return no(camera, f"There is no control {action.target!r}.")
    if camera.screen == "review":
        return Outcome(camera=camera, said=REVIEW_BY_ID[control.in_review].label)
    does = control.function(camera.values)
    if control.press_turn and control.turned not in (None, "off"):
        return Outcome(camera=camera, said=f"The {control.label} waits to be turned: its press does nothing.")
    if camera.over_by == control.id and control.toggles(camera.values):
        return Outcome(camera=_let_back(camera), said="as before")
    if does == "power":
        return off_on(camera, action, body, book)
    if does == "playback":
        return Outcome(camera=camera.model_copy(update={"screen": "review"}), said="the last picture")
    if does == "personal_menu":
        return open_screen(camera, Action(deed="open", target="personal_menu"), body, book)
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
        return Outcome(camera=with_values(camera, {setting: value}, (setting,)), said=said)
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


def release(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """Whatever is pressed is let go."""
    control = _control(book, camera.over_by or "")
    if control is not None and control.toggles(camera.state.values):
        return Outcome(camera=camera, said="it stays: this button toggles")
    return Outcome(camera=_let_back(camera), said="let go")


def half_press(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """The shutter button half pressed: it meters, and focuses where focus is on it."""
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


def _control(book: Phrasebook, target: str) -> Control | None:
    return next((control for control in book.controls if control.id == target), None)
