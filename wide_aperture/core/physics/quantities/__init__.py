"""Exposure values, the scales cameras step along, and how their steps are written and read."""

from wide_aperture.core.physics.quantities.exposure_value import ev100, luminance_from_ev100, mired
from wide_aperture.core.physics.quantities.series import (
    Fraction,
    Quantity,
    exact_step,
    nearest_step,
    step_label,
    step_value,
)
from wide_aperture.core.physics.quantities.text import (
    format_aperture,
    format_iso,
    format_shutter,
    parse_aperture,
    parse_iso,
    parse_shutter,
)

__all__ = [
    "Fraction",
    "Quantity",
    "ev100",
    "exact_step",
    "format_aperture",
    "format_iso",
    "format_shutter",
    "luminance_from_ev100",
    "mired",
    "nearest_step",
    "parse_aperture",
    "parse_iso",
    "parse_shutter",
    "step_label",
    "step_value",
]
