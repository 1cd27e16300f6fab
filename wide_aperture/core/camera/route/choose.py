"""Which way to take for each setting when opening a screen or a page is paid once: exact, by enumeration.

The quick screen, the personal menu and the menu are open or not (eight cases). In each case a setting has its cheapest way
without the menu; a page of the menu is worth turning to when what its settings save there exceeds the turn. Pages that share no
setting are decided apart; those that do are decided together, every set of them tried. The best of the eight cases is
the optimum.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Collection
from dataclasses import dataclass

from wide_aperture.core.camera.phrasebook import SHARED_WAYS, Way
from wide_aperture.core.camera.route.costs import OPEN_S, PAGE_S, Offer

MOST_TRIED_PAGES = 12


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
    waiting: list[_Waiting] = []
    for setting, found in offered.items():
        plain = [
            o for o in found if o.reach.way != "menu" and (o.reach.way not in SHARED_WAYS or o.reach.way in opened)
        ]
        aside = min(plain, key=lambda offer: offer.seconds, default=None)
        inside: dict[str, Offer] = {}
        for offer in found:
            known = inside.get(offer.page)
            if offer.reach.way == "menu" and "menu" in opened and (known is None or offer.seconds < known.seconds):
                inside[offer.page] = offer
        if inside:
            waiting.append(_Waiting(setting, aside, inside))
        elif aside is None:
            return None
        else:
            chosen[setting], total = aside, total + aside.seconds
    for together in _apart(waiting):
        taken, seconds = _turned(together)
        chosen |= taken
        total += seconds
    return Chosen(chosen, total)


@dataclass(frozen=True, slots=True)
class _Waiting:
    """A setting that pages of the menu offer. aside: its cheapest way elsewhere; inside: by page."""

    setting: str
    aside: Offer | None
    inside: dict[str, Offer]

    def at(self, pages: frozenset[str]) -> Offer | None:
        """Its cheapest way with these pages turned to; a page before another way, where they cost the same."""
        ways = [*(offer for page, offer in self.inside.items() if page in pages), *([self.aside] if self.aside else [])]
        return min(ways, key=lambda offer: offer.seconds, default=None)


def _apart(waiting: list[_Waiting]) -> list[list[_Waiting]]:
    """Settings in groups whose pages are no other group's."""
    groups: list[tuple[set[str], list[_Waiting]]] = []
    for each in waiting:
        touched = [group for group in groups if group[0] & each.inside.keys()]
        pages = set(each.inside).union(*(group[0] for group in touched))
        groups = [group for group in groups if group not in touched]
        groups.append((pages, [*(one for group in touched for one in group[1]), each]))
    return [members for _, members in groups]


def _turned(members: list[_Waiting]) -> tuple[dict[str, Offer], float]:
    """The cheapest set of pages to turn to for these settings, each set tried; of very many linked pages, those that are
    left when no single one can be spared."""
    pages = sorted({page for each in members for page in each.inside})
    if len(pages) > MOST_TRIED_PAGES:
        best = _with_turned(members, pages)
        spared = True
        while spared:
            fewer = [_with_turned(members, [p for p in pages if p != page]) for page in pages]
            least = min(range(len(pages)), key=lambda k: fewer[k][1])
            spared = fewer[least][1] < best[1] - 1e-9
            if spared:
                best = fewer[least]
                del pages[least]
        return best
    sets = (turned for count in range(len(pages) + 1) for turned in itertools.combinations(pages, count))
    return min((_with_turned(members, turned) for turned in sets), key=lambda found: found[1])


def _with_turned(members: list[_Waiting], pages: Collection[str]) -> tuple[dict[str, Offer], float]:
    """Ways and seconds with these pages turned to; inf where a setting cannot be reached."""
    found = {each.setting: each.at(frozenset(pages)) for each in members}
    reached = {setting: offer for setting, offer in found.items() if offer is not None}
    seconds = PAGE_S * len(pages) + sum(offer.seconds for offer in reached.values())
    return reached, seconds if len(reached) == len(found) else math.inf
