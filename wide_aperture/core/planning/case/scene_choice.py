"""Which drawn scene stands nearest to a situation."""

from __future__ import annotations

from typing import TYPE_CHECKING

from wide_aperture.core.documents.situation import LightByName
from wide_aperture.core.picture.scenes.catalogue import KINDS, SceneKind

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case

ALIKE_EV = 2.0  # a scene this near in brightness is said to be like it
STARS_UNDER_EV = -3.0
TONE_SIGNS = {"dark": -1, "mid": 0, "light": 1}


def suggested_scene(case: Case) -> tuple[SceneKind, str]:
    """The scene that stands nearest to a situation, and why."""
    scored = [(*_likeness(case, kind), kind) for kind in KINDS]
    score, reasons, kind = max(scored, key=lambda item: item[0])
    return (
        kind,
        f"Nearest by {', '.join(reasons)}."
        if score > 0 and reasons
        else "No drawn scene is like it; this one stands in.",
    )


def _likeness(case: Case, kind: SceneKind) -> tuple[float, list[str]]:
    situation, reasons, score = case.situation, [], 0.0
    if situation.genre in kind.genres:
        score += 3.0
        reasons.append("genre")
    if case.subject.kind in kind.subjects:
        score += 2.5
        reasons.append("subject")
    elif kind.subjects:
        score -= 2.0
    if isinstance(situation.light, LightByName) and situation.light.name in kind.lights:
        score += 2.0
        reasons.append("light")
    elif abs(case.light.ev100 - kind.ev100) < ALIKE_EV:
        reasons.append("brightness")
    score -= 0.35 * abs(case.light.ev100 - kind.ev100)
    score += (
        1.0 if bool(kind.lamps[0].flicker_hz) == bool(case.light.flicker_hz) else -1.0
    )  # lamps on mains, or daylight
    tones = TONE_SIGNS[situation.background_tone] - TONE_SIGNS[situation.subject_tone]
    contrast = {"dark_bird_bright_sky": 1, "white_bird_dark_water": -1}.get(kind.name)
    if contrast is not None:
        backlit = situation.background_ev100 is not None and situation.background_ev100 - case.light.ev100 > 1
        score += 1.5 if (tones > 0 or backlit) == (contrast > 0) else -1.5
    if case.flash.in_use and any(lamp.part == "flash" for lamp in kind.lamps):
        score += 2.0
        reasons.append("flash")
    if kind.ev100 < STARS_UNDER_EV < case.light.ev100 and case.subject.kind != "stars":
        score -= 8.0  # twilight drowns the stars it shows
    if not kind.genres:
        score -= 20
    return score, reasons
