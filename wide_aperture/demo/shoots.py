"""Demo shoots in an invented county, one per genre, and nights of both hemispheres. Coordinates lie in open sea: no real place is meant."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.preferences import Preferences, Requests, Schools
from wide_aperture.core.documents.shoot import Photographer, PlannedSituation, Shoot, sky_context
from wide_aperture.core.documents.situation import (
    Light,
    LightByEv,
    LightByName,
    LightBySky,
    Place,
    Situation,
    SpeedBand,
)
from wide_aperture.core.sky.daylight.resolve import resolved
from wide_aperture.demo.ids import demo_id

OPEN_SEA = {"latitude_deg": 51.5, "longitude_deg": -25.0}
SOUTHERLY_SEA = {"latitude_deg": 38.0, "longitude_deg": -33.0}
SOUTH_SEA = {"latitude_deg": -42.0, "longitude_deg": -150.0}
FIRST, SECOND = "First photographer", "Second photographer"
ZONE, SOUTH_ZONE = "Etc/UTC", "Etc/GMT+10"


def _shoot(
    slug: str,
    title: str,
    genre: str,
    place: str,
    date: dt.date,
    note: str = "",
    zone: str = ZONE,
    people: tuple[str, ...] = (),
    faces: tuple[str, ...] = (),
    at: dict[str, float] = OPEN_SEA,
) -> Shoot:
    return Shoot(
        id=demo_id(f"shoot/{slug}"),
        title=title,
        genre=genre,
        date=date,
        zone=zone,
        note=note,
        photographers=tuple(Photographer(id=_person(slug, name), name=name) for name in people),
        faces=faces,
        place=Place(name=place, **at),
    )


def _person(shoot: str, name: str) -> uuid.UUID:
    return demo_id(f"shoot/{shoot}/{name}")


SHOOTS: tuple[Shoot, ...] = (
    _shoot("cup-final", "Lowmoor cup final", "sports", "Lowmoor ground", dt.date(2026, 10, 17)),
    _shoot("estuary", "Gulls and waders at Sallow Point", "wildlife", "Sallow Point", dt.date(2026, 11, 7)),
    _shoot("market", "Thornwick market day and night", "street", "Thornwick", dt.date(2026, 9, 26)),
    _shoot("tarn", "Dawn at Hare Tarn", "landscape", "Hare Tarn", dt.date(2026, 10, 3)),
    _shoot("wedding", "Wedding at Ashcombe", "wedding", "Ashcombe", dt.date(2026, 9, 12), "Two photographers, two bodies.", people=(FIRST, SECOND), faces=("The bride", "The groom", "The grandmother")),
    _shoot("ridge", "Night sky over Withen Ridge", "night_sky", "Withen Ridge", dt.date(2026, 8, 14), at=SOUTHERLY_SEA),
    _shoot("moonrise", "Full Moon over Withen Ridge", "night_sky", "Withen Ridge", dt.date(2026, 7, 28), at=SOUTHERLY_SEA),
    _shoot("sound", "Core overhead, Cold Sound", "night_sky", "Cold Sound", dt.date(2026, 7, 14), zone=SOUTH_ZONE, at=SOUTH_SEA),
    _shoot("sound-moon", "Winter Moonrise, Cold Sound", "night_sky", "Cold Sound", dt.date(2026, 7, 29), zone=SOUTH_ZONE, at=SOUTH_SEA),
)  # fmt: skip


def _situation(
    shoot: str,
    number: int,
    title: str,
    hours: tuple[str, str],
    kit: tuple[str, str],
    *,
    near: float,
    far: float | None,
    light: dict[str, Any],
    speed: tuple[float, float] = (0, 0),
    preferences: Preferences | None = None,
    accessories: Accessories | None = None,
    order: int | None = None,
    by: str | None = None,
    **brief: Any,
) -> PlannedSituation:
    """One demo situation. hours: "18:10", "19:05"; kit: slugs of body and lens; light: EV or a name."""
    genre = next(s.genre for s in SHOOTS if s.id == demo_id(f"shoot/{shoot}"))
    starts, ends = (_minutes(text) for text in hours)
    situation = Situation(
        id=demo_id(f"situation/{shoot}/{number}"),
        title=title,
        genre=genre,
        order=number if order is None else order,
        starts_at_min=starts,
        ends_at_min=ends,
        near_m=near,
        far_m=far,
        light=_light(light),
        speed=SpeedBand(low_m_s=speed[0], high_m_s=speed[1]),
        **brief,
    )
    return PlannedSituation(
        situation=situation,
        shoot_id=demo_id(f"shoot/{shoot}"),
        photographer_id=_person(shoot, by) if by else None,
        body_id=demo_id(f"body/{kit[0]}"),
        lens_id=demo_id(f"lens/{kit[1]}"),
        preferences=preferences or Preferences(),
        accessories=accessories or Accessories(),
    )


def _light(light: dict[str, Any]) -> Light:
    if "condition" in light:
        return LightBySky(**light)
    return LightByName(**light) if "name" in light else LightByEv(**light)


def _minutes(text: str) -> int:
    """Minutes from the first day's midnight: "18:10", or "1+02:30" on the next day."""
    days, _, clock = text.rpartition("+")
    hours, minutes = clock.split(":")
    return int(days or 0) * 1440 + int(hours) * 60 + int(minutes)


