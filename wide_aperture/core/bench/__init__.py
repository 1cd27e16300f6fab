"""Measuring: what counts and pictures say, with how sure it is."""

from wide_aperture.core.bench.align import align
from wide_aperture.core.bench.hand_hold import HandHold, hand_hold
from wide_aperture.core.bench.intervals import wilson
from wide_aperture.core.bench.match import match_exposure
from wide_aperture.core.bench.stacking import Stacked, sharpen, stack

__all__ = ["HandHold", "Stacked", "align", "hand_hold", "match_exposure", "sharpen", "stack", "wilson"]
