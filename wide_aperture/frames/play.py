"""Playing a shoot with the simulated camera: its situations in their order, each frame drawn, written and kept as if it were imported."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
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
from wide_aperture.core.frames.raw_marks import marks_against_raw, mask_png
from wide_aperture.core.frames.read import read_metadata
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.planning import PlanInput
from wide_aperture.core.shooting import Day, Player, Roll, TakenFrame
from wide_aperture.core.shooting.write import Files, Stage, Written, written
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


def arrived_of(shoot_id: UUID, file: Written) -> Arrived:
    """A written file as it is kept: read back like any other."""
    digest = identity(file.data)
    measures, picture = measures_of(file.jpeg)
    compared = None if file.level is None else marks_against_raw(picture, file.level)
    document = FrameDocument(
        id=frame_id(shoot_id, digest), shoot_id=shoot_id, identity=digest, name=file.name, size_bytes=len(file.data),
        said=read_metadata(file.data), measures=measures, marks=compared[0] if compared else None,
    )  # fmt: skip
    return Arrived(document, file.jpeg, mask_png(compared[1]) if compared else None)


@dataclass(frozen=True)
class Photographed:
    """A shoot as the simulated camera took it: frames by situation. left_out: (title, why) of situations it could not."""

    lists: tuple[tuple[PlanInput, tuple[TakenFrame, ...]], ...]
    left_out: tuple[tuple[str, str], ...]

    @property
    def total(self) -> int:
        return sum(len(frames) for _, frames in self.lists)


def photographed(
    shoot: Shoot, asked: Sequence[PlanInput], *, seed: int, most: int, day: Day, reached: Callable[[int], None] = lambda frames: None
) -> Photographed:  # fmt: skip
    """Play a shoot's situations in their order, cards and numbering carried on. reached: is told how many frames there will be about.

    Raises: DomainError for a shoot without a situation that can be played.
    """
    if not asked:
        raise DomainError("shoot", shoot.title, "needs a situation with a body and a lens before it can be played")
    midnight = midnight_of(shoot) or dt.datetime(2000, 1, 1)
    lists, left_out, rolls = [], [], dict[UUID, Roll]()
    for k, given in enumerate(asked):
        roll = rolls.get(given.body.id, Roll(prefix=f"{_letters(given.body.name)}{len(rolls) + 1}_"))
        try:
            frames, rolls[given.body.id] = played(given, midnight, day, seed, roll, most)
        except DomainError as error:
            left_out.append((given.situation.title, f"{error.field} {error.rule}"))
            continue
        lists.append((given, tuple(frames)))
        reached(sum(len(frames) for _, frames in lists) * len(asked) // (k + 1))
    return Photographed(tuple(lists), tuple(left_out))


def files_of(taken: Photographed, files: Files, *, after: int = 0) -> Iterator[list[Written]]:
    """The files of some frames at a time; the first so many frames are left out. Raises: as core.shooting.written."""
    darkroom, done = Darkroom(), 0
    for given, frames in taken.lists:
        stage = None
        for first in range(0, len(frames), AT_ONCE):
            part = frames[first : first + AT_ONCE]
            done += len(part)
            if done <= after:
                continue
            stage = stage or Stage.of(given)
            yield [file for frame in part for file in written(frame, stage, darkroom, files=files, width_px=WIDTH_PX)]


def carry_out(job: Under) -> dict[str, Any]:
    """The job. asked: seed, frames a situation, files, day. Report: new frames, situations left out with the reason.

    Raises: as photographed.
    """
    assert job.shoot_id is not None
    shoot, asked = shoot_asked(job.shoot_id, job.owner)
    files: Files = job.asked.get("files", "jpeg")
    taken = photographed(
        shoot, asked, seed=int(job.asked.get("seed", 1)), most=int(job.asked.get("frames", USUAL_FRAMES)),
        day=Day.model_validate(job.asked.get("day", {})), reached=lambda frames: job.reached(0, frames),
    )  # fmt: skip
    done, new = int(job.checkpoint.get("done", 0)), int(job.checkpoint.get("new", 0))
    brought = int(job.checkpoint.get("brought", 0))
    for part in files_of(taken, files, after=done):
        arrived = [arrived_of(job.shoot_id, file) for file in part]
        done += len({file.name.rpartition(".")[0] for file in part})
        brought += len(part)
        with transaction.atomic():
            new += take_frames(arrived, owner=job.owner)
            job.reached(done, taken.total, {"done": done, "new": new, "brought": brought})
    return {"new": new, "known": brought - new, "left_out": [list(each) for each in taken.left_out]}


def _letters(name: str) -> str:
    return "".join(each for each in name.upper() if each.isalpha())[:3] or "CAM"
