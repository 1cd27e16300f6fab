"""The route: recall a place if it pays, then the rest by the cheapest ways, what is dangerous first, pages once in order."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.route.choose import cheapest
from wide_aperture.core.camera.route.costs import Offer, alone_s, menu_order, offers
from wide_aperture.core.camera.rules import refused
from wide_aperture.core.camera.state import CameraState, StoredSlot, differences
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.figures import figure, figures_of
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Finite, Name
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_values import Value

StepKind = Literal["scope", "recall", "open", "page", "set", "by_hand"]

WAY_ORDER = ("switch", "dial", "button", "quick_screen", "personal_menu", "menu", "by_hand")


class RouteStep(Spoken):
    """One thing to do. ours: the setting in our words; theirs: in the camera's; place: where."""

    kind: StepKind
    setting: str | None = None
    value: Value = None
    before: Value = None
    place: str = ""
    way: str = ""
    ours: str = ""
    theirs: str = ""
    seconds: Finite
    undoes_danger: bool = False
    sentence: str


class Route(Spoken):
    """All steps in order. item_by_item_s: the same done one at a time, as most people do."""

    steps: tuple[RouteStep, ...]
    seconds: Finite
    item_by_item_s: Finite
    slot: str | None
    differs: int
    recalled: int
    sentence: str


@dataclass(frozen=True, slots=True)
class _Way:
    """One candidate: what is recalled, what then remains, and the ways for it."""

    recalls: tuple[StoredSlot, ...]
    rest: tuple[str, ...]
    chosen: dict[str, Offer]
    seconds: float


def route(state: CameraState, target: dict[str, Value], book: Phrasebook, body: Body) -> Route:
    """Return the cheapest route. Never dearer than item by item; exact for the ways and recalls there are.

    Args: target: values to arrive at (camera.state.target_of).
    """
    plain = differences(state.values, target, state.unsure)
    alone = sum(alone_s(book, name, state.values, target) for name in plain)
    best = best_way(state, target, book)
    steps = _steps(state, target, book, body, best)
    recalled = len(plain) - len(best.rest)
    return Route(
        steps=tuple(steps),
        seconds=sum(step.seconds for step in steps),
        item_by_item_s=alone,
        slot=best.recalls[0].id if best.recalls else None,
        differs=len(plain),
        recalled=max(recalled, 0),
        sentence=_sentence(plain, best, alone),
    )


def route_seconds(state: CameraState, target: dict[str, Value], book: Phrasebook) -> float:
    """Only the seconds of the best route, for comparing many."""
    return best_way(state, target, book).seconds


def seconds_after(
    state: CameraState, target: dict[str, Value], book: Phrasebook, recalls: tuple[StoredSlot, ...]
) -> float:
    """Seconds of recalling these places, none or some, and setting the rest by the cheapest ways."""
    return _after(state, target, book, recalls).seconds


def best_way(state: CameraState, target: dict[str, Value], book: Phrasebook) -> _Way:
    """No recall, one full place, one look place, or one after the other: whichever is cheapest with its rest."""
    full = [slot for slot in state.slots if slot.values and slot.kind in ("full", "mode_position")]
    looks = [slot for slot in state.slots if slot.values and slot.kind == "look"]
    candidates: list[tuple[StoredSlot, ...]] = [(), *((slot,) for slot in (*full, *looks))]
    candidates += [(first, second) for first in full for second in looks]
    return min(
        (_after(state, target, book, recalls) for recalls in candidates),
        key=lambda way: (way.seconds, len(way.recalls)),
    )


def _after(state: CameraState, target: dict[str, Value], book: Phrasebook, recalls: tuple[StoredSlot, ...]) -> _Way:
    values, unsure, family, seconds = dict(state.values), set(state.unsure), state.family, 0.0
    for slot in recalls:
        values.update(slot.values)
        unsure -= set(slot.values)
        seconds += figure("recall_s", slot.kind) + (figure("scope_s") if _other_family(slot, family) else 0.0)
        family = slot.family or family
    rest = differences(values, target, tuple(unsure))
    chosen = cheapest({name: offers(book, name, values, target) for name in rest})
    return _Way(recalls, rest, chosen.by_setting, seconds + chosen.seconds)


def _other_family(slot: StoredSlot, family: str) -> bool:
    return bool(slot.family) and slot.family != family


