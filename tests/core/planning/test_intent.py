"""What an exposure is for, said by the brief and read from the plan's own frame; and what the plan says of that frame."""

from django.test import SimpleTestCase

from tests.core.builders import lens, plan_input, planned, situation
from tests.core.corpus import demo_inputs
from wide_aperture.core.craft.brackets import brackets
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.situation import LightByName
from wide_aperture.core.planning import plan_of

STREET = {"ev": 11, "genre": "street", "near": 3, "far": 6}
CHAPEL = {
    "ev": 5.5, "genre": "wedding", "subject": "person", "near": 5, "far": 9, "speed": 0.2, "surroundings": "chapel", "seen_as": "couple",
    "background_ev100": 10.5,
}  # fmt: skip


def case(**brief):
    glass = brief.pop("glass", 35)
    return plan_input(situation(**{**STREET, **brief}), glass=lens(glass, 2)).case


def read(brief, glass=50, **more):
    return planned(situation(**brief), glass=lens(glass, 2), **more)


class Aims(SimpleTestCase):
    def test_the_subject_unless_something_must_hold_that_one_frame_does_not(self):
        self.assertEqual(case().intent.aim, "subject")
        self.assertEqual(case(must_hold=("skin",)).intent.shift_ev, 0)
        self.assertEqual(case(look="silhouette").intent.aim, "silhouette")

    def test_windows_or_faces_as_the_brief_says(self):
        """In a chapel whose windows are five stops brighter one frame holds the windows or the faces, never both."""
        for brief, aim in (
            ({}, "subject"),
            ({"may_clip": ("windows",), "must_hold": ("skin",)}, "subject"),
            ({"must_hold": ("windows",)}, "highlights"),
        ):
            with self.subTest(brief):
                self.assertEqual(case(**CHAPEL, **brief, glass=50).intent.aim, aim)
        held = read({**CHAPEL, "must_hold": ("windows",)}).frame
        faces = read({**CHAPEL, "must_hold": ("skin",), "may_clip": ("windows",)}).frame
        self.assertLess(held.shift_ev, -1)
        self.assertEqual(faces.shift_ev, 0)
        self.assertIn("Windows must hold", held.intent)
        fates = [{tone.name: tone.fate for tone in each.tones} for each in (held, faces)]
        self.assertEqual((fates[0]["windows"], fates[1]["windows"], fates[1]["skin"]), ("held", "allowed", "held"))

    def test_by_as_much_as_it_takes_in_thirds_and_no_further_than_lifting_pays(self):
        shifts = [
            case(**{**CHAPEL, "background_ev100": ev}, must_hold=("windows",), glass=50).intent
            for ev in (7.0, 8.5, 9.5, 14.5)
        ]
        self.assertEqual(shifts[0].shift_ev, 0)
        self.assertEqual([each.shift_ev for each in shifts], sorted((each.shift_ev for each in shifts), reverse=True))
        for each in shifts[1:3]:
            self.assertAlmostEqual(each.shift_ev * 3, round(each.shift_ev * 3))
            self.assertLessEqual(each.over_ev + each.shift_ev, 1e-6)
        self.assertEqual(shifts[3].shift_ev, -figure("highlights_held_most_ev", "surfaces"))
        self.assertIn("lost even so", shifts[3].sentence)

    def test_the_exposure_follows(self):
        plain, held = (read({**CHAPEL, **more}) for more in ({}, {"must_hold": ("windows",)}))
        self.assertAlmostEqual(held.choice.ev100 - plain.choice.ev100, -held.frame.shift_ev, delta=0.35)

    def test_frames_that_can_be_joined_hold_it_by_a_bracket_instead(self):
        still = {
            **CHAPEL,
            "must_hold": ("windows",),
            "subject": "thing",
            "seen_as": None,
            "speed": 0,
            "support": "tripod",
            "direction": "still",
        }
        self.assertEqual(case(**still, glass=50).intent.shift_ev, 0)

    def test_no_exposure_holds_the_sun_itself(self):
        sun = case(ev=9, genre="landscape", near=2, far=None, surroundings="tarn_sunrise", must_hold=("sun",), glass=20)
        self.assertEqual(sun.intent.shift_ev, 0)

    def test_a_jpeg_has_less_room(self):
        asked = plan_input(situation(**{**CHAPEL, "must_hold": ("windows",)}), glass=lens(50, 2))
        jpeg = asked.model_copy(update={"preferences": Preferences.model_validate({"requests": {"file": "jpeg"}})}).case
        self.assertLess(jpeg.intent.room_ev, asked.case.intent.room_ev)


class BracketCentre(SimpleTestCase):
    def test_the_darkest_frame_holds_what_shall_not_clip(self):
        for title, given in demo_inputs().items():
            made = plan_of(given)
            bracket = made.setup.option("bracketing")
            if bracket in (None, "none"):
                continue
            frames, step = brackets()[bracket]
            centre = made.setup.number("bracket_centre_ev")
            intent = given.case.intent
            with self.subTest(title):
                self.assertLessEqual(centre, 0)
                self.assertLessEqual(intent.top_ev + centre, intent.room_ev + (frames - 1) / 2 * step + 1e-6)


