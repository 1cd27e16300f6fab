"""Raw files with the camera's own picture in them, made of a ramp of light."""

import datetime as dt
from pathlib import Path

import cv2
import numpy as np

from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.frames.write import dng


def ramp(gap_ev: float, *, ends_ev: float = 1.0, noise: float = 0.01, seed: int = 3):
    """(picture, level) of a frame whose light rises from left to right to ends_ev over the end of the data; marks come gap_ev earlier."""
    ev = np.linspace(-5, ends_ev, 900)[None, :] + np.random.default_rng(seed).normal(0, noise, (600, 900))
    level = np.clip(2.0**ev, 0, 1).astype(np.float32)
    shown = np.where(ev >= -gap_ev, 255, 120).astype(np.uint8)
    return np.dstack([shown] * 3), level


def raws(folder: Path, count: int, *, gap_ev: float = 1.6, later: dt.timedelta = dt.timedelta()) -> None:
    """Files of the demo match's second half, a minute apart, whose pictures are marked so much before the data end."""
    for k in range(count):
        picture, level = ramp(gap_ev, seed=k)
        mosaic = np.repeat(np.repeat(np.rint(level[::3, ::3] * 4095).astype(np.uint16), 2, axis=0), 2, axis=1)
        said = FrameMetadata(
            taken_at=dt.datetime(2026, 10, 17, 18, 30 + k) + later,
            exposure_s=1 / 500,
            f_number=4.0,
            iso=800,
            body_make_model="Alder 24",
        )
        jpeg = cv2.imencode(".jpg", picture[::2, ::2])[1].tobytes()
        (folder / f"R{k}.dng").write_bytes(dng(mosaic, said, white=4095, preview=jpeg))
