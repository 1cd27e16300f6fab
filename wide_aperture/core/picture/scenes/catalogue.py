"""All scenes by name: title, level, lamps and who draws them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from wide_aperture.core.errors import UnknownIdError
from wide_aperture.core.picture.scenes.drawn import (
    birds,
    church,
    hall,
    landscape,
    market,
    night,
    pitch,
    portrait,
    targets,
)
from wide_aperture.core.picture.scenes.scene import Lamp
from wide_aperture.core.picture.scenes.stage import Stage, lux


@dataclass(frozen=True, kw_only=True)
class SceneKind:
    """One scene of the catalogue.

    ev100: of the main subject at the scene's own level; subject_m: where it stands at its own framing; focal_mm: that
    framing on 36 x 24 mm; speed_m_s: of its subject;
    level_follows: whether its light is the situation's (the Moon's is the Sun's own); key_deg: where the key light comes from, 0 from the right, 90 from above.
    """

    name: str
    title: str
    about: str
    ev100: float
    subject_m: float
    focal_mm: float
    key_deg: float
    lamps: tuple[Lamp, ...]
    draw: Callable[[Stage], None]
    speed_m_s: float = 0.0
    level_follows: bool = True
    genres: tuple[str, ...] = ()
    lights: tuple[str, ...] = ()
    subjects: tuple[str, ...] = ()


def _lamp(name: str, ev100: float, cct_k: float, **more: object) -> Lamp:
    return Lamp(name=name, illuminance_lux=lux(ev100), cct_k=cct_k, **more)  # type: ignore[arg-type]


def _pulsing(name: str, ev100: float, cct_k: float, modulation: float, duv: float = 0.0) -> Lamp:
    return _lamp(name, ev100, cct_k, duv=duv, part="pulsing", flicker_hz=100.0, modulation=modulation)


KINDS: tuple[SceneKind, ...] = (
    SceneKind(
        name="floodlit_pitch", title="Floodlit pitch", ev100=8.33, subject_m=22, focal_mm=200, key_deg=95, draw=pitch.floodlit_pitch,
        about="White kit and dark kit on dark grass under four masts; a hut with warm light at the edge.",
        lamps=(_pulsing("floodlights", 8.33, 4900, 0.4), _lamp("hut lamp", 6.0, 2900)),
        speed_m_s=6.5, genres=("sports",), lights=("small_pitch", "stadium"), subjects=("person",),
    ),
    SceneKind(
        name="day_pitch", title="Pitch in the sun", ev100=15, subject_m=22, focal_mm=200, key_deg=65, draw=pitch.day_pitch,
        about="The same ground by day: white and dark kit in sun, the stand behind in shade.",
        lamps=(_lamp("sun", 14.8, 5400), _lamp("shade", 12, 8500)), speed_m_s=6.5, genres=("sports",),
        lights=("full_sun", "hazy_sun", "low_sun", "overcast", "bright_overcast"), subjects=("person",),
    ),
    SceneKind(
        name="sports_hall", title="Sports hall", ev100=7.5, subject_m=12, focal_mm=85, key_deg=90, draw=hall.sports_hall,
        about="A leap at the board under greenish lamps that pulse hard, pale walls, a polished floor.",
        lamps=(_pulsing("lamps", 7.5, 4000, 0.75, 0.004),), speed_m_s=3.6, genres=("sports",), lights=("sports_hall",), subjects=("person",),
    ),
    SceneKind(
        name="dark_bird_bright_sky", title="Dark bird, bright sky", ev100=12.5, subject_m=28, focal_mm=500, key_deg=70,
        draw=birds.dark_bird_bright_sky, about="A dark bird in flight; the cloud behind it is two stops brighter than its light.",
        lamps=(_lamp("daylight", 12.5, 6200),), speed_m_s=12, genres=("wildlife",), lights=("backlit_white_sky", "overcast", "bright_overcast"), subjects=("bird",),
    ),
    SceneKind(
        name="white_bird_dark_water", title="White bird, dark water", ev100=15, subject_m=17, focal_mm=600, key_deg=60,
        draw=birds.white_bird_dark_water, about="A white wader in sun, standing in water that is nearly black.",
        lamps=(_lamp("sun", 15, 5400),), speed_m_s=0.8, genres=("wildlife",), lights=("full_sun", "hazy_sun", "low_sun"), subjects=("bird",),
    ),
    SceneKind(
        name="market_noon", title="Market lane at noon", ev100=15, subject_m=5, focal_mm=28, key_deg=50, draw=market.market_noon,
        about="A hard shadow down the middle: one side in full sun, the other in open shade, three stops apart.",
        lamps=(_lamp("sun", 14.8, 5400), _lamp("shade", 12, 8000)), speed_m_s=1.3, genres=("street", "everyday"), lights=("full_sun", "hazy_sun", "low_sun"), subjects=("person",),
    ),
    SceneKind(
        name="market_night", title="Market lane at night", ev100=5.5, subject_m=5, focal_mm=35, key_deg=90, draw=market.market_night,
        about="Lit signs, warm lamps and wet paving that mirrors both.",
        lamps=(_pulsing("street lamps", 5.5, 2900, 0.4),), speed_m_s=1.3, genres=("street", "everyday"), lights=("lit_street", "shop_street", "side_street"), subjects=("person",),
    ),
    SceneKind(
        name="tarn_sunrise", title="Tarn at sunrise", ev100=9, subject_m=2.6, focal_mm=20, key_deg=62, draw=landscape.tarn_sunrise,
        about="The Sun on the ridge, a still lake, rocks at your feet in shade: more range than one frame holds.",
        lamps=(_lamp("skylight", 9, 5200),), genres=("landscape",), lights=("blue_hour", "dusk", "low_sun"), subjects=("land", "water"),
    ),
    SceneKind(
        name="forest_light", title="Sunlight through trees", ev100=9, subject_m=12, focal_mm=50, key_deg=80, draw=landscape.forest_light,
        about="Beams between dark trunks, patches of sun on the floor, a walker against the light.",
        lamps=(_lamp("shade", 9, 6500), _lamp("sun", 13.6, 5000)), speed_m_s=1.2, genres=("landscape", "wildlife", "everyday"), lights=("forest_shade",), subjects=("land", "animal", "person"),
    ),
    SceneKind(
        name="chapel", title="Stone chapel", ev100=5.5, subject_m=7, focal_mm=85, key_deg=95, draw=church.chapel,
        about="Vows under warm lamps; the windows behind are six stops brighter.",
        lamps=(_lamp("lamps", 5.5, 3000), _lamp("window light", 6.0, 6800)), speed_m_s=0.15, genres=("wedding",), lights=("church_day", "church_evening"), subjects=("person",),
    ),
    SceneKind(
        name="aisle", title="Aisle with couple", ev100=6, subject_m=7, focal_mm=50, key_deg=90, draw=church.aisle,
        about="White beside dark cloth, light beside dark skin, guests on both sides, daylight from the door.",
        lamps=(_lamp("door light", 5.7, 6200), _lamp("lamps", 4.4, 3000)), speed_m_s=0.25, genres=("wedding",), lights=("window_side", "overcast", "open_shade"), subjects=("person", "group"),
    ),
    SceneKind(
        name="dance_floor", title="Dance floor", ev100=4, subject_m=2.8, focal_mm=35, key_deg=110, draw=church.dance_floor,
        about="Warm room lamps on one side, violet spots on the other, small lights behind.",
        lamps=(_lamp("room lamps", 4.0, 2900), _pulsing("spots", 3.4, 9500, 0.5), Lamp(name="flash", illuminance_lux=160.0, cct_k=5600, part="flash")), speed_m_s=0.8, genres=("wedding",), lights=("dance_floor", "reception", "filament_room"), subjects=("person",),
    ),
    SceneKind(
        name="portrait_shade", title="Portrait in open shade", ev100=12, subject_m=2.4, focal_mm=85, key_deg=100, draw=portrait.portrait_shade,
        about="Two friends before a garden: light and dark skin, white and dark cloth.",
        lamps=(_lamp("sky light", 12, 7500), _lamp("sun beyond", 14.5, 5400)), speed_m_s=0.1, genres=("portrait", "everyday", "wedding"), lights=("open_shade", "window_side", "overcast"), subjects=("person",),
    ),
    SceneKind(
        name="studio_flash", title="Studio with flash", ev100=3, subject_m=2.2, focal_mm=85, key_deg=155, draw=portrait.studio_flash,
        about="A dark room, one large flash from the left, white cloth before grey paper.",
        lamps=(_lamp("room", 3, 3000), Lamp(name="flash", illuminance_lux=160.0, cct_k=5600, part="flash")), genres=("portrait",), lights=("filament_room", "theatre"), subjects=("person",),
    ),
    SceneKind(
        name="milky_way", title="Milky Way over a ridge", ev100=-7, subject_m=1e9, focal_mm=20, key_deg=90, draw=night.milky_way,
        about="The band and its core over dark land, a town glowing beyond the ridge.",
        lamps=(_lamp("airglow", -8.6, 4600),), genres=("night_sky", "landscape"), lights=("dark_sky", "full_moon_land", "polar_light"), subjects=("stars", "land"),
    ),
    SceneKind(
        name="full_moon", title="Full Moon, long lens", ev100=14.8, subject_m=3.84e8, focal_mm=1200, key_deg=90, draw=night.full_moon, level_follows=False,
        about="Sunlit rock on black: half the frame's height, and a meter that sees mostly night.",
        lamps=(_lamp("sun", 14.8, 4300),), genres=("night_sky",), lights=("moon_disc",), subjects=("moon",),
    ),
    SceneKind(
        name="grey_card", title="Grey card", ev100=10, subject_m=1, focal_mm=50, key_deg=90, draw=targets.grey_card,
        about="An 18 % card over the whole frame.", lamps=(_lamp("lamp", 10, 5500),),
    ),
    SceneKind(
        name="step_wedge", title="Step wedge", ev100=10, subject_m=1, focal_mm=50, key_deg=90, draw=targets.step_wedge,
        about="Fifteen steps of one stop, a slanted edge, fine lines.", lamps=(_lamp("room", 10, 5500),),
    ),
)  # fmt: skip
_BY_NAME = {kind.name: kind for kind in KINDS}


def scene_kind(name: str) -> SceneKind:
    """Raises UnknownIdError for a name the catalogue does not have."""
    try:
        return _BY_NAME[name]
    except KeyError:
        raise UnknownIdError("scene", name) from None
