"""Standing values: they hold unless a number of the case, the kit, a request or a pin says otherwise, and that is said."""

import uuid

from django.test import SimpleTestCase
from hypothesis import given as drawn
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.core.builders import body, lens, plan_input, planned, situation
from tests.core.corpus import demo_inputs
from tests.core.habits import TWELVE
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.body_support import SettingSupport
from wide_aperture.core.documents.setup import Foundation, Standing
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.asking import ways_to_ask
from wide_aperture.core.planning.framing import rank_kit

STREET = {"ev": 13, "genre": "street", "near": 3, "far": 6, "speed": 1.4, "direction": "across"}
LAND = {"ev": 11, "genre": "landscape", "near": 4, "far": None, "support": "tripod"}
STARS = {"genre": "night_sky", "subject": "stars", "near": 1e9, "far": None, "support": "tripod", "ev": -7}


def made(brief, settings=None, *standing, glass=None, **asked):
    own = Foundation(settings=settings or {}, standing=tuple(Standing(**each) for each in standing))
    return planned(situation(**brief), glass=glass or lens(35, 1.8), foundation=own, **asked)


def layer(plan, setting):
    return plan.setup.settings[setting].layer


def way(plan, setting):
    return next((each for each in plan.standing.gave_way if each.setting == setting), None)


class WhoWins(SimpleTestCase):
    """Body's limits, pin, request, number of the case, foundation by genre, foundation, school, genre habit, our usual."""

    def test_a_standing_value_before_our_usual(self):
        plain, own = made(STREET), made(STREET, {"info_overlays": "many"})
        self.assertEqual((plain.setup.value("info_overlays"), layer(plain, "info_overlays")), ("few", "usual"))
        self.assertEqual((own.setup.value("info_overlays"), layer(own, "info_overlays")), ("many", "foundation"))

    def test_before_a_habit_of_the_genre(self):
        plain, own = made(STREET), made(STREET, {"touch_action": "point"})
        self.assertEqual((plain.setup.value("touch_action"), layer(plain, "touch_action")), ("off", "genre"))
        self.assertEqual((own.setup.value("touch_action"), layer(own, "touch_action")), ("point", "foundation"))

    def test_before_a_school(self):
        schools = {"cards": "overflow"}
        plain, own = made(STREET, schools=schools), made(STREET, {"card_mode": "backup"}, schools=schools)
        self.assertEqual((plain.setup.value("card_mode"), layer(plain, "card_mode")), ("overflow", "school"))
        self.assertEqual((own.setup.value("card_mode"), layer(own, "card_mode")), ("backup", "foundation"))

    def test_before_a_mere_preference_of_the_situation(self):
        for setting, value in (("level", "off"), ("finder_switch", "finder"), ("review", "off"), ("peaking", "high")):
            plain, own = made(LAND, glass=lens(24, 2.8)), made(LAND, {setting: value}, glass=lens(24, 2.8))
            self.assertNotEqual(plain.setup.value(setting), value, setting)
            self.assertEqual(own.setup.value(setting), value, setting)
            self.assertIsNone(way(own, setting), setting)

    def test_that_of_the_genre_before_that_of_any_day(self):
        narrow = {"setting": "grid", "value": "on", "genres": ("street",)}
        self.assertEqual(made(STREET, {"grid": "off"}, narrow).setup.value("grid"), "on")
        self.assertEqual(made({**STREET, "genre": "sports"}, {"grid": "off"}, narrow).setup.value("grid"), "off")

    def test_a_number_of_the_case_before_it(self):
        plan = made(STARS, {"exposure_simulation": "on", "warm_display": "off"}, glass=lens(20, 1.8))
        for setting, used in (("exposure_simulation", "off"), ("warm_display", "on")):
            self.assertEqual(plan.setup.value(setting), used)
            self.assertEqual(way(plan, setting).by, "case")
            self.assertIn("EV −7", way(plan, setting).sentence)

    def test_a_request_before_it(self):
        plan = made(
            STREET, {"file": "jpeg", "metering": "spot"}, requests={"file": "raw", "metering": "centre_weighted"}
        )
        self.assertEqual((plan.setup.value("file"), layer(plan, "file")), ("raw", "request"))
        self.assertEqual((way(plan, "file").by, way(plan, "metering").by), ("request", "request"))
        self.assertEqual(way(plan, "file").sentence, "You asked for raw here.")

    def test_a_pin_before_all(self):
        plan = made(STARS, {"exposure_simulation": "off"}, glass=lens(20, 1.8), pins={"exposure_simulation": "on"})
        self.assertEqual((plan.setup.value("exposure_simulation"), layer(plan, "exposure_simulation")), ("on", "pin"))
        self.assertEqual(way(plan, "exposure_simulation").by, "pin")

    def test_the_body_s_limits_before_everybody(self):
        camera = body(support=(SettingSupport(setting="grid", options=("off",), instead="A film over the screen."),))
        plan = made(STREET, {"grid": "on", "frame_rate": 30.0, "kelvin": 20_000.0}, camera=camera)
        self.assertEqual(plan.setup.value("grid"), "off")
        self.assertEqual(way(plan, "grid").by, "kit")
        self.assertIn("A film over the screen.", way(plan, "grid").sentence)
        self.assertEqual(way(plan, "kelvin").by, "kit")
        self.assertIn("10000 K", way(plan, "kelvin").sentence)

    def test_who_spoke_is_kept_the_strongest_first(self):
        plan = made(LAND, {"level": "off"}, glass=lens(24, 2.8), pins={"grid": "off"})
        self.assertEqual(
            [(voice.layer, voice.value) for voice in plan.setup.settings["level"].spoke],
            [("foundation", "off"), ("situation", "on")],
        )
        self.assertEqual([voice.layer for voice in plan.setup.settings["grid"].spoke], ["pin", "genre"])
        self.assertEqual(plan.setup.settings["sounds"].spoke, ())  # of one mind
        self.assertIn("Otherwise on", plan.setup.settings["level"].reasons[1])


