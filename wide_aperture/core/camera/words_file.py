"""A body's words and control map as a file, there and back."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from wide_aperture.core.camera.controls.on_body import lacking, only_what_is_there
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.abilities import Abilities
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.kit_file import ReadKit, kit_file, open_kit, take

KIND = "words"


def words_file(book: Phrasebook) -> str:
    """The phrasebook with its controls as a file: everything but whose it is."""
    return kit_file(book, KIND, without={"body_id"})


def read_words(text: str, book_id: UUID, body: Body) -> ReadKit[Phrasebook]:
    """Read a file of words and controls for a body. What cannot be taken is left out and told.

    Settings and options the body lacks are kept, for another of its kind, and told too.
    Raises: ValueError where the text is no such file, with a sentence for the reader.
    """
    content = open_kit(text, KIND) | {"id": str(book_id), "body_id": str(body.id)}
    told = [*_one_function_a_press(content), *_unknown_options(content)]
    found = take(Phrasebook, content, KIND)
    named = [f"{field}: {rule}; left out" for field, _, rule in lacking(found.document.controls, body)]
    there = tuple(only_what_is_there(control, body) for control in found.document.controls)
    book = found.document.model_copy(update={"controls": there})
    return ReadKit(book, (*told, *found.left_out, *named, *_lacking(book, body)))


def _listed(content: dict[str, Any], name: str) -> list[Any]:
    found = content.get(name)
    return found if isinstance(found, list) else []


def _one_function_a_press(content: dict[str, Any]) -> list[str]:
    """Controls that stand there twice: the first holds, each further one is told."""
    first: dict[str, Any] = {}
    told: list[str] = []
    for control in _listed(content, "controls"):
        name = str(control.get("id")) if isinstance(control, dict) else ""
        if name and name in first:
            held, other = first[name].get("assigned", "off"), control.get("assigned", "off")
            told.append(f"control {name}: two functions on one press; {held!r} is kept, {other!r} is not")
        elif name:
            first[name] = control
    if told:
        content["controls"] = [each for each in content["controls"] if not isinstance(each, dict) or each is first.get(str(each.get("id")))]  # fmt: skip
    return told


def _unknown_options(content: dict[str, Any]) -> list[str]:
    """Words for options that no setting has: taken out and told, so that the phrase keeps the others."""
    known: dict[str, set[str]] = {entry.id: {option.id for option in entry.options} for entry in catalogue.catalogue()}
    told: list[str] = []
    for phrase in _listed(content, "phrases"):
        options = phrase.get("options") if isinstance(phrase, dict) else None
        if not isinstance(options, dict) or str(phrase.get("setting")) not in known:
            continue
        for option in [each for each in options if each not in known[str(phrase["setting"])]]:
            told.append(f"{phrase['setting']}: no option {option!r} is known to this version")
            del options[option]
    return told


def _lacking(book: Phrasebook, body: Body) -> list[str]:
    told: list[str] = []
    silent = {each.setting for each in Abilities().lacks}  # what most bodies lack is no news
    for phrase in book.phrases:
        if phrase.setting in silent:
            continue
        declared, label = body.support_of(phrase.setting), catalogue.setting(phrase.setting).label
        if declared is None:
            continue
        if not declared.options:
            told.append(f"{label}: {body.name} does not have it; the words are kept")
        told += [
            f"{label}: {body.name} has no “{catalogue.setting(phrase.setting).option_label(option)}”; the word is kept"
            for option in phrase.options
            if declared.options and option not in declared.options
        ]
    return told
