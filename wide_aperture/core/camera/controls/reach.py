"""How often a finger that reaches for one control presses the one beside it.

A blind reach lands round the middle of what it aims at, spread evenly to all sides; it presses the neighbour when it lands
past the neighbour's near edge. Source: normal spread of pointing; the spread itself is an estimate (reach_spread_mm).
"""

from __future__ import annotations

import math

from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.camera.controls.functions import BY_ID
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.abilities import Abilities

SPREAD_MM = figure("reach_spread_mm")
TURNED_BY_A_PRESS = figure("turned_by_a_press")
LENS_MM = figure("lens_barrel_mm")


def face_mm(face: str, body: Abilities) -> tuple[float, float]:
    """Width and height of a side of the body, mm; of the lens, its barrel."""
    return {
        "top": (body.width_mm, body.depth_mm),
        "lens": (LENS_MM, LENS_MM),
    }.get(face, (body.width_mm, body.height_mm))


def apart_mm(aimed: Control, other: Control, body: Abilities) -> float | None:
    """From the middle of one control to the near edge of another, mm; None on different sides of the body, and on glass.

    Gestures on a screen are told apart by what the finger does, not by where it lands.
    """
    if aimed.face != other.face or "touch" in (aimed.kind, other.kind) or "swipe" in (aimed.kind, other.kind):
        return None
    width, height = face_mm(aimed.face, body)
    dx, dy = (other.x - aimed.x) * width, (other.y - aimed.y) * height
    distance = math.hypot(dx, dy)
    if distance == 0:
        return 0.0
    across, along = abs(dx) / distance, abs(dy) / distance
    # How far the neighbour reaches towards the aim: its half side, along the line between them.
    half = min(
        other.width_mm / 2 / across if across > 0 else math.inf, other.height_mm / 2 / along if along > 0 else math.inf
    )
    return max(distance - half, 0.0)


def wrong_press_harm(control: Control, function: str) -> float:
    """How much harm a press does that was meant for the neighbour, 0..1: what is turned or pushed hardly moves when pressed."""
    does = BY_ID[function]
    is_pressed = does.how != "turn" and control.kind not in ("dial", "ring", "lever", "switch")
    return does.harm * (1.0 if is_pressed else TURNED_BY_A_PRESS)


def miss_chance(aimed: Control, other: Control, body: Abilities) -> float:
    """Share of reaches for one control that press another, 0..0.5; 0 on another side of the body.

    >>> from wide_aperture.core.camera.controls.layout import usual_controls
    >>> back = {control.id: control for control in usual_controls()}
    >>> near = miss_chance(back["button_back"], back["dial_rear"], Abilities())
    >>> near > miss_chance(back["button_back"], back["dial_ring"], Abilities())
    True
    """
    apart = apart_mm(aimed, other, body)
    return 0.0 if apart is None else 0.5 * math.erfc(apart / SPREAD_MM / math.sqrt(2))
