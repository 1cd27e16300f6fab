"""The judgement cases of this repository: values, warnings that are due, and silence where silence is asked."""

from django.test import SimpleTestCase

from tests.core.judgement import all_cases, judge


class PublicCases(SimpleTestCase):
    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.score = judge(all_cases())

    def test_at_least_98_per_cent_of_the_values_agree(self):
        values = self.score.values
        self.assertGreaterEqual(values.agreed / values.asked, 0.98, "\n".join(self.score.misses))

    def test_every_hard_value_agrees(self):
        self.assertEqual(self.score.hard.agreed, self.score.hard.asked, "\n".join(self.score.misses))

    def test_every_warning_that_is_due_comes(self):
        self.assertEqual(self.score.recall.agreed, self.score.recall.asked, "\n".join(self.score.misses))

    def test_nothing_is_raised_that_must_not_be(self):
        self.assertEqual(self.score.silence.agreed, self.score.silence.asked, "\n".join(self.score.misses))
