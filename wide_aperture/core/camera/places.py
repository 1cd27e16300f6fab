"""The storage places of a body one by one, and which settings each kind holds."""

from __future__ import annotations

from collections.abc import Mapping

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.document import Document, Name
from wide_aperture.core.documents.body import Body, SlotBank, SlotKind
from wide_aperture.core.documents.setting_values import Value

# What a place holds, by what the camera was told: settings that belong to these. None: to neither.
KEPT: Mapping[str, tuple[str | None, ...]] = {
    "mode": ("mode",),
    "values": ("mode", "values"),
    "all": ("mode", "values", None),
}


class StoragePlace(Document):
    """One place that can be recalled. id: kind and number, like "full-2"."""

    id: str
    kind: SlotKind
    label: Name
    family: str = ""
    leaves_out: tuple[str, ...] = ()
    forgets: bool = False
    contents: str = "all"
    filled: str = "menu"
    name_letters: int = 0

    def holds(self, setting: str) -> bool:
        entry = catalogue.setting(setting)
        if entry.scope == "camera" or setting in self.leaves_out:
            return False
        if self.kind == "look":
            return entry.scope == "look"
        if self.kind == "full" and entry.kept_as not in KEPT[self.contents]:
            return False
        return self.kind != "held_button" or entry.while_held

    def stores(self, values: dict[str, Value]) -> dict[str, Value]:
        """What remains of these values when they are stored here."""
        return {setting: value for setting, value in values.items() if self.holds(setting)}


def places_of(body: Body, values: Mapping[str, Value]) -> tuple[StoragePlace, ...]:
    """Every storage place of a body in its order.

    values: how the body stands, which decides what it leaves to choose: what places hold, and what becomes of changes.
    """
    found: list[StoragePlace] = []
    slot_changes = values.get("slot_changes", "forgotten")
    chosen = values.get("slot_contents") if body.abilities.place_contents else None
    contents = str(chosen) if chosen in KEPT else "all"
    for bank in body.still_banks:
        taken = sum(place.kind == bank.kind for place in found)
        found += [
            StoragePlace(
                id=f"{bank.kind}-{taken + k}",
                kind=bank.kind,
                label=f"{bank.label} {k}" if bank.count > 1 else bank.label,
                family=bank.family,
                leaves_out=bank.leaves_out,
                forgets=_forgets(bank, slot_changes),
                contents=contents,
                filled=bank.filled,
                name_letters=bank.name_letters,
            )
            for k in range(1, bank.count + 1)
        ]
    return tuple(found)


def _forgets(bank: SlotBank, slot_changes: Value) -> bool:
    if bank.kind in ("mode_position", "look", "held_button"):
        return bank.changes == "forgotten"
    return bank.changes == "forgotten" or (bank.changes == "choice" and slot_changes != "kept")
