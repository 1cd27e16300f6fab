"""Seconds of each way to a setting: opening what is shared once, then each item; more for far values on a dial.

The figures are those of a practised hand with warm fingers; a person's own times on a phrasebook's reach override them.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from wide_aperture.core.camera.phrasebook import Phrasebook, Reach, usual_menu
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.figures import figure, figures_of
from wide_aperture.core.documents.setting_values import Value

OPEN_S: Mapping[str, float] = figures_of("open_s")
ITEM_S: Mapping[str, float] = figures_of("item_s")
PAGE_S = figure("page_s")
DEEPER_S = figure("deeper_s")
CLICK_S = figure("click_s")
MOST_CLICKS_S = figure("most_clicks_s")
SCOPE_S = figure("scope_s")
RECALL_S: Mapping[str, float] = figures_of("recall_s")


@dataclass(frozen=True, slots=True)
class Offer:
    """One way for one setting: its own seconds, and what must be open for it."""

    reach: Reach
    seconds: float
    page: str = ""


def clicks_s(setting: str, before: Value, after: Value) -> float:
    """Seconds a dial takes to travel: third stops for exposure, half a second otherwise nothing."""
    if not catalogue.setting(setting).turned or not _is_number(before) or not _is_number(after):
        return 0.0
    a, b = float(before), float(after)  # type: ignore[arg-type]
    if a <= 0 or b <= 0:
        return 0.0
    per_stop = 6 if setting == "aperture" else 3
    return min(abs(math.log2(b / a)) * per_stop * CLICK_S, MOST_CLICKS_S)


def _is_number(value: Value) -> bool:
    return isinstance(value, int | float) and not isinstance(value, bool)


def offers(book: Phrasebook, setting: str, values: dict[str, Value], target: dict[str, Value]) -> list[Offer]:
    """Every way to a setting with the seconds of the item itself.

    A dial or button offers a setting only while its function reaches it, both as the camera stands and as it will stand.
    """
    travel = clicks_s(setting, values.get(setting), target[setting])
    reaches = [
        reach
        for reach in book.phrase(setting).reaches
        if (control := book.control_of(reach)) is None
        or (control.reaches(setting, values) and control.reaches(setting, {**values, **target}))
    ]
    found = []
    for reach in reaches or [usual_menu(catalogue.setting(setting))]:
        own = reach.seconds if reach.seconds is not None else ITEM_S[reach.way]
        deeper = DEEPER_S * max(len(reach.path) - 2, 0) if reach.way == "menu" else 0.0
        found.append(Offer(reach, own + deeper + travel, book.page_of(reach)))
    return found


def alone_s(book: Phrasebook, setting: str, values: dict[str, Value], target: dict[str, Value]) -> float:
    """Seconds of a setting set by itself, everything opened for it: what going item by item costs."""
    return min(
        offer.seconds + OPEN_S.get(offer.reach.way, 0.0) + (PAGE_S if offer.page else 0.0)
        for offer in offers(book, setting, values, target)
    )


def menu_order(book: Phrasebook) -> dict[str, int]:
    """Where each page stands in the menu; pages nobody listed come last, in the catalogue's order."""
    listed = list(book.pages)
    for entry in catalogue.catalogue():
        for reach in book.phrase(entry.id).reaches:
            page = book.page_of(reach)
            if page and page not in listed:
                listed.append(page)
    return {page: k for k, page in enumerate(listed)}
