"""Two people in open shade, and one in a studio with flash: skin of several reflectances, white and dark cloth."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Point
from wide_aperture.core.picture.scenes.figures import tree
from wide_aperture.core.picture.scenes.stage import DARK_CLOTH, WHITE_CLOTH, Colour, Sheet, Stage, skin


def bust(
    sheet: Sheet,
    at: Point,
    size: float,
    kind: str,
    cloth: Colour,
    hair: Colour,
    key_deg: float,
    *,
    long_hair: bool = False,
    turn: float = 0.0,
) -> dict[str, Pixels]:
    """Head and shoulders. at: middle of the face; size: half the head's height; turn: -1..1, to which side it looks."""
    canvas, (x, y), s = sheet.canvas, at, size
    t = turn * 0.16 * s

    def p(dx: float, dy: float) -> Point:
        return x + dx * s, y + dy * s

    if long_hair:
        back = sheet.fill(
            canvas.blob(
                [p(-0.92, -0.5), p(0, -1.2), p(0.92, -0.5), p(1.0, 0.6), p(0.85, 1.5), p(-0.85, 1.5), p(-1.0, 0.6)]
            ),
            hair,
            (1 + 0.25 * canvas.noise(30, 5, octaves=3, stretch=0.2)).astype(np.float32),
        )
        sheet.shade(canvas.roundness(back, 0.3 * s, key_deg, fill=0.35), back)
    neck = sheet.fill(
        canvas.blob([p(-0.36, 0.6), p(0.36, 0.6), p(0.40, 1.25), p(0.55, 1.7), p(-0.55, 1.7), p(-0.40, 1.25)]),
        skin(kind),
    )
    sheet.shade(canvas.roundness(neck, 0.2 * s, key_deg), neck)
    sheet.shade(1 - 0.38 * canvas.soften(canvas.ellipse(p(0, 0.95), 0.62 * s, 0.28 * s), 0.10 * s), neck)
    body = sheet.fill(
        canvas.blob(
            [
                p(-0.50, 1.32),
                p(-1.25, 1.62),
                p(-1.95, 2.05),
                p(-2.25, 3.2),
                p(-2.2, 4.6),
                p(2.2, 4.6),
                p(2.25, 3.2),
                p(1.95, 2.05),
                p(1.25, 1.62),
                p(0.50, 1.32),
                p(0.22, 1.62),
                p(0, 1.78),
                p(-0.22, 1.62),
            ]
        ),
        cloth,
        (1 + 0.10 * canvas.noise(5, 9, octaves=3, stretch=0.5)).astype(np.float32),
    )
    sheet.shade(canvas.roundness(body, 0.55 * s, key_deg, fill=0.4), body)
    for side in (-1, 1):
        collar = sheet.fill(
            canvas.polygon([p(side * 0.42, 1.22), p(side * 0.02, 1.80), p(side * 0.30, 2.12), p(side * 0.72, 1.50)]),
            cloth,
        )
        sheet.shade(0.9 * canvas.roundness(collar, 0.08 * s, key_deg), collar)
        ear = sheet.fill(canvas.ellipse(p(side * 0.74 + t / s * 0.4, 0.08), 0.11 * s, 0.22 * s), skin(kind))
        sheet.shade(canvas.roundness(ear, 0.06 * s, key_deg), ear)
    face = canvas.blob(
        [
            p(-0.70, -0.35),
            p(-0.60, -0.80),
            p(0, -1.0),
            p(0.60, -0.80),
            p(0.70, -0.35),
            p(0.69, 0.20),
            p(0.52, 0.66),
            p(0.22, 0.97),
            p(-0.22, 0.97),
            p(-0.52, 0.66),
            p(-0.69, 0.20),
        ]
    )
    tone = 1 + 0.05 * canvas.noise(16, 3, octaves=3)
    sheet.fill(face, skin(kind), tone.astype(np.float32))
    sheet.shade(canvas.roundness(face, 0.42 * s, key_deg, fill=0.42), face)
    _features(sheet, p, t, s, kind, hair, face)
    fringe = canvas.blob(
        [
            p(-0.80, 0.02),
            p(-0.84, -0.55),
            p(-0.48, -1.12),
            p(0.1, -1.24),
            p(0.62, -1.05),
            p(0.86, -0.50),
            p(0.80, 0.02),
            p(0.69, -0.30),
            p(0.50, -0.62),
            p(0.08, -0.74),
            p(-0.42, -0.56),
            p(-0.66, -0.30),
        ]
    )
    strands = (1 + 0.3 * canvas.noise(44, 4, octaves=3, stretch=0.3)).astype(np.float32)
    top = sheet.fill(fringe, hair, strands)
    sheet.shade(canvas.roundness(top, 0.24 * s, key_deg, fill=0.35), top)
    return {"face": face * (1 - fringe), "cloth": body}