class Narrower(SimpleTestCase):
    def test_a_band_is_entered_at_its_nearer_end(self):
        band = {"setting": "kelvin", "value": 4500.0, "up_to": 6000.0}
        school = {"white_balance": "kelvin_by_light"}
        for light_k, set_k in ((3000, 4500), (5000, 5000), (8000, 6000)):
            plan = made({**STREET, "cct_k": light_k}, {}, band, schools=school)
            if plan.setup.value("white_balance") == "kelvin":
                self.assertAlmostEqual(plan.setup.number("kelvin"), set_k, delta=60, msg=light_k)

    def test_in_dim_rooms_only(self):
        dim = {"setting": "iso", "value": 5000.0, "darker_than_ev": 6.0}
        room, day = ({"ev": ev, "genre": "street", "near": 2, "far": 3} for ev in (5.9, 6.1))
        self.assertAlmostEqual(made(room, {}, dim).choice.iso / 5000, 1, delta=0.06)
        self.assertNotAlmostEqual(made(day, {}, dim).choice.iso / 5000, 1, delta=0.2)

    def test_on_one_body_only(self):
        one, other = body(), body(id=uuid.UUID(int=9))
        own = {"setting": "look_contrast", "value": -1.0, "body_id": one.id}
        self.assertEqual(made(STREET, {"look_contrast": -2.0}, own, camera=one).setup.value("look_contrast"), -1.0)
        self.assertEqual(made(STREET, {"look_contrast": -2.0}, own, camera=other).setup.value("look_contrast"), -2.0)

    def test_the_narrowest_wins_whatever_the_order(self):
        entries = (
            {"setting": "review", "value": "after_burst", "darker_than_ev": 20.0},
            {"setting": "review", "value": "two_seconds", "genres": ("street",)},
        )
        for order in (entries, entries[::-1]):
            self.assertEqual(made(STREET, {"review": "off"}, *order).setup.value("review"), "after_burst")

    def test_held_in_a_genre_it_is_held_as_by_a_pin(self):
        insists = {"setting": "exposure_simulation", "value": "on", "genres": ("night_sky",), "insists": True}
        plan = made(STARS, {}, insists, glass=lens(20, 1.8))
        self.assertEqual((plan.setup.value("exposure_simulation"), layer(plan, "exposure_simulation")), ("on", "pin"))
        self.assertEqual(made({**STARS, "genre": "landscape"}, {}, insists).setup.value("exposure_simulation"), "off")

    def test_what_cannot_be_is_refused_at_its_field(self):
        for wrong in (
            {"setting": "grid", "value": "sideways"},
            {"setting": "kelvin", "value": 6000.0, "up_to": 4500.0},
            {"setting": "grid", "value": "on", "up_to": 3.0},
            {"setting": "grid", "value": "on", "insists": True},
            {"setting": "grid", "value": "on", "insists": True, "genres": ("street",), "darker_than_ev": 3.0},
        ):
            with self.assertRaises(ValidationError, msg=str(wrong)):
                Standing(**wrong)


