"""Demo bodies and lenses. All made up; the numbers are ours."""

from __future__ import annotations

from typing import Any

from wide_aperture.core.documents.abilities import Abilities, OwnLook
from wide_aperture.core.documents.body import (
    RAW_FILES,
    Body,
    FlashSync,
    FrameRate,
    IsoCeilings,
    RawTrial,
    ReserveFloor,
    SlotBank,
)
from wide_aperture.core.documents.body_support import BodyConflict, Condition, IsoByTime, SettingIs, SettingSupport
from wide_aperture.core.documents.lens import ApertureAt, Lens
from wide_aperture.core.physics.sensor import typical
from wide_aperture.demo.ids import demo_id


def _body(
    slug: str, name: str, size_mm: tuple[float, float], megapixels: float, base_iso: float, **figures: Any
) -> Body:
    width, height = size_mm
    range_ev = figures.pop("range_ev", None)
    return Body(
        id=demo_id(f"body/{slug}"),
        name=name,
        sensor_width_mm=width,
        sensor_height_mm=height,
        megapixels=megapixels,
        base_iso=base_iso,
        electrons=typical(width, height, megapixels, base_iso, range_ev),
        **figures,
    )


def _rates(mechanical: float | None, electronic: float | None) -> tuple[FrameRate, ...]:
    rates = []
    if mechanical:
        rates += [
            FrameRate(shutter="mechanical", frames_per_s=mechanical),
            FrameRate(shutter="electronic_first_curtain", frames_per_s=mechanical),
        ]
    if electronic:
        rates.append(FrameRate(shutter="electronic", frames_per_s=electronic))
    return tuple(rates)


def _lacks(setting: str, instead: str) -> SettingSupport:
    return SettingSupport(setting=setting, options=(), instead=instead)


def _has(setting: str, *options: str, instead: str = "", conditions: tuple[Condition, ...] = ()) -> SettingSupport:
    return SettingSupport(setting=setting, options=options, instead=instead, conditions=conditions)


def _clash(because: str, **together: str) -> BodyConflict:
    pairs = tuple(SettingIs(setting=setting, option=option) for setting, option in together.items())
    return BodyConflict(together=pairs, because=because)


def _opened(*files: str) -> tuple[RawTrial, ...]:
    """Raw variants tried at home; all open."""
    return tuple(RawTrial.model_validate({"file": file, "opens": True}) for file in files or RAW_FILES)


ALDER_LOOKS = (
    OwnLook(name="Clear water", like="neutral", contrast=-1),
    OwnLook(name="Market", like="standard", contrast=1, saturation=1),
    OwnLook(name="Fog", like="flat", contrast=-2, highlight=-1, shadow=-1),
    OwnLook(name="Slate", like="mono"),
)
FOUR_SLOTS = (
    SlotBank(kind="full", count=3, label="custom mode", name_letters=12),
    SlotBank(kind="held_button", count=1, label="hold"),
)

