"""Bracket options of the catalogue in numbers: how many frames, how far apart."""

from __future__ import annotations

import functools
import math
from collections.abc import Mapping

from wide_aperture.core.craft.settings import setting

THIRDS = {"0.3": 1 / 3, "0.7": 2 / 3}  # as they are marked, and what they are
SAME_STEP_EV = 0.05
NONE = "none"


@functools.cache
def brackets() -> Mapping[str, tuple[int, float]]:
    """Frames and step in EV of every bracket the catalogue has, by option."""
    found = {}
    for option in setting("bracketing").options:
        if option.id != NONE:
            frames, step = option.id.split("x")
            found[option.id] = (int(frames), THIRDS.get(step, float(step)))
    return found


def nearest_brackets(frames: int, step_ev: float) -> tuple[str, ...]:
    """The options, the one that is this bracket first; then those that span nearest to it with as many frames.

    >>> nearest_brackets(9, 1)[0], nearest_brackets(3, 0.7)[0], nearest_brackets(1, 2)
    ('9x1', '3x0.7', ('none',))
    """
    if frames <= 1:
        return (NONE,)
    span = (frames - 1) * step_ev

    def off(option: str) -> tuple[bool, float, int]:
        count, step = brackets()[option]
        return not is_bracket(option, frames, step_ev), round(abs((count - 1) * step - span), 6), abs(count - frames)

    return (*sorted(brackets(), key=off), NONE)


def exact_bracket(frames: int, step_ev: float) -> str | None:
    """The option that is exactly this bracket; None where no body has it."""
    nearest = nearest_brackets(frames, step_ev)[0]
    return nearest if nearest == NONE or is_bracket(nearest, frames, step_ev) else None


def is_bracket(option: str, frames: int, step_ev: float) -> bool:
    """True when an option is exactly this bracket."""
    known = brackets().get(option)
    return known is not None and known[0] == frames and math.isclose(known[1], step_ev, abs_tol=SAME_STEP_EV)
