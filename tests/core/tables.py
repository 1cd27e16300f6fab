"""Reads the reference tables copied beside the tests."""

from __future__ import annotations

import csv
from collections.abc import Iterator
from pathlib import Path

REFERENCE = Path(__file__).parent / "reference"


def rows(name: str) -> Iterator[dict[str, str]]:
    """Each row of a reference table as text by column."""
    with (REFERENCE / f"{name}.csv").open(newline="", encoding="utf-8") as file:
        yield from csv.DictReader(file)
