"""Inside: a stone chapel with bright windows, an aisle with a couple, and a dance floor with mixed lamps."""

from __future__ import annotations

import math

import numpy as np

from wide_aperture.core.picture.scenes.colour_space import Pixels
from wide_aperture.core.picture.scenes.drawing import Canvas, Point
from wide_aperture.core.picture.scenes.figures import STANDING, WALKING, Dress, Joints, person
from wide_aperture.core.picture.scenes.stage import DARK_CLOTH, WHITE_CLOTH, Colour, Light, Sheet, Stage, skin

STONE: Colour = (0.34, 0.29, 0.22)
OAK: Colour = (0.10, 0.055, 0.028)
GLASS = ((0.95, 0.30, 0.18), (0.25, 0.42, 1.0), (0.95, 0.80, 0.32), (0.35, 0.85, 0.45), (0.75, 0.85, 1.0))


def _arch(x: float, y: float, width: float, height: float) -> list[Point]:
    """A pointed arch standing on y."""
    spring = y - height * 0.62
    left = [
        (x - width / 2 + width * (1 - math.cos(a)), spring - width * 0.98 * math.sin(a))
        for a in np.linspace(0, math.pi / 3, 9).tolist()
    ]
    right = [(2 * x - px, py) for px, py in reversed(left)]
    return [(x - width / 2, y), *left, *right, (x + width / 2, y)]


def _window(
    canvas: Canvas, sheet: Sheet, x: float, y: float, width: float, height: float, level: float, seed: int
) -> Pixels:
    """A leaded window in a stone frame; its panes glow with daylight. Returns the glass."""
    frame = canvas.polygon(_arch(x, y + 0.012, width * 1.22, height * 1.06))
    sheet.fill(frame, STONE, 0.75)
    glass = canvas.polygon(_arch(x, y, width, height))
    random = np.random.default_rng(seed)
    sheet.glow(glass, level * 0.7, 6800)
    rows, columns = 9, 4
    for row in range(rows):
        for column in range(columns):
            left, top = x - width / 2 + width * column / columns, y - height * (row + 1) / rows * 1.02
            pane = canvas.polygon(
                [
                    (left, top),
                    (left + width / columns, top),
                    (left + width / columns, top + height / rows * 1.02),
                    (left, top + height / rows * 1.02),
                ]
            )
            clear = random.random() < 0.45
            sheet.glow(
                pane * glass,
                level * (0.9 if clear else random.uniform(0.35, 0.7)),
                6800,
                tint=(0.95, 0.97, 1.0) if clear else GLASS[random.integers(0, 5)],
            )
    for column in range(1, columns):
        bar = x - width / 2 + width * column / columns
        sheet.fill(
            canvas.line([(bar, y), (bar, y - height * 1.05)], 0.0035 if column != 2 else 0.008)
            * np.clip(glass * 2, 0, 1),
            (0.05, 0.05, 0.05),
        )
    for row in range(1, rows):
        level_y = y - height * row / rows * 1.02
        sheet.fill(
            canvas.line([(x - width / 2, level_y), (x + width / 2, level_y)], 0.003) * np.clip(glass * 2, 0, 1),
            (0.05, 0.05, 0.05),
        )
    return glass


