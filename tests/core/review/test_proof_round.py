"""A proof round: every place finds its frame, what differs is named, and the states that are written down hold it."""

import datetime as dt
from unittest import TestCase

from tests.core.camera.test_preflight import made, planned_of
from wide_aperture.core.camera.packing import ShootToPack, item_of, pack_shoot
from wide_aperture.core.camera.state import CameraState, factory_values
from wide_aperture.core.frames import FrameMetadata
from wide_aperture.core.frames.our_words import PROGRAM_OF
from wide_aperture.core.review.proof_round import AS_IT_STANDS, ProofFrame, places_of, proof_round, states_as_proven
from wide_aperture.demo.kit import BODIES

NOW = dt.datetime(2026, 10, 17, 8, tzinfo=dt.UTC)


class Round(TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        planned = planned_of("cup-final")
        packed = pack_shoot(ShootToPack(planned=planned, books={}, states={}))
        first = {}
        for given in planned:
            first.setdefault(given.body.id, item_of(given))
        cls.places = [
            place
            for body in packed.bodies
            for place in places_of(body, first[body.body_id].title, first[body.body_id].target)
        ]
        cls.states = {
            body.id: CameraState(id=body.id, body_id=body.id, values=factory_values(body), unsure=("aperture",))
            for body in {each.body.id: each.body for each in planned}.values()
        }

    def frame_of(self, place, name: str, **other) -> ProofFrame:
        held = place.values
        mode = PROGRAM_OF[held["exposure_mode"]]
        values = {
            "exposure_program": mode, "exposure_s": held.get("shutter_s", 1 / 250), "f_number": held.get("aperture", 4.0), "iso": held.get("iso", 400),
            "compensation_ev": held.get("exposure_comp_ev", 0.0), "metering": held.get("metering"), "body_make_model": place.body, **other,
        }  # fmt: skip
        return ProofFrame(name, name, FrameMetadata(**values))

    def test_frames_taken_in_any_order_find_their_places_and_all_stands_as_planned(self):
        self.assertGreater(len(self.places), 1)
        frames = [self.frame_of(place, f"F{k}") for k, place in enumerate(self.places)]
        found = proof_round(self.places, frames[::-1])
        self.assertEqual(found.differ, 0)
        self.assertEqual(len({each.frame_id for each in found.places}), len(self.places))
        self.assertEqual(found.as_planned, sum(len(each.proof.as_planned) for each in found.places))
        self.assertIn("none differs", found.sentence)

    def test_what_differs_is_found_at_its_own_place_and_a_missing_frame_is_named(self):
        first = self.places[0]
        wrong = self.frame_of(first, "W", f_number=first.values["aperture"] * 2)
        others = [self.frame_of(place, f"F{k}") for k, place in enumerate(self.places[2:])]
        found = proof_round(self.places, [wrong, *others])
        by_label = {each.label: each for each in found.places}
        self.assertEqual([each.setting for each in by_label[first.label].proof.differ], ["aperture"])
        without = [each.label for each in found.places if each.proof is None]
        self.assertEqual(len(without), 1)
        self.assertIn(f"No frame from {without[0]}", found.sentence)

    def test_another_body_s_frame_proves_nothing_and_none_at_all_says_so(self):
        strange = self.frame_of(self.places[0], "S", body_make_model="Another body")
        self.assertIn("No frame proves anything yet.", proof_round(self.places, [strange]).sentence)
        nameless = self.frame_of(self.places[0], "N", body_make_model=None)
        self.assertIsNotNone(proof_round(self.places, [nameless]).places[0].proof)

    def test_the_states_hold_what_was_seen_and_doubts_about_it_are_gone(self):
        first = self.places[0]
        wrong = self.frame_of(first, "W", f_number=first.values["aperture"] * 2)
        (state,) = states_as_proven(proof_round([first], [wrong]), [first], self.states, NOW)
        slot = state.slot(first.id)
        self.assertEqual(slot.values["aperture"], wrong.said.f_number)
        self.assertEqual(slot.values["metering"], first.values["metering"])
        self.assertEqual((state.active_slot, state.unsure, state.source, state.at), (first.id, (), "pre_flight", NOW))
        self.assertEqual(states_as_proven(proof_round([first], []), [first], self.states, NOW), ())

    def test_a_body_without_places_is_proven_as_it_stands(self):
        planned = planned_of("tarn")
        bare = next(body for body in BODIES if not body.slots or not body.still_banks)
        given = planned[0].with_kit(bare, planned[0].lens)
        packed = pack_shoot(ShootToPack(planned=[given], books={}, states={}))
        item = item_of(given)
        (place,) = places_of(packed.bodies[0], item.title, item.target)
        self.assertEqual((place.id, place.label, place.values), (None, AS_IT_STANDS, item.target))

    def test_the_pre_flight_asks_for_it_where_there_are_places(self):
        asked = [line for line in made(planned_of("cup-final")).lines if line.code.endswith("/proof")]
        self.assertTrue(asked)
        for place in self.places:
            self.assertTrue(any(place.label in line.do for line in asked))
