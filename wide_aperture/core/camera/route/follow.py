"""Following a route on the simulated camera, as a hand would follow it on the real one."""

from __future__ import annotations

from collections.abc import Sequence

from wide_aperture.core.camera.deeds import act
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.route import RouteStep
from wide_aperture.core.camera.simulated import Action, Outcome, SimulatedCamera
from wide_aperture.core.documents.body import Body


def action_of(step: RouteStep) -> Action:
    """What the hand does for one step."""
    if step.kind in ("recall", "scope"):
        return Action(deed=step.kind, target=str(step.value))
    if step.kind == "open":
        return Action(deed="open", target=step.way)
    if step.kind == "page":
        return Action(deed="page", target=step.place)
    if step.kind == "by_hand":
        return Action(deed="by_hand", target=step.setting or "", value=step.value)
    return Action(deed="set", target=step.setting or "", value=step.value, way=step.way)


def follow(
    camera: SimulatedCamera, steps: Sequence[RouteStep], body: Body, book: Phrasebook
) -> tuple[SimulatedCamera, tuple[Outcome, ...]]:
    """Walk steps until one is refused; it is the last of the outcomes, and the camera stands as before it."""
    outcomes = []
    for step in steps:
        outcome = act(camera, action_of(step), body, book)
        outcomes.append(outcome)
        camera = outcome.camera
        if outcome.refused:
            break
    return camera, tuple(outcomes)
