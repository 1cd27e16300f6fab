"""What a pattern meter makes of tones: the compensation that brings the subject out right.

A plain model until the simulated scenes: the meter takes the average of tones in EV, weighted by area, and a
pattern meter corrects about a quarter of the error by itself. Shares of the frame are typical of the genre.
"""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.planning.case import Case

SILHOUETTE_SHIFT_EV = 0.0  # the situation's EV already refers to the bright background


def metered_bias_ev(case: Case) -> float:
    """By how many EV the surroundings pull the meter up (+) or down (-) from the subject's own exposure."""
    share = case.figure("subject_share", case.situation.genre)
    subject = case.figure("tone_ev", case.situation.subject_tone)
    background = case.figure("tone_ev", case.situation.background_tone)
    if case.situation.background_ev100 is not None:
        background = case.situation.background_ev100 - case.light.ev100
    elif case.situation.look == "shadow_graphic":
        background = case.figure("tone_ev", "dark")
    return (share * subject + (1 - share) * background) * case.figure("pattern_leaves")


def compensation(case: Case) -> tuple[float, tuple[str, ...]]:
    """The compensation in third stops with its reasons."""
    if case.situation.look == "silhouette":
        return 0.0, ("The light is given for the bright background, and the subject is meant to go black.",)
    bias = metered_bias_ev(case)
    value = round(bias * 3) / 3
    most = case.figure("compensation_most_ev")
    value = max(-most, min(most, value)) + 0.0
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
