"""Checks on support and stabiliser."""

from __future__ import annotations

from wide_aperture.core.checks.checked import Check, Checked
from wide_aperture.core.plan_document import Finding, Remedy


def stabiliser_on_tripod(checked: Checked) -> Finding | None:
    """The stabiliser is on, or was asked to stay on, on a rigid tripod."""
    case = checked.case
    if not case.on_tripod or not case.has_stabiliser:
        return None
    set_on = checked.setup.option("stabilisation") in ("on", "panning")
    asked_on = case.requests.stabilisation in ("on", "panning")
    if not (set_on or asked_on):
        return None
    return Finding(
        code="stabiliser_on_tripod",
        level="caution",
        about=("pin" if "stabilisation" in checked.pinned else "plan") if set_on else "request",
        title="Stabiliser on a tripod",
        sentence="On a rigid tripod the stabiliser can drift by itself and soften long exposures.",
        handled_by=() if set_on else ("stabilisation",),
        remedy=Remedy(label="Switch it off", changes={"stabilisation": "off"}) if set_on else None,
    )


CHECKS: tuple[Check, ...] = (stabiliser_on_tripod,)
