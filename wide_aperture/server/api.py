"""The API put together: routers, errors, renderer."""

from __future__ import annotations

import json
import platform
from typing import Any

from django.http import HttpRequest
from ninja import Router, Schema
from ninja.renderers import BaseRenderer
from ninja.responses import NinjaJSONEncoder

from wide_aperture import VERSION
from wide_aperture.bench.api import bench, bench_runs
from wide_aperture.core.planning import PLANNER_VERSION
from wide_aperture.demo.api import demo
from wide_aperture.focus.api import focus
from wide_aperture.frames.api import frames, jobs, review, reviews
from wide_aperture.gear.api import bodies, foundations, gear, lenses
from wide_aperture.http import problems
from wide_aperture.http.description import DescribedApi
from wide_aperture.http.document_routes import register_problems
from wide_aperture.http.person import PersonRequest
from wide_aperture.pack.api import camera, notes, pack, packings, phrasebooks, states, ticks
from wide_aperture.planning.api import live
from wide_aperture.practice.api import answers, practice
from wide_aperture.rehearse.api import register_abandoned, rehearse
from wide_aperture.server.data_folder.here import data_folder
from wide_aperture.server.keeping_api import keeping
from wide_aperture.server.libraries import libraries
from wide_aperture.setups.api import setups
from wide_aperture.shoots.api import shoots, situations
from wide_aperture.sky.api import places, sky
from wide_aperture.uploads.api import uploads


class StrictJson(BaseRenderer):
    """JSON as browsers read it: an infinity or NaN that slips through is our error, not a bare word."""

    media_type = "application/json"

    def render(self, request: HttpRequest, data: Any, *, response_status: int) -> str:
        return json.dumps(data, cls=NinjaJSONEncoder, allow_nan=False)


class Session(Schema):
    owner: str
    mode: str
    planner_version: str


about = Router(tags=["about"])


@about.get("/session", response={200: Session}, operation_id="session")
def session(request: PersonRequest) -> Any:
    """Who is signed in; also tells that the server is up."""
    return {"owner": request.user.get_username(), "mode": "personal", "planner_version": PLANNER_VERSION}


class Part(Schema):
    """A library this is built on."""

    name: str
    version: str
    licence: str


class About(Schema):
    """What runs here, where it keeps what it keeps, and what it is built on."""

    version: str
    planner_version: str
    python: str
    data_folder: str
    parts: list[Part]


@about.get("/about", response={200: About}, operation_id="about")
def about_this(request: PersonRequest) -> Any:
    """Version, data folder and the libraries with their licences."""
    return {
        "version": VERSION,
        "planner_version": PLANNER_VERSION,
        "python": platform.python_version(),
        "data_folder": str(data_folder().path),
        "parts": libraries(),
    }


api = DescribedApi(
    title="Wide Aperture",
    version="1",
    description="Camera setups computed, explained and kept.",
    docs_url=None,
    renderer=StrictJson(),
    urls_namespace="api",
)
problems.register(api)
register_problems(api)
register_abandoned(api)
api.add_router("", about)
api.add_router("", live)
api.add_router("", rehearse)
api.add_router("/focus", focus)
api.add_router("/places", places)
api.add_router("/sky", sky)
api.add_router("/phrasebooks", phrasebooks)
api.add_router("/states", states)
api.add_router("/packings", packings)
api.add_router("/pack", pack)
api.add_router("/camera", camera)
api.add_router("/ticks", ticks)
api.add_router("/notes", notes)
api.add_router("/bodies", bodies)
api.add_router("/lenses", lenses)
api.add_router("/foundations", foundations)
api.add_router("/gear", gear)
api.add_router("", keeping)
api.add_router("/shoots", shoots)
api.add_router("/situations", situations)
api.add_router("/setups", setups)
api.add_router("/runs", bench_runs)
api.add_router("/bench", bench)
api.add_router("/practice", practice)
api.add_router("/answers", answers)
api.add_router("/frames", frames)
api.add_router("/reviews", reviews)
api.add_router("/review", review)
api.add_router("/jobs", jobs)
api.add_router("/uploads", uploads)
api.add_router("/demo", demo)
