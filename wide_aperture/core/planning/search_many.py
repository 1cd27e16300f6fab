"""The exposure search over many lenses on one body at once, for ranking a bag of kit.

The same limits and the same cells as ExposureSearch, solved for all lenses in one pass of numpy; it answers with the
cheapest cell only. A law holds the two together (tests/core/test_framing.py).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.documents.plan import Axis
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits import (
    aperture_terms,
    iso_terms,
    terms_by_sight,
    time_wanted_s,
    with_time_in_hand,
)
from wide_aperture.core.planning.limits.term import NEAREST_STEP_EV, PASSED_FROM_EV, Term, burden_of, position
from wide_aperture.core.planning.search import (
    BARRED,
    ERROR_GRACE_EV,
    TIE_DECIMALS,
    Cell,
    ExposureSearch,
    IsoChoice,
    aperture_axis,
    iso_axis,
    nd_burden_of,
    nd_choices,
    shutter_axis,
)

LARGE = 1e9  # stands for infinity where two of them would be subtracted

_Found = tuple[float, int, int, int, int, float]  # burden, then the indices of ISO, time, opening and filter; error


@dataclass(frozen=True)
class Cheapest:
    """The cheapest cell of a case and by how many EV in all it passes the case's limits."""

    cell: Cell
    price_ev: float


def cheapest_of(cases: Sequence[Case]) -> list[Cheapest]:
    """The cheapest cell of each case. All cases must share everything but the lens."""
    if not cases:
        return []
    first = cases[0]
    if first.requests.asks_exposure or first.flash.leads:  # what is met, and how dark the room is held, differ by lens
        return [_one_by_one(case) for case in cases]
    # All that a limit on time sees of a lens; zooms often share it, and what opens equally far shares all of it.
    by_sight: dict[tuple[float, float], tuple[Term, ...]] = {}
    sights: dict[tuple[float, float, float], int] = {}
    sight: list[int] = []
    shutters: list[tuple[Term, ...]] = []
    for case in cases:
        seen = (case.glass.focal_mm, case.lens.stabiliser_stops)
        key = (*seen, case.depth.opening_needed)
        if key not in sights:
            if seen not in by_sight:
                by_sight[seen] = terms_by_sight(case)
            sights[key] = len(shutters)
            shutters.append(with_time_in_hand(case, by_sight[seen]))
        sight.append(sights[key])
    first_seen = [sight.index(k) for k in range(len(shutters))]
    wanted_s = [time_wanted_s(cases[k], terms) for k, terms in zip(first_seen, shutters, strict=True)]
    apertures = [aperture_terms(case, wanted_s[sight[k]]) for k, case in enumerate(cases)]
    isos = iso_terms(first)  # no lens changes the noise

    held = first.given.held_exposure  # what is held stands alone on its axis, and passes even a hard end
    times = np.array([held["shutter_s"]]) if "shutter_s" in held else shutter_axis(shutters[0])
    isos_on_axis = np.array([held["iso"]]) if "iso" in held else iso_axis(first)
    openings = _padded([np.array([held["aperture"]]) if "aperture" in held else aperture_axis(case) for case in cases])
    time_limits = _added_up("shutter_s", shutters, times[None, :], obeyed="shutter_s" in held)
    opening_limits = _added_up("aperture", apertures, openings, obeyed="aperture" in held)
    iso_limits = _added_up("iso", [isos], isos_on_axis[None, :], obeyed="iso" in held)

    plane = _Plane(
        times, openings, isos_on_axis, time_limits.burden, opening_limits.burden, iso_limits.burden[0], np.array(sight)
    )
    nd_all = np.array([held["nd_stops"]] if "nd_stops" in held else nd_choices(first))
    cheapest = []
    for row, (burden, iso, time, opening, nd, error_ev) in enumerate(_solve(first, plane, nd_all)):
        cell = Cell(
            shutter_s=float(times[time]),
            aperture=float(openings[row, opening]),
            iso=float(isos_on_axis[iso]),
            nd_stops=float(nd_all[nd]),
            error_ev=error_ev,
            burden=burden,
        )
        passed_ev = time_limits.passed_ev[sight[row], time] + opening_limits.passed_ev[row, opening]
        cheapest.append(Cheapest(cell, float(passed_ev + iso_limits.passed_ev[0, iso]) + _off(cell)))
    return cheapest


def _one_by_one(case: Case) -> Cheapest:
    search = ExposureSearch(case)
    return Cheapest(search.choice, sum(search.excesses(search.choice).values()))


