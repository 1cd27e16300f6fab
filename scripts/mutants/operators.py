"""What a mutant changes: one number, comparison, operator, condition or returned truth in a function's syntax tree."""

from __future__ import annotations

import ast
import copy
from collections.abc import Iterator
from dataclasses import dataclass

COMPARISONS: dict[type[ast.cmpop], type[ast.cmpop]] = {
    ast.Lt: ast.LtE, ast.LtE: ast.Lt, ast.Gt: ast.GtE, ast.GtE: ast.Gt, ast.Eq: ast.NotEq, ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot, ast.IsNot: ast.Is, ast.In: ast.NotIn, ast.NotIn: ast.In,
}  # fmt: skip
ARITHMETIC: dict[type[ast.operator], type[ast.operator]] = {
    ast.Add: ast.Sub, ast.Sub: ast.Add, ast.Mult: ast.Div, ast.Div: ast.Mult, ast.Pow: ast.Mult, ast.FloorDiv: ast.Div,
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Change:
    """One mutation. at: index of the node in the walk over the function; what: said to people."""

    at: int
    line: int
    what: str


def changes(function: ast.AST) -> Iterator[Change]:
    """Every mutation this function offers. Strings, annotations and defaults are left alone: they are prose and types."""
    silent = _silent(function)
    for at, node in enumerate(ast.walk(function)):
        if id(node) in silent:
            continue
        said = _described(node)
        if said is not None:
            yield Change(at, getattr(node, "lineno", 0), said)


def mutated(function: ast.AST, change: Change) -> ast.AST:
    """A copy of the function with one change made."""
    copied = copy.deepcopy(function)
    node = next(node for at, node in enumerate(ast.walk(copied)) if at == change.at)
    _apply(node)
    return ast.fix_missing_locations(copied)


def _silent(function: ast.AST) -> set[int]:
    """Nodes whose change is no change of behaviour a test could want: annotations, messages of errors, slices of text."""
    quiet: set[int] = set()
    for node in ast.walk(function):
        parts: list[ast.AST | None] = []
        if isinstance(node, ast.FunctionDef):
            parts = [
                node.returns,
                *node.decorator_list,
                *node.args.defaults,
                *node.args.kw_defaults,
                *(arg.annotation for arg in node.args.args + node.args.kwonlyargs),
            ]
        elif isinstance(node, ast.AnnAssign):
            parts = [node.annotation]
        elif isinstance(node, ast.Raise | ast.JoinedStr | ast.Assert):
            parts = [node]
        for part in parts:
            if part is not None:
                quiet |= {id(each) for each in ast.walk(part)}
    return quiet


def _described(node: ast.AST) -> str | None:
    if isinstance(node, ast.Constant) and isinstance(node.value, bool):
        return f"{node.value} -> {not node.value}"
    if isinstance(node, ast.Constant) and isinstance(node.value, int | float):
        return f"{node.value} -> {_moved(node.value)}"
    if isinstance(node, ast.Compare) and type(node.ops[0]) in COMPARISONS:
        return f"{type(node.ops[0]).__name__} -> {COMPARISONS[type(node.ops[0])].__name__}"
    if isinstance(node, ast.BinOp) and type(node.op) in ARITHMETIC:
        return f"{type(node.op).__name__} -> {ARITHMETIC[type(node.op)].__name__}"
    if isinstance(node, ast.BoolOp):
        return "and -> or" if isinstance(node.op, ast.And) else "or -> and"
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not | ast.USub):
        return "not left out" if isinstance(node.op, ast.Not) else "sign turned"
    if isinstance(node, ast.IfExp):
        return "if and else swapped"
    return None


def _apply(node: ast.AST) -> None:
    if isinstance(node, ast.Constant):
        node.value = not node.value if isinstance(node.value, bool) else _moved(node.value)  # type: ignore[arg-type]
    elif isinstance(node, ast.Compare):
        node.ops[0] = COMPARISONS[type(node.ops[0])]()
    elif isinstance(node, ast.BinOp):
        node.op = ARITHMETIC[type(node.op)]()
    elif isinstance(node, ast.BoolOp):
        node.op = ast.Or() if isinstance(node.op, ast.And) else ast.And()
    elif isinstance(node, ast.UnaryOp):
        node.op = ast.UAdd() if isinstance(node.op, ast.USub) else ast.Not()
        if isinstance(node.op, ast.Not):
            node.operand = ast.UnaryOp(op=ast.Not(), operand=node.operand)
    elif isinstance(node, ast.IfExp):
        node.body, node.orelse = node.orelse, node.body


def _moved(number: complex) -> complex:
    """A whole number by one, any other by a tenth."""
    if isinstance(number, int):
        return number + 1
    return number * 1.1 if number else 0.1
