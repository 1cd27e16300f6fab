"""Frames: bringing them in, rating and sorting them, reading a shoot back, taking advice; and the long work behind it."""

from __future__ import annotations

import io
import json
import zipfile
from typing import Annotated, Any, Literal
from uuid import UUID

from django.db import transaction
from django.http import HttpResponse
from ninja import File, Form, Query, Router
from ninja.files import UploadedFile
from pydantic import ValidationError

from wide_aperture.core.camera.state import CameraState
from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.frame import Frame as FrameDocument
from wide_aperture.core.frames.raw_marks import part_of_mask
from wide_aperture.core.frames.write import xmp_packet
from wide_aperture.core.review.decisions import dated
from wide_aperture.core.review.habits import Habit, habits
from wide_aperture.core.review.proof_round import ProofRound
from wide_aperture.core.review.report import frames_csv, markdown
from wide_aperture.core.review.seen import Proof
from wide_aperture.frames import costs, csv_file, keep, proving, reading, reviewing
from wide_aperture.frames.models import Frame, Preview, Review
from wide_aperture.frames.schemas import (
    AdviceIn,
    AnswerIn,
    ChangeIn,
    ChangeOut,
    CountOut,
    FolderIn,
    FoundOut,
    FramesCsvIn,
    FramesCsvOut,
    FrameSummary,
    JobOut,
    JobsOut,
    PlayIn,
    ProofIn,
    ReadIn,
    ReadOut,
    RestoreIn,
    ReviewOut,
)
from wide_aperture.http.description import binary
from wide_aperture.http.document_routes import PROBLEMS, WRITE_PROBLEMS, add_document_routes
from wide_aperture.http.paging import Cursor, Limit
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import Problem, problem
from wide_aperture.jobs import work
from wide_aperture.jobs.models import Job
from wide_aperture.store import services
from wide_aperture.store.reading import owned

frames = Router(tags=["frames"])
reviews = Router(tags=["frames"])
review = Router(tags=["frames"])
jobs = Router(tags=["frames"])
MOST_FOUND = 200
MOST_UPLOADS = 2000
MOST_XMP = 20_000


def _summaries(request: PersonRequest, limit: int, cursor: str | None) -> HttpResponse:
    return _page(services.list_rows(Frame, owner=request.user), limit, cursor)


def _page(rows: Any, limit: int, cursor: str | None) -> HttpResponse:
    found, following = services.page_of(rows, limit=limit, cursor=cursor)
    items = [_summary(row) for row in found]
    return HttpResponse(json.dumps({"items": items, "next": following}), content_type="application/json")


def _summary(row: Frame) -> dict[str, Any]:
    held = row.document
    return {
        "id": str(row.pk), "revision": row.revision, "name": held["name"], "folder": held.get("folder", ""), "said": held["said"],
        "measures": held.get("measures"), "marks": held.get("marks"), "rating": row.rating, "fault": held.get("fault"), "situation_id": held.get("situation_id"), "has_preview": row.has_preview,
    }  # fmt: skip


add_document_routes(frames, Frame, summary=FrameSummary, summaries=_summaries)
add_document_routes(reviews, Review)


@frames.get("/of/{uuid:shoot_id}", response={200: dict, **PROBLEMS}, operation_id="frames_of_shoot")
def frames_of_shoot(request: PersonRequest, shoot_id: UUID, limit: Limit = 200, cursor: Cursor = None) -> Any:
    """A shoot's frames in the order they were taken."""
    return _page(reviewing.frames_of(shoot_id, owner=request.user), limit, cursor)


@frames.post("/named", response={200: list[FrameSummary], **PROBLEMS}, operation_id="frames_named")
def frames_named(request: PersonRequest, ids: list[UUID]) -> Any:
    """Some frames by their ids, at most 200."""
    rows = services.list_rows(Frame, owner=request.user).filter(pk__in=ids[:MOST_FOUND])
    return [_summary(row) for row in rows]