TWO_BODIES = Preferences(requests=Requests(bodies=2))
TRIPOD_BAG = Accessories(nd_stops=(3, 6), release=True)

SITUATIONS: tuple[PlannedSituation, ...] = (
    # Lowmoor cup final
    _situation(
        "cup-final", 0, "Warm-up, low sun", ("14:30", "15:30"), ("alder-24", "70-200-28"), near=10, far=30,
        light={"condition": "clear"}, speed=(2.5, 5), direction="erratic", activity="jog",
        focal_length_mm=135, subject="person",
    ),
    _situation(
        "cup-final", 1, "First half", ("16:00", "16:48"), ("alder-24", "400-28"), near=25, far=60,
        light={"condition": "overcast"}, speed=(5, 8), direction="erratic", activity="field_game",
        support="monopod", subject="person", constraints=("crowd_behind",),
    ),
    _situation(
        "cup-final", 2, "Second half, floodlights", ("18:10", "19:05"), ("alder-24", "70-200-28"), near=15, far=40,
        light={"ev100": 8.33, "cct_k": 4900, "ev_refers_to": "the players"}, flicker_hz=100, modulation=0.4,
        speed=(5, 7), direction="erratic", activity="field_game", focal_length_mm=200, subject="person",
        second_cct_k=2900, background_tone="dark", scene_range_ev=9, constraints=("no_flash",), burst_frames=12,
    ),
    _situation(
        "cup-final", 3, "Cup and portraits", ("19:25", "20:10"), ("alder-24", "85-18"), near=2, far=5,
        light={"name": "small_pitch"}, speed=(0.1, 0.4), activity="standing", subject="person",
    ),
    # Sallow Point
    _situation(
        "estuary", 0, "Gulls over the bar", ("09:00", "10:30"), ("alder-24", "200-600"), near=20, far=40,
        light={"name": "backlit_white_sky", "ev_refers_to": "the bird, not the sky"}, speed=(8, 13),
        direction="erratic", activity="gull_flight", subject="bird", background_ev100=14.5, background_tone="light",
        constraints=("plain_sky_background",), focal_length_mm=500, burst_frames=8,
    ),
    _situation(
        "estuary", 1, "White wader on dark water", ("11:00", "12:30"), ("alder-45", "200-600"), near=15, far=20,
        light={"name": "full_sun"}, speed=(0.3, 1), direction="erratic", activity="wading_bird", subject="bird",
        subject_tone="light", background_tone="dark", support="rest", focal_length_mm=600, must_hold=("white cloth",),
    ),
    _situation(
        "estuary", 2, "Deer at the wood’s edge", ("17:20", "18:10"), ("alder-24", "400-28"), near=25, far=50,
        light={"name": "dusk", "ev_low": 6, "ev_high": 9}, speed=(0.2, 0.8), direction="erratic", activity="grazing",
        subject="animal", support="monopod", constraints=("silent", "discreet", "no_flash"),
    ),
    # Thornwick
    _situation(
        "market", 0, "Walkabout, set distance", ("11:00", "12:30"), ("rowan-26", "18-28"), near=1.5, far=5,
        light={"name": "hazy_sun"}, speed=(1.2, 1.4), direction="across", activity="walk",
        preferences=Preferences(schools=Schools(exposure="zone_focus_program")), constraints=("discreet", "silent"),
    ),
    _situation(
        "market", 1, "Blade of noon sun", ("12:30", "13:30"), ("alder-24", "28-20"), near=3, far=8,
        light={"name": "full_sun", "ev_refers_to": "the sunlit patch"}, speed=(1.2, 1.4), direction="across",
        activity="walk", look="shadow_graphic", may_go_black=("shadows",), constraints=("discreet",),
    ),
    _situation(
        "market", 2, "Wet pavement, shop signs", ("20:00", "21:30"), ("alder-24", "35-18"), near=3, far=8,
        light={"name": "lit_street"}, speed=(1.2, 1.4), direction="across", activity="walk", background_tone="dark",
        must_hold=("lamps",), constraints=("discreet", "no_flash"), burst_frames=5,
    ),
    _situation(
        "market", 3, "Café, filament bulbs", ("21:30", "22:30"), ("wren", "wren-18"), near=1, far=2.5,
        light={"name": "filament_room"}, speed=(0.1, 0.4), activity="standing",
        constraints=("discreet", "silent", "no_flash"),
    ),
    # Hare Tarn
    _situation(
        "tarn", 0, "Tarn before sunrise", ("07:10", "07:35"), ("alder-45", "16-35-4"), near=1.5, far=None,
        light={"name": "blue_hour"}, look="deep_focus", support="tripod", subject="land", focal_length_mm=20,
        accessories=TRIPOD_BAG,
    ),
    _situation(
        "tarn", 1, "Sun on the horizon", ("07:43", "08:00"), ("alder-45", "16-35-4"), near=2, far=None,
        light={"ev100": 9, "cct_k": 4800, "ev_refers_to": "the foreground land"}, background_ev100=15,
        scene_range_ev=16, support="tripod", subject="land", focal_length_mm=20, must_hold=("sky",), may_clip=("sun",),
        accessories=TRIPOD_BAG,
    ),
    _situation(
        "tarn", 2, "Beck, silky water", ("09:30", "10:30"), ("alder-45", "24-70-28"), near=3, far=15,
        light={"name": "open_shade"}, speed=(1, 2), direction="across", activity="stream", subject="water",
        look="silky_water", support="tripod", focal_length_mm=35, accessories=TRIPOD_BAG,
    ),
    _situation(
        "tarn", 3, "Ridge in the hand", ("11:00", "12:00"), ("larch-100", "63-28"), near=10, far=None,
        light={"condition": "clear"}, subject="land",
    ),
    # Ashcombe
    _situation(
        "wedding", 0, "Getting ready by the window", ("10:30", "12:00"), ("alder-24", "50-18"), by=FIRST, near=1.5, far=2.5,
        light={"name": "window_side"}, speed=(0, 0.2), activity="sitting_portrait", subject="person",
        subject_tone="light", may_clip=("windows",), constraints=("no_flash", "unrepeatable"), preferences=TWO_BODIES,
    ),
    _situation(
        "wedding", 1, "Vows in the chapel", ("13:00", "13:45"), ("alder-24", "70-200-28"), by=FIRST, near=5, far=9,
        light={"ev100": 5.5, "cct_k": 3000, "ev_refers_to": "the couple"}, speed=(0.1, 0.3), direction="erratic",
        activity="standing", subject="person", focal_length_mm=135, background_ev100=10.5, scene_range_ev=12,
        must_hold=("skin", "white cloth"), may_clip=("windows",), constraints=("silent", "no_flash", "discreet", "unrepeatable"), preferences=TWO_BODIES,
    ),
    _situation(
        "wedding", 2, "Families in three rows", ("14:15", "14:45"), ("alder-24", "24-70-28"), by=FIRST, near=5, far=7.5,
        light={"name": "overcast"}, activity="posed_group", subject="group", focal_length_mm=50,
        preferences=TWO_BODIES,
    ),
    _situation(
        "wedding", 3, "Couple in open shade", ("15:00", "15:40"), ("alder-45", "85-18"), by=SECOND, near=2.5, far=4,
        light={"condition": "open_shade"}, speed=(0.1, 0.4), activity="standing", subject="person", look="shallow",
        preferences=TWO_BODIES,
    ),
    _situation(
        "wedding", 5, "Walk at sunset", ("18:40", "20:20"), ("alder-24", "50-18"), by=FIRST, near=2, far=5, order=4,
        light={"condition": "clear"}, speed=(0.8, 1.4), direction="across", activity="walk", subject="person",
        preferences=TWO_BODIES, bearing_deg=285,
    ),
    _situation(
        "wedding", 4, "First dance, bounced flash", ("21:00", "21:30"), ("alder-24", "24-70-28"), by=FIRST, near=2, far=4, order=5,
        light={"ev100": 4, "cct_k": 2900}, second_cct_k=5600, speed=(0.4, 1), direction="erratic",
        activity="slow_dance", subject="person", focal_length_mm=35, constraints=("unrepeatable",),
        preferences=Preferences(requests=Requests(flash="bounce", bodies=2)),
        accessories=Accessories(flash=Flash(guide_number_m=36)),
    ),
    # Withen Ridge
    _situation(
        "ridge", 0, "Dusk from the barn", ("21:00", "21:50"), ("alder-24", "24-70-28"), near=8, far=None,
        light={"condition": "open_shade"}, subject="land", support="tripod", focal_length_mm=24, bearing_deg=245,
        scene_range_ev=11,
    ),
    _situation(
        "ridge", 1, "Core with the small camera", ("22:50", "1+00:00"), ("wren", "wren-18"), near=1_000_000, far=None,
        light={"name": "dark_sky"}, subject="stars", activity="stars", angular_speed_arcsec_s=15.04,
        direction="across", support="tripod", bearing_deg=205,
    ),
    _situation(
        "ridge", 2, "Galactic core", ("1+00:00", "1+01:15"), ("alder-24", "20-18"), near=1_000_000, far=None,
        light={"name": "dark_sky"}, subject="stars", activity="stars", angular_speed_arcsec_s=15.04,
        direction="across", support="tripod", bearing_deg=215, tilt_deg=20, humidity=0.85, temperature_c=9,
    ),
    _situation(
        "ridge", 3, "Star trails round the pole", ("1+01:30", "1+04:00"), ("alder-24", "20-18"), near=1_000_000, far=None,
        light={"name": "dark_sky"}, subject="stars", activity="stars", angular_speed_arcsec_s=15.04, look="star_trails",
        direction="across", support="tripod", bearing_deg=0, tilt_deg=38, humidity=0.85, temperature_c=8,
        preferences=Preferences(requests=Requests(interval_s=31, sequence_hours=2.5)),
    ),
    # Full Moon over Withen Ridge
    _situation(
        "moonrise", 0, "Moonrise over the ridge", ("21:10", "21:35"), ("rowan-26", "200-600"), near=2000, far=None,
        light={"condition": "open_shade", "ev_refers_to": "the dusk land"}, subject="moon", activity="moon",
        angular_speed_arcsec_s=14.5, direction="across", support="tripod", focal_length_mm=400, scene_range_ev=10,
        bearing_deg=122, tilt_deg=1,
    ),
    _situation(
        "moonrise", 1, "Land under the Moon", ("23:00", "23:45"), ("alder-24", "24-70-28"), near=8, far=None,
        light={"name": "full_moon_land"}, subject="land", support="tripod", focal_length_mm=24,
        constraints=("moon_not_in_frame",), bearing_deg=300,
    ),
    # Cold Sound, southern hemisphere
    _situation(
        "sound", 0, "Core overhead", ("22:30", "23:45"), ("alder-24", "20-18"), near=1_000_000, far=None,
        light={"name": "dark_sky"}, subject="stars", activity="stars", angular_speed_arcsec_s=15.04,
        direction="across", support="tripod", bearing_deg=60, tilt_deg=70, temperature_c=2,
    ),
    _situation(
        "sound-moon", 0, "Moonrise over the sound", ("17:24", "17:45"), ("alder-45", "200-600"), near=3000, far=None,
        light={"name": "moon_disc"}, subject="moon", activity="moon", angular_speed_arcsec_s=14.5, direction="across",
        support="tripod", focal_length_mm=600, bearing_deg=113, tilt_deg=1,
    ),
)  # fmt: skip


def in_numbers(planned: PlannedSituation) -> PlannedSituation:
    """A demo situation with its sky light resolved by its shoot's date and place, as a plan wants it."""
    shoot = next(shoot for shoot in SHOOTS if shoot.id == planned.shoot_id)
    return planned.model_copy(update={"situation": resolved(planned.situation, sky_context(shoot))})


IN_NUMBERS: tuple[PlannedSituation, ...] = tuple(in_numbers(planned) for planned in SITUATIONS)
