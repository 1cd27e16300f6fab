"""Physics, words and small rules at landmark arguments."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Any

import numpy as np

from tests.core.builders import body, lens
from tests.core.frozen import Table, flat
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.body import proposed_ceilings
from wide_aperture.core.documents.said import in_units
from wide_aperture.core.physics import flash, motion, optics, sensor
from wide_aperture.core.physics.colour import adaptation, automatic, loci, recover, temperature
from wide_aperture.core.physics.quantities import series, text
from wide_aperture.core.planning.body_facts import body_facts
from wide_aperture.demo.kit import BODIES, LENSES

Asked = tuple[Callable[..., Any], list[tuple[Any, ...]]]
FOCALS, STOPS = (20.0, 85.0, 600.0), (1.4, 5.6, 22.0)
WAVES = ("sine", "rectified_sine")

ASKED: list[Asked] = [
    (optics.circle_of_confusion, [(36, 24), (23.5, 15.6), (36, 24, 3000)]),
    (optics.crop_factor, [(23.5, 15.6), (44, 33), (6.2, 4.6)]),
    (optics.hyperfocal_distance, [(f, n, 0.03) for f in FOCALS for n in STOPS]),
    (optics.depth_of_field, [(f, n, d, 0.03) for f in FOCALS for n in STOPS for d in (2.0, 30.0)] + [(50, 8, math.inf, 0.03)]),
    (optics.blur_disc_diameter, [(f, n, 5.0, d) for f in FOCALS for n in STOPS for d in (3.0, 8.0, math.inf)]),
    (optics.airy_disc_diameter, [(8,), (22, 450)]),
    (optics.aperture_for_range, [(f, 1.5, 9.0, 0.02) for f in FOCALS] + [(24, 2, math.inf, 0.03), (50, 3, 3, 0.03)]),
    (motion.image_speed, [(7, 90, 15, 200), (2, 20, 4, 35), (0.3, 45, 1, 100)]),
    (motion.subject_blur, [(7, 90, 15, 200, 4.0, 1 / 500), (1, 20, 4, 35, 6.0, 1 / 60)]),
    (motion.angular_blur, [(15.04, 200, 4.0, 10), (180, 20, 6.0, 5)]),
    (motion.handheld_limit, [(200, 1.0), (200, 1.5, 2.0), (50, 1.0, 1.0, 4.0)]),
    (motion.burst_success, [(0.3, 5), (0.9, 1)]),
    (motion.sharp_chance, [(-1.0,), (0.0,), (1.5,), (4.0,)]),
    (motion.burst_gain_stops, [(1,), (3,), (12,)]),
    (motion.rolling_skew, [(4000, 0.022), (100, 0.004)]),
    (motion.star_trail_length, [(0, 20, 6.0, 15), (60, 85, 4.0, 8)]),
    (motion.rule_limit, [("500", 24), ("300", 24, 1.5), ("400", 50)]),
    (motion.npf_limit, [(24, 1.8, 6.0, 0.0), (50, 4.0, 4.0, 60.0), (14, 2.8, 3.9, -70.0)]),
    (motion.flicker_swing, [(t, 100.0, 0.8, wave) for wave in WAVES for t in (1 / 1000, 1 / 125, 1 / 60)]),
    (flash.flash_reach, [(36, 4, 100), (36, 2.8, 1600, 2.0)]),
    (flash.flash_power_ev, [(36, 4, 100, 3.0), (60, 2.8, 800, 12.0, 2.0)]),
    (flash.high_speed_sync_loss_ev, [(1 / 250, 1 / 250), (1 / 4000, 1 / 250)]),
    (sensor.signal_to_noise, [(1000, 3, 0.005), (20, 2, 0.01)]),
    (sensor.read_noise_at, [(body().electrons, iso) for iso in (100, 500, 3200)]),
    (sensor.cleaner_from_iso, [(body().electrons,)]),
    (sensor.tone_signal, [(body(), 100, 0.0), (body(), 3200, -3.0)]),
    (sensor.output_snr, [(body(), 100, 8e6), (body(), 6400, 2e6, -5.0)]),
    (sensor.usable_range_ev, [(body(), 100), (body(), 3200, 2e6, 4.0)]),
    (sensor.engineering_range_ev, [(body(), 100), (body(), 12800)]),
    (sensor.iso_ceiling, [(body(), 9.0, 8e6), (body(), 40.0, 8e6), (body(), 2.0, 2e6)]),
    (sensor.typical, [(36, 24, 24, 100), (6.2, 4.6, 12, 80), (44, 33, 100, 64, 14.8)]),
    (proposed_ceilings, [(body().electrons, 24, 100), (sensor.typical(6.2, 4.6, 12, 80), 12, 80)]),
    (loci.planckian_xy, [(1800,), (3200,), (12000,)]),
    (loci.daylight_xy, [(4000,), (6504,), (15000,)]),
    (loci.usual_xy, [(2800,), (3999,), (4001,), (7500,)]),
    (temperature.cct_duv, [(0.4476, 0.4074), (0.3127, 0.3290), (0.36, 0.40), (0.28, 0.27)]),
    (adaptation.card_cast, [((0.4476, 0.4074), (0.3127, 0.3290)), ((0.36, 0.38), (0.34, 0.35), "diagonal")]),
    (adaptation.lab_from_xyz, [((0.2, 0.2, 0.2),), ((0.001, 0.002, 0.003),), ((0.9, 1.0, 1.1),)]),
    (automatic.mired_between, [(3200, 5600)]),
    (recover.recovery, [((0.5267, 0.4133), 1900, (0.44, 0.40), 2500, 10000, snr) for snr in ((20, 30, 9), (3, 8, 2))]),
    (recover.cast_ev, [((1.0, 0.0, 2.0),)]),
    (series.exact_step, [(q, k) for q in ("shutter", "aperture", "iso") for k in (-3, 0, 7)] + [("iso", 3, "half")]),
    (series.step_label, [("shutter", k) for k in (-6, 0, 9, 24, 39)] + [("aperture", k) for k in (0, 4, 17)] + [("iso", 11)]),
    (series.nearest_step, [("shutter", 1 / 200), ("aperture", 6.0), ("iso", 3000), ("iso", 3000, "half")]),
    (text.parse_shutter, [(t,) for t in ("1/250", "0.5", "2 s", "1m30", "3/10")]),
    (text.parse_aperture, [("f/2.8",), ("5,6",), ("1:4",)]),
    (text.parse_iso, [("ISO 6400",), ("51 200",), ("25k",), ("12,800",)]),
    (text.exact_from_text, [("shutter", "1/200"), ("aperture", "5.6"), ("iso", "2500")]),
    (text.format_shutter, [(v,) for v in (1 / 8192, 1 / 60, 0.3, 0.77, 2.5, 30.0, 90.0, 400.0)]),
    (text.format_aperture, [(v,) for v in (1.2, 5.657, 22.63)]),
    (text.format_iso, [(v,) for v in (100.0, 5079.7, 102400.0)]),
    (wording.stops, [(v,) for v in (0.0, 0.17, 1 / 3, 0.7, 1.0, 2.34, -1.66)]),
    (wording.stops_word, [(v,) for v in (0.2, 1 / 3, 1.0, 1.34, 3.0, -2.0)]),
    (wording.signed_stops, [(v,) for v in (0.0, 0.34, -1.67)]),
    (wording.ev, [(v,) for v in (-3.0, 0.25, 11.66)]),
    (wording.seconds, [(v,) for v in (1 / 500, 0.8, 15.0, 240.0)]),
    (wording.clock, [(v,) for v in (0.0, 719.6, 1501.0, -20.0)]),
    (wording.pace, [(v, moving) for v in (0.0, 0.2, 3.0) for moving in (False, True)]),
    (wording.metres, [(v,) for v in (0.05, 0.756, 3.14159, 42.0, 1234.0, 100_000.0, math.inf)]),
    (wording.listed, [([],), (["a"],), (["a", "b"],), (["a", "b", "c"],)]),
]  # fmt: skip


def table() -> Table:
    made = {
        f"{function.__module__.rsplit('.', 1)[1]}.{function.__name__}": [
            line for at, arguments in enumerate(asked) for line in flat(function(*arguments), str(at))
        ]
        for function, asked in ASKED
    }
    made["values in words"] = [
        f"{entry.id}: {in_units(say_value(entry, value))}"
        for entry in catalogue()
        for value in (entry.factory, entry.usual, 2.0, 0.5, True, False, None)
        if (entry.kind != "choice" or isinstance(value, str)) and value is not None
    ]
    made["bodies"] = [line for camera in BODIES for line in _of_body(camera)]
    made["lenses"] = [line for glass in (*LENSES, lens(24, 1.4)) for line in _of_lens(glass)]
    made["automatic white"] = _automatic()
    return made


def _of_body(camera: Any) -> list[str]:
    facts = {
        name: getattr(camera, name)
        for name in ("crop_factor", "coc_mm", "pixel_pitch_um", "width_px", "height_px", "shutters")
    }
    said = [f"{camera.name} {fact.field}: {fact.value}" for fact in body_facts(camera)]
    rates = {f"{k} {f}": camera.frames_per_s(k, f) for k in camera.shutter_kinds for f in ("raw", "jpeg")}
    return [*flat(facts, camera.name), *flat(rates, camera.name), *said]


def _of_lens(glass: Any) -> list[str]:
    middle = (glass.focal_min_mm + glass.focal_max_mm) / 2
    opened = [glass.widest_at(f) for f in (glass.focal_min_mm, middle, glass.focal_max_mm)]
    return [
        *flat(opened, glass.name),
        *flat([glass.covers(36, 24), glass.covers(23.5, 15.6), glass.is_zoom], glass.name),
    ]


def _automatic() -> list[str]:
    random = np.random.default_rng(3)
    lines: list[str] = []
    for kelvin in (2800.0, 4500.0, 9000.0):
        x, y = (float(v) for v in loci.usual_xy(kelvin))
        tint = np.array([x / y, 1.0, (1 - x - y) / y])
        image = (random.uniform(0.02, 0.9, (12, 16, 1)) * tint).astype(np.float32)
        for bias in automatic.KEPT_WARM:
            lines += flat(
                automatic.automatic_white(image, image[..., 1] > 0.85, bias, 2500, 10000), f"{kelvin:g} {bias}"
            )
    return lines
