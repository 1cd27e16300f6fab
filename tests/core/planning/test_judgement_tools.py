"""Other schools, the reserve advisor, transfer, symptoms, foundation, weighed prices, what a body lacks."""

from django.test import SimpleTestCase
from pydantic import ValidationError

from tests.core.builders import body, lens, plan_input, planned, situation
from wide_aperture.core.craft.check_pages import explanations
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.body import ReserveFloor
from wide_aperture.core.documents.body_support import Condition, IsoByTime, SettingIs, SettingSupport
from wide_aperture.core.documents.foundation import FoundationDocument
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.errors import UnknownIdError
from wide_aperture.core.physics.flash import flash_power_ev, flash_reach, high_speed_sync_loss_ev
from wide_aperture.core.planning import plan, plan_of
from wide_aperture.core.planning.checks import Checked
from wide_aperture.core.planning.foundation import factory_changes
from wide_aperture.core.planning.reserve import reserve_advice
from wide_aperture.core.planning.symptoms import find_causes, symptoms
from wide_aperture.core.planning.transfer import transfer


class CatalogueIsWhole(SimpleTestCase):
    def test_at_least_110_settings_each_explained_and_judged_by_known_checks(self):
        codes = {page.code for page in explanations()}
        self.assertGreaterEqual(len(catalogue()), 110)
        for entry in catalogue():
            self.assertTrue(entry.explanation.count(".") >= 1 and entry.touches, entry.id)
            self.assertLessEqual(set(entry.fights), codes, entry.id)
            for value in (entry.factory, entry.usual):
                if entry.options and value is not None:
                    self.assertIn(value, {option.id for option in entry.options}, entry.id)

    def test_every_kind_of_situation_sets_most_of_it(self):
        for kind in ("sports", "wildlife", "street", "landscape", "wedding", "night_sky", "portrait", "everyday"):
            plan_made = planned(situation(ev=9, speed=1, genre=kind))
            self.assertGreaterEqual(len(plan_made.setup.settings), 110, kind)


class ReserveAdvisor(SimpleTestCase):
    camera = body(
        reserve_floors=(
            ReserveFloor(reserve="highlight_reserve_1", iso=200),
            ReserveFloor(reserve="highlight_reserve_2", iso=400),
        )
    )

    def advise(self, iso, file="raw", **brief):
        case = plan_input(situation(**brief), camera=self.camera, requests={"file": file}).case
        return reserve_advice(case, iso)

    def test_raw_shot_darker_beats_a_reserve_at_base_iso(self):
        advice = self.advise(100, scene_range_ev=13, genre="landscape", support="tripod")
        self.assertEqual(advice.best, "darker_raw")
        two = next(o for o in advice.options if o.reserve == "highlight_reserve_2")
        self.assertEqual((two.iso, two.gains_above_ev, two.raises_iso_ev), (400, 2, 2))
        self.assertFalse(two.pays)

    def test_for_jpeg_above_the_floor_a_reserve_pays(self):
        advice = self.advise(800, file="jpeg", scene_range_ev=11)
        auto = next(option for option in advice.options if option.reserve == "auto")
        self.assertEqual((advice.best, auto.gains_above_ev, auto.raises_iso_ev), ("auto", 2, 0))

    def test_nothing_pays_where_nothing_clips(self):
        self.assertEqual(self.advise(800, scene_range_ev=6).best, "off")

    def test_a_reserve_costs_the_shadows_what_darkness_would(self):
        options = {o.reserve: o for o in self.advise(1600, scene_range_ev=13).options}
        self.assertGreater(options["highlight_reserve_2"].loses_below_ev, options["highlight_reserve_1"].loses_below_ev)


class TransferToAnotherBody(SimpleTestCase):
    def test_every_fate(self):
        small = body(
            name="Small", base_iso=200, highest_iso=6400, fastest_electronic_s=None,
            ceilings={"routine": 3200, "push": 6400},
            support=(
                SettingSupport(setting="anti_flicker", options=(), instead="Keep to 1/100 s."),
                SettingSupport(setting="metering", options=("centre_weighted", "spot")),
                SettingSupport(setting="af_response", options=("standard",)),
            ),
        )  # fmt: skip
        made = planned(situation(ev=9, speed=7, flicker_hz=100))
        moved = {m.setting: m for m in transfer(made.setup, body(), small).moved}
        self.assertEqual(moved["anti_flicker"].fate, "missing")
        self.assertEqual(moved["anti_flicker"].sentence, "Keep to 1/100 s.")
        self.assertEqual(moved["metering"].fate, "undecided")
        self.assertEqual((moved["iso_floor"].fate, moved["iso_floor"].after), ("changed", "ISO 200"))
        self.assertEqual(moved["aperture"].fate, "same")

    def test_what_only_the_new_body_has_is_new(self):
        bare = body(support=(SettingSupport(setting="clip_warning", options=()),))
        moved = {m.setting: m for m in transfer(planned(camera=bare).setup, bare, body()).moved}
        self.assertEqual(moved["numbering"].fate, "same")
        self.assertIn("clip_warning", planned().setup.settings)
        self.assertNotIn("clip_warning", planned(camera=bare).setup.settings)


