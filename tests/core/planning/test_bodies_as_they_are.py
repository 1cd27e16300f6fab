"""Bodies as they are: mirrors, finders, and what follows from them."""

from django.test import SimpleTestCase

from tests.core.builders import body, lens, planned, situation

LAND = {"ev": 9, "genre": "landscape", "near": 20, "far": None, "support": "tripod"}


def made(mirror="none", shutter_s=1 / 8, finder="electronic", **brief):
    return planned(
        situation(**{**LAND, **brief}), camera=body(mirror=mirror, finder=finder), glass=lens(50, 2.8),
        requests={"shutter_s": shutter_s, "shutter_type": "mechanical"},
    )  # fmt: skip


class AMirror(SimpleTestCase):
    def test_one_that_can_be_held_up_is_raised_on_a_tripod_between_a_hundredth_and_a_second(self):
        for shutter_s, stands in (
            (1 / 256, "off"),
            (1 / 128, "off"),
            (1 / 102, "on"),
            (1 / 8, "on"),
            (1, "on"),
            (1.6, "off"),
        ):
            self.assertEqual(made("held_up", shutter_s).setup.option("mirror_lockup"), stands, shutter_s)
        self.assertEqual(made("held_up", 1 / 8, support="handheld").setup.option("mirror_lockup"), "off")

    def test_where_it_cannot_be_the_release_is_delayed(self):
        plan = made("instant")
        self.assertEqual((plan.setup.option("mirror_lockup"), plan.setup.option("exposure_delay")), ("off", "1s"))
        self.assertIn("the mirror's own shock", plan.setup.settings["exposure_delay"].reasons[-1])
        self.assertEqual(made("instant", 1 / 250).setup.option("exposure_delay"), "off")
        self.assertEqual(made("held_up").setup.option("exposure_delay"), "off")  # it is up already

    def test_a_body_without_one_says_so(self):
        stands = made().setup.settings["mirror_lockup"]
        self.assertEqual((stands.value, stands.layer), ("na", "body"))
        self.assertEqual(made().setup.option("exposure_delay"), "off")


class AFinder(SimpleTestCase):
    """The spot near the brightest part is placed by what an electronic finder shows; an optical one shows none of it."""

    def metering(self, finder):
        brief = situation(ev=12, genre="street", near=4, far=8, scene_range_ev=11)
        return planned(
            brief,
            camera=body(finder=finder),
            glass=lens(35, 2),
            schools={"highlights": "spot_near_brightest", "exposure": "aperture_priority_slowest_shutter"},
        )

    def test_the_school_of_the_spot_needs_an_electronic_finder(self):
        self.assertEqual(self.metering("electronic").setup.option("metering"), "spot")
        optical = self.metering("optical")
        self.assertEqual(optical.setup.option("metering"), "centre_weighted")
        self.assertIn("optical finder", " ".join(optical.setup.settings["metering"].reasons))

    def test_nothing_is_placed_by_a_spot_that_is_not_there(self):
        spot, centre = (
            self.metering(finder).setup.settings["exposure_comp_ev"] for finder in ("electronic", "optical")
        )
        self.assertIn("The spot rests", spot.reasons[0])
        self.assertNotIn("spot", " ".join(centre.reasons))

    def test_other_schools_do_not_ask(self):
        brief = situation(ev=12, genre="street", near=4, far=8)
        patterns = {
            planned(brief, camera=body(finder=finder), glass=lens(35, 2)).setup.option("metering")
            for finder in ("electronic", "optical", "none")
        }
        self.assertEqual(patterns, {"multi_segment"})
