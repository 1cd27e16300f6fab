"""What belongs to a control beside its function: the area it brings, the way it moves the point, what it does in review."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence

from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.camera.controls.functions import REVIEW_BY_ID
from wide_aperture.core.craft import point_ways
from wide_aperture.core.documents.setting_values import Value

# Areas worth a button of their own where the day's plans name fewer than there are buttons: small, middle, wide.
PLAIN_STARTERS = ("focus", "focus_eye")
AREAS_APART = ("single_point", "zone", "wide_tracking", "expanded_point", "whole_area")


def point_way(control: Control) -> point_ways.PointWay:
    """How a control moves the focus point."""
    kind = "tap" if control.kind == "touch" and not control.in_finder else control.kind
    return point_ways.way(kind, control.seconds, after_press=control.after_press)


def areas_of_buttons(
    controls: Sequence[Control], does: Mapping[str, str], areas: Sequence[str], there: Sequence[str] = ()
) -> dict[str, str]:
    """The focus area of each button that starts focus with one of its own, all different.

    Args: areas: one for each situation of the day, the commonest first served, or left to a button without an area
        of its own; there: areas the body has, empty: all.
    """
    buttons = [control for control in controls if does.get(control.id) == "focus_area"]
    own = {control.id: str(control.area) for control in buttons if control.area is not None}
    ranked = [area for area, _ in Counter(areas).most_common()]
    if any(function in PLAIN_STARTERS for function in does.values()):
        ranked = ranked[1:]  # the commonest is what is set, and focuses with the plain button
    left = [
        area
        for area in dict.fromkeys((*ranked, *AREAS_APART))
        if area not in own.values() and (not there or area in there)
    ]
    free = [control.id for control in buttons if control.id not in own]
    return own | dict(zip(free, left, strict=False))


def in_review(controls: Sequence[Control], values: Mapping[str, Value]) -> dict[str, str]:
    """What each control should do while a picture is looked at: first what judges it, then what is done with it.

    The hand that holds the camera otherwise is asked first, where review is given to the other hand. Nothing deletes.
    """
    sends = values.get("link_mode") not in (None, "off")
    wanted = ["enlarge", "next_picture", "rate", *(["send"] if sends else []), "protect", "figures"]
    other_hand = values.get("playback_hand") == "left"
    order = sorted(controls, key=lambda each: (each.hand.startswith("left") != other_hand, each.seconds))
    chosen = dict.fromkeys((control.id for control in controls), "off")
    for control in order:
        kept = control.in_review if control.in_review in wanted else None
        first = kept or next((each for each in wanted if each in control.review_functions), None)
        if first is not None and REVIEW_BY_ID[first].harm < 1:
            chosen[control.id] = first
            wanted.remove(first)
    return chosen
