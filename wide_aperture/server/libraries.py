"""The libraries this installation runs on, with their licences, as their own metadata says."""

from __future__ import annotations

import re
from functools import cache
from importlib import metadata

OWN = "wide-aperture"
LONGEST_LICENCE = 60


@cache
def libraries() -> tuple[dict[str, str], ...]:
    """Name, version and licence of everything the application needs to run, in order of names; none when it is not installed."""
    needed: dict[str, metadata.Distribution] = {}
    waiting = [OWN]
    while waiting:
        for line in _requires(waiting.pop()):
            name = re.split(r"[\s\[<>=!~;(]", line, maxsplit=1)[0].lower().replace("_", "-")
            if name in needed or "extra ==" in line:
                continue
            try:
                needed[name] = metadata.distribution(name)
            except metadata.PackageNotFoundError:
                continue
            waiting.append(name)
    return tuple(
        {"name": each.metadata["Name"], "version": each.version, "licence": _licence(each)}
        for _, each in sorted(needed.items())
    )


def _requires(name: str) -> list[str]:
    try:
        return metadata.distribution(name).requires or []
    except metadata.PackageNotFoundError:
        return []


def _licence(found: metadata.Distribution) -> str:
    said = _said(found, "License-Expression")
    if not said:
        classified = [
            line.rsplit(" :: ", 1)[-1]
            for line in found.metadata.get_all("Classifier", [])
            if line.startswith("License ::")
        ]
        said = ", ".join(classified) or _said(found, "License").split("\n", 1)[0]
    return said[:LONGEST_LICENCE] or "see its files"


def _said(found: metadata.Distribution, field: str) -> str:
    return str(found.metadata[field] or "").strip() if field in found.metadata else ""