def chapel(stage: Stage) -> None:
    """Vows in a stone chapel: windows six stops brighter than the couple, warm lamps, pale stone."""
    canvas, seed = stage.canvas, stage.seed
    wall = stage.sheet()
    courses = np.floor(canvas.y * 15)
    joints = np.minimum(np.abs(np.sin(canvas.y * 15 * np.pi)) * 6, 1) * np.minimum(
        np.abs(np.sin((canvas.x * 8 + 0.5 * (courses % 2)) * np.pi)) * 10, 1
    )
    stone = (0.86 + 0.14 * joints) * (1 + 0.16 * canvas.noise(9, seed, octaves=5))
    wall.cover(STONE, stone.astype(np.float32))
    wall.fill(
        canvas.polygon([(-1, -0.05), (1, -0.05), (1, 0.03), (0.62, 0.05), (0.0, 0.015), (-0.62, 0.05), (-1, 0.03)]), OAK
    )
    glass = canvas.zeros()
    for x, height, width in ((-0.40, 0.36, 0.125), (0.0, 0.47, 0.155), (0.40, 0.36, 0.125)):
        glass = np.maximum(glass, _window(canvas, wall, x, 0.56, width, height, 620.0, seed + int(10 * (x + 1))))
    for x in (-0.66, 0.66):  # columns
        shaft = canvas.limb([(x, 0.05), (x, 0.86)], [0.085, 0.085])
        wall.fill(shaft, STONE, (1.05 * stone).astype(np.float32))
        wall.shade(canvas.roundness(shaft, 0.03, 90 - 70 * np.sign(x), fill=0.4), shaft)
        wall.fill(
            canvas.polygon([(x - 0.065, 0.10), (x + 0.065, 0.10), (x + 0.05, 0.135), (x - 0.05, 0.135)]), STONE, 1.1
        )
    spill = sum(np.exp(-(((canvas.x - x) / 0.13) ** 2 + ((canvas.y - 0.62) / 0.16) ** 2)) for x in (-0.40, 0.0, 0.40))
    lamp_light = (0.55 + 0.5 * np.exp(-((canvas.x / 0.55) ** 2) - ((canvas.y - 0.6) / 0.5) ** 2)).astype(np.float32)
    stage.add(
        "east wall", wall, 16.0, {"lamps": lamp_light, "window light": (0.25 * np.clip(spill, 0, 1)).astype(np.float32)}
    )
    stage.mark("windows", glass)
    stage.mark("stone", wall.alpha * (1 - glass) * (canvas.y > 0.1) * (canvas.y < 0.6))

    altar = stage.sheet()
    floor = canvas.polygon([(-1, 0.78), (1, 0.78), (1, 1.2), (-1, 1.2)])
    altar.fill(
        floor, (0.20, 0.17, 0.14), (1 + 0.12 * canvas.noise(12, seed + 4, octaves=4, stretch=3)).astype(np.float32)
    )
    altar.fill(canvas.polygon([(-0.22, 0.66), (0.22, 0.66), (0.235, 0.80), (-0.235, 0.80)]), OAK)
    altar.fill(canvas.polygon([(-0.235, 0.64), (0.235, 0.64), (0.235, 0.675), (-0.235, 0.675)]), WHITE_CLOTH)
    for x in (-0.17, -0.12, 0.12, 0.17):
        altar.fill(canvas.line([(x, 0.64), (x, 0.585)], 0.008), (0.7, 0.66, 0.55))
        altar.glow(canvas.ellipse((x, 0.575), 0.0045, 0.010), 5200.0, 1900)
        altar.shine(np.exp(-((np.hypot(canvas.x - x, canvas.y - 0.575) / 0.022) ** 1.5)).astype(np.float32), 10.0, 1900)
    stage.add("altar", altar, 13.0, {"lamps": 0.8, "window light": 0.3})

    _couple(stage, (-0.065, 0.955), 0.50, STANDING, 7.0, {"lamps": 0.75, "window light": 0.2}, (0.15, 0))
    pews = stage.sheet()
    for y, height in ((0.86, 0.10), (0.95, 0.14)):
        for side in (-1.0, 1.0):
            pews.fill(
                canvas.polygon(
                    [(side * 0.30, y), (side * 1.0, y - 0.015), (side * 1.0, y + height), (side * 0.33, y + height)]
                ),
                OAK,
                (1 + 0.2 * canvas.noise(30, seed + 6, octaves=3, stretch=4)).astype(np.float32),
            )
            pews.fill(
                canvas.polygon(
                    [
                        (side * 0.295, y - 0.012),
                        (side * 1.0, y - 0.028),
                        (side * 1.0, y - 0.01),
                        (side * 0.30, y + 0.004),
                    ]
                ),
                OAK,
                1.8,
            )
    for x, y, size, tone in (
        (-0.46, 0.86, 0.036, "light"),
        (-0.60, 0.855, 0.038, "brown"),
        (0.45, 0.86, 0.037, "fair"),
        (0.62, 0.855, 0.037, "dark"),
    ):
        _seen_from_behind(canvas, pews, (x, y), size, tone, stage.key_deg)
    stage.add("pews and guests", pews, 4.0, {"lamps": 0.45, "window light": 0.25})
    stage.focus = (-0.03, 0.53)


