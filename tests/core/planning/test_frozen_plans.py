"""Plans of the whole corpus, as numbers, beside what they were: any figure, formula or rule that moves one is seen.

After a change that is meant, `python -m tests.core.planning.frozen` writes the plans anew; the differences are then
read in the diff and the reason goes into the changelog.
"""

from django.test import SimpleTestCase

from tests.core.corpus import all_inputs
from tests.core.planning import frozen


class FrozenPlans(SimpleTestCase):
    maxDiff = 4000

    def test_no_number_of_any_plan_moves_unseen(self):
        kept = frozen.read()
        self.assertEqual(kept.keys(), all_inputs().keys())
        for title, given in all_inputs().items():
            with self.subTest(title):
                self.assertEqual(frozen.lines(given), kept[title])
