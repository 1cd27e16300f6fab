"""What a form calls a field, from its JSON Pointer: sentences speak of “Exposure value”, never of /situation/light/ev100.

tests/api/test_field_names.py holds this table to the labels the forms show.
"""

from __future__ import annotations

import re

# By the last fields of the pointer, most telling first.
NAMES: dict[str, str] = {
    "electrons/full_well_e": "Full well",
    "ceilings/routine": "Routine",
    "ceilings/push": "At a push",
    "flash/guide_number_m": "Flash guide number",
    "flash/recycle_s": "Ready again after full power",
    "light/ev100": "Exposure value",
    "light/cct_k": "Colour of the light",
    "light/ev_low": "May fall to",
    "light/ev_high": "May rise to",
    "light/at_min": "Taken at",
    "place/name": "Place",
    "place/latitude_deg": "Latitude",
    "place/longitude_deg": "Longitude",
    "requests/aperture": "Aperture",
    "requests/iso": "ISO",
    "requests/kelvin": "White balance",
    "requests/shutter_floor_s": "Slowest shutter you accept",
    "accepted_blur_percent": "Movement you accept",
    "requests/shutter_s": "Shutter",
    "speed/high_m_s": "Speed up to",
    "speed/low_m_s": "Speed from",
    "situation/title": "What happens",
    "wish/least": "For at least",
    "wish/until": "Not after",
    "wish/from": "Not before",
    "wish/above": "Stands above",
    "angular_speed_arcsec_s": "Sky moves",
    "automatic_kelvin_high": "Automatic white, highest",
    "abilities/dark_frame_share": "Busy after a dark frame",
    "abilities/dials": "Dials",
    "abilities/focus_steps_m": "Zone focus, distances",
    "abilities/hdr_busy_s": "Busy after joined frames",
    "abilities/release_delays_s": "Release delay",
    "abilities/rings": "Rings to assign",
    "abilities/timer_lengths_s": "Self-timer",
    "abilities/zone_depths_m": "Zone focus, depths",
    "automatic_kelvin_low": "Automatic white, lowest",
    "background_blur_percent": "Background softness",
    "background_ev100": "Background, if different",
    "base_iso": "Base ISO",
    "bearing_deg": "Camera looks to",
    "buffer_raw_frames": "Buffer",
    "burst_frames": "Burst planned",
    "card_slots": "Card slots",
    "closest_focus_m": "Closest focus",
    "elevation_m": "Elevation",
    "ends_at_min": "Ends",
    "ev100": "Exposure value",
    "far_m": "Farthest",
    "fastest_electronic_s": "Electronic",
    "fastest_first_curtain_s": "Electronic first curtain",
    "fastest_leaf_s": "Leaf",
    "fastest_mechanical_s": "Mechanical",
    "flicker_hz": "Pulse of the light",
    "focal_length_mm": "Focal length",
    "focal_max_mm": "Longest focal length",
    "focal_min_mm": "Shortest focal length",
    "highest_iso": "Highest ISO",
    "image_circle_mm": "Image circle",
    "kelvin_high": "Kelvin, highest",
    "kelvin_low": "Kelvin, lowest",
    "latitude_deg": "Latitude",
    "longest_timed_s": "Longest timed",
    "longitude_deg": "Longitude",
    "megapixels": "Megapixels",
    "name": "Name",
    "nd_stops": "ND filters, the first",
    "near_m": "Nearest",
    "note": "Note",
    "readout_ms": "Electronic read-out",
    "scene_range_ev": "Range of the scene",
    "second_cct_k": "Second light",
    "second_flicker_hz": "A second kind of lamp pulses",
    "sensor_height_mm": "Sensor height",
    "sensor_width_mm": "Sensor width",
    "smallest_f_number": "Smallest aperture",
    "spot_area_share": "Meter’s spot",
    "stabiliser_stops": "Stabiliser",
    "starts_at_min": "Starts",
    "tilt_deg": "Tilted up by",
    "if-match": "If-Match",
    "if-none-match": "If-None-Match",
}
# Kept as they are written in words made from a field's own name.
UNITS = {"mm": "mm", "cm": "cm", "m": "m", "s": "s", "ms": "ms", "ev": "EV", "deg": "°", "k": "K", "hz": "Hz", "um": "µm", "px": "px", "percent": "%", "min": "min", "gb": "GB", "e": "e⁻"}  # fmt: skip
CAPITALS = {"iso": "ISO", "nd": "ND", "jpeg": "JPEG", "hdr": "HDR", "id": "id", "af": "AF"}


def field_name(pointer: str) -> str:
    """The name a person knows a field by; empty for the whole document."""
    parts = [part.replace("~1", "/").replace("~0", "~") for part in pointer.split("/")[1:]]
    named = [part for part in parts if not part.isdigit()]
    if not named:
        return ""
    for tail in ("/".join(named[-2:]), named[-1]):
        if tail in NAMES:
            return NAMES[tail]
    return _in_words(named[-1])


def _in_words(field: str) -> str:
    """A field nobody labelled: "dynamic_range_ev" becomes "Dynamic range (EV)"."""
    words = [word for word in re.split(r"[_\s]+", field) if word]
    if not words:
        return field
    unit = UNITS.get(words[-1]) if len(words) > 1 else None
    words = [CAPITALS.get(word, word) for word in (words[:-1] if unit else words)]
    text = " ".join(words)
    return text[:1].upper() + text[1:] + (f" ({unit})" if unit else "")