def _features(
    sheet: Sheet, p: Callable[[float, float], Point], t: float, s: float, kind: str, hair: Colour, face: Pixels
) -> None:
    canvas = sheet.canvas
    own = skin(kind)
    dark: Colour = (own[0] * 0.52, own[1] * 0.42, own[2] * 0.40)
    lips: Colour = (own[0] * 0.80, own[1] * 0.50, own[2] * 0.52)
    for side in (-1, 1):
        cx, cy = side * 0.30 + t / s, -0.06
        socket = canvas.soften(canvas.ellipse(p(cx, cy - 0.03), 0.21 * s, 0.13 * s), 0.06 * s)
        sheet.shade(1 - 0.30 * socket, face)
        sheet.fill(
            canvas.blob([p(cx - 0.155, cy), p(cx - 0.02, cy - 0.075), p(cx + 0.155, cy + 0.005), p(cx, cy + 0.055)]),
            (0.58, 0.56, 0.54),
        )
        sheet.fill(
            canvas.ellipse(p(cx + 0.01 + 0.25 * t / s, cy - 0.01), 0.064 * s, 0.064 * s),
            (0.10, 0.06, 0.035) if kind in ("brown", "dark", "tan") else (0.10, 0.14, 0.15),
        )
        sheet.fill(canvas.ellipse(p(cx + 0.01 + 0.25 * t / s, cy - 0.01), 0.028 * s, 0.028 * s), (0.008, 0.008, 0.008))
        sheet.fill(canvas.ellipse(p(cx - 0.012, cy - 0.034), 0.013 * s, 0.013 * s), (0.95, 0.95, 0.95))
        sheet.fill(
            canvas.limb(
                [p(cx - 0.165, cy - 0.005), p(cx - 0.02, cy - 0.085), p(cx + 0.165, cy)],
                [0.018 * s, 0.026 * s, 0.018 * s],
            ),
            (0.02, 0.014, 0.012),
        )
        brow = canvas.limb(
            [p(cx - side * 0.15, cy - 0.20), p(cx + side * 0.02, cy - 0.245), p(cx + side * 0.20, cy - 0.19)],
            [0.05 * s, 0.055 * s, 0.025 * s],
        )
        sheet.fill(canvas.soften(brow, 0.008 * s), (hair[0] * 0.8, hair[1] * 0.8, hair[2] * 0.8))
        cheek = canvas.soften(canvas.ellipse(p(side * 0.42 + t / s * 0.6, 0.30), 0.20 * s, 0.17 * s), 0.10 * s)
        sheet.shade(1 + 0.10 * cheek, face)
    nose_shadow = canvas.soften(
        canvas.blob([p(0.02 + t / s, -0.12), p(0.16 + t / s, 0.26), p(0.10 + t / s, 0.36), p(-0.02 + t / s, 0.32)]),
        0.035 * s,
    )
    sheet.shade(1 - 0.26 * nose_shadow, face)
    bridge = canvas.soften(
        canvas.limb([p(-0.01 + t / s, -0.15), p(-0.01 + t / s, 0.26)], [0.05 * s, 0.09 * s]), 0.03 * s
    )
    sheet.shade(1 + 0.12 * bridge, face)
    for side in (-1, 1):
        sheet.fill(canvas.soften(canvas.ellipse(p(side * 0.075 + t / s, 0.335), 0.035 * s, 0.020 * s), 0.008 * s), dark)
    sheet.fill(
        canvas.soften(
            canvas.blob(
                [
                    p(-0.235 + t / s, 0.60),
                    p(-0.08 + t / s, 0.555),
                    p(t / s, 0.575),
                    p(0.08 + t / s, 0.555),
                    p(0.235 + t / s, 0.60),
                    p(0.10 + t / s, 0.69),
                    p(-0.10 + t / s, 0.69),
                ]
            ),
            0.006 * s,
        ),
        lips,
    )
    sheet.fill(
        canvas.limb(
            [p(-0.22 + t / s, 0.605), p(t / s, 0.617), p(0.22 + t / s, 0.605)], [0.008 * s, 0.018 * s, 0.008 * s]
        ),
        dark,
    )
    sheet.shade(1 - 0.16 * canvas.soften(canvas.ellipse(p(t / s, 0.79), 0.17 * s, 0.045 * s), 0.03 * s), face)


