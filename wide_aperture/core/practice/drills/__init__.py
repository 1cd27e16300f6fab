"""The kinds of drills, by id. One file makes the drills of one kind; adding a kind is a file and a line here."""

from __future__ import annotations

import numpy as np

from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drills.blind import Blind
from wide_aperture.core.practice.drills.by_heart import ByHeart
from wide_aperture.core.practice.drills.common import Kind, Made, PracticeKit
from wide_aperture.core.practice.drills.compensation import Compensation
from wide_aperture.core.practice.drills.depth import Depth
from wide_aperture.core.practice.drills.distance import Distance
from wide_aperture.core.practice.drills.faults import Faults
from wide_aperture.core.practice.drills.focus_clip import FocusClip
from wide_aperture.core.practice.drills.gives_way import GivesWay
from wide_aperture.core.practice.drills.histogram import HistogramRead
from wide_aperture.core.practice.drills.kelvin import KelvinByEye
from wide_aperture.core.practice.drills.menus import Menus
from wide_aperture.core.practice.drills.meter_point import MeterPoint
from wide_aperture.core.practice.drills.presses import Presses
from wide_aperture.core.practice.drills.shutter import ShutterFor

KINDS: dict[str, Kind] = {
    kind.id: kind
    for kind in (
        Compensation(), MeterPoint(), HistogramRead(), KelvinByEye(), Distance(), Depth(), ShutterFor(), GivesWay(), Faults(), FocusClip(), Presses(), Menus(), ByHeart(), Blind(),
    )
}  # fmt: skip
MOST_SEED = 2**31


def drill_of(kind: str, seed: int, kit: PracticeKit, room: Darkroom) -> Made:
    """The drill of a kind and seed: the same each time. Raises: UnknownIdError for a kind there is none of, DomainError for a seed out of range."""
    if kind not in KINDS:
        raise UnknownIdError("drill", kind)
    if not 0 <= seed < MOST_SEED:
        raise DomainError("seed", seed, f"must lie from 0 to {MOST_SEED - 1}")
    return KINDS[kind].made(np.random.default_rng([seed, sum(kind.encode())]), seed, kit, room)
