"""The exposure search: the cheapest cell of the third-stop grid of shutter x aperture x ISO x ND.

For a shutter, an aperture and a filter, one ISO exposes rightly, so the search keeps the cheapest shutter-aperture
pair for each exposure value and looks the ISO up. The burdens are convex and separable per axis, which is what makes the answer move
sensibly with the light: more light never raises the ISO. Ties go to lower ISO, then faster shutter, then wider
aperture. Reasoning: docs/decisions/0003-exposure-search.md.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache, lru_cache
from typing import Any, cast

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.plan import Axis
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.physics.quantities import Quantity, ev100, exact_step, iso_for, nearest_step
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits import Term, all_terms
from wide_aperture.core.planning.limits.term import NEAREST_STEP_EV, PER_OCTAVE

ERROR_WEIGHT, ND_WEIGHT, ND_GROWS_PER_STOPS = figure("error_weight"), figure("nd_weight"), figure("nd_grows_per_stops")
DARK_WEIGHT = figure("weight", "dark_at_ceiling")
ERROR_GRACE_EV = 0.18  # just over half a third-stop step: what the grid itself cannot avoid
TIE_DECIMALS = 7
SAME_MARK_EV = 0.02  # nearer, a lens's own widest mark is a step of the series
BARRED = 1e6
AXES: tuple[Axis, ...] = ("shutter_s", "aperture", "iso")


@dataclass(frozen=True, slots=True)
class Cell:
    """One exposure. error_ev: brighter (+) or darker (-) than wanted; burden: what the search added up."""

    shutter_s: float
    aperture: float
    iso: float
    nd_stops: float
    error_ev: float
    burden: float

    def value(self, axis: Axis) -> float:
        return self.shutter_s if axis == "shutter_s" else self.aperture if axis == "aperture" else self.iso


@dataclass(frozen=True)
class Grid:
    """The axes of a case: values in rising EV position, and the burden of each value."""

    shutter_s: Floats
    aperture: Floats
    iso: Floats
    nd_stops: Floats
    shutter_burden: Floats
    aperture_burden: Floats
    iso_burden: Floats
    nd_burden: Floats
    dark_to_lift_ev: float

    @cached_property
    def iso_choice(self) -> IsoChoice:
        return IsoChoice(self.iso, self.iso_burden, self.dark_to_lift_ev)


@cache
def _steps(axis: Axis, low: float, high: float) -> Floats:
    """Third-stop steps from low to high. Shared between calls, so it is never written to."""
    quantity: Quantity = "shutter" if axis == "shutter_s" else axis
    first, last = sorted((nearest_step(quantity, low), nearest_step(quantity, high)))
    steps = np.array([exact_step(quantity, k) for k in range(first, last + 1)])
    steps.flags.writeable = False
    return steps


def shutter_axis(terms: Sequence[Term]) -> Floats:
    """The body's times from short to long, as in position(), from the two limits that end them."""
    longest = next(t.high for t in terms if t.id == "shutter_end_slow")
    fastest = next(t.low for t in terms if t.id == "shutter_end_fast")
    assert longest is not None and fastest is not None
    return _steps("shutter_s", fastest, longest)[::-1]


def iso_axis(case: Case) -> Floats:
    """The body's ISO steps, rising."""
    return _steps("iso", case.body.base_iso, case.body.highest_iso)


def nd_choices(case: Case) -> tuple[float, ...]:
    """What the filters at hand add up to, in stops; 0 is none."""
    filters = case.accessories.nd_stops
    most = len(filters) if case.accessories.nd_stackable else 1
    sums = {round(sum(c), 4) for k in range(most + 1) for c in itertools.combinations(filters, k)}
    return tuple(sorted(sums))


def nd_burden_of(nd_stops: Floats) -> Floats:
    """What using a filter adds up to."""
    return np.asarray(ND_WEIGHT * (nd_stops > 0) * (1 + nd_stops / ND_GROWS_PER_STOPS))


def _lower_half(steps: Floats) -> NDArray[np.intp]:
    """The nearest whole step. Half way between two the lower is meant; noise in the last digit must not choose."""
    return np.asarray(np.ceil(steps - (0.5 + 1e-6))).astype(np.intp)