class WhatItChanges(SimpleTestCase):
    """A standing value is not painted over: what follows from it follows."""

    def test_a_standing_shift_darkens_the_choice_and_is_no_error_of_the_prediction(self):
        plain, own = made(STREET), made(STREET, {"exposure_comp_ev": -1 / 3})
        self.assertAlmostEqual(own.choice.ev100 - plain.choice.ev100, 1 / 3, delta=0.05)
        self.assertAlmostEqual(
            own.setup.number("exposure_comp_ev") - plain.setup.number("exposure_comp_ev"), -1 / 3, delta=0.01
        )
        self.assertIsNone(way(own, "exposure_comp_ev"))
        expected = next(frame for frame in own.prediction if frame.light == "expected")
        self.assertLess(abs(expected.error_ev), 0.2)

    def test_a_jpeg_on_any_day_is_warned_of_as_a_jpeg(self):
        own = made(STREET, {"file": "jpeg"})
        self.assertEqual((own.setup.value("file"), own.setup.value("clip_high")), ("jpeg", 245.0))

    def test_the_stabiliser_off_on_any_day_is_reckoned_with(self):
        brief = {"ev": 6, "genre": "street", "near": 3, "far": 3}
        plain, own = made(brief, glass=lens(85, 1.8)), made(brief, {"stabilisation": "off"}, glass=lens(85, 1.8))
        shake = [next(w.high for w in plan.windows if w.id == "shake") for plan in (plain, own)]
        self.assertAlmostEqual(shake[0] / shake[1], 4, delta=0.1)  # three stops of a sheet count for two

    def test_a_slowest_time_bounds_the_hand_and_not_the_tripod(self):
        brief = {"ev": 4, "genre": "street", "near": 3, "far": 3}
        plain, own = made(brief), made(brief, {"slowest_shutter_s": 1 / 250})
        self.assertGreater(plain.choice.shutter_s, 1 / 200)
        self.assertLessEqual(own.choice.shutter_s, 1 / 240)
        stars = made(STARS, {"slowest_shutter_s": 1 / 250}, glass=lens(20, 1.8))
        self.assertGreater(stars.choice.shutter_s, 5)
        self.assertIsNone(way(stars, "slowest_shutter_s"))

    def test_it_is_no_licence_to_blur_as_a_request_is(self):
        brief = {"ev": 7, "speed": 7}
        asked = planned(situation(**brief), glass=lens(200, 2.8), requests={"shutter_floor_s": 1 / 60})
        own = made(brief, {"slowest_shutter_s": 1 / 60}, glass=lens(200, 2.8))
        self.assertLess(own.choice.shutter_s, asked.choice.shutter_s)

    def test_framing_reckons_with_it_too(self):
        own = plan_input(situation(**STREET), glass=lens(35, 1.8), foundation=Foundation(settings={"aperture": 8.0}))
        (line,) = rank_kit([own.body], [own.lens], own)
        self.assertEqual((line.aperture, line.shutter_s), (plan_of(own).choice.aperture, plan_of(own).choice.shutter_s))
        self.assertEqual(line.aperture, 8.0)

    def test_what_spoils_the_picture_gives_way_as_a_request_does(self):
        runner = {"ev": 10, "speed": 7, "near": 15, "far": 40}
        for setting, value in (
            ("drive", "single"),
            ("af_mode", "single"),
            ("metering", "spot"),
            ("af_area", "pinpoint"),
        ):
            plan = made(runner, {setting: value}, glass=lens(200, 2.8))
            self.assertEqual(way(plan, setting).by, "case", setting)
            self.assertIn("7 m/s", way(plan, setting).sentence, setting)
            self.assertFalse([f for f in plan.findings if f.about == "request"], setting)  # nobody asked for it here

    def test_it_gives_way_where_a_check_speaks_and_stands_where_none_does(self):
        matched = {**STARS, "look": "star_trails"}
        trails = made(matched, {"white_balance": "auto"}, glass=lens(20, 1.8), requests={"interval_s": 31.0})
        self.assertEqual(way(trails, "white_balance").by, "case")
        self.assertIsNone(way(made(STREET, {"white_balance": "auto"}), "white_balance"))

    def test_a_general_care_is_a_finding_and_takes_nothing_away(self):
        plan = made(STREET, {"release_without_card": "allowed"})
        self.assertEqual(plan.setup.value("release_without_card"), "allowed")
        self.assertIsNone(way(plan, "release_without_card"))
        self.assertGreater(len(plan.findings), len(made(STREET).findings))


