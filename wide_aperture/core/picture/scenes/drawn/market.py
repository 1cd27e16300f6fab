"""A market lane: at noon with a hard shadow across it, and the same lane at night with signs on wet paving."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Canvas, Point
from wide_aperture.core.picture.scenes.figures import WALKING, Dress, person
from wide_aperture.core.picture.scenes.stage import DARK_CLOTH, WHITE_CLOTH, Colour, Light, Sheet, Stage

VANISH: Point = (0.06, 0.43)
STUCCO: Colour = (0.46, 0.37, 0.26)
STONE: Colour = (0.24, 0.21, 0.17)
AWNINGS: tuple[Colour, ...] = ((0.42, 0.07, 0.05), (0.05, 0.16, 0.20), (0.45, 0.30, 0.05), (0.07, 0.20, 0.07))
SIGNS = (((-0.62, 0.30), 0.17, 0.07, (1.0, 0.22, 0.12)), ((-0.37, 0.345), 0.10, 0.05, (0.25, 0.75, 1.0)), ((0.60, 0.27), 0.16, 0.08, (1.0, 0.72, 0.30)), ((0.37, 0.36), 0.09, 0.045, (0.45, 1.0, 0.5)))  # fmt: skip


def _towards(point: Point, share: float) -> Point:
    """A point on the line from the frame's edge to the vanishing point."""
    return point[0] + (VANISH[0] - point[0]) * share, point[1] + (VANISH[1] - point[1]) * share


def _quad(x: float, top: float, bottom: float, near: float, far: float) -> list[Point]:
    """A patch of a side wall between two depths (0 at the frame's edge, 1 at the vanishing point)."""
    return [_towards((x, top), near), _towards((x, top), far), _towards((x, bottom), far), _towards((x, bottom), near)]


def _wall(canvas: Canvas, x: float) -> Pixels:
    return canvas.polygon(_quad(x, -1.2, 1.12, -0.2, 0.86))


def _lane(stage: Stage, *, sun: Pixels | None, night: bool) -> None:
    """Walls, ground, end of the lane. sun: where direct light falls, on walls and ground."""
    canvas, seed = stage.canvas, stage.seed

    def light(share: float) -> Light:
        return {"street lamps": share} if sun is None else {"sun": sun * np.float32(share), "shade": 1.0}

    end = stage.sheet()
    end.fill(canvas.polygon([(-0.12, -0.1), (0.24, -0.1), (0.24, 0.52), (-0.12, 0.52)]), STUCCO, 0.9)
    end.fill(canvas.polygon([(0.02, 0.16), (0.10, 0.16), (0.10, 0.48), (0.02, 0.48)]), (0.30, 0.22, 0.15))
    end.fill(canvas.polygon([(0.015, 0.17), (0.06, 0.06), (0.105, 0.17)]), (0.16, 0.09, 0.06))
    end.fill(canvas.ellipse((0.06, 0.22), 0.014, 0.016), (0.04, 0.04, 0.04))
    end.alpha *= np.float32(1) - (canvas.y < 0.10 + 0.06 * np.abs(canvas.x - 0.06)) * (np.abs(canvas.x - 0.06) > 0.05)
    stage.add("end of the lane", end, 45.0, light(0.8))

    plaster = 1 + 0.16 * canvas.noise(7, seed, octaves=5) + 0.05 * canvas.noise(60, seed + 1, octaves=2)
    for side, x in (("left", -0.80), ("right", 0.86)):
        wall = stage.sheet()
        wall.fill(_wall(canvas, x), STUCCO if side == "right" else (0.38, 0.33, 0.28), plaster.astype(np.float32))
        for k, (near, far) in enumerate(((0.02, 0.22), (0.30, 0.44), (0.50, 0.60), (0.65, 0.72))):
            for top, bottom in ((-0.62, -0.22), (0.02, 0.30)):
                wall.fill(canvas.polygon(_quad(x, top, bottom, near, far)), (0.05, 0.055, 0.06))
                shutter = canvas.polygon(_quad(x, top, bottom, far, far + 0.035))
                wall.fill(shutter, AWNINGS[(k + (side == "right")) % 4], 0.7)
                if night and (k + int(top > 0) + int(side == "left")) % 3 == 0:
                    wall.glow(canvas.polygon(_quad(x, top + 0.02, bottom - 0.02, near + 0.01, far - 0.01)), 9.0, 2800)
            wall.fill(canvas.polygon(_quad(x, 0.60, 1.12, near, near + 0.09)), (0.07, 0.045, 0.03))
        wall.fill(canvas.polygon(_quad(x, 1.04, 1.16, -0.2, 0.86)), STONE)
        stage.add(f"{side} wall", wall, 9.0, light(1.0))

    ground = stage.sheet()
    floor = canvas.polygon(
        [
            _towards((-0.80, 1.12), -0.4),
            _towards((-0.80, 1.12), 0.86),
            _towards((0.86, 1.12), 0.86),
            _towards((0.86, 1.12), -0.4),
        ]
    )
    away = 1 / np.clip(canvas.y - VANISH[1], 0.012, 1)
    across = (canvas.x - VANISH[0]) * away
    joints = (np.abs(np.sin(9 * across)) > 0.10) * (
        np.abs(np.sin(2.6 * away + 1.6 * np.floor(9 * across / np.pi))) > 0.10
    )
    paving = (0.72 + 0.28 * joints) * (1 + 0.14 * canvas.noise(22, seed + 3, octaves=4, stretch=2))
    ground.fill(floor, STONE if not night else (0.05, 0.05, 0.055), paving.astype(np.float32))
    if night:
        _wet(stage, ground, floor)
    stage.add("paving", ground, 6.0, light(1.0))
    stage.mark("paving", floor if sun is None else floor * sun)
    if sun is not None:
        stage.mark("paving in shade", floor * (1 - sun))


