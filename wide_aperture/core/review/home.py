"""What a frame wants at home: by how much it is to be darkened or lifted, and what that light was worth in noise."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.documents import wording
from wide_aperture.core.review.noticed import MOST_NAMED, Noticed
from wide_aperture.core.review.read import Read
from wide_aperture.core.review.table import Floats

WORTH_EV = 1 / 3
WORTH_SHARE = 0.5  # of the frames
FEWEST = 5
GREY_LOOKS = ("flat", "neutral")


def home_ev(made: Read) -> Floats:
    """By how much each frame is to be lifted (+) or darkened (-) until its subject lies where its own exposure would put it, EV.

    Where the camera exposed by itself the light is what it found, else what the plan counted with. NaN where flash leads, or the file is silent.
    """
    light = made.case.light
    if made.case.flash.leads:
        return np.full(len(made.frames), np.nan)
    found = made.light_ev if mode_facts(made.mode).exposes_itself else np.full(len(made.frames), light.ev100)
    brighter = found - light.ambient_offset_ev - made.plan.choice.nd_stops - made.frames.settings_ev
    return np.asarray(np.where(np.isfinite(brighter), -brighter, np.nan))


def noise_stops(ev: float) -> float:
    """Stops of noise less (-) or more (+) than in a frame that needs nothing at home: light counts by its square root.

    Source: photon noise, the signal's standard deviation is the root of its mean.
    """
    return ev / 2


def home_said(made: Read, ev: Floats) -> Noticed | None:
    """Why the frames look too light or too dark on the screen, and what was gained; None where they do not."""
    known = ~np.isnan(ev)
    if known.sum() < FEWEST:
        return None
    middle = round(float(np.median(ev[known])) * 3) / 3
    those = known & (np.sign(ev) == np.sign(middle)) & (np.abs(ev) >= WORTH_EV - 0.01)
    if abs(middle) < WORTH_EV - 0.01 or those.sum() < WORTH_SHARE * known.sum():
        return None
    noise = noise_stops(middle)
    look = made.plan.setup.option("picture_profile") or "standard"
    grey = (
        f" The {look} look shows more of the data than a finished picture, and looks washed out for that alone."
        if look in GREY_LOOKS
        else ""
    )
    deed = (
        f"Darken them by about {wording.stops_word(-middle)}"
        if middle < 0
        else f"Lift them by about {wording.stops_word(middle)}"
    )
    light = f"{wording.stops_word(abs(noise))} {'less' if middle < 0 else 'more'} noise than in frames exposed as they shall look"
    looks = "light" if middle < 0 else "dark"
    return Noticed(
        code="home", frames=int(those.sum()), ids=tuple(made.frames.ids[those][:MOST_NAMED]),
        sentence=f"{int(those.sum())} of {int(known.sum())} frames look too {looks} on the screen. {deed} at home: {light}.{grey}",
    )  # fmt: skip
