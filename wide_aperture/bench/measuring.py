"""Carrying a run out: its files are made or fetched, opened, measured; the outcome is written into the run."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any, Protocol
from uuid import UUID

import numpy as np
from django.apps import apps
from django.contrib.auth.models import User
from django.db import transaction
from numpy.typing import NDArray

from wide_aperture.bench.models import BenchRun
from wide_aperture.bench.opening import Named, opened, picture_of
from wide_aperture.bench.pictures import keep_pictures
from wide_aperture.bench.unpacking import Unpacking, is_picture
from wide_aperture.core.bench.found import BenchOutcome, FrameFault
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds import test_of
from wide_aperture.core.bench.light import as_linear
from wide_aperture.core.bench.protocol import Asked, Kit
from wide_aperture.core.bench.run import BenchRun as RunDocument
from wide_aperture.core.bench.simulated.moon import moon_burst
from wide_aperture.core.bench.stacking.source import Source
from wide_aperture.core.bench.stacking.told import STACK, stack_told
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour.encoding import screen_level
from wide_aperture.jobs.work import Under
from wide_aperture.store.reading import owned, parsed
from wide_aperture.store.services import get_row, write_next

BURST_FRAMES = 300
NO_BODY = "needs a body that is in Gear"


class AsksForKit(Protocol):
    """What names a kit: a run, or the question for its shot list."""

    @property
    def body_id(self) -> UUID: ...
    @property
    def lens_id(self) -> UUID | None: ...
    @property
    def asked(self) -> Asked: ...


def kit_of(asks: AsksForKit, owner: User) -> Kit:
    """The kit that is asked for. Raises: DomainError where its body is not there any more."""
    bodies = {body.id: body for body in owned("bodies", owner)}
    lenses = {lens.id: lens for lens in owned("lenses", owner)}
    if asks.body_id not in bodies:
        raise DomainError("body_id", str(asks.body_id), NO_BODY)
    return Kit(bodies[asks.body_id], lenses.get(asks.lens_id) if asks.lens_id else None, asks.asked)


def carry_out(under: Under) -> dict[str, Any]:
    """The job of measuring a run. Raises: DomainError for a run that cannot be measured."""
    run_id, owner = UUID(under.asked["run"]), under.owner
    run: RunDocument = parsed(get_row(BenchRun, owner=owner, row_id=run_id))  # type: ignore[assignment]
    if run.test == STACK.id:
        return _stacked(under, run)
    test, kit = test_of(run.test), kit_of(run, owner)
    frames: list[BenchFrame] = []
    faults: list[FrameFault] = []
    with _files_of(run, kit, owner) as files:
        for k, each in enumerate(opened(files)):
            (faults if isinstance(each, FrameFault) else frames).append(each)  # type: ignore[arg-type]
            under.reached(k + 1, len(files) + 1)
        outcome, pictures = test.judged(frames, kit)
    keep_pictures(run_id, pictures)
    outcome = outcome.model_copy(update={"faults": (*faults, *outcome.faults)})
    _written(run_id, owner, outcome)
    under.reached(len(files) + 1, len(files) + 1)
    return {"run": str(run_id), "sentence": outcome.sentence}


def _stacked(under: Under, run: RunDocument) -> dict[str, Any]:
    """A stack goes through its frames twice and holds none: its files are opened by the stack itself, in this worker."""
    with TemporaryDirectory(prefix="bench-clips-") as folder:
        return _stack_of(under, run, _sources(under, run, Path(folder)))


def _sources(under: Under, run: RunDocument, folder: Path) -> list[Source]:
    """The frames of a stack in order; those of clips and raw files are left in a folder."""
    if run.source != "files":
        return list(moon_burst(run.seed, BURST_FRAMES).frames)
    found: list[Source] = []
    with Unpacking() as unpacking:
        for k, each in enumerate(_sent(run, under.owner)):
            if is_picture(each.name):
                found.append(each.path)
                continue
            part = folder / str(k)
            part.mkdir()
            found += unpacking.pictures_of(each.path, each.name, part, lambda done: under.reached(0, done))
    return found


def _stack_of(under: Under, run: RunDocument, sources: list[Source]) -> dict[str, Any]:
    if len(sources) < STACK.fewest:
        _written(
            run.id,
            under.owner,
            BenchOutcome(sentence=f"{len(sources)} frames can be used; {STACK.fewest} are needed at least."),
        )
        return {"run": str(run.id)}
    told = stack_told(sources, run.asked, lambda done, total: under.reached(done, total + 1))
    keep_pictures(run.id, told.pictures)
    _written(run.id, under.owner, told.outcome)
    return {"run": str(run.id), "sentence": told.outcome.sentence}


def _sent(run: RunDocument, owner: User) -> list[Named]:
    """Files of a run that were sent here whole, by their names."""
    uploads = apps.get_model("uploads", "Upload")._default_manager.filter(owner=owner, pk__in=run.files, whole=True)
    return sorted((Named(each.path, each.name) for each in uploads), key=lambda each: each.name)


def frame_shown(run: RunDocument, number: int, owner: User) -> NDArray[np.uint8] | None:
    """A frame of a stack as it came, shape (h, w, 3), red first, counted from 1; None where it is not there, or cannot be opened."""
    if run.source == "simulated":
        made = moon_burst(run.seed, BURST_FRAMES).frames
        return _eight(as_linear(made[number - 1]())) if number <= len(made) else None
    sent = _sent(run, owner)
    if not number <= len(sent) or not is_picture(sent[number - 1].name):
        return None
    found = picture_of(sent[number - 1].path)
    return None if found is None else _eight(as_linear(found))


def _eight(linear: NDArray[np.float32]) -> NDArray[np.uint8]:
    shown = np.asarray(np.rint(screen_level(linear) * 255), np.uint8)
    return shown if shown.ndim == 3 else np.dstack([shown] * 3)


@contextmanager
def _files_of(run: RunDocument, kit: Kit, owner: User) -> Iterator[list[Named]]:
    """The files of a run: those sent here, or the simulated camera's, written like any camera's and gone afterwards."""
    if run.source != "simulated":
        yield _sent(run, owner)
        return
    with TemporaryDirectory(prefix="bench-made-") as folder:
        made = []
        for each in test_of(run.test).simulated(kit, run.seed).files:
            path = Path(folder) / each.name
            path.write_bytes(each.data)
            made.append(Named(path, each.name))
        yield made


@transaction.atomic
def _written(run_id: UUID, owner: User, outcome: BenchOutcome) -> None:
    row = BenchRun.objects.select_for_update().get(pk=run_id, owner=owner)
    run: RunDocument = parsed(row)  # type: ignore[assignment]
    row.document = run.model_copy(update={"outcome": outcome, "taken": ()}).model_dump(mode="json")
    write_next(row)
