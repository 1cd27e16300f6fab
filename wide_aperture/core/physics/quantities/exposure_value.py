"""Exposure value, luminance and mired."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.physics.numeric import Number, as_floats, plain, positive

REFLECTED_LIGHT_CONSTANT = 12.5  # K in cd s / (m2 ISO), ISO 2720


def ev100(f_number: ArrayLike, exposure_s: ArrayLike, iso: ArrayLike = 100) -> Number:
    """Return the exposure value at ISO 100 for which these settings give a mid-tone.

    Args: f_number, exposure_s in seconds, iso: any broadcastable shapes, all finite and above 0.
    Raises: DomainError for anything else.
    Source: ISO 2720, EV100 = log2(N^2 / t) - log2(S / 100).

    >>> round(ev100(16, 1 / 125), 2)
    14.97
    """
    n = positive("f_number", f_number)
    t = positive("exposure_s", exposure_s)
    s = positive("iso", iso)
    # Logarithms before broadcasting: a grid of settings needs one of each row and column, not of each cell.
    return plain(np.asarray(2 * np.log2(n) - np.log2(t) - np.log2(s / 100)))


def time_for(ev: ArrayLike, f_number: ArrayLike, iso: ArrayLike = 100) -> Number:
    """Return the exposure time in seconds that gives a mid-tone at ev (at ISO 100).

    Args: ev, f_number, iso: any broadcastable shapes. Raises: DomainError unless f_number and iso are above 0.
    Source: ev100() solved for t.

    >>> round(1 / time_for(15, 16))
    128
    """
    return plain(np.asarray(positive("f_number", f_number) ** 2 / 2.0 ** as_floats(ev) / (positive("iso", iso) / 100)))


def iso_for(ev: ArrayLike, f_number: ArrayLike, exposure_s: ArrayLike) -> Number:
    """Return the ISO that gives a mid-tone at ev with this aperture and time in seconds. Raises and source as time_for.

    >>> iso_for(15, 16, 1 / 128)
    100.0
    """
    n, t = positive("f_number", f_number), positive("exposure_s", exposure_s)
    return plain(np.asarray(n**2 / t / 2.0 ** as_floats(ev) * 100))


def aperture_for(ev: ArrayLike, exposure_s: ArrayLike, iso: ArrayLike = 100) -> Number:
    """Return the f-number that gives a mid-tone at ev with this time in seconds. Raises and source as time_for.

    >>> aperture_for(15, 1 / 128)
    16.0
    """
    return plain(
        np.asarray(np.sqrt(2.0 ** as_floats(ev) * positive("exposure_s", exposure_s) * positive("iso", iso) / 100))
    )


def luminance_from_ev100(ev: ArrayLike) -> Number:
    """Return the luminance in cd/m2 that a reflected-light meter reads as this EV at ISO 100.

    Source: ISO 2720 with K = 12.5: L = 2^EV K / 100.

    >>> luminance_from_ev100(3)
    1.0
    """
    return plain(np.asarray(2.0 ** as_floats(ev) * REFLECTED_LIGHT_CONSTANT / 100))


def mired(kelvin: ArrayLike) -> Number:
    """Return the reciprocal colour temperature, 10^6 / K. Raises DomainError unless kelvin > 0.

    >>> mired(5000)
    200.0
    """
    return plain(np.asarray(1e6 / positive("kelvin", kelvin)))
