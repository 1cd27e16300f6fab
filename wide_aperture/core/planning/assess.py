"""What a setup edited by hand amounts to: the exposure the body settles at, its prices and its findings."""

from __future__ import annotations

from wide_aperture.core.craft.exposure_modes import chosen_by_camera
from wide_aperture.core.document import Document
from wide_aperture.core.documents.plan import Choice, Finding, Price
from wide_aperture.core.documents.setup import Pin, Setup
from wide_aperture.core.planning.checks import Checked, run_checks
from wide_aperture.core.planning.compute import plan_of
from wide_aperture.core.planning.plan_input import SEARCHED_AXES, PlanInput


class Assessment(Document):
    """The setup with what the body chooses filled in, and what is to be said about it."""

    setup: Setup
    choice: Choice
    prices: tuple[Price, ...]
    findings: tuple[Finding, ...]


def assess(setup: Setup, given: PlanInput) -> Assessment:
    """Weigh a setup as it stands on the camera.

    Args: given: its pins name the settings held by hand; an exposure value among them is kept even where the mode would
        let the body choose it.
    Raises: DomainError for a focal length the lens does not have or an exposure value without meaning.
    """
    free = frozenset(chosen_by_camera(setup.option("exposure_mode"))) - frozenset(given.held)
    standing = [
        Pin(setting=axis, value=value)
        for axis in SEARCHED_AXES
        if axis not in free and (value := setup.number(axis)) is not None
    ]
    made = plan_of(given.with_pins(standing))
    settled = {
        axis: float(getattr(made.choice, axis)) for axis in SEARCHED_AXES if axis in setup.settings and axis in free
    }
    settings = {
        axis: value.model_copy(update={"value": settled[axis], "reasons": ("The body settles here in this mode.",)})
        if axis in settled and value.value != settled[axis]
        else value
        for axis, value in setup.settings.items()
    }
    filled = Setup(settings=settings)
    findings = run_checks(Checked(given.case, filled))
    return Assessment(setup=filled, choice=made.choice, prices=made.prices, findings=tuple(findings))
