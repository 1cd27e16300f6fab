"""The exposure modes in one table: what stands by hand, what the camera moves, and what it becomes without automatic ISO."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from wide_aperture.core.documents.setting_values import Value

Quantity = Literal["shutter_s", "aperture", "iso"]


@dataclass(frozen=True, slots=True)
class ModeFacts:
    """moves: what the camera chooses itself, in the order it moves first.

    fixed_iso: the mode that remains when the ISO is held. school: the school of exposure that works in this mode.
    """

    moves: tuple[Quantity, ...] = ()
    fixed_iso: str | None = None
    school: str | None = None

    @property
    def by_hand(self) -> tuple[Quantity, ...]:
        """What the photographer sets."""
        return tuple(q for q in ("shutter_s", "aperture", "iso") if q not in self.moves)

    @property
    def exposes_itself(self) -> bool:
        return bool(self.moves)

    @property
    def automatic_iso(self) -> bool:
        return "iso" in self.moves


MODES: dict[str, ModeFacts] = {
    "manual": ModeFacts(school="manual_fixed_iso"),
    "bulb": ModeFacts(),
    "manual_auto_iso": ModeFacts(("iso",), "aperture_priority", "manual_auto_iso"),
    "aperture_priority": ModeFacts(("shutter_s",)),
    "aperture_priority_auto_iso": ModeFacts(
        ("shutter_s", "iso"), "aperture_priority", "aperture_priority_slowest_shutter"
    ),
    "shutter_priority": ModeFacts(("aperture",)),
    "shutter_priority_auto_iso": ModeFacts(("aperture", "iso"), "shutter_priority"),
    "program": ModeFacts(("shutter_s", "aperture")),
    "zone_focus_program": ModeFacts(("shutter_s", "iso"), school="zone_focus_program"),
}
UNKNOWN = ModeFacts()
# The mode that exposes alike where a body sets no ISO by hand.
WITH_AUTOMATIC_ISO = {
    "manual": "manual_auto_iso",
    "aperture_priority": "aperture_priority_auto_iso",
    "shutter_priority": "shutter_priority_auto_iso",
}
SCHOOL_MODES = {facts.school: mode for mode, facts in MODES.items() if facts.school}


def mode_facts(mode: Value) -> ModeFacts:
    """The facts of a mode; of one nobody knows, as if everything were set by hand."""
    return MODES.get(mode, UNKNOWN) if isinstance(mode, str) else UNKNOWN


def chosen_by_camera(mode: Value) -> tuple[Quantity, ...]:
    """The exposure values the camera itself chooses in a mode."""
    return mode_facts(mode).moves


def exposes_by_hand(mode: Value) -> bool:
    """True where nothing of the exposure moves by itself."""
    return mode in MODES and not mode_facts(mode).exposes_itself
