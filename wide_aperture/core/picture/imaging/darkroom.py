"""The whole way from a composition to a picture, with its costly stages kept for the next frame.

Stages: drawing (by scene, size, window, seed) → optical image (by what is blurred how) → raw data → picture. A change of ISO,
of white balance, of the look, or of the shutter where nothing new blurs starts at the raw data. Everything kept is keyed
by all that went into it, so that people sharing one darkroom never see each other's frames.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.documents.body import Body
from wide_aperture.core.errors import DomainError
from wide_aperture.core.picture.imaging import raw as raw_stage
from wide_aperture.core.picture.imaging.capture import Capture, Look
from wide_aperture.core.picture.imaging.develop import Picture, camera_picture, home_picture, raw_clip_ev, white_taken
from wide_aperture.core.picture.imaging.look import white_ev
from wide_aperture.core.picture.imaging.optical import OpticalImage, Stop, blur_signature, carry_on, optical_image
from wide_aperture.core.picture.imaging.raw import RawFrame, exposure_ev100, relative_exposure
from wide_aperture.core.picture.scenes.build import check_tuning
from wide_aperture.core.picture.scenes.build import scene as draw
from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.composition import Composition
from wide_aperture.core.picture.scenes.masks import Tones
from wide_aperture.core.picture.scenes.scene import AS_DRAWN, Scene, Tuning, Window
from wide_aperture.core.picture.store import BoundedStore

CROP_MARGIN_PX = 40
ONE_TO_ONE = 1.5  # sensor pixels a picture pixel: under it single pixels are seen
# Bilinear interpolation of a colour mosaic: green on every other pixel, red and blue on every fourth.
GREEN_BETWEEN = np.array([[0, 1, 0], [1, 4, 1], [0, 1, 0]], np.float32)
OTHERS_BETWEEN = np.array([[1, 2, 1], [2, 4, 2], [1, 2, 1]], np.float32)
SCENE_BYTES, OPTICAL_BYTES, NOISE_BYTES = 132_000_000, 54_000_000, 24_000_000


@dataclass(frozen=True, slots=True)
class Rendered:
    """One frame. picture: uint8 (h, w, 3), red first; white: channels taken for white; scene: as drawn for this view."""

    picture: Picture
    raw: RawFrame
    scene: Scene
    white: NDArray[np.float64]
    white_kelvin: float
    white_duv: float
    exposure_ev100: float
    raw_clip_ev: float
    preview_clip_ev: float


class Darkroom:
    """Renders frames; keeps drawings, optical images and noise within fixed numbers of bytes."""

    def __init__(
        self, *, scene_bytes: int = SCENE_BYTES, optical_bytes: int = OPTICAL_BYTES, noise_bytes: int = NOISE_BYTES
    ) -> None:
        self.scenes = BoundedStore(scene_bytes)
        self.optical = BoundedStore(optical_bytes)
        self.noise = BoundedStore(noise_bytes)

    def drawing(
        self, composition: Composition, body: Body, look: Look, *, seed: int = 1, tuning: Tuning = AS_DRAWN
    ) -> Scene:
        """The drawing for a view: the whole frame, or a crop with a margin for blur. Raises as build.scene does."""
        check_tuning(tuning)
        width, height, window = view_of(body, look)
        drawn_as = tuning.drawn_as
        key = (composition, width, height, window, seed, drawn_as)
        base: Scene = self.scenes.get(
            key, lambda: draw(composition, width, height, seed, window=window, tuning=drawn_as), lambda s: s.nbytes
        )
        return base.tuned(replace(tuning, light_ev=0.0))

    def render(
        self,
        composition: Composition,
        body: Body,
        capture: Capture,
        look: Look,
        *,
        seed: int = 1,
        tuning: Tuning = AS_DRAWN,
        go_on: Stop = carry_on,
    ) -> Rendered:
        """Return one frame as the camera (or the developer at home) makes it.

        Args: go_on: called between stages; it may raise to abandon a frame nobody waits for any more.
        Raises: UnknownIdError for unknown pieces, DomainError for sizes, tuning or distances out of range.
        """
        _check(capture, body)
        drawing = self.drawing(composition, body, look, seed=seed, tuning=tuning)
        go_on()
        image = self._optical(drawing, body, capture, (composition, seed, tuning.drawn_as, tuning.speed), go_on)
        go_on()
        data = self._raw(image, drawing, body, capture, tuning.light_ev)
        if look.crop is not None:
            data, drawing = _without_margin(data, drawing)
        go_on()
        white, kelvin, duv = white_taken(data, body, capture.white)
        clip_ev = raw_clip_ev(data, white)
        if look.development is None:
            picture = camera_picture(data, capture, white, look.match_ev)
        else:
            picture = home_picture(data, white, look.development, look.match_ev)
        return Rendered(
            picture=picture,
            raw=data,
            scene=drawing,
            white=white,
            white_kelvin=kelvin,
            white_duv=duv,
            exposure_ev100=exposure_ev100(capture),
            raw_clip_ev=clip_ev,
            preview_clip_ev=white_ev(capture.look, clip_ev),
        )

    def _optical(
        self, drawing: Scene, body: Body, capture: Capture, drawn_as: tuple[object, ...], go_on: Stop
    ) -> OpticalImage:
        signature = blur_signature(drawing, body, capture)
        frame = (drawing.width_px, drawing.height_px, drawing.window, drawing.tuning.subject_ev)
        made: OpticalImage = self.optical.get(
            (*drawn_as, frame, signature),
            lambda: optical_image(drawing, body, capture, go_on),
            lambda image: image.nbytes,
        )
        return made

    def _raw(self, image: OpticalImage, drawing: Scene, body: Body, capture: Capture, level_ev: float) -> RawFrame:
        relative = relative_exposure(image, drawing, body, capture, level_ev)
        shape = (drawing.height_px, drawing.width_px, 3)
        merged = body.megapixels * 1e6 * _frame_share(drawing.window) / (shape[0] * shape[1])
        noise = self._normal(shape, capture.shot, mosaic=merged < ONE_TO_ONE)
        pattern = self._normal(shape, 1_000_003 + body.id.int % 1_000_003)
        return raw_stage.expose(relative, body, capture, noise, pattern, merged)

    def _normal(self, shape: tuple[int, int, int], seed: int, *, mosaic: bool = False) -> Pixels:
        """Random numbers of variance 1. mosaic: each colour is only on some of the pixels, and between them it is interpolated."""

        def drawn() -> Pixels:
            field = np.random.default_rng(seed).standard_normal(shape, dtype=np.float32)
            return _interpolated(field) if mosaic else field

        made: Pixels = self.noise.get((shape, seed, mosaic), drawn, lambda field: field.nbytes)
        return made


def view_of(body: Body, look: Look) -> tuple[int, int, Window]:
    """Width, height and window of the drawing for a view. A crop has one picture pixel a sensor pixel."""
    if look.crop is None:
        return look.width_px, round(look.width_px * body.sensor_height_mm / body.sensor_width_mm), Window()
    full_width, full_height = body.width_px, body.height_px
    width = min(look.width_px, int(full_width))
    height = min(look.crop_height_px or round(width * 2 / 3), int(full_height))
    left = min(max(look.crop.x * full_width - width / 2, 0), full_width - width)
    top = min(max(look.crop.y * full_height - height / 2, 0), full_height - height)
    margin = CROP_MARGIN_PX
    window = Window(
        (round(left) - margin) / full_width,
        (round(top) - margin) / full_height,
        (round(left) + width + margin) / full_width,
        (round(top) + height + margin) / full_height,
    )
    return width + 2 * margin, height + 2 * margin, window


def _interpolated(field: Pixels) -> Pixels:
    """Noise as a colour mosaic leaves it: neighbours alike, red and blue more than green; its variance stays 1."""
    planes = []
    for channel in range(3):
        kernel = GREEN_BETWEEN if channel == 1 else OTHERS_BETWEEN
        planes.append(
            cv2.filter2D(field[..., channel], -1, kernel / np.sqrt((kernel**2).sum()), borderType=cv2.BORDER_REFLECT)
        )
    return np.asarray(np.dstack(planes), np.float32)


def _frame_share(window: Window) -> float:
    return (window.right - window.left) * (window.bottom - window.top)


def _without_margin(data: RawFrame, drawing: Scene) -> tuple[RawFrame, Scene]:
    inside = (slice(CROP_MARGIN_PX, -CROP_MARGIN_PX), slice(CROP_MARGIN_PX, -CROP_MARGIN_PX))
    cut = np.ascontiguousarray(data.electrons[inside])
    tones = Tones.of({name: mask[inside] for name, mask in drawing.tones.items()})
    return replace(data, electrons=cut), replace(drawing, tones=tones)


def _check(capture: Capture, body: Body) -> None:
    if not body.base_iso / 8 <= capture.iso <= body.highest_iso * 8:
        raise DomainError(
            "capture/iso", capture.iso, f"must lie near what the body has ({body.base_iso:g} to {body.highest_iso:g})"
        )
    nearest = capture.focal_mm / 1000 * 1.05
    for field, distance in (("focus_m", capture.focus_m), ("subject_m", capture.subject_m)):
        if distance is not None and distance < nearest:
            raise DomainError(f"capture/{field}", distance, f"must be farther than the lens is long ({nearest:.2f} m)")


def mean_patch(raw: RawFrame, x: float, y: float, share: float = 0.02) -> NDArray[np.float64]:
    """Mean electrons of a small square around a point given in shares of the frame, shape (3,)."""
    height, width = raw.electrons.shape[:2]
    half = max(int(height * share), 2)
    row, column = int(y * (height - 1)), int(x * (width - 1))
    patch = raw.electrons[max(row - half, 0) : row + half + 1, max(column - half, 0) : column + half + 1]
    return np.asarray(patch.reshape(-1, 3).mean(axis=0), dtype=np.float64)
