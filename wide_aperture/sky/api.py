"""Places, the light of a day, nights, the Moon, searching, and files."""

import datetime as dt

from django.http import HttpResponse
from django.utils import timezone
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from wide_aperture.core.documents.sky_context import MeterReading
from wide_aperture.core.planning import PlanInput
from wide_aperture.core.planning.changing_light import ChangingLight, changing_light
from wide_aperture.core.planning.night import NightChoice
from wide_aperture.core.sky import Star, stars
from wide_aperture.core.sky.clock import zone_of
from wide_aperture.core.sky.daylight.hand_meter import simulated_reading
from wide_aperture.core.sky.night.frames import NightFrame
from wide_aperture.core.sky.night.moon import BalancedRise, MoonPlan, balanced_rises
from wide_aperture.core.sky.night.search import NightSearch
from wide_aperture.core.sky.night.sequence import (
    FOCUS_STEPS,
    Panorama,
    SequencePlan,
    SeriesFrame,
    panorama,
    sequence_plan,
    test_series,
)
from wide_aperture.core.sky.night.windows import DarkNight, YearPoint
from wide_aperture.http.description import binary
from wide_aperture.http.document_routes import add_document_routes
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import Problem, problem
from wide_aperture.sky.models import Place
from wide_aperture.sky.questions import (
    DayRequest,
    MoonRequest,
    NightRequest,
    PanoramaRequest,
    SearchRequest,
    YearRequest,
)
from wide_aperture.sky.schemas import (
    CalendarRequest,
    DayOut,
    PanoramaOut,
    ReadingRequest,
    RisesRequest,
    SequenceRequest,
    SeriesRequest,
    TurnRequest,
)
from wide_aperture.sky.services import day, files, night
from wide_aperture.store.reading import owned

places = Router(tags=["sky"])
sky = Router(tags=["sky"])
MOST_GPX_BYTES = 2_000_000


@places.get("/gpx", operation_id="places_gpx", openapi_extra=binary("application/gpx+xml"))
def save_waypoints(request: PersonRequest) -> HttpResponse:
    """Every saved place as a waypoint of a GPX file."""
    content = files.gpx([place for place in owned("places", request.user) if not place.archived])
    attached = {"Content-Disposition": 'attachment; filename="places.gpx"'}
    return HttpResponse(content, content_type="application/gpx+xml; charset=utf-8", headers=attached)


add_document_routes(places, Place)


class WaypointOut(Schema):
    name: str
    note: str
    latitude_deg: float
    longitude_deg: float
    elevation_m: float
    zone: str


@places.post("/import", response={200: list[WaypointOut], 413: Problem, 422: Problem}, operation_id="place_import")
def read_waypoints(request: PersonRequest, file: File[UploadedFile]) -> object:
    """Waypoints of a GPX file, to be saved as places."""
    if file.size is not None and file.size > MOST_GPX_BYTES:
        return problem(413, "That file is larger than a list of waypoints can be.")
    return files.waypoints(file.read())


class ZoneOut(Schema):
    zone: str


@sky.get("/zone", response={200: ZoneOut, 422: Problem}, operation_id="zone_of_place")
def zone_of_place(request: PersonRequest, latitude_deg: float, longitude_deg: float) -> object:
    """The time zone of a place."""
    return {"zone": zone_of(latitude_deg, longitude_deg)}


@sky.get("/stars", response={200: list[Star]}, operation_id="stars")
def star_catalogue(request: PersonRequest) -> object:
    """The shipped catalogue of stars and targets."""
    return stars()


@sky.post("/day", response={200: DayOut, 422: Problem}, operation_id="sky_day")
def day_strip(request: PersonRequest, asked: DayRequest) -> object:
    """Light, twilights and tracks of a shoot's hours, and the light of its situations."""
    return HttpResponse(DayOut.model_validate(day.day_strip(asked)).model_dump_json(), content_type="application/json")


@sky.post("/reading", response={200: MeterReading, 422: Problem}, operation_id="sky_reading")
def reading(request: PersonRequest, asked: ReadingRequest) -> object:
    """What the simulated light meter shows at a place and time."""
    return simulated_reading(asked.sky, asked.at_min, asked.condition)


class ChangingOut(Schema):
    changing: ChangingLight | None


