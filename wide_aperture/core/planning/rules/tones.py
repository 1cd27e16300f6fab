"""What each metering pattern makes of tones: the compensation that brings the subject out right.

A plain model until the simulated scenes, of the same patterns as core/picture/metering: an average weighs tones by
their area, a bell counts the middle more, a pattern of zones corrects about a quarter of the error by itself, a spot
reads the tone under it and nothing else, and a highlight weighted meter goes by the brightest part. Shares of the frame
are typical of the genre.
"""

from __future__ import annotations

import math

from wide_aperture.core.documents import wording
from wide_aperture.core.picture.metering import HIGHLIGHT_ROOM_EV
from wide_aperture.core.planning.case import Case

SILHOUETTE_SHIFT_EV = 0.0  # the situation's EV already refers to the bright background


def metered_bias_ev(case: Case, pattern: str | None) -> float:
    """By how many EV the pattern reads brighter (+) or darker (-) than the subject's own exposure."""
    share = case.figure("subject_share", case.situation.genre)
    if pattern == "centre_weighted":
        share = min(1.0, share * case.figure("centre_counts"))
    subject = case.figure("tone_ev", case.situation.subject_tone)
    background = case.figure("tone_ev", case.situation.background_tone)
    if case.situation.background_ev100 is not None:
        background = case.situation.background_ev100 - case.light.ev100
    elif case.situation.look == "shadow_graphic":
        background = case.figure("tone_ev", "dark")
    if pattern == "spot":
        return subject
    average = share * subject + (1 - share) * background
    if pattern == "highlight_weighted":
        top = case.light.scene_top_ev
        return average if top is None else max(average, top - HIGHLIGHT_ROOM_EV)
    return average * (1.0 if pattern in ("centre_weighted", "average") else case.figure("pattern_leaves"))


def compensation(case: Case, pattern: str | None) -> tuple[float, tuple[str, ...]]:
    """The compensation in third stops with its reasons. pattern: the metering set, None for zones."""
    if case.situation.look == "silhouette":
        return 0.0, ("The light is given for the bright background, and the subject is meant to go black.",)
    bias = metered_bias_ev(case, pattern)
    if pattern == "highlight_weighted" and case.light.scene_top_ev is not None:
        return _over_the_highlights(case, case.light.scene_top_ev, bias)
    value = round(bias * 3) / 3
    most = case.figure("compensation_most_ev")
    value = max(-most, min(most, value)) + 0.0
    if pattern == "spot":
        tone = case.situation.subject_tone
        said = f"{wording.signed_stops(value)} puts it where it belongs" if value else "the meter is right"
        return value, (f"The spot reads a {tone} tone and nothing else: {said}.",)
    if value == 0:
        return 0.0, ("Subject and surroundings are near mid-tone: the meter is right on average.",)
    bright = case.situation.background_ev100
    if bright is not None and bright - case.light.ev100 >= case.figure("backlit_ev"):
        cause = f"The background is {wording.stops_word(bright - case.light.ev100)} brighter than the subject"
    elif case.situation.background_tone != "mid" or case.situation.look == "shadow_graphic":
        tone = "dark" if bias < 0 else "light"
        cause = f"Mostly {tone} surroundings pull the meter {'up' if bias < 0 else 'down'}"
    else:
        tone = case.situation.subject_tone
        cause = f"A {tone} subject over much of the frame pulls the meter {'down' if tone == 'light' else 'up'}"
    return value, (f"{cause}: {wording.signed_stops(value)} brings the subject back where it belongs.",)


def _over_the_highlights(case: Case, top_ev: float, bias_ev: float) -> tuple[float, tuple[str, ...]]:
    """A highlight weighted meter holds the brightest part: the subject is brought up as far as that part survives."""
    room = case.body.electrons.mid_below_clipping_ev - case.figure("to_the_right_margin_ev") - top_ev
    value = math.floor((bias_ev + min(room, 0.0)) * 3 + 1e-9) / 3 + 0.0
    left = f", {wording.stops_word(-room)} under its own exposure: more would clip" if room < -1 / 6 else ""
    return value, (
        f"This meter puts the brightest part {HIGHLIGHT_ROOM_EV:.2g} EV over mid; {wording.signed_stops(value)} brings the subject up{left}.",
    )
