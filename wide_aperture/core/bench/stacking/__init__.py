"""Many frames of one thing made one: aligned, the best share kept, averaged, sharpened in layers."""

from wide_aperture.core.bench.stacking.layers import Layer, Sharpened, sharpen
from wide_aperture.core.bench.stacking.stack import CurvePoint, Stacked, stack

__all__ = ["CurvePoint", "Layer", "Sharpened", "Stacked", "sharpen", "stack"]