@dataclass(frozen=True)
class _Plane:
    """The axes and what each value adds up to. Shapes: times (t,), openings and their burden (lens, a) with NaN where a
    lens has fewer, time_burden (sight, t), sight (lens,): which row of it a lens goes by."""

    times: Floats
    openings: Floats
    isos: Floats
    time_burden: Floats
    opening_burden: Floats
    iso_burden: Floats
    sight: NDArray[np.intp]

    def finite(self) -> tuple[Floats, Floats]:
        """Both burdens with what no lens may use out of the search's way. Where a lens has nothing else, the ISO and
        the error alone choose among it."""
        shut = ~np.isfinite(self.time_burden)
        times = np.where(shut, BARRED, self.time_burden)
        closed = ~np.isfinite(self.opening_burden)
        openings = np.where(closed, BARRED, self.opening_burden)
        all_shut: NDArray[np.bool_] = np.asarray(shut.all(axis=1))
        stuck = all_shut[self.sight] | (closed | np.isnan(self.openings)).all(axis=1)
        openings[stuck] = BARRED
        times[all_shut] = 0.0
        return times, np.where(np.isnan(self.openings), np.inf, openings)


@dataclass(frozen=True)
class _Exposing:
    """What the best ISO costs by the exposure value a time and an opening amount to.

    Times and most openings are third steps, so few values occur: each is worked out once and looked up.
    lane: row of the table for each opening; third: its whole third steps; steps: those of each time.
    """

    cost: Floats
    index: NDArray[np.intp]
    error: Floats
    lane: NDArray[np.intp]
    third: NDArray[np.intp]
    steps: NDArray[np.intp]

    def marks(self) -> tuple[NDArray[np.intp], NDArray[np.intp]]:
        """The distinct openings: where each stands first, flat, and for each opening which of them it is."""
        span = int(np.ptp(self.third)) + 1
        _, first, mark = np.unique(self.lane * span + self.third, return_index=True, return_inverse=True)
        return first, mark.reshape(self.third.shape)

    def at(self, openings: NDArray[np.intp]) -> Any:
        """Where openings, given flat, stand in the table with each time; shape (opening, t)."""
        return self.lane.ravel()[openings, None], self.third.ravel()[openings, None] + self.steps[None, :]


def _exposing(openings: Floats, times: Floats, best_iso: IsoChoice, off_ev: float) -> _Exposing:
    """off_ev: what the filter takes less what the light gives."""
    position_thirds = 6 * np.log2(np.where(np.isnan(openings), 1.0, openings))
    third = np.rint(position_thirds).astype(np.intp)
    rest = np.round(position_thirds - third, 5)  # of the few openings that are no third step
    rests, lane = np.unique(rest, return_inverse=True)
    steps = np.rint(-3 * np.log2(times)).astype(np.intp)
    if times.size == 1:
        off_ev = off_ev - float(np.log2(times[0])) - float(steps[0]) / 3  # a held time may be no third step
    lowest = int(third.min() + steps.min())
    axis = np.arange(lowest, int(third.max() + steps.max()) + 1)
    needed = (axis[None, :] + rests[:, None]) / 3 + off_ev
    index, error, cost = best_iso.cheapest(needed)
    return _Exposing(cost, index, error, lane.reshape(openings.shape), third - lowest, steps)


def _solve(case: Case, plane: _Plane, nd_all: Floats) -> list[_Found]:
    """The cheapest cell for each lens. nd_all: the filters to choose from, in stops."""
    time_burden, opening_burden = plane.finite()
    best_iso = IsoChoice(plane.isos, plane.iso_burden, case.output.dark_to_lift_ev(case.given.held_exposure.get("iso")))
    best: list[_Found | None] = [None] * plane.openings.shape[0]
    for n, nd in enumerate(nd_all.tolist()):
        exposing = _exposing(plane.openings, plane.times, best_iso, nd - case.light.wanted_ev)
        # Lenses share most of their marks: the cheapest time for a mark is found once for all that share a sight.
        first, mark = exposing.marks()
        at = exposing.at(first)
        cost = exposing.cost[at] + nd_burden_of(nd_all)[n]
        for rule in case.body.iso_by_time:
            barred = (plane.times > rule.longer_than_s) & (plane.isos[exposing.index[at]] > rule.highest_iso * 1.01)
            cost = np.where(barred, cost + BARRED, cost)
        cheapest_time = (time_burden[:, None, :] + cost[None, :, :]).min(axis=2)
        least = opening_burden + cheapest_time[plane.sight[:, None], mark]
        rows, a = np.nonzero(np.round(least, TIE_DECIMALS) == np.round(least.min(axis=1), TIE_DECIMALS)[:, None])
        total = opening_burden[rows, a, None] + (time_burden[plane.sight[rows]] + cost[mark[rows, a]])
        index, error = exposing.index[at][mark[rows, a]], exposing.error[at][mark[rows, a]]
        _keep_best(best, rows, a, np.round(total, TIE_DECIMALS), index, error, n)
    return [found for found in best if found is not None]


