"""The storage places of a body one by one, and which settings each kind holds."""

from __future__ import annotations

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.document import Document, Name
from wide_aperture.core.documents.body import Body, SlotBank, SlotKind
from wide_aperture.core.documents.setting_values import Value


class StoragePlace(Document):
    """One place that can be recalled. id: kind and number, like "full-2"."""

    id: str
    kind: SlotKind
    label: Name
    family: str = ""
    leaves_out: tuple[str, ...] = ()
    forgets: bool = False

    def holds(self, setting: str) -> bool:
        entry = catalogue.setting(setting)
        if entry.scope == "camera" or setting in self.leaves_out:
            return False
        if self.kind == "look":
            return entry.scope == "look"
        return self.kind != "held_button" or entry.while_held

    def stores(self, values: dict[str, Value]) -> dict[str, Value]:
        """What remains of these values when they are stored here."""
        return {setting: value for setting, value in values.items() if self.holds(setting)}


def places_of(body: Body, slot_changes: Value = "forgotten") -> tuple[StoragePlace, ...]:
    """Every storage place of a body in its order.

    slot_changes: how the body stands where it leaves the choice.
    """
    found: list[StoragePlace] = []
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
            )
            for k in range(1, bank.count + 1)
        ]
    return tuple(found)


def _forgets(bank: SlotBank, slot_changes: Value) -> bool:
    if bank.kind in ("mode_position", "look", "held_button"):
        return bank.changes == "forgotten"
    return bank.changes == "forgotten" or (bank.changes == "choice" and slot_changes != "kept")
