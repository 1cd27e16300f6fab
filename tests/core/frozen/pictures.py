"""Scenes as drawn, frames as taken, readings, metering, brackets and looks: small, seeded, as numbers."""

from __future__ import annotations

from dataclasses import replace

import cv2
import numpy as np

from tests.core.builders import body
from tests.core.frozen import Table, array, flat
from tests.core.scenes import composed, kind
from wide_aperture.core.documents.body import FlashSync
from wide_aperture.core.physics.colour.encoding import screen_level
from wide_aperture.core.picture import bracketing, metering, tone
from wide_aperture.core.picture.imaging import Capture, Darkroom, Look, compare, look, readings
from wide_aperture.core.picture.imaging.capture import Crop, Development, LookRecipe, Peaking, Thresholds, WhiteSetting
from wide_aperture.core.picture.imaging.merge import align_crop, merged_radiance, tone_mapped
from wide_aperture.core.picture.imaging.optical import blur_diameter_px, image_velocity_px_s
from wide_aperture.core.picture.scenes import Composition, Tuning, all_casts, all_surroundings, scene, usual
from wide_aperture.core.picture.scenes.colour_space import SRGB_FROM_BALANCED

SMALL = Look(width_px=160)
CAMERA = body(flash_sync=FlashSync(mechanical_s=1 / 250))


def table() -> Table:
    made = {name: _scene(usual(name)) for name in all_surroundings()}
    made |= {f"{name} alone": _scene(replace(usual("garden"), cast=name, distance_m=9.0)) for name in all_casts()}
    return {**made, "frames": _frames(), "metering": _metering(), "brackets": _brackets(), "looks": _looks()}


def _thumb(image: np.ndarray) -> str:
    return array(cv2.resize(np.asarray(image, np.float32), (6, 4), interpolation=cv2.INTER_AREA))


def _scene(composition: Composition) -> list[str]:
    lines: list[str] = []
    for tuning in (Tuning(), Tuning(key_deg=200.0, haze=0.3, subject_ev=1.0)):
        drawn = scene(composition, 160, 108, tuning=tuning)
        for layer in drawn.layers:
            lines += flat([layer.depth_m, *layer.velocity_m_s, layer.sky_arcsec_s, layer.top, layer.left], layer.name)
            lines += [f"{layer.name} {part}: {_thumb(pixels)}" for part, pixels in layer.parts.items()]
            lines.append(f"{layer.name} covers: {_thumb(layer.alpha)}")
        lines += [f"tone {title}: {float(np.mean(mask)):.4g}" for title, mask in drawn.tones.items()]
        lines += flat(list(drawn.faces), "faces")
    return lines


def _capture(name: str, **changes: object) -> Capture:
    of = kind(name)
    values = {
        "aperture": 4.0, "iso": 400, "shutter_s": min(4 / 2**of.ev100, 30.0), "focal_mm": of.focal_mm,
        "focus_m": None if of.subject_m > 1e5 else of.subject_m,
        "white": WhiteSetting(mode="kelvin", kelvin=of.lamps[0].cct_k),
    }  # fmt: skip
    return Capture(**{**values, **changes})  # type: ignore[arg-type]


TAKEN = (
    ("portrait_shade", {}, SMALL),
    ("portrait_shade", {"iso": 6400, "aperture": 1.8, "look": LookRecipe(base="standard", contrast=1, sharpness=2, noise_strength="strong")}, SMALL),
    ("portrait_shade", {"look": LookRecipe(base="mono", filter="red"), "shadow_lift": "strong", "reserve": "highlight_reserve_1"}, SMALL),
    ("floodlit_pitch", {"shutter_s": 1 / 60, "white": WhiteSetting(mode="auto", bias="warm", tint=2)}, SMALL),
    ("floodlit_pitch", {"shutter_s": 1 / 60, "panned": True, "hand_limit_s": 1 / 125, "shot": 3}, SMALL),
    ("sports_hall", {"shutter_s": 1 / 1000, "shutter_type": "electronic"}, SMALL),
    ("dance_floor", {"flash": True, "flash_comp_ev": -1, "shutter_s": 1 / 500}, SMALL),
    ("dance_floor", {"flash": True, "shutter_s": 1 / 60, "later_s": 0.4}, Look(width_px=160, development=Development(lift_ev=2, denoise=0.8))),
    ("aisle", {"aperture": 16.0}, Look(width_px=120, crop=Crop(x=0.5, y=0.4))),
)  # fmt: skip


