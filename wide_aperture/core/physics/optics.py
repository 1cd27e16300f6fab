"""Thin-lens optics: what is sharp, how soft the rest is, and where diffraction begins.

All distances are measured from the lens (its front principal plane), in metres; infinity is allowed where said.
Derivation: docs/formulas/depth-of-field.md.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import ArrayLike

from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.numeric import Floats, Number, every, plain, positive

FULL_FRAME_DIAGONAL_MM = float(np.hypot(36, 24))
FIRST_DARK_RING = 2.4393398  # 2 x the first zero of J1(pi x): Airy disc diameter in units of wavelength x f-number


@dataclass(frozen=True, eq=False)  # == on arrays has no single truth value
class DepthOfField:
    """Near and far limits of acceptable sharpness and the hyperfocal distance, in metres; far_m may be inf."""

    near_m: Number
    far_m: Number
    hyperfocal_m: Number


def circle_of_confusion(sensor_width_mm: ArrayLike, sensor_height_mm: ArrayLike, divisor: ArrayLike = 1500) -> Number:
    """Return the widest blur spot in mm that still looks sharp: the sensor's diagonal / divisor.

    Raises: DomainError unless all are finite and above 0.

    >>> round(circle_of_confusion(36, 24), 4)
    0.0288
    """
    width = positive("sensor_width_mm", sensor_width_mm)
    height = positive("sensor_height_mm", sensor_height_mm)
    return plain(np.asarray(np.hypot(width, height) / positive("divisor", divisor)))


def crop_factor(sensor_width_mm: ArrayLike, sensor_height_mm: ArrayLike) -> Number:
    """Return the diagonal of 36 x 24 mm over the sensor's diagonal.

    >>> round(crop_factor(23.5, 15.6), 2)
    1.53
    """
    width = positive("sensor_width_mm", sensor_width_mm)
    height = positive("sensor_height_mm", sensor_height_mm)
    return plain(np.asarray(FULL_FRAME_DIAGONAL_MM / np.hypot(width, height)))


def _hyperfocal_mm(focal: Floats, f_number: ArrayLike, coc_mm: ArrayLike) -> Floats:
    coc = positive("circle_of_confusion_mm", coc_mm)
    return np.asarray(focal**2 / (positive("f_number", f_number) * coc) + focal)


def hyperfocal_distance(focal_length_mm: ArrayLike, f_number: ArrayLike, circle_of_confusion_mm: ArrayLike) -> Number:
    """Return the focus distance in m at which infinity is just sharp: f^2 / (N c) + f.

    Raises: DomainError unless all are finite and above 0.

    >>> round(hyperfocal_distance(50, 8, 0.03), 2)
    10.47
    """
    focal = positive("focal_length_mm", focal_length_mm)
    return plain(_hyperfocal_mm(focal, f_number, circle_of_confusion_mm) / 1000)


def _beyond_focal_length(field: str, distance_m: ArrayLike, focal_mm: Floats) -> Floats:
    distance = positive(field, distance_m, may_be_infinite=True)
    if not every(distance * 1000 > focal_mm):
        raise DomainError(field, distance_m, "must lie beyond the focal length")
    return distance


def depth_of_field(
    focal_length_mm: ArrayLike,
    f_number: ArrayLike,
    focus_distance_m: ArrayLike,
    circle_of_confusion_mm: ArrayLike,
) -> DepthOfField:
    """Return the limits between which the blur disc stays within the circle of confusion.

    Args: focus_distance_m from the lens, may be inf (then near_m is f^2 / (N c)).
    Returns: DepthOfField in m, shaped by broadcasting; far_m is inf from the hyperfocal distance on.
    Raises: DomainError for values not above 0 or a focus not beyond the focal length.
    Source: similar triangles, docs/formulas/depth-of-field.md, eq. 3 and 4.

    >>> zone = depth_of_field(50, 8, 5, 0.03)
    >>> f"{zone.near_m:.2f} m to {zone.far_m:.2f} m"
    '3.39 m to 9.53 m'
    """
    focal = positive("focal_length_mm", focal_length_mm)
    focus_m = _beyond_focal_length("focus_distance_m", focus_distance_m, focal)
    hyperfocal_mm = _hyperfocal_mm(focal, f_number, circle_of_confusion_mm)
    reach_mm = hyperfocal_mm - focal  # f^2 / (N c)
    # Dividing by the focus distance keeps focus at infinity exact: no inf / inf.
    focal_share = focal / (focus_m * 1000)
    reach_share = reach_mm / (focus_m * 1000)
    near_mm = reach_mm / (1 + reach_share - focal_share)
    rest = np.asarray(reach_share - 1 + focal_share)
    focus_at_or_past = rest <= 0
    far_mm = np.where(focus_at_or_past, np.inf, reach_mm / np.where(focus_at_or_past, 1.0, rest))
    return DepthOfField(
        near_m=plain(np.asarray(near_mm / 1000)),
        far_m=plain(far_mm / 1000),
        hyperfocal_m=plain(hyperfocal_mm / 1000),
    )


def blur_disc_diameter(
    focal_length_mm: ArrayLike,
    f_number: ArrayLike,
    focus_distance_m: ArrayLike,
    object_distance_m: ArrayLike,
) -> Number:
    """Return the diameter in mm on the sensor of a point's blur disc, thin lens.

    Args: focus_distance_m, object_distance_m from the lens, either may be inf.
    Raises: DomainError for values not above 0 or distances not beyond the focal length.
    Source: similar triangles, docs/formulas/depth-of-field.md, eq. 2: A f |x - s| / (x (s - f)).

    >>> round(blur_disc_diameter(50, 1.4, 3, float("inf")), 4)
    0.6053
    """
    focal = positive("focal_length_mm", focal_length_mm)
    opening = focal / positive("f_number", f_number)
    focus_m = _beyond_focal_length("focus_distance_m", focus_distance_m, focal)
    object_m = _beyond_focal_length("object_distance_m", object_distance_m, focal)
    # |1/s - 1/x| instead of |x - s| / (x s): infinite distances then need no special case.
    defocus_per_mm = np.abs(1 / focus_m - 1 / object_m) / 1000
    return plain(np.asarray(opening * focal * defocus_per_mm / (1 - focal / (focus_m * 1000))))


def airy_disc_diameter(f_number: ArrayLike, wavelength_nm: ArrayLike = 550) -> Number:
    """Return the diameter in micrometres of the Airy disc's first dark ring, 2.44 lambda N.

    Raises: DomainError unless both are finite and above 0. Source: Airy (1835), zero of J1.

    >>> round(airy_disc_diameter(11), 1)
    14.8
    """
    wavelength_um = positive("wavelength_nm", wavelength_nm) / 1000
    return plain(np.asarray(FIRST_DARK_RING * wavelength_um * positive("f_number", f_number)))


def aperture_for_range(
    focal_length_mm: float, near_m: float, far_m: float, circle_of_confusion_mm: float
) -> tuple[float, float]:
    """Return (f_number, focus_m): the widest aperture that holds near to far, and where to focus for it.

    Args: far_m may be inf; near_m must be finite and beyond the focal length, and not beyond far_m.
    Raises: DomainError otherwise.
    Source: docs/formulas/depth-of-field.md, eq. 5: 1/s = (1/near + 1/far) / 2, then the blur disc at near = c.

    >>> n, s = aperture_for_range(50, 5, 7.5, 0.0288)
    >>> round(n, 2), round(s, 2)
    (2.92, 6.0)
    """
    focal = float(positive("focal_length_mm", focal_length_mm))
    coc = float(positive("circle_of_confusion_mm", circle_of_confusion_mm))
    near = float(_beyond_focal_length("near_m", near_m, np.asarray(focal)))
    if np.isinf(near):
        raise DomainError("near_m", near_m, "must be finite")
    if far_m < near:
        raise DomainError("far_m", far_m, "must not be nearer than near_m")
    near_mm = near * 1000
    inverse_far = 0.0 if np.isinf(far_m) else 1 / (far_m * 1000)
    focus_mm = 2 / (1 / near_mm + inverse_far)
    # The blur disc at the near limit equals the circle of confusion.
    f_number = focal**2 * (1 / near_mm - 1 / focus_mm) / (coc * (1 - focal / focus_mm))
    return f_number, focus_mm / 1000
