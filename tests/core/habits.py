"""Twelve photographers, made up: how each one's camera stands on any day, the schools they hold to, and their usual work."""

from __future__ import annotations

import uuid
from dataclasses import dataclass, field
from typing import Any

from tests.core.corpus import BODIES_BY_ID, LENSES_BY_ID, demo_inputs
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.body_support import SettingSupport
from wide_aperture.core.documents.foundation import FoundationDocument
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.named_look import NamedLook
from wide_aperture.core.documents.preferences import Schools
from wide_aperture.core.documents.setup import Standing
from wide_aperture.core.planning import PlanInput
from wide_aperture.demo.ids import demo_id


@dataclass(frozen=True)
class Habits:
    """One photographer. settings: on any day; standing: where it differs; works: titles of demo situations."""

    name: str
    body: str
    works: tuple[str, ...]
    settings: dict[str, Any]
    standing: tuple[dict[str, Any], ...] = ()
    schools: dict[str, str] = field(default_factory=dict)
    lacks: tuple[str, ...] = ()
    controls: dict[str, str] = field(default_factory=dict)
    areas: dict[str, str] = field(default_factory=dict)
    looks: tuple[NamedLook, ...] = ()
    lens: str | None = None

    @property
    def foundation(self) -> FoundationDocument:
        """Their foundation as it is saved."""
        narrower = tuple(Standing(**each) for each in self.standing)
        owner = uuid.uuid5(uuid.NAMESPACE_URL, f"habits/{self.name}")
        return FoundationDocument(
            id=owner,
            title=self.name,
            settings=self.settings,
            standing=narrower,
            schools=self.schools,
            looks=self.looks,
        )

    @property
    def kit(self) -> Body:
        """Their body, without what it lacks."""
        own = BODIES_BY_ID[demo_id(f"body/{self.body}")]
        lacking = tuple(
            SettingSupport(setting=name, options=(), instead="Its body has no such setting.") for name in self.lacks
        )
        kept = tuple(each for each in own.support if each.setting not in self.lacks)
        return own.model_copy(update={"support": (*kept, *lacking)})

    def asks(self) -> list[PlanInput]:
        """Their usual work on their own body."""
        found = []
        for title in self.works:
            given = demo_inputs()[title]
            preferences = given.preferences.model_copy(update={"schools": Schools()})  # theirs go with them
            found.append(
                given.model_copy(
                    update={
                        "body": self.kit,
                        "lens": self.glass(given.lens),
                        "preferences": preferences,
                        "foundation": self.foundation.for_plan(),
                        "pins": (),
                        "situation": given.situation.model_copy(update={"focal_length_mm": None}),
                    }
                )
            )
        return found

    def glass(self, usual: Lens) -> Lens:
        """Their own lens, else the situation's."""
        return LENSES_BY_ID[demo_id(f"lens/{self.lens}")] if self.lens else usual


QUIET = {"sounds": "off", "assist_lamp": "off", "shutter_sound": "off", "timer_beep": "off", "front_lamp": "off"}
TRUTH = {
    "picture_profile": "neutral", "look_contrast": -2.0, "look_saturation": -2.0, "look_sharpness": 1.0,
    "clip_high": 253.0, "clip_low": 2.0, "clip_warning": "always", "exposure_simulation": "on",
}  # fmt: skip