def _frames() -> list[str]:
    room, lines, made = Darkroom(), [], []
    for at, (name, changes, wanted) in enumerate(TAKEN):
        frame = room.render(composed(name), CAMERA, _capture(name, **changes), wanted)
        made.append(frame)
        lines.append(f"{at} raw: {_thumb(frame.raw.electrons)}")
        lines.append(f"{at} picture: {_thumb(frame.picture)}")
        lines.append(
            f"{at} {frame.white_kelvin:.4g} {frame.white_duv:.3g} {frame.exposure_ev100:.4g} {frame.raw_clip_ev:.4g} {frame.preview_clip_ev:.4g}"
        )
        read = readings.screen_and_data(
            frame.raw, frame.white, frame.picture, Thresholds(high=200, low=20), frame.preview_clip_ev
        )
        lines += flat(read, f"{at}")
        counts = readings.histograms(frame.raw, frame.picture)
        lines.append(f"{at} histograms: {array(counts.raw)} | {array(counts.preview)}")
        lines.append(
            f"{at} edges: {readings.peaking_mask(frame.picture, Peaking(level='middle')).mean():.4g} {compare.sharpness(frame.picture):.4g}"
        )
        for layer in frame.scene.layers[:4]:
            moved = image_velocity_px_s(layer, frame.scene, CAMERA, _capture(name, **changes))
            blurred = blur_diameter_px(layer.depth_m, frame.scene, CAMERA, _capture(name, **changes))
            lines.append(f"{at} {layer.name}: {blurred:.4g} {' '.join(f'{float(v):.4g}' for v in np.ravel(moved))}")
    lines += flat(compare.difference(made[0], made[1], 8e6), "difference")
    lines.append(f"noise: {compare.output_noise_snr(made[1], 8e6):.4g}")
    pair = [room.render(composed("chapel"), CAMERA, _capture("chapel", shutter_s=t), SMALL) for t in (0.05, 0.8)]
    radiance = merged_radiance([frame.raw for frame in pair], [0.0, 4.0])
    lines.append(f"merged: {_thumb(radiance)}")
    mapped = tone_mapped(radiance, pair[0].white, pair[0].raw.mid_e, pair[0].raw.clip_e, SRGB_FROM_BALANCED)
    lines.append(f"mapped: {_thumb(mapped)}")
    cropped, share = align_crop(made[0].picture, 6.0)
    return [*lines, f"aligned: {cropped.shape} {share:.4g}"]


def _metering() -> list[str]:
    lines: list[str] = []
    random = np.random.default_rng(5)
    light = (2.0 ** random.uniform(-6, 9, (40, 60))).astype(np.float32)
    light[25:32, 40:46] *= 60
    for pattern in ("multi_segment", "centre_weighted", "average", "spot", "highlight_weighted"):
        lines += [
            f"{pattern} {point}: {metering.meter(light, pattern, point=point).ev100:.4g}"
            for point in ((0.5, 0.5), (0.72, 0.7))
        ]
    return [
        *lines,
        f"placed {metering.placed(metering.meter(light, 'spot'), 1.5):.4g}",
        f"radius {metering.spot_radius(0.03, 1.5):.4g}",
    ]


def _brackets() -> list[str]:
    lines: list[str] = []
    for frames, step, shift in ((3, 1.0, 0.0), (5, 0.7, -1.0), (2, 2.0, 0.5)):
        for order in ("middle_first", "dark_first"):
            offsets = bracketing.bracket_offsets(frames, step, shift, order)
            lines += flat(offsets, f"{frames}x{step} {order}")
            lines += flat(bracketing.coverage(offsets, -3.0, 2.5, -6.0, 4.0), "covers")
            lines.append(
                f"slowest {bracketing.slowest_s(0.01, offsets):.4g}, row {bracketing.row_time_s(0.01, offsets, 8.0):.4g}"
            )
    for low, high in ((-2.0, 2.0), (-6.0, 5.0), (-9.0, 9.0)):
        lines += flat(bracketing.shortest_row(-7.0, 3.0, low, high), f"row for {low:g} to {high:g}")
    lines += [
        f"needed {scene:g}: {bracketing.frames_needed(scene, 11.0, step)}"
        for scene in (10.0, 12.5, 19.0)
        for step in (1.0, 2.0)
    ]
    lines += flat(bracketing.frame_range(-9.0, 3.3, 1.0), "range")
    values = 2.0 ** np.linspace(-8, 9, 90)
    lines.append(f"scene {' '.join(f'{v:.4g}' for v in np.ravel(tone.scene_range_ev(values)))}")
    lines += [f"right {tone.expose_to_the_right(top, 3.3):.4g}" for top in (0.5, 2.0, 4.4)]
    masks = {"left": (np.arange(90) < 30).astype(float), "right": (np.arange(90) > 70).astype(float)}
    return [*lines, *flat(tone.tone_table(values, masks, 3.0), "tone")]


def _looks() -> list[str]:
    lines: list[str] = []
    for base in ("standard", "neutral", "flat", "mono"):
        recipe = LookRecipe(base=base, contrast=1, highlight_tone=-1, shadow_tone=1, saturation=1, sharpness=-1)
        lines.append(
            f"{base}: {look.white_ev(recipe, 3.3):.4g} {look.saturation_of(recipe):.4g} {look.sharpness_of(recipe):.4g}"
        )
        codes, top = look.tone_codes(recipe, 3.3, 0.5)
        lines.append(f"{base} curve: {top:.4g} {array(codes)}")
    return [*lines, f"screen {array(screen_level(np.linspace(0, 1, 12)))}"]
