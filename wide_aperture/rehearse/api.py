"""The rehearsal: stateless answers about simulated frames."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager

from django.http import HttpResponse
from ninja import NinjaAPI, Router

from wide_aperture.core.picture.scenes.composition import all_casts, all_surroundings
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.rehearsal.begin import Rehearsal, rehearsal
from wide_aperture.core.rehearsal.composed import ChosenPieces
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problem_json import CLIENT_GONE
from wide_aperture.http.problems import Problem, problem
from wide_aperture.rehearse.pool import TooManyRendersError, pool
from wide_aperture.rehearse.questions import BracketRequest, RenderRequest
from wide_aperture.rehearse.schemas import (
    BracketOut,
    FrameOut,
    MeterOut,
    PiecesOut,
    VisibleOut,
    VisibleRequest,
    WhiteOut,
    WhiteRequest,
)
from wide_aperture.rehearse.services import brackets, colours, frames, meters

rehearse = Router(tags=["rehearse"])


class AbandonedError(Exception):
    """Nobody waits for this frame any more."""


def still_wanted(request: PersonRequest) -> Callable[[], None]:
    """A check to run between stages: it raises once the asker has hung up. Only the real server can tell."""
    gone = request.META.get("waitress.client_disconnected")

    def check() -> None:
        if gone is not None and gone():
            raise AbandonedError

    return check


@contextmanager
def _turn(request: PersonRequest) -> Iterator[Callable[[], None]]:
    """Wait for a turn among the renders; gives the check to run between stages."""
    go_on = still_wanted(request)
    with pool.turn(go_on):
        go_on()
        yield go_on


class RehearsalRequest(PlanInput):
    """A plan request, and pieces of the scene that are chosen by hand."""

    scene: ChosenPieces | None = None


@rehearse.get("/scenes", response={200: PiecesOut}, operation_id="scenes")
def scenes(request: PersonRequest) -> object:
    """The drawn surroundings and subjects."""
    return {
        "surroundings": [
            {
                "name": place.name,
                "title": place.title,
                "about": place.about,
                "ev100": place.ev100,
                "lamps": [lamp.name for lamp in place.lamps],
                "subjects": list(place.casts),
            }
            for place in all_surroundings().values()
        ],
        "subjects": [{"name": who.name, "title": who.title, "people": who.people} for who in all_casts().values()],
    }


@rehearse.post("/rehearsal", response={200: Rehearsal, 422: Problem}, operation_id="rehearsal")
def start_rehearsal(request: PersonRequest, asked: RehearsalRequest) -> object:
    """Where the rehearsal of a plan begins: its scene, tuned, and the camera as planned."""
    return rehearsal(asked.case, plan_of(asked), asked.scene)


@rehearse.post("/render", response={200: FrameOut, 422: Problem}, operation_id="render")
def render_frame(request: PersonRequest, asked: RenderRequest) -> object:
    """One simulated frame with its histograms, clip masks and tones."""
    with _turn(request) as go_on:
        answer = FrameOut.model_validate(frames.frame(asked, go_on))
    return HttpResponse(answer.model_dump_json(), content_type="application/json")


@rehearse.post("/meter", response={200: MeterOut, 422: Problem}, operation_id="meter")
def read_meters(request: PersonRequest, asked: RenderRequest) -> object:
    """All meter patterns on a scene."""
    with _turn(request):
        return meters.meter_all(asked)


@rehearse.post("/bracket", response={200: BracketOut, 422: Problem}, operation_id="bracket")
def take_bracket(request: PersonRequest, asked: BracketRequest) -> object:
    """A bracket: its frames, what they hold together, the merged picture."""
    with _turn(request) as go_on:
        answer = BracketOut.model_validate(brackets.bracket(asked, go_on))
    return HttpResponse(answer.model_dump_json(), content_type="application/json")


@rehearse.post("/white-balance", response={200: WhiteOut, 422: Problem}, operation_id="white_balance")
def white_balance(request: PersonRequest, asked: WhiteRequest) -> object:
    """The cast of every light, and a card if one was clicked."""
    point = (asked.point.x, asked.point.y) if asked.point else None
    with _turn(request) as go_on:
        return colours.white_balance(asked, point, go_on)


@rehearse.post("/visible", response={200: VisibleOut, 422: Problem}, operation_id="visible")
def visible_difference(request: PersonRequest, asked: VisibleRequest) -> object:
    """Whether two frames look different at an output."""
    with _turn(request) as go_on:
        return frames.visible(asked.a, asked.b, asked.output, go_on)


def register_abandoned(api: NinjaAPI) -> None:
    """An abandoned frame is no failure: its answer goes nowhere."""

    @api.exception_handler(AbandonedError)
    def abandoned(request: PersonRequest, exc: AbandonedError) -> HttpResponse:
        return HttpResponse(status=CLIENT_GONE)

    @api.exception_handler(TooManyRendersError)
    def too_many(request: PersonRequest, exc: TooManyRendersError) -> HttpResponse:
        answer = problem(503, "Too many pictures are wanted at once; this one gave way. Ask again.", kind="busy")
        answer["Retry-After"] = "1"
        return answer