class SymptomFinder(SimpleTestCase):
    def causes(self, symptom, brief, **kit):
        asked = plan_input(brief, **kit)
        return find_causes(symptom, Checked(asked.case, plan_of(asked).setup))

    def test_the_cause_the_checks_speak_for_comes_first(self):
        ranked = self.causes("soft", situation(ev=-1, speed=7))
        self.assertEqual(ranked[0].title, "The subject moved")
        self.assertIsNotNone(ranked[0].evidence)
        self.assertAlmostEqual(sum(c.likelihood for c in ranked), 1, places=2)

    def test_a_setting_speaks_too_and_brings_its_remedy(self):
        ranked = self.causes("no_review_in_finder", situation(speed=7))
        self.assertEqual(ranked[0].remedy.changes, {"review": "two_seconds"})

    def test_every_symptom_has_causes_with_tests_known_checks_and_real_options(self):
        codes = {page.code for page in explanations()}
        entries = {entry.id: {o.id for o in entry.options} for entry in catalogue()}
        for symptom in symptoms():
            self.assertGreaterEqual(len(symptom.causes), 3)
            for cause in symptom.causes:
                self.assertTrue(cause.test and cause.because)
                self.assertIn(cause.check, {None, *codes})
                for setting, option in cause.settings:
                    self.assertIn(option, entries[setting])
                for setting, value in (cause.remedy or {}).items():
                    if entries[setting]:
                        self.assertIn(value, entries[setting])

    def test_unknown_symptoms_are_refused(self):
        with self.assertRaises(UnknownIdError):
            self.causes("haunted", situation())


class Layers(SimpleTestCase):
    def test_foundation_speaks_where_the_situation_does_not_and_a_pin_over_both(self):
        foundation = Foundation(settings={"review": "after_burst", "anti_flicker": "off"})
        brief = situation(speed=7, flicker_hz=100)
        made = plan(body(), lens(), brief, Preferences(), foundation=foundation)
        self.assertEqual(
            (made.setup.value("review"), made.setup.settings["review"].layer), ("after_burst", "foundation")
        )
        self.assertEqual(
            (made.setup.value("anti_flicker"), made.setup.settings["anti_flicker"].layer), ("on", "situation")
        )

    def test_a_new_body_lists_what_to_change_and_leaves_out_what_it_lacks(self):
        changes = factory_changes(body())
        self.assertGreaterEqual(len(changes), 20)
        fewer = factory_changes(
            body(
                support=(SettingSupport(setting="copyright", options=()),),
                factory=(SettingIs(setting="release_without_card", option="locked"),),
            )
        )
        self.assertEqual(len(changes) - len(fewer), 2)

    def test_foundations_refuse_unknown_settings_and_options(self):
        for settings in ({"mood": "good"}, {"review": "sometimes"}):
            with self.assertRaises(ValidationError):
                FoundationDocument(id=body().id, settings=settings)


