"""Zone focus: a distance set beforehand, what is sharp about it, and how wrong a guessed distance may be."""

from __future__ import annotations

import math

from wide_aperture.core.document import DistanceM, Document, FNumber, Fraction01, NotNegative
from wide_aperture.core.documents.body import Body
from wide_aperture.core.physics import optics

GUESS_SPREAD = 0.2  # of a distance: how far off people guess, about two in three times
DOOR_NEAR_M, DOOR_FAR_M = 1.5, 4.0  # where people pass on a pavement
STEPS_M = (0.7, 1.0, 1.2, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 7.0, 10.0)
APERTURES = (2.0, 2.8, 4.0, 5.6, 8.0, 11.0, 16.0)


class Zone(Document):
    """A distance and an aperture. far_m, nearer_m, further_m: None where there is no end; guessed_right: how often somebody
    guessed to stand at the distance is sharp; step: the body's own depth level that holds it."""

    focus_m: DistanceM
    aperture: FNumber
    near_m: DistanceM
    far_m: DistanceM | None
    nearer_m: NotNegative
    further_m: NotNegative | None
    guessed_right: Fraction01
    step_m: DistanceM | None


def zone(body: Body, focal_mm: float, aperture: float, focus_m: float) -> Zone:
    """What a distance set beforehand keeps sharp. Raises DomainError as optics.depth_of_field."""
    depth = optics.depth_of_field(focal_mm, aperture, focus_m, body.coc_mm)
    ends = math.isfinite(depth.far_m)
    levels = sorted(body.abilities.zone_depths_m)
    span = depth.far_m - depth.near_m
    return Zone(
        focus_m=focus_m,
        aperture=aperture,
        near_m=float(depth.near_m),
        far_m=float(depth.far_m) if ends else None,
        nearer_m=float(focus_m - depth.near_m),
        further_m=float(depth.far_m - focus_m) if ends else None,
        guessed_right=_within(depth.near_m / focus_m - 1, depth.far_m / focus_m - 1 if ends else math.inf),
        step_m=max((level for level in levels if level <= span), default=None),
    )


def _within(low: float, high: float) -> float:
    """How often a guess lies between, by shares of the distance; errors are normal with GUESS_SPREAD."""
    upper = math.erf(high / GUESS_SPREAD / math.sqrt(2)) if math.isfinite(high) else 1.0
    return float((upper - math.erf(low / GUESS_SPREAD / math.sqrt(2))) / 2)


def out_of_the_door(body: Body, focal_mm: float, widest: float) -> Zone | None:
    """For walking out of the door: the widest aperture that holds where people pass; None where no aperture does."""
    fits = [each for each in APERTURES if each >= widest] or [widest]
    for aperture in fits:
        for focus_m in STEPS_M:
            found = zone(body, focal_mm, aperture, focus_m)
            if found.near_m <= DOOR_NEAR_M and (found.far_m is None or found.far_m >= DOOR_FAR_M):
                return found
    return None