class IsoChoice:
    """The best ISO for whatever an exposure needs, on one axis of steps with its burdens.

    dark_to_lift_ev: so far under the highest allowed ISO a frame may stay dark for little, to be lifted later.
    """

    def __init__(self, iso: Floats, burden: Floats, dark_to_lift_ev: float) -> None:
        self.steps = np.log2(iso / 100)
        self.dark_to_lift_ev = dark_to_lift_ev
        allowed = np.flatnonzero(np.isfinite(burden))
        if allowed.size == 0:
            allowed = np.arange(self.steps.size)
        self.first, self.last = int(allowed[0]), int(allowed[-1])
        span = self.last - self.first
        self.spacing = float(self.steps[self.last] - self.steps[self.first]) / span if span else 1.0
        self.burden = np.where(np.isfinite(burden), burden, 0.0)
        slopes = np.diff(self.burden[self.first : self.last + 1])
        # A stop dark is as noisy as a stop more ISO: it adds up to no less than the last step did, or the sum were not convex.
        self.dark_weight = max(DARK_WEIGHT, float(slopes[-1]) / self.spacing) if span else DARK_WEIGHT
        self._downwards, self._upwards = (float(gains.max(initial=0.0)) for gains in (slopes, -slopes))

    def cheapest(self, needed: Floats) -> tuple[NDArray[np.intp], Floats, Floats]:
        """For each log2(ISO / 100) that would expose rightly: the cheapest step, its error in EV, what both add up to."""
        nearest = _lower_half((needed - self.steps[self.first]) / self.spacing)
        index = np.minimum(np.maximum(nearest, 0), self.last - self.first) + self.first
        error, total = self._cost(index, needed)
        # Both parts are convex along the axis, so walking on while a neighbour is cheaper ends at the cheapest.
        if self._downwards > 0 and float(error.max()) >= self.spacing - _reach(self._downwards):
            index, error, total = self._walk(-1, needed, index, error, total)
        if self._upwards > 0 and float(error.min()) <= _reach(self._upwards) - self.spacing:
            index, error, total = self._walk(1, needed, index, error, total)
        return index, error, total

    def _cost(self, index: NDArray[np.intp], needed: Floats) -> tuple[Floats, Floats]:
        error = self.steps[index] - needed
        wrong, cost = np.abs(error), self.burden[index]
        if self.dark_to_lift_ev and (at_the_end := index == self.last).any():
            dark = at_the_end & (error < -ERROR_GRACE_EV)
            lifted = np.zeros_like(error)
            if dark.any():
                lifted[dark] = self.lifted_ev(-error[dark])
            wrong, cost = np.abs(error + lifted), cost + self.dark_weight * lifted
        return error, np.asarray(cost + _error_cost(wrong))

    def lifted_ev(self, dark_ev: Floats) -> Floats:
        """How much of what is missing at the ISO's end is lifted later: the cheapest whole steps, as if the axis went on.

        What is free elsewhere, an error within the grid's grace, is free here: else a little more light could raise the ISO.
        """
        most = math.floor(self.dark_to_lift_ev / self.spacing + 1e-6)
        # Within the grace there is nothing left to gain, and two steps short an error outweighs any step's cost.
        enough = np.clip(np.ceil((dark_ev - ERROR_GRACE_EV) / self.spacing - 1e-6), 0, most) * self.spacing
        fewer = np.maximum(enough - self.spacing, 0.0)
        costs = (self.dark_weight * lift + _error_cost(np.abs(dark_ev - lift)) for lift in (enough, fewer))
        all_of_it, less = costs
        return np.asarray(np.where(less < all_of_it - 1e-9, fewer, enough))

    def _walk(
        self, step: int, needed: Floats, index: NDArray[np.intp], error: Floats, total: Floats
    ) -> tuple[NDArray[np.intp], Floats, Floats]:
        while True:
            neighbour = np.minimum(np.maximum(index + step, self.first), self.last)
            error_there, there = self._cost(neighbour, needed)
            better = there < total - 1e-9
            if not better.any():
                return index, error, total
            index, error = np.where(better, neighbour, index), np.where(better, error_there, error)
            total = np.where(better, there, total)


def _error_cost(wrong_ev: Floats) -> Floats:
    """What an exposure wrong by so much adds up to; within the grid's grace, nothing."""
    over = np.maximum(wrong_ev - ERROR_GRACE_EV, 0.0)
    return np.asarray(ERROR_WEIGHT * (over + over**2 / 2))


def _reach(gain: float) -> float:
    """The largest error a step away at which moving there can still pay, when the axis gains at most so much."""
    return ERROR_GRACE_EV + math.sqrt(1 + 2 * gain / ERROR_WEIGHT) - 1


def aperture_axis(case: Case) -> Floats:
    """Third steps from the lens's own widest mark, which may be no step of the series (f/0.95, f/1.7)."""
    return _marks_of(case.glass.widest_aperture, case.glass.smallest_aperture)