TWELVE = (
    Habits(
        "Small body without a joystick", "wren",
        ("Wet pavement, shop signs", "Café, filament bulbs", "Walkabout, set distance"),
        {**QUIET, "touch_drag": "whole", "touch_action": "point", "af_activation": "shutter_button", "grid": "on",
         "review": "two_seconds", "auto_off": 120.0, "eco_mode": "on", "info_overlays": "few", "points_grid": "coarse"},
        lacks=("points_wrap", "point_speed", "top_display"),
        controls={"button_front": "centre_point", "button_screen": "level"},
    ),
    Habits(
        "Truthful preview, two bodies alike", "alder-24",
        ("Vows in the chapel", "Families in three rows", "Getting ready by the window"),
        {**QUIET, **TRUTH, "display_brightness": "fixed", "file_prefix": "per_body", "clock_zone": "local",
         "histogram_access": "live", "file": "raw_lossless_compressed", "card_mode": "backup", "review": "off"},
        ({"setting": "look_contrast", "value": -1.0, "body_id": demo_id("body/alder-45")},),
        controls={"button_front": "simulation", "button_screen": "histogram"},
    ),
    Habits(
        "JPEG everyday", "rowan-26",
        ("Blade of noon sun", "Couple in open shade", "Families in three rows"),
        {**QUIET, "file": "jpeg", "jpeg_quality": "fine", "jpeg_size": "large", "picture_profile": "standard",
         "look_noise": "light", "colour_space": "srgb", "clip_high": 245.0, "review": "two_seconds", "grid": "on",
         "white_balance": "auto", "exposure_comp_ev": -1 / 3, "shadow_lift": "weak", "portrait_smoothing": "off"},
        schools={"file": "jpeg", "jpeg_white": "within_a_band", "jpeg_for": "print"},
        controls={"button_front": "look", "button_screen": "crop"},
        looks=(
            NamedLook(name="Noon slate", settings={"picture_profile": "mono", "look_contrast": 1.0}, genres=("street",)),
            NamedLook(name="Soft paper", settings={"look_contrast": -1.0, "look_saturation": -1.0}, genres=("wedding",)),
        ),
    ),
    Habits(
        "Compact set to a zone", "wren",
        ("Walkabout, set distance", "Blade of noon sun"),
        {**QUIET, "review": "off", "shutter_type": "leaf", "af_activation": "back_button", "peaking": "off",
         "mf_magnify_on_ring": "off", "grid": "off", "auto_off": 300.0, "touch_action": "off", "info_overlays": "few"},
        ({"setting": "iso", "value": 1600.0, "genres": ("street",)},),
        schools={"exposure": "zone_focus_program"},
        controls={"button_front": "other_mode", "button_screen": "self_timer"},
    ),
    Habits(
        "Wildlife, three areas on three buttons", "alder-45",
        ("Gulls over the bar", "White wader on dark water", "Deer at the wood’s edge"),
        {**QUIET, "af_areas_allowed": "three", "af_activation": "back_button", "button_front": "af_area",
         "card_mode": "overflow", "review": "after_burst", "points_wrap": "on", "point_speed": "fast",
         "stabiliser_when": "exposure", "finder_refresh": "high", "touch_action": "off", "auto_off": 600.0,
         "controls_lock": "off", "playback_hand": "left", "boost_mode": "on", "heat_limit": "high"},
        schools={"cards": "overflow", "points_wrap": "on"},
        controls={"button_back": "focus_area", "button_front": "focus_area", "button_lens": "focus_area", "button_screen": "detection_toggle"},
        areas={"button_back": "single_point", "button_front": "wide_tracking", "button_lens": "zone"},
    ),
    Habits(
        "Sports in full", "alder-24",
        ("Warm-up, low sun", "First half", "Second half, floodlights"),
        {**QUIET, "file": "raw_lossless_compressed", "frame_rate": 10.0, "af_priority": "release", "anti_flicker": "on",
         "review": "off", "drive": "continuous_high", "touch_action": "off", "boost_mode": "on", "auto_off": 600.0,
         "finder_refresh": "high", "grid": "off", "card_mode": "backup", "battery_order": "body_first",
         "safety_shift": "off", "release_without_card": "locked", "playback_first": "last"},
        ({"setting": "slowest_shutter_s", "value": 1 / 500, "genres": ("sports",)},),
        schools={"anti_flicker": "all_year"},
        controls={"button_front": "tracking_off", "button_screen": "radio", "ring_lens": "zoom"},
    ),
    Habits(
        "Studio, tethered", "larch-100",
        ("Getting ready by the window", "Couple in open shade"),
        {"link_mode": "tether", "link_send": "all", "review": "two_seconds", "eco_mode": "off", "auto_off": 1800.0,
         "assist_lamp": "off", "sounds": "off", "display_brightness": "fixed", "grid": "on", "level": "on",
         "file": "raw_lossless_compressed", "flash_modelling": "on", "histogram_access": "live", "copyright": True},
        controls={"button_front": "flash_menu", "button_screen": "multiple_exposure"},
    ),
    Habits(
        "Landscape, fifteen items", "alder-45",
        ("Tarn before sunrise", "Sun on the horizon", "Beck, silky water", "Ridge in the hand"),
        {"level": "on", "grid": "on", "histogram_access": "live", "review": "two_seconds", "assist_lamp": "off",
         "sounds": "off", "magnifier_time": "until_half_press", "mf_override": "on", "peaking_colour": "yellow",
         "raw_compression": "lossless", "aspect": "full", "touch_action": "focus", "clip_warning": "always",
         "clip_high": 253.0, "noise_reduction_long_exposure": "off"},
        schools={"preview": "flat_for_truth", "peaking_colour": "yellow", "ring_refines": "always"},
        controls={"button_front": "release_delay", "button_screen": "hdr"},
    ),
    Habits(
        "Street, from the pocket", "rowan-26",
        ("Walkabout, set distance", "Blade of noon sun", "Wet pavement, shop signs"),
        {**QUIET, "review": "off", "auto_off": 300.0, "touch_action": "off", "touch_drag": "off", "grid": "off",
         "file": "raw_plus_jpeg", "look_filter": "red", "points_grid": "coarse", "white_balance": "daylight",
         "af_activation": "shutter_button", "info_overlays": "few", "image_rotation": "off"},
        ({"setting": "iso", "value": 5000.0, "darker_than_ev": 6.0},),
        schools={"street_frames": "single", "slowest_time": "one_for_all"},
        controls={"button_front": "af_manual", "button_screen": "finder_or_screen", "button_back": "subject_detection"},
        looks=(NamedLook(name="Red through glass", settings={"picture_profile": "mono", "look_filter": "red"}, genres=("street",)),),
    ),
    Habits(
        "Family camera with a back button", "rowan-26",
        ("Couple in open shade", "Families in three rows", "Getting ready by the window"),
        {"af_activation": "back_button", "file": "raw_plus_jpeg", "review": "two_seconds", "sounds": "off",
         "assist_lamp": "off", "subject_detection": "human_eye", "grid": "on", "touch_action": "focus",
         "jpeg_size": "large", "picture_profile": "standard", "auto_off": 60.0, "portrait_smoothing": "on"},
        ({"setting": "kelvin", "value": 4500.0, "up_to": 6000.0},),
        controls={"button_front": "faces_first", "button_screen": "slot"},
    ),
    Habits(
        "Church, by spot", "alder-24",
        ("Vows in the chapel", "Getting ready by the window", "Families in three rows"),
        {**QUIET, "metering": "spot", "spot_link": "af_point", "review": "off", "file": "raw_lossless_compressed",
         "card_mode": "backup", "exposure_simulation": "on", "histogram_access": "one_press", "grid": "on",
         "face_metering": False, "af_activation": "back_button", "lens_corrections": "on", "clip_high": 253.0},
        schools={"metering": "spot", "reserve_rest": "left_automatic"},
        controls={"button_front": "stop_and_lock", "button_screen": "stabiliser"},
    ),
    Habits(
        "Night with a fixed lens", "wren",
        ("Core with the small camera",),
        {**QUIET, "af_mode": "manual", "noise_reduction_long_exposure": "off", "warm_display": "on",
         "display_brightness": "dim", "review": "two_seconds", "white_balance": "kelvin", "kelvin": 4000.0,
         "lens_corrections": "off", "stabilisation": "off", "exposure_simulation": "off", "boosted_display": "on",
         "auto_off": 300.0, "grid": "on"},
        controls={"button_front": "peaking", "button_screen": "release_delay", "button_back": "magnify"},
    ),
)  # fmt: skip
