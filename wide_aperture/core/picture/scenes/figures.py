"""Figures that several scenes share: people, birds, trees. All painted from joints, sizes in frame heights."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Canvas, Point, smooth
from wide_aperture.core.picture.scenes.stage import DARK_CLOTH, WHITE_CLOTH, Colour, Sheet, skin

Joints = Mapping[str, Point]
Lay = Callable[..., Pixels]
Bare = Callable[[Pixels], None]

# Joints in body heights, the feet's middle at (0, 0), y upwards. l and r as the camera sees them.
STANDING: Joints = {
    "head": (0.0, 0.93), "neck": (0.0, 0.84), "hip": (0.0, 0.53),
    "l_shoulder": (-0.105, 0.81), "l_elbow": (-0.135, 0.66), "l_hand": (-0.12, 0.51),
    "r_shoulder": (0.105, 0.81), "r_elbow": (0.135, 0.66), "r_hand": (0.12, 0.51),
    "l_hip": (-0.055, 0.52), "l_knee": (-0.06, 0.28), "l_foot": (-0.065, 0.03),
    "r_hip": (0.055, 0.52), "r_knee": (0.06, 0.28), "r_foot": (0.065, 0.03),
}  # fmt: skip
RUNNING: Joints = {
    "head": (0.12, 0.91), "neck": (0.08, 0.83), "hip": (-0.02, 0.53),
    "l_shoulder": (0.03, 0.80), "l_elbow": (-0.10, 0.68), "l_hand": (-0.02, 0.58),
    "r_shoulder": (0.11, 0.79), "r_elbow": (0.20, 0.67), "r_hand": (0.31, 0.74),
    "l_hip": (-0.04, 0.52), "l_knee": (-0.11, 0.31), "l_foot": (-0.31, 0.25),
    "r_hip": (0.01, 0.52), "r_knee": (0.16, 0.36), "r_foot": (0.13, 0.07),
}  # fmt: skip
KICKING: Joints = {
    "head": (-0.04, 0.92), "neck": (-0.03, 0.83), "hip": (0.0, 0.53),
    "l_shoulder": (-0.10, 0.81), "l_elbow": (-0.25, 0.75), "l_hand": (-0.36, 0.82),
    "r_shoulder": (0.06, 0.80), "r_elbow": (0.20, 0.72), "r_hand": (0.31, 0.66),
    "l_hip": (-0.04, 0.52), "l_knee": (-0.08, 0.28), "l_foot": (-0.13, 0.03),
    "r_hip": (0.05, 0.52), "r_knee": (0.20, 0.36), "r_foot": (0.38, 0.22),
}  # fmt: skip
LEAPING: Joints = {
    "head": (0.02, 1.02), "neck": (0.01, 0.93), "hip": (0.0, 0.63),
    "l_shoulder": (-0.09, 0.90), "l_elbow": (-0.20, 0.80), "l_hand": (-0.16, 0.68),
    "r_shoulder": (0.10, 0.91), "r_elbow": (0.16, 1.06), "r_hand": (0.19, 1.22),
    "l_hip": (-0.05, 0.62), "l_knee": (-0.16, 0.45), "l_foot": (-0.27, 0.30),
    "r_hip": (0.05, 0.62), "r_knee": (0.12, 0.40), "r_foot": (0.08, 0.18),
}  # fmt: skip
WALKING: Joints = {
    "head": (0.01, 0.93), "neck": (0.0, 0.84), "hip": (0.0, 0.53),
    "l_shoulder": (-0.07, 0.81), "l_elbow": (-0.13, 0.67), "l_hand": (-0.05, 0.55),
    "r_shoulder": (0.07, 0.81), "r_elbow": (0.08, 0.66), "r_hand": (0.16, 0.55),
    "l_hip": (-0.03, 0.52), "l_knee": (-0.02, 0.28), "l_foot": (-0.14, 0.05),
    "r_hip": (0.03, 0.52), "r_knee": (0.09, 0.29), "r_foot": (0.13, 0.03),
}  # fmt: skip


@dataclass(frozen=True)
class Dress:
    """What a figure wears. legs None: bare; skirt: length below the hip in body heights, 0 for none."""

    skin: str = "fair"
    top: Colour = WHITE_CLOTH
    legs: Colour | None = None
    shorts: Colour | None = None
    socks: Colour | None = None
    sleeves: bool = True
    shoes: Colour = (0.03, 0.03, 0.03)
    hair: Colour = (0.03, 0.02, 0.015)
    skirt: float = 0.0
    coat: float = 0.0
    bulk: float = 1.0
    long_hair: bool = False


@dataclass
class Painted:
    """Masks of a painted figure, for marking tones and placing a face."""

    whole: Pixels
    skin: Pixels
    top: Pixels
    head: Point
    head_radius: float
    at: dict[str, Point] = field(default_factory=dict)


def person(
    sheet: Sheet, feet: Point, height: float, joints: Joints, dress: Dress, key_deg: float, *, flip: bool = False
) -> Painted:
    """Paint a person standing on feet. Returns its masks."""
    canvas, side = sheet.canvas, -1.0 if flip else 1.0
    at = {name: (feet[0] + side * x * height, feet[1] - y * height) for name, (x, y) in joints.items()}
    size = height * dress.bulk
    skin_mask, whole, top = canvas.zeros(), canvas.zeros(), canvas.zeros()

    def lay(mask: Pixels, colour: Colour, round_by: float = 0.03) -> Pixels:
        sheet.fill(mask, colour)
        sheet.shade(canvas.roundness(mask, round_by * height, key_deg), mask)
        np.maximum(whole, mask, out=whole)
        return mask

    def bare(mask: Pixels) -> None:
        np.maximum(skin_mask, lay(mask, skin(dress.skin)), out=skin_mask)

    far, near = ("l", "r") if joints["r_foot"][0] >= joints["l_foot"][0] else ("r", "l")
    for leg in (far, near):
        chain = [at[f"{leg}_hip"], at[f"{leg}_knee"], at[f"{leg}_foot"]]
        mask = canvas.limb(chain, [0.088 * size, 0.062 * size, 0.040 * size])
        lay(mask, dress.legs) if dress.legs else bare(mask)
        if dress.socks:
            shin = _between(chain[1], chain[2], 0.38)
            lay(canvas.limb([shin, chain[2]], [0.058 * size, 0.046 * size]), dress.socks)
        if dress.shorts:
            knee = _between(chain[0], chain[1], 0.72)
            lay(canvas.limb([chain[0], knee], [0.115 * size, 0.10 * size]), dress.shorts)
        _shoe(canvas, lay, chain, dress.shoes, size, side)
    _arm(canvas, lay, bare, at, "l" if not flip else "r", dress, size)

    torso = smooth(
        [
            _shift(at["neck"], -0.035 * side * size, 0.0),
            _shift(at["l_shoulder"], 0, -0.012 * size),
            _shift(at["hip"], -0.078 * side * size, 0.01 * size),
            _shift(at["hip"], 0.078 * side * size, 0.01 * size),
            _shift(at["r_shoulder"], 0, -0.012 * size),
            _shift(at["neck"], 0.035 * side * size, 0.0),
        ]
    )
    body = canvas.polygon(torso)
    if dress.coat or dress.skirt:
        body = np.maximum(body, _hanging(canvas, at, size, side, dress.skirt or dress.coat, wide=bool(dress.skirt)))
    lay(body, dress.top, 0.06)
    folds = 1 + 0.10 * canvas.noise(9 / max(height, 0.05) * 0.5, 77, octaves=2, stretch=0.35, within=body)
    sheet.shade(folds, body)
    np.maximum(top, body, out=top)
    if dress.shorts and not dress.skirt:
        waist = canvas.limb(
            [_shift(at["hip"], -0.05 * size, 0.02 * size), _shift(at["hip"], 0.05 * size, 0.02 * size)],
            [0.1 * size] * 2,
        )
        lay(waist, dress.shorts)
    _arm(canvas, lay, bare, at, "r" if not flip else "l", dress, size)

    bare(canvas.limb([at["neck"], at["head"]], [0.055 * size, 0.05 * size]))
    radius = 0.066 * height
    head = canvas.ellipse(at["head"], 0.052 * height, radius)
    _hair_and_head(canvas, lay, bare, sheet.fill, at["head"], radius, head, dress)
    return Painted(whole, skin_mask, top, at["head"], radius, at)


def _hair_and_head(
    canvas: Canvas, lay: Lay, bare: Bare, sheet_fill: Lay, centre: Point, radius: float, head: Pixels, dress: Dress
) -> None:
    if dress.long_hair:
        lay(canvas.blob([(centre[0] - radius, centre[1] - radius * 0.4), (centre[0], centre[1] - radius * 1.25), (centre[0] + radius, centre[1] - radius * 0.4), (centre[0] + radius * 0.9, centre[1] + radius * 1.6), (centre[0] - radius * 0.9, centre[1] + radius * 1.6)]), dress.hair)  # fmt: skip
    bare(head)
    if radius * canvas.scale > 16:  # eyes, nose and mouth, where they can be seen at all
        own = skin(dress.skin)
        dark = (own[0] * 0.50, own[1] * 0.44, own[2] * 0.42)
        x, y = centre
        for side in (-1, 1):
            sheet_fill(
                canvas.ellipse((x + side * radius * 0.32, y + radius * 0.10), radius * 0.10, radius * 0.055), dark
            )
            sheet_fill(
                canvas.limb(
                    [(x + side * radius * 0.18, y - radius * 0.12), (x + side * radius * 0.48, y - radius * 0.10)],
                    [radius * 0.045] * 2,
                ),
                dress.hair,
            )
        sheet_fill(
            canvas.soften(
                canvas.ellipse((x + radius * 0.05, y + radius * 0.36), radius * 0.12, radius * 0.07), radius * 0.05
            ),
            dark,
        )
        sheet_fill(
            canvas.limb(
                [(x - radius * 0.20, y + radius * 0.62), (x + radius * 0.20, y + radius * 0.62)], [radius * 0.08] * 2
            ),
            (own[0] * 0.6, own[1] * 0.35, own[2] * 0.36),
        )
    cap = canvas.ellipse((centre[0], centre[1] - radius * 0.42), radius * 0.86, radius * 0.70)
    lay(
        np.clip(cap - canvas.ellipse((centre[0], centre[1] + radius * 0.28), radius * 0.72, radius * 0.86), 0, 1),
        dress.hair,
        0.02,
    )


def _arm(canvas: Canvas, lay: Lay, bare: Bare, at: Joints, side: str, dress: Dress, size: float) -> None:
    chain = [at[f"{side}_shoulder"], at[f"{side}_elbow"], at[f"{side}_hand"]]
    bare(canvas.limb(chain, [0.062 * size, 0.047 * size, 0.034 * size]))
    bare(canvas.ellipse(chain[2], 0.024 * size, 0.028 * size))
    if dress.sleeves is True and (dress.coat or dress.legs):
        wrist = _between(chain[1], chain[2], 0.9)
        lay(canvas.limb([chain[0], chain[1], wrist], [0.078 * size, 0.064 * size, 0.05 * size]), dress.top)
    elif dress.sleeves:
        cuff = _between(chain[0], chain[1], 0.75)
        lay(canvas.limb([chain[0], cuff], [0.082 * size, 0.072 * size]), dress.top)


def _shoe(canvas: Canvas, lay: Lay, chain: list[Point], colour: Colour, size: float, side: float) -> None:
    knee, foot = chain[1], chain[2]
    lean = math.atan2(foot[1] - knee[1], foot[0] - knee[0]) - math.pi / 2
    toe = (
        foot[0] + side * 0.075 * size * math.cos(lean),
        foot[1] + 0.018 * size + 0.075 * size * math.sin(lean) * side,
    )
    lay(canvas.limb([(foot[0], foot[1] + 0.012 * size), toe], [0.044 * size, 0.032 * size]), colour)


def _hanging(canvas: Canvas, at: Mapping[str, Point], size: float, side: float, length: float, *, wide: bool) -> Pixels:
    """A skirt or the tails of a coat."""
    hip, flare = at["hip"], 0.19 if wide else 0.105
    hem = hip[1] + length * size
    return canvas.blob(
        [
            (hip[0] - 0.06 * size, hip[1] - 0.10 * size), (hip[0] + 0.06 * size, hip[1] - 0.10 * size),
            (hip[0] + 0.10 * size, hip[1] + 0.03 * size), (hip[0] + flare * size, hem - 0.03 * size), (hip[0] + flare * 0.6 * size, hem),
            (hip[0] - flare * 0.6 * size, hem), (hip[0] - flare * size, hem - 0.03 * size), (hip[0] - 0.10 * size, hip[1] + 0.03 * size),
        ]
    )  # fmt: skip


def bird_in_flight(
    canvas: Canvas, centre: Point, span: float, lift: float = 1.0, turn: float = 1.0
) -> dict[str, Pixels]:
    """A gull-like bird seen from the side and a little below: masks of its body and both wings."""
    x, y = centre

    def at(dx: float, dy: float) -> Point:
        return x + turn * dx * span, y - dy * span

    near = canvas.polygon(
        smooth([at(0.06, 0.03), at(-0.02, 0.16 * lift), at(-0.12, 0.33 * lift), at(-0.30, 0.46 * lift), at(-0.47, 0.49 * lift), at(-0.30, 0.37 * lift), at(-0.17, 0.20 * lift), at(-0.10, 0.03)], 8)
    )  # fmt: skip
    far = canvas.polygon(
        smooth([at(0.10, 0.04), at(0.12, 0.18 * lift), at(0.16, 0.31 * lift), at(0.28, 0.42 * lift), at(0.42, 0.46 * lift), at(0.33, 0.33 * lift), at(0.21, 0.17 * lift), at(0.02, 0.02)], 8)
    )  # fmt: skip
    body = canvas.blob(
        [
            at(0.25, 0.035),
            at(0.20, 0.075),
            at(0.12, 0.08),
            at(-0.06, 0.05),
            at(-0.22, 0.0),
            at(-0.30, -0.03),
            at(-0.28, -0.055),
            at(-0.10, -0.045),
            at(0.08, -0.035),
            at(0.19, 0.0),
        ]
    )
    bill = canvas.polygon([at(0.245, 0.055), at(0.31, 0.028), at(0.245, 0.03)])
    eye = canvas.ellipse(at(0.215, 0.053), 0.008 * span, 0.008 * span)
    tail = canvas.polygon([at(-0.22, 0.005), at(-0.36, 0.0), at(-0.37, -0.05), at(-0.24, -0.05)])
    return {"far": far, "body": np.maximum(body, tail), "near": near, "bill": bill, "eye": eye}


def tree(
    sheet: Sheet,
    foot: Point,
    height: float,
    seed: int,
    bark: Colour,
    leaf: Colour,
    key_deg: float,
    *,
    crown: float = 0.75,
) -> Pixels:
    """A broad tree with a textured crown. Returns the crown's mask."""
    canvas, random = sheet.canvas, np.random.default_rng(seed)
    trunk = canvas.limb(
        [foot, (foot[0] + random.normal(0, 0.01), foot[1] - height * 0.5)], [0.07 * height, 0.035 * height]
    )
    sheet.fill(trunk, bark)
    sheet.shade(canvas.roundness(trunk, 0.03 * height, key_deg), trunk)
    mask = canvas.zeros()
    for _ in range(26):
        angle, reach = random.uniform(0, 2 * math.pi), math.sqrt(random.uniform(0, 1))
        centre = (
            foot[0] + math.cos(angle) * reach * height * 0.36 * crown,
            foot[1] - height * (0.66 + 0.26 * math.sin(angle) * reach),
        )
        np.maximum(
            mask,
            canvas.ellipse(centre, height * random.uniform(0.07, 0.13), height * random.uniform(0.06, 0.11)),
            out=mask,
        )
    ragged = canvas.noise(26 / height, seed, octaves=3)
    mask = np.clip(canvas.soften(mask, 0.012 * height) * 2.2 - 0.6 + 0.45 * ragged, 0, 1)
    texture = 1 + 0.45 * canvas.noise(34 / height, seed + 1, octaves=3, within=mask)
    sheet.fill(mask, leaf, np.clip(texture, 0.35, 1.9))
    sheet.shade(canvas.roundness(mask, 0.09 * height, key_deg, fill=0.3), mask)
    return mask


def _between(a: Point, b: Point, share: float) -> Point:
    return a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share


def _shift(point: Point, dx: float, dy: float) -> Point:
    return point[0] + dx, point[1] + dy


__all__ = [
    "DARK_CLOTH",
    "KICKING",
    "LEAPING",
    "RUNNING",
    "STANDING",
    "WALKING",
    "Dress",
    "Painted",
    "bird_in_flight",
    "person",
    "tree",
]
