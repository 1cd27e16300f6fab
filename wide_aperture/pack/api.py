"""Phrasebooks, camera states, the packing of a shoot, and the simulated camera."""

from urllib.parse import quote
from uuid import UUID

from django.http import HttpResponse
from django.utils import timezone
from ninja import Router

from wide_aperture.core.camera import phrasebook as core_phrasebook
from wide_aperture.core.camera import state as core_state
from wide_aperture.core.camera.controls.functions import FUNCTIONS, REVIEW_FUNCTIONS, Function, ReviewFunction
from wide_aperture.core.camera.deeds import act
from wide_aperture.core.camera.packing import PackedShoot, book_of
from wide_aperture.core.camera.phrasebook import CsvReading, from_csv, to_csv
from wide_aperture.core.camera.precautions.failure import Failure
from wide_aperture.core.camera.preflight.made import Checklist
from wide_aperture.core.camera.preflight.ticks import Tick, runs
from wide_aperture.core.camera.route import Route, route
from wide_aperture.core.camera.route.follow import action_of, follow
from wide_aperture.core.camera.simulated import Outcome, SimulatedCamera, new_camera
from wide_aperture.core.camera.storage.moves import after, stored_in
from wide_aperture.core.camera.words_file import read_words, words_file
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.said import in_units
from wide_aperture.core.field import notes as field_notes
from wide_aperture.core.field.dialogue import Reply
from wide_aperture.http.description import binary
from wide_aperture.http.document_routes import PROBLEMS, add_document_routes, rows_page, saved_schema
from wide_aperture.http.files import refused_as_text
from wide_aperture.http.paging import Cursor, Limit, page_schema
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import Problem, problem
from wide_aperture.pack import events, field, preflight, services
from wide_aperture.pack.models import CameraState, FieldNote, Packing, Phrasebook, PreflightTick
from wide_aperture.pack.preflight_file import preflight_file
from wide_aperture.pack.questions import (
    ExportRequest,
    LightRequest,
    NotesRequest,
    PackRequest,
    PreflightRequest,
    TestFrameRequest,
    TicksRequest,
)
from wide_aperture.pack.schemas import (
    CameraRequest,
    CsvIn,
    FollowOut,
    FollowRequest,
    NewCameraRequest,
    NotesOut,
    RouteRequest,
    TakenOut,
    TextOut,
    TicksOut,
    WalkedRequest,
    WordsIn,
    WordsRead,
)
from wide_aperture.store.services import list_rows

phrasebooks = Router(tags=["pack"])
states = Router(tags=["pack"])
packings = Router(tags=["pack"])
pack = Router(tags=["pack"])
camera = Router(tags=["pack"])
ticks = Router(tags=["pack"])
add_document_routes(phrasebooks, Phrasebook)
add_document_routes(states, CameraState)
add_document_routes(packings, Packing)
notes = Router(tags=["pack"])
NotePage = page_schema("FieldNote", saved_schema("FieldNote", field_notes.FieldNote))
TickPage = page_schema("Tick", saved_schema("Tick", Tick))


@phrasebooks.post("/usual", response={200: core_phrasebook.Phrasebook, 422: Problem}, operation_id="phrasebook_usual")
def usual_phrasebook(request: PersonRequest, body: Body) -> object:
    """The book to start from for a body nobody has described: our words, the usual controls."""
    return book_of(body, {})


@phrasebooks.post("/to-csv", response={200: TextOut, 422: Problem}, operation_id="phrasebook_to_csv")
def phrasebook_to_csv(request: PersonRequest, book: core_phrasebook.Phrasebook) -> object:
    """A phrasebook as CSV."""
    return {"text": to_csv(book)}


@phrasebooks.post("/read-csv", response={200: CsvReading, 422: Problem}, operation_id="phrasebook_read_csv")
def phrasebook_read_csv(request: PersonRequest, file: CsvIn) -> object:
    """What a CSV says: the phrases taken, and every line that could not be."""
    return from_csv(file.text)


@phrasebooks.post("/to-file", response={200: TextOut, 422: Problem}, operation_id="phrasebook_to_file")
def phrasebook_to_file(request: PersonRequest, book: core_phrasebook.Phrasebook) -> object:
    """A body's words and control map as a file."""
    return {"text": words_file(book)}


