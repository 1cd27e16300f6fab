"""Checks on shutter kinds."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.physics.quantities import format_aperture
from wide_aperture.core.planning.checks.checked import SLACK, Check, Checked, report


def efcs_bokeh_cut(checked: Checked) -> Finding | None:
    """Electronic first curtain at a wide aperture and short time, as set or as asked for."""
    asked = checked.case.asked.shutter_type == "electronic_first_curtain"
    chosen = checked.shutter_type == "electronic_first_curtain"
    apertures = [a for a in (checked.aperture, checked.case.asked.aperture if asked else None) if a is not None]
    times = [t for t in (checked.shutter_s, checked.case.asked.shutter_s if asked else None) if t is not None]
    if not (asked or chosen) or not apertures or not times:
        return None
    aperture, time = min(apertures), min(times)
    if aperture > checked.case.figure("wide_open_f") * 1.06 or time > checked.case.figure("slit_s") * SLACK:
        return None
    return report(
        "efcs_bokeh_cut",
        about="request" if asked else "plan",
        sentence=f"At {format_aperture(aperture)} and {wording.seconds(time)} the two curtains do not match: blur discs are "
        "cut and the exposure is uneven.",
        handled_by=() if chosen else ("shutter_type",),
        remedy=Remedy(label="Mechanical shutter", changes={"shutter_type": "mechanical"}) if chosen else None,
    )


def shutter_shock_risk(checked: Checked) -> Finding | None:
    """A mechanical first curtain on a tripod with a long lens in the band where its shock shows."""
    case, shutter = checked.case, checked.shutter_s
    asked, chosen = case.asked.shutter_type == "mechanical", checked.shutter_type == "mechanical"
    times = [t for t in (shutter, case.asked.shutter_s) if t is not None]
    if not (asked or chosen) or not any(case.wishes.shock_shows_at(t) for t in times):
        return None
    delayed = checked.option("exposure_delay") not in (None, "off")
    handled = ("exposure_delay",) if chosen and delayed else () if chosen else ("shutter_type",)
    return report(
        "shutter_shock_risk",
        about="request" if asked else "plan",
        sentence=f"{wording.seconds(times[0])} with {case.glass.focal_mm:.0f} mm on a tripod: the first curtain's blow shows.",
        handled_by=handled,
        remedy=Remedy(label="Delay the release", changes={"exposure_delay": "1s"}) if not handled else None,
    )


def precapture_needs_electronic(checked: Checked) -> Finding | None:
    """Capture before full press with a curtain shutter."""
    wanted = checked.option("precapture") == "on" or checked.option("drive") == "precapture"
    if not wanted or checked.shutter_type in (None, "electronic"):
        return None
    off: dict[str, Value] = {"precapture": "off"}
    if checked.option("drive") == "precapture":
        off["drive"] = "continuous_high"
    return report(
        "precapture_needs_electronic",
        about=checked.about("precapture", "drive"),
        sentence="It works only with the electronic shutter; with curtains the body refuses or switches by itself.",
        remedy=Remedy(label="Off", changes=off),
    )


CHECKS: tuple[Check, ...] = (efcs_bokeh_cut, shutter_shock_risk, precapture_needs_electronic)