@lru_cache(maxsize=1024)
def _marks_of(widest: float, smallest: float) -> Floats:
    if smallest <= widest:
        return np.array([widest])
    steps = _steps("aperture", widest, smallest)
    # Within half a step of the widest mark the series' step stands for it; otherwise the mark is a value of its own.
    if abs(2 * math.log2(steps[0] / widest)) > SAME_MARK_EV:
        steps = np.concatenate([[widest], steps[steps > widest * 2 ** (1 / 12)]])
    return steps


@dataclass(frozen=True, slots=True)
class Frontier:
    """Per distinct exposure value: the cheapest pair, as indices on the shutter and aperture axes."""

    settings_ev: Floats
    burden: Floats
    shutter: NDArray[np.intp]
    aperture: NDArray[np.intp]


@dataclass(frozen=True, slots=True)
class FieldValues:
    """Matrices of the exposure field, rows by aperture and columns by shutter."""

    iso: list[list[float | None]]
    severity: list[list[str]]
    limit: list[list[str | None]]


def _rows(first: NDArray[np.generic], second: NDArray[np.generic]) -> Iterator[tuple[list[Any], list[Any]]]:
    return zip(first.tolist(), second.tolist(), strict=True)


class ExposureSearch:
    """The search over one case. What it holds replaces an axis by the held value: it is obeyed, and priced.

    A number that was asked for is met to the step, or dropped; nothing between the two is what anybody wanted.
    """

    def __init__(self, case: Case) -> None:
        self.case = case
        self.held = case.given.held_exposure
        self.terms: tuple[Term, ...] = all_terms(case)
        self._by_axis: dict[Axis, list[Term]] = {axis: [t for t in self.terms if t.axis == axis] for axis in AXES}
        self._weighed = self._by_axis
        self._known_passed: dict[tuple[Axis, float], Mapping[str, float]] = {}
        asked = self._asked()
        if asked:
            self._settle(asked)

    # what was asked for ------------------------------------------------------------------------------

    def _asked(self) -> dict[Axis, float]:
        """Numbers asked for that body and lens have and no pin replaces, on their marks."""
        requests = self.case.requests
        wanted: dict[Axis, float | None] = {
            "shutter_s": requests.shutter_s, "aperture": requests.aperture, "iso": requests.iso,
        }  # fmt: skip
        found: dict[Axis, float] = {}
        for axis, value in wanted.items():
            if value is None or axis in self.held:
                continue
            marks = self.field_axis(axis)
            nearest = float(marks[np.argmin(np.abs(np.log2(marks / value)))])
            if PER_OCTAVE[axis] * abs(math.log2(nearest / value)) <= NEAREST_STEP_EV:
                found[axis] = nearest
        return found

    def _settle(self, asked: Mapping[Axis, float]) -> None:
        """Hold what is worth what it adds up to elsewhere, drop the rest. Each dropped number costs its distance."""
        pinned, best = self.held, None
        for count in range(len(asked), -1, -1):
            for met in itertools.combinations(asked, count):
                dropped = {f"requested_{axis.removesuffix('_s')}" for axis in asked if axis not in met}
                self._weighed = {
                    axis: [term for term in terms if term.id not in dropped] for axis, terms in self._by_axis.items()
                }
                self.held = {**pinned, **{axis: asked[axis] for axis in met}}
                self._begin_anew()
                cell = self.choice
                missed = sum(
                    float(term.burden(np.asarray(cell.value(term.axis)))) for term in self.terms if term.id in dropped
                )
                if best is None or cell.burden + missed < best[0] - 1e-9:
                    best = (cell.burden + missed, self.held, self._weighed)
        assert best is not None
        _, self.held, self._weighed = best
        self._begin_anew()

    def _begin_anew(self) -> None:
        """Forget what was worked out for other values held or weighed."""
        for worked_out in ("free_grid", "grid", "_own_frontier", "choice"):
            self.__dict__.pop(worked_out, None)

    @cached_property
    def free_grid(self) -> Grid:
        """The grid without pins."""
        case = self.case
        shutter_s = shutter_axis(self.terms)
        aperture = aperture_axis(case)
        iso = iso_axis(case)
        nd_stops = np.array(nd_choices(case))
        return Grid(
            shutter_s=shutter_s,
            aperture=aperture,
            iso=iso,
            nd_stops=nd_stops,
            shutter_burden=self._burden("shutter_s", shutter_s),
            aperture_burden=self._burden("aperture", aperture),
            iso_burden=self._burden("iso", iso),
            nd_burden=nd_burden_of(nd_stops),
            dark_to_lift_ev=case.output.dark_to_lift_ev(None),
        )

    @cached_property
    def grid(self) -> Grid:
        return self._grid_with(self.held)

    def _grid_with(self, pins: Mapping[str, float]) -> Grid:
        """The grid with some axes replaced by one value each."""
        changes: dict[str, Any] = {}
        for axis, value in pins.items():
            only = np.array([value])
            changes[axis] = only
            if axis == "nd_stops":
                changes["nd_burden"] = nd_burden_of(only)
            else:
                changes[f"{axis.removesuffix('_s')}_burden"] = self._burden(cast(Axis, axis), only, obeyed=True)
        if "iso" in pins:
            changes["dark_to_lift_ev"] = self.case.output.dark_to_lift_ev(pins["iso"])
        grid = replace(self.free_grid, **changes)
        if "iso" not in pins:
            grid.__dict__["iso_choice"] = self.free_grid.iso_choice  # the same axis: not prepared again
        return grid

    def _burden(self, axis: Axis, values: Floats, *, obeyed: bool = False) -> Floats:
        """Sum of the terms of an axis. A pinned value passes even a hard end: it is obeyed, the finding says so."""
        total = np.zeros(values.shape)
        for term in self._weighed[axis]:
            if not (obeyed and term.is_end):
                total = total + term.burden(values)
        return total

    @cached_property
    def _own_frontier(self) -> Frontier:
        return self._frontier(self.grid)

    # solving ---------------------------------------------------------------------------------------

    def _frontier(self, grid: Grid) -> Frontier:
        """The cheapest shutter-aperture pair for each exposure value that any pair amounts to.

        ISO and exposure error depend on that value alone, so no other pair can win: the plane shrinks to a line.
        """
        settings_ev = np.asarray(ev100(grid.aperture[None, :], grid.shutter_s[:, None]))
        burden = grid.shutter_burden[:, None] + grid.aperture_burden[None, :]
        t, a = np.divmod(np.arange(burden.size), grid.aperture.size)
        # Times whose ISO list is shorter compete apart, so that a barred slow pair never hides a fast one.
        lane = np.round(settings_ev.ravel(), 6) + 1000.0 * self._times_exceeded(grid.shutter_s)[t]
        cheap = np.round(burden.ravel(), TIE_DECIMALS)
        order = np.lexsort((a, t, cheap, lane))  # within a lane: cheapest, then faster, then wider
        first = order[np.concatenate([[True], np.diff(lane[order]) > 0])]
        # Where every pair of a lane is barred (a pin beyond a hard end elsewhere) the least bad is still on offer.
        finite = np.where(np.isfinite(burden.ravel()[first]), burden.ravel()[first], BARRED)
        return Frontier(settings_ev.ravel()[first], finite, t[first], a[first])

    def _times_exceeded(self, shutter_s: Floats) -> NDArray[np.intp]:
        """For each time, how many of the body's ISO-by-time rules it falls under."""
        rules = self.case.body.iso_by_time
        counts = np.zeros(shutter_s.shape, dtype=np.intp)
        for rule in rules:
            counts = counts + (shutter_s > rule.longer_than_s)
        return counts

    def _best(self, grid: Grid, wanted_ev: Floats) -> list[Cell]:
        """The cheapest cell for each light value.

        What the chosen ISO leaves is the exposure error. When every right ISO is barred (ceiling), the last allowed
        one is taken and the error priced.
        """
        own = (
            grid.shutter_s is self.grid.shutter_s and grid.aperture is self.grid.aperture
        )  # an ISO or a filter is held
        line = self._own_frontier if own else self._frontier(grid)
        # (light, nd, lane): log2(ISO / 100) that exposes rightly
        needed = (line.settings_ev[None, :] + grid.nd_stops[:, None])[None] - wanted_ev[:, None, None]
        index, error, exposing = grid.iso_choice.cheapest(needed)
        total = line.burden + grid.nd_burden[:, None] + exposing
        for rule in self.case.body.iso_by_time:
            barred = (grid.shutter_s[line.shutter] > rule.longer_than_s) & (grid.iso[index] > rule.highest_iso * 1.01)
            total = np.where(barred, total + BARRED, total)

        rounded = np.round(total, TIE_DECIMALS)
        # Axes run from short to long and wide to small: lower ISO, faster, wider, less filter.
        order = (index * grid.shutter_s.size + line.shutter) * grid.aperture.size + line.aperture
        order = order * grid.nd_stops.size + np.arange(grid.nd_stops.size)[:, None]
        tied = rounded == rounded.min(axis=(1, 2), keepdims=True)
        first = np.where(tied, order, np.iinfo(np.intp).max).reshape(wanted_ev.size, -1).argmin(axis=1)
        cells = []
        for light, (n, k) in enumerate(zip(*np.divmod(first, line.burden.size), strict=True)):
            cells.append(
                Cell(
                    shutter_s=float(grid.shutter_s[line.shutter[k]]),
                    aperture=float(grid.aperture[line.aperture[k]]),
                    iso=float(grid.iso[index[light, n, k]]),
                    nd_stops=float(grid.nd_stops[n]),
                    error_ev=float(error[light, n, k]),
                    burden=float(total[light, n, k]),
                )
            )
        return cells

    # answers ---------------------------------------------------------------------------------------

    @cached_property
    def choice(self) -> Cell:
        """The cheapest cell for the expected light."""
        return self.choices_at([0.0])[0]

    def choices_at(self, light_changes_ev: Sequence[float]) -> list[Cell]:
        """The cheapest cell for each change of the light. Pins stay."""
        return self._best(self.grid, self.case.light.wanted_ev + np.asarray(light_changes_ev, dtype=np.float64))

    def choice_with(self, **pins: float) -> Cell:
        """The cheapest cell with these axes held as well."""
        return self._best(self._grid_with({**self.held, **pins}), np.array([self.case.light.wanted_ev]))[0]

    def excesses(self, cell: Cell) -> dict[str, float]:
        """By how many EV the cell passes each limit; limits not passed are left out."""
        passed: dict[str, float] = {}
        for axis in AXES:
            passed |= self._passed_at(axis, cell.value(axis))
        if abs(cell.error_ev) > ERROR_GRACE_EV:
            passed["exposure"] = abs(cell.error_ev)
        return passed

    def _passed_at(self, axis: Axis, value: float) -> Mapping[str, float]:
        """The limits a value passes; the same few marks are asked about again and again."""
        known = self._known_passed.get((axis, value))
        if known is None:
            found = ((term.id, term.excess_at(value)) for term in self._by_axis[axis])
            known = self._known_passed[axis, value] = {name: ev for name, ev in found if ev > 0}
        return known

    def term(self, term_id: str) -> Term | None:
        return next((t for t in self.terms if t.id == term_id), None)

    def field_axis(self, axis: Axis) -> Floats:
        """All values of an axis, pins left aside, in rising EV position."""
        return {"shutter_s": self.free_grid.shutter_s, "aperture": self.free_grid.aperture, "iso": self.free_grid.iso}[
            axis
        ]

    def field(self, shutters: Sequence[float], apertures: Sequence[float], nd_stops: float) -> FieldValues:
        """For each aperture (row) and shutter (column): the ISO needed, its severity and the limit that is worst."""
        iso_axis = self.free_grid.iso
        iso_steps = np.log2(iso_axis / 100)
        times, openings = np.asarray(shutters), np.asarray(apertures)
        wanted = self.case.light.wanted_ev - nd_stops
        needed = np.log2(np.asarray(iso_for(wanted, openings[:, None], times[None, :])) / 100)
        index = _lower_half((needed - iso_steps[0]) * 3)
        inside: NDArray[np.bool_] = np.asarray((index >= 0) & (index < iso_axis.size))
        safe = np.clip(index, 0, iso_axis.size - 1)

        worst = np.zeros(needed.shape)
        worst_by: NDArray[np.intp] = np.full(needed.shape, -1, dtype=np.intp)
        barred = ~inside
        for number, term in enumerate(self.terms):
            if not term.is_serious:
                continue  # drawn on the rulers; here it would hatch the whole field
            values = {"shutter_s": times[None, :], "aperture": openings[:, None]}.get(term.axis, iso_axis[safe])
            over = term.excess(values)
            if not over.any():
                continue
            weighed = np.broadcast_to(over * (10.0 if term.is_end else term.weight), needed.shape)
            if term.is_end:
                barred = barred | (over > 0)
            leads = weighed > worst
            worst, worst_by = np.where(leads, weighed, worst), np.where(leads, number, worst_by)

        names = [term.id for term in self.terms] + [None]  # index -1: no limit passed
        return FieldValues(
            iso=[[iso if ok else None for iso, ok in zip(*row, strict=True)] for row in _rows(iso_axis[safe], inside)],
            severity=[
                ["forbidden" if bar else "costs" if by >= 0 else "free" for bar, by in zip(*row, strict=True)]
                for row in _rows(barred, worst_by)
            ],
            limit=[[names[by] for by in row] for row in worst_by.tolist()],
        )

    def settings_ev(self, cell: Cell) -> float:
        """The exposure value these settings amount to, the filter counted."""
        return float(ev100(cell.aperture, cell.shutter_s, cell.iso)) + cell.nd_stops
