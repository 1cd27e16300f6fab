"""The sensor as a counter of photo-electrons: noise, range, and the ISO a person still accepts.

Signal is in electrons per pixel. Noise squared = shot + read(ISO)^2 + (PRNU signal)^2.
Exposure: H = 0.65 L t / N^2 lx s and saturation at 78 / S lx s (ISO 12232), so a metered mid-tone lies
log2(78 / (0.65 x 12.5)) = 3.26, about 3.3 EV under raw clipping; each body carries its own figure.
"""

from __future__ import annotations

import itertools
import math
from typing import Annotated, Literal, Protocol

import numpy as np
from numpy.typing import ArrayLike
from pydantic import Field

from wide_aperture.core.document import Document, Finite, Fraction01, Positive
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.numeric import Floats, Number, as_floats, not_negative, plain, positive

MID_TONE_BELOW_CLIPPING_EV = 3.3  # ISO 12232 saturation against a K = 12.5 meter, rounded
DEEP_TONE_EV = -3.0  # the tone at which people judge noise: three stops under mid
Provenance = Literal["measured", "estimated"]


class ReadNoisePoint(Document):
    """Input-referred read noise at one ISO."""

    iso: Annotated[Positive, Field(le=10_000_000)]
    electrons: Annotated[Positive, Field(ge=0.001, le=100_000)]


class SensorFigures(Document):
    """The electron figures of one sensor. Between the ISOs given, read noise is interpolated over log ISO."""

    provenance: Provenance
    full_well_e: Annotated[
        Positive, Field(ge=10, le=100_000_000, description="Electrons a pixel holds at base ISO before it clips")
    ]
    read_noise: Annotated[tuple[ReadNoisePoint, ...], Field(min_length=1)]
    prnu_fraction: Annotated[Fraction01, Field(description="Pixel-to-pixel gain difference, share of the signal")]
    dark_current_e_s: Annotated[
        Finite, Field(ge=0, le=1_000_000, description="Electrons a pixel gathers a second in the dark")
    ]
    mid_below_clipping_ev: Annotated[
        Positive, Field(le=20, description="How far a metered mid-tone lies under raw clipping, EV")
    ] = MID_TONE_BELOW_CLIPPING_EV


class SensorOwner(Protocol):
    """What the noise functions need to know of a body; kit.Body is one."""

    @property
    def megapixels(self) -> float: ...
    @property
    def base_iso(self) -> float: ...
    @property
    def highest_iso(self) -> float: ...
    @property
    def electrons(self) -> SensorFigures: ...


def signal_to_noise(signal_e: ArrayLike, read_noise_e: ArrayLike, prnu_fraction: ArrayLike) -> Number:
    """Return the signal-to-noise ratio of one pixel; 0 at zero signal.

    Args: signal_e >= 0 electrons, read_noise_e >= 0 electrons, prnu_fraction >= 0. All broadcast.
    Raises: DomainError for negative or infinite values.
    Source: variances of shot noise, read noise and PRNU add.

    >>> round(signal_to_noise(1000, 3, 0.005), 2)
    31.1
    """
    signal = not_negative("signal_e", signal_e)
    read = not_negative("read_noise_e", read_noise_e)
    prnu = not_negative("prnu_fraction", prnu_fraction)
    variance = signal + read**2 + (prnu * signal) ** 2
    ratio = signal / np.sqrt(np.where(variance > 0, variance, 1.0))
    return plain(np.asarray(ratio))


def read_noise_at(figures: SensorFigures, iso: ArrayLike) -> Floats:
    """Read noise in electrons, interpolated over log2(ISO); held flat beyond the ends."""
    known = sorted(figures.read_noise, key=lambda point: point.iso)
    at = np.log2(positive("iso", iso))
    return np.asarray(np.interp(at, [np.log2(p.iso) for p in known], [p.electrons for p in known]))


def cleaner_from_iso(figures: SensorFigures) -> float | None:
    """The ISO at which a second gain makes the sensor abruptly cleaner (read noise falls by a fifth); None without."""
    known = sorted(figures.read_noise, key=lambda point: point.iso)
    for before, after in itertools.pairwise(known):
        if after.iso < before.iso * 1.26 and after.electrons < before.electrons * 0.8:
            return after.iso
    return None


def tone_signal(body: SensorOwner, iso: ArrayLike, tone_ev: ArrayLike = 0.0) -> Floats:
    """Electrons of a tone that lies tone_ev from mid in a correctly exposed frame at this ISO."""
    gain = positive("iso", iso) / body.base_iso
    mid_at_base = body.electrons.full_well_e / 2**body.electrons.mid_below_clipping_ev
    return np.asarray(mid_at_base / gain * 2.0 ** as_floats(tone_ev))


def output_snr(
    body: SensorOwner, iso: ArrayLike, output_pixels: float, tone_ev: float = DEEP_TONE_EV, *, read_at_iso: ArrayLike | None = None
) -> Number:  # fmt: skip
    """Return the SNR of a tone after resampling to output_pixels (never above the sensor's own pixels).

    Args: iso: what the frame is exposed for; read_at_iso: the gain it is read out with, where that is another one.
    Source: averaging n pixels divides the noise by sqrt(n).
    """
    gain_iso = iso if read_at_iso is None else read_at_iso
    per_pixel = signal_to_noise(
        tone_signal(body, iso, tone_ev), read_noise_at(body.electrons, gain_iso), body.electrons.prnu_fraction
    )
    pixels = body.megapixels * 1e6
    shrink = pixels / min(float(positive("output_pixels", output_pixels)), pixels)
    return plain(np.asarray(per_pixel * np.sqrt(shrink)))