@phrasebooks.post("/read-file", response={200: WordsRead, 422: Problem}, operation_id="phrasebook_read_file")
def phrasebook_read_file(request: PersonRequest, asked: WordsIn) -> object:
    """Read a file of words and controls for a body leniently: what cannot be taken is left out and told."""
    with refused_as_text(asked.text):
        found = read_words(asked.text, asked.book_id, asked.body)
    return {"document": found.document, "left_out": list(found.left_out)}


@pack.get("/functions", response={200: list[Function]}, operation_id="control_functions")
def control_functions(request: PersonRequest) -> object:
    """What controls can be told to do."""
    return list(FUNCTIONS)


@pack.get("/review-functions", response={200: list[ReviewFunction]}, operation_id="review_functions")
def review_functions(request: PersonRequest) -> object:
    """What controls can do while a picture is looked at."""
    return list(REVIEW_FUNCTIONS)


@pack.post("", response={200: PackedShoot, 422: Problem}, operation_id="pack")
def pack_shoot(request: PersonRequest, asked: PackRequest) -> object:
    """A shoot packed into the places of its bodies, with routes, controls and mishaps."""
    return services.packed(asked)


@pack.post("/failures", response={200: list[Failure], 422: Problem}, operation_id="pack_failures")
def pack_failures(request: PersonRequest, asked: PackRequest) -> object:
    """The day without each body, lens and card in turn."""
    return list(services.day_without(asked))


@pack.post("/export", response={200: TextOut, 422: Problem}, operation_id="pack_export")
def pack_export(request: PersonRequest, asked: ExportRequest) -> object:
    """All routes as Markdown or CSV."""
    return {"text": services.routes_as_text(asked)}


@pack.post("/route", response={200: Route, 422: Problem}, operation_id="pack_route")
def pack_route(request: PersonRequest, asked: RouteRequest) -> object:
    """The cheapest way from a state to values."""
    book = asked.book or book_of(asked.body, {})
    return route(asked.state, asked.target, book, asked.body)


@pack.post("/walked", response={200: core_state.CameraState, 422: Problem}, operation_id="pack_walked")
def pack_walked(request: PersonRequest, asked: WalkedRequest) -> object:
    """How a body stands once a route was walked."""
    state = after(asked.state, asked.route)
    return stored_in(state, asked.stored) if asked.stored is not None else state


@camera.post("/new", response={200: SimulatedCamera, 422: Problem}, operation_id="camera_new")
def camera_new(request: PersonRequest, asked: NewCameraRequest) -> object:
    """A simulated camera that stands as a body does."""
    return new_camera(asked.body, asked.state)


@camera.post("/follow", response={200: FollowOut, 422: Problem}, operation_id="camera_follow")
def camera_follow(request: PersonRequest, asked: FollowRequest) -> object:
    """Walk steps of a route until the camera refuses one."""
    book = asked.book or book_of(asked.body, {})
    standing, outcomes = follow(asked.camera, asked.steps, asked.body, book)
    refused = bool(outcomes) and outcomes[-1].refused
    said = [in_units(outcome.said) for outcome in outcomes]
    return {"camera": standing, "walked": len(outcomes) - refused, "said": said, "refused": refused}


@camera.post("/act", response={200: Outcome, 422: Problem}, operation_id="camera_act")
def camera_act(request: PersonRequest, asked: CameraRequest) -> object:
    """Do one thing to a simulated camera."""
    book = asked.book or book_of(asked.body, {})
    action = asked.action or action_of(asked.step)  # type: ignore[arg-type] # one of both is there: CameraRequest says so
    return act(asked.camera, action, asked.body, book)


@pack.post("/pre-flight", response={200: Checklist, 422: Problem}, operation_id="pre_flight")
def pre_flight(request: PersonRequest, asked: PreflightRequest) -> object:
    """The checklist of a shoot, made from its plans, the bodies' states, the bag and the day."""
    return preflight.checklist_of(asked)


@pack.get(
    "/pre-flight/{uuid:shoot_id}",
    response={200: preflight.ShootChecklist, 404: Problem, 422: Problem},
    operation_id="pre_flight_of_shoot",
)
def pre_flight_of_shoot(request: PersonRequest, shoot_id: UUID) -> object:
    """The checklist of a saved shoot: what a phone asks for, and keeps for when the network is away."""
    return preflight.checklist_of_shoot(shoot_id, owner=request.user)


