"""Every beginning of the guided brief is a situation that plans well with the kit usual for it."""

from unittest import TestCase
from uuid import uuid4

from wide_aperture.core.craft.activities import activities
from wide_aperture.core.craft.beginnings import beginning, beginnings
from wide_aperture.core.craft.lights import named_lights
from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.sheets.starting import starting_kit

KIT = starting_kit()
BODY = KIT.bodies[0].body
LENSES = {each.id: each.lens for each in KIT.lenses}


class Beginnings(TestCase):
    def test_name_what_the_tables_have(self):
        moving = {each.id: each for each in activities()}
        lights = {each.id for each in named_lights()}
        for each in beginnings():
            self.assertIn(each.genre, moving[each.activity].genres, each.id)
            self.assertLessEqual(set(each.lights), lights, each.id)
            self.assertIn(each.lens, LENSES, each.id)

    def test_every_choice_of_every_beginning_plans_without_a_stop(self):
        for each in beginnings():
            for distance in range(len(each.distances)):
                for light in each.lights:
                    situation = each.situation(uuid4(), distance=distance, light=light)
                    plan = plan_of(PlanInput(situation=situation, body=BODY, lens=LENSES[each.lens]))
                    stops = [found.code for found in plan.findings if found.level == "stop"]
                    with self.subTest(beginning=each.id, distance=distance, light=light):
                        self.assertEqual(stops, [])

    def test_a_situation_takes_its_movement_from_the_activity(self):
        match = beginning("field_match").situation(uuid4(), distance=1, light="stadium", output="screen")
        self.assertEqual((match.near_m, match.far_m, match.speed.high_m_s), (15, 60, 8))
        self.assertEqual((match.light.name, match.output, match.genre), ("stadium", "screen", "sports"))
        self.assertEqual(beginning("stars").situation(uuid4()).angular_speed_arcsec_s, 15.04)

    def test_what_is_not_there_is_refused(self):
        with self.assertRaises(UnknownIdError):
            beginning("nothing")
        for distance in (-1, 3):
            with self.assertRaises(DomainError):
                beginning("field_match").situation(uuid4(), distance=distance)