def _keep_best(
    best: list[_Found | None],
    rows: NDArray[np.intp],
    a: NDArray[np.intp],
    total: Floats,
    index: NDArray[np.intp],
    error: Floats,
    n: int,
) -> None:
    """Take over each lens's cheapest cell. Ties go to lower ISO, then faster, then wider, then less filter.

    Shapes: rows and a (candidate,) the lens and its opening, in rising order of lens; the others (candidate, t).
    """
    candidate, t = np.nonzero(total == total.min(axis=1)[:, None])  # times run from short to long
    order = np.lexsort((a[candidate], t, index[candidate, t], total[candidate, t], rows[candidate]))
    first = order[np.concatenate([[True], np.diff(rows[candidate][order]) > 0])]
    for k in first.tolist():
        c, time = int(candidate[k]), int(t[k])
        found = (float(total[c, time]), int(index[c, time]), time, int(a[c]), n, float(error[c, time]))
        held = best[int(rows[c])]
        if held is None or found[:5] < held[:5]:
            best[int(rows[c])] = found


@dataclass(frozen=True)
class _AddedUp:
    """What the terms of each row add up to at its values, shape (rows, values): as burden, and as EV passed."""

    burden: Floats
    passed_ev: Floats


def _added_up(axis: Axis, rows: Sequence[Sequence[Term]], values: Floats, *, obeyed: bool) -> _AddedUp:
    """values has one row for all or a row each. obeyed: the value is held, so hard ends do not bar it."""
    at = position(axis, values)
    burden, passed = np.zeros((len(rows), values.shape[1])), np.zeros((len(rows), values.shape[1]))
    swung = dict[Any, tuple[Floats, Floats]]()
    places: list[tuple[int, int]] = []  # the row a term belongs to, and which of its row's it is
    plain: list[tuple[float, float, float, float, bool]] = []  # low, high, weight, steepens, bars
    for row, terms in enumerate(rows):
        k = 0
        for term in terms:
            if term.swing is not None:  # lamps pulse for every lens alike
                if term.swing not in swung:
                    swung[term.swing] = term.burden(values[0]), term.excess(values[0])
                burden[row] += swung[term.swing][0]
                passed[row] += swung[term.swing][1]
            else:
                low, high = term.low or math.nan, term.high or math.nan
                plain.append((low, high, term.weight, term.steepens, term.kind == "end"))
                places.append((row, k))
                k += 1
    if not plain:
        return _AddedUp(burden, passed)
    row_of, k_of = np.array(places).T
    table = np.full((5, len(rows), int(k_of.max()) + 1), np.nan)
    table[:, row_of, k_of] = np.array(plain).T
    low_at, high_at = position(axis, table[0]), position(axis, table[1])
    low_at[np.isnan(low_at)], high_at[np.isnan(high_at)] = -LARGE, LARGE
    weight, steepens, bars = np.nan_to_num(table[2]), np.nan_to_num(table[3]), table[4] == 1
    for k in range(table.shape[2]):
        over = np.maximum(at - high_at[:, k, None], low_at[:, k, None] - at)
        over = np.where(over > PASSED_FROM_EV, over, 0.0)
        counted = burden_of(over, weight[:, k, None], steepens[:, k, None], NEAREST_STEP_EV)
        barred = 0.0 if obeyed else np.where(over > 0, np.inf, 0.0)
        burden += np.where(bars[:, k, None], barred, counted)
        passed += over
    return _AddedUp(burden, passed)


def _off(cell: Cell) -> float:
    return abs(cell.error_ev) if abs(cell.error_ev) > ERROR_GRACE_EV else 0.0


def _padded(axes: Sequence[Floats]) -> Floats:
    """Axes of different lengths as rows of one array, NaN where one is shorter."""
    padded = np.full((len(axes), max(axis.size for axis in axes)), np.nan)
    for row, axis in enumerate(axes):
        padded[row, : axis.size] = axis
    return padded
