"""A composition: which surroundings, which subject, seen through which lens from how far; and what of it cannot be."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import cache

from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.picture.scenes import cast as cast_room
from wide_aperture.core.picture.scenes import surroundings as surroundings_room
from wide_aperture.core.picture.scenes.piece import Cast, Placed, Surroundings, pieces
from wide_aperture.core.picture.scenes.view import View

FILLS = 0.92  # a subject taller than this share of the frame is cut, and the camera looks at its tall part
CUT_AT, WHOLE_AT = 0.40, 0.52  # where the camera puts a face at the lowest, and the middle of what it shows whole
HEADROOM = 0.05  # over what is cut below
LAND_HORIZON, SKY_HORIZON = 0.40, 0.86
MOON_OVER, MOON_AT = 0.24, 0.40  # how far under the Moon the crest of the land stands, and where the Moon
FAR_SKY_M = 100_000.0
MOON_HIGH = 0.7  # tangent of its height when no land is in the picture
FURTHEST_RAD = 1.4  # aside or up: outside every frame that is drawn straight
ABSURD_SHARE = 6.0  # of the frame's height
FURTHEST_M = 1e6
WHOLE_SKY_M = 3.844e8


@dataclass(frozen=True, slots=True, kw_only=True)
class Composition:
    """What decides a drawing but its light. distance_m: to the subject; background_m: from the camera to what lies behind,
    None: as usual for the surroundings; tilt_deg: upwards, None: the camera looks at the subject; across: of the subject,
    frame heights right of the middle; close_focus_m: nearest the lens focuses, None: not asked;
    tone: what people in it wear: "light", "dark" or "mid", as they come; moon_at, core_at: where the Moon and the core of the
    band stand by night, degrees right of where the camera points and over the horizon; None: no Moon, the core as it comes.
    """

    surroundings: str
    cast: str
    distance_m: float
    focal_mm: float
    sensor_height_mm: float = 24.0
    background_m: float | None = None
    tilt_deg: float | None = None
    across: float = 0.0
    windy: bool = False
    fisheye: bool = False
    close_focus_m: float | None = None
    aspect: float = 1.5
    tone: str = "mid"
    moon_at: tuple[float, float] | None = None
    core_at: tuple[float, float] | None = None

    @property
    def place(self) -> Surroundings:
        """Raises UnknownIdError."""
        return surroundings(self.surroundings)

    @property
    def who(self) -> Cast | None:
        """Raises UnknownIdError."""
        return cast(self.cast) if self.cast else None

    @property
    def by_angles(self) -> bool:
        """True where the sky is what is looked at: it is drawn by angles."""
        return self.who is not None and self.who.name in ("stars", "aurora")

    def through(self, focal_mm: float, distance_m: float | None) -> Composition:
        """The same through another lens or from another distance."""
        return replace(self, focal_mm=focal_mm, distance_m=self.distance_m if distance_m is None else distance_m)


def _in_the_sky(composition: Composition) -> list[tuple[str, tuple[float, float]]]:
    places = {"moon_at": composition.moon_at, "core_at": composition.core_at}
    return [(name, place) for name, place in places.items() if place is not None]


def sky_point(composition: Composition, place: tuple[float, float] | None) -> tuple[float, float] | None:
    """How far right of where the camera points, and over the horizon, a place of the sky is drawn at, in focal lengths.

    None for no place.
    """
    if place is None:
        return None
    over = math.radians(place[1])
    across = math.radians(place[0]) * math.cos(over)  # bearings draw together towards the zenith
    if composition.by_angles:
        return across, over
    return math.tan(max(min(across, FURTHEST_RAD), -FURTHEST_RAD)), math.tan(
        max(min(over, FURTHEST_RAD), -FURTHEST_RAD)
    )


@cache
def all_surroundings() -> dict[str, Surroundings]:
    """Every surroundings by its name."""
    return pieces(surroundings_room, Surroundings)


@cache
def all_casts() -> dict[str, Cast]:
    """Every subject by its name."""
    return pieces(cast_room, Cast)


def surroundings(name: str) -> Surroundings:
    """Raises UnknownIdError for a name nothing has."""
    try:
        return all_surroundings()[name]
    except KeyError:
        raise UnknownIdError("surroundings", name) from None


def cast(name: str) -> Cast:
    """Raises UnknownIdError for a name nothing has."""
    try:
        return all_casts()[name]
    except KeyError:
        raise UnknownIdError("cast", name) from None


def usual(name: str) -> Composition:
    """Surroundings as they are usually seen. Raises UnknownIdError."""
    place = surroundings(name)
    return Composition(
        surroundings=name,
        cast=place.casts[0] if place.casts else "",
        distance_m=place.distance_m,
        focal_mm=place.focal_mm,
    )


def checked(composition: Composition) -> None:
    """Raises DomainError for measures no camera has, UnknownIdError for pieces there are not."""
    for name, value, low, high in (
        ("distance_m", composition.distance_m, 0.001, 1e13),
        ("focal_mm", composition.focal_mm, 0.5, 20_000),
        ("sensor_height_mm", composition.sensor_height_mm, 1, 200),
        ("background_m", composition.background_m if composition.background_m is not None else 1.0, 0.001, 1e13),
        ("tilt_deg", composition.tilt_deg or 0.0, -90, 90),
        ("across", composition.across, -3, 3),
        *((name, place[0], -180, 180) for name, place in _in_the_sky(composition)),
        *((name, place[1], -90, 90) for name, place in _in_the_sky(composition)),
    ):
        if not (math.isfinite(value) and low <= value <= high):
            raise DomainError(f"composition/{name}", value, f"must lie between {low} and {high}")
    _ = composition.place, composition.who


def placed(composition: Composition) -> Placed:
    """Where the subject stands in metres."""
    who = composition.who
    distance = drawn_at_m(composition)
    per_m = composition.focal_mm / distance / composition.sensor_height_mm
    if who is None:
        return Placed(0.0, distance, 1.0)
    x = composition.across / per_m
    if who.in_sky and who.name == "moon":
        return Placed(
            composition.across * WHOLE_SKY_M * composition.sensor_height_mm / composition.focal_mm,
            WHOLE_SKY_M,
            who.height_m,
            _moon_tangent(composition) * WHOLE_SKY_M,
        )
    return Placed(x, distance, who.height_m, who.over_ground_m, flip=composition.across > 0.12)


def drawn_at_m(composition: Composition) -> float:
    """The distance at which the drawing is made: the land before an endless subject is what the lens is set among."""
    if composition.distance_m >= FURTHEST_M:
        return 30.0
    return composition.distance_m


def behind_m(composition: Composition) -> float:
    """How far behind the subject its background lies; at least a little."""
    if composition.background_m is None:
        return composition.place.background_m
    return max(composition.background_m - drawn_at_m(composition), 0.3)


def _moon_tangent(composition: Composition) -> float:
    if composition.distance_m >= FAR_SKY_M and not composition.place.level_follows:
        return MOON_HIGH
    return composition.place.crest + MOON_OVER * composition.sensor_height_mm / composition.focal_mm


def view(composition: Composition) -> View:
    """The camera: where its horizon lies for what it looks at."""
    who, distance = composition.who, drawn_at_m(composition)
    focal, sensor = composition.focal_mm, composition.sensor_height_mm
    at_infinity = focal / sensor
    eye = who.eye_m if who is not None else 1.6
    if composition.tilt_deg is not None and composition.by_angles:
        horizon = 0.5 + math.radians(composition.tilt_deg) * at_infinity
    elif composition.tilt_deg is not None:
        horizon = 0.5 + math.tan(math.radians(max(min(composition.tilt_deg, 85.0), -85.0))) * at_infinity
    elif who is None or who.name in ("nothing", "rocks", "trails"):
        horizon = (
            SKY_HORIZON
            if composition.place.level_follows and composition.place.own_sky and composition.place.ev100 < 0
            else LAND_HORIZON
        )
    elif who.name == "moon":
        horizon = MOON_AT + _moon_tangent(composition) * at_infinity
    elif composition.by_angles:
        horizon = SKY_HORIZON
    else:
        tall = who.framed_m or who.height_m
        share = tall * at_infinity / distance
        aim, at = (
            (who.over_ground_m + 0.5 * tall, WHOLE_AT)
            if share <= FILLS
            else (who.over_ground_m + who.tall_part * tall, min(HEADROOM + (1 - who.tall_part) * share, CUT_AT))
        )
        if who.in_sky:
            aim, at = who.over_ground_m, 0.5
        horizon = at - (eye - aim) * at_infinity / distance
    return View(focal_mm=focal, sensor_height_mm=sensor, eye_m=eye, horizon=horizon)


def faults(composition: Composition) -> tuple[str, ...]:
    """What of a composition cannot be, in words that say what to do. It is drawn as far as it can be."""
    who, found = composition.who, []
    near = composition.close_focus_m
    if near is not None and composition.distance_m < near - 1e-9:
        found.append(
            f"The lens focuses from {near:g} m: at {composition.distance_m:g} m nothing is sharp. Step back, or take a lens that focuses nearer."
        )
    if who is not None and not who.in_sky and who.name not in ("nothing", "rocks", "trails"):
        share = who.height_m * composition.focal_mm / drawn_at_m(composition) / composition.sensor_height_mm
        if share > ABSURD_SHARE:
            found.append(
                f"{who.title} at {composition.distance_m:g} m is {share:.0f} times as high as the frame: only a part is drawn. Step back, or take a shorter lens."
            )
        if share < 0.004:
            found.append(
                f"{who.title} at {composition.distance_m:g} m is smaller than can be drawn: {share:.2%} of the frame's height. Go nearer, or take a longer lens."
            )
    if composition.background_m is not None and composition.background_m <= drawn_at_m(composition):
        found.append(
            f"The background at {composition.background_m:g} m would lie before the subject at {drawn_at_m(composition):g} m; it is drawn just behind it."
        )
    if composition.tilt_deg is not None:
        seen = view(composition)
        if not -0.05 <= seen.horizon <= 1.05:
            found.append(f"Tilted {composition.tilt_deg:+g} degrees this lens does not see the horizon.")
        if who is not None and not who.in_sky and who.name not in ("nothing", "rocks", "trails"):
            spot = placed(composition)
            top, foot = (seen.at(spot.x_m, spot.y_m + share * spot.height_m, spot.z_m)[1] for share in (0.9, 0.1))
            if foot < 0 or top > 1:
                found.append(f"Tilted {composition.tilt_deg:+g} degrees the camera looks past the subject.")
    return tuple(found)
