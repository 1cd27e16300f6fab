"""A stage in metres: what surroundings and subjects are drawn with, whatever lens looks at them from wherever."""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

import numpy as np

from wide_aperture.core.once import cached_property
from wide_aperture.core.picture.scenes.colour_space import Pixels, three_of, white_of
from wide_aperture.core.picture.scenes.drawing import COARSE_OCTAVES, Point, sample, value_tile
from wide_aperture.core.picture.scenes.scene import PER_CD
from wide_aperture.core.picture.scenes.stage import Light, Sheet, Stage
from wide_aperture.core.picture.scenes.view import View

NEAR_M = 0.12  # nothing is drawn nearer
GROUND_BANDS = (0.45, 0.8, 1.3, 2.4, 6.0)  # of the subject's distance: each is as sharp as its middle
PX_A_CELL = 1.1  # finer textures of the ground run together
FAR_GROUND_M = 5000.0
MOST_IN_A_ROW = 120  # things beside each other across a frame


@dataclass
class World(Stage):
    """The scene in the making, seen through a view. Pieces put the subject where it belongs by calling `cast`."""

    view: View = field(kw_only=True)
    subject_m: float = field(kw_only=True)
    background_m: float = field(kw_only=True)
    ev100: float = field(kw_only=True)
    windy: bool = field(default=False, kw_only=True)
    cast_in_sky: bool = field(default=False, kw_only=True)
    tone: str = field(default="mid", kw_only=True)
    # Right of the middle and over the horizon, in focal lengths; None: no Moon, the core as it comes.
    moon_at: Point | None = field(default=None, kw_only=True)
    core_at: Point | None = field(default=None, kw_only=True)
    draw_cast: Callable[[World], None] = field(kw_only=True)
    subject_light: Light = field(default_factory=dict, kw_only=True)

    @cached_property
    def random(self) -> np.random.Generator:
        return np.random.default_rng(self.seed)

    def cast(self) -> None:
        """Draw the subject here, before what has been drawn and behind what follows."""
        self.draw_cast(self)

    def cd(self, ev: float) -> float:
        """Luminance in cd/m2 of what is so many stops over what the light on the subject makes mid."""
        return float(2.0 ** (self.ev100 + ev) / PER_CD)

    # places ------------------------------------------------------------------------------------------

    def at(self, x_m: float, y_m: float, z_m: float) -> Point:
        return self.view.at(x_m, y_m, max(z_m, NEAR_M))

    def size(self, metres: float, z_m: float) -> float:
        return self.view.size(metres, max(z_m, NEAR_M))

    def seen_half_m(self, z_m: float) -> float:
        """Half the width of what the frame shows at a distance."""
        return (self.canvas.aspect / 2 + abs(self.view.swing)) / self.size(1.0, z_m)

    def along(self, begin_m: float, end_m: float, step_m: float, most: int = MOST_IN_A_ROW) -> list[float]:
        """Places in a row across the frame, so far apart; farther where that would be more than can be told apart there.

        Without an end to their number a subject a long way off would have thousands of guests beside it.
        """
        return np.arange(begin_m, end_m, max(step_m, (end_m - begin_m) / most)).tolist()

    def aside(self, near_m: float, far_m: float, side: int, y0: float, y1: float, z_m: float) -> list[Point]:
        """A rectangle facing the camera, left (side -1) or right (1) of the middle, from so far to so far out."""
        return self.upright(*((near_m, far_m) if side > 0 else (-far_m, -near_m)), y0, y1, z_m)

    def upright(self, x0: float, x1: float, y0: float, y1: float, z_m: float) -> list[Point]:
        """A rectangle facing the camera."""
        (left, top), (right, bottom) = self.at(x0, y1, z_m), self.at(x1, y0, z_m)
        return [(left, top), (right, top), (right, bottom), (left, bottom)]

    def receding(self, x: float, y0: float, y1: float, z0: float, z1: float) -> list[Point]:
        """A rectangle of a wall that runs away from the camera."""
        return [self.at(x, y1, z0), self.at(x, y1, z1), self.at(x, y0, z1), self.at(x, y0, z0)]

    def flat(self, x0: float, x1: float, z0: float, z1: float, y: float = 0.0) -> list[Point]:
        """A rectangle lying at a height."""
        return [self.at(x0, y, z0), self.at(x1, y, z0), self.at(x1, y, z1), self.at(x0, y, z1)]

    def sheet_for(self, points: Sequence[Point], margin: float = 0.0) -> Sheet:
        """A sheet just large enough for these points."""
        xs, ys = [p[0] for p in points], [p[1] for p in points]
        return self.sheet(min(xs) - margin, min(ys) - margin, max(xs) + margin, max(ys) + margin)

    def sheet_at(self, x0: float, x1: float, y0: float, y1: float, z_m: float) -> Sheet:
        """A sheet for what stands between these metres at a distance."""
        return self.sheet_for(self.upright(x0, x1, y0, y1, z_m))

    # textures ----------------------------------------------------------------------------------------

    def grain(self, sheet: Sheet, per_m: float, z_m: float, seed: int, **more: object) -> Pixels:
        """Noise on something upright at a distance, so many cells a metre; as Canvas.noise."""
        return sheet.canvas.noise(per_m / max(self.size(1.0, z_m), 1e-9), self.seed * 7 + seed, **more)  # type: ignore[arg-type]

    def ground_noise(
        self, per_m: float, seed: int, *, octaves: int = 3, gain: float = 0.6, stretch: float = 1.0
    ) -> Pixels:
        """Noise lying on the ground, cells a metre; finer than can be seen far away runs together. Shape (h, w)."""
        canvas, view = self.canvas, self.view
        noise = canvas.zeros()
        under = canvas.y[:, 0] - view.horizon
        first = int(np.searchsorted(under, 0.5 / canvas.scale))
        if first >= canvas.height:
            return noise
        reach = view.size(view.eye_m, 1.0)
        z = (reach / under[first:]).astype(np.float32)[:, None]
        x = (canvas.x - np.float32(view.swing)) * z / np.float32(view.height_at_infinity)
        row_m = z[:, 0] ** 2 / (reach * canvas.scale)
        weight, size = 1.0, 0.0
        for octave in range(min(octaves, COARSE_OCTAVES) if canvas.coarse else octaves):
            cells = per_m * 2**octave
            size += weight**2
            fade = np.clip(1 / (cells * row_m) - PX_A_CELL, 0, 1)
            seen = int(np.argmax(fade > 0)) if fade.any() else fade.size
            if seen < fade.size:
                values = sample(
                    value_tile(self.seed * 131 + seed * 17 + octave),
                    x[seen:] * np.float32(cells / stretch),
                    z[seen:] * np.float32(cells),
                )
                noise[first + seen :] += values * (np.float32(weight) * fade[seen:, None].astype(np.float32))
            weight *= gain
        return noise / np.float32(math.sqrt(size) * 1.1)

    # layers ------------------------------------------------------------------------------------------

    def sky(
        self,
        name: str,
        ev_top: float,
        ev_low: float,
        kelvin_top: float,
        kelvin_low: float,
        *,
        clouds: float = 0.0,
        cloud_ev: float = 1.0,
        tone: str = "sky",
    ) -> None:
        """A sky from the horizon upwards; clouds: how much of it they cover, cloud_ev: how much brighter they are."""
        canvas = self.canvas
        sheet = self.sheet()
        up = np.clip((self.view.horizon - canvas.y) / (0.5 * self.view.height_at_infinity), 0, 1) ** 0.6
        level = np.float32(self.cd(0)) * 2.0 ** (ev_low + (ev_top - ev_low) * up)
        low, top = white_of(kelvin_low), white_of(kelvin_top)
        sheet.alpha += 1
        sheet.emitted[:] = (level[..., None] * (low + (top - low) * up[..., None])).astype(np.float32)  # row by row
        if clouds > 0:
            cells = max(1.6, 6.0 / max(self.view.height_at_infinity, 0.2))
            shape = canvas.noise(cells, self.seed * 3 + 1, octaves=6, stretch=2.2)
            body = np.clip((shape + 2.2 * clouds - 1.1) * 1.5, 0, 1)
            lit = np.clip(0.55 + 0.45 * canvas.noise(cells * 1.3, self.seed * 3 + 2, octaves=4, stretch=2.0), 0.2, 1.1)
            sheet.emitted *= three_of(1 - body)
            sheet.emitted += three_of(body * lit, self.cd(ev_low + cloud_ev) * white_of(6500.0))
        self.add(name, sheet, math.inf)
        self.mark(tone, sheet.alpha)

    def ground(
        self,
        name: str,
        paint: Callable[[Sheet], None],
        light: Light | None = None,
        *,
        to_m: float = math.inf,
        tone: str | None = None,
    ) -> None:
        """Level ground, painted once over all that lies under the horizon, as layers each as sharp as its own distance.

        paint: fills the sheet (its mask is ready in `alpha`); to_m: where it ends.
        """
        canvas = self.canvas
        far_y = self.at(0.0, 0.0, min(to_m, FAR_GROUND_M))[1]
        if far_y >= canvas.top + canvas.height / canvas.scale:
            return
        sheet = self.sheet(top=far_y - 1.0 / canvas.scale)
        mask = np.clip((sheet.canvas.y - far_y) * canvas.scale + 0.5, 0, 1).astype(np.float32) * np.ones_like(
            sheet.alpha
        )
        sheet.alpha += mask
        paint(sheet)
        sheet.alpha[:] = mask
        if canvas.coarse:  # a meter does not see what is sharp
            self.add(
                name,
                sheet,
                self.subject_m,
                {key: within(sheet, share) if isinstance(share, np.ndarray) else share for key, share in light.items()}
                if light
                else None,
            )
            if tone:
                self.mark(tone, mask, sheet)
            return
        edges = [edge * self.subject_m for edge in GROUND_BANDS if edge * self.subject_m < to_m]
        limits = [min(to_m, FAR_GROUND_M), *reversed(edges), 0.0]
        for far, near in itertools.pairwise(limits):
            top, bottom = self.at(0, 0, far)[1], (self.at(0, 0, near)[1] if near > 0 else 9e9)
            if bottom < canvas.top or top > canvas.top + canvas.height / canvas.scale:
                continue
            self._band(
                name,
                sheet,
                mask,
                light,
                (top if far < limits[0] else -9e9, bottom),
                math.sqrt(max(near, far / 3) * far),
            )
        if tone:
            self.mark(tone, mask, sheet)

    def _band(
        self, name: str, whole: Sheet, mask: Pixels, light: Light | None, rows: tuple[float, float], depth_m: float
    ) -> None:
        """One strip of the ground; it reaches a little under the nearer one, whose edge is soft."""
        canvas = whole.canvas
        feather = max(2.0 / canvas.scale, 0.004)
        first, last = canvas.top + np.array([0, canvas.height]) / canvas.scale
        top, bottom = max(rows[0], first), min(rows[1] + 2 * feather, last)
        a, b = int((top - canvas.top) * canvas.scale), math.ceil((bottom - canvas.top) * canvas.scale)
        if b <= a:
            return
        part = Sheet(
            canvas.part(
                canvas.left,
                canvas.top + (a + 0.5) / canvas.scale,
                canvas.left + canvas.width / canvas.scale,
                canvas.top + (b - 0.5) / canvas.scale,
            ).canvas,
            whole.top + a,
            whole.left,
        )
        height = part.alpha.shape[0]
        cut = slice(a, a + height)
        edge = np.clip((part.canvas.y - rows[0]) / feather, 0, 1) if rows[0] > -9e8 else np.ones((height, 1))
        part.alpha = mask[cut] * edge.astype(np.float32)
        for plane in ("surface", "emitted", "shining"):
            if whole.has(plane):
                held = getattr(whole, plane)[cut]
                part.__dict__[plane] = (
                    held * three_of(np.broadcast_to(edge, held.shape[:2])) if plane == "shining" else held
                )
        lit = (
            {
                key: (share[part.top : part.top + height] if isinstance(share, np.ndarray) else share)
                for key, share in light.items()
            }
            if light
            else None
        )
        if part.alpha.any():
            self.add(name, part, depth_m, lit)

    def shadow(
        self, x_m: float, z_m: float, half_m: float, *, depth: float = 0.55, long_m: float = 0.0, y_m: float = 0.0
    ) -> None:
        """The soft shadow where something stands; long_m: how far a low light draws it to the side."""
        tall = max(half_m * 0.5, 0.05)
        near, far = self.at(x_m, y_m, max(z_m - tall, NEAR_M))[1], self.at(x_m, y_m, z_m + tall)[1]
        middle, wide = self.at(x_m + long_m / 2, y_m, z_m), self.size(half_m + abs(long_m) / 2, z_m)
        high = max((near - far) / 2, 0.12 * self.size(half_m, z_m))
        sheet = self.sheet(middle[0] - 1.5 * wide, middle[1] - 2 * high, middle[0] + 1.5 * wide, middle[1] + 2 * high)
        dark = sheet.canvas.soften(sheet.canvas.ellipse(middle, wide, high), 0.35 * high)
        sheet.alpha += dark * np.float32(depth)
        self.add("shadow", sheet, z_m)

    def points_of_light(
        self, sheet: Sheet, places: Sequence[tuple[float, float, float]], radius_m: float, cd_m2: float, kelvin: float
    ) -> Pixels:
        """Round lamps of a radius; those smaller than a pixel count by their area and no more."""
        canvas = sheet.canvas
        mask = canvas.zeros()
        for place in places:
            x, y = self.at(*place)
            px = self.size(radius_m, place[2]) * canvas.scale
            column, row = (x - canvas.left) * canvas.scale - 0.5, (y - canvas.top) * canvas.scale - 0.5
            reach = px + 1.0
            rows = slice(max(math.floor(row - reach), 0), min(math.ceil(row + reach) + 1, canvas.height))
            columns = slice(max(math.floor(column - reach), 0), min(math.ceil(column + reach) + 1, canvas.width))
            if rows.stop <= rows.start or columns.stop <= columns.start:
                continue
            down, across = (
                np.arange(rows.start, rows.stop)[:, None] - row,
                np.arange(columns.start, columns.stop)[None, :] - column,
            )
            if px >= 1.0:
                seen = np.clip(px - np.hypot(down, across) + 0.5, 0, 1)
            else:
                seen = math.pi * px * px * np.clip(1 - np.abs(down), 0, 1) * np.clip(1 - np.abs(across), 0, 1)
            held = mask[rows, columns]
            np.minimum(held + seen.astype(np.float32), 1.0, out=held)
        sheet.glow(mask, cd_m2, kelvin)
        return mask


def textured(noise: Pixels, contrast: float, low: float = 0.2, high: float = 2.4) -> Pixels:
    """Noise as a factor about 1."""
    return np.asarray(np.clip(1 + np.float32(contrast) * noise, low, high), np.float32)


def within(sheet: Sheet, whole: Pixels) -> Pixels:
    """The part of a picture-sized plane that a sheet is cut for."""
    height, width = sheet.alpha.shape
    return np.asarray(whole[sheet.top : sheet.top + height, sheet.left : sheet.left + width])


__all__ = ["World", "textured", "within"]