BODIES: tuple[Body, ...] = (
    _body(
        "alder-24", "Alder 24", (36, 24), 24, 100, range_ev=14.0,
        note="Full frame for action and dim rooms.",
        highest_iso=102400, fastest_mechanical_s=1 / 8000, fastest_first_curtain_s=1 / 4000,
        fastest_electronic_s=1 / 16000, longest_timed_s=30,
        flash_sync=FlashSync(mechanical_s=1 / 250, electronic_first_curtain_s=1 / 250),
        readout_ms=22, frame_rates=_rates(10, 12), buffer_raw_frames=120, card_slots=2, stabiliser_stops=5,
        anti_flicker=True, ceilings=IsoCeilings(routine=12800, push=25600, provenance="person"),
        reserve_floors=(ReserveFloor(reserve="highlight_reserve_1", iso=200), ReserveFloor(reserve="highlight_reserve_2", iso=400)),
        auto_iso_slowest_shutter="linked_to_focal_length", slots=FOUR_SLOTS,
        abilities=Abilities(looks=ALDER_LOOKS, hdr_busy_s=2, magnifier_steps=(5, 10)), raw_tried=_opened(),
        support=(
            _has("file", "raw_lossless_compressed", "raw_lossy_compressed", "raw_plus_jpeg", "jpeg", instead="Compressed without loss is the same picture."),
            _has(
                "drive", "single", "continuous_low", "continuous_high", "precapture", "interval", "remote", "self_timer", "bracket_burst",
                conditions=(Condition(when_setting="shutter_type", is_one_of=("mechanical", "electronic_first_curtain"), without_options=("precapture",),
                                      because="Looking back before the press needs the electronic read-out."),),
            ),
        ),
        conflicts=(_clash("It records before the press only with the electronic read-out.", precapture="on", shutter_type="mechanical"),),
    ),
    _body(
        "alder-45", "Alder 45", (36, 24), 45, 64, range_ev=14.7,
        note="Full frame for land and studio.",
        highest_iso=25600, fastest_mechanical_s=1 / 8000, fastest_first_curtain_s=1 / 2000,
        fastest_electronic_s=1 / 16000, longest_timed_s=30,
        flash_sync=FlashSync(mechanical_s=1 / 250, electronic_first_curtain_s=1 / 250),
        readout_ms=55, frame_rates=_rates(9, 9), buffer_raw_frames=70, card_slots=2, stabiliser_stops=5,
        anti_flicker=True, ceilings=IsoCeilings(routine=6400, push=12800, provenance="person"),
        auto_iso_slowest_shutter="linked_to_focal_length", slots=FOUR_SLOTS,
        abilities=Abilities(looks=ALDER_LOOKS, hdr_busy_s=3, magnifier_steps=(5, 10)), raw_tried=_opened(),
    ),
    _body(
        "rowan-26", "Rowan 26", (23.5, 15.6), 26, 160, range_ev=13.5,
        note="Small APS-C for streets and travel.",
        highest_iso=51200, fastest_mechanical_s=1 / 4000, fastest_first_curtain_s=1 / 4000,
        fastest_electronic_s=1 / 32000, longest_timed_s=900,
        flash_sync=FlashSync(mechanical_s=1 / 250, electronic_first_curtain_s=1 / 250),
        readout_ms=24, frame_rates=_rates(8, 20), buffer_raw_frames=45, card_slots=1, stabiliser_stops=0,
        anti_flicker=True, ceilings=IsoCeilings(routine=6400, push=12800, provenance="person"),
        reserve_floors=(ReserveFloor(reserve="highlight_reserve_1", iso=320), ReserveFloor(reserve="highlight_reserve_2", iso=640)),
        abilities=Abilities(
            looks=(OwnLook(name="Daily", like="standard"), OwnLook(name="Letter", like="neutral"), OwnLook(name="Ash", like="mono", contrast=1)),
        ),
        raw_tried=_opened(),
        slots=(SlotBank(kind="full", count=4, label="memory", name_letters=16, leaves_out=("af_area", "af_areas_allowed")), SlotBank(kind="look", count=7, label="look memory")),
        support=(
            _lacks("front_lamp", ""),
            _lacks("face_register", "Start on the right face with a tracking point."),
            _lacks("stabiliser_when", ""),
            _lacks("points_orientation", "Move the point after turning the camera."),
            _has("metering", "multi_segment", "centre_weighted", "average", "spot", instead="Spot on the brightest part that must hold, two thirds under white."),
        ),
        conflicts=(_clash("Its wide range setting is made in the JPEG engine and is lost with the electronic burst.", hdr_mode="strong", shutter_type="electronic"),),
    ),
    _body(
        "wren", "Wren", (23.5, 15.6), 24, 100,
        note="Pocket camera, one lens that stays on, leaf shutter.",
        highest_iso=25600, fastest_leaf_s=1 / 2500, fastest_electronic_s=1 / 16000, longest_timed_s=30,
        flash_sync=FlashSync(leaf_s=1 / 2500), readout_ms=40,
        frame_rates=(FrameRate(shutter="leaf", frames_per_s=4), FrameRate(shutter="electronic", frames_per_s=4)),
        buffer_raw_frames=20, card_slots=1, stabiliser_stops=4,
        ceilings=IsoCeilings(routine=6400, push=12800, provenance="person"),
        finder="none", raw_tried=_opened("raw", "raw_plus_jpeg"),
        abilities=Abilities(width_mm=110, height_mm=64, depth_mm=34, joystick=False, pad=True, dials=1, focus_steps_m=(1, 1.5, 2, 2.5, 5), timer_lengths_s=(2, 10)),
        slots=(SlotBank(kind="mode_position", count=3, label="user place", changes="kept", filled="held"),),
        support=(
            _lacks("finder_switch", "It has a screen only: shade it with the hand."),
            _lacks("finder_refresh", ""),
            _lacks("boost_mode", ""),
            _lacks("focus_limiter", "Pre-focus at the distance wanted."),
            _has("file", "raw", "raw_plus_jpeg", "jpeg"),
            _has("shutter_type", "leaf", "electronic"),
        ),
    ),
    _body(
        "gorse", "Gorse", (6.3, 4.7), 12, 100, range_ev=10.5,
        note="Tiny sensor, one aperture, fits anywhere.",
        highest_iso=6400, fastest_electronic_s=1 / 16000, longest_timed_s=30, readout_ms=12,
        frame_rates=(FrameRate(shutter="electronic", frames_per_s=15),), buffer_raw_frames=30, card_slots=1,
        stabiliser_stops=3, ceilings=IsoCeilings(routine=800, push=1600, provenance="person"),
        finder="none", raw_tried=_opened("raw", "raw_plus_jpeg"),
        abilities=Abilities(width_mm=72, height_mm=52, depth_mm=32, joystick=False, dials=0, rings=0, hdr_busy_s=5, timer_lengths_s=(2, 10)),
        iso_by_time=(IsoByTime(longer_than_s=8, highest_iso=1600),),
        support=(
            _lacks("anti_flicker", "Keep to whole lamp periods."),
            _lacks("bracketing", "Two exposures by hand from a rest."),
            _lacks("finder_switch", "It has a screen only."),
            _lacks("peaking", "Focus at infinity and stop judging by eye: everything from a metre on is sharp."),
            _lacks("warm_display", "Turn the screen as dark as it goes."),
            _lacks("exposure_delay", "The self-timer does the same."),
            _lacks("level", "Lay a straw or a phone on it."),
            _has("af_activation", "shutter_button"),
            _has("subject_detection", "off", "human"),
            _has("metering", "multi_segment", "centre_weighted", "spot"),
            _has("af_area", "single_point", "zone", "whole_area", "magnified_live_view", "zone_focus", "na"),
            _has("file", "raw", "raw_plus_jpeg", "jpeg"),
        ),
    ),
    _body(
        "larch-100", "Larch 100", (43.8, 32.9), 102, 100, range_ev=14.8,
        note="Larger than full frame; slow and fine.",
        highest_iso=12800, fastest_mechanical_s=1 / 4000, fastest_first_curtain_s=1 / 2000,
        fastest_electronic_s=1 / 16000, longest_timed_s=3600,
        flash_sync=FlashSync(mechanical_s=1 / 125, electronic_first_curtain_s=1 / 125),
        readout_ms=160, frame_rates=_rates(5, 3), buffer_raw_frames=28, card_slots=2, stabiliser_stops=5,
        ceilings=IsoCeilings(routine=6400, push=12800, provenance="person"),
        abilities=Abilities(width_mm=151, height_mm=108, depth_mm=84, place_contents=("mode", "values", "all"), magnifier_steps=(4, 8, 16)),
        slots=(SlotBank(kind="full", count=2, label="shelf", family="upper", filled="computer", name_letters=20), SlotBank(kind="full", count=2, label="shelf below", family="lower", filled="computer", name_letters=20)),
        support=(
            _lacks("boost_mode", ""),
            _lacks("precapture", "Start the burst earlier."),
            _has("drive", "single", "continuous_low", "continuous_high", "interval", "remote", "self_timer", "bracket_burst"),
        ),
        conflicts=(_clash("Flash fires only with the curtains.", flash="key", shutter_type="electronic"),),
    ),
)  # fmt: skip


