"""The bench: tests, their shot lists, runs of them, and reports."""

from __future__ import annotations

from typing import Any, Literal
from uuid import UUID

from django.db import transaction
from django.http import FileResponse, HttpResponse
from ninja import Router

from wide_aperture.bench.measuring import kit_of
from wide_aperture.bench.models import BenchRun
from wide_aperture.bench.pictures import path_of
from wide_aperture.bench.report import markdown
from wide_aperture.bench.schemas import BegunOut, BenchTestsOut, RunIn, ShotsIn, ShotsOut
from wide_aperture.core.bench.catalogue import about_of, abouts, shots_of
from wide_aperture.core.bench.run import BenchRun as RunDocument
from wide_aperture.http.document_routes import PROBLEMS, WRITE_PROBLEMS, add_document_routes
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import problem
from wide_aperture.jobs import work
from wide_aperture.store.reading import parsed
from wide_aperture.store.services import Precondition, get_row, put_row

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
    about_of(asked.test)
    kit = kit_of(asked, request.user)
    named = f"{kit.body.name}{', ' + kit.lens.name if kit.lens else ''}"
    run = RunDocument(
        id=asked.id, title=asked.title, test=asked.test, body_id=asked.body_id, lens_id=asked.lens_id, kit=named[:300], asked=asked.asked,
        source="files" if asked.files else "simulated", seed=asked.seed, files=tuple(asked.files),
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


@bench.get("/report/{uuid:run_id}", response={200: None, **PROBLEMS}, operation_id="bench_report")
def report(request: PersonRequest, run_id: UUID) -> HttpResponse:
    """A run as Markdown."""
    run: RunDocument = parsed(get_row(BenchRun, owner=request.user, row_id=run_id))  # type: ignore[assignment]
    return HttpResponse(markdown(run), content_type="text/markdown; charset=utf-8")


@bench.get("/picture/{uuid:run_id}/{name}", response={200: None, **PROBLEMS}, operation_id="bench_picture")
def picture(request: PersonRequest, run_id: UUID, name: Literal["single", "stack", "sharpened"]) -> Any:
    """A picture a run made: PNG of 16 bits."""
    row = get_row(BenchRun, owner=request.user, row_id=run_id)
    path = path_of(row.pk, name)
    if not path.exists():
        return problem(404, "This run made no such picture, or its file is gone. Measure it again.")
    return FileResponse(path.open("rb"), content_type="image/png")
