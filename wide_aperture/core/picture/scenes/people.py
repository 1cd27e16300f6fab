"""People, painted from joints: builds, skins, clothes and ways to stand. Sizes in body heights, then in frame heights."""

from __future__ import annotations

import copy
import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cache
from typing import Literal

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Point, smooth
from wide_aperture.core.picture.scenes.heads import HEAD_RADIUS, long_hair, paint_head
from wide_aperture.core.picture.scenes.masks import extent
from wide_aperture.core.picture.scenes.poses import Joints
from wide_aperture.core.picture.scenes.stage import Colour, Sheet, skin

Cut = Literal["trousers", "shorts", "bare"]
Garment = Literal["shirt", "kit", "suit", "gown", "dress", "coat"]
Hair = Literal["short", "long", "bun", "cap", "none"]

FOLDS_FROM_PX = 60.0
HEAD_REACH = 2.2  # head radii round a head hold all of it

LEG = (0.090, 0.088, 0.076, 0.060, 0.062, 0.048, 0.036)
TROUSER = (0.100, 0.098, 0.088, 0.076, 0.072, 0.068, 0.064)
ARM = (0.050, 0.054, 0.048, 0.043, 0.041, 0.034, 0.027)
SLEEVE = (0.060, 0.066, 0.060, 0.055, 0.053, 0.048, 0.043)


@dataclass(frozen=True, slots=True)
class Dress:
    """What somebody wears. skirt: its length below the hip in body heights, for gown, dress and coat."""

    skin: str = "fair"
    garment: Garment = "shirt"
    top: Colour = (0.80, 0.80, 0.80)
    legs: Colour = (0.05, 0.05, 0.06)
    cut: Cut = "trousers"
    long_sleeves: bool = True
    socks: Colour | None = None
    shoes: Colour = (0.03, 0.03, 0.03)
    hair: Colour = (0.03, 0.02, 0.015)
    hair_cut: Hair = "short"
    skirt: float = 0.0
    build: float = 1.0
    turn: float = 0.3


@dataclass
class Painted:
    """Masks of a painted figure in its sheet, for marking tones and placing a face."""

    sheet: Sheet
    whole: Pixels
    skin: Pixels
    cloth: Pixels
    head: Point
    head_radius: float
    at: Mapping[str, Point]


def bounds(feet: Point, height: float) -> tuple[float, float, float, float]:
    """Left, top, right and bottom of what a person of this height may cover."""
    return feet[0] - 0.62 * height, feet[1] - 1.38 * height, feet[0] + 0.62 * height, feet[1] + 0.08 * height