def _wet(stage: Stage, ground: Sheet, floor: Pixels) -> None:
    """Signs mirrored in the wet, drawn out downwards by the joints."""
    canvas = stage.canvas
    ripple = np.clip(0.65 + 0.6 * canvas.noise(26, stage.seed + 9, octaves=3, stretch=3.5), 0, 1.5)
    for (x, y), width, height, hue in SIGNS:
        low = 1.10 - (y - 0.25) * 1.1
        smear = canvas.soften(
            canvas.polygon(
                [
                    (x * 0.9 - width / 2, 0.62),
                    (x * 0.9 + width / 2, 0.62),
                    (x * 0.92 + width * 0.6, low),
                    (x * 0.92 - width * 0.6, low),
                ]
            ),
            0.03,
        )
        ground.shine((smear * floor * ripple * 0.9).astype(np.float32), 8.0 + 60 * height, 6500, tint=hue)
    ground.shine(
        (
            floor * ripple * np.exp(-((canvas.x - VANISH[0]) ** 2) / 0.02) * np.exp(-((canvas.y - 0.55) ** 2) / 0.02)
        ).astype(np.float32),
        6.0,
        2700,
    )


def _stall(stage: Stage, x: float, near: float, far: float, colour: Colour, depth: float, light: Light) -> None:
    """A stall at the side: striped awning, a table of goods."""
    canvas = stage.canvas
    stall = stage.sheet()
    inward = 0.30 if x < 0 else -0.30
    edge_near, edge_far = _towards((x, 0.42), near), _towards((x, 0.42), far)
    lip_near, lip_far = (
        (edge_near[0] + inward * (1 - near), edge_near[1] + 0.085 * (1 - near)),
        (edge_far[0] + inward * (1 - far), edge_far[1] + 0.085 * (1 - far)),
    )
    for k in range(8):
        a, b = k / 8, (k + 1) / 8
        stripe = [
            _mix(edge_near, edge_far, a),
            _mix(edge_near, edge_far, b),
            _mix(lip_near, lip_far, b),
            _mix(lip_near, lip_far, a),
        ]
        stall.fill(canvas.polygon(stripe), colour if k % 2 else (0.62, 0.58, 0.50))
        hang = [
            _mix(lip_near, lip_far, a),
            _mix(lip_near, lip_far, b),
            (_mix(lip_near, lip_far, b)[0], _mix(lip_near, lip_far, b)[1] + 0.03 * (1 - near)),
            (_mix(lip_near, lip_far, a)[0], _mix(lip_near, lip_far, a)[1] + 0.03 * (1 - near)),
        ]
        stall.fill(canvas.polygon(hang), colour if k % 2 else (0.62, 0.58, 0.50), 0.7)
    top_near, top_far = _towards((x, 0.86), near), _towards((x, 0.86), far)
    out_near, out_far = (
        (top_near[0] + inward * 0.85 * (1 - near), top_near[1] + 0.03),
        (top_far[0] + inward * 0.85 * (1 - far), top_far[1] + 0.03),
    )
    cloth = canvas.polygon(
        [
            top_near,
            top_far,
            out_far,
            out_near,
            (out_near[0], out_near[1] + 0.19 * (1 - near)),
            (top_near[0], top_near[1] + 0.22 * (1 - near)),
        ]
    )
    stall.fill(cloth, (0.12, 0.08, 0.05))
    random = np.random.default_rng(stage.seed + int(near * 100) + (x > 0) * 7)
    hues = ((0.55, 0.20, 0.03), (0.45, 0.05, 0.03), (0.35, 0.36, 0.04), (0.10, 0.22, 0.04), (0.60, 0.42, 0.06))
    for _ in range(90):
        s, t = random.random(), random.random()
        place = _mix(_mix(top_near, top_far, s), _mix(out_near, out_far, s), t)
        size = 0.017 * (1 - near) * (1 - 0.4 * s)
        fruit = stall.fill(canvas.ellipse((place[0], place[1] - size * 0.6), size, size * 0.92), hues[int(5 * s) % 5])
        stall.shade(canvas.roundness(fruit, size * 0.7, stage.key_deg), fruit)
    for post in (out_near, out_far):
        stall.fill(
            canvas.line(
                [(post[0], post[1] + 0.2 * (1 - near)), (post[0], post[1] - 0.36 * (1 - near))], 0.008 * (1 - near)
            ),
            (0.2, 0.14, 0.08),
        )
    stage.add("stall", stall, depth, light)


