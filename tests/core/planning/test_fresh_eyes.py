"""Ten situations on three bodies that are not in the demo: no value a practitioner would call silly."""

from django.test import SimpleTestCase

from tests.core.builders import body, lens, planned, situation
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.body import FlashSync, IsoCeilings
from wide_aperture.core.documents.lens import ApertureAt
from wide_aperture.core.documents.situation import LightByEv, LightByName
from wide_aperture.core.physics.sensor import typical

HAZEL = body(
    name="Hazel 33", megapixels=33, stabiliser_stops=5, electrons=typical(36, 24, 33, 100),
    ceilings=IsoCeilings(routine=6400, push=12800),
)  # fmt: skip
SLOE = body(
    name="Sloe 20", sensor_width_mm=17.4, sensor_height_mm=13, megapixels=20, base_iso=200, highest_iso=25600,
    electrons=typical(17.4, 13, 20, 200), ceilings=IsoCeilings(routine=3200, push=6400), readout_ms=8, stabiliser_stops=7,
)  # fmt: skip
RUSH = body(
    name="Rush 61", megapixels=61, electrons=typical(36, 24, 61, 100), ceilings=IsoCeilings(routine=3200, push=6400),
    stabiliser_stops=0, anti_flicker=False, fastest_mechanical_s=1 / 4000, fastest_first_curtain_s=None,
    fastest_electronic_s=None, flash_sync=FlashSync(mechanical_s=1 / 160),
)  # fmt: skip


def zoom(low, high, wide, tele=None):
    ends = (ApertureAt(focal_length_mm=low, f_number=wide), ApertureAt(focal_length_mm=high, f_number=tele or wide))
    return lens(low, focal_min_mm=low, focal_max_mm=high, widest=ends)


def named(light, **band):
    return LightByName(name=light, **band)


