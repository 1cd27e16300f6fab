"""Screens, pages, and settings on them."""

from __future__ import annotations

from wide_aperture.core.camera.controls.functions import BY_ID
from wide_aperture.core.camera.deeds.common import no, with_values
from wide_aperture.core.camera.phrasebook import Phrasebook, Way
from wide_aperture.core.camera.rules import refused
from wide_aperture.core.camera.simulated import Action, Outcome, SimulatedCamera
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.body import Body


def open_screen(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """A screen opened, or all closed."""
    if action.target not in ("quick_screen", "personal_menu", "menu", ""):
        return no(camera, f"There is no screen {action.target!r}.")
    return Outcome(
        camera=camera.model_copy(update={"screen": action.target, "page": ""}),
        said=action.target.replace("_", " ") or "closed",
    )


def turn_page(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """A page of the menu turned to."""
    if camera.screen != "menu":
        return no(camera, "Open the menu first.")
    return Outcome(camera=camera.model_copy(update={"page": action.target}), said=f"page {action.target}")


def set_value(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """A setting changed on the way that is open."""
    setting, way = action.target, action.way or "menu"
    catalogue.setting(setting)  # raises UnknownIdError
    why_not = _unreachable(camera, action, way, book) or refused(body, camera.state.values, setting, action.value)
    if why_not is not None:
        return no(camera, why_not)
    now = with_values(camera, {setting: action.value}, (setting,))
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


def by_hand(camera: SimulatedCamera, action: Action, body: Body, book: Phrasebook) -> Outcome:
    """Something done outside the camera."""
    catalogue.setting(action.target)
    return Outcome(camera=with_values(camera, {action.target: action.value}, (action.target,)), said="done by hand")
