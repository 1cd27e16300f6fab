"""From a situation to its composition: which surroundings and which subject stand for it, seen through its lens."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import TYPE_CHECKING

from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M, LightByName
from wide_aperture.core.picture.scenes.composition import Composition, all_casts, all_surroundings, cast, surroundings
from wide_aperture.core.picture.scenes.piece import Cast, Surroundings

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case

ALIKE_EV = 2.0  # surroundings this near in brightness are said to be like it
STARS_UNDER_EV = -3.0
MOON_DISC_FROM_EV = 11.5  # light this bright under a Moon is the disc's own
WORD_COUNTS, MOST_WORDS = 2.5, 2
FEATHERS = {"light": "white_bird_flying", "dark": "dark_bird_flying", "mid": "bird_flying"}
SMALL_ANIMAL_M, AT_THE_FEET_M = 16.0, 3.0
MUCH_BRIGHTER_EV = 3.0
KEPT = 512
PEOPLE = ("person", "group")
ENDLESS_M = 1e9
WIDE_RANGE_EV = 14.0
FEW_LIGHTS = 2  # a place known by so few lights is asked for by one of them
BACKLIT_EV = 1.0


_KNOWN: dict[tuple[object, ...], tuple[Surroundings, Cast | None, str]] = {}


def composed(case: Case) -> tuple[Composition, str]:
    """What stands nearest to a situation, and why. A piece the brief names goes before any likeness."""
    key = _decides(case)
    if key not in _KNOWN:
        if len(_KNOWN) >= KEPT:
            _KNOWN.clear()
        _KNOWN[key] = _pieces(case)
    place, who, because = _KNOWN[key]
    return _seen(case, place, who), because


def _decides(case: Case) -> tuple[object, ...]:
    """All that a choice of pieces hangs on."""
    situation, subject = case.situation, case.subject
    return (
        situation.surroundings, situation.seen_as, situation.title, situation.note, situation.genre, situation.activity, situation.light,
        situation.background_ev100, situation.background_tone, situation.subject_tone, situation.constraints, situation.direction,
        subject.kind, subject.is_moving, subject.near_m, subject.mid_m, case.light.ev100, case.light.flicker_hz, case.light.scene_range_ev,
        case.flash.in_use,
    )  # fmt: skip


def composed_of(case: Case, place: str | None, who: str | None) -> tuple[Composition, str]:
    """The same with surroundings or a subject chosen by hand. Raises UnknownIdError for names nothing has."""
    chosen_place = surroundings(place) if place else None
    chosen_who = cast(who) if who else None
    if chosen_place is None and chosen_who is None:
        return composed(case)
    found_place, found_who, _ = _pieces(case, chosen_place, chosen_who)
    return _seen(case, found_place, found_who), "Chosen by you."


def _pieces(
    case: Case, place: Surroundings | None = None, who: Cast | None = None
) -> tuple[Surroundings, Cast | None, str]:
    # A name nothing has (any more) counts as none.
    named_place = all_surroundings().get(case.situation.surroundings or "")
    named_who = all_casts().get(case.situation.seen_as or "")
    place, who = place or named_place, who or named_who
    words = _words(case.situation.title, case.situation.note)
    reasons: list[str] = []
    if place is None:
        scored = [(*_likeness(case, each, who, words), each) for each in all_surroundings().values()]
        score, reasons, place = max(scored, key=lambda item: item[0])
        if score <= 0 or not reasons:
            because = "No drawn place is like it; this one stands in."
        else:
            because = f"Nearest by {', '.join(reasons)}."
    else:
        because = "As the brief says."
    if who is None:
        who = _cast(case, place, words)
    return place, who, because


def unknown_pieces(case: Case) -> tuple[str, ...]:
    """Names in the brief that nothing drawn has."""
    asked = ((case.situation.surroundings, all_surroundings()), (case.situation.seen_as, all_casts()))
    return tuple(name for name, known in asked if name and name not in known)


@lru_cache(maxsize=512)
def _words(title: str, note: str) -> frozenset[str]:
    return frozenset(re.findall(r"[a-zà-ÿ]+", f"{title} {note}".lower()))


def _said(piece: Surroundings | Cast, words: frozenset[str]) -> float:
    return WORD_COUNTS * min(sum(word in words for word in piece.words), MOST_WORDS)


def _likeness(case: Case, place: Surroundings, who: Cast | None, words: frozenset[str]) -> tuple[float, list[str]]:
    situation, reasons, score = case.situation, [], 0.0
    if not place.genres:
        return -20.0, []
    if situation.genre in place.genres:
        score += 3.0
        reasons.append("genre")
    shown = who.kinds if who is not None else (case.subject.kind,)
    if any(set(cast(name).kinds) & set(shown) for name in place.casts):
        score += 2.5
        reasons.append("subject")
    else:
        score -= 3.0
    if isinstance(situation.light, LightByName) and situation.light.name in place.lights:
        score += 2.0
        reasons.append("light")
    elif abs(case.light.ev100 - place.ev100) < ALIKE_EV:
        reasons.append("brightness")
    if situation.activity and situation.activity in place.activities:
        score += 2.0
        reasons.append("what happens")
    if said := _said(place, words):
        score += said
        reasons.append("its words")
    if place.special and not _asked_for(case, place, words):
        score -= 6.0
    score -= 0.35 * abs(case.light.ev100 - place.ev100)
    score += (
        1.0 if bool(place.lamps[0].flicker_hz) == bool(case.light.flicker_hz) else -1.0
    )  # lamps on mains, or daylight
    if case.flash.in_use and any(lamp.part == "flash" for lamp in place.lamps):
        score += 2.0
        reasons.append("flash")
    return score + _sky_score(case, place), reasons


def _asked_for(case: Case, piece: Surroundings | Cast, words: frozenset[str]) -> bool:
    """Whether the brief asks for a piece that is not for every day."""
    situation, kind = case.situation, case.subject.kind
    lights = piece.lights if isinstance(piece, Surroundings) else ()
    if isinstance(situation.light, LightByName) and situation.light.name in lights and len(lights) <= FEW_LIGHTS:
        return True
    if kind in ("water", "vehicle"):  # few surroundings have them
        own = [cast(name).kinds for name in piece.casts] if isinstance(piece, Surroundings) else [piece.kinds]
        if any(kind in kinds for kinds in own):
            return True
    return bool(situation.activity and situation.activity in piece.activities) or bool(_said(piece, words))


def _sky_score(case: Case, place: Surroundings) -> float:
    """What the sky must and must not be: twilight shows no stars, a lit disc wants the dark, a bird's back what lies behind it."""
    situation, score = case.situation, 0.0
    behind = None if situation.background_ev100 is None else situation.background_ev100 - case.light.ev100
    if place.ev100 < STARS_UNDER_EV < case.light.ev100 and case.subject.kind not in ("stars", "meteor"):
        score -= 8.0
    if case.subject.kind == "moon":
        score += (6.0 if case.light.ev100 >= MOON_DISC_FROM_EV else -8.0) if not place.level_follows else 0.0
    elif not place.level_follows:
        score -= 12.0
    if case.subject.kind == "bird":
        bright = situation.background_tone == "light" or (behind is not None and behind > BACKLIT_EV)
        dark = situation.background_tone == "dark"
        score += {"bright_cloud": 2.0 if bright else -1.0 if dark else 0.5, "reeds": 2.0 if dark else -1.0}.get(
            place.name, 0.0
        )
    if "plain_sky_background" in situation.constraints:
        score += 2.0 if place.name in ("bright_cloud", "blue_sky") else -1.0
    if place.name == "tarn_sunrise":
        wide = case.light.scene_range_ev is not None and case.light.scene_range_ev >= WIDE_RANGE_EV
        score += 2.0 if wide or (behind is not None and behind > MUCH_BRIGHTER_EV) else -0.5
    return score


