"""What a body calls each setting and where it keeps it: words, menu paths, buttons, dials, the quick screen."""

from __future__ import annotations

from functools import cached_property
from typing import Annotated, Literal, get_args
from uuid import UUID, uuid5

from pydantic import Field, model_validator

from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Document, Name, NotNegative, Text, broken_rule
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.table_text import TableWriter, count_lines, rows

Way = Literal["dial", "button", "switch", "quick_screen", "personal_menu", "menu", "by_hand"]
WAYS: tuple[Way, ...] = get_args(Way)
SHARED_WAYS: tuple[Way, ...] = ("quick_screen", "personal_menu", "menu")
COLUMNS = ("setting", "option", "words", "way", "path")
PATH_SIGN = " > "
MOST_CSV_LINES, MOST_FAULTS_TOLD = 4000, 200
MOST_REACHES = 8
MOST_CHARACTERS, MOST_STEPS = 120, 6


class Reach(Document):
    """One way to a setting. path: menu page and deeper for menus; the control's name for the others."""

    way: Way
    path: Annotated[tuple[Name, ...], Field(max_length=6)] = ()
    seconds: NotNegative | None = Field(default=None, description="Measured by its owner; null: as usual for the way")


class Phrase(Document):
    """A setting in the camera's words. options: option id to the camera's word for it."""

    setting: str
    words: Name
    options: dict[str, Name] = {}
    reaches: Annotated[tuple[Reach, ...], Field(min_length=1, max_length=MOST_REACHES)]


class Phrasebook(Document):
    """A body's words and ways. pages: the menu's pages in their order; controls: what can be pressed and turned."""

    id: UUID
    body_id: UUID
    note: Text = ""
    quick_screen: Name = "quick screen"
    personal_menu: Name = "personal menu"
    pages: Annotated[tuple[Name, ...], Field(max_length=60)] = ()
    phrases: Annotated[tuple[Phrase, ...], Field(max_length=400)] = ()
    controls: Annotated[tuple[Control, ...], Field(max_length=40)] = ()

    @model_validator(mode="after")
    def _known(self) -> Phrasebook:
        entries: dict[str, catalogue.CatalogueEntry] = {entry.id: entry for entry in catalogue.catalogue()}
        seen: set[str] = set()
        for k, phrase in enumerate(self.phrases):
            entry = entries.get(phrase.setting)
            if entry is None:
                raise broken_rule(f"phrases/{k}/setting", f"{phrase.setting!r} is no setting this program knows")
            if phrase.setting in seen:
                raise broken_rule(f"phrases/{k}/setting", f"{phrase.setting!r} stands there twice")
            seen.add(phrase.setting)
            unknown = set(phrase.options) - {option.id for option in entry.options}
            if unknown:
                raise broken_rule(f"phrases/{k}/options", f"{phrase.setting!r} has no option {sorted(unknown)[0]!r}")
        names: set[str] = set()
        for k, control in enumerate(self.controls):
            if control.id in names:
                raise broken_rule(f"controls/{k}/id", f"{control.id!r} stands there twice: one press has one function")
            names.add(control.id)
        return self

    @cached_property
    def _by_setting(self) -> dict[str, Phrase]:
        return {phrase.setting: phrase for phrase in self.phrases}

    def phrase(self, setting: str) -> Phrase:
        """The camera's phrase, or ours where the book is silent. Raises UnknownIdError for an unknown setting."""
        own = self._by_setting.get(setting)
        return own if own is not None else usual_phrase(catalogue.setting(setting))

    @cached_property
    def _by_label(self) -> dict[str, Control]:
        return {control.label: control for control in self.controls}

    def control_of(self, reach: Reach) -> Control | None:
        """The control a way leads over; None for screens, menus, and controls that are not drawn."""
        return self._by_label.get(reach.path[0]) if reach.way in ("dial", "button") and reach.path else None

    def say(self, setting: str, value: Value) -> str:
        """A value in the camera's words."""
        phrase = self.phrase(setting)
        if isinstance(value, str) and value in phrase.options:
            return phrase.options[value]
        return say_value(catalogue.setting(setting), value)

    def place(self, reach: Reach) -> str:
        """Where to go, for reading: "Light leaf > Cloud guard", "slate", "rear dial"."""
        if reach.way == "quick_screen":
            return self.quick_screen
        if reach.way == "personal_menu":
            return self.personal_menu
        if reach.way == "by_hand":
            return "by hand"
        return PATH_SIGN.join(reach.path) or reach.way

    def page_of(self, reach: Reach) -> str:
        """The menu page a way leads through; the empty text for other ways."""
        return reach.path[0] if reach.way == "menu" and reach.path else ""


def usual_menu(entry: catalogue.CatalogueEntry) -> Reach:
    """Where a setting stands in a menu nobody described."""
    return Reach(way="menu", path=(entry.group, entry.label))


