"""The darkroom of this process, and what every service asks of a scene."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import cache

import numpy as np

from wide_aperture.core.picture.imaging import Darkroom
from wide_aperture.core.picture.imaging.capture import Capture, Look
from wide_aperture.core.picture.imaging.optical import image_velocity_px_s, mm_per_px
from wide_aperture.core.picture.imaging.raw import exposure_ev100, flash_burst
from wide_aperture.core.picture.scenes import Scene, composition
from wide_aperture.core.picture.scenes.maps import block_mean
from wide_aperture.core.rehearsal.begin import tuning_of
from wide_aperture.rehearse.questions import RenderRequest

METER_WIDTH_PX = 480
METER_STEP = 2  # pixels made one: a meter does not see finer, but a lamp counts by its area
Waiting = Callable[[], None]


@cache
def darkroom() -> Darkroom:
    """The one darkroom of this process. Its stores are bounded and keyed by everything that went in."""
    return Darkroom()


def wanted_ev100(asked: RenderRequest) -> float:
    """The exposure that brings the subject out as intended, without flash."""
    return composition.surroundings(asked.scene.surroundings).ev100 + asked.tuning.light_ev


def subject_off_ev(asked: RenderRequest, capture: Capture) -> float:
    """How much brighter (+) than intended the subject comes out; an automatic flash adds its share to the light."""
    ambient = 2 ** (wanted_ev100(asked) - exposure_ev100(capture))
    return math.log2(ambient + (2**capture.flash_comp_ev if capture.flash else 0.0))


def small_drawing(asked: RenderRequest) -> Scene:
    """The scene at the size the meter sees."""
    look = Look(width_px=METER_WIDTH_PX)
    return darkroom().drawing(
        asked.scene.through(asked.capture), asked.body, look, seed=asked.seed, tuning=tuning_of(asked.tuning)
    )


def luminances(asked: RenderRequest, capture: Capture | None = None) -> np.ndarray:
    """The scene, sharp and still, in cd/m2, shape (h, w). capture: its flash is counted, if it has one."""
    drawing, tuning = small_drawing(asked), tuning_of(asked.tuning)
    bursts = flash_burst(drawing, capture) / capture.shutter_s if capture is not None and capture.flash else 0.0
    size = (drawing.width_px, drawing.height_px)
    key = ("luminance", asked.scene.through(asked.capture), size, asked.seed, tuning, round(bursts, 6))

    def flattened() -> np.ndarray:
        return halved(drawing.luminance(bursts)) * np.float32(2**tuning.light_ev)

    made: np.ndarray = darkroom().optical.get(key, flattened, lambda picture: picture.nbytes)
    return made


def small_masks(asked: RenderRequest) -> dict[str, np.ndarray]:
    """The scene's named tones at the size of `luminances`."""
    return {name: halved(mask) for name, mask in small_drawing(asked).tones.items()}


def halved(plane: np.ndarray) -> np.ndarray:
    """A plane at half its size, as the meter sees it."""
    return block_mean(plane, METER_STEP, METER_STEP)


def sensor_px(scene: Scene, asked: RenderRequest) -> float:
    """Sensor pixels that one pixel of a drawing covers."""
    return mm_per_px(scene, asked.body) * 1000 / asked.body.pixel_pitch_um


def fastest_subject_px_s(scene: Scene, asked: RenderRequest, capture: Capture) -> tuple[float, float]:
    """The fastest subject's image speed in sensor pixels a second, to the right and upwards."""
    speeds = [image_velocity_px_s(layer, scene, asked.body, capture) for layer in scene.layers if layer.is_subject]
    vx, vy = max(speeds, key=lambda v: math.hypot(*v), default=(0.0, 0.0))
    scale = sensor_px(scene, asked)
    return vx * scale, vy * scale
