"""What moves during the exposure: subject, hand, stars, lamp, and the sensor's own read-out."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.numeric import Floats, Number, as_floats, every, not_negative, plain, positive, within

SIDEREAL_RATE_ARCSEC_S = 15.04106864  # 360 deg in 86164.0905 s, the mean sidereal day
WHOLE_WITHIN = 0.01  # of a period: nothing to see
RADIANS_PER_ARCSEC = math.pi / 180 / 3600

StarRule = Literal["500", "400", "300"]
Waveform = Literal["sine", "rectified_sine"]


def image_speed(
    speed_m_s: ArrayLike, angle_deg: ArrayLike, distance_m: ArrayLike, focal_length_mm: ArrayLike
) -> Number:
    """Return the speed in mm/s at which a subject's image crosses the sensor.

    Args: angle_deg between the path and the line of sight: 90 across the frame, 0 towards the camera.
    Raises: DomainError for a negative speed or a distance or focal length not above 0.
    Source: magnification f / (d - f) at distance d, transverse speed v sin(angle).
    """
    across = not_negative("speed_m_s", speed_m_s) * np.abs(np.sin(np.radians(as_floats(angle_deg))))
    distance_mm = positive("distance_m", distance_m, may_be_infinite=True) * 1000
    focal = positive("focal_length_mm", focal_length_mm)
    if not every(distance_mm > focal):
        raise DomainError("distance_m", distance_m, "must lie beyond the focal length")
    return plain(np.asarray(across * 1000 * focal / (distance_mm - focal)))


def subject_blur(
    speed_m_s: ArrayLike,
    angle_deg: ArrayLike,
    distance_m: ArrayLike,
    focal_length_mm: ArrayLike,
    pixel_pitch_um: ArrayLike,
    exposure_s: ArrayLike,
) -> Number:
    """Return how many pixels a subject's image moves during the exposure, camera held still.

    Args: speed_m_s >= 0; angle_deg: 90 is across the frame; distance_m, focal_length_mm, pixel_pitch_um,
        exposure_s above 0. All broadcast.
    Raises: DomainError for anything else.
    Source: image_speed x time / pitch.

    >>> round(subject_blur(8, 90, 25, 400, 6, 1 / 2000), 1)
    10.8
    """
    speed_mm_s = as_floats(image_speed(speed_m_s, angle_deg, distance_m, focal_length_mm))
    pitch_mm = positive("pixel_pitch_um", pixel_pitch_um) / 1000
    return plain(np.asarray(speed_mm_s * positive("exposure_s", exposure_s) / pitch_mm))


def angular_blur(
    rate_arcsec_s: ArrayLike, focal_length_mm: ArrayLike, pixel_pitch_um: ArrayLike, exposure_s: ArrayLike
) -> Number:
    """Return the pixels moved by something at an angular rate (Moon, aurora, satellite) near the image centre.

    Raises: DomainError for a negative rate or other values not above 0. Source: f tan(rate t), small angles.
    """
    angle = not_negative("rate_arcsec_s", rate_arcsec_s) * positive("exposure_s", exposure_s)
    scale = positive("focal_length_mm", focal_length_mm) * 1000 / positive("pixel_pitch_um", pixel_pitch_um)
    return plain(np.asarray(angle * RADIANS_PER_ARCSEC * scale))


def handheld_limit(
    focal_length_mm: ArrayLike,
    crop_factor: ArrayLike,
    divisor: ArrayLike = 1,
    stabiliser_stops: ArrayLike = 0,
) -> Number:
    """Return the slowest time in s that a steady hand holds: 2^stops / (divisor x focal equivalent).

    Args: divisor: 1 for the plain reciprocal rule, 2 where pixels or prints ask for twice the care.
    Raises: DomainError unless focal length, crop and divisor are above 0 and stops 0 or more.
    Source: the reciprocal rule of practice.

    >>> handheld_limit(200, 1)
    0.005
    """
    equivalent = positive("focal_length_mm", focal_length_mm) * positive("crop_factor", crop_factor)
    stops = not_negative("stabiliser_stops", stabiliser_stops)
    return plain(np.asarray(2.0**stops / (positive("divisor", divisor) * equivalent)))


def burst_success(single_frame_chance: ArrayLike, frames: int) -> Number:
    """Return the chance that at least one of n frames is sharp, 1 - (1 - p)^n.

    Raises: DomainError unless 0 <= p <= 1 and frames >= 1.

    >>> round(burst_success(0.3, 6), 2)
    0.88
    """
    chance = within("single_frame_chance", single_frame_chance, 0, 1)
    if frames < 1:
        raise DomainError("frames", frames, "must be 1 or more")
    return plain(np.asarray(1 - (1 - chance) ** frames))


EVEN_CHANCE_STOPS = 1.5  # past the limit every second frame is sharp
CHANCE_SLOPE = math.log(9) / EVEN_CHANCE_STOPS  # nine in ten at the limit


def sharp_chance(stops_slower_than_limit: ArrayLike) -> Number:
    """Return the chance that one hand-held frame is sharp, by stops past the hand-hold limit.

    A plain model: 9 in 10 at the limit, falling by a logistic curve to an even chance 1.5 stops beyond it.
    It is ours and says so; a bench test of the person's own hand replaces it.
    """
    past = as_floats(stops_slower_than_limit)
    return plain(np.asarray(1 / (1 + np.exp(CHANCE_SLOPE * (past - EVEN_CHANCE_STOPS)))))


def shake_drawn(stops_slower_than_limit: ArrayLike, share: ArrayLike) -> Number:
    """Return how long one frame's shake is, in tolerances, so that sharp_chance of all frames stay within one.

    Args: share: where the frame lies among all, above 0 and below 1; drawn at random it gives the distribution.
    Source: sharp_chance is the survival function of how many stops calmer than the limit a frame is.

    >>> round(shake_drawn(0.0, 0.1), 6), round(shake_drawn(1.5, 0.5), 6)
    (1.0, 1.0)
    """
    lies = as_floats(share)
    calmer = EVEN_CHANCE_STOPS + np.log(lies / (1 - lies)) / CHANCE_SLOPE
    return plain(np.asarray(2.0 ** (as_floats(stops_slower_than_limit) - calmer)))


@lru_cache(maxsize=64)
def burst_gain_stops(frames: int) -> float:
    """Return by how many stops a burst of n frames lowers the hand-hold floor at the same chance of success.

    The single-frame chance at the limit (0.9) is what the burst must reach. Source: inverting sharp_chance and
    burst_success. Raises DomainError unless frames >= 1.

    >>> round(burst_gain_stops(1), 6), round(burst_gain_stops(10), 1)
    (0.0, 2.4)
    """
    if frames < 1:
        raise DomainError("frames", frames, "must be 1 or more")
    target = float(sharp_chance(0.0))
    needed = 1 - (1 - target) ** (1 / frames)
    return EVEN_CHANCE_STOPS + math.log(1 / needed - 1) / CHANCE_SLOPE


def rolling_skew(image_speed_px_s: ArrayLike, readout_s: ArrayLike) -> Number:
    """Return by how many pixels a moving image slants while the sensor is read from top to bottom.

    Raises: DomainError unless both are finite and 0 or more.

    >>> rolling_skew(10_000, 0.02)
    200.0
    """
    speed = not_negative("image_speed_px_s", image_speed_px_s)
    return plain(np.asarray(speed * not_negative("readout_s", readout_s)))


def star_trail_length(
    declination_deg: ArrayLike, focal_length_mm: ArrayLike, pixel_pitch_um: ArrayLike, exposure_s: ArrayLike
) -> Number:
    """Return the length in pixels of a star's trail at the image centre, camera on a fixed tripod.

    Raises: DomainError for a declination beyond +-90 or other values not above 0.
    Source: 15.041 arcsec/s x cos(declination) x t x f / pitch; within 4e-5 of the exact path up to 300 s.

    >>> round(star_trail_length(0, 24, 4.35, 20), 2)
    8.05
    """
    declination = np.radians(within("declination_deg", declination_deg, -90, 90))
    # max(): cos(90 deg) is 6e-17 in floating point, and a pole star does not move at all.
    rate = SIDEREAL_RATE_ARCSEC_S * np.maximum(np.cos(declination), 0)
    return angular_blur(rate, focal_length_mm, pixel_pitch_um, exposure_s)


def rule_limit(rule: str, focal_length_mm: ArrayLike, crop_factor: ArrayLike = 1) -> Number:
    """Return the longest time in s by a rule of thumb: "500", "400" or "300" / focal equivalent.

    Raises: DomainError for an unknown rule or values not above 0.

    >>> round(rule_limit("500", 24), 1)
    20.8
    """
    numerators = {"500": 500.0, "400": 400.0, "300": 300.0}
    numerator = numerators.get(str(rule).removesuffix("_rule").removesuffix(" rule").removeprefix("rule"))
    if numerator is None:
        raise DomainError("rule", rule, "must be '500', '400' or '300'")
    equivalent = positive("focal_length_mm", focal_length_mm) * positive("crop_factor", crop_factor)
    return plain(np.asarray(numerator / equivalent))


def npf_limit(
    f_number: ArrayLike, focal_length_mm: ArrayLike, pixel_pitch_um: ArrayLike, declination_deg: ArrayLike
) -> Number:
    """Return the longest time in s that keeps stars as points, by the NPF formula (Michaud, 2014).

    t = (16.856 N + 0.0997 f + 13.713 p) / (f cos(declination)), f in mm, p in micrometres. At a pole: inf.
    Raises: DomainError for a declination beyond +-90 or other values not above 0.

    >>> round(npf_limit(2.8, 24, 4.35, 0), 2)
    4.55
    """
    n = positive("f_number", f_number)
    focal = positive("focal_length_mm", focal_length_mm)
    pitch = positive("pixel_pitch_um", pixel_pitch_um)
    cosine = np.cos(np.radians(within("declination_deg", declination_deg, -90, 90)))
    top = 16.856 * n + 0.0997 * focal + 13.713 * pitch
    at_pole = cosine < 1e-12
    return plain(np.where(at_pole, np.inf, top / (focal * np.where(at_pole, 1.0, cosine))))


def common_period(light_frequencies_hz: Sequence[float], most_periods: int = 24) -> float:
    """The shortest time in s that holds whole periods of every light; of lights that share none, the one that misses least.

    Args: light_frequencies_hz of the lights, not of the mains; most_periods of the first that are tried.
    Raises: DomainError for no frequency or one not above 0.

    >>> common_period((100,)), common_period((100, 120))
    (0.01, 0.05)
    """
    if not light_frequencies_hz:
        raise DomainError("light_frequencies_hz", light_frequencies_hz, "must not be empty")
    first, *others = (float(positive("light_frequencies_hz", each)) for each in light_frequencies_hz)

    def missed(periods: int) -> float:
        return max((abs(periods / first * each - round(periods / first * each)) for each in others), default=0.0)

    tried = range(1, most_periods + 1)
    whole = next((n for n in tried if missed(n) < WHOLE_WITHIN), None)
    return (whole or min(tried, key=missed)) / first


def flicker_swing(
    exposure_s: ArrayLike, light_frequency_hz: ArrayLike, modulation: ArrayLike, waveform: Waveform
) -> tuple[Number, Number]:
    """Return (min_ev, max_ev): how far a frame's exposure can swing with the moment of release.

    Args: light_frequency_hz of the light (100 or 120), not of the mains; modulation 0..1 of a "sine";
        "rectified_sine" ignores modulation. The whole frame is exposed together (no rolling read-out).
    Returns: EV relative to the mean; both 0 for whole periods; min_ev is -inf where a frame can be black.
    Raises: DomainError for values out of range or an unknown waveform.
    Source: integral of 1 + m sin(2 pi F t) or |sin(pi F t)| over the exposure, extremes over the phase.

    >>> low, high = flicker_swing(1 / 320, 100, 0.3, "sine")
    >>> round(low, 3), round(high, 3)
    (-0.423, 0.327)
    """
    cycles = positive("exposure_s", exposure_s) * positive("light_frequency_hz", light_frequency_hz)
    if waveform == "sine":
        depth = within("modulation", modulation, 0, 1) * np.abs(np.sinc(cycles))
        low, high = 1 - depth, 1 + depth
    elif waveform == "rectified_sine":
        low, high = _rectified_extremes(np.asarray(cycles))
    else:
        raise DomainError("waveform", waveform, "must be 'sine' or 'rectified_sine'")
    with np.errstate(divide="ignore"):
        return plain(np.asarray(np.log2(low))), plain(np.asarray(np.log2(high)))


def flicker_share(
    begin_s: ArrayLike,
    exposure_s: float,
    light_frequency_hz: float,
    modulation: float,
    waveform: Waveform,
    phase: float,
) -> Floats:
    """How bright a pulsing light is over exposures that begin at these moments, 1 on average; shape of begin_s.

    Args: phase: of the light at the moment 0, in its periods.
    Raises: DomainError for an unknown waveform.
    Source: integral of 1 + m sin(2 pi F t) or |sin(pi F t)| over each exposure, over its mean.

    >>> [round(float(x), 3) for x in flicker_share([0.0, 0.005], 1 / 1000, 100, 0.5, "sine", 0.25)]
    [1.468, 0.532]
    """
    first = as_floats(begin_s) * light_frequency_hz + phase
    cycles = exposure_s * light_frequency_hz
    if waveform == "sine":
        turn = 2 * np.pi
        return np.asarray(1 + modulation * (np.cos(turn * first) - np.cos(turn * (first + cycles))) / (turn * cycles))
    if waveform == "rectified_sine":
        return np.asarray((_rectified_light(first + cycles) - _rectified_light(first)) / (2 / np.pi * cycles))
    raise DomainError("waveform", waveform, "must be 'sine' or 'rectified_sine'")


def _rectified_light(periods: Floats) -> Floats:
    """Light of |sin| from the beginning to so many periods."""
    whole = np.floor(periods)
    return np.asarray((2 * whole + 1 - np.cos(np.pi * (periods - whole))) / np.pi)


def _rectified_extremes(cycles: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Smallest and largest light of |sin| over an exposure of this many periods, over its mean (2/pi)."""
    whole = np.floor(cycles)
    part = cycles - whole
    # What remains after whole periods is centred on a peak (most light) or on a zero (least).
    most = 2 / np.pi * np.sin(np.pi * part / 2)
    least = 2 / np.pi * (1 - np.cos(np.pi * part / 2))
    mean = 2 / np.pi * cycles
    base = 2 / np.pi * whole
    return (base + least) / mean, (base + most) / mean
