"""The public judgement cases: exposure values and settings, and silence where silence is asked."""

import json

from django.test import SimpleTestCase

from tests.core.judgement import PUBLIC, judge


class PublicCases(SimpleTestCase):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.score = judge(json.loads(PUBLIC.read_text("utf-8")))

    def test_at_least_95_per_cent_of_the_values_agree(self):
        values = self.score.values
        self.assertGreaterEqual(values.agreed / values.asked, 0.95, "\n".join(self.score.misses))

    def test_every_hard_value_agrees(self):
        self.assertEqual(self.score.hard.agreed, self.score.hard.asked, "\n".join(self.score.misses))

    def test_nothing_is_raised_that_must_not_be(self):
        self.assertEqual(self.score.silence.agreed, self.score.silence.asked, "\n".join(self.score.misses))