def _seen_from_behind(canvas: Canvas, sheet: Sheet, at: Point, size: float, kind: str, key_deg: float) -> None:
    x, y = at
    shoulders = sheet.fill(
        canvas.blob(
            [
                (x - size * 2.0, y + size * 2.5),
                (x - size * 1.6, y + size * 0.5),
                (x - size * 0.5, y),
                (x + size * 0.5, y),
                (x + size * 1.6, y + size * 0.5),
                (x + size * 2.0, y + size * 2.5),
            ]
        ),
        (0.06, 0.06, 0.075),
    )
    sheet.shade(canvas.roundness(shoulders, size, key_deg), shoulders)
    hue = {
        "light": (0.22, 0.14, 0.06),
        "fair": (0.10, 0.06, 0.03),
        "brown": (0.02, 0.015, 0.012),
        "dark": (0.014, 0.012, 0.01),
    }[kind]
    head = sheet.fill(canvas.ellipse((x, y - size * 0.75), size * 0.78, size), hue)
    sheet.shade(canvas.roundness(head, size * 0.5, key_deg), head)


def _couple(
    stage: Stage, feet: Point, height: float, joints: Joints, depth: float, light: Light, velocity: tuple[float, float]
) -> None:
    """Two people in white and in dark cloth, of light and of dark skin."""
    canvas = stage.canvas
    suit = Dress(skin="brown", top=DARK_CLOTH, legs=(0.03, 0.03, 0.036), coat=0.10, hair=(0.012, 0.01, 0.01))
    gown = Dress(
        skin="light",
        top=WHITE_CLOTH,
        legs=None,
        sleeves=False,
        skirt=0.50,
        hair=(0.14, 0.07, 0.03),
        long_hair=True,
        shoes=WHITE_CLOTH,
    )
    for name, dress, at, tall in (
        ("in dark", suit, (feet[0] + 0.165 * height * 2, feet[1]), height * 1.05),
        ("in white", gown, feet, height),
    ):
        sheet = stage.sheet()
        painted = person(sheet, at, tall, joints, dress, stage.key_deg, flip=name == "in dark")
        if name == "in dark":
            collar = canvas.polygon(
                [
                    (at[0] - 0.022 * tall, at[1] - 0.82 * tall),
                    (at[0] + 0.022 * tall, at[1] - 0.82 * tall),
                    (at[0], at[1] - 0.66 * tall),
                ]
            )
            sheet.fill(collar, WHITE_CLOTH)
        stage.add(name, sheet, depth, light, velocity_m_s=velocity, is_subject=True)
        stage.mark("skin" if name == "in white" else "dark skin", painted.skin)
        stage.mark("white cloth" if name == "in white" else "dark cloth", painted.top)
        stage.face(painted.head[0], painted.head[1], painted.head_radius, dress.skin)
    flowers = stage.sheet()
    random = np.random.default_rng(stage.seed + 31)
    middle = (feet[0] + 0.03 * height, feet[1] - 0.50 * height)
    for _ in range(26):
        at = (middle[0] + random.normal(0, 0.028) * height * 2, middle[1] + random.normal(0, 0.022) * height * 2)
        bloom = flowers.fill(
            canvas.ellipse(at, 0.022 * height, 0.020 * height),
            ((0.75, 0.72, 0.66), (0.60, 0.25, 0.26), (0.10, 0.20, 0.07))[random.integers(0, 3)],
        )
        flowers.shade(canvas.roundness(bloom, 0.014 * height, stage.key_deg), bloom)
    stage.add("flowers", flowers, depth, light, velocity_m_s=velocity, is_subject=True)