class Figure:
    """A person in the making: what is painted lies over what was, and is kept as skin or as cloth."""

    def __init__(
        self, sheet: Sheet, feet: Point, height: float, joints: Joints, dress: Dress, key_deg: float, flip: bool
    ) -> None:
        self.sheet, self.canvas, self.dress, self.key_deg = sheet, sheet.canvas, dress, key_deg
        self.h, self.w = height, height * dress.build
        self.side = -1.0 if flip else 1.0
        self.px = height * sheet.canvas.scale
        self.at = {name: (feet[0] + self.side * x * height, feet[1] - y * height) for name, (x, y) in joints.items()}
        self.whole, self.skin, self.cloth = (sheet.canvas.zeros() for _ in range(3))

    def lay(
        self,
        mask: Pixels,
        colour: Colour,
        round_by: float = 0.028,
        *,
        kind: Pixels | None = None,
        fill: float = 0.42,
        folds: float = 0.0,
    ) -> Pixels:
        texture: Pixels | float = 1.0
        if folds and self.px > FOLDS_FROM_PX:
            noise = self.canvas.noise(7 / self.h, 77, octaves=5, stretch=0.5, gain=0.6, within=mask)
            texture, within = np.ones_like(noise), extent(mask)
            texture[within] = np.clip(1 + np.float32(folds) * noise[within], 0.6, 1.4)
        self.sheet.fill(mask, colour, texture)
        self.sheet.shade(self.canvas.roundness(mask, round_by * self.h, self.key_deg, fill=fill), mask)
        part = extent(mask)
        here = np.asarray(mask[part])
        np.maximum(self.whole[part], here, out=self.whole[part])
        for plane in (self.skin, self.cloth):
            if plane is kind:
                np.maximum(plane[part], here, out=plane[part])
            else:
                plane[part] *= 1 - here
        return mask

    def bare(self, mask: Pixels, round_by: float = 0.02) -> Pixels:
        return self.lay(mask, skin(self.dress.skin), round_by, kind=self.skin, fill=0.5)

    def dressed(self, mask: Pixels, colour: Colour, round_by: float = 0.03, folds: float = 0.10) -> Pixels:
        return self.lay(mask, colour, round_by, kind=self.cloth, folds=folds, fill=0.52)

    def chain(self, names: tuple[str, str, str], widths: tuple[float, ...], until: float = 1.0) -> Pixels:
        """A limb through three joints, its width given at seven places, up to a share of its length."""
        a, b, c = (self.at[name] for name in names)
        if "shoulder" in names[0]:  # the arm hangs from under the shoulder's line
            a = (a[0] + 0.16 * (self.at["neck"][0] - a[0]), a[1] + 0.020 * self.w)
        places = [_between(a, b, t) for t in (0.0, 0.33, 0.7, 1.0)] + [_between(b, c, t) for t in (0.35, 0.7, 1.0)]
        count = max(2, round(1 + 6 * until))
        return self.canvas.limb(places[:count], [width * self.w for width in widths[:count]])

    # parts -------------------------------------------------------------------------------------------

    def leg(self, leg: str) -> None:
        names = (f"{leg}_hip", f"{leg}_knee", f"{leg}_foot")
        dress = self.dress
        if dress.cut == "trousers":
            self._shoe(leg)
            self.dressed(self.chain(names, TROUSER), dress.legs)
            return
        self.bare(self.chain(names, LEG))
        if dress.socks:
            knee, foot = self.at[names[1]], self.at[names[2]]
            self.dressed(
                self.canvas.limb(
                    [_between(knee, foot, t) for t in (0.3, 0.65, 1.0)],
                    [0.063 * self.w, 0.054 * self.w, 0.042 * self.w],
                ),
                dress.socks,
                folds=0.04,
            )
        self._shoe(leg)
        if dress.cut == "shorts":
            self.dressed(self.chain(names, (0.112, 0.114, 0.108, 0.1, 0.1, 0.1, 0.1), 0.34), dress.legs)

    def _shoe(self, leg: str) -> None:
        knee, foot = self.at[f"{leg}_knee"], self.at[f"{leg}_foot"]
        shin = math.atan2(foot[1] - knee[1], foot[0] - knee[0])
        along = shin - self.side * math.radians(78)
        heel = (
            foot[0] - 0.018 * self.h * math.cos(along),
            foot[1] - 0.018 * self.h * math.sin(along) + 0.012 * self.h * math.sin(shin),
        )
        toe = (heel[0] + 0.098 * self.h * math.cos(along), heel[1] + 0.098 * self.h * math.sin(along))
        middle = _between(heel, toe, 0.45)
        self.lay(
            self.canvas.limb([heel, middle, toe], [0.044 * self.h, 0.042 * self.h, 0.026 * self.h]),
            self.dress.shoes,
            0.012,
        )

    def arm(self, arm: str) -> None:
        names = (f"{arm}_shoulder", f"{arm}_elbow", f"{arm}_hand")
        elbow, hand = self.at[names[1]], self.at[names[2]]
        reach = math.atan2(hand[1] - elbow[1], hand[0] - elbow[0])
        tip = (hand[0] + 0.052 * self.h * math.cos(reach), hand[1] + 0.052 * self.h * math.sin(reach))
        self.bare(self.chain(names, ARM))
        self.bare(
            self.canvas.limb([hand, _between(hand, tip, 0.5), tip], [0.030 * self.h, 0.038 * self.h, 0.022 * self.h]),
            0.012,
        )
        dress = self.dress
        if dress.garment == "gown":
            return
        if dress.long_sleeves:
            self.dressed(self.chain(names, SLEEVE, 0.96), dress.top)
        else:
            self.dressed(self.chain(names, (0.064, 0.076, 0.074, 0.07, 0.07, 0.07, 0.07), 0.38), dress.top)

    def torso(self) -> None:
        at, dress, w = self.at, self.dress, self.w
        neck, hip, left, right = at["neck"], at["hip"], at["l_shoulder"], at["r_shoulder"]
        if self.side < 0:
            left, right = right, left
        waist = 0.064 if dress.garment in ("gown", "dress") else 0.080
        middle, half = _between(neck, hip, 0.62), max(abs(right[0] - left[0]) / 2, 0.05 * w)
        points = [
            (neck[0] - 0.034 * w, neck[1] + 0.004 * w),
            (_between(left, neck, 0.42)[0], left[1] - 0.026 * w),
            (left[0] + 0.006 * w, left[1] - 0.006 * w),
            (left[0] - 0.016 * w, left[1] + 0.034 * w),
            (_between(neck, hip, 0.32)[0] - min(half, 0.105 * w), _between(neck, hip, 0.32)[1]),
            (middle[0] - min(waist * w, half), middle[1]),
            (hip[0] - 0.086 * w, hip[1] - 0.005 * w),
            (hip[0] - 0.075 * w, hip[1] + 0.035 * w),
            (hip[0] + 0.075 * w, hip[1] + 0.035 * w),
            (hip[0] + 0.086 * w, hip[1] - 0.005 * w),
            (middle[0] + min(waist * w, half), middle[1]),
            (_between(neck, hip, 0.32)[0] + min(half, 0.105 * w), _between(neck, hip, 0.32)[1]),
            (right[0] + 0.016 * w, right[1] + 0.034 * w),
            (right[0] - 0.006 * w, right[1] - 0.006 * w),
            (_between(right, neck, 0.42)[0], right[1] - 0.026 * w),
            (neck[0] + 0.034 * w, neck[1] + 0.004 * w),
        ]
        upper = self.canvas.polygon(smooth(points, 5))
        if dress.skirt and dress.garment != "shirt":  # one piece of cloth
            self.dressed(np.maximum(self._skirt(), upper), dress.top, 0.055, folds=0.11)
        else:
            if dress.skirt:
                self.dressed(self._skirt(), dress.legs, 0.05, folds=0.11)
            elif dress.cut != "bare":
                self.dressed(self.canvas.limb([at["l_hip"], at["r_hip"]], [0.105 * w, 0.105 * w]), dress.legs)
            self.dressed(upper, dress.top, 0.055, folds=0.14)
        self._neckline(neck, hip)

    def _skirt(self) -> Pixels:
        hip, w = self.at["hip"], self.w
        flare = {"gown": 0.24, "dress": 0.15, "coat": 0.125}.get(self.dress.garment, 0.12)
        hem = hip[1] + self.dress.skirt * self.h
        lean = (self.at["l_foot"][0] + self.at["r_foot"][0]) / 2 - hip[0]
        outline = [
            (hip[0] - 0.066 * w, hip[1] - 0.10 * w), (hip[0] + 0.066 * w, hip[1] - 0.10 * w), (hip[0] + 0.098 * w, hip[1] + 0.02 * w),
            (hip[0] + lean * 0.5 + flare * 0.8 * w, hip[1] + 0.62 * (hem - hip[1])), (hip[0] + lean + flare * w, hem - 0.02 * w),
            (hip[0] + lean + flare * 0.5 * w, hem + 0.008 * w), (hip[0] + lean - flare * 0.5 * w, hem + 0.008 * w), (hip[0] + lean - flare * w, hem - 0.02 * w),
            (hip[0] + lean * 0.5 - flare * 0.8 * w, hip[1] + 0.62 * (hem - hip[1])), (hip[0] - 0.098 * w, hip[1] + 0.02 * w),
        ]  # fmt: skip
        return self.canvas.polygon(smooth(outline, 6))

    def _neckline(self, neck: Point, hip: Point) -> None:
        """What shows at the throat: skin, or a shirt and tie under a jacket."""
        if self.px < 40:
            return
        w = self.w

        def down(dx: float, dy: float) -> Point:
            return neck[0] + dx * w + (hip[0] - neck[0]) * dy, neck[1] + (hip[1] - neck[1]) * dy

        if self.dress.garment == "suit":
            self.dressed(
                self.canvas.polygon([down(-0.036, -0.02), down(0.036, -0.02), down(0.004, 0.46), down(-0.004, 0.46)]),
                (0.80, 0.80, 0.80),
                0.01,
                0.03,
            )
            self.dressed(
                self.canvas.polygon(
                    [down(-0.010, 0.03), down(0.010, 0.03), down(0.011, 0.33), down(0, 0.42), down(-0.011, 0.33)]
                ),
                (0.10, 0.05, 0.07),
                0.006,
                0.0,
            )
            for side in (-1, 1):
                lapel = self.canvas.polygon(
                    [
                        down(side * 0.036, -0.03),
                        down(side * 0.062, 0.17),
                        down(side * 0.048, 0.22),
                        down(side * 0.003, 0.47),
                    ]
                )
                self.sheet.shade(
                    np.float32(0.72) * np.ones_like(lapel),
                    np.clip(lapel - self.canvas.soften(lapel, 0.006 * self.h), 0, 1) * 1.6,
                )
        else:
            deep = 0.34 if self.dress.garment == "gown" else 0.12
            wide = 0.060 if self.dress.garment == "gown" else 0.032
            self.bare(
                self.canvas.polygon(
                    smooth(
                        [
                            down(-wide, -0.03),
                            down(wide, -0.03),
                            down(wide * 0.6, deep * 0.6),
                            down(0, deep),
                            down(-wide * 0.6, deep * 0.6),
                        ],
                        4,
                    )
                ),
                0.03,
            )

    def _near(self, place: Point, reach: float) -> Figure:
        """The same figure, painted on no further than so far from a place: small shapes need no large masks."""
        x, y = place
        made = self.canvas.part(x - reach, y - reach, x + reach, y + reach)
        near = copy.copy(self)
        near.sheet, near.canvas = self.sheet.cut(x - reach, y - reach, x + reach, y + reach), made.canvas
        near.whole, near.skin, near.cloth = self.whole[made.box], self.skin[made.box], self.cloth[made.box]
        return near

    def head(self) -> tuple[Point, float]:
        at, h = self.at, self.h
        self.bare(
            self.canvas.limb([(at["neck"][0], at["neck"][1] + 0.02 * h), at["head"]], [0.060 * self.w, 0.052 * h])
        )
        throat = self.canvas.soften(
            self.canvas.ellipse((at["head"][0], at["head"][1] + 0.072 * h), 0.045 * h, 0.024 * h), 0.010 * h
        )
        self.sheet.shade(1 - 0.42 * throat, self.whole * throat)
        radius = HEAD_RADIUS * h
        paint_head(self._near(at["head"], HEAD_REACH * radius), at["head"], radius)
        return at["head"], radius


