"""A demo shoot played, for the tests of shooting and of reading back."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence

from wide_aperture.core.documents.shoot import Shoot, sky_context
from wide_aperture.core.planning import PlanInput
from wide_aperture.core.review.table import FrameRow, FrameTable, table_of
from wide_aperture.core.shooting import Day, Player, Roll, TakenFrame
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS


def asked(slug: str, *numbers: int) -> tuple[Shoot, list[PlanInput]]:
    """A demo shoot and what its plans are asked with: all its situations, or those of these numbers."""
    shoot = next(each for each in SHOOTS if each.id == demo_id(f"shoot/{slug}"))
    bodies, lenses = {each.id: each for each in BODIES}, {each.id: each for each in LENSES}
    wanted = {demo_id(f"situation/{slug}/{number}") for number in numbers}
    return shoot, [
        PlanInput.of(each, bodies[each.body_id], lenses[each.lens_id], sky=sky_context(shoot))
        for each in SITUATIONS
        if each.shoot_id == shoot.id and each.body_id and each.lens_id and (not wanted or each.situation.id in wanted)
    ]


def midnight(shoot: Shoot) -> dt.datetime:
    return dt.datetime.combine(shoot.date, dt.time())


def play(shoot: Shoot, players: Sequence[Player], day: Day, seed: int, most: int = 300) -> list[TakenFrame]:
    """Every situation in its own hours, on one roll a body."""
    rolls: dict = {}
    taken: list[TakenFrame] = []
    for player in players:
        brief, body = player.given.situation, player.given.body
        begins = midnight(shoot) + dt.timedelta(minutes=brief.starts_at_min or 600)
        frames, rolls[body.id] = player.play(
            day, begins=begins, minutes=float((brief.ends_at_min or 645) - (brief.starts_at_min or 600)), seed=seed,
            roll=rolls.get(body.id, Roll()), most_frames=most,
        )  # fmt: skip
        taken += frames
    return taken


def table(frames: Sequence[TakenFrame]) -> FrameTable:
    return table_of(FrameRow(id=f"{frame.body_id}/{frame.id}", name=frame.name, said=frame.said) for frame in frames)
