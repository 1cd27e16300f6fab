"""The twelve photographers' controls: their packings assign what each is used to, and the simulated camera does it."""

from uuid import UUID

from django.test import SimpleTestCase

from tests.core.habits import TWELVE
from tests.core.hands import state
from wide_aperture.core.camera.controls.functions import FUNCTIONS
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.deeds import act
from wide_aperture.core.camera.packing import ShootToPack, pack_shoot
from wide_aperture.core.camera.phrasebook import usual_phrasebook
from wide_aperture.core.camera.simulated import Action, new_camera
from wide_aperture.core.camera.storage.documents import PackingDocument
from wide_aperture.core.planning import plan_of

ADDED = {
    "focus_area", "af_manual", "detection_toggle", "faces_first", "tracking_off", "centre_point", "stop_and_lock", "peaking",
    "other_mode", "simulation", "finder_or_screen", "histogram", "level", "stabiliser", "crop", "release_delay", "self_timer",
    "flash_menu", "hdr", "multiple_exposure", "look", "slot", "radio", "magnify", "zoom", "subject_detection",
}  # fmt: skip


def packed(who):
    controls = tuple(
        control.model_copy(update={"area": who.areas.get(control.id), "assigned": who.controls[control.id]})
        if control.id in who.areas
        else control
        for control in usual_controls(who.kit.abilities)
    )
    book = usual_phrasebook(who.kit).model_copy(update={"controls": controls})
    decisions = PackingDocument(id=UUID(int=3), shoot_id=UUID(int=4), habits={str(who.kit.id): who.controls})
    (one,) = pack_shoot(ShootToPack(who.asks(), {who.kit.id: book}, {}, decisions)).bodies
    return one, book


class TheirControls(SimpleTestCase):
    def test_over_the_twelve_every_function_is_on_some_button(self):
        self.assertLessEqual(ADDED, {each.id for each in FUNCTIONS})
        self.assertEqual(ADDED - {does for who in TWELVE for does in who.controls.values()}, set())

    def test_each_packing_keeps_the_habits_and_does_not_fight_itself(self):
        for who in TWELVE:
            one, _ = packed(who)
            assigned = {each.control: each.proposed for each in one.controls.controls}
            with self.subTest(who.name):
                self.assertEqual({name: assigned[name] for name in who.controls}, who.controls)
                kept = {each.because for each in one.controls.controls if each.control in who.controls}
                self.assertEqual(kept, {"Your habit."})
                self.assertEqual([each.code for each in one.controls.conflicts], [])

    def test_each_button_that_starts_focus_brings_its_own_area(self):
        wildlife = next(who for who in TWELVE if who.areas)
        one, _ = packed(wildlife)
        self.assertEqual({each.control: each.area for each in one.controls.controls if each.area}, wildlife.areas)

    def test_their_looks_are_planned_where_they_belong(self):
        planned = {
            (who.name, given.situation.title): plan_of(given) for who in TWELVE if who.looks for given in who.asks()
        }
        self.assertEqual(planned["JPEG everyday", "Blade of noon sun"].setup.option("picture_profile"), "mono")
        self.assertNotEqual(planned["JPEG everyday", "Families in three rows"].setup.option("picture_profile"), "mono")
        self.assertEqual(
            planned["Street, from the pocket", "Walkabout, set distance"].setup.option("look_filter"), "red"
        )

    def test_the_simulated_camera_behaves_as_assigned(self):
        for who in TWELVE:
            one, book = packed(who)
            does = {each.control: each.proposed for each in one.controls.controls}
            controls = tuple(
                each.model_copy(update={"assigned": does[each.id], "setting": None}) for each in book.controls
            )
            words = book.model_copy(update={"controls": controls})
            standing = state(who.kit, **one.packed_state.values)
            for control, function in who.controls.items():
                before = new_camera(who.kit, standing)
                after = act(before, Action(deed="press", target=control), who.kit, words)
                with self.subTest(who.name, control=control, does=function):
                    self.assertFalse(after.refused, after.said)
                    stands, now = before.state.values, after.camera.state.values
                    changed = {name for name, value in now.items() if stands.get(name) != value}
                    reached = next(each for each in FUNCTIONS if each.id == function).settings
                    self.assertLessEqual(changed, set(reached), after.said)
                    back = act(after.camera, Action(deed="press", target=control), who.kit, words).camera
                    self.assertEqual(back.values if after.camera.over else stands, stands)  # what it brought goes again
