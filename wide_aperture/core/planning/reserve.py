"""The highlight reserve advisor: does a reserve pay at this ISO and in this scene, or is raw shot darker the same?

A reserve of r EV records r EV darker and lifts the middle by a curve. Highlights gain r EV; the shadows get r EV less
light, which costs them as many EV of signal-to-noise as r EV less exposure would; and ISO cannot go under base x 2^r.
"""

from __future__ import annotations

import numpy as np

from wide_aperture.core.document import Finite, Iso
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.physics.quantities import format_iso
from wide_aperture.core.physics.sensor import output_snr
from wide_aperture.core.planning.case import Case

RESERVES_EV = {"off": 0.0, "highlight_reserve_1": 1.0, "highlight_reserve_2": 2.0}


class ReserveOption(Spoken):
    """One way to hold highlights. gains above and losses below in EV; iso: what it is shot at."""

    reserve: str
    label: str
    iso: Iso
    gains_above_ev: Finite
    needed_above_ev: Finite | None
    loses_below_ev: Finite
    raises_iso_ev: Finite
    pays: bool
    sentence: str


class ReserveAdvice(Spoken):
    """All ways beside each other, and the one to take."""

    options: tuple[ReserveOption, ...]
    best: str
    sentence: str


def reserve_advice(case: Case, iso: float) -> ReserveAdvice:
    """Compare reserves, automatic and darker raw for the ISO chosen.

    Args: iso: what the plan exposes with.
    Source: output_snr of the tone four stops under mid, before and after.
    """
    needed = _needed_above_ev(case)
    options = [_with_reserve(case, iso, name, ev, needed) for name, ev in RESERVES_EV.items()]
    options.append(_darker_raw(case, iso, needed))
    raw = case.requests.file != "jpeg" and case.schools.file != "jpeg"
    if needed is None or needed <= 0:
        best, why = "off", "Nothing in the scene lies above what one frame holds: a reserve would only cost shadows."
    elif raw:
        best = "darker_raw"
        why = f"{wording.stops_word(needed)} of highlights lie above clipping. In raw, exposing darker gains the same and keeps base ISO."
    else:
        enough = [o for o in options if o.pays and o.gains_above_ev >= min(needed, 2.0) - 0.34]
        best = min(enough, key=lambda o: o.loses_below_ev).reserve if enough else "highlight_reserve_2"
        why = f"{wording.stops_word(needed)} of highlights lie above clipping, and a JPEG cannot be put right later."
    return ReserveAdvice(options=tuple(options), best=best, sentence=why)


def _needed_above_ev(case: Case) -> float | None:
    """By how many EV the scene's brightest tones lie above raw clipping; None when its range is not known."""
    top = case.light.scene_top_ev
    return None if top is None else top - case.body.electrons.mid_below_clipping_ev


def _shadow_loss_ev(case: Case, before_iso: float, after_iso: float, darker_ev: float) -> float:
    """EV of signal-to-noise (20 dB a factor of ten, so log2) that the deep tone loses."""
    before = float(output_snr(case.body, before_iso, case.output.pixels, case.figure("reserve_shadow_ev")))
    after = float(output_snr(case.body, after_iso, case.output.pixels, case.figure("reserve_shadow_ev") - darker_ev))
    return float(2 * np.log2(before / after))  # a stop of light is half a stop of shot-noise ratio


def _with_reserve(case: Case, iso: float, name: str, ev: float, needed: float | None) -> ReserveOption:
    floor = case.body.reserve_floor(name) or case.body.base_iso * 2**ev
    shot_at = max(iso, floor) if ev else iso
    raised = float(np.log2(shot_at / iso))
    # At a raised ISO the loss is in the ISO itself; only what the reserve darkens beyond that is counted twice.
    loss = _shadow_loss_ev(case, iso, shot_at, ev - raised) if ev else 0.0
    pays = ev == 0 or (needed is not None and needed > case.figure("reserve_pays_ev") > raised)
    said = "Nothing gained, nothing lost." if ev == 0 else (
        f"Gains {ev:g} EV above, costs the shadows {wording.stops_word(loss)}"
        + (f" and raises the ISO to {format_iso(shot_at)}." if raised > case.figure("notable_in_hand_ev") else ".")
    )  # fmt: skip
    return ReserveOption(
        reserve=name,
        label="off" if ev == 0 else f"+{ev:g} EV",
        iso=shot_at,
        gains_above_ev=ev,
        needed_above_ev=None if needed is None else round(needed, 2),
        loses_below_ev=round(loss, 2),
        raises_iso_ev=round(raised, 2),
        pays=pays,
        sentence=said,
    )


def _darker_raw(case: Case, iso: float, needed: float | None) -> ReserveOption:
    darker = min(max(needed or 0.0, 0.0), 3.0)
    loss = _shadow_loss_ev(case, iso, iso, darker)
    return ReserveOption(
        reserve="darker_raw",
        label=f"raw, {wording.stops_word(darker)} darker",
        iso=iso,
        gains_above_ev=round(darker, 2),
        needed_above_ev=None if needed is None else round(needed, 2),
        loses_below_ev=round(loss, 2),
        raises_iso_ev=0.0,
        pays=darker > case.figure("reserve_pays_ev"),
        sentence=f"Exposed {wording.stops_word(darker)} darker at {format_iso(iso)} and lifted at home: the same highlights, "
        f"{wording.stops_word(loss)} from the shadows, no raised ISO."
        if darker > case.figure("notable_in_hand_ev")
        else "Nothing to protect here.",
    )
