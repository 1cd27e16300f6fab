"""Checks on pulsing light and on silence."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.checks.checked import SLACK, Check, Checked, report
from wide_aperture.core.planning.limits.lamps import swing_of_all_ev


def flicker_banding(checked: Checked) -> Finding | None:
    """Lamps pulse: uneven frames below one period, bands with the electronic shutter."""
    case, shutter = checked.case, checked.shutter_s
    frequencies, period = case.light.flickers_hz, case.light.whole_period_s
    if period is None:
        return None
    short = shutter is not None and shutter < period / SLACK
    electronic = checked.is_electronic or case.asked.shutter_type == "electronic"
    if not (short or electronic):
        return None
    modulation, waveform = case.light.modulation, case.situation.waveform
    swing = float(swing_of_all_ev(shutter or period, frequencies, modulation, waveform))
    evened = swing < case.figure("even_swing_ev")
    if evened and not electronic:
        return None
    bands = (case.body.readout_ms or 0) / 1000 * frequencies[0]
    said = f"The light pulses at {case.light.pulses}."
    if short and not evened and shutter is not None:
        said += f" At {wording.seconds(shutter)} frames differ by up to {swing:.1f} EV."
    if evened and shutter is not None:
        said += f" Over {wording.seconds(shutter)} the pulses even out to {swing:.2f} EV."
    elif electronic and bands:
        said += f" An electronic read-out draws {bands:.1f} bands."
    handled = []
    if checked.setup.option("anti_flicker") == "on":
        handled.append("anti_flicker")
    if not checked.is_electronic:
        handled.append("shutter_type")
    if evened:
        handled.append("shutter_s")
    timed = "anti_flicker" in handled
    return report(
        "flicker_banding",
        about="request" if case.asked.shutter_type == "electronic" and not checked.is_electronic else "plan",
        sentence=said,
        handled_by=tuple(handled) if timed or evened or not short else (),
        residual=_residual(case) if timed else None,
        remedy=None
        if timed or evened or (handled and not short)
        else Remedy(label=f"Use {wording.seconds(period)}, a whole period", changes={"shutter_s": period}),
    )


def _residual(case: Case) -> str:
    """What the timed release leaves: it follows one kind of lamp."""
    if len(case.light.flickers_hz) > 1:
        return f"It follows one kind of lamp of {case.light.pulses}: the other still shows."
    return "Mixed lamp types can still defeat it."


def silent_shutter_conflict(checked: Checked) -> Finding | None:
    """Silence is required, yet the silent shutter harms this picture."""
    case = checked.case
    if not case.shutters.wants_silence:
        return None
    harms = []
    if case.light.pulses:
        harms.append(f"the light pulses at {case.light.pulses} and would draw bands")
    if case.shutters.skew_deg > case.figure("leaning_deg"):
        harms.append(f"the subject would lean by {case.shutters.skew_deg:.0f}°")
    if case.flash.in_use:
        harms.append("the flash will not fire with it")
    if "electronic" not in case.body.shutter_kinds:
        harms.append(f"{case.body.name} has no silent shutter at all")
    if not harms:
        return None
    return report(
        "silent_shutter_conflict",
        about="plan",
        sentence=f"Silence is required, but {wording.listed(harms)}.",
        residual="Ask which sound is tolerable, or choose moments when a click is covered.",
    )


def anti_flicker_off_under_lamps(checked: Checked) -> Finding | None:
    """The light pulses, the time is short, and the timed release is off although the body has it."""
    case, shutter = checked.case, checked.shutter_s
    period = case.light.whole_period_s
    if period is None or not case.body.anti_flicker or checked.option("anti_flicker") != "off":
        return None
    if checked.is_electronic or shutter is None or shutter >= period / SLACK:
        return None
    return report(
        "anti_flicker_off_under_lamps",
        about=checked.about("anti_flicker"),
        sentence=f"At {wording.seconds(shutter)} under {case.light.pulses} frames differ for nothing.",
        remedy=Remedy(label="On", changes={"anti_flicker": "on"}),
    )


def anti_flicker_two_lamps(checked: Checked) -> Finding | None:
    """Two kinds of lamp light the scene, and the release is timed by one of them."""
    case, shutter = checked.case, checked.shutter_s
    period, (_, *others) = case.light.whole_period_s, case.light.flickers_hz or (None,)
    if not others or period is None or checked.option("anti_flicker") != "on":
        return None
    if checked.is_electronic or shutter is None or shutter >= period / SLACK:
        return None
    return report(
        "anti_flicker_two_lamps",
        about=checked.about("anti_flicker"),
        sentence=f"The release waits for one kind of lamp of {case.light.pulses}: frames still differ with the other.",
        remedy=Remedy(label=f"Use {wording.seconds(period)}, whole periods of both", changes={"shutter_s": period}),
    )


CHECKS: tuple[Check, ...] = (
    flicker_banding,
    silent_shutter_conflict,
    anti_flicker_off_under_lamps,
    anti_flicker_two_lamps,
)
