"""Kit as files: a document goes out as JSON, and comes back leniently, whoever wrote it.

What this version does not know, or cannot take, is left out piece by piece and told; the rest is taken.
"""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Generic, TypeVar
from uuid import uuid4

from pydantic import ValidationError
from pydantic_core import ErrorDetails

from wide_aperture.core.document import Document

D = TypeVar("D", bound=Document)
FORMAT_VERSION = 1
UNKNOWN = ("extra_forbidden", "literal_error")  # to another version these may mean something
MOST_FAULTS = 400
Path = tuple[str | int, ...]


@dataclass(frozen=True, slots=True)
class ReadKit(Generic[D]):
    """A document read from a file. left_out: each thing that was not taken, with its reason."""

    document: D
    left_out: tuple[str, ...]


def kit_file(document: Document, kind: str, *, without: set[str] | None = None) -> str:
    """The document as a file. kind: "body" ...; without: fields that belong to this installation."""
    content = document.model_dump(mode="json", exclude={"id", *(without or set())})
    return json.dumps({"format": f"wide-aperture-{kind}", "format_version": FORMAT_VERSION, **content}, indent=1, ensure_ascii=False)  # fmt: skip


def open_kit(text: str, kind: str) -> dict[str, Any]:
    """The content of a file, of whatever version. Raises: ValueError where it is none of this kind, in a sentence."""
    try:
        content = json.loads(text, parse_constant=_no_number)
    except RecursionError:
        raise ValueError("is nested too deeply to be read") from None
    except json.JSONDecodeError as error:
        raise ValueError(f"is no JSON: {error.msg} in line {error.lineno}") from None
    if not isinstance(content, dict):
        raise ValueError(f"holds no {kind}: an object is expected")
    said = content.pop("format", f"wide-aperture-{kind}")
    if said != f"wide-aperture-{kind}":
        raise ValueError(f"is a file of another kind: {said}")
    content.pop("format_version", None)
    content["id"] = str(uuid4())
    return content


def _no_number(name: str) -> float:
    raise ValueError(f"holds {name}, which is no number")


def take(model: type[D], content: dict[str, Any], kind: str) -> ReadKit[D]:
    """The document with everything of the content that it can hold; content is emptied of the rest.

    Raises: ValueError where a part that nothing can stand in for is missing or wrong, in a sentence.
    """
    left_out: list[str] = []
    emptied: set[int] = set()  # parts that something was taken out of already: what they lack now is no news
    while len(left_out) <= MOST_FAULTS:
        try:
            return ReadKit(model.model_validate_json(json.dumps(content)), tuple(left_out))
        except ValidationError as error:
            before = len(left_out)
            # From behind: what is taken out of a list moves what follows it.
            for path, said in sorted(
                _places(content, error.errors()).items(), key=lambda each: _order(each[0]), reverse=True
            ):
                part = _at(content, path)
                if not _cut(content, path):
                    raise ValueError(f"holds no {kind} that can be used: {_named(path)}: {said}") from None
                if id(part) not in emptied:
                    left_out.insert(before, f"{_named(path)}: {said}")
                emptied.add(id(_at(content, path[:-1])))
    raise ValueError("holds too much that is not known here")


def _places(content: Any, errors: Sequence[ErrorDetails]) -> dict[Path, str]:
    """Which part each fault lies in, and what is wrong with it; of nested faults the outer part."""
    found: dict[Path, str] = {}
    for error in errors:
        rule: Mapping[str, Any] = error.get("ctx", {}) if error["type"] == "rule" else {}
        deeper = [int(part) if part.isdigit() else part for part in str(rule.get("field", "")).split("/") if part]
        path = _there(content, (*error["loc"], *deeper), is_missing=error["type"] == "missing")
        said = error["msg"]
        if error["type"] in UNKNOWN:
            said = (
                "not known to this version"
                if error["type"] == "extra_forbidden"
                else f"{error['input']!r:.60} is not known to this version"
            )
        found.setdefault(path, said.removeprefix("Value error, "))
    return {path: said for path, said in found.items() if not any(path[:n] in found for n in range(len(path)))}


def _there(content: Any, location: Path, *, is_missing: bool) -> Path:
    """The part of the content a fault lies in, without the names of union members; what lacks something is the whole."""
    path: list[str | int] = []
    for part in location:
        held = (isinstance(content, dict) and part in content) or (isinstance(content, list) and isinstance(part, int) and part < len(content))  # fmt: skip
        if held:
            content = content[part]
            path.append(part)
    if is_missing and not path:
        return (location[-1],)
    return tuple(path)


def _at(content: Any, path: Path) -> Any:
    """The part a path leads to; None where nothing is there."""
    for part in path:
        held = part in content if isinstance(content, dict) else isinstance(part, int) and part < len(content)
        content = content[part] if held else None
    return content


def _order(path: Path) -> tuple[tuple[str, int], ...]:
    return tuple((str(part) if isinstance(part, str) else "", part if isinstance(part, int) else 0) for part in path)


def _cut(content: Any, path: Path) -> bool:
    """Take a part out. False where there is none, as with something that is missing."""
    if not path:
        return False
    for part in path[:-1]:
        content = content[part]
    last = path[-1]
    if isinstance(content, dict) and last in content:
        del content[last]
        return True
    if isinstance(content, list) and isinstance(last, int):
        del content[last]
        return True
    return False


def _named(path: Path) -> str:
    """A part in words: "support 3, conditions 1"."""
    words: list[str] = []
    for part in path:
        if isinstance(part, int) and words:
            words[-1] += f" {part + 1}"
        else:
            words.append(str(part).replace("_", " "))
    return ", ".join(words) or "the file"