def aisle(stage: Stage) -> None:
    """The couple walks down the aisle towards the door, guests on both sides, daylight from the open door."""
    canvas, seed = stage.canvas, stage.seed
    room = stage.sheet()
    room.cover(STONE, (0.9 + 0.14 * canvas.noise(8, seed, octaves=4)).astype(np.float32))
    for side in (-1.0, 1.0):
        for k, (near, far) in enumerate(((0.95, 0.66), (0.60, 0.44), (0.40, 0.31))):
            recess = canvas.polygon(
                [
                    (side * near, -0.05 + 0.10 * k),
                    (side * far, 0.06 + 0.10 * k),
                    (side * far, 0.60),
                    (side * near, 0.70),
                ]
            )
            room.fill(recess, STONE, 0.42)
            room.fill(
                canvas.polygon(
                    [
                        (side * far, 0.0 + 0.09 * k),
                        (side * (far - 0.05), 0.02 + 0.10 * k),
                        (side * (far - 0.05), 0.62),
                        (side * far, 0.63),
                    ]
                ),
                STONE,
                1.15,
            )
    room.fill(canvas.polygon([(-0.30, 0.10), (0.30, 0.10), (0.30, 0.60), (-0.30, 0.60)]), STONE, 0.8)
    glass = _window(canvas, room, 0.0, 0.40, 0.17, 0.30, 420.0, seed + 2)
    room.fill(
        canvas.polygon([(-0.17, 0.60), (0.17, 0.60), (0.80, 1.1), (-0.80, 1.1)]),
        (0.24, 0.20, 0.17),
        (1 + 0.10 * canvas.noise(16, seed + 3, octaves=4)).astype(np.float32),
    )
    room.fill(
        canvas.polygon([(-0.07, 0.60), (0.07, 0.60), (0.36, 1.1), (-0.36, 1.1)]),
        (0.30, 0.045, 0.04),
        (1 + 0.12 * canvas.noise(40, seed + 4, octaves=2)).astype(np.float32),
    )
    stage.add("nave", room, 20.0, {"lamps": 0.7, "door light": 0.25})
    stage.mark("windows", glass)
    stage.mark("stone", room.alpha * (1 - glass) * (canvas.y < 0.55))

    kinds = ("fair", "dark", "light", "brown", "tan")
    tops: tuple[Colour, ...] = (
        (0.10, 0.14, 0.26),
        (0.45, 0.20, 0.20),
        (0.05, 0.05, 0.06),
        (0.30, 0.34, 0.25),
        (0.50, 0.42, 0.30),
    )
    for depth, y, size, edge in ((14.0, 0.66, 0.026, 0.20), (10.0, 0.76, 0.040, 0.33), (6.5, 0.92, 0.066, 0.56)):
        row = stage.sheet()
        for side in (-1.0, 1.0):
            for k in range(4):
                x = side * (edge + k * size * 4.6)
                _facing(
                    canvas,
                    row,
                    (x, y),
                    size,
                    kinds[(k + int(depth)) % 5],
                    tops[(k + int(side) + int(depth)) % 5],
                    stage.key_deg,
                )
            bench = canvas.polygon(
                [
                    (side * edge * 0.86, y + size * 2.2),
                    (side * 1.2, y + size * 2.0),
                    (side * 1.2, y + size * 6),
                    (side * edge * 0.9, y + size * 6),
                ]
            )
            row.fill(bench, OAK, (1.2 + 0.25 * canvas.noise(30, seed + 6, octaves=3, stretch=4)).astype(np.float32))
        stage.add(f"guests at {depth:.0f} m", row, depth, {"lamps": 0.7, "door light": 0.5})
    _couple(stage, (-0.085, 0.985), 0.58, WALKING, 7.0, {"lamps": 0.6, "door light": 1.0}, (0.25, 0.0))
    stage.focus = (-0.03, 0.47)


def _facing(canvas: Canvas, sheet: Sheet, at: Point, size: float, kind: str, top: Colour, key_deg: float) -> None:
    x, y = at
    shoulders = sheet.fill(
        canvas.blob(
            [
                (x - size * 1.9, y + size * 3.4),
                (x - size * 1.6, y + size * 1.1),
                (x - size * 0.5, y + size * 0.6),
                (x + size * 0.5, y + size * 0.6),
                (x + size * 1.6, y + size * 1.1),
                (x + size * 1.9, y + size * 3.4),
            ]
        ),
        top,
    )
    sheet.shade(canvas.roundness(shoulders, size, key_deg), shoulders)
    head = sheet.fill(canvas.ellipse((x, y - size * 0.35), size * 0.78, size), skin(kind))
    hair = sheet.fill(
        np.clip(
            canvas.ellipse((x, y - size * 0.75), size * 0.84, size * 0.78)
            - canvas.ellipse((x, y - size * 0.02), size * 0.70, size * 0.86),
            0,
            1,
        ),
        (0.05, 0.035, 0.025),
    )
    both = np.maximum(head, hair)
    sheet.shade(canvas.roundness(both, size * 0.5, key_deg), both)


