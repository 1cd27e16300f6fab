"""A shoot goes out whole and comes in whole; what is here already stays as it is."""

import json
from unittest import TestCase

from wide_aperture.core.camera.shoot_file import ShootFile, read_shoot_file, shoot_file
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.phrasebooks import phrasebooks
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS

WEDDING = next(each for each in SHOOTS if each.title == "Wedding at Ashcombe")


def wedding() -> ShootFile:
    return shoot_file(WEDDING, SITUATIONS, BODIES, LENSES, (), phrasebooks(), ())


class AShootsFile(TestCase):
    def setUp(self):
        self.file = wedding()
        self.text = self.file.model_dump_json()

    def test_carries_what_its_situations_name_and_nothing_else(self):
        named = {each.body_id for each in self.file.situations} | {each.second_body_id for each in self.file.situations}
        self.assertEqual({each.id for each in self.file.bodies}, named - {None})
        self.assertEqual({each.id for each in self.file.lenses}, {each.lens_id for each in self.file.situations})
        self.assertEqual({each.shoot_id for each in self.file.situations}, {WEDDING.id})
        self.assertLessEqual({each.body_id for each in self.file.phrasebooks}, named)
        self.assertTrue(self.file.phrasebooks)

    def test_comes_back_the_same_where_nothing_is(self):
        read = read_shoot_file(self.text, set())
        self.assertEqual(read.document, self.file)
        self.assertEqual(read.left_out, ())

    def test_kit_that_is_here_stays_and_is_told(self):
        body = self.file.bodies[0]
        read = read_shoot_file(self.text, {body.id})
        self.assertNotIn(body.id, {each.id for each in read.document.bodies})
        self.assertEqual(read.left_out, (f"{body.name} is here already and stays as it is here",))
        self.assertEqual(read.document.situations, self.file.situations)

    def test_a_shoot_that_is_here_comes_in_as_another(self):
        read = read_shoot_file(self.text, {WEDDING.id}).document
        self.assertNotEqual(read.shoot.id, WEDDING.id)
        self.assertEqual({each.shoot_id for each in read.situations}, {read.shoot.id})
        self.assertFalse({each.id for each in read.situations} & {each.id for each in self.file.situations})
        self.assertEqual(
            [each.situation.title for each in read.situations], [each.situation.title for each in self.file.situations]
        )

    def test_what_is_not_known_is_left_out_and_the_rest_taken(self):
        content = json.loads(self.text)
        content["weather"] = []
        content["shoot"]["mood"] = "calm"
        content["bodies"].append({"name": "half"})
        content["situations"][0]["situation"]["genre"] = "macro"
        read = read_shoot_file(json.dumps(content), set())
        told = " | ".join(read.left_out)
        for part in ("weather: not known", "shoot: mood", "a body holds", "a situation holds"):
            self.assertIn(part, told)
        self.assertEqual(len(read.document.situations), len(self.file.situations) - 1)

    def test_what_is_no_shoot_is_refused_in_a_sentence(self):
        for text, said in (
            ("{}", "holds no shoot"),
            ("[", "is no JSON"),
            ('{"format": "wide-aperture-body"}', "is a file of another kind"),
            ('{"shoot": {"title": ""}}', "holds no shoot that can be used"),
        ):
            with self.assertRaisesRegex(ValueError, said):
                read_shoot_file(text, set())
