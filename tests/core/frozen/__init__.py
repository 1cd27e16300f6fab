"""What the core answers, as numbers, beside what it answered before: nothing moves unseen.

Each table is a module with `table()`: lines by title. After a change that is meant, `make frozen` writes the tables anew;
the differences are read in the diff, and their reason goes into the changelog. Sentences stand as a few characters of their
digest: enough to see that another one is said.
"""

from __future__ import annotations

import dataclasses
import datetime as dt
import hashlib
import json
from collections.abc import Iterator, Mapping
from pathlib import Path
from typing import Any

import numpy as np
from pydantic import BaseModel

from wide_aperture.core.documents.said import BEGIN, in_units

DATA = Path(__file__).parent / "data"
PROSE = {
    "sentence",
    "because",
    "why",
    "said",
    "reasons",
    "note",
    "text",
    "label",
    "title",
    "about",
    "explanation",
    "sign",
    "remedy",
}
Table = dict[str, list[str]]


def read(name: str) -> Table:
    return json.loads((DATA / f"{name}.json").read_text("utf-8"))


def write(name: str, table: Table) -> None:
    (DATA / f"{name}.json").write_text(json.dumps(table, indent=1, ensure_ascii=False) + "\n", "utf-8")


def said(prose: object) -> str:
    """A digest of what is said. Marks of values must not have come this far."""
    if BEGIN in str(prose):
        raise AssertionError(f"a mark has left the core: {prose!r}")
    return "~" + hashlib.sha256(str(prose).encode()).hexdigest()[:5]


def short(value: object) -> str:
    """Four significant figures; noise of the last digits does not count."""
    if isinstance(value, float | np.floating):
        return f"{float(value) + 0.0:.4g}"
    return in_units(str(value))


def flat(value: Any, name: str = "") -> Iterator[str]:
    """One line for each number, truth and option below a value; arrays by what they come to."""
    if isinstance(value, BaseModel):
        value = {field: getattr(value, field) for field in type(value).model_fields}
    elif dataclasses.is_dataclass(value) and not isinstance(value, type):
        value = {field.name: getattr(value, field.name) for field in dataclasses.fields(value)}
    elif hasattr(value, "_asdict"):
        value = value._asdict()
    if isinstance(value, Mapping):
        for key, part in value.items():
            below = f"{name}.{key}" if name else str(key)
            if str(key) not in PROSE:
                yield from flat(part, below)
            elif part:
                yield f"{below}: {said(part)}"
    elif isinstance(value, np.ndarray):
        yield f"{name}: {array(value)}"
    elif isinstance(value, list | tuple) and all(isinstance(part, int | float | str) for part in value):
        yield f"{name}: {' '.join(short(part) for part in value)}"
    elif isinstance(value, list | tuple):
        for at, part in enumerate(value):
            yield from flat(part, f"{name}[{at}]")
    elif isinstance(value, dt.datetime):
        yield f"{name}: {value:%Y-%m-%d %H:%M}"
    else:
        yield f"{name}: {short(value)}"


def array(values: np.ndarray) -> str:
    """Shape, mean, spread and two dozen values spread over an array."""
    numbers = np.asarray(values, dtype=np.float64).ravel()
    picked = numbers[np.linspace(0, numbers.size - 1, min(24, numbers.size)).astype(int)]
    shown = " ".join(short(float(number)) for number in (numbers.mean(), numbers.std(), *picked))
    return f"{'x'.join(map(str, np.shape(values)))} {shown}"
