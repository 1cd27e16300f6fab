"""Ranking a bag of kit: the same cells as the search for one, all lines, the cheapest first; and the search itself."""

import dataclasses
import math

import numpy as np
from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.strategies import accessories, bodies, lenses, situations
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body_support import IsoByTime
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.planning import Brief, PlanInput
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.framing import rank_kit
from wide_aperture.core.planning.search import ERROR_GRACE_EV, ERROR_WEIGHT, ExposureSearch
from wide_aperture.core.planning.search_many import cheapest_of
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import IN_NUMBERS

FREE = [lens for lens in LENSES if lens.built_into is None]
HELD = {"shutter_s": 1 / 200, "aperture": 6.3, "iso": 900, "nd_stops": 2.5}
SLOW_ISO = IsoByTime(longer_than_s=1 / 30, highest_iso=800)


def cases_of(situation, preferences, accessories, body=BODIES[0], pins=()):
    free = situation.model_copy(update={"focal_length_mm": None})
    brief = Brief(situation=free, preferences=preferences, accessories=accessories, pins=pins)
    first = Case(brief, body, FREE[0])
    return [first, *(first.with_lens(lens) for lens in FREE[1:])]


def brief_of(planned, **changes):
    parts = {name: getattr(planned, name) for name in ("situation", "preferences", "accessories", "pins")}
    return Brief(**{**parts, **changes})


class ManyAtOnce(SimpleTestCase):
    def same(self, cases):
        for case, found in zip(cases, cheapest_of(cases), strict=True):
            alone = ExposureSearch(Case(case.given, case.body, case.lens))  # nothing taken along
            said = f"{case.lens.name}, {case.situation.title}"
            expected = dataclasses.astuple(alone.choice)[:4]
            self.assertEqual(dataclasses.astuple(found.cell)[:4], expected, said)
            self.assertAlmostEqual(found.price_ev, sum(alone.excesses(alone.choice).values()), 5, said)

    def test_every_demo_situation_on_two_bodies(self):
        for planned in IN_NUMBERS:
            for body in (BODIES[0], BODIES[2]):
                self.same(cases_of(planned.situation, planned.preferences, planned.accessories, body))

    def test_filters_and_isos_that_depend_on_the_time(self):
        filters = Accessories(nd_stops=(3, 6), nd_stackable=True)
        for planned in IN_NUMBERS[::3]:
            slow = BODIES[0].model_copy(update={"iso_by_time": (SLOW_ISO,)})
            self.same(cases_of(planned.situation, planned.preferences, filters, slow))

    @given(situation=situations())
    def test_any_situation(self, situation):
        self.same(cases_of(situation, Preferences(), Accessories()))

    @given(situation=situations(), axis=st.sampled_from(sorted(HELD)), off=st.floats(-1, 1))
    def test_what_is_held_stays_held(self, situation, axis, off):
        held = (Pin(setting=axis, value=HELD[axis] * 2**off),)
        self.same(cases_of(situation, Preferences(), Accessories(), pins=held))

    def test_no_lens_no_line(self):
        self.assertEqual(cheapest_of([]), [])


class Ranking(SimpleTestCase):
    def test_every_pair_that_fits_is_a_line_the_cheapest_first(self):
        planned = IN_NUMBERS[2]
        lines = rank_kit(BODIES, LENSES, brief_of(planned))
        pairs = {(line.body_id, line.lens_id) for line in lines}
        self.assertEqual(len(pairs), len(lines))
        own = {lens.built_into: lens.id for lens in LENSES if lens.built_into}
        for body in BODIES:
            mine = {lens_id for body_id, lens_id in pairs if body_id == body.id}
            if body.id in own:
                self.assertEqual(mine, {own[body.id]})
            else:
                self.assertGreater(len(mine), 0)
        prices = [line.price_ev for line in lines]
        self.assertEqual(prices, sorted(prices))
        self.assertLess(prices[0], prices[-1])

    def test_a_lens_that_frames_badly_costs_what_cropping_or_cutting_off_does(self):
        planned = IN_NUMBERS[2]
        situation = planned.situation.model_copy(update={"near_m": 20.0, "far_m": 20.0})
        lines = rank_kit([BODIES[0]], FREE, brief_of(planned, situation=situation))
        for line in lines:
            share = line.fills_near_percent / 100
            expected = max(math.log2(0.6 / share), 2 * (share - 1), 0)
            self.assertAlmostEqual(line.framing_ev, expected, 1)
            self.assertAlmostEqual(line.price_ev, line.limits_ev + line.framing_ev, 1)
        self.assertGreater(max(line.framing_ev for line in lines), 2)


