"""Checks on white balance."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.physics.quantities import mired
from wide_aperture.core.planning.checks.checked import Check, Checked, report


def _apart(first_k: float, second_k: float) -> float:
    return abs(float(mired(first_k) - mired(second_k)))


def wb_mixed_light(checked: Checked) -> Finding | None:
    """Two light colours in one frame more than about 60 mired apart."""
    case = checked.case
    seconds = [
        k
        for k in (case.situation.second_cct_k, case.figure("preset_kelvin", "flash") if case.flash.in_use else None)
        if k is not None
    ]
    far = [k for k in seconds if _apart(k, case.light.cct_k) > case.figure("mixed_mired")]
    if not far:
        return None
    gelled = checked.option("flash_gel") in ("warm", "green") and case.flash.in_use
    furthest = max(far, key=lambda k: _apart(k, case.light.cct_k))
    return report(
        "wb_mixed_light",
        sentence=f"{case.light.cct_k:.0f} K and {furthest:.0f} K lie {_apart(furthest, case.light.cct_k):.0f} mired apart: "
        "no single value is right for both.",
        handled_by=("flash_gel", "kelvin")
        if gelled
        else ("white_balance",)
        if checked.option("white_balance") != "auto"
        else (),
        residual="What the other light reaches keeps its cast.",
    )


def wb_mismatch(checked: Checked) -> Finding | None:
    """A fixed value, asked for or set, is far from the light."""
    case, requests = checked.case, checked.case.asked
    asked = requests.kelvin or case.light.preset_k(requests.white_balance)
    mode = checked.option("white_balance")
    held = None
    if mode is not None and mode not in ("auto", "custom"):
        held = checked.setup.number("kelvin") or case.light.preset_k(mode)
    given = asked if asked is not None else held
    if (
        given is None
        or _apart(given, case.light.cct_k) <= case.figure("mixed_mired")
        or case.light.deepens_colour(given)
    ):
        return None
    second = case.situation.second_cct_k
    between = second is not None and min(second, case.light.cct_k) <= given <= max(second, case.light.cct_k)
    flash_between = case.flash.leads and case.light.cct_k <= given <= case.figure("preset_kelvin", "flash")
    night = case.situation.genre == "night_sky" and case.light.ev100 < 0
    late = case.figure("late_daylight_k")
    blue_hour = case.light.cct_k > case.figure("blue_hour_k") and given >= late
    golden_hour = case.light.is_low_sun and given >= late  # a daylight value keeps its colour on purpose
    # The body reaches no lower: lamps keep a little more of their warmth, which spoils nothing.
    body_ends = given <= case.body.kelvin_low and case.light.cct_k < given
    if asked is None and (between or flash_between or night or blue_hour or golden_hour or body_ends):
        return None
    still = held is not None and _apart(held, case.light.cct_k) > case.figure("mixed_mired")
    return report(
        "wb_mismatch",
        about="request" if asked is not None else checked.about("white_balance", "kelvin"),
        sentence=f"{given:.0f} K in light of {case.light.cct_k:.0f} K is {_apart(given, case.light.cct_k):.0f} mired off: "
        f"{'cool' if given < case.light.cct_k else 'warm'}.",
        handled_by=() if still else ("white_balance", "kelvin"),
        remedy=Remedy(
            label=f"Set {round(case.light.cct_k, -2):.0f} K",
            changes={"white_balance": "kelvin", "kelvin": round(case.light.cct_k / 100) * 100.0},
        )
        if still
        else None,
    )


def wb_auto_drift(checked: Checked) -> Finding | None:
    """Frames that must match use, or are asked to use, automatic white balance."""
    asked, chosen = checked.case.asked.white_balance == "auto", checked.option("white_balance") == "auto"
    if not checked.case.is_matched_series or not (asked or chosen):
        return None
    frames = f"Frames of {wording.seconds(checked.shutter_s)}" if checked.shutter_s is not None else "These frames"
    return report(
        "wb_auto_drift",
        about="request" if asked else "plan",
        sentence=f"{frames} are joined or played together: automatic white balance would judge each by itself.",
        handled_by=() if chosen else ("white_balance",),
        remedy=Remedy(label="Fix the colour", changes={"white_balance": "daylight"}) if chosen else None,
    )


CHECKS: tuple[Check, ...] = (wb_mixed_light, wb_mismatch, wb_auto_drift)
