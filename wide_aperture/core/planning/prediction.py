"""What the body itself will choose in automatic modes, at the ends of the light's band."""

from __future__ import annotations

import math

import numpy as np

from wide_aperture.core.craft.exposure_modes import exposes_by_hand
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import PredictedFrame
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.physics.quantities import aperture_for, format_aperture, format_iso, iso_for, time_for
from wide_aperture.core.physics.quantities import ev100 as exposure_value
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.rules.tones import compensation
from wide_aperture.core.planning.search import Cell

Frame = tuple[float, float, float]  # shutter_s, aperture, iso


def prediction(draft: Draft) -> tuple[PredictedFrame, ...]:
    """One predicted frame for the darkest, expected and brightest light; only the expected one when it is steady."""
    case = draft.case
    ends = [("darkest", case.light.ev_low), ("expected", case.light.ev100), ("brightest", case.light.ev_high)]
    wanted = [(name, ev) for name, ev in ends if name == "expected" or not math.isclose(ev, case.light.ev100)]
    return tuple(_frame(draft, name, ev) for name, ev in wanted)


def wanted_at(draft: Draft, ev100: float, nd_stops: float) -> float:
    """The exposure meant in this light behind a filter: darker or brighter than the meter's middle by a school is no error."""
    return ev100 - draft.case.light.ambient_offset_ev - draft.case.light.highlight_shift_ev - nd_stops


def _frame(draft: Draft, light: str, ev100: float) -> PredictedFrame:
    wanted = wanted_at(draft, ev100, draft.exposure.nd_stops)
    shutter, aperture, iso = settle(draft, draft.exposure, wanted)
    settings_ev = float(exposure_value(aperture, shutter, iso))
    error = wanted - settings_ev + held_compensation_ev(draft)
    said = f"{wording.seconds(shutter)}, {format_aperture(aperture)}, {format_iso(iso)}"
    if abs(error) > 1 / 3:
        said += f": {wording.stops_word(error)} too {'bright' if error > 0 else 'dark'}"
    return PredictedFrame(
        light=light,
        ev100=ev100,
        shutter_s=shutter,
        aperture=aperture,
        iso=iso,
        error_ev=round(error, 2),
        sentence=said,
    )


def held_compensation_ev(draft: Draft) -> float:
    """How much a pinned compensation moves an automatic exposure from what the tones need."""
    held = draft.held.get("exposure_comp_ev")
    by_hand = exposes_by_hand(draft.option("exposure_mode"))
    if by_hand or not isinstance(held, int | float):
        return 0.0
    needed, _ = compensation(draft.case, draft.option("metering"), favour_faces=draft.flag("face_metering"))
    return float(held) - needed


def settle(draft: Draft, cell: Cell, wanted_ev: float) -> Frame:
    """What the body sets with the cell's values held by hand: what floats first, where it stops, what floats next."""
    case = draft.case
    mode = draft.option("exposure_mode")
    fastest, longest = case.shutters.fastest_s, case.body.longest_timed_s
    floor = _number(draft, "iso_floor") or case.body.base_iso
    ceiling = _number(draft, "iso_ceiling") or case.body.ceilings.routine
    slowest = _number(draft, "slowest_shutter_s") or cell.shutter_s

    if mode == "manual_auto_iso":
        return (
            cell.shutter_s,
            cell.aperture,
            _clamp(float(iso_for(wanted_ev, cell.aperture, cell.shutter_s)), floor, ceiling),
        )
    if mode == "aperture_priority":
        return _clamp(float(time_for(wanted_ev, cell.aperture, cell.iso)), fastest, longest), cell.aperture, cell.iso
    if mode in ("aperture_priority_auto_iso", "zone_focus_program"):
        at_floor = float(time_for(wanted_ev, cell.aperture, floor))
        if at_floor <= slowest:
            return _clamp(at_floor, fastest, longest), cell.aperture, floor
        iso = _clamp(float(iso_for(wanted_ev, cell.aperture, slowest)), floor, ceiling)
        # Past the ceiling the body lets the time grow: the floor breaks without a word.
        return _clamp(float(time_for(wanted_ev, cell.aperture, iso)), slowest, longest), cell.aperture, iso
    if mode in ("shutter_priority", "shutter_priority_auto_iso"):
        follows = mode == "shutter_priority_auto_iso"
        aperture = float(aperture_for(wanted_ev, cell.shutter_s, floor if follows else cell.iso))
        aperture = _clamp(aperture, case.glass.widest_aperture, case.glass.smallest_aperture)
        iso = _clamp(float(iso_for(wanted_ev, aperture, cell.shutter_s)), floor, ceiling) if follows else cell.iso
        return cell.shutter_s, aperture, iso
    if mode == "program":
        return _on_program_line(draft, cell.iso, wanted_ev)
    return cell.shutter_s, cell.aperture, cell.iso


def _on_program_line(draft: Draft, iso: float, wanted_ev: float) -> Frame:
    """Interpolate the body's program line at the EV its ISO leaves; the lens's ends move the rest to the time."""
    case = draft.case
    at_iso_100 = wanted_ev + math.log2(iso / 100)
    line = sorted(case.body.program_line, key=lambda p: p.ev100)
    if line:
        ev = [p.ev100 for p in line]
        f_number = 2 ** (float(np.interp(at_iso_100, ev, [2 * math.log2(p.f_number) for p in line])) / 2)
    else:
        # A plain line for bodies whose own is unknown: half of each stop to the aperture.
        stops = max(at_iso_100 - case.figure("program_opens_at", "ev"), 0) / 2
        f_number = case.figure("program_opens_at", "f") * 2 ** (stops / 2)
    f_number = _clamp(f_number, case.glass.widest_aperture, case.glass.smallest_aperture)
    shutter = _clamp(float(time_for(at_iso_100, f_number)), case.shutters.fastest_s, case.body.longest_timed_s)
    return shutter, f_number, iso


def _number(draft: Draft, setting_id: SettingId) -> float | None:
    held = draft.settings.get(setting_id)
    value = held.value if held else None
    return float(value) if isinstance(value, int | float) and not isinstance(value, bool) else None


def _clamp(value: float, low: float, high: float) -> float:
    return min(max(value, low), high)
