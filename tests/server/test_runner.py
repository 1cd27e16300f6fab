"""The test runner's own promise: a failing subtest is told, whatever its test holds."""

import pickle

from django.test import SimpleTestCase

from tests.runner import Travels


class Holding(Travels):
    _testMethodName = "test_held"  # noqa: N815  unittest's own name


class Travelling(SimpleTestCase):
    def test_what_cannot_travel_stays(self):
        case = Holding()
        case.name, case.tool = "kept", lambda: None

        arrived = pickle.loads(pickle.dumps(case))

        self.assertEqual(arrived.name, "kept")
        self.assertFalse(hasattr(arrived, "tool"))

    def test_a_test_held_by_what_it_holds_travels_once(self):
        case = Holding()
        case.parts = [{"of": case, "k": k} for k in range(12)]
        case.more = {"again": [case] * 12, "parts": case.parts}

        arrived = pickle.loads(pickle.dumps(case))

        self.assertEqual(len(arrived.parts), 12)