def _mix(a: Point, b: Point, share: float) -> Point:
    return a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share


def market_noon(stage: Stage) -> None:
    """Noon sun falls into the lane from the right edge of the roofs: one side blazes, the other lies in open shade."""
    canvas = stage.canvas
    sky = stage.sheet()
    sky.glow(
        np.ones_like(sky.alpha),
        (3300.0 + 2400 * np.clip(canvas.y / 0.4, 0, 1) + 0 * canvas.x).astype(np.float32),
        11000,
    )
    stage.add("sky", sky, np.inf)
    stage.mark("sky", sky.alpha)
    edge = canvas.polygon([(-0.02, VANISH[1] - 0.5), (2, -1), (2, 2), (0.20, 2), (0.015, VANISH[1])])
    notch = canvas.polygons(
        [
            [(0.30, 1.3), (0.12, 0.60), (0.17, 0.60), (0.46, 1.3)],
            [(-0.05, 0.62), (0.05, 0.62), (0.03, 0.70), (-0.11, 0.70)],
        ]
    )
    sun = np.clip(edge - 0.0 * notch, 0, 1)
    _lane(stage, sun=sun, night=False)
    shade = canvas.zeros() + 1
    _stall(stage, -0.80, 0.14, 0.44, AWNINGS[1], 7.0, {"sun": 0.0, "shade": 1.0})
    _stall(
        stage,
        0.86,
        0.10,
        0.42,
        AWNINGS[0],
        6.5,
        {"sun": (sun * (canvas.y < 0.62) * 0.9 + 0.10 * sun).astype(np.float32), "shade": shade},
    )
    _walker(
        stage,
        "in the shade",
        (-0.22, 0.80),
        0.36,
        Dress(skin="dark", top=(0.10, 0.16, 0.28), legs=DARK_CLOTH),
        9.0,
        {"sun": 0.0, "shade": 1.0},
        (1.3, 0),
    )
    _walker(
        stage,
        "in the sun",
        (0.20, 0.94),
        0.60,
        Dress(skin="tan", top=WHITE_CLOTH, legs=(0.10, 0.09, 0.08), long_hair=True),
        5.0,
        {"sun": 1.0, "shade": 1.0},
        (-1.3, 0),
        flip=True,
    )
    stage.focus = (0.20, 0.42)


def _walker(
    stage: Stage,
    name: str,
    feet: Point,
    height: float,
    dress: Dress,
    depth: float,
    light: Light,
    velocity: tuple[float, float],
    *,
    flip: bool = False,
) -> None:
    canvas = stage.canvas
    ground = stage.sheet()
    cast = canvas.soften(
        canvas.limb(
            [(feet[0], feet[1]), (feet[0] - 0.35 * height, feet[1] + 0.07 * height)], [0.16 * height, 0.10 * height]
        ),
        0.006,
    )
    sheet = stage.sheet()
    painted = person(sheet, feet, height, WALKING, dress, stage.key_deg, flip=flip)
    if "in the sun" in name:
        ground.fill(cast * 0.85, (0.03, 0.03, 0.035))
        stage.add("cast shadow", ground, depth, {"sun": 0.12, "shade": 0.8})
    stage.add(name, sheet, depth, light, velocity_m_s=velocity, is_subject=True)
    stage.mark("skin" if "shade" not in name else "skin in shade", painted.skin)
    if dress.top is WHITE_CLOTH:
        stage.mark("white cloth", painted.top)
    stage.face(painted.head[0], painted.head[1], painted.head_radius, dress.skin)


