"""The foundation as it is saved and travels: what a photographer sets on any body before a situation speaks."""

from __future__ import annotations

import json
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Annotated, Any, Literal, get_args
from uuid import UUID, uuid4

from pydantic import Field, ValidationError

from wide_aperture.core.document import Name
from wide_aperture.core.documents.clock import Zone
from wide_aperture.core.documents.named_look import NamedLook
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import Foundation, Standing
from wide_aperture.core.documents.shoot import PlannedSituation


class FoundationDocument(Foundation):
    """One photographer's foundation. reviewed: bodies on which it has been set; begun: of bodies half described, the step
    their owner stopped at.
    """

    id: UUID
    title: Name = "Foundation"
    reviewed: Annotated[tuple[UUID, ...], Field(max_length=200)] = ()
    mains_hz: Literal[50, 60] = Field(default=50, description="Of the grid at home; what a new situation starts from")
    home_zone: Zone | None = Field(default=None, description="Time zone a new shoot starts from; null: UTC")
    begun: Annotated[dict[UUID, Annotated[str, Field(max_length=20)]], Field(max_length=200)] = {}

    def for_plan(self) -> Foundation:
        return Foundation(
            settings=self.settings,
            standing=self.standing,
            schools=self.schools,
            kept_apart=self.kept_apart,
            looks=self.looks,
            figures=self.figures,
        )


def foundation_of(planned: PlannedSituation, foundations: Iterable[FoundationDocument]) -> Foundation | None:
    """What lies under a situation's plan: the foundation it names, else the first of its owner's; None without any."""
    owned = sorted(foundations, key=lambda each: str(each.id))
    named = [each for each in owned if each.id == planned.foundation_id]
    return next((each.for_plan() for each in (*named, *owned)), None)


FORMAT, FORMAT_VERSION = "wide-aperture-foundation", 1
LONGEST_TITLE = 120
SETTING_IDS = frozenset(get_args(SettingId.__value__))


@dataclass(frozen=True, slots=True)
class ReadFoundation:
    """A foundation read from a file, as a new document. left_out: each thing that was not taken, with its reason."""

    document: FoundationDocument
    left_out: tuple[str, ...]


def foundation_file(document: FoundationDocument) -> str:
    """The foundation as a file: everything but what belongs to this installation."""
    content = document.model_dump(mode="json", exclude={"id", "reviewed", "begun", "mains_hz", "home_zone"})
    return json.dumps({"format": FORMAT, "format_version": FORMAT_VERSION, **content}, indent=1, ensure_ascii=False)


def read_foundation(text: str) -> ReadFoundation:
    """Read a foundation file. What this version does not know is left out and told, the rest is taken.

    Raises: ValueError where the text is no such file, with a sentence for the reader.
    """
    try:
        content = json.loads(text)
    except json.JSONDecodeError as error:
        raise ValueError(f"is no JSON: {error.msg} in line {error.lineno}") from None
    if not isinstance(content, dict) or not isinstance(content.get("settings", {}), dict):
        raise ValueError("holds no foundation: an object with settings is expected")
    if content.get("format", FORMAT) != FORMAT:
        raise ValueError(f"is a file of another kind: {content['format']}")
    left_out: list[str] = []
    settings = {
        name: value
        for name, value in _mapped(content, "settings", left_out).items()
        if _taken(left_out, str(name), lambda name=name, value=value: Foundation(settings={name: value}))
    }
    schools = {
        question: answer
        for question, answer in _mapped(content, "schools", left_out).items()
        if _taken(
            left_out,
            f"school of {question}",
            lambda question=question, answer=answer: Foundation(schools={question: answer}),
        )
    }
    apart = [
        name
        for name in _listed(content.get("kept_apart"), left_out, "kept_apart")
        if _taken(left_out, f"kept apart {name}", lambda name=name: Foundation(kept_apart=(name,)))
    ]
    standing = [
        each
        for number, each in enumerate(_listed(content.get("standing"), left_out, "standing"), 1)
        if _taken(left_out, f"standing value {number}", lambda each=each: Standing.model_validate(each))
    ]
    looks = [
        each
        for number, each in enumerate(_listed(content.get("looks"), left_out, "looks"), 1)
        if _taken(left_out, f"look {number}", lambda each=each: NamedLook.model_validate(each))
    ]
    looks = _named_once(looks, left_out)
    figures = {
        name: own
        for name, own in _mapped(content, "figures", left_out).items()
        if _taken(left_out, f"own figure {name}", lambda own=own: OwnFigure.model_validate(own))
    }
    known = {
        "looks",
        "figures",
        "format",
        "format_version",
        "title",
        "settings",
        "standing",
        "schools",
        "kept_apart",
        "id",
        "reviewed",
        "begun",
    }
    left_out += [f"{name}: not known to this version" for name in content if name not in known]
    title = str(content.get("title") or "Foundation").strip()[:LONGEST_TITLE] or "Foundation"
    document = FoundationDocument.model_validate(
        {
            "id": uuid4(),
            "title": title,
            "settings": settings,
            "standing": standing,
            "schools": schools,
            "kept_apart": apart,
            "looks": looks,
            "figures": figures,
        }
    )
    return ReadFoundation(document, tuple(left_out))


def _named_once(looks: list[Any], left_out: list[str]) -> list[Any]:
    """Looks of which each name stands once: the first holds, the others are told."""
    found: dict[str, Any] = {}
    for look in looks:
        if look["name"] in found:
            left_out.append(f"look “{look['name']}”: stands there twice; the first is kept")
        found.setdefault(look["name"], look)
    return list(found.values())


def _mapped(content: dict[str, Any], name: str, left_out: list[str]) -> dict[str, Any]:
    found = content.get(name)
    if found is None or isinstance(found, dict):
        return found or {}
    left_out.append(f"{name}: is no table of names and values")
    return {}


def _listed(found: Any, left_out: list[str], name: str) -> list[Any]:
    if found is None or isinstance(found, list):
        return found or []
    left_out.append(f"{name}: is no list")
    return []


def _taken(left_out: list[str], name: str, make: Any) -> bool:
    """True where a part can be made; else it is told why not."""
    try:
        make()
    except ValidationError as error:
        first = error.errors()[0]
        known = name in SETTING_IDS or name.startswith(("standing value", "school of", "look ", "own figure"))
        said = first["msg"].removeprefix("Value error, ") if known else "not known to this version"
        left_out.append(f"{name}: {said}")
        return False
    return True
