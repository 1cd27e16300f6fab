"""The highlight reserve advisor: does a reserve pay at this ISO and in this scene, or is raw shot darker the same?

A reserve of r EV reads the frame out r EV darker and lifts its middle by a curve: highlights gain r EV. At an ISO of
base x 2^r and more, time and aperture stay, so the light stays too and only the read noise of the lower gain is paid.
Under that ISO the reserve raises it, and each stop it is raised by is a stop less light. Raw shot darker goes the same
way: the ISO lowered at the same time and aperture costs read noise, and only what lies under base costs light.
"""

from __future__ import annotations

import numpy as np

from wide_aperture.core.document import Finite, Iso
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.body import RESERVE_EV
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.physics.quantities import format_iso
from wide_aperture.core.physics.sensor import output_snr
from wide_aperture.core.planning.case import Case


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
    options = [_with_reserve(case, iso, name, needed) for name in RESERVE_EV]
    raw = case.output.keeps_raw
    if raw:
        options.append(_darker_raw(case, iso, needed))
    if needed is None or needed <= 0:
        best, why = "off", "Nothing in the scene lies above what one frame holds: a reserve would only cost shadows."
    elif raw:
        best = "darker_raw"
        why = f"{wording.stops_word(needed)} of highlights lie above clipping. In raw, exposing darker gains the same and keeps base ISO open."
    else:
        enough = [o for o in options if o.pays and o.gains_above_ev >= min(needed, 2.0) - 0.34]
        # Automatic never raises the ISO; of the others the one that costs the shadows least.
        best = min(enough, key=lambda o: (o.reserve != "auto", o.loses_below_ev)).reserve if enough else "off"
        why = f"{wording.stops_word(needed)} of highlights lie above clipping, and a JPEG cannot be put right later."
    return ReserveAdvice(options=tuple(options), best=best, sentence=why)


def _needed_above_ev(case: Case) -> float | None:
    """By how many EV the scene's brightest tones lie above raw clipping; None when its range is not known."""
    top = case.intent.scene_top_ev
    return None if top is None else top - case.body.electrons.mid_below_clipping_ev


def _shadow_loss_ev(case: Case, iso: float, exposed_iso: float, read_iso: float) -> float:
    """EV of light that the deep tone seems to lose, against the plain frame at iso.

    exposed_iso: what the light is measured for; read_iso: the gain it is read out with. Half a stop of signal-to-noise is
    a stop of light, as long as the light's own noise rules.
    """
    deep, pixels = case.figure("reserve_shadow_ev"), case.output.pixels
    before = float(output_snr(case.body, iso, pixels, deep))
    after = float(output_snr(case.body, exposed_iso, pixels, deep, read_at_iso=read_iso))
    return float(2 * np.log2(before / after))


def _with_reserve(case: Case, iso: float, name: str, needed: float | None) -> ReserveOption:
    ev = case.body.reserve_at(iso, "auto") if name == "auto" else RESERVE_EV[name]
    shot_at = max(iso, case.body.reserve_floor(name) or iso)
    raised = float(np.log2(shot_at / iso))
    loss = _shadow_loss_ev(case, iso, shot_at, shot_at / 2**ev) if ev else 0.0
    pays = ev == 0 or (needed is not None and needed > case.figure("reserve_pays_ev") > raised)
    said = "Nothing gained, nothing lost." if ev == 0 else (
        f"Gains {ev:g} EV above, costs the shadows {wording.stops_word(loss)}"
        + (f" and raises the ISO to {format_iso(shot_at)}." if raised > case.figure("notable_in_hand_ev") else ".")
    )  # fmt: skip
    return ReserveOption(
        reserve=name,
        label={"off": "off", "auto": "automatic"}.get(name, f"+{ev:g} EV"),
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
    lowered = min(darker, max(float(np.log2(iso / case.body.base_iso)), 0.0))
    loss = _shadow_loss_ev(case, iso, iso * 2 ** (darker - lowered), iso / 2**lowered)
    return ReserveOption(
        reserve="darker_raw",
        label=f"raw, {wording.stops_word(darker)} darker",
        iso=iso / 2**lowered,
        gains_above_ev=round(darker, 2),
        needed_above_ev=None if needed is None else round(needed, 2),
        loses_below_ev=round(loss, 2),
        raises_iso_ev=0.0,
        pays=darker > case.figure("reserve_pays_ev"),
        sentence=f"Exposed {wording.stops_word(darker)} darker at {format_iso(iso / 2**lowered)} and lifted at home: the same "
        f"highlights, {wording.stops_word(loss)} from the shadows, no raised ISO."
        if darker > case.figure("notable_in_hand_ev")
        else "Nothing to protect here.",
    )