def _steps(state: CameraState, target: dict[str, Value], book: Phrasebook, body: Body, way: _Way) -> list[RouteStep]:
    steps: list[RouteStep] = []
    values, family = dict(state.values), state.family
    for slot in way.recalls:
        if _other_family(slot, family):
            steps.append(RouteStep(kind="scope", value=slot.family, place=slot.family, seconds=figure("scope_s"), sentence=f"Scope switch to “{slot.family}”."))  # fmt: skip
            family = slot.family
        steps.append(_recall(slot))
        values.update(slot.values)
    pages = menu_order(book)

    def is_dangerous(name: str) -> bool:
        return values.get(name) in catalogue.setting(name).spoiling()

    def place(name: str) -> tuple[str, int]:
        offer = way.chosen[name]
        return offer.reach.way, pages.get(offer.page, -1)

    groups: dict[tuple[str, int], list[str]] = {}
    for name in way.rest:
        groups.setdefault(place(name), []).append(name)
    ordered = sorted(
        groups,
        key=lambda group: (not any(map(is_dangerous, groups[group])), WAY_ORDER.index(group[0]), group[1]),
    )
    # The menu is opened once: its pages stay together, where the first of them would come.
    menu_first = next((k for k, group in enumerate(ordered) if group[0] == "menu"), len(ordered))
    menu = sorted((group for group in ordered if group[0] == "menu"), key=lambda group: group[1])
    others = [group for group in ordered if group[0] != "menu"]
    ordered = [*others[:menu_first], *menu, *others[menu_first:]]
    names = [name for group in ordered for name in sorted(groups[group], key=lambda each: not is_dangerous(each))]
    at: tuple[str, str] = ("", "")  # the screen and page that are open
    for name in _allowed_order(names, values, target, body):
        offer, before = way.chosen[name], values.get(name)
        danger = is_dangerous(name)
        if offer.reach.way != at[0]:
            at = (offer.reach.way, "")
            if offer.reach.way in figures_of("open_s"):
                steps.append(_open(book, offer))
        if offer.page and offer.page != at[1]:
            at = (at[0], offer.page)
            steps.append(_page(offer.page))
        steps.append(_set(book, name, before, target[name], offer, danger))
        values[name] = target[name]
    return steps


def _allowed_order(names: list[str], values: dict[str, Value], target: dict[str, Value], body: Body) -> list[str]:
    """The order kept, except that what the body refuses as it stands waits for what frees it.

    What stays refused to the end is listed last: the target contradicts the body, and the camera will say so.
    """
    standing, waiting, done = dict(values), list(names), []
    while waiting:
        k = next((k for k, name in enumerate(waiting) if refused(body, standing, name, target[name]) is None), 0)
        name = waiting.pop(k)
        standing[name] = target[name]
        done.append(name)
    return done


def _recall(slot: StoredSlot) -> RouteStep:
    return RouteStep(kind="recall", value=slot.id, place=slot.name, seconds=figure("recall_s", slot.kind), sentence=f"Recall “{slot.name}”.")  # fmt: skip


def _open(book: Phrasebook, offer: Offer) -> RouteStep:
    name = {"quick_screen": book.quick_screen, "personal_menu": book.personal_menu}.get(offer.reach.way, "menu")
    return RouteStep(kind="open", place=name, way=offer.reach.way, seconds=figure("open_s", offer.reach.way), sentence=f"Open the {name}.")  # fmt: skip


def _page(page: Name) -> RouteStep:
    return RouteStep(kind="page", place=page, way="menu", seconds=figure("page_s"), sentence=f"Page “{page}”.")


def _set(book: Phrasebook, name: str, before: Value, after: Value, offer: Offer, danger: bool) -> RouteStep:
    entry = catalogue.setting(name)
    words = book.phrase(name).words
    value = book.say(name, after)
    was = "" if before is None else f" (was {book.say(name, before)})"
    place = book.place(offer.reach)
    at_hand = offer.reach.way in ("menu", "quick_screen", "personal_menu", "by_hand")
    said = f"{words}: {value}{was}{'' if at_hand else f', on the {place}'}."
    return RouteStep(
        kind="by_hand" if offer.reach.way == "by_hand" else "set",
        setting=name,
        value=after,
        before=before,
        place=place,
        way=offer.reach.way,
        ours=f"{entry.label}: {say_value(entry, after)}",
        theirs=f"{words}: {value}",
        seconds=offer.seconds,
        undoes_danger=danger,
        sentence=said,
    )


def _sentence(plain: tuple[str, ...], best: _Way, alone: float) -> str:
    if not plain:
        return "It stands there already."
    saved = alone - best.seconds
    by = f"{len(plain)} setting{'s' if len(plain) > 1 else ''}"
    if best.recalls:
        by = f"Recall “{best.recalls[0].name}”" + (f", then {len(best.rest)} by hand" if best.rest else "")
    return f"{by}: {best.seconds:.0f} s, {saved:.0f} s less than one by one."
