"""White balance: chromaticities of lights, correlated colour temperature, remaining cast, and what can be recovered."""

from wide_aperture.core.physics.colour.adaptation import CardCast, card_cast
from wide_aperture.core.physics.colour.loci import daylight_xy, planckian_xy, usual_xy
from wide_aperture.core.physics.colour.temperature import cct_duv

__all__ = ["CardCast", "card_cast", "cct_duv", "daylight_xy", "planckian_xy", "usual_xy"]