class TheReport(SimpleTestCase):
    def test_it_counts(self):
        plan = made(STARS, {"grid": "on", "exposure_simulation": "on", "sounds": "off"}, glass=lens(20, 1.8))
        report = plan.standing
        self.assertEqual((report.hold, report.of, len(report.gave_way)), (2, 3, 1))
        self.assertEqual(report.sentence, "2 of your 3 standing values hold; 1 gives way.")
        self.assertEqual(made(STREET, {"grid": "on"}).standing.sentence, "Your standing value holds.")
        self.assertIsNone(made(STREET).standing)
        self.assertIsNone(planned(situation(**STREET)).standing)

    def test_it_says_what_stands_on_other_days_and_what_was_used(self):
        told = way(made(STARS, {"exposure_simulation": "on"}, glass=lens(20, 1.8)), "exposure_simulation")
        self.assertEqual(
            (told.label, told.own, told.own_said, told.used_said), ("Exposure simulation", "on", "on", "off")
        )

    @drawn(data=st.data())
    def test_every_standing_value_holds_or_is_answered(self, data):
        """Any option of any setting, in any of the demo's situations: it stands, or the report says why not."""
        given = data.draw(st.sampled_from(sorted(demo_inputs())).map(demo_inputs().get))
        entry = data.draw(st.sampled_from([each for each in catalogue.catalogue() if each.kind == "choice"]))
        option = data.draw(st.sampled_from([option.id for option in entry.options]))
        plan = plan_of(given.model_copy(update={"foundation": Foundation(settings={entry.id: option}), "pins": ()}))
        told = way(plan, entry.id)
        if told is None:
            stands = plan.setup.value(entry.id)
            self.assertIn(option, (stands, "off", "na", "none"), f"{entry.id}: {stands} without a word")
        else:
            self.assertTrue(told.sentence.strip(), entry.id)
            self.assertEqual(plan.standing.hold, 0)


