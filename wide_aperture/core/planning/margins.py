"""Give-way order and margins: what yields first, and how wrong the brief may be before a limit breaks."""

from __future__ import annotations

import math

from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import GiveWay, GiveWayStep, Margin, Margins
from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M
from wide_aperture.core.physics.quantities import format_aperture, format_iso
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.search import Cell

THIRDS_WATCHED = 15  # five stops either way


def give_way(draft: Draft) -> GiveWay:
    """Search again for less and for more light in third stops, and note each limit when it is first passed."""
    steps = [k / 3 for k in range(1, THIRDS_WATCHED + 1)]
    cells = draft.search.choices_at([*(-ev for ev in steps), *steps])
    less, more = cells[: len(steps)], cells[len(steps) :]
    return GiveWay(less_light=_order(draft, steps, less), more_light=_order(draft, steps, more))


def _order(draft: Draft, steps: list[float], cells: list[Cell]) -> tuple[GiveWayStep, ...]:
    seen = set(draft.search.excesses(draft.exposure))
    order: list[GiveWayStep] = []
    before = draft.exposure
    for ev, cell in zip(steps, cells, strict=True):
        for limit in draft.search.excesses(cell):
            if limit in seen:
                continue
            seen.add(limit)
            in_hand = max(ev - 1 / 3, 0.0)
            term = draft.search.term(limit)
            label = term.imposed_by if term else "exposure"
            order.append(
                GiveWayStep(
                    after_ev=round(in_hand, 3),
                    limit=limit,
                    label=label,
                    sentence=f"{_in_hand(draft.case, in_hand)}then {_what_moved(before, cell)} past “{label}”.",
                )
            )
        before = cell
    return tuple(order)


def _in_hand(case: Case, ev: float) -> str:
    return f"{wording.stops_word(ev)} in hand, " if ev > case.figure("notable_in_hand_ev") else "At once, "


def _what_moved(before: Cell, after: Cell) -> str:
    if after.iso > before.iso:
        return f"ISO goes to {format_iso(after.iso).removeprefix('ISO ')}"
    if after.shutter_s != before.shutter_s:
        return f"the shutter goes to {wording.seconds(after.shutter_s)}"
    if after.aperture != before.aperture:
        return f"the aperture goes to {format_aperture(after.aperture)}"
    return "the frame goes darker" if after.error_ev < before.error_ev else "the frame goes brighter"


def margins(draft: Draft) -> Margins:
    """How wrong light, speed and distance may be before a limit breaks, the settings staying as they are."""
    items = [_light(draft, "less light"), _light(draft, "more light")]
    items += [item for item in (_speed(draft), _distance(draft)) if item is not None]
    known = [item for item in items if item.stops is not None]
    fragile = min(known, key=lambda item: item.stops or 0.0, default=None)
    if fragile is None or (fragile.stops or 0) > draft.case.figure("robust_from_ev"):
        sentence = "Robust: no assumption of the brief is close to breaking anything."
    else:
        sentence = f"Most fragile: {fragile.assumption}. {fragile.spoken('sentence')}"
    return Margins(items=tuple(items), most_fragile=fragile.assumption if fragile else None, sentence=sentence)


def _light(draft: Draft, which: str) -> Margin:
    case, cell = draft.case, draft.exposure
    mode = draft.option("exposure_mode")
    latitude = "jpeg_latitude_ev" if draft.option("file") == "jpeg" else "raw_latitude_ev"
    darker = which == "less light"
    ceiling_held = draft.settings["iso_ceiling"].value
    ceiling = float(ceiling_held) if isinstance(ceiling_held, int | float) else case.body.ceilings.routine
    iso_room = math.log2(ceiling / cell.iso) if darker else math.log2(cell.iso / case.body.base_iso)
    slowest = min((t.high for t in draft.search.terms if t.axis == "shutter_s" and t.high), default=cell.shutter_s)
    time_room = math.log2(slowest / cell.shutter_s) if darker else math.log2(cell.shutter_s / case.shutters.fastest_s)
    iso_room, time_room = max(iso_room, 0.0), max(time_room, 0.0)
    if mode_facts(mode).automatic_iso:
        stops = iso_room + (time_room if "shutter_s" in mode_facts(mode).moves else 0.0)
        what = f"automatic ISO reaches {'your ceiling' if darker else 'base'}"
    elif "shutter_s" in mode_facts(mode).moves:
        stops, what = time_room, "the time passes its limit" if darker else "the shutter has nothing shorter"
    else:
        stops = case.figure(latitude, "under" if darker else "over")
        kind = "JPEG" if draft.option("file") == "jpeg" else "raw"
        what = f"the {'shadows' if darker else 'highlights'} of a hand-set {kind} can no longer be saved"
    sentence = f"{wording.stops_word(stops)} {'darker' if darker else 'brighter'}, then {what}."
    return Margin(assumption=which, stops=round(stops, 2), sentence=sentence)


def _speed(draft: Draft) -> Margin | None:
    case, term = draft.case, draft.search.term("motion")
    if term is None or term.high is None:
        return None
    factor = term.high / draft.exposure.shutter_s
    stops = max(math.log2(factor), 0.0)
    fastest = case.subject.speed_m_s * factor
    return Margin(
        assumption="speed",
        stops=round(stops, 2),
        sentence=f"Sharp up to {wording.speed(fastest, 2)} at {wording.metres(case.subject.blur_m)}; the brief says {wording.speed(case.subject.speed_m_s)}.",
    )


def _distance(draft: Draft) -> Margin | None:
    case, term = draft.case, draft.search.term("motion")
    if term is None or term.high is None or case.subject.mid_m >= OPTICAL_INFINITY_M:
        return None
    factor = draft.exposure.shutter_s / term.high  # the image's speed falls with distance
    nearest = case.subject.blur_m * factor
    stops = max(-math.log2(factor), 0.0)
    return Margin(
        assumption="distance",
        stops=round(stops, 2),
        sentence=f"Movement stays sharp from {wording.metres(nearest)}; the brief begins at {wording.metres(case.subject.near_m)}.",
    )
