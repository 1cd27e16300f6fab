"""Figures of practice: what subjects are like and what the trade accepts. Rules read them, none is computed."""

from __future__ import annotations

from wide_aperture.core.documents.situation import SubjectKind
from wide_aperture.core.physics import motion

# Living things are never quite still: a breath, a gesture, a flick of the head.
RESTLESS_M_S: dict[str, float] = {"person": 0.3, "group": 0.3, "animal": 0.25, "bird": 0.25}
SUBJECT_DEPTH_M: dict[str, float] = {  # what must be sharp at once when only the subject matters
    "person": 0.12,  # eye to ear
    "group": 0.6,
    "animal": 0.15,
    "bird": 0.06,  # eye and bill
    "vehicle": 0.6,
    "thing": 0.1,
}
SUBJECT_HEIGHT_M: dict[str, float] = {
    "person": 1.8, "group": 2.0, "animal": 1.0, "bird": 0.35, "vehicle": 1.6, "thing": 0.3, "land": 8.0, "water": 4.0,
}  # fmt: skip
# Share of the frame's width an image may move before it shows at each output; 0.15 % is 9 pixels of 6000.
BLUR_SHARE = {"screen": 0.0022, "print_a4": 0.0018, "print_a3": 0.0015, "print_60cm": 0.0010}
CROSSING_ANGLE_DEG = {"still": 90.0, "across": 90.0, "erratic": 90.0, "towards": 20.0}
CURTAIN_RATE_ARCSEC_S = 180.0  # folds of polar light drift by about 0.05 degrees a second
STAR_RATE_ARCSEC_S = motion.SIDEREAL_RATE_ARCSEC_S
SUPPORT_STOPS = {"handheld": 0.0, "monopod": 1.5, "rest": 2.5, "tripod": 0.0}
USUAL_SUBJECT: dict[str, SubjectKind] = {
    "sports": "person", "wildlife": "animal", "street": "person", "landscape": "land",
    "wedding": "person", "portrait": "person", "everyday": "person", "night_sky": "land",
}  # fmt: skip
HIGHLIGHT_SHARE = 0.4  # of a scene's range lies above mid, unless a brighter background says more
TO_THE_RIGHT_MARGIN_EV = 1 / 3  # left in hand when exposing to the right: previews round, lamps flare
STANDING_UNDER_EV = -1 / 3
STIRS_M_S = 0.1  # faster than this, frames that are joined show the subject several times
NEAR_ENOUGH_FOR_WIND_M = 10.0  # leaves further away move less than shows
STEADY_LIGHT_EV = 0.5  # light that moves less than this over the situation can be set once by hand
SHOCK_BAND_S = (1 / 100, 1.0)  # times in which a mechanical first curtain's own blow shows on a tripod
FLASH_KELVIN = 5600.0
PRESET_KELVIN = {
    "daylight": 5300.0, "cloudy": 6000.0, "shade": 7500.0, "tungsten": 3000.0, "fluorescent": 4000.0,
    "flash": FLASH_KELVIN,
}  # fmt: skip
MIXED_MIRED = 60.0  # two lights further apart than this cannot both be neutral
SUN_FROM_EV = 10.0  # no lamp of the trade lights a subject brighter than this
SLIT_S = 1 / 1600  # shorter, an electronic first curtain and a mechanical second no longer match
