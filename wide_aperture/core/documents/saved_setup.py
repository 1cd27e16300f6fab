"""Documents that leave the application: the saved setup, its versions, and how old ones are brought up to date."""

from __future__ import annotations

import datetime as dt
import json
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Annotated, Any, Literal, get_args
from uuid import UUID

from pydantic import Field, ValidationError

from wide_aperture.core.document import Document, Name, Text
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.plan import Choice, Finding, Price
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.setting_ids import OPTIONS, SettingId
from wide_aperture.core.documents.setup import Foundation, Pin, Setup
from wide_aperture.core.documents.situation import Situation
from wide_aperture.core.errors import DomainError

FORMAT: Literal["wide-aperture/setup"] = "wide-aperture/setup"
FORMAT_VERSION: Literal[3] = 3


class SavedSetup(Document):
    """An immutable snapshot of a plan: the setup with everything it was computed from."""

    format: Literal["wide-aperture/setup"] = FORMAT
    format_version: Literal[3] = FORMAT_VERSION
    id: UUID
    title: Name
    note: Text = ""
    tags: Annotated[tuple[Annotated[str, Field(min_length=1, max_length=40)], ...], Field(max_length=20)] = ()
    version_of: UUID | None = Field(default=None, description="The first version this one descends from")
    version: Annotated[int, Field(ge=1)] = 1
    saved_at: dt.datetime
    planner_version: Annotated[str, Field(max_length=20)]
    input_revisions: dict[str, int] = {}
    body: Body
    lens: Lens
    situation: Situation
    preferences: Preferences = Preferences()
    accessories: Accessories = Accessories()
    foundation: Foundation | None = None
    pins: tuple[Pin, ...] = ()
    setup: Setup
    choice: Choice
    prices: tuple[Price, ...] = ()
    findings: tuple[Finding, ...] = ()
    archived: bool = Field(default=False, description="Put away: kept, and not shown or proposed")


class SetupSummary(Document):
    """What a list of saved setups shows of one."""

    title: Name
    note: Text
    tags: tuple[str, ...]
    version_of: UUID | None
    version: int
    saved_at: dt.datetime
    archived: bool = False
    kit: str
    brief: str
    exposure: tuple[float, float, float] = Field(description="Seconds, f-number, ISO")


def summary_of(setup: SavedSetup) -> SetupSummary:
    """The few lines a list of saved setups needs; the whole document is some hundred times as long."""
    return SetupSummary(
        title=setup.title,
        note=setup.note,
        tags=setup.tags,
        version_of=setup.version_of,
        version=setup.version,
        saved_at=setup.saved_at,
        archived=setup.archived,
        kit=f"{setup.body.name}, {setup.lens.name}",
        brief=f"{setup.situation.title}, {setup.situation.genre.replace('_', ' ')}",
        exposure=(setup.choice.shutter_s, setup.choice.aperture, setup.choice.iso),
    )


def _from_version_1(document: dict[str, Any]) -> dict[str, Any]:
    """Version 2 added tags, versions, and whether a price is seen at the output."""

    def seen(price: dict[str, Any]) -> dict[str, Any]:
        ev = price.get("ev")
        plainly = isinstance(ev, int | float) and ev >= 0.5
        return {"seen": "plainly" if plainly else "barely", "seen_because": "Judged by its size alone.", **price}

    found = document.get("prices")
    prices = [seen(price) for price in found if isinstance(price, dict)] if isinstance(found, list) else []
    return {**document, "format_version": 2, "prices": prices}


def _from_version_2(document: dict[str, Any]) -> dict[str, Any]:
    """Version 3 added the foundation, and the values within sentences; old reasons stay the text they are."""
    return {**document, "format_version": 3, "foundation": None}


# One function per old version: takes that version's JSON, returns the next one's.
UPGRADES: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {1: _from_version_1, 2: _from_version_2}


def upgrade(document: Mapping[str, Any]) -> dict[str, Any]:
    """Bring a saved setup of any known version to the present one, step by step.

    Raises: DomainError when it is no saved setup, or of a version newer than this program knows.
    """
    current = dict(document)
    if current.get("format") != FORMAT:
        raise DomainError("format", current.get("format"), f"must be {FORMAT!r}: this is no saved setup")
    version = current.get("format_version")
    if not isinstance(version, int) or isinstance(version, bool) or not 1 <= version <= FORMAT_VERSION:
        raise DomainError(
            "format_version", version, f"must be 1 to {FORMAT_VERSION}; update the program for newer files"
        )
    while version < FORMAT_VERSION:
        current = UPGRADES[version](current)
        version = current["format_version"]
    return current


@dataclass(frozen=True)
class Imported:
    """What an import made of a file: the document, and what it had to leave out, as JSON Pointers."""

    document: SavedSetup
    kept: int
    dropped: tuple[str, ...] = field(default=())


def import_setup(text: str) -> Imported:
    """Read a saved setup leniently: unknown fields and settings are dropped and reported, the rest is kept.

    Raises: DomainError when the text is no JSON or no saved setup; pydantic.ValidationError when what remains after
        dropping the unknown is still not valid.
    """
    try:
        raw = json.loads(text, parse_constant=_refuse_constant)
    except (ValueError, RecursionError) as error:
        raise DomainError("file", f"{text[:40]}…" if len(text) > 40 else text, "must be JSON") from error
    if not isinstance(raw, dict):
        raise DomainError("file", type(raw).__name__, "must be a saved setup")
    current = upgrade(raw)
    dropped = _drop_unknown_settings(current)
    for _ in range(200):
        try:
            document = SavedSetup.model_validate_json(json.dumps(current))
            return Imported(document, kept=len(document.setup.settings), dropped=tuple(dropped))
        except ValidationError as error:
            extras = [e["loc"] for e in error.errors() if e["type"] == "extra_forbidden"]
            if not extras:
                raise
            for location in extras:
                dropped.append(_remove(current, location))
    raise DomainError("file", "", "has too many unknown fields")


def _refuse_constant(name: str) -> float:
    raise ValueError(f"{name} is no JSON number")


def _drop_unknown_settings(current: dict[str, Any]) -> list[str]:
    known = get_args(SettingId.__value__)
    setup = current.get("setup")
    settings = setup.get("settings") if isinstance(setup, dict) else None
    if not isinstance(settings, dict):
        return []
    dropped = []
    for name in list(settings):
        value = settings[name].get("value") if isinstance(settings[name], dict) else None
        if name not in known:
            dropped.append(f"/setup/settings/{name}")
        elif name in OPTIONS and isinstance(value, str) and value not in OPTIONS[name]:
            dropped.append(f"/setup/settings/{name}/value")
        else:
            continue
        del settings[name]
    return dropped


def _remove(current: Any, location: Sequence[int | str]) -> str:
    """Remove the unknown field a validation error points at; union tags in the location are skipped."""
    holder: Any = current
    path: list[str] = []
    for part in location[:-1]:
        if (isinstance(holder, dict) and part in holder) or (isinstance(holder, list) and isinstance(part, int)):
            holder = holder[part]  # type: ignore[index]
            path.append(str(part))
    del holder[location[-1]]
    return "/" + "/".join([*path, str(location[-1])])
