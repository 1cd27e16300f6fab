"""The explanation page of each check: what it means, when it fires, what to do."""

from __future__ import annotations

import json
from functools import cache
from importlib import resources
from typing import Literal

from pydantic import TypeAdapter

from wide_aperture.core.document import Document, Name, Text
from wide_aperture.core.errors import UnknownIdError

# Files of data/checks/, named as the modules whose checks they explain; slots: warnings of packing.
GROUPS = (
    "requests", "exposure", "tone", "metering", "movement", "flash", "lamps", "colour", "shutter", "support", "depth", "focus",
    "sequence", "files", "controls", "slots",
)  # fmt: skip


class CheckExplanation(Document):
    """One check, for reading. group: the file it lives in."""

    code: str
    level: Literal["stop", "caution", "note"]
    title: Name
    group: Name
    fires_when: Text
    explanation: Text
    what_to_do: Text


@cache
def explanations() -> tuple[CheckExplanation, ...]:
    """All checks of data/checks/, one file per group."""
    folder = resources.files("wide_aperture.core.craft").joinpath("data/checks")
    found = [
        {"group": name, **page}
        for name in GROUPS
        for page in json.loads(folder.joinpath(f"{name}.json").read_text("utf-8"))["checks"]
    ]
    return TypeAdapter(tuple[CheckExplanation, ...]).validate_python(found)


@cache
def _by_code() -> dict[str, CheckExplanation]:
    return {page.code: page for page in explanations()}


def explanation(code: str) -> CheckExplanation:
    """Raises UnknownIdError for a code no check has."""
    try:
        return _by_code()[code]
    except KeyError:
        raise UnknownIdError("check", code) from None
