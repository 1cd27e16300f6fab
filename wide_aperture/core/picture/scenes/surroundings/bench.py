"""Bench targets: an even grey card and a wedge of known steps."""

from __future__ import annotations

from wide_aperture.core.picture.scenes.piece import Surroundings, lamp
from wide_aperture.core.picture.scenes.targets import grey_card, step_wedge

PIECES = (
    Surroundings(name="grey_card", title="Grey card", about="An 18 % card over the whole frame.", ev100=10, draw=grey_card, lamps=(lamp("lamp", 10, 5500),), casts=(), distance_m=1.0, focal_mm=50.0),
    Surroundings(name="step_wedge", title="Step wedge", about="Fifteen steps of one stop, a slanted edge, fine lines.", ev100=10, draw=step_wedge, lamps=(lamp("room", 10, 5500),), casts=(), distance_m=1.0, focal_mm=50.0),
)  # fmt: skip