def _lens(slug: str, name: str, focal_mm: tuple[float, float], widest: dict[float, float], **figures: Any) -> Lens:
    return Lens(
        id=demo_id(f"lens/{slug}"),
        name=name,
        focal_min_mm=focal_mm[0],
        focal_max_mm=focal_mm[1],
        widest=tuple(ApertureAt(focal_length_mm=f, f_number=n) for f, n in widest.items()),
        **figures,
    )


FULL_FRAME_CIRCLE_MM = 43.3
LENSES: tuple[Lens, ...] = (
    _lens("20-18", "20 mm f/1.8", (20, 20), {20: 1.8}, smallest_f_number=16, closest_focus_m=0.2, image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("28-20", "28 mm f/2", (28, 28), {28: 2.0}, closest_focus_m=0.25, ring="coupled", image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("35-18", "35 mm f/1.8", (35, 35), {35: 1.8}, closest_focus_m=0.3, image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("50-18", "50 mm f/1.8", (50, 50), {50: 1.8}, closest_focus_m=0.45, image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("85-18", "85 mm f/1.8", (85, 85), {85: 1.8}, closest_focus_m=0.8, image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("16-35-4", "16–35 mm f/4", (16, 35), {16: 4.0, 35: 4.0}, closest_focus_m=0.28, image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("24-70-28", "24–70 mm f/2.8", (24, 70), {24: 2.8, 70: 2.8}, closest_focus_m=0.38, image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("24-105-4", "24–105 mm f/4", (24, 105), {24: 4.0, 105: 4.0}, stabiliser_stops=4, closest_focus_m=0.45, image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("70-200-28", "70–200 mm f/2.8", (70, 200), {70: 2.8, 200: 2.8}, stabiliser_stops=4, closest_focus_m=1, image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("200-600", "200–600 mm f/5.6–6.3", (200, 600), {200: 5.6, 350: 6.0, 500: 6.3, 600: 6.3}, smallest_f_number=32, stabiliser_stops=4, closest_focus_m=2.4, image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("400-28", "400 mm f/2.8", (400, 400), {400: 2.8}, stabiliser_stops=4, closest_focus_m=2.6, image_circle_mm=FULL_FRAME_CIRCLE_MM),
    _lens("18-28", "18 mm f/2.8", (18, 18), {18: 2.8}, smallest_f_number=16, closest_focus_m=0.2, ring="coupled", image_circle_mm=28.5),
    _lens("27-28", "27 mm f/2.8", (27, 27), {27: 2.8}, smallest_f_number=16, closest_focus_m=0.35, image_circle_mm=28.5),
    _lens("63-28", "63 mm f/2.8", (63, 63), {63: 2.8}, smallest_f_number=32, closest_focus_m=0.5, image_circle_mm=55),
    _lens("wren-18", "Wren’s 18 mm f/2.8", (18, 18), {18: 2.8}, smallest_f_number=16, closest_focus_m=0.1, leaf_shutter=True, image_circle_mm=28.5, built_into=demo_id("body/wren")),
    _lens("gorse-4", "Gorse’s 4.2 mm f/2.8", (4.2, 4.2), {4.2: 2.8}, smallest_f_number=2.8, fixed_aperture=True, closest_focus_m=0.1, image_circle_mm=8, built_into=demo_id("body/gorse")),
)  # fmt: skip
