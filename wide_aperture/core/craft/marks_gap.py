"""How far before the raw data a JPEG look ends, once its own steps are turned."""

from __future__ import annotations

from wide_aperture.core.craft.figures import figure

LEAST_EV = 0.1


def stepped_gap_ev(base_ev: float, contrast: float, highlight_tone: float) -> float:
    """The gap of a base look with so many steps of contrast and highlight tone, in EV; a harder look ends earlier.

    >>> stepped_gap_ev(0.6, 0, 0), stepped_gap_ev(0.6, 2, 0) > stepped_gap_ev(0.6, 0, -2)
    (0.6, True)
    """
    return max(base_ev + turned_ev(contrast, highlight_tone), LEAST_EV)


def turned_ev(contrast: float, highlight_tone: float) -> float:
    """What these steps add to the gap, in EV."""
    return figure("look_step_gap_ev", "contrast") * contrast + figure("look_step_gap_ev", "highlight") * highlight_tone
