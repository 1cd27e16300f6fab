"""The bench's own card under the simulated camera: even greys from black velvet to white, hues, a slanted edge; and its files."""

from __future__ import annotations

import datetime as dt
import math
from dataclasses import dataclass, replace

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.frame import BenchFrame, frame_of_mosaic, frame_of_picture
from wide_aperture.core.documents.body import Body
from wide_aperture.core.frames.exposed import BLACK_LEVEL, WHITE_LEVEL, jpeg_of, mosaic_of_electrons
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.frames.write import dng, shown_time, with_exif
from wide_aperture.core.physics.quantities import ev100
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.imaging.develop import camera_picture, white_taken
from wide_aperture.core.picture.imaging.raw import RawFrame, expose
from wide_aperture.core.picture.scenes.colour_space import Pixels, white_of

WIDTH, HEIGHT = 360, 240
GREYS_EV = (2.3, 1.4, 0.6, 0.0, -0.9, -1.9, -2.9, -3.9, -4.9, -5.9)  # from mid; the darkest are a box lined with velvet
HUES = (
    (1.4, 0.7, 0.5),
    (1.2, 1.0, 0.4),
    (0.6, 1.1, 0.5),
    (0.4, 0.9, 1.0),
    (0.5, 0.6, 1.3),
    (1.1, 0.5, 1.0),
    (0.9, 0.75, 0.6),
    (0.45, 0.35, 0.3),
)
BEGAN = dt.datetime(2026, 5, 2, 10, 0, 0)  # by a camera’s clock, which has no zone
CARD_EV = 9.0
FIELDS = 4


@dataclass(frozen=True)
class SimulatedFile:
    """A frame as a camera would have written it: raw data or a picture, and what the file says."""

    name: str
    said: FrameMetadata
    mosaic: NDArray[np.uint16] | None = None
    picture: NDArray[np.uint8] | None = None
    size_bytes: int = 0

    @property
    def frame(self) -> BenchFrame:
        """As reading the file gives it back."""
        if self.mosaic is not None:
            return frame_of_mosaic(
                self.name,
                self.said,
                self.mosaic,
                black=BLACK_LEVEL,
                white=WHITE_LEVEL,
                picture=self.picture,
                size_bytes=self.size_bytes,
            )
        assert self.picture is not None
        return frame_of_picture(self.name, self.said, self.picture, self.size_bytes)

    @property
    def data(self) -> bytes:
        """The file's bytes."""
        if self.mosaic is not None:
            preview = b"" if self.picture is None else jpeg_of(self.picture)
            return dng(self.mosaic, self.said, white=WHITE_LEVEL, black=BLACK_LEVEL, preview=preview)
        assert self.picture is not None
        return with_exif(jpeg_of(self.picture, 97), self.said)


def card(light_ev: float = CARD_EV, kelvin: float = 5500.0, blur_px: float = 0.0) -> Pixels:
    """The card's light in units of a mid-tone exposed for EV 0 at ISO 100, shape (HEIGHT, WIDTH, 3)."""
    plane = np.full((HEIGHT, WIDTH, 3), 2.0**-2.4, np.float32)
    across = WIDTH // 5
    for k, ev in enumerate(GREYS_EV):
        row, column = divmod(k, 5)
        plane[row * 70 + 4 : row * 70 + 64, column * across + 4 : (column + 1) * across - 4] = 2.0**ev
    wide = WIDTH // 8
    for k, hue in enumerate(HUES):
        plane[144:184, k * wide + 3 : (k + 1) * wide - 3] = np.array(hue, np.float32) * 0.7
    edge = np.array([(20, 192), (150, 192), (138, 236), (20, 236)], np.int32)
    cv2.fillPoly(plane, [edge], (1.9, 1.9, 1.9), lineType=cv2.LINE_AA)
    if blur_px > 0:
        plane = np.asarray(cv2.GaussianBlur(plane, (0, 0), blur_px), np.float32)
    return np.asarray(plane * np.float32(2.0**light_ev) * white_of(kelvin).astype(np.float32), np.float32)


