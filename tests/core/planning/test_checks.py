"""Each check once where it must fire and once where it must stay silent."""

import uuid
from typing import Any

from django.test import SimpleTestCase

from tests.core.builders import body, codes, lens, planned, situation
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.body import IsoCeilings
from wide_aperture.core.documents.preferences import Preferences, Requests
from wide_aperture.core.documents.setup import SettingValue, Setup
from wide_aperture.core.documents.situation import LightByEv
from wide_aperture.core.planning.checks import check


def checked(settings: dict[str, Any], brief=None, **kit: Any) -> set[str]:
    """Codes found on a hand-made setup."""
    setup = Setup(settings={name: SettingValue(value=value) for name, value in settings.items()})
    found = check(
        setup,
        kit.get("camera", body()),
        kit.get("glass", lens()),
        brief or situation(speed=7),
        Preferences(requests=Requests(**kit.get("requests", {}))),
        kit.get("accessories", Accessories()),
    )
    return {finding.code for finding in found}


SPEEDLIGHT = Accessories(flash=Flash(guide_number_m=36))


class FlashSync(SimpleTestCase):
    def test_fires_when_the_time_is_shorter_than_sync(self):
        self.assertIn(
            "flash_sync_exceeded",
            checked({"flash": "fill", "shutter_s": 1 / 1000, "shutter_type": "mechanical"}, accessories=SPEEDLIGHT),
        )

    def test_fires_about_an_aperture_that_would_need_a_shorter_time(self):
        bright = situation(ev=15, speed=1, near=2, far=4, genre="portrait")
        plan = planned(bright, glass=lens(85, 1.8), requests={"flash": "fill", "aperture": 2.0}, accessories=SPEEDLIGHT)
        self.assertIn("flash_sync_exceeded", codes(plan))
        self.assertNotIn("flash_sync_exceeded", codes(plan, open_only=True))

    def test_silent_at_sync_and_with_high_speed_sync(self):
        self.assertNotIn(
            "flash_sync_exceeded", checked({"flash": "fill", "shutter_s": 1 / 256}, accessories=SPEEDLIGHT)
        )
        fast = Accessories(flash=Flash(guide_number_m=36, high_speed_sync=True))
        self.assertNotIn("flash_sync_exceeded", checked({"flash": "fill", "shutter_s": 1 / 1000}, accessories=fast))


class Movement(SimpleTestCase):
    def test_subject_blur_fires_past_four_thousandths_of_the_width(self):
        self.assertIn("motion_blur_subject", checked({"shutter_s": 1 / 125}))

    def test_subject_blur_is_silent_when_frozen_or_wanted(self):
        self.assertNotIn("motion_blur_subject", checked({"shutter_s": 1 / 1000}))
        self.assertNotIn("motion_blur_subject", checked({"shutter_s": 1 / 30}, situation(speed=7, look="pan_blur")))

    def test_shake_fires_past_the_hand_hold_limit_and_without_the_stabiliser(self):
        still = situation(genre="landscape", near=20, far=None)
        self.assertIn("camera_shake_risk", checked({"shutter_s": 1 / 8, "stabilisation": "on"}, still))
        self.assertIn("camera_shake_risk", checked({"shutter_s": 1 / 60, "stabilisation": "off"}, still))

    def test_shake_is_silent_when_steady_or_supported(self):
        still = situation(genre="landscape", near=20, far=None)
        self.assertNotIn("camera_shake_risk", checked({"shutter_s": 1 / 60, "stabilisation": "on"}, still))
        self.assertNotIn("camera_shake_risk", checked({"shutter_s": 1.0}, situation(support="tripod")))

    def test_trailing_fires_past_five_pixels(self):
        stars = situation(ev=-7, genre="night_sky", near=1e9, far=None, support="tripod", angular_speed_arcsec_s=15.04)
        self.assertIn("star_trailing", checked({"shutter_s": 30.0}, stars, glass=lens(20, 1.8)))

    def test_trailing_is_silent_for_points_trackers_and_wanted_trails(self):
        for changes, seconds in (
            ({}, 12.0),
            ({"constraints": ("star_tracker",)}, 60.0),
            ({"look": "star_trails"}, 60.0),
        ):
            stars = situation(
                ev=-7, genre="night_sky", near=1e9, far=None, support="tripod", angular_speed_arcsec_s=15.04, **changes
            )
            self.assertNotIn("star_trailing", checked({"shutter_s": seconds}, stars, glass=lens(20, 1.8)))

    def test_rolling_distortion_fires_for_a_slow_read_out_and_a_fast_subject(self):
        self.assertIn("rolling_shutter_distortion", checked({"shutter_type": "electronic"}, camera=body(readout_ms=55)))

    def test_rolling_distortion_is_silent_with_curtains_or_a_quick_read_out(self):
        self.assertNotIn(
            "rolling_shutter_distortion", checked({"shutter_type": "mechanical"}, camera=body(readout_ms=55))
        )
        self.assertNotIn(
            "rolling_shutter_distortion", checked({"shutter_type": "electronic"}, camera=body(readout_ms=4))
        )


