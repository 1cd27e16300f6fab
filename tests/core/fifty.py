"""Fifty questions that every page is asked: a kit, a brief, a reserve, a night, all drawn once from one seed."""

from __future__ import annotations

import functools
import math
import random
from dataclasses import dataclass

from tests.core.builders import body, lens, plan_input, situation
from wide_aperture.core.documents.body import Body, ReserveFloor
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M, Situation
from wide_aperture.core.physics.sensor import typical
from wide_aperture.core.planning import PlanInput, plan_of

SEED, COUNT = 12, 50
SENSORS_MM = ((36.0, 24.0), (23.5, 15.6), (17.3, 13.0), (44.0, 33.0))
SUBJECTS = {
    "sports": ("person", (4, 9), "erratic"),
    "wildlife": ("bird", (0, 14), "across"),
    "street": ("person", (0.8, 1.6), "towards"),
    "wedding": ("group", (0, 0.3), "erratic"),
    "portrait": ("person", (0, 0.1), "still"),
    "landscape": ("land", (0, 0), "still"),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Question:
    """One of the fifty. iso: what a reserve is asked at; sky_mag, declination_deg: its night."""

    number: int
    camera: Body
    glass: Lens
    brief: Situation
    file: str
    reserve: str
    iso: float
    sky_mag: float
    declination_deg: float
    temperature_c: float

    def given(self, brief: Situation | None = None, **asked: object) -> PlanInput:
        """Its planning input, the file it asks for included."""
        requests = {"file": self.file, **asked}
        return plan_input(brief or self.brief, camera=self.camera, glass=self.glass, requests=requests)

    @property
    def plan(self) -> Plan:
        """Its plan, worked out once for all pages."""
        return _plan_of(self.number)

    def night(self, **changes: object) -> Situation:
        """The brief of its stars."""
        far = {"near": OPTICAL_INFINITY_M, "far": None}
        return situation(
            genre="night_sky", **{"subject": "stars", "support": "tripod", "background_tone": "dark", **far, **changes}
        )


def _question(number: int, chance: random.Random) -> Question:
    width, height = chance.choice(SENSORS_MM)
    megapixels, base = chance.choice((12, 20, 24, 33, 45, 61)), chance.choice((64, 100, 160, 200))
    stops = chance.choice((1, 2))
    floors = tuple(ReserveFloor(reserve=f"highlight_reserve_{k}", iso=base * 2**k) for k in range(1, stops + 1))
    camera = body(
        sensor_width_mm=width, sensor_height_mm=height, megapixels=megapixels, base_iso=base, reserve_floors=floors,
        electrons=typical(width, height, megapixels, base, chance.uniform(11.5, 14.5)),
        stabiliser_stops=chance.choice((0, 3, 5)),
    )  # fmt: skip
    focal, widest = chance.choice(
        ((14, 2.8), (20, 1.8), (24, 1.4), (35, 1.8), (50, 1.8), (85, 1.8), (135, 2), (300, 4))
    )
    genre = chance.choice(tuple(SUBJECTS))
    kind, (slow, fast), direction = SUBJECTS[genre]
    near = round(focal / 12 * chance.uniform(0.8, 2.5), 1) + 0.8
    support = "tripod" if genre == "landscape" else chance.choice(("handheld", "handheld", "monopod"))
    temperature = chance.choice((-20, -8, 5, 20))
    brief = situation(
        ev=round(chance.uniform(3, 15.5), 1), cct_k=chance.choice((3000, 4200, 5500, 7000)), genre=genre, subject=kind,
        near=near, far=round(near * chance.uniform(1, 3), 1), speed=chance.choice((slow, fast)), direction=direction,
        support=support, burst_frames=chance.choice((1, 1, 6, 20)), scene_range_ev=chance.choice((None, 7, 10, 13)),
        output=chance.choice(("screen", "print_a3")), temperature_c=temperature,
    )  # fmt: skip
    return Question(
        number=number,
        camera=camera,
        glass=lens(focal, widest, stabiliser_stops=chance.choice((0, 0, 3))),
        brief=brief,
        file=chance.choice(("raw", "raw_lossless_compressed", "jpeg")),
        reserve=chance.choice(tuple(floor.reserve for floor in floors)),
        iso=base * 2 ** (chance.randint(0, 18) / 3),
        sky_mag=chance.uniform(18.5, 22),
        declination_deg=math.degrees(math.asin(chance.uniform(-0.95, 0.95))),
        temperature_c=temperature,
    )


@functools.cache
def _plan_of(number: int) -> Plan:
    return plan_of(fifty()[number - 1].given())


@functools.cache
def fifty() -> tuple[Question, ...]:
    """The questions, the same on every page and every day."""
    chance = random.Random(SEED)
    return tuple(_question(number, chance) for number in range(1, COUNT + 1))