def person(
    sheet: Sheet, feet: Point, height: float, joints: Joints, dress: Dress, key_deg: float, *, flip: bool = False
) -> Painted:
    """Paint a person whose feet's middle stands at a place. Returns the masks, cut as the sheet is."""
    body = Figure(sheet, feet, height, joints, dress, key_deg, flip)
    if dress.hair_cut == "long":
        long_hair(body)
    far, near = ("l", "r") if joints["r_foot"][0] >= joints["l_foot"][0] else ("r", "l")
    if dress.garment == "gown" and dress.skirt > 0.4:
        body.arm(far)
    else:
        body.leg(far)
        body.arm(far)
        body.leg(near)
    body.torso()
    body.arm(near)
    head, radius = body.head()
    return Painted(sheet, body.whole, body.skin, body.cloth, head, radius, body.at)


def bystander(
    sheet: Sheet, feet: Point, height: float, dress: Dress, key_deg: float, *, seated: bool = False
) -> Pixels:
    """Somebody in the background: head, hair, body and legs in few strokes. Returns the mask of the whole."""
    canvas, h = sheet.canvas, height
    x, y = feet

    def p(dx: float, up: float) -> Point:
        return x + dx * h, y - up * h

    low = 0.42 if seated else 0.50
    whole = canvas.zeros()
    parts: list[tuple[Pixels, Colour]] = []
    if not seated:
        parts.append(
            (
                canvas.polygons(
                    [
                        [
                            p(-0.088, 0.54),
                            p(0.088, 0.54),
                            p(0.075, 0.03),
                            p(0.022, 0.03),
                            p(0.0, 0.44),
                            p(-0.022, 0.03),
                            p(-0.075, 0.03),
                        ]
                    ]
                ),
                dress.legs,
            )
        )
    body = canvas.polygon(
        smooth(
            [
                p(-0.04, 0.855),
                p(-0.12, 0.80),
                p(-0.145, 0.62),
                p(-0.11, low),
                p(0.11, low),
                p(0.145, 0.62),
                p(0.12, 0.80),
                p(0.04, 0.855),
            ],
            4,
        )
    )
    parts += [(body, dress.top), (canvas.ellipse(p(0, 0.925), 0.050 * h, 0.066 * h), skin(dress.skin))]
    hair = canvas.ellipse(p(0, 0.955), 0.053 * h, 0.048 * h)
    if dress.hair_cut == "long":
        hair = np.maximum(hair, canvas.ellipse(p(0, 0.89), 0.062 * h, 0.095 * h) * (canvas.y < y - 0.90 * h))
    parts.append((hair, dress.hair))
    for mask, colour in parts:
        sheet.fill(mask, colour)
        np.maximum(whole, mask, out=whole)
    sheet.shade(canvas.roundness(whole, 0.035 * h, key_deg, fill=0.45), whole)
    return whole


