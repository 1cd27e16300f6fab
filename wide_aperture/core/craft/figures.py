"""Figures of practice: what subjects are like, what the trade accepts, what a hand needs. Rules read them, none is computed.

Each has one name, value, unit, reason and source in data/figures.json; docs/decisions/0004 is generated from it. A
person's own figure (documents.own_figure) stands in a planning input under the same name and wins over the table's.
"""

from __future__ import annotations

import functools
import json
from collections.abc import Mapping
from importlib import resources
from typing import Annotated, Literal

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.situation import SubjectKind
from wide_aperture.core.errors import UnknownIdError

OTHER = "other"
USUAL_SUBJECT: dict[str, SubjectKind] = {
    "sports": "person", "wildlife": "animal", "street": "person", "landscape": "land",
    "wedding": "person", "portrait": "person", "everyday": "person", "night_sky": "land",
}  # fmt: skip


class Figure(Document):
    """One figure, or one for each member of a group (values; "other" answers for members not listed).

    source: cases (the judgement cases' README), trade (common practice) or estimate (ours, to be measured).
    decides: limits whose place it sets, so that a price can say whose figure decided; limit:word where it does so only
    for a look, a direction or a subject of that name.
    """

    name: Annotated[str, Field(pattern=r"^[a-z0-9_]+$")]
    value: Finite | None = None
    values: dict[str, Finite] = {}
    unit: str
    source: Literal["cases", "trade", "estimate"]
    why: Annotated[str, Field(min_length=10)]
    decides: tuple[str, ...] = ()

    @model_validator(mode="after")
    def _one_or_many(self) -> Figure:
        if (self.value is None) == (not self.values):
            raise ValueError(f"{self.name} needs either a value or values")
        return self

    def flat(self) -> dict[str, float]:
        """Value by full name: the name itself, or name.member."""
        return {self.name: self.value} if self.value is not None else {
            f"{self.name}.{member}": value for member, value in self.values.items()
        }  # fmt: skip


@functools.cache
def practice_table() -> Mapping[str, Figure]:
    """Every figure by its name, in the order of the data file."""
    text = (resources.files("wide_aperture.core.craft") / "data" / "figures.json").read_text("utf-8")
    figures = [Figure.model_validate(entry) for entry in json.loads(text)["figures"]]
    table = {entry.name: entry for entry in figures}
    if len(table) != len(figures):
        raise ValueError("two figures of practice bear one name")
    return table


@functools.cache
def by_full_name() -> Mapping[str, float]:
    """The trade's value of every figure, groups spread out as name.member."""
    return {full: value for entry in practice_table().values() for full, value in entry.flat().items()}


def figure(name: str, member: str | None = None, own: Mapping[str, float] | None = None) -> float:
    """A figure's value, the person's own before the trade's.

    Args: member: of a group; one that is not listed has the value of "other". own: values by full name.
    Raises: UnknownIdError when the table has no such figure.

    >>> figure("airy_seen_px"), figure("motion_weight", "landscape") == figure("motion_weight", "other")
    (5.0, True)
    """
    if own:
        full = full_name(name, member)
        if full in own:
            return own[full]
    return of_the_trade(name, member)


@functools.cache
def of_the_trade(name: str, member: str | None = None) -> float:
    """The table's value. A plan asks for more than a hundred. Raises as figure()."""
    return by_full_name()[full_name(name, member)]


@functools.cache
def full_name(name: str, member: str | None) -> str:
    """The name under which a figure stands, spread out: name, name.member or name.other. Raises as figure()."""
    asked = name if member is None else f"{name}.{member}"
    for full in (asked, f"{name}.{OTHER}"):
        if full in by_full_name():
            return full
    raise UnknownIdError("figure", asked)


def figures_of(name: str) -> Mapping[str, float]:
    """The trade's values of a group, by member. Raises: UnknownIdError when there is no such group."""
    table = practice_table()
    if name not in table or not table[name].values:
        raise UnknownIdError("figure", name)
    return table[name].values
