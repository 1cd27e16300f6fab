"""The practice table: complete, used, current, and overruled by a person's own figures."""

import ast
import datetime as dt
from pathlib import Path

from django.test import SimpleTestCase
from pydantic import ValidationError

from scripts import figures_table
from tests.core.builders import plan_input, planned, situation
from tests.core.corpus import demo_inputs
from wide_aperture.core.craft.figures import by_full_name, figure, figures_of, practice_table
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.errors import UnknownIdError
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.limits import all_terms, figures_used

PLANNING = Path(figures_table.CORE) / "planning"
# Weights and weights' companions rank limits and are nobody's own; body_facts describes a body without a case.
ASKS_THE_TABLE = {"search.py", "body_facts.py", "limits/term.py", "limits/lamps.py"}


class TheTable(SimpleTestCase):
    def test_a_figure_is_found_by_name_and_member(self):
        self.assertEqual(figure("airy_seen_px"), 5.0)
        self.assertEqual(figure("motion_weight", "sports"), 1.1)
        self.assertEqual(figures_of("shock_band_s"), {"from": 0.01, "to": 1.0})

    def test_a_member_nobody_listed_has_the_value_of_other(self):
        self.assertEqual(figure("motion_weight", "landscape"), figure("motion_weight", "other"))

    def test_unknown_names_and_members_are_refused(self):
        for name, member in (("airy", None), ("airy_seen_px", "person"), ("support_stops", "drone")):
            with self.subTest(name), self.assertRaises(UnknownIdError):
                figure(name, member)
        with self.assertRaises(UnknownIdError):
            figures_of("airy_seen_px")

    def test_every_figure_is_used_somewhere(self):
        used = figures_table.users()

        self.assertEqual([name for name in practice_table() if not set(used.get(name, ())) - {"craft/figures"}], [])

    def test_the_decision_is_the_table_as_it_stands(self):
        self.assertEqual(figures_table.TARGET.read_text("utf-8"), figures_table.generated(), "run `make schema`")

    def test_rules_and_limits_ask_their_case_so_that_own_figures_count(self):
        for path in PLANNING.rglob("*.py"):
            where = path.relative_to(PLANNING).as_posix()
            calls = [
                node.lineno
                for node in ast.walk(ast.parse(path.read_text("utf-8")))
                if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "figure"
            ]
            if where not in ASKS_THE_TABLE and where != "case/case.py":
                self.assertEqual(calls, [], where)

    def test_every_deciding_figure_names_a_limit_that_some_plan_has(self):
        limits = {term.id for given in demo_inputs().values() for term in all_terms(given.case)}
        limits |= {
            "subject_depth",
            "flash_opening",
            "depth_forgives",
            "wind",
            "growth",
            "softness",
            "flicker",
            "trails_seen",
            "look_time",
        }

        named = {limit.partition(":")[0] for entry in practice_table().values() for limit in entry.decides}

        self.assertEqual(named - limits, set())


class OwnFigures(SimpleTestCase):
    OWN = OwnFigure(value=2.0, low=1.5, high=2.5, n=40, date=dt.date(2026, 11, 2), source="bench")

    def _with(self, **figures: OwnFigure):
        return plan_input(situation(speed=7), figures=figures)

    def test_the_limit_moves_and_says_whose_figure_decided(self):
        trade = {window.id: window for window in planned(situation(speed=7)).windows}
        own = {window.id: window for window in plan_of(self._with(airy_seen_px=self.OWN)).windows}

        self.assertAlmostEqual(own["diffraction"].high / trade["diffraction"].high, 2.0 / 5.0)
        self.assertEqual([(f.name, f.whose) for f in trade["diffraction"].figures], [("airy_seen_px", "trade")])
        self.assertEqual([(f.value, f.whose) for f in own["diffraction"].figures], [(2.0, "yours")])
        self.assertIn("Your own figure: 2 px (1.5 to 2.5), 40 frames, 2026-11-02.", own["diffraction"].sentence)
        self.assertNotIn("Your own", own["motion"].sentence)

    def test_a_price_names_it_too(self):
        strict = plan_of(self._with(**{"blur_share.print_a3": OwnFigure(value=0.0001)}))
        price = next(price for price in strict.prices if price.limit == "motion")

        self.assertIn(("blur_share.print_a3", "yours"), [(used.name, used.whose) for used in price.figures])
        self.assertIn("Your own figure: 0.0001 of the width.", price.sentence)

    def test_a_check_uses_it_as_the_limit_does(self):
        shut = situation(genre="landscape", near=20, far=None, support="tripod")
        plain = plan_of(plan_input(shut, pins={"aperture": 16.0}))
        fussy = plan_of(plan_input(shut, pins={"aperture": 16.0}, figures={"airy_seen_px": self.OWN}))

        self.assertNotIn("diffraction_softening", {finding.code for finding in plain.findings})
        self.assertIn("diffraction_softening", {finding.code for finding in fussy.findings})

    def test_each_deciding_figure_moves_its_limit(self):
        """Every figure said to decide a limit really does, in whichever plan has that limit."""
        moved, met = set(), set()
        for given in demo_inputs().values():
            terms = {term.id: term for term in all_terms(given.case)}
            for limit, term in terms.items():
                for used in figures_used(given.case, limit):
                    if used.name in moved or used.value == 0:
                        continue
                    met.add(used.name)
                    own = {used.name: OwnFigure(value=used.value * 1.3)}
                    after = {t.id: t for t in all_terms(given.model_copy(update={"figures": own}).case)}
                    now = after.get(limit)
                    changed = now is None or (now.low, now.high, now.swing) != (term.low, term.high, term.swing)
                    if changed:
                        moved.add(used.name)

        self.assertGreater(len(met), 20)
        # Living subjects and water that move faster than the least leave the least no say.
        rest = {
            name
            for name in met - moved
            if not name.startswith(("restless", "silk_least_m_s", "many_pixels", "long_lens_mm", "silk_path_m"))
        }
        self.assertEqual(rest, set())

    def test_names_and_values_without_sense_are_refused(self):
        for figures, pointer in (
            ({"airy": OwnFigure(value=1.0)}, "figures/airy"),
            ({"airy_seen_px": OwnFigure(value=0.0)}, "figures/airy_seen_px/value"),
            ({"airy_seen_px": OwnFigure(value=501.0)}, "figures/airy_seen_px/value"),
            ({"af_blind_ev": OwnFigure(value=-31.0)}, "figures/af_blind_ev/value"),
        ):
            with self.subTest(pointer), self.assertRaises(ValidationError):
                plan_input(figures=figures)
        self.assertTrue(plan_input(figures={"airy_seen_px": OwnFigure(value=500.0)}).figures)

    def test_the_span_must_hold_the_value(self):
        for span in ({"low": 2.1}, {"high": 1.9}):
            with self.subTest(span), self.assertRaises(ValidationError):
                OwnFigure(value=2.0, **span)

    def test_full_names_reach_every_member(self):
        self.assertEqual(figure("blur_share", "screen", {"blur_share.screen": 0.5}), 0.5)
        self.assertEqual(
            figure("blur_share", "print_a3", {"blur_share.screen": 0.5}), by_full_name()["blur_share.print_a3"]
        )