@pack.get(
    "/pre-flight/{uuid:shoot_id}/file",
    response={404: Problem},
    operation_id="pre_flight_file",
    openapi_extra=binary("text/html"),
)
def pre_flight_file(request: PersonRequest, shoot_id: UUID) -> HttpResponse:
    """The checklist as one file that needs no server: it keeps its ticks and saves them to be taken in here."""
    found = preflight.checklist_of_shoot(shoot_id, owner=request.user)
    try:
        page = preflight_file(shoot_id, found, field.cards_of_shoot(shoot_id, owner=request.user), timezone.now())
    except FileNotFoundError:
        return problem(503, "The front end is not built yet: run “make build”.")
    name = quote(f"{found.title} pre-flight.html")
    return HttpResponse(
        page,
        content_type="text/html; charset=utf-8",
        headers={"Content-Disposition": f"attachment; filename*=UTF-8''{name}"},
    )


@pack.get(
    "/field/{uuid:shoot_id}", response={200: field.ShootCards, 404: Problem, 422: Problem}, operation_id="field_cards"
)
def field_cards_of_shoot(request: PersonRequest, shoot_id: UUID) -> object:
    """A card for each situation of a saved shoot, and what the light and the clock bring."""
    return field.cards_of_shoot(shoot_id, owner=request.user)


@pack.post(
    "/field/{uuid:shoot_id}/{uuid:situation_id}/test-frame",
    response={200: Reply, 404: Problem, 422: Problem},
    operation_id="field_test_frame",
)
def field_test_frame(request: PersonRequest, shoot_id: UUID, situation_id: UUID, asked: TestFrameRequest) -> object:
    """What to turn after the latest of these test frames."""
    return field.test_frame(shoot_id, situation_id, asked.rounds, owner=request.user)


@pack.post(
    "/field/{uuid:shoot_id}/{uuid:situation_id}/light",
    response={200: field.LightKept, 404: Problem, 422: Problem},
    operation_id="field_light",
)
def field_light(request: PersonRequest, shoot_id: UUID, situation_id: UUID, asked: LightRequest) -> object:
    """Write a light that was read into the situation; the sky's light of the rest of the day follows it."""
    return field.keep_light(shoot_id, situation_id, asked.ev100, asked.at, owner=request.user)


@ticks.post("", response={200: TakenOut, 404: Problem, 422: Problem}, operation_id="ticks_take")
def take_ticks(request: PersonRequest, asked: TicksRequest) -> object:
    """Take the ticks of a device; what is known already is left as it is."""
    return {"new": events.take(PreflightTick, asked.ticks, owner=request.user)}


@ticks.get("", response={200: TickPage, **PROBLEMS}, operation_id="tick_list")
def list_ticks(request: PersonRequest, limit: Limit = 100, cursor: Cursor = None) -> object:
    """Every tick, in the order they came. Ticks are never changed: there is no other way to write them than to add."""
    return rows_page(list_rows(PreflightTick, owner=request.user), limit, cursor)


@ticks.get("/of-shoot/{uuid:shoot_id}", response={200: TicksOut, 422: Problem}, operation_id="ticks_of_shoot")
def shoot_ticks(request: PersonRequest, shoot_id: UUID) -> object:
    """The ticks of a shoot in the order they came, its runs, and when each line last failed on any shoot."""
    found = events.of_shoot(PreflightTick, Tick, shoot_id, owner=request.user)
    return {"ticks": found, "runs": runs(found), "last_failed": preflight.failures_of(owner=request.user)}


@notes.post("", response={200: TakenOut, 404: Problem, 422: Problem}, operation_id="notes_take")
def take_notes(request: PersonRequest, asked: NotesRequest) -> object:
    """Take the field notes of a device; what is known already is left as it is."""
    return {"new": events.take(FieldNote, asked.notes, owner=request.user)}


@notes.get("", response={200: NotePage, **PROBLEMS}, operation_id="note_list")
def list_notes(request: PersonRequest, limit: Limit = 100, cursor: Cursor = None) -> object:
    """Every field note, in the order they came."""
    return rows_page(list_rows(FieldNote, owner=request.user), limit, cursor)


@notes.get("/of-shoot/{uuid:shoot_id}", response={200: NotesOut, 422: Problem}, operation_id="notes_of_shoot")
def shoot_notes(request: PersonRequest, shoot_id: UUID) -> object:
    """The field notes of a shoot in the order they came."""
    return {"notes": events.of_shoot(FieldNote, field_notes.FieldNote, shoot_id, owner=request.user)}