def dance_floor(stage: Stage) -> None:
    """First dance: warm room lamps, coloured spots of quite another colour, points of light behind."""
    canvas, seed = stage.canvas, stage.seed
    room = stage.sheet()
    room.cover((0.10, 0.075, 0.06), (1 + 0.15 * canvas.noise(5, seed, octaves=4)).astype(np.float32))
    random = np.random.default_rng(seed)
    for k in range(9):  # garlands
        a, b = (-0.9 + 0.2 * k, 0.06 + 0.03 * (k % 2)), (-0.7 + 0.2 * k, 0.06 + 0.03 * ((k + 1) % 2))
        for t in np.linspace(0, 1, 9):
            at = (a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t + 0.05 * math.sin(math.pi * t))
            room.glow(canvas.ellipse(at, 0.0055, 0.0055), 900.0, 2400)
    for x in (-0.55, 0.0, 0.55):
        for k, (hue, kelvin) in enumerate((((0.35, 0.25, 1.0), 9000), ((1.0, 0.2, 0.75), 6500))):
            beam = canvas.soften(
                canvas.polygon(
                    [(x + 0.05 * k, 0.02), (x + 0.06 * k, 0.02), (x + 0.26 - 0.4 * k, 0.75), (x - 0.02 - 0.4 * k, 0.75)]
                ),
                0.02,
            )
            room.shine(beam * 0.5 * np.clip(1 - canvas.y, 0, 1), 3.2, kelvin, tint=hue)
        room.glow(canvas.ellipse((x, 0.03), 0.014, 0.010), 2600.0, 7500)
    floor = canvas.polygon([(-1, 0.72), (1, 0.72), (1, 1.2), (-1, 1.2)])
    room.fill(
        floor, (0.12, 0.07, 0.04), (1 + 0.10 * canvas.noise(30, seed + 3, octaves=3, stretch=6)).astype(np.float32)
    )
    for x, hue in ((-0.45, (0.35, 0.25, 1.0)), (0.05, (1.0, 0.6, 0.3)), (0.50, (1.0, 0.2, 0.75))):
        pool = np.exp(-(((canvas.x - x) / 0.22) ** 2 + ((canvas.y - 0.86) / 0.07) ** 2)) * floor
        room.shine(pool.astype(np.float32) * 0.9, 6.0, 6500, tint=hue)
    stage.add("room", room, 12.0, {"room lamps": 0.5, "spots": 0.25, "flash": 0.08})
    guests = stage.sheet()
    for k, x in enumerate(np.linspace(-0.80, 0.80, 9).tolist()):
        if abs(x) < 0.17:
            continue
        kind = ("fair", "brown", "light", "dark", "tan")[k % 5]
        painted_dress = Dress(
            skin=kind,
            top=((0.20, 0.05, 0.06), (0.05, 0.06, 0.12), (0.30, 0.27, 0.20), (0.03, 0.03, 0.03))[k % 4],
            legs=DARK_CLOTH,
            coat=0.08,
        )
        person(
            guests,
            (x + random.normal(0, 0.02), 0.80 + random.normal(0, 0.008)),
            0.42 + random.normal(0, 0.015),
            STANDING,
            painted_dress,
            stage.key_deg,
            flip=bool(k % 2),
        )
    stage.add("guests", guests, 7.5, {"room lamps": 0.55, "spots": 0.35, "flash": 0.2})
    key = np.exp(-((canvas.x + 0.35) ** 2) / 0.5).astype(np.float32)
    _couple(
        stage,
        (-0.07, 0.955),
        0.62,
        WALKING,
        2.8,
        {
            "room lamps": 0.75 * key + 0.35 + 0 * canvas.y,
            "spots": (0.75 * np.clip(canvas.x * 4 + 0.25, 0, 1) + 0 * canvas.y).astype(np.float32),
            "flash": 1.0,
        },
        (0.8, 0.0),
    )
    stage.focus = (-0.02, 0.42)
