"""A clip of a scenario of the focus lab: what the finder shows from moment to moment, drawn by the scenes' own pieces."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import cv2
import numpy as np

from wide_aperture.core.focus.scenario import Scenario
from wide_aperture.core.focus.study import Trace
from wide_aperture.core.physics.colour.encoding import screen_level
from wide_aperture.core.picture.imaging.develop import Picture
from wide_aperture.core.picture.scenes.build import scene
from wide_aperture.core.picture.scenes.colour_space import Pixels, three_of
from wide_aperture.core.picture.scenes.composition import Composition
from wide_aperture.core.picture.scenes.scene import PER_CD, Scene
from wide_aperture.core.picture.scenes.stage import MID_REFLECTANCE

# Where each scenario is filmed, and whom: pieces of the scenes.
STAGED = {
    "runner": ("pitch", "runner"), "crossing_players": ("pitch_lamps", "players"), "swimmer": ("pool", "swimmer"),
    "bird_on_sky": ("blue_sky", "white_bird_flying"), "bird_on_trees": ("wood", "bird_flying"),
    "bird_taking_off": ("reeds", "white_bird_flying"), "bird_among_branches": ("wood", "bird_perched"),
    "deer_in_grass": ("wood_edge", "deer"), "aisle": ("aisle", "walking_couple"), "dancers": ("dance_floor", "dancers"),
    "child": ("garden", "child"), "walker": ("market_lane", "walker"), "eye": ("window_room", "sitter"),
    "group": ("garden", "group"), "static_detail": ("table_top", "dish"),
}  # fmt: skip
SIZE = (240, 160)
PER_S = 12
FRAME_HIGH_MM = 24.0  # of the sensor, as the lab's own cameras have it
FAR_OUT_OF_FOCUS = 0.025  # of the frame's width: the spread of what passes close by
PASSES = 1.5  # frame widths, while something crosses
GRASS, SPRAY = ((3, 20), 0.6), ((4, 4), 1.6)  # spread in pixels across and down; brightness, of what lies behind
DRAWN_EVERY = 1.2  # times the distance
FINEST = 65_535  # steps of light, each with its code on a screen
CODE_OF_LIGHT = np.rint(screen_level(np.arange(FINEST + 1) / FINEST) * 255).astype(np.uint8)
BRIGHTER_EV = 0.5  # small pictures are looked at brighter


@dataclass(frozen=True)
class _Cut:
    """A subject cut out: channels weighted by its cover, shape (h, w, 3), and the cover, shape (h, w)."""

    light: Pixels
    cover: Pixels

    def moved(self, right: float, down: float, larger: float = 1.0) -> _Cut:
        """Made larger about the middle of the frame and shifted by so many pixels; what leaves the frame is gone."""
        x, y = (side / 2 * (1 - larger) for side in SIZE)
        matrix = np.array([[larger, 0, x + right], [0, larger, y + down]], np.float32)
        light, cover = (cv2.warpAffine(each, matrix, SIZE) for each in (self.light, self.cover))
        return _Cut(np.asarray(light, np.float32), np.asarray(cover, np.float32))

    def softened(self, spread_px: float) -> _Cut:
        """As far out of focus as that."""
        light, cover = (cv2.GaussianBlur(each, (0, 0), spread_px) for each in (self.light, self.cover))
        return _Cut(np.asarray(light, np.float32), np.asarray(cover, np.float32))

    def over(self, picture: Pixels) -> Pixels:
        """Laid over a picture."""
        return picture * three_of(1 - self.cover) + self.light


def filmed(scenario: Scenario, focal_mm: float, seen: Trace, *, seed: int = 1) -> tuple[Picture, ...]:
    """The clip of a run, PER_S pictures a second, uint8, shape (160, 240, 3), red first.

    The subject is as large as its distance makes it and where the hand had it; the camera goes with what moves across, so that the
    surroundings slide; what crosses passes nearer and out of focus, and grass or spray stands before it.
    Raises: KeyError for a scenario that is not staged.
    """
    times = np.asarray(seen.times_s)
    moments = [int(np.argmin(np.abs(times - t))) for t in np.arange(0, times[-1] + 1e-9, 1 / PER_S)]
    stage = _Stage(scenario, focal_mm, seed)
    drawn = stage.drawn(seen.distance_m[0])
    ground = _part(drawn, subject=False).light
    round_trip = np.concatenate([ground, ground[:, ::-1], ground], axis=1)
    gain = np.float32(MID_REFLECTANCE * PER_CD * 2 ** (BRIGHTER_EV - drawn.ev100))
    slides = _slide_px_s(scenario, focal_mm)
    before = _standing_before(scenario, ground, seed)
    passing = _passing(np.asarray(seen.crossed)[moments])
    pictures = []
    for moment, passes in zip(moments, passing, strict=True):
        distance = seen.distance_m[moment]
        picture = _slid(round_trip, slides * times[moment])
        picture = stage.subject(distance, seen.aside[moment] * SIZE[1], -seen.above[moment] * SIZE[1]).over(picture)
        if passes is not None:
            nearer = stage.subject(distance * (1 - scenario.crossing_nearer), (passes - 0.5) * PASSES * SIZE[0], 0)
            picture = nearer.softened(FAR_OUT_OF_FOCUS * SIZE[0]).over(picture)
        if before is not None:
            picture = before.over(picture)
        light = np.clip(picture * (gain * np.float32(FINEST)), 0, FINEST)
        pictures.append(CODE_OF_LIGHT[(light + np.float32(0.5)).astype(np.uint16)])
    return tuple(pictures)


class _Stage:
    """A scenario's scene; the subject is drawn at a few distances, and made larger up to the next."""

    def __init__(self, scenario: Scenario, focal_mm: float, seed: int) -> None:
        self._scenario, self._focal_mm, self._seed = scenario, focal_mm, seed
        self._cuts: dict[int, _Cut] = {}

    def subject(self, distance_m: float, right_px: float, down_px: float) -> _Cut:
        """The subject from that far away, moved aside."""
        step = math.ceil(math.log(distance_m) / math.log(DRAWN_EVERY) - 1e-9)
        drawn_at = DRAWN_EVERY**step
        if step not in self._cuts:
            self._cuts[step] = _part(self.drawn(drawn_at), subject=True)
        return self._cuts[step].moved(right_px, down_px, drawn_at / distance_m)

    def drawn(self, distance_m: float) -> Scene:
        """The scene with its subject that far away."""
        place, who = STAGED[self._scenario.name]
        behind = max(self._scenario.background_m, distance_m * 1.05)
        composition = Composition(
            surroundings=place,
            cast=who,
            distance_m=distance_m,
            focal_mm=self._focal_mm,
            sensor_height_mm=FRAME_HIGH_MM,
            background_m=behind,
        )
        return scene(composition, *SIZE, self._seed)