class Shutter:
    """A simulated body on a stand before something: one file for each press."""

    def __init__(self, body: Body, seed: int, *, light_ev: float = CARD_EV, prefix: str = "BT") -> None:
        self.body, self.seed, self.light_ev = body, seed, light_ev
        self._prefix, self._taken = prefix, 0
        self._pattern = np.random.default_rng(1_000_003 + body.id.int % 1_000_003)
        self._patterns: dict[tuple[int, ...], Pixels] = {}
        self._fields: dict[tuple[int, ...], list[Pixels]] = {}

    def expose(self, light: Pixels, capture: Capture) -> RawFrame:
        """The sensor's data of this light (units of card())."""
        random = np.random.default_rng([self.seed, self._taken])
        if light.shape not in self._patterns:
            self._patterns[light.shape] = self._pattern.standard_normal(light.shape, dtype=np.float32)
        relative = light / np.float32(2.0 ** float(ev100(capture.aperture, capture.shutter_s, capture.iso)))
        noise = self._noise(random, light.shape)
        return expose(np.asarray(relative, np.float32), self.body, capture, noise, self._patterns[light.shape], 1.0)

    def dark(self, light: Pixels, capture: Capture) -> Pixels:
        """Electrons of a frame nobody sees, which the body takes with its shutter closed; shape of light."""
        electrons = self.expose(np.zeros_like(light), capture).electrons
        self._taken += 1
        return electrons

    def _noise(self, random: np.random.Generator, shape: tuple[int, ...]) -> Pixels:
        """Noise of a frame: one of a few fields, moved round by any amount, so that no two frames share it pixel by pixel."""
        if shape not in self._fields:
            source = np.random.default_rng([self.seed, len(self._fields)])
            self._fields[shape] = [source.standard_normal(shape, dtype=np.float32) for _ in range(FIELDS)]
        field = self._fields[shape][self._taken % FIELDS]
        return np.roll(field, (int(random.integers(shape[0])), int(random.integers(shape[1]))), axis=(0, 1))

    def press(
        self,
        light: Pixels,
        capture: Capture,
        *,
        raw: bool = True,
        picture: bool = False,
        at_s: float | None = None,
        more_e: Pixels | None = None,
        **said: object,
    ) -> SimulatedFile:
        """One frame. raw: its data; picture: the camera's own picture in it, or instead of it; more_e: electrons of no light, shape
        of light; said: what the file says otherwise.
        """
        data = self.expose(light, capture)
        if more_e is not None:
            data = replace(data, electrons=np.minimum(data.electrons + more_e, np.float32(data.clip_e)))
        self._taken += 1
        at, thousandths = shown_time(BEGAN + dt.timedelta(seconds=at_s if at_s is not None else 4.0 * self._taken))
        height, width = light.shape[:2]
        meta = FrameMetadata(
            taken_at=at, subsecond_ms=thousandths // 1000, exposure_s=capture.shutter_s, f_number=capture.aperture, iso=capture.iso, focal_mm=capture.focal_mm,
            exposure_program="manual", body_make_model=self.body.name, lens_model="bench lens", width_px=width, height_px=height, orientation=1,
        ).model_copy(update=said)  # fmt: skip
        own = camera_picture(data, capture, white_taken(data, self.body, capture.white)[0]) if picture else None
        name = f"{self._prefix}{self._taken:04}.{'dng' if raw else 'jpg'}"
        return SimulatedFile(name, meta, mosaic_of_electrons(data.electrons, data.clip_e) if raw else None, own)


def time_for(iso: float, aperture: float, light_ev: float, off_ev: float = 0.0) -> float:
    """The time in s that exposes this light at mid, or brighter by off_ev."""
    return float(aperture**2 / 2.0 ** (light_ev + math.log2(iso / 100) - off_ev))
