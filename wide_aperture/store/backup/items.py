"""JSON in pieces: a file of any size is read item by item, each within limits that are checked before it is parsed."""

from __future__ import annotations

import json
import re
from collections.abc import Iterable, Iterator
from typing import Any

from wide_aperture.core.errors import DomainError
from wide_aperture.store.backup.layout import DEEPEST_NEST

SIGNS = re.compile(rb'["\\\[\]{}]')
NOT_AN_OBJECT = "must hold one JSON object an item"


def too_big(what: str) -> DomainError:
    return DomainError("file", "zip", f"holds {what} than a backup can")


def parse_item(data: bytes, *, most_nodes: int) -> dict[str, Any]:
    """One item as an object. Raises DomainError for too many values, too deep a nest, broken JSON, no object."""
    # Every value of a container has a sign before it, so signs bound the values without parsing.
    if sum(data.count(sign) for sign in (b",", b"[", b"{")) > most_nodes:
        raise too_big("an item with more values")
    try:
        item = json.loads(data)
    except (ValueError, RecursionError) as error:
        raise DomainError("file", data[:40].decode("utf-8", "replace"), "must be JSON") from error
    if not isinstance(item, dict):
        raise DomainError("file", data[:40].decode("utf-8", "replace"), NOT_AN_OBJECT)
    return item


def lines(chunks: Iterable[bytes], *, most_bytes: int) -> Iterator[bytes]:
    """The lines of a file that comes in chunks. Raises DomainError for a line beyond most_bytes."""
    rest = b""
    for chunk in chunks:
        *whole, rest = (rest + chunk).split(b"\n")
        yield from (line for line in whole if line.strip())
        if len(rest) > most_bytes:
            raise too_big("a longer line")
    if rest.strip():
        yield rest


def array_items(chunks: Iterable[bytes], *, most_bytes: int) -> Iterator[bytes]:
    """The objects of a JSON array that comes in chunks, each as its text. Raises DomainError for anything else."""
    buffer, scanned, begins, depth = b"", 0, -1, 0
    in_text, skip_until = False, 0
    for chunk in chunks:
        buffer += chunk
        for sign in SIGNS.finditer(buffer, scanned):
            at, mark = sign.start(), sign.group()
            if at < skip_until:
                continue
            if in_text:
                if mark == b"\\":
                    skip_until = at + 2
                in_text = mark != b'"'
                continue
            if mark == b'"':
                in_text = True
                if depth < 2:
                    raise DomainError("file", "zip", NOT_AN_OBJECT)
            elif mark in b"[{":
                depth += 1
                if depth > DEEPEST_NEST:
                    raise too_big("a deeper nest")
                if depth == 1 and mark != b"[":
                    raise DomainError("file", "zip", "must hold a list of documents")
                if depth == 2:
                    if mark != b"{":
                        raise DomainError("file", "zip", NOT_AN_OBJECT)
                    begins = at
            elif mark in b"]}":
                depth -= 1
                if depth == 1 and begins >= 0:
                    yield buffer[begins : at + 1]
                    begins = -1
        scanned = max(len(buffer), skip_until)
        keep = begins if begins >= 0 else min(len(buffer), scanned)
        buffer, begins = buffer[keep:], (0 if begins >= 0 else -1)
        scanned, skip_until = scanned - keep, max(skip_until - keep, 0)
        if len(buffer) > most_bytes:
            raise too_big("a larger item")
