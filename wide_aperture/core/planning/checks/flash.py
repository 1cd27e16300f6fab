"""Checks on flash."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.physics.quantities import format_aperture, format_iso
from wide_aperture.core.planning.checks.checked import SLACK, Check, Checked, report
from wide_aperture.core.planning.limits.term import NEAREST_STEP_EV


def flash_sync_exceeded(checked: Checked) -> Finding | None:
    """Shutter faster than sync without high-speed sync, as set or as the aperture asked for would need."""
    case, shutter = checked.case, checked.shutter_s
    if not (checked.flash_on or case.flash.in_use) or case.flash.high_speed_sync:
        return None
    kind = checked.shutter_type if checked.shutter_type in case.body.shutter_kinds else case.shutters.permitted[0]
    sync = case.body.sync_s(kind)
    if sync is None:
        return None
    if checked.flash_on and shutter is not None and shutter < sync / SLACK:
        return report(
            "flash_sync_exceeded",
            about=checked.about("shutter_s"),
            sentence=f"{wording.seconds(shutter)} is shorter than the flash sync of {wording.seconds(sync)}: part of the "
            "frame stays dark.",
            remedy=Remedy(label=f"Lengthen to {wording.seconds(sync)}", changes={"shutter_s": sync}),
        )
    asked = case.asked.shutter_s
    if asked is not None and asked < sync / SLACK:
        needs = f"You asked for {wording.seconds(asked)}"
    else:
        aperture, iso = case.asked.aperture, case.asked.iso or case.body.base_iso
        if aperture is None or (needed := checked.time_needed(aperture, iso)) >= sync / SLACK:
            return None
        needs = f"{format_aperture(aperture)} at {format_iso(iso)} needs {wording.seconds(needed)} in this light"
    return report(
        "flash_sync_exceeded",
        about="request",
        sentence=f"{needs}; the flash syncs to {wording.seconds(sync)} and has no high-speed sync.",
        handled_by=tuple(s for s in ("shutter_s", "aperture", "nd_stops") if checked.setup.number(s)),
    )


def flash_with_electronic_shutter(checked: Checked) -> Finding | None:
    """Flash together with the fully electronic shutter, as set or as asked for."""
    case = checked.case
    asked = case.asked.shutter_type == "electronic"
    synced = case.body.sync_s("electronic") is not None
    if not (checked.flash_on or case.flash.in_use) or synced or not (checked.is_electronic or asked):
        return None
    curtains = [k for k in case.body.shutter_kinds if case.body.sync_s(k) is not None]
    fix = (
        Remedy(label="Use the curtains", changes={"shutter_type": curtains[0]})
        if checked.is_electronic and curtains
        else None
    )
    return report(
        "flash_with_electronic_shutter",
        about="request" if asked else checked.about("shutter_type"),
        sentence="With the electronic shutter the flash does not fire, or lights a strip of the frame.",
        handled_by=() if checked.is_electronic else ("shutter_type",),
        remedy=fix,
    )


def flash_out_of_reach(checked: Checked) -> Finding | None:
    """Full power is not enough at this aperture, ISO and distance."""
    case = checked.case
    use = checked.option("flash")
    if use in (None, "off", "fill") or checked.aperture is None or checked.iso is None:
        return None
    spare = case.flash.spare_ev(checked.shutter_s, checked.aperture, checked.iso, use)
    if spare is None or spare >= -NEAREST_STEP_EV:
        return None
    return report(
        "flash_out_of_reach",
        about=checked.about("aperture", "iso"),
        sentence=f"At {wording.metres(case.subject.mid_m)} the flash is {wording.stops_word(spare)} short.",
        residual="Come nearer, open up, raise the ISO, or do not bounce.",
    )


def ambient_offset_missed(checked: Checked) -> Finding | None:
    """The exposure leaves the room brighter or darker than the offset that is set."""
    meant, missed = checked.setup.number("ambient_offset_ev"), checked.exposure_error_ev
    if not checked.case.flash.leads or meant is None or missed is None:
        return None
    comes_out = checked.case.light.ambient_offset_ev + missed
    if abs(comes_out - meant) <= checked.case.figure("broken_ev"):
        return None
    return report(
        "ambient_offset_missed",
        about=checked.about("ambient_offset_ev", "shutter_s", "aperture", "iso"),
        sentence=f"The room comes out at {wording.signed_stops(comes_out)}, meant was {wording.signed_stops(meant)}.",
        residual="The time within sync, the aperture or the ISO brings it there.",
    )


def flash_burst_power(checked: Checked) -> Finding | None:
    """A burst needs more power a frame than the flash gives quickly."""
    use, drive = checked.option("flash"), checked.option("drive")
    if use in (None, "off") or drive not in ("continuous_high", "continuous_max"):
        return None
    if checked.option("flash_burst") == "burst":
        return None
    return report(
        "flash_burst_power",
        about=checked.about("drive"),
        sentence="The flash recycles slower than the burst: every second frame stays dark.",
        remedy=Remedy(label="Single frames", changes={"drive": "single"}),
    )


def hdr_with_flash(checked: Checked) -> Finding | None:
    """In-camera HDR and flash together."""
    if not checked.flash_on or checked.option("hdr_mode") in (None, "off"):
        return None
    return report(
        "hdr_with_flash",
        about=checked.about("hdr_mode", "flash"),
        sentence="Most bodies silently refuse one of the two.",
        remedy=Remedy(label="HDR off", changes={"hdr_mode": "off"}),
    )


CHECKS: tuple[Check, ...] = (
    flash_sync_exceeded,
    flash_with_electronic_shutter,
    flash_out_of_reach,
    ambient_offset_missed,
    flash_burst_power,
    hdr_with_flash,
)
