"""The change route: exact for small cases, never worse than one by one, what is dangerous first."""

import csv
import io
import itertools
import math

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from tests.core.builders import body
from tests.core.hands import DEMO_BODIES, DEMO_BOOKS, book, demo_target, state
from wide_aperture.core.camera.phrasebook import Phrase, Reach
from wide_aperture.core.camera.route import route
from wide_aperture.core.camera.route.choose import cheapest
from wide_aperture.core.camera.route.costs import ITEM_S, OPEN_S, PAGE_S, Offer, alone_s
from wide_aperture.core.camera.route.export import markdown, to_csv
from wide_aperture.core.camera.state import StoredSlot, differences, same_value
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.documents.body_support import Condition, SettingSupport

SCREENS = ("quick_screen", "personal_menu", "menu")


@st.composite
def small_offers(draw):
    """One to five settings, each with one to three ways over dials, screens and two menu pages."""
    found = {}
    for k in range(draw(st.integers(1, 5))):
        ways = draw(st.lists(st.sampled_from(("dial", *SCREENS)), min_size=1, max_size=3, unique=True))
        found[f"s{k}"] = [
            Offer(
                Reach(way=way, path=("x",)),
                draw(st.sampled_from((0.3, 0.9, 1.3, 2.0, 5.0, 9.0))),
                draw(st.sampled_from(("A", "B"))) if way == "menu" else "",
            )
            for way in ways
        ]
        if "menu" in ways and draw(st.booleans()):  # on two pages, as some cameras have it
            found[f"s{k}"] += [
                Offer(Reach(way="menu", path=("y",)), draw(st.sampled_from((0.3, 2.0))), page) for page in "AB"
            ]
    return found


def brute_force(offered):
    """Every combination of ways, priced by what it opens: nothing clever."""
    best = math.inf
    for chosen in itertools.product(*offered.values()):
        opened = {offer.reach.way for offer in chosen} & set(SCREENS)
        pages = {offer.page for offer in chosen if offer.page}
        seconds = sum(OPEN_S[way] for way in opened) + PAGE_S * len(pages) + sum(offer.seconds for offer in chosen)
        best = min(best, seconds)
    return best


class Cheapest(SimpleTestCase):
    @given(offered=small_offers())
    def test_no_combination_of_ways_is_cheaper(self, offered):
        found = cheapest(offered)
        self.assertAlmostEqual(found.seconds, brute_force(offered))
        self.assertEqual(set(found.by_setting), set(offered))

    @given(offered=small_offers())
    def test_the_price_is_that_of_the_ways_named(self, offered):
        found = cheapest(offered)
        opened = {offer.reach.way for offer in found.by_setting.values()} & set(SCREENS)
        pages = {offer.page for offer in found.by_setting.values() if offer.page}
        parts = sum(offer.seconds for offer in found.by_setting.values())
        self.assertAlmostEqual(found.seconds, parts + sum(OPEN_S[way] for way in opened) + PAGE_S * len(pages))

    def test_very_many_linked_pages_are_answered_in_time_and_never_by_all_of_them(self):
        pages = [f"P{k}" for k in range(30)]
        offered = {
            f"s{k}": [Offer(Reach(way="menu", path=("x",)), 1.0, page) for page in (pages[k], pages[(k + 1) % 30])]
            for k in range(30)
        }
        found = cheapest(offered)
        self.assertAlmostEqual(found.seconds, OPEN_S["menu"] + 15 * PAGE_S + 30)  # every second page is enough

    def test_nothing_to_do_costs_nothing(self):
        self.assertEqual(cheapest({}).seconds, 0)

    def test_a_page_is_turned_to_once_many_settings_wait_there(self):
        on_page = Offer(Reach(way="menu", path=("A", "x")), 1.0, "A")
        aside = Offer(Reach(way="dial", path=("d",)), 2.5)
        one = cheapest({"a": [on_page, aside]})
        many = cheapest({name: [on_page, aside] for name in "abcdef"})
        self.assertEqual(one.by_setting["a"].reach.way, "dial")
        self.assertEqual({offer.reach.way for offer in many.by_setting.values()}, {"menu"})


@st.composite
def targets(draw):
    """Some settings of the catalogue at some of their options."""
    entries = draw(
        st.lists(st.sampled_from([e for e in catalogue() if e.options]), min_size=1, max_size=25, unique=True)
    )
    return {entry.id: draw(st.sampled_from([option.id for option in entry.options])) for entry in entries}