def _cast(case: Case, place: Surroundings, words: frozenset[str]) -> Cast | None:
    """Who or what stands in surroundings for the brief's subject."""
    if not place.casts:
        return None
    return max(
        (cast(name) for name in dict.fromkeys((*place.casts, *all_casts()))),
        key=lambda each: _cast_score(case, place, each, words),
    )


def _cast_score(case: Case, place: Surroundings, who: Cast, words: frozenset[str]) -> float:
    situation, score = case.situation, 0.0
    score += 4.0 if case.subject.kind in who.kinds else -4.0
    score += 1.5 - 0.2 * place.casts.index(who.name) if who.name in place.casts else -2.5
    score += 3.0 if situation.activity and situation.activity in who.activities else 0.0
    score += 0.5 if situation.genre in who.genres else 0.0
    score -= 4.0 if who.special and not _asked_for(case, who, words) else 0.0
    score += _said(who, words)
    if who.in_sky and case.subject.kind == "bird":
        score += 1.0 if who.name == FEATHERS[situation.subject_tone] else 0.0
        score += 1.5 if case.subject.is_moving else -0.5
    if who.name == "wader":
        score += 1.0 if situation.subject_tone == "light" else -1.5
    if case.subject.kind == "stars" and who.name == "aurora":
        score += 3.0 if situation.activity == "aurora" or situation.direction == "erratic" else -2.0
    if case.subject.kind == "animal":
        near = case.subject.mid_m < SMALL_ANIMAL_M
        score += 0.8 if near == (who.name == "small_animal") else 0.0
    if who.name == "rocks":
        score += 0.8 if case.subject.near_m <= AT_THE_FEET_M else -0.8
    return score


def _seen(case: Case, place: Surroundings, who: Cast | None) -> Composition:
    """The pieces through the situation's own lens, from its own distance."""
    situation, body = case.situation, case.body
    endless = case.subject.mid_m >= OPTICAL_INFINITY_M
    return Composition(
        surroundings=place.name,
        cast=who.name if who is not None else "",
        distance_m=ENDLESS_M if endless else float(f"{case.subject.mid_m:.3g}"),
        focal_mm=float(f"{case.glass.focal_mm:.4g}"),
        sensor_height_mm=body.sensor_height_mm,
        background_m=situation.background_m,
        tilt_deg=None if case.subject.kind == "moon" else situation.tilt_deg or None,  # at the Moon, wherever it is
        windy=case.has("windy"),
        tone=situation.subject_tone if case.subject.kind in PEOPLE and situation.look != "silhouette" else "mid",
        fisheye=case.lens.projection == "fisheye",
        close_focus_m=case.lens.closest_focus_m,
        aspect=round(body.sensor_width_mm / body.sensor_height_mm, 3),
    )


__all__ = ["composed", "composed_of", "unknown_pieces"]
