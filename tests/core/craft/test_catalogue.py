"""Guards: a setting or a check is complete in its own entry, or a test here fails and names it."""

import importlib
import sys
from collections import defaultdict
from typing import Any
from unittest.mock import patch

from django.test import SimpleTestCase
from pydantic import TypeAdapter

from scripts import setting_ids as generator
from tests.core.corpus import all_inputs
from tests.core.planning.test_rules import RULES, answer
from wide_aperture.core.camera.controls.functions import BY_ID
from wide_aperture.core.craft.check_pages import GROUPS as CHECK_GROUPS
from wide_aperture.core.craft.check_pages import explanations
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.documents import setting_ids
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.planning import plan_of
from wide_aperture.core.planning.checks import GROUPS
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.rehearsal.begin import Rehearsal

RULES_ROOM = "wide_aperture.core.planning.rules"
ONE = {entry.id: entry for entry in catalogue()}


def values_of(entry: Any) -> list[Any]:
    """Every value an entry names beside its options."""
    return [entry.factory, entry.usual, entry.guest, *(value for each in entry.spoils for value in each.values)]


class ASetting(SimpleTestCase):
    def test_the_generated_ids_are_the_catalogues(self):
        made: dict[str, Any] = {}
        exec(generator.generated(), made)

        self.assertEqual(made["OPTIONS"], setting_ids.OPTIONS, "run `make schema`")
        self.assertEqual(made["SettingId"].__value__, setting_ids.SettingId.__value__, "run `make schema`")

    def test_stands_once(self):
        self.assertEqual(len(ONE), len(catalogue()))

    def test_names_only_values_it_has(self):
        for entry in catalogue():
            for value in values_of(entry):
                if entry.kind == "choice" and value is not None:
                    with self.subTest(entry.id, value=value):
                        self.assertIn(value, {option.id for option in entry.options})

    def test_has_options_exactly_when_it_is_a_choice(self):
        self.assertEqual([e.id for e in catalogue() if bool(e.options) != (e.kind == "choice")], [])

    def test_says_why_it_is_usual(self):
        self.assertEqual([e.id for e in catalogue() if e.usual is not None and not e.usual_because], [])

    def test_fights_checks_that_exist_and_judge_it(self):
        codes = {page.code for page in explanations()}
        for entry in catalogue():
            with self.subTest(entry.id):
                self.assertEqual(set(entry.fights) - codes, set())

    def test_is_reached_by_functions_that_exist(self):
        for entry in catalogue():
            for name in entry.functions:
                with self.subTest(entry.id, function=name):
                    self.assertIn(entry.id, BY_ID[name].settings)

    def test_feeds_a_field_that_exists(self):
        capture = TypeAdapter(Capture).json_schema()
        begun = TypeAdapter(Rehearsal).json_schema()
        for entry in catalogue():
            if entry.feeds is not None:
                with self.subTest(entry.id, feeds=entry.feeds):
                    root, _, leaf = entry.feeds.partition(".")
                    places = [schema for schema in (capture, begun) if root in schema["properties"]]
                    self.assertTrue(places)
                    if leaf:
                        name = places[0]["properties"][root]["$ref"].rsplit("/", 1)[1]
                        self.assertIn(leaf, places[0]["$defs"][name]["properties"])

    def test_is_set_by_a_rule_that_exists(self):
        for entry in catalogue():
            for rule in entry.set_by:
                if rule != "usual":
                    module, function = rule.split(".")
                    with self.subTest(entry.id, rule=rule):
                        self.assertTrue(hasattr(importlib.import_module(f"{RULES_ROOM}.{module}"), function))

    def test_is_set_in_some_plan_by_the_rules_it_names_and_no_other(self):
        seen = writers()
        for entry in catalogue():
            with self.subTest(entry.id):
                self.assertEqual(seen[entry.id] - set(entry.set_by), set(), "a rule that its entry does not name")
                self.assertEqual(set(entry.set_by) - seen[entry.id], set(), "named, but no plan of any test sets it so")


def writers() -> dict[str, set[str]]:
    """The rules that wrote each setting, over the corpus and the cases of the rules' own tests."""
    seen: dict[str, set[str]] = defaultdict(set)
    put = Draft.put

    def watched(draft: Draft, setting_id: str, *args: Any, **details: Any) -> None:
        frame, names = sys._getframe(1), []
        while frame is not None:
            module = frame.f_globals.get("__name__", "")
            if module.startswith(RULES_ROOM + "."):
                names.append(f"{module.rsplit('.', 1)[1]}.{frame.f_code.co_name}")
            frame = frame.f_back
        inner = next((name for name in names if name.split(".")[1].startswith("_set_")), None)
        seen[setting_id].add(inner or (names[-1] if names else "usual"))
        put(draft, setting_id, *args, **details)

    with patch.object(Draft, "put", watched):
        for given in all_inputs().values():
            plan_of(given)
        for _, setting, one, _, other, _ in RULES:
            answer(one, setting)
            answer(other, setting)
    return seen


class ACheck(SimpleTestCase):
    def test_has_its_page_in_its_own_groups_file(self):
        pages = {page.code: page.group for page in explanations()}
        for module in GROUPS:
            group = module.__name__.rsplit(".", 1)[1]
            for run in module.CHECKS:
                with self.subTest(run.__name__):
                    self.assertEqual(pages.get(run.__name__), group)

    def test_has_a_function_for_every_page(self):
        functions = {run.__name__ for module in GROUPS for run in module.CHECKS}
        self.assertEqual({page.code for page in explanations() if page.group != "slots"} - functions, set())

    def test_groups_are_the_modules(self):
        self.assertEqual([*(m.__name__.rsplit(".", 1)[1] for m in GROUPS), "slots"], list(CHECK_GROUPS))
