"""Rules of white balance: automatic, a fixed value for the light, or a reading."""

from __future__ import annotations

from wide_aperture.core.physics.quantities import mired
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.precedence import ASKED

GENRE_SCHOOLS = ("cool fixed kelvin", "daylight, decide later", "kelvin by light")


def set_colour(draft: Draft) -> None:
    """White-balance mode and the kelvin it stands for."""
    mode, kelvin, reasons, school = _choose(draft.case)
    layer = "genre" if school in GENRE_SCHOOLS and _speaks_for_genre(draft.case) else "situation"
    if mode == "auto" and draft.case.is_matched_series:
        mode, reasons = (
            ("daylight" if _looks_like_daylight(draft.case, kelvin) else "kelvin"),
            (f"Frames that are joined must match at {kelvin:.0f} K: nothing automatic.",),
        )
    if school:
        draft.follow("white balance", school)
    mode = draft.put_available("white_balance", (mode, "daylight", "auto"), *reasons, school=school, layer=layer)
    if mode == "custom":
        draft.put(
            "wb_card_reading",
            "taken",
            f"Read in the subject's own light, near {draft.case.light.cct_k:.0f} K, once per light.",
        )
    if mode == "auto":
        true_preview = draft.case.schools.preview == "flat_for_truth"
        bias = "white" if draft.case.situation.genre == "sports" or true_preview else "balanced"
        draft.put(
            "wb_bias",
            bias,
            f"Kit colours must be true at {draft.case.light.cct_k:.0f} K."
            if bias == "white"
            else f"A little of the warmth of {draft.case.light.cct_k:.0f} K stays.",
            layer="genre" if bias == "white" else "situation",
        )
        draft.put(
            "kelvin",
            _tidy(draft.case.light.cct_k),
            f"About what the automatic should find in light of {draft.case.light.cct_k:.0f} K.",
        )
    elif (preset_k := draft.case.light.preset_k(mode)) is not None:
        draft.put(
            "kelvin",
            preset_k,
            f"What the preset stands for; the light has {draft.case.light.cct_k:.0f} K.",
        )
    else:
        draft.put("kelvin", kelvin, *reasons)
    _set_within_band(draft)


def _set_within_band(draft: Draft) -> None:
    """By a school for JPEG: nothing automatic, and no further from daylight than skin and white survive."""
    case = draft.case
    if draft.option("file") != "jpeg" or case.schools.jpeg_white != "within_a_band":
        return
    if case.requests.white_balance is not None or case.requests.kelvin is not None:
        return
    low, high = case.figure("jpeg_kelvin_band", "low"), case.figure("jpeg_kelvin_band", "high")
    kelvin = _tidy(min(max(case.light.cct_k, low), high))
    why = f"Your school: what is baked into a JPEG stays between {low:.0f} and {high:.0f} K; the light has {case.light.cct_k:.0f} K."
    school = draft.follow("white balance of JPEG", "within a band")
    if draft.put_available("white_balance", ("kelvin", "daylight"), why, school=school) == "kelvin":
        draft.put("kelvin", kelvin, why, school=school)


def _looks_like_daylight(case: Case, kelvin: float) -> bool:
    """Near enough to the daylight preset that no cast shows; blue shade is not."""
    apart = float(mired(case.figure("preset_kelvin", "daylight")) - mired(kelvin))
    return kelvin >= case.figure("daylight_from_k") and abs(apart) <= case.figure("seen_mired")


def _speaks_for_genre(case: Case) -> bool:
    """True when the same light would be balanced otherwise in another kind of work."""
    night = case.situation.genre == "night_sky" and case.light.ev100 < 0
    faces = (
        case.situation.genre in ("wedding", "portrait")
        and case.subject.is_living
        and case.light.swing_ev < case.figure("same_light_ev")
    )
    return night or (faces and case.light.flicker_hz is None and case.light.cct_k >= case.figure("lamplight_below_k"))


def _tidy(kelvin: float) -> float:
    return round(kelvin / 100) * 100.0


def _choose(case: Case) -> tuple[str, float, tuple[str, ...], str | None]:
    requests, light = case.requests, case.light.cct_k
    if harm := case.wishes.harms.get("white_balance"):
        kelvin = _tidy(light)
        why = f"{kelvin:.0f} K is the light's own. Not what you asked for: {harm}."
        return "kelvin", kelvin, (why,), "kelvin by light"
    if requests.kelvin is not None:
        return "kelvin", requests.kelvin, (ASKED,), None
    if requests.white_balance is not None and requests.white_balance != "auto":
        asked = requests.white_balance
        return asked, case.light.preset_k(asked) or _tidy(light), (ASKED,), None
    if case.subject.kind == "moon" and case.schools.moon_white == "grey_disc":
        preset = case.figure("preset_kelvin", "tungsten")
        return "tungsten", preset, (f"Your school: the disc turns grey at {preset:.0f} K.",), "lamp preset for the Moon"
    school = case.schools.white_balance
    if school == "automatic":
        how = f"raw puts {light:.0f} K right" if case.output.keeps_raw else f"the camera finds about {light:.0f} K"
        return "auto", _tidy(light), (f"Your school: {how}.",), _automatic(case)
    if school == "daylight_always":
        return (
            "daylight",
            case.figure("preset_kelvin", "daylight"),
            ("Your school: one value for the series.",),
            "one daylight value",
        )
    if school == "kelvin_by_light":
        return "kelvin", _tidy(light), (f"Your school: one value for these {light:.0f} K.",), "kelvin by light"
    if school == "card" and case.accessories.grey_card:
        return "custom", _tidy(light), ("Your school: read the card in the subject's light.",), "card"
    return _by_case(case)


