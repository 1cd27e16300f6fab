"""Checks on flash."""

from __future__ import annotations

from wide_aperture.core import wording
from wide_aperture.core.checks.checked import SLACK, Check, Checked
from wide_aperture.core.plan_document import Finding, Remedy
from wide_aperture.core.quantities import format_aperture, format_iso


def flash_sync_exceeded(checked: Checked) -> Finding | None:
    """Shutter faster than sync without high-speed sync, as set or as the aperture asked for would need."""
    case, shutter = checked.case, checked.shutter_s
    if not (checked.flash_on or case.flash_in_use) or case.high_speed_sync:
        return None
    kind = checked.shutter_type if checked.shutter_type in case.body.shutter_kinds else case.permitted_shutter_kinds[0]
    sync = case.body.flash_sync.shortest_s(kind)
    if sync is None:
        return None
    if checked.flash_on and shutter is not None and shutter < sync / SLACK:
        return Finding(
            code="flash_sync_exceeded",
            level="stop",
            about=checked.about("shutter_s"),
            title="Faster than sync",
            sentence=f"{wording.seconds(shutter)} is shorter than the flash sync of {wording.seconds(sync)}: part of the "
            "frame stays dark.",
            remedy=Remedy(label=f"Lengthen to {wording.seconds(sync)}", changes={"shutter_s": sync}),
        )
    asked = case.requests.shutter_s
    if asked is not None and asked < sync / SLACK:
        needs = f"You asked for {wording.seconds(asked)}"
    else:
        aperture, iso = case.requests.aperture, case.requests.iso or case.body.base_iso
        if aperture is None or (needed := checked.time_needed(aperture, iso)) >= sync / SLACK:
            return None
        needs = f"{format_aperture(aperture)} at {format_iso(iso)} needs {wording.seconds(needed)} in this light"
    return Finding(
        code="flash_sync_exceeded",
        level="stop",
        about="request",
        title="Faster than sync",
        sentence=f"{needs}; the flash syncs to {wording.seconds(sync)} and has no high-speed sync.",
        handled_by=tuple(s for s in ("shutter_s", "aperture", "nd_stops") if checked.setup.number(s)),
    )


CHECKS: tuple[Check, ...] = (flash_sync_exceeded,)