class WhatABodyLacks(SimpleTestCase):
    def test_it_is_never_asked_for_and_the_work_around_is_said(self):
        bare = body(support=(SettingSupport(setting="anti_flicker", options=(), instead="Keep to 1/100 s."),))
        made = planned(situation(speed=7, flicker_hz=100), camera=bare)
        self.assertNotIn("anti_flicker", made.setup.settings)
        missing = next(m for m in made.missing if m.setting == "anti_flicker")
        self.assertEqual((missing.would_use, missing.instead), ("on", "Keep to 1/100 s."))

    def test_an_option_that_falls_away_gives_way_with_its_reason(self):
        rule = Condition(
            when_setting="shutter_type",
            is_one_of=("mechanical",),
            without_options=("continuous_high",),
            because="Only with the electronic shutter.",
        )
        picky = body(
            support=(
                SettingSupport(
                    setting="drive", options=("single", "continuous_low", "continuous_high"), conditions=(rule,)
                ),
            ),
            fastest_electronic_s=None,
            fastest_first_curtain_s=None,
        )
        made = planned(situation(ev=12, speed=7), camera=picky)
        self.assertEqual(made.setup.value("shutter_type"), "mechanical")
        self.assertNotEqual(made.setup.value("drive"), "continuous_high")
        self.assertTrue(any("Only with the electronic shutter" in r for r in made.setup.settings["drive"].reasons))

    def test_an_iso_list_that_ends_early_for_long_times_is_obeyed(self):
        rule = IsoByTime(longer_than_s=1.0, highest_iso=1600)
        stars = situation(
            ev=-7,
            genre="night_sky",
            near=1e9,
            far=None,
            support="tripod",
            angular_speed_arcsec_s=15.04,
            subject="stars",
        )
        free = planned(stars, glass=lens(20, 1.8)).choice
        bound = planned(stars, glass=lens(20, 1.8), camera=body(iso_by_time=(rule,))).choice
        self.assertGreater(free.iso, 1600)
        self.assertTrue(bound.shutter_s <= 1 or bound.iso <= 1616)


class Weighing(SimpleTestCase):
    def test_every_price_says_whether_it_is_seen(self):
        for price in planned(situation(ev=5, speed=7, flicker_hz=100)).prices:
            self.assertIn(price.seen, ("plainly", "barely", "not"))
            self.assertTrue(price.seen_because)

    def test_the_same_diffraction_is_seen_less_on_a_screen(self):
        order = ("not", "barely", "plainly")
        seen = []
        for output in ("screen", "print_60cm"):
            made = planned(situation(ev=15, output=output), pins={"aperture": 22.0}, camera=body(megapixels=45))
            seen.append(order.index(next(p.seen for p in made.prices if p.limit == "diffraction")))
        self.assertLess(seen[0], seen[1])

    def test_rates_cost_culling_time(self):
        cost = next(c for c in planned(situation(speed=7)).time_costs if c.setting == "frame_rate")
        self.assertGreater(cost.minutes, 5)

    def test_remedies_are_priced(self):
        made = planned(situation(ev=5, speed=7), pins={"shutter_s": 1 / 60})
        remedy = next(f.remedy for f in made.findings if f.code == "motion_blur_subject")
        self.assertTrue(remedy.costs and all(price.ev > 0 for price in remedy.costs))


class FlashFigures(SimpleTestCase):
    def test_guide_number_reach_and_power(self):
        self.assertAlmostEqual(flash_reach(40, 4, 100), 10)
        self.assertAlmostEqual(flash_power_ev(40, 4, 100, 5), 2)
        self.assertAlmostEqual(high_speed_sync_loss_ev(1 / 1000, 1 / 250), 2)
        self.assertEqual(high_speed_sync_loss_ev(1 / 60, 1 / 250), 0)

    def test_bounce_is_said_with_its_reach(self):
        brief = situation(ev=4, speed=1, near=2, far=4, genre="wedding", cct_k=2900)
        made = planned(
            brief,
            glass=lens(35, 2.8),
            requests={"flash": "bounce"},
            accessories=Accessories(flash=Flash(guide_number_m=36)),
        )
        self.assertTrue(any("reaches" in r for r in made.setup.settings["flash_level_ev"].reasons))
        self.assertEqual(made.setup.value("flash_gel"), "warm")


class TruthfulPreview(SimpleTestCase):
    def test_raw_gets_a_quiet_look_and_jpeg_its_own_with_a_tighter_warning(self):
        raw, jpeg = planned(), planned(schools={"file": "jpeg"})
        self.assertEqual(
            (raw.setup.value("picture_profile"), jpeg.setup.value("picture_profile")), ("neutral", "standard")
        )
        self.assertGreater(raw.setup.number("clip_high"), jpeg.setup.number("clip_high"))

    def test_flat_is_refused_for_jpeg_only(self):
        made = planned(requests={"file": "jpeg", "picture_profile": "flat"})
        self.assertEqual(made.setup.value("picture_profile"), "standard")
        self.assertTrue(any("flat look" in r for r in made.setup.settings["picture_profile"].reasons))

    def test_simulation_is_off_under_flash_and_boost_on_in_the_dark(self):
        dark = planned(situation(ev=-6, genre="night_sky", near=1e9, far=None, support="tripod"))
        self.assertEqual((dark.setup.value("exposure_simulation"), dark.setup.value("boosted_display")), ("off", "on"))
        self.assertEqual(planned().setup.value("exposure_simulation"), "on")
