"""Which way to take for each setting when opening a screen or a page is paid once: exact, by enumeration.

The quick screen, the personal menu and the menu are open or not (eight cases). In each case a setting has its cheapest way
without the menu; a page of the menu is worth turning to when what its settings save there exceeds the turn.
Pages do not share settings, so each is decided alone, and the best of the eight cases is the optimum.
"""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

from wide_aperture.core.camera.phrasebook import SHARED_WAYS, Way
from wide_aperture.core.camera.route.costs import OPEN_S, PAGE_S, Offer


@dataclass(frozen=True, slots=True)
class Chosen:
    """The way taken for each setting, and the seconds of it all."""

    by_setting: dict[str, Offer]
    seconds: float


def cheapest(offered: dict[str, list[Offer]]) -> Chosen:
    """Return the cheapest choice of ways. An empty choice costs nothing."""
    if not offered:
        return Chosen({}, 0.0)
    ways = {offer.reach.way for found in offered.values() for offer in found}
    shared = [way for way in SHARED_WAYS if way in ways]
    best = Chosen({}, math.inf)
    for count in range(len(shared) + 1):
        for opened in itertools.combinations(shared, count):
            found = _with_open(offered, frozenset(opened))
            if found is not None and found.seconds < best.seconds - 1e-9:
                best = found
    return best


def _with_open(offered: dict[str, list[Offer]], opened: frozenset[Way]) -> Chosen | None:
    """The best choice when exactly these screens may be used; None where a setting cannot be reached."""
    total = sum(OPEN_S[way] for way in opened)
    chosen: dict[str, Offer] = {}
    pages: dict[str, list[tuple[str, Offer | None, Offer]]] = {}
    for setting, found in offered.items():
        plain = [
            o for o in found if o.reach.way != "menu" and (o.reach.way not in SHARED_WAYS or o.reach.way in opened)
        ]
        aside = min(plain, key=lambda offer: offer.seconds, default=None)
        inside = [o for o in found if o.reach.way == "menu"] if "menu" in opened else []
        page = min(inside, key=lambda offer: offer.seconds, default=None)
        if page is None:
            if aside is None:
                return None
            chosen[setting], total = aside, total + aside.seconds
        else:
            pages.setdefault(page.page, []).append((setting, aside, page))
    for members in pages.values():
        without = sum(aside.seconds if aside else math.inf for _, aside, _ in members)
        within = PAGE_S + sum(min(aside.seconds if aside else math.inf, page.seconds) for _, aside, page in members)
        for setting, aside, page in members:
            use_page = within < without and (aside is None or page.seconds <= aside.seconds)
            chosen[setting] = page if use_page or aside is None else aside
        total += min(within, without)
    return Chosen(chosen, total)
