"""What the meter makes of the frame: the compensation that brings the subject out right.

Read by the same meter from the same light as the rehearsal shows (planning/case/frame), so that plan and frame agree: the
compensation is how far the pattern reads the frame over the light on the subject, in marked thirds.
"""

from __future__ import annotations

import math

from wide_aperture.core.documents import wording
from wide_aperture.core.picture.metering import HIGHLIGHT_ROOM_EV, PATTERNS, MeterPattern
from wide_aperture.core.planning.case import Case


def meter_pattern(name: str | None) -> MeterPattern:
    """The pattern of a metering setting; zones where it names none."""
    return next((pattern for pattern in PATTERNS if pattern == name), "multi_segment")


def compensation(case: Case, pattern: str | None, *, favour_faces: bool = False) -> tuple[float, tuple[str, ...]]:
    """The compensation in third stops with its reasons. pattern: the metering set, None for zones."""
    if case.situation.look == "silhouette":
        return 0.0, ("The light is given for the bright background, and the subject is meant to go black.",)
    if pattern == "spot":
        return _on_the_spot(case)
    bias = case.frame.reading_ev(meter_pattern(pattern), favour_faces=favour_faces)
    if pattern == "highlight_weighted" and case.light.scene_top_ev is not None:
        return _over_the_highlights(case, max(case.light.scene_top_ev, case.frame.ends_ev[1]), bias)
    value = round(bias * 3) / 3
    most = case.figure("compensation_most_ev")
    value = max(-most, min(most, value)) + 0.0
    if value == 0:
        return 0.0, ("Subject and surroundings are near mid-tone: the meter is right on average.",)
    brings = f"{wording.signed_stops(value)} brings the subject back where it belongs."
    return value, (f"{_cause(case, bias)}: {brings}",)


def _on_the_spot(case: Case) -> tuple[float, tuple[str, ...]]:
    """A spot is laid on a tone by the one who meters: the compensation is that tone's."""
    tone = case.situation.subject_tone
    value = round(case.figure("tone_ev", tone) * 3) / 3
    said = f"{wording.signed_stops(value)} puts it where it belongs" if value else "the meter is right"
    return value, (f"The spot reads a {tone} tone and nothing else: {said}.",)


def _cause(case: Case, bias_ev: float) -> str:
    """What of the frame pulls the meter, the brief's own words first."""
    bright, pulled = case.situation.background_ev100, "down" if bias_ev > 0 else "up"
    if bright is not None and bright - case.light.ev100 >= case.figure("backlit_ev") and bias_ev > 0:
        return f"The background is {wording.stops_word(bright - case.light.ev100)} brighter than the subject"
    if case.situation.background_tone != "mid" or case.situation.look == "shadow_graphic":
        return f"Mostly {'dark' if bias_ev < 0 else 'light'} surroundings pull the meter {pulled}"
    if case.situation.subject_tone != "mid":
        return f"A {case.situation.subject_tone} subject over {case.frame.subject_share:.0%} of the frame pulls the meter {pulled}"
    brighter = "bright" if bias_ev > 0 else "dark"
    return f"In a frame like this the {brighter} parts pull the meter {pulled} by {wording.stops_word(abs(bias_ev))}"


def _over_the_highlights(case: Case, top_ev: float, bias_ev: float) -> tuple[float, tuple[str, ...]]:
    """A highlight weighted meter holds the brightest part: the subject is brought up as far as that part survives."""
    room = case.body.electrons.mid_below_clipping_ev - case.figure("to_the_right_margin_ev") - top_ev
    value = math.floor((bias_ev + min(room, 0.0)) * 3 + 1e-9) / 3 + 0.0
    left = f", {wording.stops_word(-room)} under its own exposure: more would clip" if room < -1 / 6 else ""
    return value, (
        f"This meter puts the brightest part {HIGHLIGHT_ROOM_EV:.2g} EV over mid; {wording.signed_stops(value)} brings the subject up{left}.",
    )
