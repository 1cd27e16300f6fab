"""What one night frame holds and what many add: sky against read noise, the ISO beyond which nothing is gained, stacks."""

from __future__ import annotations

import math

import numpy as np

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.document import Document, Finite, Iso, Seconds
from wide_aperture.core.documents.body import Body
from wide_aperture.core.physics.motion import npf_limit, rule_limit, star_trail_length
from wide_aperture.core.physics.quantities import luminance_from_ev100, time_for
from wide_aperture.core.physics.sensor import read_noise_at

SWAMP = figure("sky_swamps_read_noise")
GAINED = figure("nothing_more_gained")
TARGET_OVER_SKY = figure("target_over_sky")
SKY_PLACE_EV = figure("sky_place_ev")
POINT_SHARE = figure("sky_tolerance_share", "stars")  # of the frame's width
LAND_REFLECTS = 0.18
STARLIT_CD_M2 = 2.5e-5


class NightFrame(Document):
    """One sub-exposure and its stack. Signal-to-noise of the core over the sky at a screen's size."""

    exposure_s: Seconds
    iso: Iso
    iso_enough: Iso
    trail_px: Finite
    limit_points_s: Seconds
    limit_500_s: Seconds
    limit_npf_s: Seconds
    sky_electrons: Finite
    swamps_read_noise: bool
    needs_s: Seconds
    snr_single: Finite
    snr_stacked: Finite
    frames: int
    sky_ev_from_mid: Finite
    land_s: Seconds
    sentence: str


def ev_of_sky(sky_cd_m2: float) -> float:
    """EV at ISO 100 that brings a sky of this luminance out as dark as night skies are wanted."""
    return math.log2(sky_cd_m2 / float(luminance_from_ev100(0))) - SKY_PLACE_EV


def sky_electrons_s(body: Body, f_number: float, sky_cd_m2: float) -> float:
    """Electrons a pixel and second from the sky; the ISO has no say in it."""
    mid_at_base = body.electrons.full_well_e / 2**body.electrons.mid_below_clipping_ev
    relative_s = 1 / float(time_for(math.log2(sky_cd_m2 / float(luminance_from_ev100(0))), f_number, body.base_iso))
    return float(mid_at_base * relative_s)


def iso_enough(body: Body, sky_e: float) -> float:
    """The lowest third-step ISO whose total noise is within 5 % of the best: more only costs highlights."""
    isos = body.base_iso * 2 ** (np.arange(0, math.floor(3 * math.log2(body.highest_iso / body.base_iso)) + 1) / 3)
    variance = sky_e + read_noise_at(body.electrons, isos) ** 2
    return float(isos[int(np.argmax(variance <= variance.min() * GAINED))])


def points_limit_s(body: Body, focal_mm: float, declination_deg: float, most_px: float | None = None) -> float:
    """The longest time for which the exact drift stays within so many pixels; None: as many as still look like points."""
    per_s = float(star_trail_length(declination_deg, focal_mm, body.pixel_pitch_um, 1.0))
    return min((body.width_px * POINT_SHARE if most_px is None else most_px) / max(per_s, 1e-6), 3600.0)


def land_cd_m2(moon_lux: float) -> float:
    """Luminance of land by starlight and the Moon. Source: a matt surface of 18 %, L = rho E / pi."""
    return STARLIT_CD_M2 + LAND_REFLECTS * moon_lux / math.pi


def night_frame(
    body: Body, focal_mm: float, f_number: float, *, sky_cd_m2: float, declination_deg: float, frames: int = 1,
    exposure_s: float | None = None, iso: float | None = None, land: float = STARLIT_CD_M2, tracked: bool = False,
) -> NightFrame:  # fmt: skip
    """Return the frame for a sky.

    Args: exposure_s: None takes the longest that keeps stars points (or what swamps read noise, when tracked);
        iso: None takes the lowest that is enough; land: cd/m2 of the foreground, for its own longer exposure.
    Raises: DomainError for impossible optics.
    """
    points = points_limit_s(body, focal_mm, declination_deg)
    per_s = sky_electrons_s(body, f_number, sky_cd_m2)
    lowest_read = float(min(point.electrons for point in body.electrons.read_noise))
    needs = SWAMP * lowest_read**2 / per_s
    seconds = exposure_s if exposure_s is not None else (min(max(needs, 30.0), 600.0) if tracked else points)
    sky_e = per_s * seconds
    enough = iso_enough(body, sky_e)
    iso = enough if iso is None else iso
    noise = math.sqrt(sky_e * (1 + TARGET_OVER_SKY) + float(read_noise_at(body.electrons, iso)) ** 2 + body.electrons.dark_current_e_s * seconds)  # fmt: skip
    shrink = math.sqrt(max(body.megapixels * 1e6 / 4e6, 1.0))
    single = TARGET_OVER_SKY * sky_e / noise * shrink
    mid_e = body.electrons.full_well_e * body.base_iso / iso / 2**body.electrons.mid_below_clipping_ev
    npf = float(npf_limit(f_number, focal_mm, body.pixel_pitch_um, declination_deg))
    return NightFrame(
        exposure_s=seconds,
        iso=iso,
        iso_enough=enough,
        trail_px=0.0 if tracked else float(star_trail_length(declination_deg, focal_mm, body.pixel_pitch_um, seconds)),
        limit_points_s=points,
        limit_500_s=float(rule_limit("500", focal_mm, body.crop_factor)),
        limit_npf_s=min(npf, 3600.0),
        sky_electrons=sky_e,
        swamps_read_noise=sky_e >= SWAMP * float(read_noise_at(body.electrons, iso)) ** 2,
        needs_s=min(needs, 86_400.0),
        snr_single=single,
        snr_stacked=single * math.sqrt(frames),
        frames=frames,
        sky_ev_from_mid=math.log2(sky_e / mid_e),
        land_s=min(seconds * sky_cd_m2 / land, 3600.0),
        sentence=_sentence(seconds, needs, single, frames, tracked),
    )


def _sentence(seconds: float, needs: float, single: float, frames: int, tracked: bool) -> str:
    said = [f"The core stands {single:.1f} times over the noise in one frame"]
    said[0] += f", {single * math.sqrt(frames):.1f} in a stack of {frames}." if frames > 1 else "."
    if needs > seconds * 1.2:
        how = "a longer one" if tracked else "more frames, a faster lens or a tracker"
        said.append(f"Read noise still counts: {needs:.0f} s would drown it; {how} instead of more ISO.")
    else:
        said.append("The sky drowns the read noise: from here only more frames help.")
    return " ".join(said)
