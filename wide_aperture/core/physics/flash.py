"""Flash: how far it reaches, how bright it is against the room, and what high-speed sync takes."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.physics.numeric import Number, plain, positive

BOUNCE_LOSS_EV = 2.0  # to a white ceiling and back, about; a dark or high one takes more


def flash_reach(guide_number_m: ArrayLike, f_number: ArrayLike, iso: ArrayLike, loss_ev: ArrayLike = 0.0) -> Number:
    """Return the distance in m at which full power exposes rightly.

    Args: guide_number_m at ISO 100; loss_ev: what bounce, filter or high-speed sync take.
    Raises: DomainError unless guide number, f-number and ISO are above 0.
    Source: N = GN / d x sqrt(S / 100).

    >>> flash_reach(36, 4, 400)
    18.0
    """
    guide = positive("guide_number_m", guide_number_m) * np.sqrt(positive("iso", iso) / 100)
    return plain(np.asarray(guide / positive("f_number", f_number) / 2.0 ** (np.asarray(loss_ev) / 2)))


def flash_power_ev(
    guide_number_m: ArrayLike, f_number: ArrayLike, iso: ArrayLike, distance_m: ArrayLike, loss_ev: ArrayLike = 0.0
) -> Number:
    """Return how many EV of full power this distance leaves unused (+) or lacks (-). Raises as flash_reach.

    >>> flash_power_ev(36, 4, 400, 9)
    2.0
    """
    reach = positive("reach", flash_reach(guide_number_m, f_number, iso, loss_ev))
    return plain(np.asarray(2 * np.log2(reach / positive("distance_m", distance_m))))


def high_speed_sync_loss_ev(exposure_s: ArrayLike, sync_s: ArrayLike) -> Number:
    """Return the EV lost to high-speed sync at a time shorter than sync: log2(sync / t), 0 at sync and slower.

    >>> round(high_speed_sync_loss_ev(1 / 1000, 1 / 250), 6)
    2.0
    """
    ratio = positive("sync_s", sync_s) / positive("exposure_s", exposure_s)
    return plain(np.asarray(np.maximum(np.log2(ratio), 0.0)))
