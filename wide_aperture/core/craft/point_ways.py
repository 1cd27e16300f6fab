"""Ways of moving the focus point: how long each takes, how often it lands beside, and which of them is surest."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from wide_aperture.core.craft.figures import figure, figures_of
from wide_aperture.core.documents.body import Body

WRONG = figures_of("point_way_wrong")
USUAL_S = figures_of("point_way_s")
PRESS_FIRST_S = figure("press_first_s")
WORDS = {
    "joystick": "joystick",
    "pad": "pad",
    "dial": "dial",
    "touch": "thumb on the screen",
    "tap": "tap on the screen",
}


@dataclass(frozen=True, slots=True)
class PointWay:
    """One way. seconds: of one move; wrong: share of moves that land beside what was meant."""

    kind: str
    seconds: float
    wrong: float

    @property
    def until_right_s(self) -> float:
        """Expected seconds until the point lies where it was meant: a move that missed is made again."""
        return self.seconds / (1 - self.wrong)


# Areas that find their subject anywhere, and those that are no area of the frame.
WITHOUT_A_POINT = (None, "whole_area", "wide_tracking", "zone_focus", "magnified_live_view", "na")


def goes_by_a_point(area: object) -> bool:
    """True where a focus area lies where somebody has put it."""
    return area not in WITHOUT_A_POINT


def way(kind: str, seconds: float | None = None, *, after_press: bool = False) -> PointWay:
    """A way by its kind, with its owner's seconds where known. after_press: it moves only once it was pressed."""
    taken = USUAL_S.get(kind, USUAL_S["dial"]) if seconds is None else seconds
    return PointWay(kind, taken + (PRESS_FIRST_S if after_press else 0.0), WRONG.get(kind, WRONG["other"]))


def surest(ways: Iterable[PointWay]) -> PointWay | None:
    """The way by which the point is soonest where it was meant; None among none."""
    return min(ways, key=lambda each: each.until_right_s, default=None)


def ways_of(body: Body, touch_drag: str | None) -> Iterator[PointWay]:
    """The ways a body has, as its touch drag stands."""
    if body.abilities.joystick:
        yield way("joystick")
    if body.abilities.pad:
        yield way("pad")
    if body.abilities.touch_screen and body.finder != "none" and touch_drag not in (None, "off"):
        yield way("touch")
    if body.abilities.touch_screen:
        yield way("tap")