@frames.get(
    "/{uuid:row_id}/preview", response={404: Problem}, operation_id="frame_preview", openapi_extra=binary("image/jpeg")
)
def frame_preview(request: PersonRequest, row_id: UUID) -> Any:
    """A small picture of a frame."""
    found = Preview.objects.filter(frame_id=row_id, frame__owner=request.user, frame__deleted_at__isnull=True).first()
    if found is None:
        return problem(404, "There is no picture of this frame. Bring the file again with previews on.")
    answer = HttpResponse(bytes(found.jpeg), content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=86400"
    return answer


@frames.get(
    "/{uuid:row_id}/marks", response={404: Problem}, operation_id="frame_marks", openapi_extra=binary("image/png")
)
def frame_marks(request: PersonRequest, row_id: UUID, of: Literal["marked", "full"] = "marked") -> Any:
    """Where the camera's own picture is marked as burnt, or where the raw data end: a PNG, opaque there and clear elsewhere."""
    found = Preview.objects.filter(frame_id=row_id, frame__owner=request.user, frame__deleted_at__isnull=True).first()
    if found is None or found.mask is None:
        return problem(
            404, "Of this frame no raw data were compared with the camera’s picture. Import the raw file from a folder."
        )
    answer = HttpResponse(part_of_mask(bytes(found.mask), of), content_type="image/png")
    answer["Cache-Control"] = "private, max-age=86400"
    return answer


@frames.post("/read", response={200: ReadOut, **WRITE_PROBLEMS}, operation_id="frames_read")
def read(request: PersonRequest, asked: Form[str], uploads: File[list[UploadedFile]] = []) -> Any:  # noqa: B006  Ninja's way
    """Read files of a browser by the ranges it sends: each is kept, known, refused, or wants further bytes."""
    try:
        given = ReadIn.model_validate_json(asked)
    except ValidationError as error:
        first = error.errors()[0]
        raise DomainError("/".join(("asked", *map(str, first["loc"]))), "", str(first["msg"])) from None
    if len(uploads) > MOST_UPLOADS:
        raise DomainError("uploads", len(uploads), f"must not be more than {MOST_UPLOADS}")
    data = [each.read() for each in uploads]

    def part(number: int | None) -> bytes | None:
        if number is None:
            return None
        if number >= len(data):
            raise DomainError("asked/files", number, "names an upload that did not come")
        return bytes(data[number])

    offered = [
        reading.Offered(
            name=each.name, folder=each.folder, size=each.size, identity=each.identity,
            parts=tuple((p.offset, part(p.upload) or b"") for p in each.parts), sidecar=part(each.sidecar) or b"", preview=part(each.preview),
        )
        for each in given.files
    ]  # fmt: skip
    answers = reading.read_offered(given.shoot_id, offered, location=given.location, owner=request.user)
    return {"files": [{"state": a.state, "offset": a.offset, "count": a.count, "reason": a.reason} for a in answers]}


@frames.post("/change", response={200: ChangeOut, **WRITE_PROBLEMS}, operation_id="frames_change")
def change(request: PersonRequest, asked: ChangeIn) -> Any:
    """Rate frames, or put them into a situation; the answer says what was there before."""
    changes: dict[str, object] = {name: getattr(asked, name) for name in asked.change}
    if "situation_id" in changes and changes["situation_id"] is not None:
        changes["situation_id"] = str(changes["situation_id"])
    before = keep.change_frames(asked.ids, changes, owner=request.user)
    return {"before": [{"id": str(row_id), "fields": fields} for row_id, fields in before]}


@frames.post("/restore", response={200: CountOut, **WRITE_PROBLEMS}, operation_id="frames_restore")
def restore(request: PersonRequest, asked: RestoreIn) -> Any:
    """Undo a change: give frames back what "before" says."""
    with transaction.atomic():
        for each in asked.before:
            keep.change_frames([each.id], each.fields.model_dump(mode="json", exclude_unset=True), owner=request.user)
    return {"count": len(asked.before)}


@frames.post("/csv", response={200: FramesCsvOut, **WRITE_PROBLEMS}, operation_id="frames_csv_in")
def read_csv(request: PersonRequest, asked: FramesCsvIn) -> Any:
    """Ratings, or frames without files, from a CSV."""
    return csv_file.take(asked.shoot_id, asked.text, owner=request.user)


@frames.delete("/of/{uuid:shoot_id}", response={200: CountOut, **PROBLEMS}, operation_id="frames_remove")
def remove(request: PersonRequest, shoot_id: UUID) -> Any:
    """Put all frames of a shoot into the bin."""
    return {"count": keep.remove_frames(shoot_id, owner=request.user)}


@frames.delete(
    "/of/{uuid:shoot_id}/for-good", response={200: CountOut, **PROBLEMS}, operation_id="frames_remove_for_good"
)
def remove_for_good(request: PersonRequest, shoot_id: UUID) -> Any:
    """Remove the deleted frames of a shoot for good."""
    return {"count": keep.remove_for_good(shoot_id, owner=request.user)}


@frames.post("/of/{uuid:shoot_id}/back", response={200: CountOut, **PROBLEMS}, operation_id="frames_back")
def bring_back(request: PersonRequest, shoot_id: UUID) -> Any:
    """Take them out again."""
    return {"count": keep.bring_back_frames(shoot_id, owner=request.user)}


@frames.get("/search", response={200: FoundOut, **PROBLEMS}, operation_id="frames_search")
def search(request: PersonRequest, q: Annotated[str, Query(min_length=1, max_length=100)]) -> Any:
    """Frames of every shoot whose file, body, lens or label holds these words."""
    rows = services.list_rows(Frame, owner=request.user)
    for word in q.split()[:6]:
        rows = rows.filter(words__contains=word.lower())
    found = list(rows.order_by("-taken_at", "name")[: MOST_FOUND + 1])
    titles = {shoot.id: shoot.title for shoot in owned("shoots", request.user)}
    return {
        "items": [
            {
                "id": row.pk, "name": row.name, "shoot_id": row.shoot_id, "shoot": titles.get(row.shoot_id, ""),
                "taken_at": row.taken_at, "rating": row.rating,
            }
            for row in found[:MOST_FOUND]
        ],
        "more": len(found) > MOST_FOUND,
    }  # fmt: skip


# Reading a shoot back ----------------------------------------------------------------------------------------------------------


@review.get("/{uuid:shoot_id}", response={200: ReviewOut, **PROBLEMS}, operation_id="review_shoot")
def review_shoot(request: PersonRequest, shoot_id: UUID) -> Any:
    """A shoot read back: its situations beside their plans, own figures, and what should change."""
    title, shoot = reviewing.title_of(shoot_id, owner=request.user)
    made = reviewing.review_of_shoot(shoot_id, owner=request.user)
    row, decided = reviewing.decisions_of(shoot_id, owner=request.user)
    answered = {each.advice for each in decided.answered}
    answer = {
        "title": title,
        "date": shoot.date.isoformat() if shoot.date else None,
        "review": made.model_dump(mode="json"),
        "advice": [each.model_dump(mode="json") for each in made.advice if each.id not in answered],
        "decisions": decided.model_dump(mode="json"),
        "revision": None if row is None else row.revision,
        "cost": costs.cost_of_shoot(shoot_id, made, owner=request.user).model_dump(mode="json"),
        "deleted": Frame.objects.filter(owner=request.user, shoot_id=shoot_id, deleted_at__isnull=False).count(),
    }
    return HttpResponse(json.dumps(answer, allow_nan=False), content_type="application/json")


@review.post("/{uuid:shoot_id}/answer", response={200: dict, **WRITE_PROBLEMS}, operation_id="review_answer")
def answer(request: PersonRequest, shoot_id: UUID, asked: AnswerIn) -> Any:
    """Take an advice, or decline it with a reason."""
    decided = reviewing.answer_advice(shoot_id, asked.advice, asked.answer, asked.because, owner=request.user)
    return decided.model_dump(mode="json")


@review.post("/{uuid:shoot_id}/take-back", response={200: dict, **WRITE_PROBLEMS}, operation_id="review_take_back")
def take_back(request: PersonRequest, shoot_id: UUID, asked: AdviceIn) -> Any:
    """Undo an answer, and what it changed."""
    return reviewing.take_back(shoot_id, asked.advice, owner=request.user).model_dump(mode="json")


@review.get("/{uuid:shoot_id}/proof", response={200: Proof, **PROBLEMS}, operation_id="review_proof")
def prove(request: PersonRequest, shoot_id: UUID, situation_id: UUID, frame_id: UUID) -> Any:
    """One frame against what a situation's plan asks somebody to set."""
    return proving.prove(shoot_id, situation_id, frame_id, owner=request.user)


@review.post("/{uuid:shoot_id}/proof", response={200: CameraState, **WRITE_PROBLEMS}, operation_id="review_proof_keep")
def keep_proof(request: PersonRequest, shoot_id: UUID, asked: ProofIn) -> Any:
    """Write down how the camera stands by what a frame proves."""
    return proving.keep_state(shoot_id, asked.situation_id, asked.frame_id, owner=request.user)


@review.get("/{uuid:shoot_id}/proofs", response={200: ProofRound, **PROBLEMS}, operation_id="review_proofs")
def prove_places(request: PersonRequest, shoot_id: UUID) -> Any:
    """Frames taken before the shoot began against every storage place they should come from."""
    return proving.prove_places(shoot_id, owner=request.user)


@review.post(
    "/{uuid:shoot_id}/proofs", response={200: list[CameraState], **WRITE_PROBLEMS}, operation_id="review_proofs_keep"
)
def keep_proofs(request: PersonRequest, shoot_id: UUID) -> Any:
    """Write down what these frames prove of places and bodies."""
    return proving.keep_round(shoot_id, owner=request.user)


@review.get("/{uuid:shoot_id}/habits", response={200: list[Habit], **PROBLEMS}, operation_id="review_habits")
def habits_of(request: PersonRequest, shoot_id: UUID) -> Any:
    """What the frames of a shoot, or of a folder of old ones, tell of habits: standing values and what belongs in the hand."""
    reviewing.title_of(shoot_id, owner=request.user)
    return habits(reviewing.table_of_shoot(shoot_id, owner=request.user))


@review.get(
    "/{uuid:shoot_id}/report",
    response={404: Problem},
    operation_id="review_report",
    openapi_extra=binary("text/markdown"),
)
def report(
    request: PersonRequest, shoot_id: UUID, format: Literal["markdown", "csv", "json", "xmp"] = "markdown"
) -> Any:
    """The review as Markdown or JSON, the frames as CSV, ratings and labels as a zip of XMP sidecars."""
    title, _ = reviewing.title_of(shoot_id, owner=request.user)
    name = "".join(each if each.isalnum() else "-" for each in title.lower()).strip("-")[:60] or "shoot"
    if format == "xmp":
        return _download(_sidecars(request, shoot_id), f"{name}-xmp.zip", "application/zip")
    if format == "csv":
        return _download(_frames_csv(request, shoot_id).encode(), f"{name}.csv", "text/csv")
    made = reviewing.review_of_shoot(shoot_id, owner=request.user)
    _, decided = reviewing.decisions_of(shoot_id, owner=request.user)
    if format == "json":
        text = json.dumps(
            {"title": title, "review": made.model_dump(mode="json"), "decisions": decided.model_dump(mode="json")},
            indent=1,
            allow_nan=False,
        )
        return _download(text.encode(), f"{name}-review.json", "application/json")
    return _download(markdown(title, made, dated(decided.log)).encode(), f"{name}.md", "text/markdown")


def _download(data: bytes, name: str, kind: str) -> HttpResponse:
    found = HttpResponse(data, content_type=f"{kind}; charset=utf-8" if kind.startswith("text/") else kind)
    found["Content-Disposition"] = f'attachment; filename="{name}"'
    return found


def _frames_csv(request: PersonRequest, shoot_id: UUID) -> str:
    table = reviewing.sorted_of_shoot(shoot_id, owner=request.user)
    rows = {str(row.pk): row for row in reviewing.frames_of(shoot_id, owner=request.user)}
    titles = {str(each.situation.id): each.situation.title for each in owned("situations", request.user)}
    lines = []
    for k, frame_id in enumerate(table.ids):
        row = rows[frame_id]
        document = FrameDocument.model_validate(row.document)
        more: dict[str, object] = {
            "situation": titles.get(str(table.situations[k]), ""), "burst": int(table.burst[k]), "place": int(table.place[k]),
            "kept": {1.0: "yes", 0.0: "no"}.get(float(table.kept[k]), ""), "rating": row.rating,
        }  # fmt: skip
        lines.append((document.name, document.said, more))
    return frames_csv(lines)


def _sidecars(request: PersonRequest, shoot_id: UUID) -> bytes:
    """A sidecar for every frame that has a rating or a label; the originals are never touched."""
    made = io.BytesIO()
    taken: set[str] = set()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as bundle:
        for row in reviewing.frames_of(shoot_id, owner=request.user)[:MOST_XMP]:
            document = FrameDocument.model_validate(row.document)
            if document.judged is None and document.said.label is None:
                continue
            stem = document.name.rpartition(".")[0] or document.name
            name = "".join(each if each.isalnum() or each in "-_ ." else "_" for each in stem).strip(". ") or "frame"
            while f"{name}.xmp" in taken:
                name += "_"
            taken.add(f"{name}.xmp")
            bundle.writestr(f"{name}.xmp", xmp_packet(document.judged, document.said.label, document.note or None))
    return made.getvalue()


# Long work ---------------------------------------------------------------------------------------------------------------------


def _job(row: Job) -> dict[str, Any]:
    return {
        "id": row.pk, "kind": row.kind, "title": row.title, "shoot_id": row.shoot_id, "state": row.state, "stopping": bool(row.stop),
        "done": row.done, "total": row.total, "report": row.report or row.checkpoint.get("report", {}), "problem": row.problem,
        "created_at": row.created_at,
    }  # fmt: skip


@jobs.get("", response={200: JobsOut, **PROBLEMS}, operation_id="jobs")
def list_jobs(request: PersonRequest, shoot_id: UUID | None = None) -> Any:
    """Long work, the newest first: at most 50."""
    rows = Job.objects.filter(owner=request.user)
    if shoot_id is not None:
        rows = rows.filter(shoot_id=shoot_id)
    return {"items": [_job(row) for row in rows[:50]]}


@jobs.get("/{uuid:job_id}", response={200: JobOut, **PROBLEMS}, operation_id="job")
def one_job(request: PersonRequest, job_id: UUID) -> Any:
    """How far it is."""
    return _job(Job.objects.get(pk=job_id, owner=request.user))


@jobs.post("/play/{uuid:shoot_id}", response={202: JobOut, **WRITE_PROBLEMS}, operation_id="job_play")
def play(request: PersonRequest, shoot_id: UUID, asked: PlayIn) -> Any:
    """Let the simulated camera photograph a shoot."""
    title, _ = reviewing.title_of(shoot_id, owner=request.user)
    row = work.start("play", owner=request.user, title=f"Playing {title}", shoot_id=shoot_id, asked=asked.model_dump())
    return 202, _job(row)


@jobs.post("/import/{uuid:shoot_id}", response={202: JobOut, **WRITE_PROBLEMS}, operation_id="job_import")
def import_folder(request: PersonRequest, shoot_id: UUID, asked: FolderIn) -> Any:
    """Read a folder of this machine in place; nothing in it is changed."""
    title, _ = reviewing.title_of(shoot_id, owner=request.user)
    row = work.start(
        "import", owner=request.user, title=f"Frames for {title}", shoot_id=shoot_id, asked=asked.model_dump()
    )
    return 202, _job(row)


@jobs.post("/{uuid:job_id}/{deed}", response={200: JobOut, 404: Problem, **WRITE_PROBLEMS}, operation_id="job_deed")
def deed(request: PersonRequest, job_id: UUID, deed: Literal["cancel", "pause", "go-on"]) -> Any:
    """Cancel, pause, or go on. What was done stays."""
    row = Job.objects.get(pk=job_id, owner=request.user)
    if deed == "go-on":
        work.go_on(row)
    else:
        work.ask_to_stop(row, "cancelled" if deed == "cancel" else "paused")
    row.refresh_from_db()
    return _job(row)
