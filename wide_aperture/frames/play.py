"""Playing a shoot with the simulated camera: its situations in their order, each frame drawn, written and kept as if it were imported."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Sequence
from typing import Any
from uuid import UUID

from django.db import transaction

from wide_aperture.core.documents.foundation import foundation_of
from wide_aperture.core.documents.shoot import PlannedSituation, Shoot, readings_of, sky_context
from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.frame import Frame as FrameDocument
from wide_aperture.core.frames.frame import frame_id
from wide_aperture.core.frames.identity import identity
from wide_aperture.core.frames.measures import measures_of
from wide_aperture.core.frames.read import read_metadata
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.planning import PlanInput
from wide_aperture.core.shooting import Day, Player, Roll, TakenFrame, write_frame
from wide_aperture.core.shooting.write import Stage
from wide_aperture.frames.keep import Arrived, take_frames
from wide_aperture.jobs.work import Under
from wide_aperture.store.reading import owned, owned_rows, parsed
from wide_aperture.store.services import get_row

WIDTH_PX = 480
USUAL_START_MIN = 600
MOST_FRAMES, USUAL_FRAMES = 2000, 120
AT_ONCE = 40


def shoot_asked(shoot_id: UUID, owner: Any) -> tuple[Shoot, list[PlanInput]]:
    """A saved shoot with what its plans are asked with, in order; situations without kit are left out.

    Raises: ObjectDoesNotExist for a shoot that is not the owner's.
    """
    shoot: Shoot = parsed(get_row(owned_rows("shoots", owner).model, owner=owner, row_id=shoot_id))  # type: ignore[assignment]
    bodies = {body.id: body for body in owned("bodies", owner)}
    lenses = {lens.id: lens for lens in owned("lenses", owner)}
    situations: list[PlannedSituation] = [each for each in owned("situations", owner) if each.shoot_id == shoot_id]
    foundations = owned("foundations", owner)
    sky = sky_context(shoot, readings_of(situations))
    return shoot, [
        PlanInput.of(
            each, bodies[each.body_id], lenses[each.lens_id], foundation=foundation_of(each, foundations), sky=sky
        )
        for each in sorted(situations, key=lambda each: each.situation.order)
        if each.body_id in bodies and each.lens_id in lenses
    ]


def midnight_of(shoot: Shoot) -> dt.datetime | None:
    """Local midnight of a shoot's first day, without a zone."""
    return None if shoot.date is None else dt.datetime.combine(shoot.date, dt.time())


def played(given: PlanInput, midnight: dt.datetime, day: Day, seed: int, roll: Roll, most: int) -> tuple[list[TakenFrame], Roll]:  # fmt: skip
    """A situation's frames over its own hours. Raises: as plan_of."""
    starts, ends = given.situation.starts_at_min, given.situation.ends_at_min
    begins = midnight + dt.timedelta(minutes=USUAL_START_MIN if starts is None else starts)
    minutes = float(ends - starts) if starts is not None and ends is not None and ends > starts else None
    return Player(given).play(day, begins=begins, minutes=minutes, seed=seed, roll=roll, most_frames=most)


def files_of(
    given: PlanInput, frames: Sequence[TakenFrame], darkroom: Darkroom, *, width_px: int = WIDTH_PX
) -> Iterator[tuple[str, bytes]]:
    """(file name, JPEG) of each frame. Raises: as write_frame."""
    stage = Stage.of(given)
    for frame in frames:
        yield f"{frame.name}.jpg", write_frame(frame, stage, darkroom, width_px=width_px)


def arrived_of(shoot_id: UUID, name: str, jpeg: bytes) -> Arrived:
    """A written file as it is kept: read back like any other."""
    digest = identity(jpeg)
    document = FrameDocument(
        id=frame_id(shoot_id, digest), shoot_id=shoot_id, identity=digest, name=name, size_bytes=len(jpeg), said=read_metadata(jpeg),
        measures=measures_of(jpeg)[0],
    )  # fmt: skip
    return document, jpeg


def carry_out(job: Under) -> dict[str, Any]:
    """The job. asked: seed, frames a situation, day. Report: new frames, situations left out with the reason.

    Raises: DomainError for a shoot without a situation that can be played.
    """
    assert job.shoot_id is not None
    shoot, asked = shoot_asked(job.shoot_id, job.owner)
    if not asked:
        raise DomainError("shoot", shoot.title, "needs a situation with a body and a lens before it can be played")
    midnight = midnight_of(shoot) or dt.datetime(2000, 1, 1)
    seed, most = int(job.asked.get("seed", 1)), int(job.asked.get("frames", USUAL_FRAMES))
    day = Day.model_validate(job.asked.get("day", {}))
    lists, left_out, rolls = [], [], dict[UUID, Roll]()
    for k, given in enumerate(asked):
        roll = rolls.get(given.body.id, Roll(prefix=f"{_letters(given.body.name)}{len(rolls) + 1}_"))
        try:
            frames, rolls[given.body.id] = played(given, midnight, day, seed, roll, most)
        except DomainError as error:
            left_out.append([given.situation.title, f"{error.field} {error.rule}"])
            continue
        lists.append((given, frames))
        job.reached(0, sum(len(frames) for _, frames in lists) * len(asked) // (k + 1))
    total, done = sum(len(frames) for _, frames in lists), 0
    begun, new = int(job.checkpoint.get("done", 0)), int(job.checkpoint.get("new", 0))
    darkroom = Darkroom()
    for given, frames in lists:
        for first in range(0, len(frames), AT_ONCE):
            part = frames[first : first + AT_ONCE]
            done += len(part)
            if done <= begun:
                continue  # written before the last stop
            arrived = [arrived_of(job.shoot_id, name, jpeg) for name, jpeg in files_of(given, part, darkroom)]
            with transaction.atomic():
                new += take_frames(arrived, owner=job.owner)
                job.reached(done, total, {"done": done, "new": new})
    return {"new": new, "known": total - new, "left_out": left_out}


def _letters(name: str) -> str:
    return "".join(each for each in name.upper() if each.isalpha())[:3] or "CAM"