class WithoutAStatedRange(SimpleTestCase):
    """What the brief does not say is read from its frame: whether to bracket, how far to the right, what lies over clipping."""

    STILL = {
        "ev": 9,
        "genre": "landscape",
        "near": 2,
        "far": None,
        "support": "tripod",
        "speed": 0,
        "direction": "still",
    }

    def made(self, place, schools=None, **more):
        preferences = Preferences.model_validate({"schools": schools or {}})
        asked = plan_input(situation(**{**self.STILL, "surroundings": place, **more}), glass=lens(20, 2.8))
        return asked.model_copy(update={"preferences": preferences})

    def test_the_frames_own_range_decides(self):
        wide, flat = self.made("tarn_sunrise"), self.made("snow", ev=13)
        self.assertGreater(wide.case.intent.span_ev, flat.case.intent.span_ev)
        self.assertEqual(plan_of(flat).setup.option("bracketing"), "none")
        self.assertIn("fit into one frame", " ".join(plan_of(flat).setup.settings["bracketing"].reasons))

    def test_a_stated_range_goes_before_the_frames(self):
        self.assertEqual(self.made("tarn_sunrise", scene_range_ev=6.5).case.intent.span_ev, 6.5)

    def test_to_the_right_by_what_the_frame_leaves(self):
        right = {"highlights": "expose_to_the_right"}
        flat, bright = (self.made(place, right).case.light.highlight_shift_ev for place in ("beck", "tarn_sunrise"))
        self.assertGreater(flat, bright)


class TheMoonAsItIs(SimpleTestCase):
    """A disc low over the horizon is stops dimmer than the table's; the hour's own figure goes first, and the frame tells the rest."""

    MOON = {
        "genre": "night_sky",
        "subject": "moon",
        "near": 3000,
        "far": None,
        "support": "tripod",
        "angular_speed_arcsec_s": 14.5,
    }

    def test_named_by_the_table_it_is_as_bright_as_the_hour_has_it(self):
        for own, expected in ((None, 14.8), (9.5, 9.5)):
            made = plan_input(
                situation(**self.MOON, light=LightByName(name="moon_disc"), moon_ev100=own), glass=lens(600, 8)
            )
            self.assertAlmostEqual(made.case.light.ev100, expected)
            self.assertTrue(plan_of(made).frame.verdict.startswith("Subject as meant"))

    def test_a_light_that_the_brief_gives_may_miss_it_and_the_verdict_says_so(self):
        made = plan_input(situation(**self.MOON, ev=14.8, moon_ev100=9.5), glass=lens(600, 8))
        self.assertIn("darker than mid", plan_of(made).frame.verdict)


class TheFrameRead(SimpleTestCase):
    def test_says_one_verdict_with_the_subject_first(self):
        made = read({**STREET, "surroundings": "market_lane"}).frame
        self.assertTrue(made.verdict.startswith("Faces as meant"), made.verdict)
        self.assertEqual(made.title, "A passer-by · Lane by day")

    def test_a_tone_says_what_was_asked_for_it(self):
        made = read({**STREET, "must_hold": ("sky",), "may_clip": ("lamps",)}, glass=35).frame
        asked = {tone.name: tone.asked for tone in made.tones}
        self.assertEqual((asked["sky"], asked["skin"]), ("must_hold", None))

    def test_what_is_assumed_is_what_the_brief_leaves_open(self):
        open_fields = {each.field for each in read(STREET).frame.assumptions}
        self.assertTrue(
            {"surroundings", "seen_as", "background_ev100", "scene_range_ev", "background_m"} <= open_fields
        )
        said = {
            "surroundings": "market_lane",
            "seen_as": "walker",
            "background_ev100": 11.0,
            "scene_range_ev": 9.0,
            "background_m": 30.0,
        }
        self.assertEqual(read({**STREET, **said}).frame.assumptions, ())

    def test_faults_of_the_composition_are_said(self):
        near = read({**STREET, "near": 0.2, "far": 0.2}, glass=50).frame
        self.assertTrue(any("focuses from" in fault for fault in near.faults), near.faults)

    def test_the_tone_ruler_is_the_frames_own(self):
        made = read({**STREET, "surroundings": "market_lane"})
        low, high = made.sensor.scene_low_ev, made.sensor.scene_high_ev
        darkest, brightest = min(t.low_ev for t in made.frame.tones), max(t.top_ev for t in made.frame.tones)
        self.assertLess(abs(high - brightest), 3)
        self.assertLess(low, darkest + 3)
        wide = read({**STREET, "surroundings": "market_lane", "scene_range_ev": 14.0}).sensor
        narrow = read({**STREET, "surroundings": "market_lane", "scene_range_ev": 6.0}).sensor
        self.assertGreater(wide.scene_high_ev - wide.scene_low_ev, narrow.scene_high_ev - narrow.scene_low_ev)
