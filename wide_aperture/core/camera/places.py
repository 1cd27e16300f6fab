"""The storage places of a body one by one, and which settings each kind holds."""

from __future__ import annotations

from wide_aperture.core.document import Document, Name
from wide_aperture.core.documents.body import Body, SlotBank, SlotKind
from wide_aperture.core.documents.setup import Value

# Settings of the camera as a whole: no storage place holds them, whatever its kind.
OF_THE_CAMERA = frozenset(
    {
        "card_mode", "file_prefix", "numbering", "copyright", "release_without_card", "auto_off", "eco_mode",
        "battery_order", "sensor_cleaning", "shutter_closed_off", "clock_zone", "heat_limit", "link_mode", "link_send",
        "link_radio", "display_brightness", "warm_display", "playback_pages", "playback_first", "playback_hand",
        "slot_changes", "image_rotation", "exposure_step", "iso_step", "meter_fine_tune", "colour_space",
    }
)  # fmt: skip
A_LOOK = frozenset(
    {
        "picture_profile", "look_contrast", "look_highlight", "look_shadow", "look_saturation", "look_sharpness",
        "look_filter", "look_noise", "portrait_smoothing", "dr_mode", "shadow_lift", "white_balance", "kelvin", "wb_tint", "wb_bias",
    }
)  # fmt: skip
# What most bodies let a held button change for as long as it is held.
WHILE_HELD = frozenset(
    {
        "exposure_mode", "shutter_s", "aperture", "iso", "iso_floor", "iso_ceiling", "slowest_shutter_s", "exposure_comp_ev",
        "metering", "white_balance", "kelvin", "af_mode", "af_area", "subject_detection", "eye_detection", "af_priority", "drive", "frame_rate",
    }
)  # fmt: skip


class StoragePlace(Document):
    """One place that can be recalled. id: kind and number, like "full-2"."""

    id: str
    kind: SlotKind
    label: Name
    family: str = ""
    leaves_out: tuple[str, ...] = ()
    forgets: bool = False

    def holds(self, setting: str) -> bool:
        if setting in OF_THE_CAMERA or setting in self.leaves_out:
            return False
        if self.kind == "look":
            return setting in A_LOOK
        if self.kind == "held_button":
            return setting in WHILE_HELD
        return True

    def stores(self, values: dict[str, Value]) -> dict[str, Value]:
        """What remains of these values when they are stored here."""
        return {setting: value for setting, value in values.items() if self.holds(setting)}


def places_of(body: Body, slot_changes: Value = "forgotten") -> tuple[StoragePlace, ...]:
    """Every storage place of a body in its order.

    slot_changes: how the body stands where it leaves the choice.
    """
    found: list[StoragePlace] = []
    for bank in body.slots:
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
