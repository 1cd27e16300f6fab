"""Exposure values, the scales cameras step along, and how their steps are written and read."""

from wide_aperture.core.physics.quantities.exposure_value import (
    aperture_for,
    ev100,
    iso_for,
    luminance_from_ev100,
    mired,
    time_for,
)
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
    "aperture_for",
    "ev100",
    "exact_step",
    "format_aperture",
    "format_iso",
    "format_shutter",
    "iso_for",
    "luminance_from_ev100",
    "mired",
    "nearest_step",
    "parse_aperture",
    "parse_iso",
    "parse_shutter",
    "step_label",
    "step_value",
    "time_for",
]
