"""A limit and the check of its kind agree: past the limit the check speaks, well inside it is silent."""

from collections import Counter

from django.test import SimpleTestCase

from tests.core.builders import lens, plan_input, situation
from tests.core.corpus import all_inputs
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.planning.limits import Term, all_terms

# limit: its check, how many EV past the limit the check must have spoken, how many inside it must be silent
SPEAKS_FOR = {
    "motion": ("motion_blur_subject", 2.5, 1.0),
    "shake": ("camera_shake_risk", 1.0, 1.0),
    "trailing": ("star_trailing moon_drift_blur", 3.8, 1.0),
    "trails_seen": ("star_trailing", 0.5, 4.5),
    "wind": ("wind_motion", 1.0, None),
    "diffraction": ("diffraction_softening", 0.4, 0.4),
    "range_depth": ("dof_insufficient", 3.0, 1.0),  # faces and set distances ask for half the circle: two stops
    "sync": ("flash_sync_exceeded", 1.0, 0.5),
    "flicker": ("flicker_banding", None, None),
    "ceiling": ("iso_ceiling_hit", 0.4, None),
}
MEADOW = situation(genre="landscape", near=3, far=None, support="tripod", constraints=("windy",))
ENOUGH = 1  # plans that must at least have tried each pair


class LimitsAndChecks(SimpleTestCase):
    def setUp(self):
        self.tried: Counter[str] = Counter()

    def each(self, sign: int):
        """(limit, check, plan's codes) with the limit's axis held past it (+1) or inside it (-1)."""
        for title, given in inputs().items():
            given = given.with_pins(())
            for term in all_terms(given.case):
                check, past, inside = SPEAKS_FOR.get(term.id, ("", None, None))
                by = past if sign > 0 else inside
                value = held(term, by, sign) if by is not None else None
                if value is None or not within_ends(given, term.axis, value):
                    continue
                self.tried[term.id] += 1
                made = plan_of(given.with_pins((Pin(setting=term.axis, value=value),)))
                yield title, term, check, value, {finding.code for finding in made.findings}

    def test_past_a_limit_its_check_speaks(self):
        for title, term, check, value, codes in self.each(+1):
            case = inputs()[title].case
            if term.id == "sync" and not term.is_end:
                continue  # high-speed sync goes on
            if (term.id == "motion" and case.flash.leads) or (
                term.id == "trailing" and case.situation.direction == "erratic"
            ):
                continue  # the flash stops the subject; folds of polar light may melt
            with self.subTest(title, limit=term.id, value=value):
                self.assertTrue(set(check.split()) & codes, f"{check} not in {codes}")
        self.enough(past=True)

    def test_well_inside_a_limit_its_check_is_silent(self):
        for title, term, check, value, codes in self.each(-1):
            asked = inputs()[title].preferences.requests
            if asked.shutter_s or asked.aperture or asked.shutter_type or asked.stabilisation:
                continue  # a check may speak of what was asked for
            if term.id == "range_depth" and term.low == figure("largest_sensible_f"):
                continue  # no sensible aperture covers it: said at any
            with self.subTest(title, limit=term.id, value=value):
                self.assertEqual(set(check.split()) & codes, set())

    def enough(self, *, past: bool) -> None:
        wanted = {limit for limit, (_, after, _) in SPEAKS_FOR.items() if after is not None} - {"sync"}
        self.assertEqual({limit for limit in wanted if self.tried[limit] < ENOUGH}, set())


def inputs() -> dict[str, PlanInput]:
    return {**all_inputs(), "windy meadow": plan_input(MEADOW, glass=lens(50, 2.8))}


def held(term: Term, by_ev: float, sign: int) -> float | None:
    """A value of the limit's axis so many EV past (+1) or inside (-1) its end."""
    octave = 2 if term.axis == "aperture" else 1
    if term.high is not None:
        return term.high * 2 ** (sign * by_ev / octave)
    if term.low is not None:
        return term.low / 2 ** (sign * by_ev / octave)
    return None


def within_ends(given: PlanInput, axis: str, value: float) -> bool:
    return all(term.excess_at(value) == 0 for term in all_terms(given.case) if term.is_end and term.axis == axis)