class Cheapest(SimpleTestCase):
    """The search against every cell of its grid, one by one."""

    def brute_force(self, search: ExposureSearch) -> float:
        grid, wanted = search.grid, search.case.light.wanted_ev
        iso_burden = np.where(np.isfinite(grid.iso_burden), grid.iso_burden, np.inf)
        if not np.isfinite(iso_burden).any():
            iso_burden = np.zeros_like(iso_burden)
        needed = 2 * np.log2(grid.aperture)[None, :] - np.log2(grid.shutter_s)[:, None] - wanted
        pair = grid.shutter_burden[:, None] + grid.aperture_burden[None, :]
        best, last = np.inf, float(np.log2(grid.iso[np.isfinite(iso_burden)].max() / 100))
        for nd, nd_burden in zip(grid.nd_stops, grid.nd_burden, strict=True):
            for iso, burden in zip(np.log2(grid.iso / 100), iso_burden, strict=True):
                error = iso - needed - nd
                # At the end raw may stay a stop dark, in whole steps, unless the ISO is held lower.
                lifted = np.where((iso == last) & (error < 0), grid.iso_choice.lifted_ev(-error), 0)
                wrong = np.maximum(np.abs(error + lifted) - ERROR_GRACE_EV, 0)
                cost = grid.iso_choice.dark_weight * lifted + ERROR_WEIGHT * (wrong + wrong**2 / 2)
                best = min(best, float(np.min(pair + burden + nd_burden + cost)))
        return best

    def check(self, case: Case) -> None:
        search = ExposureSearch(case)
        least = self.brute_force(search)
        if np.isfinite(least):
            self.assertAlmostEqual(search.choice.burden, least, 5)

    def test_the_demo(self):
        by_id = {lens.id: lens for lens in LENSES}
        bodies = {body.id: body for body in BODIES}
        for planned in IN_NUMBERS:
            if planned.body_id and planned.lens_id:
                kit = bodies[planned.body_id], by_id[planned.lens_id]
                with self.subTest(title=planned.situation.title):
                    self.check(PlanInput.of(planned, *kit).case)

    @given(situation=situations(), body=st.sampled_from(BODIES[:3]), lens=st.sampled_from(FREE))
    def test_any_case(self, situation, body, lens):
        self.check(Case(Brief(situation=situation.model_copy(update={"focal_length_mm": None})), body, lens))

    @given(bodies(), lenses(), situations(), accessories, st.sampled_from((None, *HELD)))
    def test_any_kit_and_whatever_is_held(self, camera, glass, situation, bag, axis):
        held = (Pin(setting=axis, value=HELD[axis]),) if axis else ()
        free = situation.model_copy(update={"focal_length_mm": None})
        self.check(Case(Brief(situation=free, accessories=bag, pins=held), camera, glass))

    def test_only_a_held_iso_under_the_ceiling_has_nothing_to_lift(self):
        brief = IN_NUMBERS[0].situation.model_copy(update={"focal_length_mm": None})
        for iso, room in ((None, 1.0), (400.0, 0.0), (BODIES[0].ceilings.push, 1.0)):
            pins = (Pin(setting="iso", value=iso),) if iso else ()
            search = ExposureSearch(Case(Brief(situation=brief, pins=pins), BODIES[0], FREE[0]))
            self.assertEqual(search.grid.dark_to_lift_ev, room)
