"""The optical image: each layer out of focus by its blur disc, moved and slanted by its speed, laid over each other.

Layers are blurred apart and then laid over each other from the back, so a blurred near thing lets what is behind it
shine through its edge, as it does. Diffraction is a Gaussian of 0.42 lambda N; hand shake a streak that is as long as
the circle of confusion at the hand-hold limit and grows with time.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

import cv2
import numpy as np

from wide_aperture.core.documents.body import Body
from wide_aperture.core.physics import motion, optics
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.imaging.kernels import disc_blur, soften, streak
from wide_aperture.core.picture.scenes.colour_space import Pixels, three_of
from wide_aperture.core.picture.scenes.scene import Layer, Part, Scene

DIFFRACTION_SIGMA = 0.42  # of lambda N: the Gaussian nearest to an Airy pattern
WAVELENGTH_MM = 550e-6
FAR_SUBJECT_M = 100_000.0
SHAKE_SEED = 501  # apart from the direction's
Stop = Callable[[], None]


def carry_on() -> None:
    """Nobody has lost interest."""


@dataclass(frozen=True, slots=True)
class OpticalImage:
    """Mean channels on the sensor in cd/m2 (flash: cd s/m2), by part, shape (h, w, 3)."""

    parts: dict[Part, Pixels]

    @property
    def nbytes(self) -> int:
        return sum(part.nbytes for part in self.parts.values())


def mm_per_px(scene: Scene, body: Body) -> float:
    """Millimetres of the sensor that one pixel of the drawing covers."""
    full_height_px = scene.height_px / (scene.window.bottom - scene.window.top)
    return body.sensor_height_mm / full_height_px


def depth_scale(scene: Scene, capture: Capture) -> float:
    """How much farther everything is than drawn, because the subject is."""
    if capture.subject_m is None or scene.subject_m >= FAR_SUBJECT_M:
        return 1.0
    return capture.subject_m / scene.subject_m


def blur_diameter_px(depth_m: float, scene: Scene, body: Body, capture: Capture) -> float:
    """Diameter of a layer's blur disc in pixels of the drawing. Raises DomainError for a focus nearer than the lens."""
    nearest = capture.focal_mm / 1000 * 1.05
    focus = capture.focus_m if capture.focus_m is not None else math.inf
    disc = optics.blur_disc_diameter(capture.focal_mm, capture.aperture, max(focus, nearest), max(depth_m, nearest))
    return float(disc) / mm_per_px(scene, body)


def image_velocity_px_s(layer: Layer, scene: Scene, body: Body, capture: Capture) -> tuple[float, float]:
    """How fast a layer's image moves, in pixels a second to the right and upwards, the camera held still."""
    per_px = mm_per_px(scene, body)
    if layer.sky_arcsec_s:
        return float(layer.sky_arcsec_s * motion.RADIANS_PER_ARCSEC * capture.focal_mm / per_px), 0.0
    if math.isinf(layer.depth_m) or layer.velocity_m_s == (0.0, 0.0):
        return 0.0, 0.0
    depth = max(layer.depth_m * depth_scale(scene, capture), capture.focal_mm / 1000 * 1.05)
    per_m_s = float(motion.image_speed(1.0, 90.0, depth, capture.focal_mm)) / per_px
    return layer.velocity_m_s[0] * per_m_s, layer.velocity_m_s[1] * per_m_s


def blur_signature(scene: Scene, body: Body, capture: Capture) -> tuple[object, ...]:
    """What makes two optical images of one drawing differ: two captures with the same signature share one."""
    pan = _panning(scene, body, capture)
    sigma = DIFFRACTION_SIGMA * WAVELENGTH_MM * capture.aperture / mm_per_px(scene, body)
    per_layer = []
    for layer in scene.layers:
        disc, moved, angle, skew = _blur_of(layer, scene, body, capture, pan)
        per_layer.append((round(disc, 1), round(moved, 1), round(angle) if moved >= 0.7 else 0, round(skew, 4)))
    shake_px, angle = _shake(scene, body, capture)
    return (
        tuple(per_layer),
        capture.later_s,
        round(sigma, 2),
        round(shake_px, 1),
        round(angle) if shake_px >= 0.7 else 0,
    )


def optical_image(scene: Scene, body: Body, capture: Capture, go_on: Stop = carry_on) -> OpticalImage:
    """Return what falls on the sensor.

    Args: go_on: called between layers; it may raise to abandon the work.
    Raises: DomainError for distances the lens cannot focus or form an image of.
    """
    parts: dict[Part, Pixels] = {}
    pan = _panning(scene, body, capture)
    for layer in scene.layers:
        go_on()
        moved_on = _later(layer, scene, body, capture)
        if moved_on is None:
            continue
        top, left, alpha, held = _blurred(moved_on, scene, body, capture, pan)
        box = slice(top, top + alpha.shape[0]), slice(left, left + alpha.shape[1])
        for image in parts.values():
            image[box] *= three_of(1 - alpha)
        for name, light in held.items():
            if name not in parts:
                parts[name] = np.zeros((scene.height_px, scene.width_px, 3), np.float32)
            parts[name][box] += light
    go_on()
    sigma = DIFFRACTION_SIGMA * WAVELENGTH_MM * capture.aperture / mm_per_px(scene, body)
    shake_px, direction = _shake(scene, body, capture)
    return OpticalImage({name: streak(soften(image, sigma), shake_px, direction) for name, image in parts.items()})


