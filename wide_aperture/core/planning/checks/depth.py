"""Checks on depth of field."""

from __future__ import annotations

import math

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M
from wide_aperture.core.physics import optics
from wide_aperture.core.physics.quantities import format_aperture, step_value
from wide_aperture.core.planning.checks.checked import Check, Checked, report


def dof_insufficient(checked: Checked) -> Finding | None:
    """Depth of field cannot cover the near-far range asked for: at any sensible aperture, or at the one set."""
    case = checked.case
    if not case.depth.range_is_wanted_sharp or case.subject.near_m >= OPTICAL_INFINITY_M:
        return None
    near = case.glass.beyond_focal_m(case.subject.near_m)
    needed, focus_m = optics.aperture_for_range(
        case.glass.focal_mm, near, max(case.subject.far_m, near), case.body.coc_mm
    )
    most = min(case.figure("largest_sensible_f"), case.glass.smallest_aperture)
    span = f"{wording.metres(case.subject.near_m)} to {wording.metres(case.subject.far_m)}"
    if needed > most * 2 ** (1 / 6):
        zone = optics.depth_of_field(case.glass.focal_mm, most, focus_m, case.body.coc_mm)
        far = "infinity" if math.isinf(zone.far_m) else wording.metres(zone.far_m)
        return report(
            "dof_insufficient",
            about="plan",
            sentence=f"{span} would need {format_aperture(float(f'{needed:.2g}'))}; {format_aperture(most)} holds "
            f"{wording.metres(zone.near_m)} to {far}.",
            handled_by=("focus_stack",) if (checked.setup.number("focus_stack") or 0) > 1 else (),
            residual="Choose what may be soft, step back, or join frames focused apart.",
        )
    if checked.aperture is None or checked.aperture >= needed / 2 ** (1 / 6):
        return None
    enough = step_value("aperture", needed * 2 ** (1 / 6), 0)
    return report(
        "dof_insufficient",
        about=checked.about("aperture"),
        sentence=f"{span} are sharp together from {format_aperture(float(f'{needed:.2g}'))}; "
        f"{format_aperture(checked.aperture)} is set.",
        remedy=Remedy(label=f"Close to {format_aperture(enough)}", changes={"aperture": enough}),
    )


def diffraction_softening(checked: Checked) -> Finding | None:
    """The Airy disc at the aperture set or asked for covers more than about five pixels."""
    case = checked.case
    apertures = [a for a in (checked.aperture, case.asked.aperture) if a is not None]
    if not apertures:
        return None
    smallest = max(apertures)
    pixels = float(optics.airy_disc_diameter(smallest)) / case.body.pixel_pitch_um
    if pixels <= case.figure("airy_seen_px") or case.lens.fixed_aperture:
        return None
    set_px = float(optics.airy_disc_diameter(checked.aperture or smallest)) / case.body.pixel_pitch_um
    avoided = set_px <= case.figure("airy_seen_px")
    return report(
        "diffraction_softening",
        about="request" if avoided else checked.about("aperture"),
        sentence=f"At {format_aperture(smallest)} the Airy disc covers {pixels:.1f} pixels: all of the picture softens.",
        handled_by=("aperture",) if avoided else (),
        residual=None if avoided else "Sharpening brings some of it back.",
    )


CHECKS: tuple[Check, ...] = (
    dof_insufficient,
    diffraction_softening,
)
