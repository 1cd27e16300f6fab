"""The exposure search over many lenses on one body at once, for ranking a bag of kit.

The same limits and the same cells as ExposureSearch, solved for all lenses in one pass of numpy; it answers with the
cheapest cell only. A law holds the two together (tests/core/test_framing.py).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.documents.plan import Axis
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits import aperture_terms, iso_terms, shutter_terms
from wide_aperture.core.planning.limits.term import NEAREST_STEP_EV, Term, burden_of, position
from wide_aperture.core.planning.search import (
    BARRED,
    ERROR_GRACE_EV,
    TIE_DECIMALS,
    Cell,
    IsoChoice,
    aperture_axis,
    iso_axis,
    nd_burden_of,
    nd_choices,
    shutter_axis,
)

LARGE = 1e9  # stands for infinity where two of them would be subtracted


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
    shutter_by_sight: dict[tuple[float, float], tuple[Term, ...]] = {}
    shutters = []
    for case in cases:
        sight = (case.glass.focal_mm, case.lens.stabiliser_stops)  # all that a limit on time sees of a lens
        if sight not in shutter_by_sight:
            shutter_by_sight[sight] = shutter_terms(case)
        shutters.append(shutter_by_sight[sight])
    apertures = [aperture_terms(case) for case in cases]
    isos = iso_terms(first)  # no lens changes the noise

    held = first.given.held_exposure  # what is held stands alone on its axis, and passes even a hard end
    times = np.array([held["shutter_s"]]) if "shutter_s" in held else shutter_axis(shutters[0])
    isos_on_axis = np.array([held["iso"]]) if "iso" in held else iso_axis(first)
    openings = _padded([np.array([held["aperture"]]) if "aperture" in held else aperture_axis(case) for case in cases])
    time_burden = _burdens("shutter_s", shutters, times[None, :], obeyed="shutter_s" in held)
    burden = _burdens("aperture", apertures, openings, obeyed="aperture" in held)
    opening_burden = np.where(np.isnan(openings), np.inf, burden)
    iso_burden = _burdens("iso", [isos], isos_on_axis[None, :], obeyed="iso" in held)[0]

    best = _solve(first, times, openings, isos_on_axis, time_burden, opening_burden, iso_burden)
    passed = _Passed()
    return [
        Cheapest(cell, _off(cell) + sum(passed.ev(terms, cell) for terms in (shutters[k], apertures[k], isos) if terms))
        for k, cell in enumerate(best)
    ]


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

    def costs(self) -> Floats:
        """For each lens, time and opening."""
        at = self.third[:, None, :] + self.steps[None, :, None]
        return np.asarray(self.cost[self.lane[:, None, :], at])

    def choices(self, row: NDArray[np.intp], t: NDArray[np.intp], a: NDArray[np.intp]) -> tuple[Any, Any]:
        """ISO index and error of each of these cells."""
        lane, at = self.lane[row, a], self.third[row, a] + self.steps[t]
        return self.index[lane, at], self.error[lane, at]


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


def _solve(
    case: Case,
    times: Floats,
    openings: Floats,
    isos: Floats,
    time_burden: Floats,
    opening_burden: Floats,
    iso_burden: Floats,
) -> list[Cell]:
    """The cheapest cell for each lens. Shapes: times (t,), openings and its burden (l, a), time_burden (l, t)."""
    pair = time_burden[:, :, None] + opening_burden[:, None, :]
    pair = np.where(np.isfinite(pair), pair, BARRED)
    pair = np.where(np.isnan(openings)[:, None, :], np.inf, pair)
    held_nd = case.given.held_exposure.get("nd_stops")
    nd_all = np.array(nd_choices(case) if held_nd is None else [held_nd])
    best_iso = IsoChoice(isos, iso_burden)
    best: list[tuple[float, int, int, int, int, float] | None] = [None] * openings.shape[0]
    for n, nd in enumerate(nd_all.tolist()):
        exposing = _exposing(openings, times, best_iso, nd - case.light.wanted_ev)
        total = pair + exposing.costs() + nd_burden_of(nd_all)[n]
        for rule in case.body.iso_by_time:
            at = exposing.third[:, None, :] + exposing.steps[None, :, None]
            iso = isos[exposing.index[exposing.lane[:, None, :], at]]
            barred = (times > rule.longer_than_s)[None, :, None] & (iso > rule.highest_iso * 1.01)
            total = np.where(barred, total + BARRED, total)
        _keep_best(best, np.asarray(np.round(total, TIE_DECIMALS)), exposing, n)
    cells = []
    for row, found in enumerate(best):
        assert found is not None
        burden, i, t, a, n, error_ev = found
        cells.append(
            Cell(
                shutter_s=float(times[t]),
                aperture=float(openings[row, a]),
                iso=float(isos[i]),
                nd_stops=float(nd_all[n]),
                error_ev=error_ev,
                burden=burden,
            )
        )
    return cells


def _keep_best(
    best: list[tuple[float, int, int, int, int, float] | None], total: Floats, exposing: _Exposing, n: int
) -> None:
    """Take over each lens's cheapest cell. Ties go to lower ISO, then faster, then wider, then less filter."""
    flat = total.reshape(total.shape[0], -1)
    least = flat.min(axis=1)
    rows, cells = np.nonzero(flat == least[:, None])
    t, a = np.divmod(cells, total.shape[2])  # times run from short to long, openings from wide to small
    index, error = exposing.choices(rows, t, a)
    order = np.lexsort((a, t, index, rows))
    first = order[np.concatenate([[True], np.diff(rows[order]) > 0])]
    for k in first.tolist():
        row = int(rows[k])
        found = (float(least[row]), int(index[k]), int(t[k]), int(a[k]), n, float(error[k]))
        held = best[row]
        if held is None or found[:5] < held[:5]:
            best[row] = found