@sky.post("/changes", response={200: ChangingOut, 422: Problem}, operation_id="sky_changes")
def changes(request: PersonRequest, asked: PlanInput) -> object:
    """What to change when while the light changes during a situation."""
    return {"changing": changing_light(asked)}


class NightOut(Schema):
    dark: DarkNight
    frame: NightFrame
    planned: NightChoice = Field(description="What a plan for this sky has, and between which limits")
    sky_mag: float
    usable_above_deg: float
    target_azimuth_deg: float
    target_altitude_deg: float
    declination_deg: float = Field(description="At the middle of the frame")
    trail_edge_px: float = Field(description="Longest trail anywhere in the frame")
    nearest_dark: dt.date | None
    focus: list[str] = Field(description="How to focus on stars, step by step")


@sky.post("/night", response={200: NightOut, 422: Problem}, operation_id="sky_night")
def one_night(request: PersonRequest, asked: NightRequest) -> object:
    """Dark hours, the target in them, and the frame for it."""
    return night.night(asked)


class YearOut(Schema):
    points: list[YearPoint]
    last_evening: dt.date | None


@sky.post("/year", response={200: YearOut, 422: Problem}, operation_id="sky_year")
def one_year(request: PersonRequest, asked: YearRequest) -> object:
    """A target through a year of nights."""
    return night.year(asked)


@sky.post("/search", response={200: NightSearch, 422: Problem}, operation_id="sky_search")
def search(request: PersonRequest, asked: SearchRequest) -> object:
    """Nights that fit a wish, best first."""
    return night.search(asked)


@sky.post("/panorama", response={200: PanoramaOut, 422: Problem}, operation_id="sky_panorama")
def drawn_sky(request: PersonRequest, asked: PanoramaRequest) -> object:
    """The sky over the horizon: tracks, stars, brightness."""
    answer = PanoramaOut.model_validate(night.panorama(asked))
    return HttpResponse(answer.model_dump_json(), content_type="application/json")


@sky.post("/moon", response={200: MoonPlan, 422: Problem}, operation_id="sky_moon")
def one_moon(request: PersonRequest, asked: MoonRequest) -> object:
    """The Moon at a moment through a lens."""
    return night.moon(asked)


@sky.post("/rises", response={200: list[BalancedRise], 422: Problem}, operation_id="sky_rises")
def rises(request: PersonRequest, asked: RisesRequest) -> object:
    """Evenings and mornings when a nearly full Moon and dusk land fit one frame."""
    return balanced_rises(
        asked.sky,
        days=asked.days,
        bearing_deg=asked.bearing_deg,
        within_deg=asked.within_deg,
        horizon_deg=asked.horizon_deg,
    )


@sky.post("/sequence", response={200: SequencePlan, 422: Problem}, operation_id="sky_sequence")
def sequence(request: PersonRequest, asked: SequenceRequest) -> object:
    """Counts and needs of star trails or a time-lapse."""
    asked_for = asked.model_dump(exclude={"kind", "body"})
    return sequence_plan(asked.kind, asked.body, **asked_for)


@sky.post("/turn", response={200: Panorama, 422: Problem}, operation_id="sky_turn")
def turn(request: PersonRequest, asked: TurnRequest) -> object:
    """Columns and rows of a panorama."""
    asked_for = asked.model_dump(exclude={"body", "focal_mm"})
    return panorama(asked.body, asked.focal_mm, **asked_for)


class SeriesOut(Schema):
    frames: list[SeriesFrame]
    focus: list[str]


@sky.post("/series", response={200: SeriesOut, 422: Problem}, operation_id="sky_series")
def series(request: PersonRequest, asked: SeriesRequest) -> object:
    """The shot list of a test series, and how to focus at night."""
    return {"frames": test_series(asked.vary, tuple(asked.values), asked.held), "focus": FOCUS_STEPS}


@sky.post("/calendar", response={422: Problem}, operation_id="sky_calendar")
def calendar(request: PersonRequest, asked: CalendarRequest) -> object:
    """Plans as an iCalendar file with alarms."""
    text = files.calendar(asked.items, made_at=timezone.now())
    answer = HttpResponse(text, content_type="text/calendar; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="wide-aperture.ics"'
    return answer