def usual_phrase(entry: catalogue.CatalogueEntry) -> Phrase:
    """Our own word with the ways most bodies have."""
    reaches: list[Reach] = []
    control = entry.usual_control
    if control is not None:
        reaches.append(Reach(way=control.way, path=(control.on,)))
    if entry.done == "by_hand":
        reaches.append(Reach(way="by_hand"))
    else:
        if entry.quick_screen:
            reaches.append(Reach(way="quick_screen"))
        if entry.id != "exposure_mode" and (control is None or control.way != "dial"):
            reaches.append(usual_menu(entry))
    return Phrase(setting=entry.id, words=entry.label, reaches=tuple(reaches))


def usual_phrasebook(body: Body) -> Phrasebook:
    """The book of a body nobody has described yet: our words, a page a group, the usual buttons."""
    entries = catalogue.catalogue()
    return Phrasebook(
        id=uuid5(body.id, "phrasebook"),
        body_id=body.id,
        pages=tuple(dict.fromkeys(entry.group for entry in entries)),
        phrases=tuple(usual_phrase(entry) for entry in entries),
    )


class CsvFault(Document):
    """One line that could not be taken. line: as an editor counts them, the heading is 1."""

    line: int
    sentence: str


class CsvReading(Document):
    """A phrasebook read from CSV: what was taken, the first lines that were not, and how many there are in all."""

    phrases: tuple[Phrase, ...]
    pages: tuple[Name, ...]
    faults: tuple[CsvFault, ...]
    faulty_lines: int


def to_csv(book: Phrasebook) -> str:
    """One line a setting's way and one an option: setting, option, words, way, path."""
    table = TableWriter()
    table.row(*COLUMNS)
    for phrase in book.phrases:
        for reach in phrase.reaches:
            table.row(phrase.setting, "", phrase.words, reach.way, PATH_SIGN.join(reach.path))
        for option, words in phrase.options.items():
            table.row(phrase.setting, option, words, "", "")
    return table.text


def from_csv(text: str) -> CsvReading:
    """Read what to_csv writes. Lines with unknown ids, ways or no words are reported and left out, the rest is taken."""
    entries: dict[str, catalogue.CatalogueEntry] = {entry.id: entry for entry in catalogue.catalogue()}
    words: dict[str, str] = {}
    reaches: dict[str, list[Reach]] = {}
    options: dict[str, dict[str, str]] = {}
    faults: list[CsvFault] = []
    faulty = max(count_lines(text) - MOST_CSV_LINES, 0)  # lines nobody reads
    if faulty:
        faults.append(CsvFault(line=MOST_CSV_LINES + 1, sentence=f"from here on it is beyond {MOST_CSV_LINES} lines"))
    for number, cells in rows(text, most_lines=MOST_CSV_LINES):
        if cells is not None and (not any(cells) or (number == 1 and cells[:1] == ["setting"])):
            continue
        fault = "is no CSV" if cells is None else _fault(cells, entries, reaches)
        if fault is not None:
            faulty += 1
            if len(faults) < MOST_FAULTS_TOLD:
                faults.append(CsvFault(line=number, sentence=fault))
            continue
        assert cells is not None
        setting, option, said, way, path = cells[:5]
        if option:
            options.setdefault(setting, {})[option] = said
            continue
        words[setting] = said
        steps = tuple(step.strip() for step in path.split(PATH_SIGN.strip()) if step.strip())
        reaches.setdefault(setting, []).append(Reach(way=way, path=steps))
    phrases = tuple(
        Phrase(setting=setting, words=words.get(setting, entries[setting].label), options=options.get(setting, {}), reaches=tuple(reaches.get(setting) or usual_phrase(entries[setting]).reaches))
        for setting in entries
        if setting in words or setting in options
    )  # fmt: skip
    pages = tuple(dict.fromkeys(reach.path[0] for found in reaches.values() for reach in found if reach.way == "menu"))
    ordered = tuple(sorted(faults, key=lambda fault: fault.line))
    return CsvReading(phrases=phrases, pages=pages, faults=ordered, faulty_lines=faulty)


def _fault(
    cells: list[str], entries: dict[str, catalogue.CatalogueEntry], reaches: dict[str, list[Reach]]
) -> str | None:
    """Why a line cannot be taken; None where it can."""
    if len(cells) < len(COLUMNS):
        return f"has {len(cells)} columns instead of {len(COLUMNS)}: {', '.join(COLUMNS)}"
    setting, option, said, way, path = cells[:5]
    entry = entries.get(setting)
    if entry is None:
        return f"there is no setting {setting[:60]!r}"
    if not 0 < len(said) <= MOST_CHARACTERS:
        return f"the camera's words are missing or longer than {MOST_CHARACTERS} characters"
    if option:
        return None if option in {each.id for each in entry.options} else f"{setting!r} has no option {option[:60]!r}"
    if way not in WAYS:
        return f"there is no way {way[:60]!r}; it is one of {', '.join(WAYS)}"
    if len(reaches.get(setting, ())) >= MOST_REACHES:
        return f"{setting!r} has more than {MOST_REACHES} ways"
    if way == "menu" and not path.strip(" >"):
        return "a menu needs its path, like Page > Item"
    steps = path.split(PATH_SIGN.strip())
    if len(steps) > MOST_STEPS or any(len(step) > MOST_CHARACTERS for step in steps):
        return f"the path is longer than {MOST_STEPS} steps, or a step than {MOST_CHARACTERS} characters"
    return None
