"""What the rulers draw: every limit as a window, and where one axis is bounded by another."""

from __future__ import annotations

import math
from dataclasses import replace

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Axis, ExposureField, Price, Window
from wide_aperture.core.physics.quantities import format_aperture, format_iso, mired
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.limits import figures_used
from wide_aperture.core.planning.search import Cell, ExposureSearch
from wide_aperture.core.planning.weighing import visibility

FIELD_COLUMNS = 15
FIELD_ROWS = 8


def windows(draft: Draft) -> tuple[Window, ...]:
    """All limits of the case as windows, and the ceiling and base ISO seen from the shutter and aperture axes."""
    own = [term.window(figures_used(draft.case, term.id)) for term in draft.search.terms]
    return (*own, *_iso_seen_from_elsewhere(draft), *_colour_windows(draft))


def _colour_windows(draft: Draft) -> list[Window]:
    """How far the setting may lie from each light before its cast shows: narrow for JPEG, wider for raw."""
    jpeg = draft.option("file") == "jpeg"
    allowed = draft.case.figure("jpeg_cast_mired" if jpeg else "mixed_mired")
    mixed = draft.case.figure("mixed_mired")
    seconds = draft.case.situation.second_cct_k
    found = [_colour_window("cast", "cast shows", draft.case.light.cct_k, allowed)]
    if seconds is not None and abs(float(mired(seconds) - mired(draft.case.light.cct_k))) > mixed:
        found.append(_colour_window("second_cast", "second light's cast", seconds, allowed))
    body = draft.case.body
    ends = f"{body.name} sets {body.kelvin_low:.0f} to {body.kelvin_high:.0f} K."
    found.append(
        Window(
            id="kelvin_ends",
            axis="kelvin",
            low=body.kelvin_low,
            high=body.kelvin_high,
            severity="forbidden",
            imposed_by="body ends",
            sentence=ends,
        )
    )
    return found


def _colour_window(window_id: str, label: str, light_k: float, allowed_mired: float) -> Window:
    at = float(mired(light_k))
    low, high = 1e6 / (at + allowed_mired), 1e6 / max(at - allowed_mired, 1.0)
    return Window(
        id=window_id, axis="kelvin", low=low, high=min(high, 40_000.0), severity="costs", imposed_by=label,
        sentence=f"Within {allowed_mired:g} mired of {light_k:.0f} K: {round(low, -2):.0f} to {round(high, -2):.0f} K.",
    )  # fmt: skip


def _iso_seen_from_elsewhere(draft: Draft) -> list[Window]:
    """Where shutter or aperture would push the ISO past the ceiling or under base, the other values staying."""
    case, cell = draft.case, draft.exposure
    room_up = _stops(case.body.ceilings.routine / cell.iso)
    room_down = _stops(cell.iso / case.body.base_iso)
    ceiling, base = format_iso(case.body.ceilings.routine), format_iso(case.body.base_iso)
    if room_up < 0:
        return []
    fastest, slowest = cell.shutter_s / 2**room_up, cell.shutter_s * 2**room_down
    smallest, widest = cell.aperture * 2 ** (room_up / 2), cell.aperture / 2 ** (room_down / 2)
    return [
        Window(
            id="ceiling_from_shutter", axis="shutter_s", low=fastest, severity="costs",
            imposed_by="above your ISO ceiling",
            sentence=f"Shorter than {wording.seconds(fastest)} needs more than {ceiling} at {format_aperture(cell.aperture)}.",
        ),
        Window(
            id="base_from_shutter", axis="shutter_s", high=slowest, severity="costs", imposed_by="below base ISO",
            sentence=f"Longer than {wording.seconds(slowest)} is too bright even at {base} and "
            f"{format_aperture(cell.aperture)}: close the aperture or use a filter.",
        ),
        Window(
            id="ceiling_from_aperture", axis="aperture", high=smallest, severity="costs",
            imposed_by="above your ISO ceiling",
            sentence=f"Smaller than {format_aperture(smallest)} needs more than {ceiling} at "
            f"{wording.seconds(cell.shutter_s)}.",
        ),
        Window(
            id="base_from_aperture", axis="aperture", low=widest, severity="costs", imposed_by="below base ISO",
            sentence=f"Wider than {format_aperture(widest)} is too bright even at {base} and "
            f"{wording.seconds(cell.shutter_s)}: shorten the time or use a filter.",
        ),
    ]  # fmt: skip


def _stops(ratio: float) -> float:
    return math.log2(ratio)


def price_list(search: ExposureSearch, passed: dict[str, float]) -> tuple[Price, ...]:
    """Prices of the limits passed, dearest first."""
    prices = []
    for limit, ev in passed.items():
        term = search.term(limit)
        seen, because = visibility(search.case, limit, ev, is_serious=term.is_serious if term else True)
        prices.append(
            Price(
                limit=limit,
                axis=term.axis if term else None,
                label=term.imposed_by if term else "exposure",
                ev=round(ev, 2),
                sentence=term.sentence if term else f"The frame is off by {wording.stops_word(ev)}.",
                seen=seen,
                seen_because=because,
                figures=figures_used(search.case, limit),
            )
        )
    return tuple(sorted(prices, key=lambda price: -price.ev))


def exposure_field(draft: Draft) -> ExposureField:
    """Shutter columns and aperture rows round the choice, each with the ISO it needs and its worst limit."""
    cell, search = draft.exposure, draft.search
    shutters = _around("shutter_s", cell, list(search.field_axis("shutter_s")[::-1]), FIELD_COLUMNS)
    apertures = _around("aperture", cell, list(search.field_axis("aperture")), FIELD_ROWS)
    values = search.field(shutters, apertures, cell.nd_stops)
    row, column = apertures.index(cell.aperture), shutters.index(cell.shutter_s)
    return ExposureField(
        shutter_s=tuple(shutters),
        apertures=tuple(apertures),
        iso=values.iso,
        severity=values.severity,
        limit=values.limit,
        chosen_row=row,
        chosen_column=column,
        sentence=_field_sentence(draft, values.iso[row], shutters, column),
    )


def _around(axis: Axis, cell: Cell, values: list[float], count: int) -> list[float]:
    """count neighbours of the chosen value on its axis; an off-grid (pinned) value takes its nearest step's place."""
    chosen = cell.value(axis)
    nearest = min(range(len(values)), key=lambda i: abs(_stops(values[i] / chosen)))
    values = values.copy()
    values[nearest] = chosen
    first = max(0, min(nearest - count // 2, len(values) - count))
    return values[first : first + count]


def _field_sentence(draft: Draft, isos: list[float | None], shutters: list[float], column: int) -> str:
    """Name what newly holds the choice on either side of its row."""
    own = draft.search.excesses(draft.exposure)

    def held_by(columns: range) -> str | None:
        for c in columns:
            iso = isos[c]
            if iso is None:
                return "the body's ISO range"
            other = replace(draft.exposure, shutter_s=shutters[c], iso=iso, error_ev=0.0)
            passed = draft.search.excesses(other)
            new = {limit: ev for limit, ev in passed.items() if ev > own.get(limit, 0.0) + 0.5}
            if new:
                term = draft.search.term(max(new, key=lambda limit: new[limit]))
                return f"“{term.imposed_by}”" if term else None
        return None

    slower, faster = held_by(range(column - 1, -1, -1)), held_by(range(column + 1, len(isos)))
    parts = [
        *([f"by {slower} towards longer times"] if slower else []),
        *([f"by {faster} towards shorter ones"] if faster else []),
    ]
    return f"Held {wording.listed(parts)}." if parts else "Nothing limits the choice near here."
