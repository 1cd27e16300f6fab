"""What the hand did: the slowest time it held at each focal length, and the compensation it turned in each kind of light."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from wide_aperture.core.bench.intervals import middle_of
from wide_aperture.core.craft.lights import named_light
from wide_aperture.core.document import Document, Finite, Positive
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.situation import LightByName, LightBySky
from wide_aperture.core.review.own import by_hand, keeping_curve, moves
from wide_aperture.core.review.read import Read

FEWEST = 20


class HeldTime(Document):
    """At what time every second frame was still kept, at one focal length (the nearest doubling of 25 mm). null: these frames do not tell."""

    focal_mm: Positive
    limit_s: Finite | None
    low_s: Finite | None
    high_s: Finite | None
    frames: int
    kept: int
    sentence: str


class CompensationUsed(Document):
    """The compensation of the frames kept in one kind of light: its middle, and where that middle lies with 95 %."""

    light: str
    middle_ev: Finite
    low_ev: Finite
    high_ev: Finite
    frames: int
    sentence: str


def held_times(reads: Sequence[Read]) -> tuple[HeldTime, ...]:
    """Of still subjects shot by hand, from short focal lengths to long."""
    still = [each for each in reads if not moves(each) and by_hand(each)]
    bands = sorted({band for each in still for band in _bands(each)[~np.isnan(_bands(each))]})
    found = []
    for band in bands:
        parts = [(each.frames.where(np.flatnonzero(_bands(each) == band))) for each in still]
        curve = keeping_curve([(part.exposure_s, part.kept) for part in parts if len(part)])
        focal = round(25 * 2**band)
        count = f"{curve.frames} frames, {curve.kept} kept"
        if not curve.frames:
            continue
        if curve.fit is None or not curve.tells:
            found.append(
                HeldTime(
                    focal_mm=focal,
                    limit_s=None,
                    low_s=None,
                    high_s=None,
                    frames=curve.frames,
                    kept=curve.kept,
                    sentence=f"About {focal} mm: {count}; they do not tell where your hand ends.",
                )
            )
            continue
        fit = curve.fit
        said = " to ".join(wording.seconds(each) for each in (fit.high, fit.low))
        found.append(
            HeldTime(
                focal_mm=focal,
                limit_s=fit.half,
                low_s=fit.low,
                high_s=fit.high,
                frames=curve.frames,
                kept=curve.kept,
                sentence=f"About {focal} mm: every second frame held at {wording.seconds(fit.half)} ({said}; {count}).",
            )
        )
    return tuple(found)


def _bands(made: Read) -> np.ndarray:
    """The nearest doubling of 25 mm of each frame, in full-frame terms."""
    crop = made.given.body.crop_factor
    with np.errstate(invalid="ignore", divide="ignore"):
        return np.asarray(np.round(np.log2(made.frames.focal_mm * crop / 25)))


def kind_of_light(made: Read) -> str:
    """A word for a situation's light, as people name it."""
    light = made.given.situation.light
    behind = made.given.situation.background_ev100
    if behind is not None and behind - made.case.light.ev100 >= made.case.figure("backlit_ev"):
        return "against the light"
    if isinstance(light, LightBySky):
        return f"{light.condition.replace('_', ' ')} sky"
    if isinstance(light, LightByName):
        return named_light(light.name).label
    lamps = made.case.light.flicker_hz is not None or (
        light.cct_k is not None and light.cct_k < made.case.figure("lamplight_below_k")
    )
    return "lamps" if lamps else "measured light"


def compensations(reads: Sequence[Read]) -> tuple[CompensationUsed, ...]:
    """By kind of light; of kept frames where any were judged. Frames exposed by hand have none."""
    groups: dict[str, list[np.ndarray]] = {}
    for made in reads:
        kept = made.frames.kept
        chosen = (kept == 1) if (kept == 1).any() else np.ones(len(kept), bool)
        turned = made.frames.comp_ev[
            chosen & (made.automatic_iso or np.array([program != "manual" for program in made.frames.programs], bool))
        ]
        if len(turned):
            groups.setdefault(kind_of_light(made), []).append(turned[~np.isnan(turned)])
    found = []
    for light, parts in groups.items():
        values = np.concatenate(parts)
        if len(values) < FEWEST:
            continue
        middle, low, high = middle_of(values)
        found.append(
            CompensationUsed(
                light=light,
                middle_ev=middle,
                low_ev=low,
                high_ev=high,
                frames=len(values),
                sentence=f"{light[0].upper()}{light[1:]}: {wording.signed_stops(middle)} ({wording.signed_stops(low)} to {wording.signed_stops(high)}; {len(values)} frames).",
            )
        )
    return tuple(sorted(found, key=lambda each: -each.frames))
