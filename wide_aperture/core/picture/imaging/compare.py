"""Whether two frames look different at the chosen output: brightness, colour, noise, sharpness, each against what is seen."""

from __future__ import annotations

import math
from dataclasses import dataclass

import cv2
import numpy as np

from wide_aperture.core.physics.colour.adaptation import XYZ_FROM_SRGB, lab_from_xyz
from wide_aperture.core.physics.colour.encoding import linear_light
from wide_aperture.core.picture.imaging.darkroom import Rendered
from wide_aperture.core.picture.imaging.develop import Picture

SEEN_LIGHTNESS = 2.0  # L* between two pictures side by side
SEEN_COLOUR = 3.0
SEEN_NOISE_SNR = 22.0  # signal-to-noise at the output, mid-tones: cleaner than this nobody sees grain
SEEN_NOISE_RATIO = 1.35
SEEN_SHARPNESS_RATIO = 1.25


@dataclass(frozen=True, slots=True)
class Difference:
    """What differs. seen: whether anybody would notice at the output; because: the sentence that says so."""

    lightness: float
    colour: float
    noise_ratio: float
    sharpness_ratio: float
    seen: bool
    because: str


def lab_of(picture: Picture) -> np.ndarray:
    """CIE Lab of a picture made small, shape (h, w, 3)."""
    small = (
        cv2.resize(picture, (96, max(96 * picture.shape[0] // picture.shape[1], 1)), interpolation=cv2.INTER_AREA) / 255
    )
    return lab_from_xyz(linear_light(small) @ XYZ_FROM_SRGB.T)


def output_noise_snr(frame: Rendered, output_pixels: float, tone_ev: float = -1.0) -> float:
    """Predicted signal-to-noise of a tone after scaling to the output."""
    signal = frame.raw.mid_e * 2.0**tone_ev
    per_pixel = signal / math.sqrt(signal + frame.raw.read_e**2 + 1e-9)
    whole = frame.raw.electrons.shape[0] * frame.raw.electrons.shape[1] * frame.raw.pixels_merged
    return float(per_pixel) * math.sqrt(max(whole / min(output_pixels, whole), 1.0))


def sharpness(picture: Picture) -> float:
    grey = cv2.cvtColor(picture, cv2.COLOR_RGB2GRAY)
    return float(np.percentile(np.abs(cv2.Laplacian(grey, cv2.CV_32F)), 98)) + 1.0


def difference(a: Rendered, b: Rendered, output_pixels: float) -> Difference:
    """Compare two frames of the same view."""
    lab_a, lab_b = lab_of(a.picture), lab_of(b.picture)
    lightness = float(np.mean(lab_b[..., 0] - lab_a[..., 0]))
    colour = float(np.mean(np.hypot(lab_b[..., 1] - lab_a[..., 1], lab_b[..., 2] - lab_a[..., 2])))
    snr_a, snr_b = output_noise_snr(a, output_pixels), output_noise_snr(b, output_pixels)
    noise = snr_a / max(snr_b, 1e-6)
    sharp = sharpness(b.picture) / sharpness(a.picture)
    said = []
    if abs(lightness) >= SEEN_LIGHTNESS:
        said.append(f"brightness differs by {abs(lightness):.0f} L*")
    if colour >= SEEN_COLOUR:
        said.append(f"colour by {colour:.0f} in a*b*")
    grain_shows = min(snr_a, snr_b) < SEEN_NOISE_SNR and max(noise, 1 / max(noise, 1e-6)) >= SEEN_NOISE_RATIO
    if grain_shows:
        said.append(f"signal-to-noise {snr_a:.0f} against {snr_b:.0f} one stop under mid")
    if max(sharp, 1 / sharp) >= SEEN_SHARPNESS_RATIO:
        said.append(f"edges {'steeper' if sharp > 1 else 'softer'} by {abs(math.log2(sharp)):.1f} stops")
    if said:
        return Difference(lightness, colour, noise, sharp, True, f"Visible at this output: {'; '.join(said)}.")
    because = f"Nobody sees it at this output: signal-to-noise {snr_a:.0f} against {snr_b:.0f}, brightness within {abs(lightness):.1f} L*."
    return Difference(lightness, colour, noise, sharp, False, because)