def usable_range_ev(body: SensorOwner, iso: ArrayLike, output_pixels: float = 8e6, lowest_snr: float = 1.0) -> Number:
    """Return the EV from raw clipping down to the tone whose output SNR falls to lowest_snr.

    Args: body: a Body's sensor; iso: any shape; output_pixels: what the picture is shown with.
    Raises: DomainError for values not above 0.
    Source: solves S / sqrt(S + r^2 + (pS)^2) = q for S, q = lowest_snr / sqrt(pixels merged).
    """
    gain = positive("iso", iso) / body.base_iso
    pixels = body.megapixels * 1e6
    shrink = pixels / min(float(positive("output_pixels", output_pixels)), pixels)
    q2 = float(positive("lowest_snr", lowest_snr)) ** 2 / shrink
    read = read_noise_at(body.electrons, iso)
    a = 1 - q2 * body.electrons.prnu_fraction**2
    if a <= 0:
        raise DomainError("lowest_snr", lowest_snr, "lies above what this sensor can reach at any signal")
    floor_e = (q2 + np.sqrt(q2**2 + 4 * a * q2 * read**2)) / (2 * a)
    return plain(np.asarray(np.log2(body.electrons.full_well_e / gain / floor_e)))


def engineering_range_ev(body: SensorOwner, iso: ArrayLike) -> Number:
    """Return log2(saturation / read noise) at an ISO: what specification sheets call dynamic range, per pixel."""
    saturation = body.electrons.full_well_e * body.base_iso / positive("iso", iso)
    return plain(np.asarray(np.log2(saturation / read_noise_at(body.electrons, iso))))


def iso_ceiling(body: SensorOwner, accepted_snr: float, output_pixels: float) -> float | None:
    """Return the highest ISO at which a deep tone (mid - 3 EV) still has accepted_snr at the output size.

    Returns: an ISO between base and highest, or None when even base ISO does not meet it.
    Raises: DomainError unless accepted_snr and output_pixels are above 0.
    Source: output_snr falls steadily with ISO; a grid over log2(ISO), refined once, finds the crossing to 0.01 EV.
    """
    wanted = float(positive("accepted_snr", accepted_snr))
    low, high = math.log2(body.base_iso), math.log2(body.highest_iso)
    for _ in range(2):  # SNR falls steadily with ISO: find the crossing on a grid, then once more inside one step
        isos = 2.0 ** np.linspace(low, high, 48)
        meets = np.flatnonzero(np.asarray(output_snr(body, isos, output_pixels)) >= wanted)
        if meets.size == 0:
            return None
        last = int(meets[-1])
        if last == isos.size - 1:
            return float(isos[-1])
        low, high = math.log2(isos[last]), math.log2(isos[last + 1])
    return float(isos[last])


# Typical present-day figures per square micrometre of pixel, from the spread of published sensor measurements:
# good to about a third of a stop, which is why everything filled from them is marked estimated.
_FULL_WELL_E_PER_UM2_AT_ISO_100 = 1650.0
_SHOT_SHARE = 0.0045
_READ_NOISE_HIGH_GAIN_E = 1.6
_DUAL_GAIN_STOPS = 2.67


def typical(
    width_mm: float,
    height_mm: float,
    megapixels: float,
    base_iso: float,
    dynamic_range_ev: float | None = None,
) -> SensorFigures:
    """Return the electron figures nobody knows, estimated from size, pixel count and base ISO.

    Args: dynamic_range_ev: engineering range at base ISO (full well over read noise) where a sheet states it.
    Raises: DomainError unless all are finite and above 0.
    Source: full well grows with pixel area and falls with base ISO; base read noise follows from the range
        (14 EV by default, less for tiny pixels); above a dual-gain step it falls to about 1.6 electrons.

    >>> typical(36, 24, 24, 100).provenance
    'estimated'
    """
    for field, value in (("width_mm", width_mm), ("height_mm", height_mm), ("megapixels", megapixels)):
        positive(field, value)
    positive("base_iso", base_iso)
    pixel_area_um2 = width_mm * height_mm / megapixels
    full_well = _FULL_WELL_E_PER_UM2_AT_ISO_100 * pixel_area_um2 * 100 / base_iso
    if dynamic_range_ev is None:
        dynamic_range_ev = float(np.clip(14 + 0.5 * np.log2(pixel_area_um2 / 36), 10.5, 14.5))
    read_at_base = full_well / 2.0 ** float(positive("dynamic_range_ev", dynamic_range_ev))
    read_high = min(_READ_NOISE_HIGH_GAIN_E, read_at_base)
    step_iso = base_iso * 2**_DUAL_GAIN_STOPS
    points = (
        ReadNoisePoint(iso=base_iso, electrons=read_at_base),
        ReadNoisePoint(iso=step_iso * 0.99, electrons=max(read_at_base * 0.75, read_high)),
        ReadNoisePoint(iso=step_iso, electrons=read_high),
        ReadNoisePoint(iso=base_iso * 512, electrons=read_high * 0.85),
    )
    return SensorFigures(
        provenance="estimated",
        full_well_e=full_well,
        read_noise=points,
        prnu_fraction=_SHOT_SHARE,
        dark_current_e_s=0.05,
    )
