"""Mutants of functions: sampled over the rooms alike, made by swapping a function's code."""

from __future__ import annotations

import ast
import random
import types
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from scripts.mutants.operators import Change, changes, mutated
from scripts.mutants.reach import CORE, Place, forget
from scripts.mutants.trial import Trial

FROZEN, QUICK_S = "tests.core.test_frozen.", 0.03
ROOMS = ("physics", "documents", "craft", "planning", "picture", "sky", "camera")


@dataclass(frozen=True, slots=True)
class Mutant:
    path: Path
    function: Place
    change: Change


def all_mutants(known: dict[Place, list[types.FunctionType]]) -> dict[str, list[Mutant]]:
    """Every mutant of the functions that can be swapped, by room."""
    found: dict[str, list[Mutant]] = defaultdict(list)
    for path in sorted(CORE.rglob("*.py")):
        below = path.relative_to(CORE).as_posix()
        room = below.split("/")[0]
        if room not in ROOMS:
            continue
        for node in _outermost(ast.parse(path.read_text("utf-8"))):
            place = (below, _first_line(node), node.name)
            if place in known:
                found[room] += [Mutant(path, place, change) for change in changes(node)]
    return found


def _outermost(tree: ast.AST) -> Iterator[ast.FunctionDef]:
    """Functions of a module and methods of its classes; what is nested in them is part of them."""
    for node in ast.iter_child_nodes(tree):
        if isinstance(node, ast.FunctionDef):
            yield node
        elif isinstance(node, ast.ClassDef | ast.If):
            yield from _outermost(node)


def _first_line(node: ast.FunctionDef) -> int:
    """As a code object counts it: with the decorators."""
    return min([node.lineno, *(each.lineno for each in node.decorator_list)])


def sample(mutants: dict[str, list[Mutant]], count: int, seed: int) -> list[Mutant]:
    """As many from each room, as far as it has them; the rest from all."""
    chance, share = random.Random(seed), count // len(ROOMS)
    chosen: list[Mutant] = []
    for room in ROOMS:
        chosen += chance.sample(mutants[room], min(share, len(mutants[room])))
    taken = set(map(id, chosen))
    left = [mutant for room in ROOMS for mutant in mutants[room] if id(mutant) not in taken]
    chosen += chance.sample(left, min(count - len(chosen), len(left)))
    return chosen


def trial(
    mutant: Mutant,
    known: dict[Place, list[types.FunctionType]],
    reached: dict[Place, set[str]],
    seconds: dict[str, float],
) -> Trial:
    """The trial of a mutant: quick tests first, but the frozen answers before many slow ones."""
    below, line, name = mutant.function
    return Trial(
        room=below.split("/")[0],
        said=f"{below}:{mutant.change.line} {name}: {mutant.change.what}",
        make=lambda: _make(mutant, known[mutant.function]),
        tests=tuple(
            sorted(
                reached.get((below, line, name), ()),
                key=lambda test: ((test.startswith(FROZEN) and QUICK_S) or seconds[test], seconds[test]),
            )
        ),
    )


def _make(mutant: Mutant, alive: list[types.FunctionType]) -> None:
    forget()  # what the function filled when the core was loaded is filled again
    _swap(mutant, alive)


def _swap(mutant: Mutant, alive: list[types.FunctionType]) -> None:
    tree = ast.parse(mutant.path.read_text("utf-8"))
    place = mutant.function
    holder, node = next(
        (holder, child)
        for holder in ast.walk(tree)
        for child in ast.iter_child_nodes(holder)
        if isinstance(child, ast.FunctionDef) and (_first_line(child), child.name) == place[1:]
    )
    body: list[ast.stmt] = holder.body  # type: ignore[attr-defined]
    body[body.index(node)] = mutated(node, mutant.change)  # type: ignore[call-overload]
    code = _find(compile(tree, str(mutant.path), "exec"), place)
    for function in alive:
        function.__code__ = code


def _find(code: types.CodeType, place: Place) -> types.CodeType:
    for part in code.co_consts:
        if isinstance(part, types.CodeType):
            if (part.co_firstlineno, part.co_name) == place[1:]:
                return part
            try:
                return _find(part, place)
            except LookupError:
                continue
    raise LookupError(place)