def _part(drawn: Scene, *, subject: bool) -> _Cut:
    """The subject's layers over each other, or all others."""
    layers = tuple(layer for layer in drawn.layers if layer.is_subject == subject)
    cover = np.zeros((SIZE[1], SIZE[0]), np.float32)
    for layer in layers:
        cover[layer.box] += (1 - cover[layer.box]) * layer.alpha
    return _Cut(replace(drawn, layers=layers).flattened(), cover)


def _slide_px_s(scenario: Scenario, focal_mm: float) -> float:
    """How fast the surroundings slide to the left while the camera goes with a subject across: its angle a second, in pixels."""
    if scenario.course != "across":
        return 0.0
    return scenario.speed_m_s / scenario.distance_m * focal_mm / FRAME_HIGH_MM * SIZE[1]


def _slid(round_trip: Pixels, by_px: float) -> Pixels:
    """The surroundings turned on; at their end they go on mirrored. round_trip: there, back and there again."""
    width = round_trip.shape[1] // 3
    first = round(by_px) % (2 * width)
    return round_trip[:, first : first + width]


def _passing(crossed: np.ndarray) -> list[float | None]:
    """How far along each crossing is at each moment, 0 to 1; None where nothing crosses."""
    edges = np.flatnonzero(np.diff(np.concatenate([[0], crossed.astype(int), [0]])))
    along: list[float | None] = [None] * len(crossed)
    for begin, end in zip(edges[::2], edges[1::2], strict=True):
        for k in range(begin, end):
            along[k] = (k - begin + 0.5) / (end - begin)
    return along


def _standing_before(scenario: Scenario, ground: Pixels, seed: int) -> _Cut | None:
    """Grass, branches or spray over the stated share of the frame, out of focus; None where nothing stands there."""
    if not scenario.obstacles:
        return None
    random = np.random.default_rng(seed)
    (across, down), bright = SPRAY if scenario.kind == "person" else GRASS
    stands = cv2.GaussianBlur(
        random.standard_normal((SIZE[1], SIZE[0]), np.float32), (0, 0), sigmaX=across, sigmaY=down
    )
    cover = np.asarray(stands > np.quantile(stands, 1 - scenario.obstacles), np.float32)
    colour = np.median(ground.reshape(-1, 3), axis=0).astype(np.float32) * np.float32(bright)
    return _Cut(three_of(cover) * colour, cover).softened(FAR_OUT_OF_FOCUS * SIZE[0] / 2)