def _later(layer: Layer, scene: Scene, body: Body, capture: Capture) -> Layer | None:
    """The layer where it has moved to since the first frame of a series; None once it has left the frame."""
    if not capture.later_s:
        return layer
    vx, vy = image_velocity_px_s(layer, scene, body, capture)
    across, down = round(vx * capture.later_s), round(-vy * capture.later_s)
    height, width = layer.alpha.shape
    top, left = layer.top + down, layer.left + across
    rows = slice(max(-top, 0), max(min(height, scene.height_px - top), 0))
    columns = slice(max(-left, 0), max(min(width, scene.width_px - left), 0))
    if rows.stop <= rows.start or columns.stop <= columns.start:
        return None
    parts = {name: light[rows, columns] for name, light in layer.parts.items()}
    return replace(layer, top=max(top, 0), left=max(left, 0), alpha=layer.alpha[rows, columns], parts=parts)


def _panning(scene: Scene, body: Body, capture: Capture) -> tuple[float, float]:
    """The image velocity that panning takes away: that of the nearest moving subject layer."""
    if not capture.panned:
        return 0.0, 0.0
    subjects = [layer for layer in scene.layers if layer.is_subject]
    if not subjects:
        return 0.0, 0.0
    return max((image_velocity_px_s(layer, scene, body, capture) for layer in subjects), key=lambda v: math.hypot(*v))


def _shake(scene: Scene, body: Body, capture: Capture) -> tuple[float, float]:
    """Length in pixels and direction of the hand's movement."""
    if capture.hand_limit_s is None:
        return 0.0, 0.0
    angle = float(np.random.default_rng(capture.shot).uniform(0, 180))
    return min(shake_mm(body, capture) / mm_per_px(scene, body), 400.0), angle


def shake_mm(body: Body, capture: Capture) -> float:
    """How far the hand moves the image in this shot, on the sensor: drawn from the chance the plan counts with."""
    if capture.hand_limit_s is None:
        return 0.0
    share = float(np.random.default_rng(capture.shot + SHAKE_SEED).uniform(0.001, 0.999))
    past = math.log2(capture.shutter_s / capture.hand_limit_s)
    return body.coc_mm * float(motion.shake_drawn(past, share))


def _blurred(
    layer: Layer, scene: Scene, body: Body, capture: Capture, pan: tuple[float, float]
) -> tuple[int, int, Pixels, dict[Part, Pixels]]:
    """A layer as its image is: (top, left, alpha, parts), its box widened by the blur."""
    disc, moved, angle, skew = _blur_of(layer, scene, body, capture, pan)
    if not (disc or moved or skew):
        return layer.top, layer.left, layer.alpha, dict(layer.parts)
    reach = math.ceil(disc / 2 + moved / 2 + abs(skew) * scene.height_px) + 2
    room = _room(layer, scene, reach)
    top, left = layer.top - room[0], layer.left - room[2]

    def spread(image: Pixels) -> Pixels:
        widened = np.asarray(cv2.copyMakeBorder(image, *room, cv2.BORDER_CONSTANT, value=0), np.float32)
        if skew:
            widened = _slanted(widened, skew, top, scene)
        return streak(disc_blur(widened, disc), moved, angle)

    return top, left, spread(layer.alpha), {name: spread(light) for name, light in layer.parts.items()}


def _blur_of(
    layer: Layer, scene: Scene, body: Body, capture: Capture, pan: tuple[float, float]
) -> tuple[float, float, float, float]:
    """(disc, movement, its direction, slant a row) of a layer, in pixels and degrees; what does not show is 0."""
    limit = float(2 * max(scene.width_px, scene.height_px))
    disc = min(blur_diameter_px(layer.depth_m * depth_scale(scene, capture), scene, body, capture), limit)
    vx, vy = image_velocity_px_s(layer, scene, body, capture)
    vx, vy = vx - pan[0], vy - pan[1]
    moved = min(math.hypot(vx, vy) * capture.shutter_s, limit)
    skew = _skew_px_per_row(vx, scene, body, capture)
    return (
        disc if disc >= 0.7 else 0.0,
        moved if moved >= 0.7 else 0.0,
        math.degrees(math.atan2(vy, vx)),
        skew if abs(skew) * scene.height_px >= 0.7 else 0.0,
    )


def _room(layer: Layer, scene: Scene, reach: int) -> tuple[int, int, int, int]:
    """Room for blur around a layer's box (above, below, left, right), cut at the drawing's edge: there it goes on."""
    height, width = layer.alpha.shape
    return (
        min(reach, layer.top),
        min(reach, scene.height_px - layer.top - height),
        min(reach, layer.left),
        min(reach, scene.width_px - layer.left - width),
    )


def _skew_px_per_row(vx_px_s: float, scene: Scene, body: Body, capture: Capture) -> float:
    """Pixels to the side from one row to the next while an electronic read-out goes down the frame."""
    if capture.shutter_type != "electronic" or body.readout_ms is None:
        return 0.0
    full_height_px = scene.height_px / (scene.window.bottom - scene.window.top)
    return vx_px_s * body.readout_ms / 1000 / full_height_px


def _slanted(image: Pixels, px_per_row: float, top: int, scene: Scene) -> Pixels:
    height, width = image.shape[:2]
    middle = scene.height_px / 2 - top
    matrix = np.array([[1, px_per_row, -px_per_row * middle], [0, 1, 0]], np.float32)
    return np.asarray(
        cv2.warpAffine(image, matrix, (width, height), flags=cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE),
        np.float32,
    )
