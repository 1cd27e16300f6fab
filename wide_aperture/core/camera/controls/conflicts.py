"""Assignments that fight each other, or the hand and eye that use them."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Mapping, Sequence

from wide_aperture.core.camera.controls.control import STARTERS, Control
from wide_aperture.core.camera.controls.functions import BY_ID
from wide_aperture.core.camera.controls.reach import miss_chance, wrong_press_harm
from wide_aperture.core.craft import point_ways
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.abilities import Abilities
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_values import Value

TOO_CLOSE = figure("wrong_press_told")


class ControlConflict(Spoken):
    """Two things that do not go together. controls: whose; sentence: what happens in the hand; remedy: what to change."""

    code: str
    controls: tuple[str, ...]
    sentence: str
    remedy: str


def conflicts(
    controls: Sequence[Control],
    does: Mapping[str, str],
    values: dict[str, Value],
    nose_half: str | None = "left_half",
    hands: Abilities = Abilities(),  # noqa: B008  frozen
) -> tuple[ControlConflict, ...]:
    """Every conflict of an assignment.

    Args: does: control to function; a control that is missing does what it is assigned; nose_half: of the screen, as touch
        drag names it; None: nobody looks in; hands: the body's measures.
    """
    now = {control.id: does.get(control.id, control.assigned) for control in controls}
    return (
        *_starters(controls, now, values),
        *_press_and_turn(controls, now),
        *_touch(controls, now, values, nose_half),
        *_swipes(controls, now, values),
        *_point(controls, now, values),
        *_magnifier(now, values),
        *_too_close(controls, now, hands),
        *_twice(now),
        *_not_offered(controls, now),
    )


def _starters(
    controls: Sequence[Control], now: Mapping[str, str], values: dict[str, Value]
) -> Iterator[ControlConflict]:
    if values.get("af_mode") == "manual":
        return  # nothing starts focus, so nothing fights over it
    starting = tuple(name for name, function in now.items() if function in STARTERS)
    activation = values.get("af_activation", "shutter_button")
    if starting and activation == "shutter_button":
        yield ControlConflict(
            code="two_focus_starters",
            controls=starting,
            sentence="The shutter button still focuses: half a press takes away what the button held.",
            remedy="Take focus off the shutter button, or give the button another function.",
        )
    if not starting and activation in ("back_button", "back_button_eye"):
        yield ControlConflict(
            code="nothing_focuses",
            controls=(),
            sentence="Focus is off the shutter button and on no other control: nothing focuses.",
            remedy="Put focus on the back button.",
        )
    eye = tuple(name for name, function in now.items() if function == "focus_eye")
    if eye and values.get("subject_detection") not in (None, "off") and values.get("eye_detection") == "auto":
        yield ControlConflict(
            code="eye_button_idle",
            controls=eye,
            sentence="Detection finds the eye all the time: the button for it changes nothing.",
            remedy="Switch detection off outside the button, or give the button plain focus.",
        )


def _press_and_turn(controls: Sequence[Control], now: Mapping[str, str]) -> Iterator[ControlConflict]:
    for control in controls:
        if control.press_turn and control.turned not in (None, "off") and now[control.id] != "off":
            yield ControlConflict(
                code="press_or_turn",
                controls=(control.id,),
                sentence=f"The {control.label} waits whether it will be turned: its press acts only when let go, or not at all.",
                remedy="Use it pressed, or pressed and turned, not both.",
            )


def _touch(
    controls: Sequence[Control], now: Mapping[str, str], values: dict[str, Value], nose_half: str | None
) -> Iterator[ControlConflict]:
    touch = next((control for control in controls if control.kind == "touch"), None)
    lies_on = nose_half is not None and values.get("touch_drag") in ("whole", nose_half)
    if touch is not None and now[touch.id] != "off" and nose_half is not None and lies_on:
        free = "right" if nose_half == "left_half" else "left"
        yield ControlConflict(
            code="nose_on_screen",
            controls=(touch.id,),
            sentence=f"Looking in, the nose lies on the {nose_half.replace('_', ' ')} of the screen and moves the point.",
            remedy=f"The {free} half only, or off.",
        )


def _swipes(
    controls: Sequence[Control], now: Mapping[str, str], values: Mapping[str, Value]
) -> Iterator[ControlConflict]:
    if values.get("touch_drag") in (None, "off"):
        return
    busy = tuple(each.id for each in controls if each.kind == "swipe" and now[each.id] != "off")
    if busy:
        yield ControlConflict(
            code="swipe_moves_point",
            controls=busy,
            sentence="A finger that slides moves the focus point: a swipe does that first, or instead.",
            remedy="Give the swipe nothing, or switch off moving the point by thumb.",
        )


def _magnifier(now: Mapping[str, str], values: Mapping[str, Value]) -> Iterator[ControlConflict]:
    """Focus judged enlarged in the middle only: the part that must be sharp may lie elsewhere."""
    enlarged = values.get("af_area") == "magnified_live_view" or values.get("mf_magnify_on_ring") == "on"
    by_touch = values.get("touch_action") == "point" or values.get("touch_drag") not in (None, "off")
    if not now or not enlarged or values.get("af_mode") != "manual" or by_touch or "point" in now.values():
        return
    yield ControlConflict(
        code="nothing_scrolls_magnifier",
        controls=tuple(name for name, does in now.items() if does == "magnify"),
        sentence="Nothing moves the enlarged view: focus can be judged in the middle only.",
        remedy="Give the joystick or the pad the point: while enlarged it moves the view.",
    )


def _too_close(controls: Sequence[Control], now: Mapping[str, str], hands: Abilities) -> Iterator[ControlConflict]:
    """A harmful function beside one that is reached for with the eye at the finder."""
    for aimed, beside in itertools.permutations(controls, 2):
        wanted, harmful = BY_ID[now[aimed.id]], BY_ID[now[beside.id]]
        chance = miss_chance(aimed, beside, hands)
        if (
            not wanted.in_action
            or not aimed.in_finder
            or harmful.id == "off"
            or chance * wrong_press_harm(beside, harmful.id) < TOO_CLOSE
        ):
            continue
        yield ControlConflict(
            code="too_close",
            controls=(aimed.id, beside.id),
            sentence=f"One reach in {1 / chance:.0f} for the {aimed.label} presses the {beside.label} beside it: {harmful.label}.",
            remedy="Exchange the two, or give the neighbour something harmless.",
        )


def needs_a_mover(values: Mapping[str, Value]) -> bool:
    """True where autofocus works by a point that the screen does not move."""
    by_point = values.get("af_mode") not in (None, "manual") and point_ways.goes_by_a_point(values.get("af_area"))
    return by_point and values.get("touch_drag") in (None, "off") and values.get("touch_action") != "point"


def _point(controls: Sequence[Control], now: Mapping[str, str], values: dict[str, Value]) -> Iterator[ControlConflict]:
    """A point that nothing moves stands where it stood last: said, never planned in silence."""
    could = any("point" in control.functions for control in controls)
    if not controls or not needs_a_mover(values) or "point" in now.values():
        return
    yield ControlConflict(
        code="nothing_moves_point",
        controls=tuple(name for name, does in now.items() if does == "centre_point"),
        sentence="Nothing moves the focus point: it stays where it stood last.",
        remedy="Give the pad or the joystick the point, or let the screen move it."
        if could
        else "Let the screen move it, or focus in the middle and recompose.",
    )


def _twice(now: Mapping[str, str]) -> Iterator[ControlConflict]:
    for function in dict.fromkeys(now.values()):
        holders = tuple(name for name, held in now.items() if held == function)
        if function not in ("off", "point", "focus_area") and len(holders) > 1:  # each area of its own has its button
            yield ControlConflict(
                code="function_twice",
                controls=holders,
                sentence=f"{BY_ID[function].label.capitalize()} stands on {len(holders)} controls.",
                remedy="Give one of them something the day needs.",
            )


def _not_offered(controls: Sequence[Control], now: Mapping[str, str]) -> Iterator[ControlConflict]:
    for control in controls:
        function = now[control.id]
        if not control.allows(function) and not control.allows("personal_menu"):
            yield ControlConflict(
                code="not_offered",
                controls=(control.id,),
                sentence=f"The {control.label} does not offer {BY_ID[function].label}.",
                remedy="Choose among what it offers.",
            )
