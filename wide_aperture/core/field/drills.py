"""What the fingers do, press by press, with this body's own controls as they are assigned. Each can be tried on the simulated camera."""

from __future__ import annotations

from wide_aperture.core.camera.controls.control import STARTERS, Control
from wide_aperture.core.camera.simulated import Action
from wide_aperture.core.document import Document
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.field.hand import Hand
from wide_aperture.core.planning import PlanInput

NEAR_THE_HAND_EV = 1.0  # so close to the slowest time of the hand, three frames are safer than one


class DrillStep(Document):
    """action: the same on the simulated camera; null where only the photographer moves."""

    do: str
    action: Action | None = None


class Drill(Document):
    title: str
    steps: tuple[DrillStep, ...]


def drills(given: PlanInput, plan: Plan, hand: Hand) -> tuple[Drill, ...]:
    """Those this situation needs and this body can do."""
    setup = plan.setup
    found: list[Drill] = []
    by_hand = setup.option("af_mode") == "manual"
    if plan.press_order:
        found.append(_light_first(plan, hand))
    elif not by_hand:
        found.append(_focus(setup.focuses_off_the_shutter, hand))
    if setup.option("af_mode") == "continuous":
        found.append(_while_they_cross(setup.focuses_off_the_shutter, hand))
    if by_hand and (drill := _magnified(given, hand)) is not None:
        found.append(drill)
    if setup.option("mf_override") == "on" and not by_hand:
        starter = _starter(hand) if setup.focuses_off_the_shutter else None
        begin = _press(starter, f"{starter.label}, held") if starter is not None else _half_press()
        found.append(
            Drill(
                title="Ring after autofocus",
                steps=(begin, _said("turn the ring until it is sharp"), _said("press through")),
            )
        )
    if _near_the_hand(given, plan):
        steps = ("arms against the ribs", "breathe out", "three frames in one press", "keep the middle one")
        found.append(Drill(title="By hand, slowly", steps=tuple(_said(each) for each in steps)))
    return tuple(found)


def _said(do: str) -> DrillStep:
    return DrillStep(do=do)


def _press(control: Control, do: str) -> DrillStep:
    return DrillStep(do=do, action=Action(deed="press", target=control.id))


def _let_go(control: Control, do: str) -> DrillStep:
    return DrillStep(do=do, action=Action(deed="release", target=control.id))


def _half_press(do: str = "half press, held") -> DrillStep:
    return DrillStep(do=do, action=Action(deed="half_press"))


def _starter(hand: Hand) -> Control | None:
    return hand.that(*STARTERS)


def _focus(off_the_shutter: bool, hand: Hand) -> Drill:
    starter = _starter(hand)
    if off_the_shutter and starter is not None:
        steps = (_press(starter, f"{starter.label}, held, on the subject"), _said("press through whenever it is right"))
        return Drill(title="Focus by the thumb", steps=steps)
    return Drill(
        title="Focus and frame", steps=(_half_press("half press on the subject, held"), _said("frame, press through"))
    )


def _light_first(plan: Plan, hand: Hand) -> Drill:
    """The plan's order of presses, with the controls' own names where it speaks of a button."""
    lock, starter = hand.that("exposure_lock", "stop_and_lock"), _starter(hand)

    def named(sentence: str) -> DrillStep:
        step = f"{sentence[0].lower()}{sentence[1:]}".rstrip(".")
        if "the lock button" in step and lock is not None:
            return _press(lock, step.replace("the lock button", lock.label))
        if "the focus button" in step and starter is not None:
            return _press(starter, step.replace("the focus button", starter.label))
        return _half_press(step) if step.startswith("half a press") else _said(step)

    return Drill(title="Light first, then focus", steps=tuple(named(each) for each in plan.press_order))


def _while_they_cross(off_the_shutter: bool, hand: Hand) -> Drill:
    stop, starter = hand.that("focus_stop", "stop_and_lock"), _starter(hand)
    if stop is not None:
        steps = (
            _press(stop, f"{stop.label}, held, while somebody crosses"),
            _let_go(stop, f"let go of {stop.label} when the subject is free"),
        )
    elif off_the_shutter and starter is not None:
        steps = (
            _let_go(starter, f"let go of {starter.label} while somebody crosses"),
            _press(starter, f"{starter.label} again, on the subject"),
        )
    else:
        steps = (_said("lift the finger while somebody crosses"), _half_press("half press again, on the subject"))
    return Drill(title="Hold while they cross", steps=steps)


def _magnified(given: PlanInput, hand: Hand) -> Drill | None:
    control = hand.that("magnify")
    if control is None:
        return None
    closer = len(given.body.abilities.magnifier_steps) or 1
    words = f"{control.label} {'once' if closer == 1 else 'twice' if closer == 2 else f'{closer} times'}, on the detail"
    into = tuple(_press(control, words if k == 0 else "and closer") for k in range(closer))
    return Drill(
        title="Close in, and back",
        steps=(
            *into,
            _said("turn the ring past sharp and back to it"),
            _press(control, f"{control.label} once more, the whole view"),
        ),
    )


def _near_the_hand(given: PlanInput, plan: Plan) -> bool:
    limit = next((window.high for window in plan.windows if window.id == "shake"), None)
    if limit is None or given.case.support.on_tripod or given.case.flash.leads:
        return False
    return plan.choice.shutter_s * 2**NEAR_THE_HAND_EV > limit
