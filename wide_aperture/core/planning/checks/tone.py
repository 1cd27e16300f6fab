"""Checks on dynamic range and on what the screen says about it."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.body import RESERVE_EV
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.physics.quantities import format_iso
from wide_aperture.core.physics.sensor import engineering_range_ev
from wide_aperture.core.planning.checks.checked import Check, Checked, report
from wide_aperture.core.planning.search import ExposureSearch


def highlight_clip_risk(checked: Checked) -> Finding | None:
    """The scene's range is as large as what one frame holds at base ISO, or larger."""
    case = checked.case
    scene = case.light.scene_range_ev
    held = float(engineering_range_ev(case.body, case.body.base_iso))
    if scene is None or scene < held - case.figure("one_frame_slack_ev"):
        return None
    handled = []
    if checked.option("bracketing") not in (None, "none"):
        handled.append("bracketing")
    if checked.option("hdr_mode") not in (None, "off"):
        handled.append("hdr_mode")
    if (checked.setup.number("exposure_comp_ev") or 0) < -case.figure("darker_counts_ev"):
        handled.append("exposure_comp_ev")
    dark_is_meant = case.situation.look in ("shadow_graphic", "silhouette") or bool(case.situation.may_go_black)
    if dark_is_meant and checked.mode == "manual":
        handled.append("exposure_mode")
    return report(
        "highlight_clip_risk",
        sentence=f"{scene:g} EV of scene against {held:.1f} EV in one frame: "
        f"{'the shadows may go, as you wish' if dark_is_meant else 'highlights or shadows are lost'}.",
        handled_by=tuple(handled),
        residual=None if handled else "Expose for what must hold and let the rest go, or come back in softer light.",
    )


def dr_mode_raises_min_iso(checked: Checked) -> Finding | None:
    """A highlight reserve is asked for or set where a lower ISO would have served."""
    case = checked.case
    asked, chosen = case.asked.dr_mode, checked.option("dr_mode")
    reserve = next((r for r in (chosen, asked) if r in ("highlight_reserve_1", "highlight_reserve_2")), None)
    by_school = case.schools.highlights == "reserve" and asked is None  # planned only where the ISO is high anyway
    if reserve is None or by_school:
        return None
    stops, floor = RESERVE_EV[reserve], case.body.reserve_floor(reserve)
    if floor is None:
        return None
    without = _iso_without_reserve(checked, chosen == reserve, floor)
    if without is None:
        return None
    on = chosen == reserve
    return report(
        "dr_mode_raises_min_iso",
        about="request" if asked == reserve else "plan",
        sentence=f"The reserve starts at {format_iso(floor)}; without it "
        f"{format_iso(without)} would do. Each stop of "
        f"ISO it raises is a stop less light in the shadows, for {stops:g} EV above.",
        handled_by=() if on else ("dr_mode",),
        remedy=Remedy(label="Reserve off", changes={"dr_mode": "off"}) if on else None,
    )


def _iso_without_reserve(checked: Checked, on: bool, floor: float) -> float | None:
    """The ISO that would do without the reserve; None where it is no lower."""
    case, slack = checked.case, checked.case.figure("reserve_floor_slack")
    if not on:
        return checked.iso if checked.iso is not None else case.body.base_iso
    if checked.iso is not None and checked.iso * slack > floor:
        return None
    without = ExposureSearch(case.asking(dr_mode="off")).choice.iso
    return without if without < floor * slack else None


def hdr_alignment_crops(checked: Checked) -> Finding | None:
    """In-camera HDR by hand aligns and crops, and doubles what moves."""
    if checked.option("hdr_mode") in (None, "off") or checked.case.support.on_tripod:
        return None
    return report(
        "hdr_alignment_crops",
        about=checked.about("hdr_mode"),
        sentence="Frames taken in the hand are aligned, which crops the edges; what moves appears twice.",
        remedy=Remedy(label="HDR off", changes={"hdr_mode": "off"}),
    )


def clip_thresholds_not_shown(checked: Checked) -> Finding | None:
    """Clip levels are set while the warning is off."""
    if checked.option("clip_warning") != "off" or checked.setup.number("clip_high") is None:
        return None
    return report(
        "clip_thresholds_not_shown",
        about=checked.about("clip_warning"),
        sentence=f"Level {checked.setup.number('clip_high'):.0f} is set, but the warning is not shown.",
        remedy=Remedy(label="Show the warning", changes={"clip_warning": "always"}),
    )


def boosted_display_hides_exposure(checked: Checked) -> Finding | None:
    """The display is boosted although there is light enough to see the exposure."""
    case = checked.case
    if checked.option("boosted_display") != "on" or case.light.ev100 < case.figure("lit_ev") or case.flash.leads:
        return None
    return report(
        "boosted_display_hides_exposure",
        about=checked.about("boosted_display"),
        sentence=f"At {wording.ev(case.light.ev100)} the true exposure could be seen; the boosted display hides it.",
        remedy=Remedy(label="Boost off", changes={"boosted_display": "off"}),
    )


def exposure_simulation_misleads(checked: Checked) -> Finding | None:
    """Exposure simulation is off in continuous light that one can see by."""
    case = checked.case
    if checked.option("exposure_simulation") != "off" or case.flash.leads or case.light.ev100 < case.figure("lit_ev"):
        return None
    return report(
        "exposure_simulation_misleads",
        about=checked.about("exposure_simulation"),
        sentence=f"At {wording.ev(case.light.ev100)} and without flash the finder would look right whatever is set.",
        remedy=Remedy(label="Simulate", changes={"exposure_simulation": "on"}),
    )


def shadow_lift_hides(checked: Checked) -> Finding | None:
    """Shadow lift is on while raw is recorded."""
    if checked.option("shadow_lift") in (None, "off") or checked.option("file") == "jpeg":
        return None
    return report(
        "shadow_lift_hides",
        about=checked.about("shadow_lift"),
        sentence="The preview lifts shadows that the raw data does not have.",
        remedy=Remedy(label="Lift off", changes={"shadow_lift": "off"}),
    )


def display_brightness_misleads(checked: Checked) -> Finding | None:
    """The screen's brightness adapts by itself."""
    if checked.option("display_brightness") != "auto":
        return None
    return report(
        "display_brightness_misleads",
        about=checked.about("display_brightness"),
        sentence="A screen that adapts makes every exposure look right.",
        remedy=Remedy(label="Fix it", changes={"display_brightness": "fixed"}),
    )


CHECKS: tuple[Check, ...] = (
    highlight_clip_risk,
    dr_mode_raises_min_iso,
    hdr_alignment_crops,
    clip_thresholds_not_shown,
    boosted_display_hides_exposure,
    exposure_simulation_misleads,
    shadow_lift_hides,
    display_brightness_misleads,
)
