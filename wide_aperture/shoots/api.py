"""Shoots and their situations."""

from typing import Annotated
from uuid import UUID

from ninja import Query, Router, Schema
from pydantic import Field

from wide_aperture.core.camera.preflight.ticks import Run
from wide_aperture.core.camera.shoot_file import ShootFile
from wide_aperture.core.documents import shoot as shoot_document
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.planning.agreement import Agreement
from wide_aperture.http.document_routes import PROBLEMS, add_document_routes, rows_page
from wide_aperture.http.files import refused_as_text
from wide_aperture.http.paging import Cursor, Limit, page_schema
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import Problem
from wide_aperture.shoots import services
from wide_aperture.shoots.agreement import own_agreement
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.shoots.overview import overview

shoots = Router(tags=["shoots"])
situations = Router(tags=["shoots"])


class ShootSummary(Schema):
    """A shoot in the list: how far it is and what to do next."""

    id: UUID
    revision: int
    document: shoot_document.Shoot
    situations: int
    open_findings: int
    readiness: str
    next_action: str
    next_light: str | None = Field(description="The first light event of its day, once date and place are known")
    preflight: Run | None = Field(description="The latest walk round of the pre-flight")
    frames: int = Field(description="Frames that were brought in")
    judged: int = Field(description="How many of them have a rating")
    pending: bool = Field(description="Not everything is worked out yet; ask again")


ShootSummaryPage = page_schema("ShootSummary", ShootSummary)
BUDGET_MS, MOST_BUDGET_MS = 120, 2000
MOST_FILE_LETTERS = 8_000_000


@shoots.get("/overview", response={200: ShootSummaryPage, **PROBLEMS}, operation_id="shoot_overview")
def shoot_overview(
    request: PersonRequest,
    limit: Limit = 100,
    cursor: Cursor = None,
    budget_ms: Annotated[int, Query(ge=0, le=MOST_BUDGET_MS, description="Time for plans not known yet")] = BUDGET_MS,
) -> object:
    """Shoots with their readiness."""
    items, next_cursor = overview(owner=request.user, limit=limit, cursor=cursor, budget_s=budget_ms / 1000)
    return {"items": items, "next": next_cursor}


class OwnAnswers(Schema):
    """A body, and a foundation as it may not be saved yet."""

    body: Body
    foundation: Foundation = Foundation()


@shoots.post("/agreement", response={200: Agreement, 422: Problem}, operation_id="own_agreement")
def shoots_agreement(request: PersonRequest, asked: OwnAnswers) -> object:
    """How far a photographer's own answers and values move their own plans from what we would propose."""
    return own_agreement(owner=request.user, body=asked.body, own=asked.foundation)


class ShootFileIn(Schema):
    """A shoot's file, as text."""

    text: Annotated[str, Field(max_length=MOST_FILE_LETTERS)]


class ShootFileRead(Schema):
    """A shoot from a file, not saved yet. left_out: each thing that was not taken, with its reason."""

    document: ShootFile
    left_out: list[str]


@shoots.post("/file-read", response={200: ShootFileRead, 422: Problem}, operation_id="shoot_file_read")
def shoot_file_read(request: PersonRequest, asked: ShootFileIn) -> object:
    """Read a shoot's file leniently: what is not known, and kit that is here already, is left out and told."""
    with refused_as_text(asked.text):
        found = services.read_file(owner=request.user, text=asked.text)
    return {"document": found.document, "left_out": list(found.left_out)}


@shoots.get("/{uuid:shoot_id}/file", response={200: ShootFile, 404: Problem}, operation_id="shoot_file")
def shoot_whole(request: PersonRequest, shoot_id: UUID) -> object:
    """A shoot with its situations, kit, words and packing: for another photographer or another installation."""
    return services.whole_shoot(owner=request.user, shoot_id=shoot_id)


StoredShoot = add_document_routes(shoots, Shoot)
StoredSituation = add_document_routes(situations, Situation)
SituationPage = page_schema("SituationOfShoot", StoredSituation)


@shoots.get("/{uuid:shoot_id}/situations", response={200: SituationPage, **PROBLEMS}, operation_id="shoot_situations")
def shoot_situations(request: PersonRequest, shoot_id: UUID, limit: Limit = 100, cursor: Cursor = None) -> object:
    """The situations of a shoot in their order."""
    return rows_page(services.situations_of(owner=request.user, shoot_id=shoot_id), limit, cursor)