class ExposureEnds(SimpleTestCase):
    def test_ceiling_fires_when_even_the_best_compromise_needs_it(self):
        self.assertIn("iso_ceiling_hit", codes(planned(situation(ev=3, speed=7))))

    def test_ceiling_is_silent_with_light_to_spare(self):
        self.assertNotIn("iso_ceiling_hit", codes(planned(situation(ev=12, speed=7))))

    def test_floor_fires_when_ceiling_and_widest_aperture_cannot_hold_it(self):
        plan = planned(situation(ev=3, speed=7), requests={"shutter_floor_s": 1 / 1000})
        finding = next(f for f in plan.findings if f.code == "shutter_floor_broken")
        self.assertEqual(finding.about, "request")

    def test_floor_is_silent_when_it_holds(self):
        self.assertNotIn(
            "shutter_floor_broken", codes(planned(situation(ev=9, speed=7), requests={"shutter_floor_s": 1 / 1000}))
        )

    def test_dark_at_the_ceiling_fires_for_held_values(self):
        settings = {"exposure_mode": "manual_auto_iso", "shutter_s": 1 / 2000, "aperture": 5.6, "iso_ceiling": 6400}
        self.assertIn("underexposure_at_ceiling", checked(settings))

    def test_dark_at_the_ceiling_is_silent_in_manual_and_in_enough_light(self):
        settings = {"shutter_s": 1 / 2000, "aperture": 5.6, "iso_ceiling": 6400}
        self.assertNotIn("underexposure_at_ceiling", checked({**settings, "exposure_mode": "manual"}))
        bright = situation(ev=13, speed=7)
        self.assertNotIn("underexposure_at_ceiling", checked({**settings, "exposure_mode": "manual_auto_iso"}, bright))

    def test_too_bright_fires_about_the_aperture_asked_for(self):
        sun = situation(ev=15.5, genre="portrait", near=2, far=3)
        plan = planned(
            sun,
            glass=lens(85, 1.2),
            camera=body(fastest_electronic_s=None, fastest_mechanical_s=1 / 4000),
            requests={"aperture": 1.2},
        )
        finding = next(f for f in plan.findings if f.code == "max_shutter_exceeded")
        self.assertEqual((finding.level, finding.about), ("stop", "request"))
        self.assertIn("aperture", finding.handled_by)

    def test_too_bright_is_silent_when_the_electronic_shutter_reaches_it(self):
        sun = situation(ev=15, genre="portrait", near=2, far=3)
        self.assertNotIn("max_shutter_exceeded", codes(planned(sun, glass=lens(85, 1.8), requests={"aperture": 1.8})))

    def test_filter_fires_for_silk_in_daylight_and_is_handled_by_one(self):
        beck = situation(
            ev=12, speed=2, near=3, far=15, genre="landscape", look="silky_water", support="tripod", direction="across"
        )
        without = planned(beck, glass=lens(35, 2.8))
        with_filters = planned(beck, glass=lens(35, 2.8), accessories=Accessories(nd_stops=(3, 6)))
        self.assertIn("nd_required", codes(without, open_only=True))
        self.assertNotIn("nd_required", codes(with_filters, open_only=True))
        self.assertIn("nd_required", codes(with_filters))

    def test_filter_is_silent_at_dusk(self):
        beck = situation(
            ev=5, speed=2, near=3, far=15, genre="landscape", look="silky_water", support="tripod", direction="across"
        )
        self.assertNotIn("nd_required", codes(planned(beck, glass=lens(35, 2.8))))