class Routes(SimpleTestCase):
    @given(target=targets(), camera=st.sampled_from(list(DEMO_BODIES.values())))
    def test_never_dearer_than_one_by_one_and_it_sets_each_difference_once(self, target, camera):
        now = state(camera)
        way = route(now, target, DEMO_BOOKS[camera.id], camera)
        named = [step.setting for step in way.steps if step.setting]
        self.assertLessEqual(way.seconds, way.item_by_item_s + 1e-6)
        self.assertEqual(sorted(named), sorted(differences(now.values, target)))
        self.assertEqual(way.differs, len(named))

    @given(target=targets())
    def test_more_places_never_make_it_longer(self, target):
        camera = DEMO_BODIES[next(iter(DEMO_BODIES))]
        now = state(camera)
        slot = StoredSlot(id="full-1", name="Other", values=dict(list(target.items())[::2]))
        with_slot = now.model_copy(update={"slots": (slot,)})
        self.assertLessEqual(
            route(with_slot, target, DEMO_BOOKS[camera.id], camera).seconds,
            route(now, target, DEMO_BOOKS[camera.id], camera).seconds + 1e-6,
        )

    def test_where_it_stands_already_nothing_is_said_to_do(self):
        camera = body()
        way = route(state(camera, iso=400), {"iso": 400}, book(camera), camera)
        self.assertEqual((way.steps, way.seconds), ((), 0))
        self.assertIn("already", way.sentence)

    def test_what_somebody_doubts_is_set_again(self):
        camera = body()
        doubted = state(camera, iso=400).model_copy(update={"unsure": ("iso",)})
        self.assertEqual(
            [step.setting for step in route(doubted, {"iso": 400}, book(camera), camera).steps if step.setting], ["iso"]
        )

    def test_what_spoils_frames_is_undone_first(self):
        camera = body()
        now = state(camera, self_timer="10s", bracketing="5x1", metering="spot", drive="single")
        target = {"metering": "multi_segment", "drive": "continuous_high", "self_timer": "off", "bracketing": "none"}
        steps = [step for step in route(now, target, book(camera), camera).steps if step.setting]
        self.assertEqual({step.setting for step in steps[:2]}, {"self_timer", "bracketing"})
        self.assertEqual([step.undoes_danger for step in steps], [True, True, False, False])

    def test_menu_pages_are_visited_once_and_in_their_order(self):
        for title in ("Vows in the chapel", "Galactic core", "Walkabout, set distance", "Tarn before sunrise"):
            camera, target = demo_target(title)
            words = DEMO_BOOKS[camera.id]
            with self.subTest(title=title, body=camera.name):
                turned = [
                    step.place for step in route(state(camera), target, words, camera).steps if step.kind == "page"
                ]
                dangerous = len(set(turned)) < len(turned)
                self.assertFalse(dangerous, turned)
                self.assertEqual(turned, sorted(turned, key=words.pages.index))

    def test_a_dial_that_does_something_else_is_not_offered(self):
        camera = body()
        usual = route(
            state(camera, shutter_s=1 / 128), {"shutter_s": 1 / 1024, "exposure_mode": "manual"}, book(camera), camera
        )
        moved = state(camera, shutter_s=1 / 128, dial_rear="comp")
        other = route(moved, {"shutter_s": 1 / 1024, "exposure_mode": "manual"}, book(camera), camera)
        ways = [{step.setting: step.way for step in way.steps}["shutter_s"] for way in (usual, other)]
        self.assertEqual(ways[0], "dial")
        self.assertNotEqual(ways[1], "dial")

    def test_what_the_mode_or_white_balance_takes_over_waits_for_them(self):
        camera = body()
        now = state(camera, exposure_mode="program", white_balance="auto")
        target = {"kelvin": 3200, "shutter_s": 1 / 500, "white_balance": "kelvin", "exposure_mode": "manual"}
        order = [step.setting for step in route(now, target, book(camera), camera).steps if step.setting]
        self.assertLess(order.index("exposure_mode"), order.index("shutter_s"))
        self.assertLess(order.index("white_balance"), order.index("kelvin"))

    def test_an_option_the_body_offers_only_beside_another_waits_for_it(self):
        electronic = Condition(
            when_setting="shutter_type", is_one_of=("mechanical",), without_options=("precapture",), because="x"
        )
        camera = body(
            support=(SettingSupport(setting="drive", options=("single", "precapture"), conditions=(electronic,)),)
        )
        now = state(camera, shutter_type="mechanical", drive="single")
        steps = route(now, {"drive": "precapture", "shutter_type": "electronic"}, book(camera), camera).steps
        self.assertEqual([step.setting for step in steps if step.setting], ["shutter_type", "drive"])

    def test_a_recall_is_taken_when_it_pays_and_only_the_rest_is_set(self):
        camera, target = demo_target("First dance, bounced flash")
        now = state(camera)
        slot = StoredSlot(id="full-1", name="Dance", values={**target, "metering": "spot"})
        way = route(now.model_copy(update={"slots": (slot,)}), target, DEMO_BOOKS[camera.id], camera)
        self.assertEqual(way.slot, "full-1")
        self.assertEqual(way.steps[0].kind, "recall")
        self.assertEqual([step.setting for step in way.steps if step.setting], ["metering"])
        self.assertGreater(way.item_by_item_s, way.seconds * 10)
        self.assertEqual(way.recalled, way.differs - 1)

    def test_a_look_place_and_a_full_place_work_together(self):
        camera = body()
        target = {
            "drive": "continuous_high",
            "metering": "spot",
            "af_mode": "continuous",
            "picture_profile": "mono",
            "look_contrast": 2,
            "look_shadow": 1,
            "look_sharpness": -1,
        }
        full = StoredSlot(id="full-1", name="Action", values={k: target[k] for k in ("drive", "metering", "af_mode")})
        look = StoredSlot(id="look-1", name="Ink", values={k: v for k, v in target.items() if k not in full.values})
        now = state(camera).model_copy(update={"slots": (full, look)})
        self.assertEqual([step.value for step in route(now, target, book(camera), camera).steps], ["full-1", "look-1"])

    def test_the_scope_switch_is_set_before_a_place_of_the_other_family(self):
        camera = body()
        far = StoredSlot(
            id="full-3",
            name="Night",
            values={"drive": "continuous_high", "metering": "spot", "af_mode": "manual"},
            family="lower",
        )
        near = StoredSlot(id="full-1", name="Day", values={}, family="upper")
        now = state(camera).model_copy(update={"slots": (near, far), "active_slot": "full-1"})
        self.assertEqual(
            [step.kind for step in route(now, far.values, book(camera), camera).steps], ["scope", "recall"]
        )
        there = now.model_copy(update={"active_slot": "full-3"})
        self.assertEqual([step.kind for step in route(there, far.values, book(camera), camera).steps], ["recall"])

    def test_a_person_s_own_seconds_decide(self):
        camera = body()
        slow = Phrase(setting="metering", words="Reading", reaches=(Reach(way="button", path=("meter button",), seconds=30), Reach(way="menu", path=("Metering", "Reading"))))  # fmt: skip
        words = book(camera).model_copy(update={"phrases": (slow,)})
        (step,) = [s for s in route(state(camera), {"metering": "spot"}, words, camera).steps if s.setting]
        self.assertEqual(step.way, "menu")
        self.assertAlmostEqual(
            alone_s(words, "metering", state(camera).values, {"metering": "spot"}),
            OPEN_S["menu"] + PAGE_S + ITEM_S["menu"],
        )

    def test_marked_values_are_one_value(self):
        self.assertTrue(same_value(1 / 250, 1 / 256))
        self.assertTrue(same_value(5.6, 5.656854))
        self.assertFalse(same_value(5.6, 6.3))
        self.assertFalse(same_value(True, 1))
        self.assertFalse(same_value("on", None))


class Exports(SimpleTestCase):
    def setUp(self):
        camera, target = demo_target("Vows in the chapel")
        self.way = route(state(camera), target, DEMO_BOOKS[camera.id], camera)

    def test_markdown_has_a_box_for_every_step_in_the_camera_s_words(self):
        text = markdown("Routes", [("Alder 24: Vows", self.way)])
        self.assertEqual(text.count("- [ ] "), len(self.way.steps))
        self.assertIn("## Alder 24: Vows", text)
        self.assertIn("Page “Light leaf”.", text)

    def test_csv_has_a_line_for_every_step(self):
        rows = list(csv.DictReader(io.StringIO(to_csv([("Vows", self.way)]))))
        self.assertEqual(len(rows), len(self.way.steps))
        self.assertAlmostEqual(sum(float(row["seconds"]) for row in rows), self.way.seconds, delta=0.05 * len(rows))
        self.assertTrue(all(row["meaning"] for row in rows if ":" in row["camera says"]))
