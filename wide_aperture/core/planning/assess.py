"""What a setup edited by hand amounts to: the exposure the body settles at, its prices and its findings."""

from __future__ import annotations

from collections.abc import Collection

from wide_aperture.core.camera.rules import chosen_by_camera
from wide_aperture.core.document import Document
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.plan import Choice, Finding, Price
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.setup import Pin, Setup
from wide_aperture.core.documents.situation import Situation
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.checks import Checked, run_checks
from wide_aperture.core.planning.compute import plan

EXPOSURE = ("shutter_s", "aperture", "iso", "nd_stops")


class Assessment(Document):
    """The setup with what the body chooses filled in, and what is to be said about it."""

    setup: Setup
    choice: Choice
    prices: tuple[Price, ...]
    findings: tuple[Finding, ...]


def assess(
    setup: Setup,
    body: Body,
    lens: Lens,
    situation: Situation,
    preferences: Preferences,
    accessories: Accessories,
    *,
    by_hand: Collection[str] = (),
) -> Assessment:
    """Weigh a setup as it stands on the camera.

    Args: by_hand: ids of settings held by hand; an exposure value among them is kept even where the mode would let
        the body choose it.
    Raises: DomainError for a focal length the lens does not have or an exposure value without meaning.
    """
    free = frozenset(chosen_by_camera(setup.option("exposure_mode"))) - frozenset(by_hand)
    held = [
        Pin(setting=axis, value=value)
        for axis in EXPOSURE
        if axis not in free and (value := setup.number(axis)) is not None
    ]
    made = plan(body, lens, situation, preferences, accessories=accessories, pins=held)
    settled = {axis: float(getattr(made.choice, axis)) for axis in EXPOSURE if axis in setup.settings and axis in free}
    settings = {
        axis: value.model_copy(update={"value": settled[axis], "reasons": ("The body settles here in this mode.",)})
        if axis in settled and value.value != settled[axis]
        else value
        for axis, value in setup.settings.items()
    }
    filled = Setup(settings=settings)
    checked = Checked(Case(body, lens, situation, preferences, accessories), filled, frozenset(by_hand))
    return Assessment(setup=filled, choice=made.choice, prices=made.prices, findings=tuple(run_checks(checked)))
