"""Demo saved setups: snapshots of demo plans, one of them with a second version changed by hand."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator

from wide_aperture.core.documents.saved_setup import SavedSetup
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.documents.shoot import PlannedSituation
from wide_aperture.core.planning import PLANNER_VERSION, PlanInput, plan_of
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import IN_NUMBERS

BY_ID = {planned.situation.id: planned for planned in IN_NUMBERS}


def _saved(
    slug: str,
    title: str,
    tags: tuple[str, ...],
    day: int,
    *,
    note: str = "",
    pins: tuple[Pin, ...] = (),
    version_of: str | None = None,
    version: int = 1,
) -> SavedSetup:
    """A snapshot of the plan of one demo situation; slug: "cup-final/2", with "/v2" for a later version."""
    planned = _planned(slug)
    body = next(body for body in BODIES if body.id == planned.body_id)
    lens = next(lens for lens in LENSES if lens.id == planned.lens_id)
    made = plan_of(PlanInput.of(planned, body, lens).with_pins(pins))
    return SavedSetup(
        id=demo_id(f"setup/{slug}"),
        title=title,
        note=note,
        tags=tags,
        version_of=demo_id(f"setup/{version_of}") if version_of else None,
        version=version,
        saved_at=dt.datetime(2026, 8, day, 20, 30, tzinfo=dt.UTC),
        planner_version=PLANNER_VERSION,
        body=body,
        lens=lens,
        situation=planned.situation,
        preferences=planned.preferences,
        accessories=planned.accessories,
        pins=pins,
        setup=made.setup,
        choice=made.choice,
        prices=made.prices,
        findings=made.findings,
    )


def _planned(slug: str) -> PlannedSituation:
    return BY_ID[demo_id("situation/" + "/".join(slug.split("/")[:2]))]


def setups() -> Iterator[SavedSetup]:
    """The demo library."""
    match = "Match under floodlights"
    yield _saved("cup-final/2", match, ("sports", "floodlights"), 2)
    yield _saved(
        "cup-final/2/v2",
        match,
        ("sports", "floodlights"),
        9,
        note="A faster shutter after the first game: hands were soft at 1/1000 s.",
        pins=(Pin(setting="shutter_s", value=1 / 1600),),
        version_of="cup-final/2",
        version=2,
    )
    yield _saved("wedding/1", "Vows without a sound", ("wedding", "quiet"), 5)
    yield _saved("estuary/0", "Gulls in flight", ("wildlife",), 6)
    yield _saved("ridge/2", "Milky Way, single frames", ("night",), 12, note="Heat band on, focus checked each hour.")
