"""What is said to a person: a template and the values in it, so that each surface says it in its own units.

Sentences are written where what they say is known, as f-strings. A length, a speed or a temperature is put in by one of
wording's functions, which mark it (marked() below). Where the sentence enters a document the marks are taken out: the
document's own field reads metric, and `said` holds the template with the values beside it. A surface with other units,
or later another language, renders from there. Everything else in a sentence (times, f-numbers, ISO, EV) is written
alike everywhere and stays in the template.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any, ClassVar, Literal, Self, cast

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Finite

Unit = Literal["m", "m/s", "°C"]
Units = Literal["metric", "imperial"]

# Private-use characters: no keyboard writes them and no phrasebook holds them.
BEGIN, PART, END = "\ue000", "\ue001", "\ue002"
MARK = re.compile(f"{BEGIN}([^{PART}]*){PART}([^{PART}]*){PART}([^{END}]*){END}")

METRES_PER_FOOT = 0.3048
INCHES_BELOW_M = 0.3
MPH_PER_M_S = 3600 / 1609.344
FEET_A_SECOND_BELOW_M_S = 1.0


class Measured(Document):
    """A value within a sentence, spelt with its unit as people read it who measure in metres, and in feet."""

    value: Finite
    unit: Unit
    metric: str
    imperial: str


class Said(Document):
    """A sentence before anybody's units: {0}, {1} ... stand for the values. code: what says it, for translations."""

    code: str
    template: str
    values: tuple[Measured, ...]

    def text(self, units: Units = "metric") -> str:
        """The sentence in these units."""
        return self._filled([getattr(value, units) for value in self.values])

    def marked(self) -> str:
        """The sentence as it was written, for use within another one."""
        return self._filled([marked(value.value, value.unit, value.metric) for value in self.values])

    def _filled(self, words: list[str]) -> str:
        def fill(hole: re.Match[str]) -> str:
            if hole[1] is None:
                return hole[0][0]  # a doubled brace stands for itself
            return words[int(hole[1])] if int(hole[1]) < len(words) else hole[0]

        return _HOLE.sub(fill, self.template)


# Not str.format: templates come back from surfaces, and its little language can be told to fill the memory.
_HOLE = re.compile(r"\{\{|\}\}|\{(\d{1,3})\}")


def marked(value: float, unit: Unit, text: str) -> str:
    """A value as sentences carry it until they meet a document."""
    return f"{BEGIN}{unit}{PART}{value!r}{PART}{text}{END}"


def taken_apart(text: str, code: str) -> Said:
    """The template and the values of a marked sentence."""
    values: list[Measured] = []

    def hole(mark: re.Match[str]) -> str:
        unit, value = cast(Unit, mark[1]), float(mark[2])
        values.append(Measured(value=value, unit=unit, metric=mark[3], imperial=_IMPERIAL[unit](value)))
        return f"{{{len(values) - 1}}}"

    template = MARK.sub(hole, text.replace("{", "{{").replace("}", "}}"))
    return Said(template=template, values=tuple(values), code=code)


def in_units(text: str, units: Units = "metric") -> str:
    """Marked text in these units, where it goes out without a document: paper, tables, errors.

    >>> text = "from " + marked(4.3, "m", "4.3 m")
    >>> in_units(text), in_units(text, "imperial")
    ('from 4.3 m', 'from 14 ft')
    """
    if BEGIN not in text:
        return text
    said = taken_apart(text, "")
    return said.text(units)


PROSE = (str, str | None, tuple[str, ...])  # what a sentence may be held as


class Spoken(Document):
    """A document with sentences. said: those with measured values, by field (reasons/0 for the first of several)."""

    said: dict[str, Said] = Field(default={}, max_length=100, description="Sentences with values in units, by field")

    # The fields that tell which sentence of its kind it is.
    said_by: ClassVar[tuple[str, ...]] = ("code", "id", "limit", "setting", "assumption")

    @model_validator(mode="before")
    @classmethod
    def _take_sentences_apart(cls, given: Any) -> Any:
        if not isinstance(given, dict) or given.get("said"):
            return given
        said: dict[str, Said] = {}
        changed: dict[str, Any] = {}
        for name, value in given.items():
            if type(value) is str:
                if BEGIN in value:
                    said[name] = found = taken_apart(value, cls._code(given, name))
                    changed[name] = found.text()
            elif type(value) in (tuple, list) and any(type(text) is str and BEGIN in text for text in value):
                texts = list(value)
                for k, text in enumerate(texts):
                    if type(text) is str and BEGIN in text:
                        said[f"{name}/{k}"] = found = taken_apart(text, cls._code(given, name))
                        texts[k] = found.text()
                changed[name] = tuple(texts)
        return {**given, **changed, "said": said} if said else given

    @model_validator(mode="after")
    def _read_back(self) -> Self:
        """A document that comes back from a surface: whatever units it was read in there, it is kept in metric ones."""
        for name, held in self.said.items():
            field, _, number = name.partition("/")
            known = type(self).model_fields.get(field)
            if known is None or known.annotation not in PROSE:
                continue  # nothing of this document, or a word of a fixed list
            kept = self.__dict__[field]
            if not number and isinstance(kept, str):
                self.__dict__[field] = held.text()
            elif number.isdecimal() and isinstance(kept, tuple) and int(number) < len(kept):
                texts = list(kept)
                texts[int(number)] = held.text()
                self.__dict__[field] = tuple(texts)
        return self

    @classmethod
    def _code(cls, given: dict[str, Any], field: str) -> str:
        key = next((given[name] for name in cls.said_by if type(given.get(name)) is str), "")
        return ".".join(part for part in (cls.__name__.lower(), key, field) if part)

    def spoken(self, field: str) -> str:
        """A sentence as it was written, its values marked, for use within another one."""
        held = self.said.get(field)
        return held.marked() if held else str(getattr(self, field))

    def read_in(self, field: str, units: Units) -> str:
        """A sentence in these units."""
        held = self.said.get(field)
        return held.text(units) if held else str(getattr(self, field))


def _feet(metres: float) -> str:
    if metres < INCHES_BELOW_M:
        return f"{metres / METRES_PER_FOOT * 12:.2g} in"
    feet = metres / METRES_PER_FOOT
    return f"{feet:.2g} ft" if feet < 10 else f"{feet:.0f} ft"


def _miles_an_hour(metres_a_second: float) -> str:
    if abs(metres_a_second) < FEET_A_SECOND_BELOW_M_S:
        return f"{metres_a_second / METRES_PER_FOOT:.2g} ft/s"
    mph = metres_a_second * MPH_PER_M_S
    return f"{mph:.2g} mph" if abs(mph) < 10 else f"{mph:.0f} mph"


def _fahrenheit(celsius: float) -> str:
    return f"{celsius * 9 / 5 + 32:.0f} °F"


_IMPERIAL: dict[Unit, Callable[[float], str]] = {"m": _feet, "m/s": _miles_an_hour, "°C": _fahrenheit}