class TwelvePhotographers(SimpleTestCase):
    def test_their_cameras_are_recognised(self):
        hold = of = 0
        for who in TWELVE:
            for given in who.asks():
                with self.subTest(who.name, situation=given.situation.title):
                    report = plan_of(given).standing
                    self.assertEqual(report.of, report.hold + len(report.gave_way))
                    self.assertGreaterEqual(report.hold / report.of, 0.75)
                    hold, of = hold + report.hold, of + report.of
        self.assertGreaterEqual(hold / of, 0.85, f"{hold} of {of}")

    def test_none_is_lost_and_each_way_given_carries_a_number(self):
        for who in TWELVE:
            for given in who.asks():
                plan = plan_of(given)
                answered = {each.setting for each in plan.standing.gave_way}
                for setting, value in given.case.standing.values.items():
                    with self.subTest(who.name, situation=given.situation.title, setting=setting):
                        if setting in answered:
                            told = way(plan, setting)
                            if told.by == "case":
                                self.assertTrue(any(each.isdigit() for each in told.sentence), told.sentence)
                        else:
                            held = plan.setup.settings.get(setting)
                            self.assertTrue(held is None or held.layer == "foundation", f"{held and held.layer}")
                            self.assertIsNotNone(value)

    def test_without_its_cause_a_value_comes_back(self):
        causes = (
            ("exposure_simulation", "on", STARS, {**STARS, "ev": 3}),
            ("warm_display", "off", STARS, {**STARS, "ev": 1}),
            ("drive", "single", {"ev": 10, "speed": 7}, {"ev": 10, "speed": 1}),
            ("metering", "spot", {"ev": 10, "speed": 7}, {"ev": 10, "speed": 0}),
            ("sounds", "on", {**STREET, "constraints": ("silent",)}, STREET),
            ("assist_lamp", "on", {**STREET, "constraints": ("discreet",)}, STREET),
            ("card_mode", "overflow", {**STREET, "constraints": ("unrepeatable",)}, STREET),
            ("stabilisation", "on", LAND, {**LAND, "support": "handheld"}),
        )
        for setting, value, caused, free in causes:
            with self.subTest(setting):
                self.assertEqual(way(made(caused, {setting: value}), setting).by, "case")
                back = made(free, {setting: value})
                self.assertIsNone(way(back, setting))
                self.assertEqual(back.setup.value(setting), value)


class LackingOptions(SimpleTestCase):
    """Each chosen option taken from the body in turn: the plan never asks for it, and says what comes nearest."""

    def test_every_setting_of_the_catalogue(self):
        titles = (
            "Second half, floodlights",
            "Vows in the chapel",
            "Tarn before sunrise",
            "Galactic core",
            "First dance, bounced flash",
        )
        seen = set()
        for title in titles:
            given = demo_inputs()[title]
            chosen = plan_of(given).setup
            for entry in catalogue.catalogue():
                option = chosen.option(entry.id)
                if entry.kind != "choice" or option in (None, "na", "none"):
                    continue
                with self.subTest(title, setting=entry.id, without=option):
                    made_ = plan_of(given.model_copy(update={"body": self.without(given.body, entry, option)}))
                    self.assertNotEqual(made_.setup.option(entry.id), option)
                    stands = made_.setup.settings.get(entry.id)
                    if stands is not None and stands.layer == "body":
                        self.assertIn("comes nearest", " ".join(stands.reasons))
                    seen.add(entry.id)
        self.assertGreater(len(seen), 100)

    def without(self, camera, entry, option):
        declared = camera.support_of(entry.id)
        there = declared.options if declared is not None else tuple(each.id for each in entry.options)
        rest = SettingSupport(setting=entry.id, options=tuple(each for each in there if each != option))
        others = tuple(each for each in camera.support if each.setting != entry.id)
        return camera.model_copy(update={"support": (*others, rest)})


class SaidAsYours(SimpleTestCase):
    def test_nobody_is_told_to_have_asked_for_what_stands_on_any_day(self):
        """Every option that can be asked for, as a standing value: its reasons speak of the foundation."""
        for title in ("Second half, floodlights", "Beck, silky water", "Vows in the chapel"):
            given = demo_inputs()[title].model_copy(update={"pins": ()})
            for name, ways in ways_to_ask().items():
                for option in ways[0].options:
                    own = Foundation(settings={name: option.id})
                    plan = plan_of(given.model_copy(update={"foundation": own}))
                    asks_itself = getattr(given.preferences.requests, ways[0].field) is not None
                    held = plan.setup.settings.get(name)
                    if held is None or asks_itself:
                        continue
                    with self.subTest(title, setting=name, option=option.id):
                        self.assertFalse([reason for reason in held.reasons if reason.startswith("You asked")])
                        self.assertNotEqual(held.layer, "request")
                        if held.value == option.id:
                            self.assertEqual(held.layer, "foundation")
                            self.assertTrue(held.reasons[0].startswith("Your foundation"))

    def test_what_was_asked_for_here_is_said_to_be(self):
        plan = planned(situation(**STREET), glass=lens(35, 1.8), requests={"stabilisation": "off"})
        self.assertEqual(plan.setup.settings["stabilisation"].reasons[0], "You asked for it.")
        self.assertEqual(layer(plan, "stabilisation"), "request")
