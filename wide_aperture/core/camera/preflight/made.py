"""The checklist of a day: every body's round, the bag, the weather, the people, and what can hurt somebody."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from uuid import UUID

from wide_aperture.core.camera.packing import PackedShoot, book_of, item_of
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.preflight.back import setting_back
from wide_aperture.core.camera.preflight.cautions import COLD_C, HOT_C, cautions_of
from wide_aperture.core.camera.preflight.line import GROUPS, CheckLine, Group
from wide_aperture.core.camera.preflight.rounds import BodyRound
from wide_aperture.core.camera.storage.documents import PackItem
from wide_aperture.core.document import Document
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.body import Body
from wide_aperture.core.planning import PlanInput

PACK_S, ASK_S, READ_S = 20.0, 60.0, 10.0
BAG = "The bag"
PREFIX_LETTERS = 3
RELEASE_FROM_S = 1 / 30


@dataclass(frozen=True)
class Day:
    """What a checklist is made of: the planned situations in their order, and the shoot packed. people: who photographs;
    faces: whose are focused first, in rank."""

    planned: Sequence[PlanInput]
    packed: PackedShoot
    books: Mapping[UUID, Phrasebook]
    people: Sequence[str] = ()
    faces: Sequence[str] = ()


class Checklist(Document):
    """Lines in the order of reach, body by body, then the bag, the weather, the people and the cautions. after: the evening's,
    setting back first. seconds: of all lines before."""

    lines: tuple[CheckLine, ...]
    after: tuple[CheckLine, ...]
    seconds: float
    left_out: tuple[str, ...]


def checklist(day: Day) -> Checklist:
    """Every line of the day, each once."""
    found: list[CheckLine] = []
    after: list[CheckLine] = []
    planned = [each for each in day.planned if _is_packed(each, day)]
    items = {each.situation.id: item_of(each) for each in planned}
    prefixes = prefixes_of([each.body for each in planned])
    for packed in day.packed.bodies:
        own = [each for each in planned if each.body.id == packed.body_id]
        if own:
            body = own[0].body
            prefix = prefixes[body.id] if len(prefixes) > 1 else None
            book = book_of(body, day.books)
            found += BodyRound(body, packed, book, own, items, prefix, day.faces).lines()
            after += setting_back(body, packed, book, own, items)
    found += _bag(planned, items)
    found += _weather(day)
    found += _people(day)
    found += [
        CheckLine(
            code=f"safety/{caution.code}", group="safety", do=caution.do,
            why=f"{caution.why} Local rules and the people in charge go first.", where="Before you begin", seconds=READ_S,
            situations=titles,
        )
        for caution, titles in cautions_of(list(day.planned))
    ]  # fmt: skip
    order = {packed.body_id: k for k, packed in enumerate(day.packed.bodies)}
    lines = sorted(found, key=lambda line: (order.get(line.body_id, len(order)), GROUPS.index(line.group)))  # type: ignore[arg-type]
    once = tuple({line.code: line for line in lines}.values())
    return Checklist(
        lines=once,
        after=tuple(after),
        seconds=sum(line.seconds for line in once),
        left_out=tuple(f"{each.title}: {each.sentence}" for each in day.packed.left_out),
    )


def _is_packed(given: PlanInput, day: Day) -> bool:
    return given.situation.title not in {each.title for each in day.packed.left_out}


def _line(code: str, group: Group, do: str, why: str, where: str, seconds: float, titles: tuple[str, ...] = ()) -> CheckLine:  # fmt: skip
    return CheckLine(
        code=f"{group}/{code}", group=group, do=do, why=why, where=where, seconds=seconds, situations=titles
    )


def prefixes_of(bodies: Sequence[Body]) -> dict[UUID, str]:
    """Three letters or figures for the files of each body, no two alike: the first letter of its name and what tells it apart."""
    found: dict[UUID, str] = {}
    for body in {each.id: each for each in bodies}.values():
        letters = re.sub(r"[^A-Z0-9]", "", body.name.upper()) or "X"
        wished = [letters[0] + tail for tail in (letters[-2:], letters[1:3], *(f"{k:02d}" for k in range(1, 100)))]
        found[body.id] = next(each for each in wished if len(each) == PREFIX_LETTERS and each not in found.values())
    return found


def _bag(planned: Sequence[PlanInput], items: Mapping[UUID, PackItem]) -> Iterator[CheckLine]:
    """Every thing a plan of the day uses, with the situations that do."""

    def those(uses: Callable[[PlanInput], bool]) -> tuple[str, ...]:
        return tuple(each.situation.title for each in planned if uses(each))

    for code, do, why, uses in (
        ("tripod", "Tripod, its plate screwed to the camera, every leg lock tight.", "A loose plate turns the picture.", lambda each: each.situation.support == "tripod"),
        ("monopod", "Monopod with its plate.", "It carries the long lens and most of the shake.", lambda each: each.situation.support == "monopod"),
        ("release", "Cable or radio release, with a fresh cell.", "A finger on the button shakes a long exposure.", lambda each: each.situation.support == "tripod" and each.accessories.release and (items[each.situation.id].setup.number("shutter_s") or 0) >= RELEASE_FROM_S),
        ("grey-card", "Grey card.", "White is read off it in the subject’s own light.", lambda each: items[each.situation.id].setup.option("white_balance") == "custom"),
        ("filters", "Grey filters, wiped, with their adapters.", "The time wanted is too long for daylight without them.", lambda each: bool(items[each.situation.id].setup.number("nd_stops"))),
        ("flash", "Flash with full cells and spare ones, its foot clean; a test flash fires.", "It lights the subject, or fills the shadows.", lambda each: each.case.flash.in_use),
        ("link", "The link is paired with the telephone and sends what it should.", "A backlog blocks the review.", lambda each: items[each.situation.id].setup.option("link_radio") not in (None, "off")),
    ):  # fmt: skip
        if titles := those(uses):
            yield _line(code, "bag", do, why, BAG, PACK_S, titles)


def _weather(day: Day) -> Iterator[CheckLine]:
    temperatures = [t for each in day.planned if (t := each.situation.temperature_c) is not None]
    windy = tuple(each.situation.title for each in day.planned if each.case.has("windy"))
    outdoors = any(not each.case.light.is_indoors for each in day.planned)
    if temperatures and min(temperatures) <= COLD_C:
        yield _line("cold", "weather", "Spares in an inner pocket; a bag to close over the camera before it comes indoors.", f"{wording.celsius(min(temperatures))}: batteries fade, and warm air wets a cold camera inside.", BAG, PACK_S)  # fmt: skip
    if temperatures and max(temperatures) >= HOT_C:
        yield _line("heat", "weather", "A light cloth over the camera; never left in the sun or in a car.", f"{wording.celsius(max(temperatures))}: a hot sensor is a noisy one, and a body may switch itself off.", BAG, PACK_S)  # fmt: skip
    if windy:
        yield _line("wind", "weather", "A weight under the tripod, no centre column, straps tied up.", "Wind shakes what stands and moves what grows.", BAG, PACK_S, windy)  # fmt: skip
    if outdoors:
        yield _line("rain", "weather", "Rain cover and two dry cloths.", "The forecast is somebody else’s guess.", BAG, PACK_S)  # fmt: skip


def _people(day: Day) -> Iterator[CheckLine]:
    yield _line("permits", "people", "Permission for the place, the people and the light is in the bag, on paper too.", "Somebody will ask.", BAG, ASK_S)  # fmt: skip
    if len(day.people) > 1:
        names = ", ".join(day.people)
        yield _line("radios", "people", f"{names}: radios or telephones charged, one channel, and who is where when.", "Two people who photograph the same moment miss the other one.", "Before you part", ASK_S)  # fmt: skip
    yield _line("told", "people", "Somebody who is not there knows where you go and when you are back.", "Nobody looks for a person nobody misses.", "Before you leave", READ_S)  # fmt: skip
