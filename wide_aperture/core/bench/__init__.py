"""Measuring: what counts and pictures say, with how sure it is."""

from wide_aperture.core.bench.hand_hold import HandHold, hand_hold
from wide_aperture.core.bench.intervals import wilson

__all__ = ["HandHold", "hand_hold", "wilson"]
