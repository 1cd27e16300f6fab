"""What each wrong setting is told: every option of every setting put into demo setups, with the findings that come and go."""

from __future__ import annotations

from collections.abc import Iterator

from tests.core.corpus import demo_inputs
from tests.core.frozen import Table
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.setup import Setup
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.planning.checks import run_checks
from wide_aperture.core.planning.checks.checked import Checked

# One of each kind of light and subject is enough: what differs between two floodlit matches is not the checks.
TITLES = (
    "Second half, floodlights",
    "Gulls over the bar",
    "Walkabout, set distance",
    "Sun on the horizon",
    "Beck, silky water",
    "Vows in the chapel",
    "First dance, bounced flash",
    "Galactic core",
)
NUMBERS: dict[str, tuple[float, ...]] = {
    "shutter_s": (1 / 8000, 1 / 1000, 1 / 125, 1 / 15, 2.0, 240.0),
    "aperture": (1.4, 4.0, 11.0, 22.0),
    "iso": (50.0, 400.0, 6400.0, 102_400.0),
    "iso_ceiling": (400.0, 102_400.0),
    "exposure_comp_ev": (-3.0, 0.0, 3.0),
    "kelvin": (2500.0, 5500.0, 9000.0),
    "focus_distance_m": (0.5, 3.0, 100.0),
    "nd_stops": (3.0, 10.0),
}


def table() -> Table:
    inputs = demo_inputs()
    return {title: list(_mistakes(inputs[title])) for title in TITLES}


def _mistakes(given: PlanInput) -> Iterator[str]:
    setup = plan_of(given).setup
    right = _codes(given, setup)
    for entry in catalogue():
        held = setup.settings.get(entry.id)
        if held is None:
            continue
        values: tuple[Value, ...] = tuple(option.id for option in entry.options) or NUMBERS.get(entry.id, ())
        if entry.kind == "flag":
            values = (not held.value,)
        for value in values:
            if value == held.value:
                continue
            changed = {**setup.settings, entry.id: held.model_copy(update={"value": value})}
            codes = _codes(given, setup.model_copy(update={"settings": changed}))
            moved = [*(f"+{code}" for code in sorted(codes - right)), *(f"-{code}" for code in sorted(right - codes))]
            if moved:
                yield f"{entry.id} {value if not isinstance(value, float) else f'{value:.4g}'}: {' '.join(moved)}"


def _codes(given: PlanInput, setup: Setup) -> set[str]:
    found = run_checks(Checked(given.case, setup))
    return {finding.code + ("" if finding.is_open else " handled") for finding in found}
