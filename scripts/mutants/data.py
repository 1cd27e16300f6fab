"""Mutants of craft data: every number of the practice table, the catalogue, the lights and the symptoms, a tenth each way."""

from __future__ import annotations

import ast
import sys
from collections.abc import Iterator, Mapping
from pathlib import Path
from typing import Any

from pydantic import BaseModel

from scripts.mutants.reach import CORE
from scripts.mutants.trial import LONGEST_DATA_S, Trial
from wide_aperture.core.craft import figures
from wide_aperture.core.craft.activities import activities
from wide_aperture.core.craft.lights import named_lights
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.planning.symptoms import symptoms

Step = str | int
# Tests that see most numbers, in this order; the frozen answers reach nearly all of them.
FIRST = (
    "tests.core.test_frozen.Frozen.test_crafts", "tests.core.planning.test_limit_values", "tests.core.planning.test_thresholds",
    "tests.core.craft", "tests.core.planning.test_printed_numbers", "tests.core.test_frozen.Frozen.test_plans",
    "tests.core.test_frozen.Frozen.test_quantities", "tests.core.test_frozen", "tests.core.camera", "tests.core.sky", "tests.core.picture",
    "tests.core.rehearsal", "tests.core.planning",
)  # fmt: skip


def numbers(value: Any, path: tuple[Step, ...] = ()) -> Iterator[tuple[tuple[Step, ...], float]]:
    """Every number below a loaded document, with the way to it."""
    if isinstance(value, bool) or value is None or isinstance(value, str):
        return
    if isinstance(value, int | float):
        if value:
            yield path, float(value)
    elif isinstance(value, BaseModel):
        for name in type(value).model_fields:
            yield from numbers(getattr(value, name), (*path, name))
    elif isinstance(value, Mapping):
        for key, part in value.items():
            yield from numbers(part, (*path, key))
    elif isinstance(value, tuple | list):
        for at, part in enumerate(value):
            yield from numbers(part, (*path, at))


def trials(tests: Mapping[str, object], seconds: Mapping[str, float]) -> Iterator[Trial]:
    """Two trials for each number of the craft data."""
    ordered = tuple(
        name
        for first in FIRST
        for name in sorted(tests, key=lambda t: seconds[t])
        if (name + ".").startswith(first + ".")
    )
    ordered = tuple(dict.fromkeys(ordered))
    for title, root in (
        ("figures", figures.practice_table()), ("settings", catalogue()), ("lights", named_lights()), ("symptoms", symptoms()), ("activities", activities()),
    ):  # fmt: skip
        for path, value in numbers(root):
            for factor in (0.9, 1.1):
                moved = value * factor
                said = f"{title} {_said(root, path)}: {value:g} -> {moved:g}"
                yield Trial("craft data", said, _make(root, path, moved), ordered, LONGEST_DATA_S)


def _make(root: Any, path: tuple[Step, ...], moved: float) -> Any:
    def make() -> None:
        _write(root, path, moved)
        for kept in (figures.by_full_name, figures.of_the_trade):
            kept.cache_clear()
        _reread()

    return make


def _inside(value: Any, step: Step) -> Any:
    """One step further in: by key, by place, or by name."""
    return getattr(value, step) if isinstance(step, str) and not isinstance(value, Mapping) else value[step]


def _said(root: Any, path: tuple[Step, ...]) -> str:
    value, words = root, []
    for step in path:
        value = _inside(value, step)
        words.append(str(getattr(value, "id", step)))
    return ".".join(words)


def _write(root: Any, path: tuple[Step, ...], moved: float) -> None:
    """Write a number over, through frozen models, mappings and tuples."""
    if not path:
        return
    step, rest = path[0], path[1:]
    held = _inside(root, step)
    if not rest:
        new: Any = moved
    elif isinstance(held, tuple):
        new = _replaced(held, rest, moved)
    else:
        _write(held, rest, moved)
        return
    if isinstance(root, dict):
        root[step] = new
    else:
        object.__setattr__(root, str(step), new)
        root.__dict__[str(step)] = new


def _replaced(held: tuple[Any, ...], path: tuple[Step, ...], moved: float) -> tuple[Any, ...]:
    at, rest = int(path[0]), path[1:]
    if rest:
        _write(held[at], rest, moved)
        return held
    return (*held[:at], moved, *held[at + 1 :])


def _reread() -> None:
    """Module constants that were read from the practice table when their module was loaded, read again everywhere."""
    for module in [m for name, m in sys.modules.items() if name.startswith("wide_aperture.core.")]:
        path = getattr(module, "__file__", None)
        if (
            not path
            or not path.startswith(str(CORE))
            or ("figure" not in module.__dict__ and "figures_of" not in module.__dict__)
        ):
            continue
        for node in ast.parse(Path(path).read_text("utf-8")).body:
            if isinstance(node, ast.Assign | ast.AnnAssign) and node.value is not None and _reads(node.value):
                before = dict(module.__dict__)
                exec(compile(ast.Module([node], []), path, "exec"), module.__dict__)
                _pass_on(
                    {name: value for name, value in module.__dict__.items() if before.get(name) is not value}, before
                )


def _pass_on(fresh: dict[str, Any], before: dict[str, Any]) -> None:
    for name, module in list(sys.modules.items()):
        if name.startswith("wide_aperture.core."):
            for constant, value in fresh.items():
                if constant in module.__dict__ and module.__dict__[constant] is before.get(constant):
                    module.__dict__[constant] = value


def _reads(value: ast.expr) -> bool:
    return any(
        isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in ("figure", "figures_of")
        for node in ast.walk(value)
    )
