"""The bench: tests, their shot lists, runs of them, and reports."""

from __future__ import annotations

from typing import Annotated, Any
from uuid import UUID

import numpy as np
from django.db import transaction
from django.http import FileResponse, HttpResponse
from ninja import Path, Router

from wide_aperture.bench.measuring import frame_shown, kit_of
from wide_aperture.bench.models import BenchRun
from wide_aperture.bench.pictures import NAMES, path_of, pictures_of
from wide_aperture.bench.report import bundle
from wide_aperture.bench.schemas import BegunOut, BenchTestsOut, RunIn, ShotsIn, ShotsOut
from wide_aperture.core.bench.catalogue import about_of, abouts, shots_of
from wide_aperture.core.bench.kinds import screens
from wide_aperture.core.bench.run import MOST_FILES
from wide_aperture.core.bench.run import BenchRun as RunDocument
from wide_aperture.core.frames.exposed import jpeg_of
from wide_aperture.http.description import binary
from wide_aperture.http.document_routes import PROBLEMS, WRITE_PROBLEMS, add_document_routes
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import problem
from wide_aperture.jobs import work
from wide_aperture.store.reading import parsed
from wide_aperture.store.services import Precondition, get_row, put_row

MATCH_QUALITY = 98  # patches a level or two apart must stay so

bench = Router(tags=["bench"])
bench_runs = Router(tags=["bench"])
add_document_routes(bench_runs, BenchRun)


@bench.get("/tests", response={200: BenchTestsOut}, operation_id="bench_tests")
def tests(request: PersonRequest) -> Any:
    """Every test, in the order they are shown."""
    return {"tests": abouts()}


@bench.post("/shots", response={200: ShotsOut, **WRITE_PROBLEMS}, operation_id="bench_shots")
def shots(request: PersonRequest, asked: ShotsIn) -> Any:
    """What to shoot for a test with this kit, in order."""
    return {"shots": shots_of(asked.test, kit_of(asked, request.user))}


@bench.post("/begin", response={202: BegunOut, **WRITE_PROBLEMS}, operation_id="bench_begin")
def begin(request: PersonRequest, asked: RunIn) -> Any:
    """Keep a run and measure it; the same again measures it again."""
    about = about_of(asked.test)
    kit = kit_of(asked, request.user)
    named = f"{kit.body.name}{', ' + kit.lens.name if kit.lens else ''}"
    run = RunDocument(
        id=asked.id, title=asked.title, test=asked.test, body_id=asked.body_id, lens_id=asked.lens_id, kit=named[:300], asked=asked.asked,
        source="files" if asked.files else "notes" if about.wants == "notes" else "simulated", seed=asked.seed, files=tuple(asked.files),
    )  # fmt: skip
    with transaction.atomic():
        there = BenchRun.objects.filter(pk=asked.id).first()
        expects = Precondition(revision=there.revision) if there else Precondition(creates=True)
        put_row(
            BenchRun,
            owner=request.user,
            row_id=asked.id,
            document=run,
            expects=expects,
        )
        job = work.start("bench", owner=request.user, title=asked.title, asked={"run": str(asked.id)})
    return 202, {"run_id": asked.id, "job_id": job.pk}


@bench.get("/match-picture", operation_id="bench_match_picture", openapi_extra=binary("image/jpeg"))
def match_picture(request: PersonRequest) -> HttpResponse:
    """The test picture of the screen match, as JPEG, for the card and the computer."""
    grey = screens.match_picture()
    answer = HttpResponse(jpeg_of(np.dstack([grey] * 3), MATCH_QUALITY), content_type="image/jpeg")
    answer["Content-Disposition"] = 'attachment; filename="screen-match.jpg"'
    return answer


@bench.get(
    "/report/{uuid:run_id}", response=PROBLEMS, operation_id="bench_report", openapi_extra=binary("application/zip")
)
def report(request: PersonRequest, run_id: UUID) -> HttpResponse:
    """A run as Markdown, with its curves and pictures, in one ZIP."""
    run: RunDocument = parsed(get_row(BenchRun, owner=request.user, row_id=run_id))  # type: ignore[assignment]
    answer = HttpResponse(bundle(run, pictures_of(run_id)), content_type="application/zip")
    answer["Content-Disposition"] = f'attachment; filename="{run.test}.zip"'
    return answer


@bench.get(
    "/frame/{uuid:run_id}/{number}",
    response=PROBLEMS,
    operation_id="bench_frame",
    openapi_extra=binary("image/jpeg"),
)
def frame(request: PersonRequest, run_id: UUID, number: Annotated[int, Path(ge=1, le=MOST_FILES)]) -> Any:
    """One frame of a stack as it came, as JPEG; counted from 1."""
    run: RunDocument = parsed(get_row(BenchRun, owner=request.user, row_id=run_id))  # type: ignore[assignment]
    shown = frame_shown(run, number, request.user)
    if shown is None:
        return problem(404, "This frame cannot be shown: it is none of the run’s pictures, or part of a clip.")
    return HttpResponse(jpeg_of(shown), content_type="image/jpeg")


@bench.get(
    "/picture/{uuid:run_id}/{name}",
    response=PROBLEMS,
    operation_id="bench_picture",
    openapi_extra=binary("image/png"),
)
def picture(request: PersonRequest, run_id: UUID, name: Annotated[str, Path(pattern=f"^({NAMES.pattern})$")]) -> Any:
    """A picture a run made: PNG, of a stack with 16 bits."""
    row = get_row(BenchRun, owner=request.user, row_id=run_id)
    path = path_of(row.pk, name)
    if not path.exists():
        return problem(404, "This run made no such picture, or its file is gone. Measure it again.")
    return FileResponse(path.open("rb"), content_type="image/png")