WARDROBE: tuple[Colour, ...] = (
    (0.06, 0.07, 0.11), (0.30, 0.28, 0.25), (0.20, 0.05, 0.05), (0.05, 0.12, 0.16), (0.42, 0.36, 0.22), (0.10, 0.10, 0.11), (0.14, 0.20, 0.10), (0.52, 0.50, 0.48),
)  # fmt: skip
SKINS = ("fair", "tan", "dark", "light", "brown")
CUTS: tuple[Hair, ...] = ("short", "long", "short", "bun")
HAIRS: tuple[Colour, ...] = (
    (0.02, 0.015, 0.012),
    (0.10, 0.055, 0.025),
    (0.03, 0.02, 0.015),
    (0.24, 0.16, 0.07),
    (0.22, 0.21, 0.20),
)


GUESTS = 28


def somebody(random: np.random.Generator, **fixed: object) -> Dress:
    """Everyday clothes, skin and hair by chance."""
    dress = Dress(
        skin=SKINS[int(random.integers(len(SKINS)))],
        top=WARDROBE[int(random.integers(len(WARDROBE)))],
        legs=WARDROBE[int(random.integers(3)) * 2],
        hair=HAIRS[int(random.integers(len(HAIRS)))],
        hair_cut=CUTS[int(random.integers(len(CUTS)))],
        build=float(random.uniform(0.92, 1.14)),
        turn=float(random.uniform(-0.8, 0.8)),
    )
    return replace(dress, **fixed)  # type: ignore[arg-type]


@cache
def _guests() -> tuple[Dress, ...]:
    random = np.random.default_rng(41)
    return tuple(somebody(random) for _ in range(GUESTS))


def guest(random: np.random.Generator) -> Dress:
    """One of a few dozen people who stand and sit in the background of every scene: each is drawn once, not anew for each frame."""
    return _guests()[int(random.integers(GUESTS))]


def _between(a: Point, b: Point, share: float) -> Point:
    return a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share


__all__ = [
    "HAIRS",
    "HEAD_RADIUS",
    "SKINS",
    "WARDROBE",
    "Dress",
    "Painted",
    "bounds",
    "bystander",
    "guest",
    "person",
    "somebody",
]
