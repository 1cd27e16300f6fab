"""The same question has the same answer on every page that speaks of it."""

import json
import math
import random
import re

import numpy as np
from django.test import SimpleTestCase

from tests.core.builders import body, codes, lens, plan_input, planned, situation
from tests.core.corpus import all_inputs
from wide_aperture.core.documents.body import RESERVE_EV, ReserveFloor
from wide_aperture.core.physics.sensor import typical
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.imaging.raw import expose
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.reserve import reserve_advice

RAW = re.compile(r"\braw\b", re.IGNORECASE)


def jpeg_only(given):
    preferences = given.preferences
    requests = preferences.requests.model_copy(update={"file": "jpeg"})
    return given.model_copy(update={"preferences": preferences.model_copy(update={"requests": requests})})


class JpegOnly(SimpleTestCase):
    def test_nobody_speaks_of_raw(self):
        for title, given in all_inputs().items():
            given = jpeg_only(given)
            made = plan_of(given)
            texts = [
                made.model_dump_json(exclude={"setup": True, "findings": {"__all__": {"remedy"}}})
            ]  # "Raw beside it"
            for setting, value in made.setup.settings.items():
                if setting != "file":
                    texts.append(json.dumps({setting: [*value.reasons, value.school]}))
            texts.append(reserve_advice(given.case, made.choice.iso).model_dump_json())
            for text in texts:
                with self.subTest(title):
                    found = RAW.search(re.sub(r'"(code|id|raw_clip_ev|setting|limit)":\s*"[^"]*"', "", text))
                    self.assertIsNone(found, text[max(found.start() - 120, 0) : found.end() + 80] if found else "")


class TheReserve(SimpleTestCase):
    """What a reserve gains and costs, asked of the advisor, of the simulated raw data, and of the checks."""

    def case(self, chance):
        base = chance.choice((64, 100, 160, 200))
        megapixels = chance.choice((12, 24, 45, 61))
        camera = body(
            base_iso=base,
            megapixels=megapixels,
            electrons=typical(36, 24, megapixels, base, chance.uniform(11, 14.5)),
            reserve_floors=chance.choice(
                ((), (ReserveFloor(reserve="highlight_reserve_1", iso=2 * base), ReserveFloor(reserve="highlight_reserve_2", iso=4 * base)))
            ),
        )  # fmt: skip
        iso = base * 2 ** (chance.randint(0, 18) / 3)
        reserve = chance.choice(("highlight_reserve_1", "highlight_reserve_2", "auto"))
        return camera, iso, reserve

    def shot(self, camera, iso, reserve):
        """Signal-to-noise of the deep tone in the simulated raw data, and EV from mid to where they end."""
        capture = Capture(focal_mm=50, focus_m=5, shutter_s=1 / 100, aperture=4, iso=iso, reserve=reserve, shot=1)
        plain = np.zeros((4, 4, 3), np.float32)
        raw = expose(plain, camera, capture, plain, plain, 1.0)
        signal = raw.mid_e * 2.0**-4
        noise = math.sqrt(signal + raw.read_e**2 + (camera.electrons.prnu_fraction * signal) ** 2)
        return signal / noise, math.log2(raw.clip_e / raw.mid_e)

    def test_advisor_and_simulated_raw_data_agree(self):
        chance = random.Random(8)
        for _ in range(200):
            camera, iso, reserve = self.case(chance)
            asked = plan_input(situation(scene_range_ev=13), camera=camera, requests={"file": "jpeg"})
            option = next(o for o in reserve_advice(asked.case, iso).options if o.reserve == reserve)
            before, top = self.shot(camera, iso, "off")
            after, raised_top = self.shot(camera, option.iso, reserve)
            said = f"{reserve} at ISO {iso:.0f}, base {camera.base_iso}"
            self.assertAlmostEqual(option.loses_below_ev, 2 * math.log2(before / after), delta=0.1, msg=said)
            self.assertAlmostEqual(option.gains_above_ev, raised_top - top, delta=0.1, msg=said)

    def test_the_light_s_loss_holds_only_against_base_iso(self):
        camera = body()
        asked = plan_input(situation(scene_range_ev=13), camera=camera)
        for name, stops in RESERVE_EV.items():
            if not stops:
                continue
            at_base, high = (
                next(o for o in reserve_advice(asked.case, iso).options if o.reserve == name) for iso in (100, 6400)
            )
            self.assertGreater(at_base.loses_below_ev, stops * 0.9)
            self.assertLess(high.loses_below_ev, 0.35)
            self.assertEqual((at_base.raises_iso_ev, high.raises_iso_ev), (stops, 0))

    def test_raw_shot_darker_is_the_reserve_by_another_name(self):
        for iso in (100, 200, 800, 3200):
            asked = plan_input(situation(scene_range_ev=2.5 * (3.3 + 1.0)), camera=body())  # a stop above clipping
            options = {option.reserve: option for option in reserve_advice(asked.case, iso).options}
            darker, reserve = options["darker_raw"], options["highlight_reserve_1"]
            self.assertAlmostEqual(darker.gains_above_ev, 1, delta=0.05)
            self.assertAlmostEqual(darker.loses_below_ev, reserve.loses_below_ev, delta=0.1)

    def test_the_check_speaks_where_the_advisor_sees_the_iso_raised(self):
        for ev, fires in ((15, True), (4, False)):
            brief = situation(ev=ev, speed=2, near=8, far=8)
            made = planned(brief, glass=lens(85, 1.8), requests={"dr_mode": "highlight_reserve_1", "file": "jpeg"})
            asked = plan_input(brief, glass=lens(85, 1.8), requests={"file": "jpeg"})
            plain = plan_of(asked)
            option = next(
                o for o in reserve_advice(asked.case, plain.choice.iso).options if o.reserve == "highlight_reserve_1"
            )
            self.assertEqual(option.raises_iso_ev > 0.1, fires)
            self.assertEqual("dr_mode_raises_min_iso" in codes(made), fires)

    def test_a_jpeg_s_plan_takes_what_the_advisor_would_where_it_costs_no_light(self):
        for title, given in all_inputs().items():
            given = jpeg_only(given)
            if given.preferences.requests.dr_mode is not None or given.preferences.schools.highlights != "by_case":
                continue
            made = plan_of(given)
            advice = reserve_advice(given.case, made.choice.iso)
            taken = next(o for o in advice.options if o.reserve == made.setup.option("dr_mode"))
            with self.subTest(title):
                self.assertIn(taken.reserve, (advice.best, "off"))
                self.assertLess(taken.raises_iso_ev, 0.15)