def portrait_shade(stage: Stage) -> None:
    """Two friends before a garden, in open shade: light and dark skin, white and dark cloth, blue light from the sky."""
    canvas, seed = stage.canvas, stage.seed
    back = stage.sheet()
    green = canvas.noise(4, seed, octaves=5)
    back.cover((0.055, 0.095, 0.025), np.clip(0.9 + 0.7 * green, 0.15, 3).astype(np.float32))
    back.fill(
        (canvas.y > 0.74) * np.ones_like(back.alpha),
        (0.13, 0.15, 0.06),
        np.clip(1 + 0.3 * green, 0.3, 2).astype(np.float32),
    )
    sunny = np.clip(canvas.noise(6, seed + 2, octaves=4) * 1.8 - 0.7, 0, 1)
    stage.add("garden", back, 14.0, {"sky light": 0.75, "sun beyond": sunny.astype(np.float32)})
    stage.mark("garden", back.alpha)
    bushes = stage.sheet()
    for k, (x, height) in enumerate(((-0.62, 0.62), (0.66, 0.72), (0.05, 0.40))):
        tree(bushes, (x, 0.90), height, seed + k, (0.09, 0.06, 0.04), (0.05, 0.10, 0.02), stage.key_deg, crown=1.1)
    for k in range(40):
        random = np.random.default_rng(seed + 100 + k)
        bushes.fill(
            canvas.ellipse((random.uniform(-0.8, 0.8), random.uniform(0.55, 0.9)), 0.008, 0.008),
            ((0.75, 0.7, 0.55), (0.6, 0.12, 0.18), (0.65, 0.5, 0.05))[k % 3],
        )
    stage.add("shrubs", bushes, 7.0, {"sky light": 0.85, "sun beyond": 0.03})
    for name, at, size, kind, cloth, hair, long_hair, turn in (
        ("friend in dark", (-0.21, 0.43), 0.155, "dark", DARK_CLOTH, (0.013, 0.011, 0.010), False, 0.5),
        ("friend in white", (0.21, 0.47), 0.150, "light", WHITE_CLOTH, (0.21, 0.11, 0.045), True, -0.5),
    ):
        sheet = stage.sheet()
        masks = bust(sheet, at, size, kind, cloth, hair, stage.key_deg, long_hair=long_hair, turn=turn)
        stage.add(
            name, sheet, 2.4 if kind == "light" else 2.5, {"sky light": 1.0}, velocity_m_s=(0.1, 0.05), is_subject=True
        )
        stage.mark("skin" if kind == "light" else "dark skin", masks["face"])
        stage.mark("white cloth" if kind == "light" else "dark cloth", masks["cloth"])
        stage.face(at[0], at[1], size * 0.8, kind)
    stage.focus = (0.21, 0.46)


def studio_flash(stage: Stage) -> None:
    """A dark room: weak modelling light, one large flash from the left, white cloth and tan skin before grey paper."""
    canvas, seed = stage.canvas, stage.seed
    paper = stage.sheet()
    paper.cover((0.20, 0.205, 0.215), (1 + 0.03 * canvas.noise(3, seed, octaves=4)).astype(np.float32))
    pool = (0.18 + 0.55 * np.exp(-(((canvas.x - 0.06) / 0.50) ** 2 + ((canvas.y - 0.45) / 0.50) ** 2))).astype(
        np.float32
    )
    stage.add("grey paper", paper, 4.2, {"room": 0.6, "flash": pool})
    stage.mark("grey paper", paper.alpha)
    gear = stage.sheet()
    gear.fill(canvas.polygon([(-0.95, -0.05), (-0.60, 0.02), (-0.57, 0.66), (-0.95, 0.78)]), (0.02, 0.02, 0.02))
    gear.fill(canvas.polygon([(-0.95, 0.0), (-0.615, 0.055), (-0.59, 0.62), (-0.95, 0.72)]), (0.75, 0.75, 0.75))
    gear.glow(canvas.polygon([(-0.95, 0.0), (-0.615, 0.055), (-0.59, 0.62), (-0.95, 0.72)]), 14.0, 3000)
    gear.fill(canvas.line([(-0.66, 0.70), (-0.60, 1.1)], 0.014), (0.03, 0.03, 0.03))
    stage.add("light bank", gear, 2.2, {"room": 0.5, "flash": 6.0})
    sheet = stage.sheet()
    masks = bust(sheet, (0.08, 0.40), 0.185, "tan", WHITE_CLOTH, (0.035, 0.022, 0.015), 155.0, turn=-0.6)
    stage.add("sitter", sheet, 2.2, {"room": 1.0, "flash": 1.0}, velocity_m_s=(0.05, 0.05), is_subject=True)
    stage.mark("skin", masks["face"])
    stage.mark("white cloth", masks["cloth"])
    stage.face(0.08, 0.40, 0.15, "tan")
    stage.focus = (0.05, 0.39)