class LampsAndSilence(SimpleTestCase):
    def test_banding_fires_below_one_period_and_is_handled_by_the_timed_release(self):
        plan = planned(situation(speed=7, flicker_hz=100))
        finding = next(f for f in plan.findings if f.code == "flicker_banding")
        self.assertEqual(finding.handled_by, ("anti_flicker", "shutter_type"))

    def test_banding_stays_open_without_a_timed_release(self):
        plan = planned(situation(speed=7, flicker_hz=100), camera=body(anti_flicker=False))
        self.assertIn("flicker_banding", codes(plan, open_only=True))

    def test_banding_is_silent_in_steady_light_and_over_whole_periods(self):
        self.assertNotIn("flicker_banding", codes(planned(situation(speed=7))))
        self.assertNotIn(
            "flicker_banding", checked({"shutter_s": 1 / 50, "shutter_type": "mechanical"}, situation(flicker_hz=100))
        )

    def test_silence_conflicts_with_lamps_and_with_fast_subjects(self):
        self.assertIn(
            "silent_shutter_conflict", codes(planned(situation(speed=0.3, constraints=("silent",), flicker_hz=100)))
        )
        self.assertIn(
            "silent_shutter_conflict",
            codes(planned(situation(speed=9, constraints=("silent",)), camera=body(readout_ms=60))),
        )

    def test_silence_is_free_for_slow_subjects_in_steady_light(self):
        self.assertNotIn("silent_shutter_conflict", codes(planned(situation(speed=0.3, constraints=("silent",)))))


class SupportAndDepth(SimpleTestCase):
    def test_stabiliser_fires_as_set_and_as_asked(self):
        tripod = situation(genre="landscape", support="tripod", near=5, far=None)
        self.assertIn("stabiliser_on_tripod", checked({"stabilisation": "on"}, tripod))
        asked = planned(tripod, requests={"stabilisation": "on"})
        finding = next(f for f in asked.findings if f.code == "stabiliser_on_tripod")
        self.assertEqual((finding.about, finding.handled_by), ("request", ("stabilisation",)))

    def test_stabiliser_is_silent_in_the_hand_and_when_none_is_fitted(self):
        self.assertNotIn("stabiliser_on_tripod", checked({"stabilisation": "on"}))
        bare = body(stabiliser_stops=0)
        self.assertNotIn(
            "stabiliser_on_tripod", checked({"stabilisation": "on"}, situation(support="tripod"), camera=bare)
        )

    def test_depth_fires_for_a_range_no_aperture_holds(self):
        deep = situation(ev=12, genre="landscape", near=1, far=None, support="tripod")
        self.assertIn("dof_insufficient", codes(planned(deep, glass=lens(85, 1.8))))

    def test_depth_fires_for_an_aperture_held_too_wide_with_a_remedy(self):
        deep = situation(ev=12, genre="landscape", near=4, far=None, support="tripod")
        plan = planned(deep, glass=lens(28, 2.8), pins={"aperture": 2.8})
        finding = next(f for f in plan.findings if f.code == "dof_insufficient")
        self.assertEqual(finding.about, "pin")
        self.assertNotIn("dof_insufficient", codes(planned(deep, glass=lens(28, 2.8), pins=finding.remedy.changes)))

    def test_depth_is_silent_when_the_plan_covers_it(self):
        deep = situation(ev=12, genre="landscape", near=3, far=None, support="tripod")
        self.assertNotIn("dof_insufficient", codes(planned(deep, glass=lens(24, 2.8))))


class Findings(SimpleTestCase):
    def test_a_remedy_removes_its_finding(self):
        dim = situation(ev=9, speed=7)
        plan = planned(dim, pins={"shutter_s": 1 / 60})
        finding = next(f for f in plan.findings if f.code == "motion_blur_subject")
        self.assertEqual(finding.about, "pin")

        mended = planned(dim, pins=finding.remedy.changes)

        self.assertNotIn("motion_blur_subject", codes(mended))

    def test_open_and_serious_ones_come_first(self):
        brief = situation(ev=3, speed=7, flicker_hz=100, light=LightByEv(ev100=3))
        found = planned(brief, camera=body(ceilings=IsoCeilings(routine=6400, push=6400))).findings
        self.assertEqual([f.is_open for f in found], sorted((f.is_open for f in found), reverse=True))

    def test_missing_settings_are_not_judged(self):
        self.assertEqual(checked({}, situation(ev=12, id=uuid.UUID(int=9))), set())
