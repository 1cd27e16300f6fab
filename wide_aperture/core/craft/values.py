"""How a setting's value is said: option label, number with its unit, on or off."""

from __future__ import annotations

from wide_aperture.core.craft.settings import CatalogueEntry
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.physics.quantities import format_aperture, format_iso


def say_value(entry: CatalogueEntry, value: Value) -> str:
    """A setting's value in words: option label, number with its unit, on/off, or a dash."""
    if value is None:
        return "–"
    if isinstance(value, bool):
        return "on" if value else "off"
    if isinstance(value, str):
        return entry.option_label(value) if entry.options else value
    match entry.unit:
        case "s":
            return wording.seconds(value)
        case "f/":
            return format_aperture(value)
        case "ISO":
            return format_iso(value)
        case "EV":
            return f"{wording.signed_stops(value)} EV"
        case "m":
            return wording.metres(value)
        case unit:
            return f"{value:g} {unit}".strip() if unit != "/s" else f"{value:g}/s"