def market_night(stage: Stage) -> None:
    """The lane after rain: lit signs, warm lamps, dark paving that mirrors them."""
    canvas = stage.canvas
    sky = stage.sheet()
    sky.glow(np.ones_like(sky.alpha), (0.012 + 0.02 * np.clip(canvas.y, 0, 1) + 0 * canvas.x).astype(np.float32), 3200)
    stage.add("night sky", sky, np.inf)
    _lane(stage, sun=None, night=True)
    _stall(stage, 0.86, 0.14, 0.44, AWNINGS[0], 6.5, {"street lamps": 0.7})
    lights = stage.sheet()
    for (x, y), width, height, hue in SIGNS:
        lights.fill(
            canvas.polygon(
                [
                    (x - width / 2 - 0.008, y - height / 2 - 0.008),
                    (x + width / 2 + 0.008, y - height / 2 - 0.008),
                    (x + width / 2 + 0.008, y + height / 2 + 0.008),
                    (x - width / 2 - 0.008, y + height / 2 + 0.008),
                ]
            ),
            (0.03, 0.03, 0.03),
        )
        for k in range(3):
            bar = canvas.polygon(
                [
                    (x - width * 0.40 + k * width * 0.29, y - height * 0.30),
                    (x - width * 0.18 + k * width * 0.29, y - height * 0.30),
                    (x - width * 0.18 + k * width * 0.29, y + height * (0.30 - 0.25 * (k % 2))),
                    (x - width * 0.40 + k * width * 0.29, y + height * (0.30 - 0.25 * (k % 2))),
                ]
            )
            lights.glow(bar, 90.0, 6500, tint=hue)
        around = np.hypot((canvas.x - x) / (width + 0.04), (canvas.y - y) / (height + 0.05))
        lights.shine(np.exp(-2.2 * around**2).astype(np.float32) * 0.9, 3.0, 6500, tint=hue)
    for x, y, size in ((-0.30, 0.18, 0.016), (0.30, 0.17, 0.016), (0.02, 0.34, 0.007), (0.14, 0.35, 0.006)):
        lights.glow(canvas.ellipse((x, y), size, size), 5200.0, 2700)
        lights.fill(canvas.line([(x, y - size), (x, y - 0.2)], 0.003), (0.02, 0.02, 0.02))
        lights.shine(np.exp(-((np.hypot(canvas.x - x, canvas.y - y) / 0.06) ** 1.2)).astype(np.float32), 5.0, 2700)
    stage.add("signs and lamps", lights, 10.0)
    stage.mark(
        "lit signs",
        np.clip(
            sum(
                canvas.polygon(
                    [(x - w / 2, y - h / 2), (x + w / 2, y - h / 2), (x + w / 2, y + h / 2), (x - w / 2, y + h / 2)]
                )
                for (x, y), w, h, _ in SIGNS
            ),
            0,
            1,
        ),
    )
    falls = (0.55 + 0.65 * np.exp(-(((canvas.x - 0.10) / 0.5) ** 2)) + 0 * canvas.y).astype(np.float32)
    for name, feet, height, dress, depth, velocity, flip in (
        (
            "far walker",
            (-0.16, 0.74),
            0.30,
            Dress(skin="brown", top=(0.20, 0.16, 0.11), legs=DARK_CLOTH, coat=0.10),
            10.0,
            (1.2, 0),
            False,
        ),
        (
            "walker",
            (0.06, 0.95),
            0.62,
            Dress(
                skin="light",
                top=DARK_CLOTH,
                legs=(0.08, 0.07, 0.07),
                coat=0.17,
                hair=(0.10, 0.06, 0.03),
                long_hair=True,
            ),
            5.0,
            (-1.3, 0),
            True,
        ),
    ):
        sheet = stage.sheet()
        painted = person(sheet, feet, height, WALKING, dress, stage.key_deg, flip=flip)
        stage.add(name, sheet, depth, {"street lamps": falls}, velocity_m_s=velocity, is_subject=True)
        stage.mark("skin", painted.skin)
        stage.face(painted.head[0], painted.head[1], painted.head_radius, dress.skin)
        if dress.top is DARK_CLOTH:
            stage.mark("dark cloth", painted.top)
    umbrella = stage.sheet()
    _umbrella(canvas, umbrella, (0.075, 0.255), 0.26)
    stage.add("umbrella", umbrella, 5.0, {"street lamps": falls}, velocity_m_s=(-1.3, 0), is_subject=True)
    stage.focus = (0.06, 0.42)


def _umbrella(canvas: Canvas, sheet: Sheet, top: Point, width: float) -> None:
    x, y = top
    ribs = [(x - width * 0.5 + width * k / 6, y + 0.02 + 0.012 * (k % 2)) for k in range(7)]
    dome = [(x + width * 0.5 * np.cos(a), y + 0.02 - 0.10 * np.sin(a)) for a in np.linspace(0, np.pi, 20)]
    mask = sheet.fill(canvas.polygon([*ribs, *[(float(a), float(b)) for a, b in dome]]), (0.30, 0.03, 0.04))
    sheet.shade(canvas.roundness(mask, 0.05, 80.0, fill=0.35), mask)
    sheet.fill(canvas.line([(x, y), (x + 0.04, y + 0.36)], 0.005), (0.2, 0.18, 0.15))
