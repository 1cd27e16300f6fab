"""What is said to a person: a template and the values in it, so that each surface says it in its own units.

Sentences are written where what they say is known, as f-strings. A length, a speed or a temperature is put in by one of
wording's functions, which mark it (marked() below). Where the sentence enters a document the marks are taken out: the
document's own field reads metric, and `said` holds the template with the values beside it. A surface with other units,
or later another language, renders from there. Everything else in a sentence (times, f-numbers, ISO, EV) is written
alike everywhere and stays in the template.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from typing import Any, ClassVar, Literal, Self, cast

from pydantic import Field, TypeAdapter, ValidationError, model_validator

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

    said: dict[str, Said] = Field(
        default_factory=dict, max_length=100, description="Sentences with values in units, by field"
    )

    # The fields that tell which sentence of its kind it is.
    said_by: ClassVar[tuple[str, ...]] = ("code", "id", "limit", "setting", "assumption")

    # Its fields that hold sentences, one or several.
    prose: ClassVar[tuple[str, ...]] = ()

    @classmethod
    def __pydantic_init_subclass__(cls, **kwargs: Any) -> None:
        super().__pydantic_init_subclass__(**kwargs)
        cls.prose = tuple(name for name, known in cls.model_fields.items() if known.annotation in PROSE)

    @model_validator(mode="before")
    @classmethod
    def _take_sentences_apart(cls, given: Any) -> Any:
        if type(given) is not dict:
            return given
        return cls._read_back(given) if given.get("said") else cls._apart(given)

    @classmethod
    def _apart(cls, given: dict[str, Any]) -> dict[str, Any]:
        """The fields with the marks of sentences taken out into `said`. Most documents of a plan have none."""
        for name in cls.prose:
            value = given.get(name)
            if value.__class__ is str:
                if BEGIN in value:
                    return cls._marks_out(given)
            elif value.__class__ is tuple or value.__class__ is list:
                for text in value:
                    if text.__class__ is str and BEGIN in text:
                        return cls._marks_out(given)
        return given

    @classmethod
    def _marks_out(cls, given: dict[str, Any]) -> dict[str, Any]:
        found: dict[str, Said] = {}

        def read(place: str, text: Any) -> Any:
            if not isinstance(text, str) or BEGIN not in text:
                return text
            found[place] = taken_apart(text, cls._code(given, place.partition("/")[0]))
            return found[place].text()

        changed: dict[str, Any] = {}
        for name in cls.prose:
            value = given.get(name)
            if isinstance(value, list | tuple):
                changed[name] = tuple(read(f"{name}/{k}", text) for k, text in enumerate(value))
            elif name in given:
                changed[name] = read(name, value)
        return {**given, **changed, "said": found}

    @classmethod
    def _read_back(cls, given: dict[str, Any]) -> dict[str, Any]:
        """A document that comes back from a surface: whatever units it was read in there, it is kept in metric ones."""
        try:
            said = _SAID.validate_python(given["said"])
        except ValidationError:
            return given  # refused with its place when the field itself is read
        back = {**given, "said": said}
        for place, held in said.items():
            name, _, number = place.partition("/")
            value = back.get(name) if name in cls.prose else None  # never a word of a fixed list
            if not number and isinstance(value, str):
                back[name] = held.text()
            elif number.isdecimal() and isinstance(value, list | tuple) and int(number) < len(value):
                back[name] = (*value[: int(number)], held.text(), *value[int(number) + 1 :])
        return back

    def model_copy(self, *, update: Mapping[str, Any] | None = None, deep: bool = False) -> Self:
        """A copy with changes; sentences that are replaced take their values with them."""
        if not update:
            return super().model_copy(deep=deep)
        naming = {name: self.__dict__[name] for name in self.said_by if name in self.__dict__}
        changes = self._apart({**naming, **update})
        kept = {place: held for place, held in self.said.items() if place.partition("/")[0] not in update}
        changes = {name: changes[name] for name in update} | {"said": {**kept, **changes.get("said", {})}}
        return super().model_copy(update=changes, deep=deep)

    @classmethod
    def _code(cls, given: dict[str, Any], field: str) -> str:
        key = next((given[name] for name in cls.said_by if type(given.get(name)) is str), "")
        return ".".join(part for part in (cls.__name__.lower(), key, field) if part)

    def spoken(self, field: str) -> str:
        """A sentence as it was written, its values marked, for use within another one."""
        held = self.said.get(field)
        if held:
            return held.marked()
        name, _, place = field.partition("/")
        value = getattr(self, name)
        return str(value[int(place)] if place else value)

    def read_in(self, field: str, units: Units) -> str:
        """A sentence in these units."""
        held = self.said.get(field)
        return held.text(units) if held else str(getattr(self, field))


_SAID = TypeAdapter(dict[str, Said])


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
