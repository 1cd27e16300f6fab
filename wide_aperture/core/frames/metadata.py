"""What a file says of its frame, in our own words; None where it does not say."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.preferences import ExposureMode

MOST_CHARACTERS = 200
Said = Annotated[str, Field(max_length=MOST_CHARACTERS)]


class FrameMetadata(Document):
    """taken_at: by the camera's clock, without a zone; utc_offset_min: what the file says of the zone; subsecond_ms: of taken_at;
    exposure_program, metering, white_balance: options of our own settings; orientation: 1..8 as EXIF counts;
    rating: 0..5, -1 for rejected; latitude_deg, longitude_deg: only when asked for.
    """

    taken_at: dt.datetime | None = None
    utc_offset_min: int | None = None
    subsecond_ms: int | None = None
    exposure_s: Finite | None = None
    f_number: Finite | None = None
    iso: Finite | None = None
    compensation_ev: Finite | None = None
    focal_mm: Finite | None = None
    focal_35mm: Finite | None = None
    subject_distance_m: Finite | None = None
    exposure_program: ExposureMode | None = None
    metering: Said | None = None
    flash_fired: bool | None = None
    white_balance: Said | None = None
    body_make_model: Said | None = None
    body_serial: Said | None = None
    lens_model: Said | None = None
    width_px: int | None = None
    height_px: int | None = None
    orientation: int | None = None
    rating: int | None = None
    label: Said | None = None
    latitude_deg: Finite | None = None
    longitude_deg: Finite | None = None