def _by_case(case: Case) -> tuple[str, float, tuple[str, ...], str | None]:
    light, second = case.light.cct_k, case.situation.second_cct_k
    if second is not None and abs(float(mired(light) - mired(second))) > case.figure("mixed_mired"):
        return _for_mixed_light(case, second)
    if (
        case.situation.genre == "night_sky"
        and case.light.ev100 < 0
        and case.schools.night_colour == "daylight_decide_later"
    ):
        return (
            "daylight",
            case.figure("preset_kelvin", "daylight"),
            ("Your school: daylight now, the colour is decided later.",),
            "daylight, decide later",
        )
    if case.situation.genre == "night_sky" and case.light.ev100 < 0:
        kelvin = case.figure("night_sky_kelvin") if case.subject.kind != "moon" else _tidy(light)
        return (
            "kelvin",
            kelvin,
            (f"A fixed {kelvin:.0f} K keeps the night cool and frames alike.",),
            "cool fixed kelvin",
        )
    if case.flash.is_all_the_light:
        preset = case.figure("preset_kelvin", "flash")
        return "flash", preset, ("The flash is all the light there is: its own colour.",), "kelvin by light"
    if case.light.is_low_sun or case.light.is_blue_hour:
        preset = case.figure("preset_kelvin", "daylight")
        hour = "low Sun" if case.light.is_low_sun else "blue hour"
        return "daylight", preset, (f"The {hour}'s own colour is the picture: daylight keeps it.",), "daylight value"
    if case.light.is_indoors:
        kelvin = _tidy(light + _warmth_kept_k(case))
        warm = " Part of their warmth stays." if kelvin > light + 50 else ""
        return (
            "kelvin",
            kelvin,
            (f"Lamps at {light:.0f} K stay as they are: one value keeps the whole series alike.{warm}",),
            "kelvin by light",
        )
    if not case.subject.is_living:
        mode = "daylight" if light < case.figure("cloudy_from_k") else "cloudy"
        return (
            mode,
            light,
            (f"{light:.0f} K is daylight: a fixed value keeps the hour's own colour.",),
            "daylight value",
        )
    if case.situation.genre in ("wedding", "portrait") and case.light.swing_ev < case.figure("same_light_ev"):
        kelvin = _tidy(light)
        return (
            "kelvin",
            kelvin,
            (f"One value for {kelvin:.0f} K makes the edit quick and skin alike.",),
            "kelvin by light",
        )
    return (
        "auto",
        _tidy(light),
        (
            f"Daylight near {light:.0f} K changes with every cloud and turn"
            + ("; raw puts the rest right." if case.output.keeps_raw else ": nobody sets it as fast by hand."),
        ),
        _automatic(case),
    )


def _automatic(case: Case) -> str:
    return "automatic, raw fixes it" if case.output.keeps_raw else "automatic"


def _warmth_kept_k(case: Case) -> float:
    """By how much over the lamps' own colour the value is set, so that their warmth shows, by the school."""
    light, school = case.light.cct_k, case.schools.warmth
    if school == "neutral" or light >= case.figure("lamplight_below_k"):
        return 0.0
    if school == "as_seen":
        daylight = float(mired(case.figure("preset_kelvin", "daylight")))
        own = float(mired(light))
        return 1e6 / (own - case.figure("warmth_seen_share") * (own - daylight)) - light
    return case.figure("warmth_kept_k") if light < case.figure("keep_warm_below_k") else 0.0


def _for_mixed_light(case: Case, second: float) -> tuple[str, float, tuple[str, ...], str | None]:
    light = case.light.cct_k
    apart = abs(float(mired(light) - mired(second)))
    if case.flash.leads:
        middle = _tidy(2e6 / float(mired(light) + mired(second)))
        reason = (
            f"Flash and room lie {apart:.0f} mired apart: {middle:.0f} K lies between; a gel on the flash is better."
        )
        return "kelvin", middle, (reason,), "kelvin by light"
    reason = f"Two lights {apart:.0f} mired apart: the subject's own {light:.0f} K is taken, the other keeps its cast."
    return "kelvin", _tidy(light), (reason,), "kelvin by light"