def _burdens(axis: Axis, rows: Sequence[Sequence[Term]], values: Floats, *, obeyed: bool = False) -> Floats:
    """Sum of the terms' burdens, shape (rows, values); values has one row for all or a row each.

    obeyed: the value is held, so hard ends do not bar it.
    """
    at = position(axis, values)
    total = np.zeros((len(rows), values.shape[1]))
    plain, swung = [], dict[Any, Floats]()
    for row, terms in enumerate(rows):
        plain.append([term for term in terms if term.swing is None and not (obeyed and term.is_end)])
        for term in terms:
            if term.swing is not None:  # lamps pulse for every lens alike
                if term.swing not in swung:
                    swung[term.swing] = term.burden(values[0])
                total[row] += swung[term.swing]
    most = max(len(terms) for terms in plain)
    low, high = np.full((len(rows), most), -LARGE), np.full((len(rows), most), LARGE)
    weight, steepens = np.zeros((len(rows), most)), np.zeros((len(rows), most))
    bars = np.zeros((len(rows), most), dtype=bool)
    seen: dict[int, int] = {}
    for row, terms in enumerate(plain):
        same = seen.setdefault(id(rows[row]), row)
        if same != row:
            for array in (low, high, weight, steepens, bars):
                array[row] = array[same]
            continue
        for k, term in enumerate(terms):
            if term.low is not None:
                low[row, k] = position(axis, term.low)
            if term.high is not None:
                high[row, k] = position(axis, term.high)
            weight[row, k], steepens[row, k], bars[row, k] = term.weight, term.steepens, term.is_end
    for k in range(most):
        over = np.maximum(at - high[:, k, None], low[:, k, None] - at)
        over = np.where(over > NEAREST_STEP_EV, over, 0.0)
        counted = burden_of(over, weight[:, k, None], steepens[:, k, None], NEAREST_STEP_EV)
        total = total + np.where(bars[:, k, None], np.where(over > 0, np.inf, 0.0), counted)
    return total


class _Passed:
    """By how many EV in all a value passes the limits of its axis; many lenses share limits and values."""

    def __init__(self) -> None:
        self._known: dict[tuple[int, float], float] = {}

    def ev(self, terms: tuple[Term, ...], cell: Cell) -> float:
        value = cell.value(terms[0].axis)
        key = (id(terms), value)
        if key not in self._known:
            self._known[key] = sum(term.excess_at(value) for term in terms)
        return self._known[key]


def _off(cell: Cell) -> float:
    return abs(cell.error_ev) if abs(cell.error_ev) > ERROR_GRACE_EV else 0.0


def _padded(axes: Sequence[Floats]) -> Floats:
    """Axes of different lengths as rows of one array, NaN where one is shorter."""
    padded = np.full((len(axes), max(axis.size for axis in axes)), np.nan)
    for row, axis in enumerate(axes):
        padded[row, : axis.size] = axis
    return padded