class FreshEyes(SimpleTestCase):
    def sensible(self, plan, *, shutter, aperture, iso, **settings):
        """Slowest..fastest 1/s, widest..smallest, lowest..highest, and options that must be among these."""
        choice, grace = plan.choice, 2 ** (1 / 6)
        self.assertTrue(
            shutter[0] / grace <= 1 / choice.shutter_s <= shutter[1] * grace, f"1/{1 / choice.shutter_s:.3g} s"
        )
        self.assertTrue(aperture[0] / grace <= choice.aperture <= aperture[1] * grace, f"f/{choice.aperture:.3g}")
        self.assertTrue(iso[0] / grace <= choice.iso <= iso[1] * grace, f"ISO {choice.iso:.0f}")
        self.assertLess(abs(choice.error_ev), 0.2)
        for name, options in settings.items():
            self.assertIn(plan.setup.value(name), options, name)

    def test_evening_match_under_lamps(self):
        brief = situation(speed=8, near=15, far=60, light=named("small_pitch"))
        self.sensible(
            planned(brief, camera=HAZEL, glass=zoom(70, 200, 2.8)), shutter=(640, 1600), aperture=(2.8, 2.8), iso=(2000, 6400),
            shutter_type={"mechanical"}, anti_flicker={"on"}, af_mode={"continuous"}, drive={"continuous_high"},
        )  # fmt: skip

    def test_child_running_towards_the_camera(self):
        brief = situation(speed=4, near=3, far=10, genre="everyday", direction="towards", light=named("overcast"))
        self.sensible(
            planned(brief, camera=SLOE, glass=zoom(12, 40, 2.8)), shutter=(500, 2000), aperture=(2.8, 5.6), iso=(200, 800),
            af_mode={"continuous"}, subject_detection={"human", "human_eye"},
        )  # fmt: skip

    def test_perched_owl_at_dusk_on_a_tripod(self):
        brief = situation(
            speed=0.2,
            near=15,
            far=15.5,
            genre="wildlife",
            direction="still",
            subject="bird",
            support="tripod",
            focal_length_mm=600,
            light=named("dusk", ev_low=7),
        )
        self.sensible(
            planned(brief, camera=RUSH, glass=zoom(200, 600, 5.6, 6.3)), shutter=(100, 500), aperture=(6.3, 8), iso=(400, 3200),
            subject_detection={"bird", "animal_eye"}, drive={"continuous_low", "continuous_high"}, self_timer={"off"},
        )  # fmt: skip

    def test_theatre_in_silence(self):
        brief = situation(
            speed=2, near=12, far=18, genre="wedding", light=named("theatre"), constraints=("silent", "no_flash")
        )
        self.sensible(
            planned(brief, camera=HAZEL, glass=zoom(70, 200, 2.8)), shutter=(160, 640), aperture=(2.8, 3.5), iso=(500, 3200),
            shutter_type={"electronic"}, sounds={"off"}, flash={"off"},
        )  # fmt: skip

    def test_waterfall_in_full_sun_without_a_filter_is_no_wreck(self):
        brief = situation(
            speed=3,
            near=3,
            far=30,
            genre="landscape",
            direction="across",
            look="silky_water",
            support="tripod",
            focal_length_mm=28,
            light=named("full_sun"),
        )
        plan = planned(brief, camera=RUSH, glass=zoom(24, 70, 2.8))
        self.sensible(
            plan, shutter=(30, 160), aperture=(11, 18), iso=(100, 100), stabilisation={"na"}, self_timer={"remote"}
        )
        self.assertFalse(plan.advice.feasible)
        self.assertTrue(any("density" in text for text in plan.advice.helps))

    def test_portrait_with_fill_flash_at_noon_says_what_shallow_would_need(self):
        brief = situation(
            speed=0.2, near=2, far=3, genre="portrait", direction="still", look="shallow", light=named("full_sun")
        )
        bag = Accessories(flash=Flash(guide_number_m=40))
        plan = planned(brief, camera=HAZEL, glass=lens(85, 1.4), requests={"flash": "fill"}, accessories=bag)
        self.sensible(plan, shutter=(160, 250), aperture=(8, 16), iso=(100, 100), flash={"fill"})
        self.assertTrue(any("density" in text for text in plan.advice.helps))

    def test_side_street_at_night(self):
        brief = situation(
            speed=1.4, near=2, far=6, genre="street", direction="across", light=named("side_street"), burst_frames=6
        )
        self.sensible(
            planned(brief, camera=SLOE, glass=lens(17, 1.8)),
            shutter=(50, 160),
            aperture=(1.8, 2),
            iso=(2000, 6400),
            white_balance={"kelvin", "auto"},
        )

    def test_milky_way_on_many_small_pixels(self):
        brief = situation(
            near=1e6,
            far=None,
            genre="night_sky",
            direction="across",
            subject="stars",
            support="tripod",
            angular_speed_arcsec_s=15.04,
            light=named("dark_sky"),
        )
        self.sensible(
            planned(brief, camera=RUSH, glass=lens(14, 1.8)), shutter=(1 / 25, 1 / 8), aperture=(1.8, 2.2), iso=(1250, 6400),
            af_mode={"manual"}, noise_reduction_long_exposure={"off"}, self_timer={"remote", "2s"},
        )  # fmt: skip

    def test_the_moon_itself(self):
        brief = situation(
            near=1e8,
            far=None,
            genre="night_sky",
            direction="across",
            subject="moon",
            support="tripod",
            angular_speed_arcsec_s=14.5,
            focal_length_mm=400,
            subject_tone="light",
            background_tone="dark",
            light=named("moon_disc"),
        )
        self.sensible(
            planned(brief, camera=SLOE, glass=zoom(100, 400, 5, 6.3)), shutter=(160, 1000), aperture=(6.3, 11), iso=(200, 400),
            metering={"spot"}, self_timer={"remote", "10s"}, stabilisation={"off"},
        )  # fmt: skip

    def test_forest_in_the_wind_by_hand(self):
        brief = situation(
            near=2, far=None, genre="landscape", focal_length_mm=24, constraints=("windy",), light=named("forest_shade")
        )
        self.sensible(
            planned(brief, camera=RUSH, glass=zoom(24, 105, 4)), shutter=(30, 160), aperture=(5.6, 11), iso=(400, 3200),
            exposure_mode={"aperture_priority_auto_iso", "manual_auto_iso"},
        )  # fmt: skip

    def test_a_silhouette_at_sunset(self):
        brief = situation(
            speed=1,
            near=20,
            far=30,
            genre="everyday",
            look="silhouette",
            focal_length_mm=100,
            light=LightByEv(ev100=13, cct_k=3800, ev_refers_to="the sky"),
        )
        plan = planned(brief, camera=HAZEL, glass=zoom(70, 200, 2.8))
        self.sensible(plan, shutter=(60, 500), aperture=(5.6, 11), iso=(100, 400))
        self.assertEqual(plan.setup.value("exposure_comp_ev"), 0)
