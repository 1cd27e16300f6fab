"""The list of shoots: how far each is, what to do next, the next light. What was worked out once is kept by its input."""

from __future__ import annotations

import datetime as dt
import hashlib
import json
import logging
import time
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import DatabaseError
from django.db.models import Count
from django.utils import timezone

from wide_aperture.core.camera.packing import fingerprint
from wide_aperture.core.camera.preflight.ticks import Run, Tick, runs
from wide_aperture.core.camera.storage.documents import PackingDocument
from wide_aperture.core.documents import shoot as shoot_document
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.foundation import FoundationDocument, foundation_of
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.errors import DomainError
from wide_aperture.core.planning import PLANNER_VERSION, PlanInput, plan_of
from wide_aperture.core.sky.daylight.events import next_event
from wide_aperture.shoots.models import Shoot, Situation, Summary
from wide_aperture.store.reading import owned, owned_rows, readable, readable_documents
from wide_aperture.store.services import list_rows, page_of

log = logging.getLogger("wide_aperture.shoots")

NOT_YET: Any = object()
UNUSED_DAYS = 60
Compute = Callable[[], Any]


@dataclass
class _Kept:
    """Summaries by key: those known, those computed now, and how long computing may still go on."""

    until: float
    known: dict[str, Any] = field(default_factory=dict)
    made: dict[str, Any] = field(default_factory=dict)

    def recall(self, keys: Iterable[str]) -> None:
        today = timezone.now().date()
        rows = list(Summary.objects.filter(pk__in=list(keys)))
        self.known = {row.key: row.value for row in rows}
        stale = [row.key for row in rows if (today - row.used_on).days >= UNUSED_DAYS // 2]
        if stale:
            _unless_the_store_fails(lambda: Summary.objects.filter(pk__in=stale).update(used_on=today))

    def value(self, key: str, compute: Compute) -> Any:
        """The summary, computed if there is still time; NOT_YET otherwise."""
        if key in self.known:
            return self.known[key]
        if time.monotonic() > self.until:
            return NOT_YET
        self.known[key] = self.made[key] = compute()
        return self.made[key]

    def keep(self) -> None:
        today = timezone.now().date()
        rows = [Summary(key=key, value=value, used_on=today) for key, value in self.made.items()]
        if rows:
            _unless_the_store_fails(lambda: Summary.objects.bulk_create(rows, ignore_conflicts=True))


def _unless_the_store_fails(write: Compute) -> None:
    """A list must be readable on a full disk too; what could not be kept is worked out again."""
    try:
        write()
    except DatabaseError as error:
        log.warning("summaries could not be kept: %s", error)


def forget_unused(now: dt.datetime) -> int:
    """Remove summaries nobody asked for in a while."""
    return Summary.objects.filter(used_on__lt=(now - dt.timedelta(days=UNUSED_DAYS)).date()).delete()[0]


@dataclass(frozen=True)
class _Planned:
    """A situation with the texts its plan depends on."""

    document: dict[str, Any]
    text: str
    row_id: UUID

    @property
    def body_id(self) -> str | None:
        return self.document.get("body_id")

    @property
    def lens_id(self) -> str | None:
        return self.document.get("lens_id")


def overview(
    *, owner: User, limit: int, cursor: str | None, budget_s: float
) -> tuple[list[dict[str, Any]], str | None]:
    """A page of shoots with their number of situations, open findings, readiness and next action.

    budget_s: how long plans that are not known yet may be computed; what remains is marked pending.
    """
    shoots, next_cursor = page_of(list_rows(Shoot, owner=owner), limit=limit, cursor=cursor)
    by_shoot: dict[UUID, list[_Planned]] = {}
    for row, text in readable(list_rows(Situation, owner=owner, shoot__in=[row.pk for row in shoots])):
        by_shoot.setdefault(row.shoot_id, []).append(_Planned(row.document, text, row.pk))
    bag = _Bag.of(owner)
    packed = _packed_bodies(owner, bag.bodies)
    kept = _Kept(until=time.monotonic() + budget_s)
    views = [_View(row, text, by_shoot.get(row.pk, []), bag) for row, text in readable(shoots)]
    kept.recall(key for view in views for key in view.summary_keys())
    walked = _last_runs(owner, [row.pk for row in shoots])
    taken = _frames(owner, [row.pk for row in shoots])
    found = [
        {
            **view.summary(kept, packed.get(view.row.pk, set())),
            "preflight": walked.get(view.row.pk),
            **dict(zip(("frames", "judged"), taken.get(view.row.pk, (0, 0)), strict=True)),
        }
        for view in views
    ]
    kept.keep()
    return found, next_cursor


@dataclass(frozen=True)
class _Bag:
    """What the owner has, as the JSON it is kept in, by id."""

    bodies: dict[str, str]
    lenses: dict[str, str]
    foundations: list[FoundationDocument]
    foundations_text: str

    @classmethod
    def of(cls, owner: User) -> _Bag:
        bodies, lenses = (
            {str(row.pk): text for row, text in readable(owned_rows(kind, owner))} for kind in ("bodies", "lenses")
        )
        foundations = owned("foundations", owner)
        said = (f"{each.id}{each.for_plan().model_dump_json()}" for each in foundations)
        return cls(bodies, lenses, foundations, "\n".join(said))

    def has_kit(self, planned: _Planned) -> bool:
        return planned.body_id in self.bodies and planned.lens_id in self.lenses

    def texts(self, planned: _Planned) -> tuple[str, str]:
        """Body and lens of a situation that has_kit."""
        return self.bodies[str(planned.body_id)], self.lenses[str(planned.lens_id)]


class _View:
    """One shoot as the list sees it. Documents are parsed only for what has to be computed."""

    def __init__(self, row: Shoot, text: str, planned: Sequence[_Planned], bag: _Bag) -> None:
        self.row, self.text, self.planned, self.bag = row, text, planned, bag
        self.begins = min((_brief(p).get("starts_at_min") or 0 for p in planned), default=0)
        # Only readings of the light reach from one situation into the others.
        readings = [p.text for p in planned if _light_kind(p) == "reading"]
        day = json.dumps([row.document.get(name) for name in ("date", "zone", "place")])
        self.sky_key = _hash("sky", day, *readings)
        self._context: SkyContext | object | None = NOT_YET

    def summary_keys(self) -> list[str]:
        return [self._light_key(), *(self._plan_key(p) for p in self.planned if self.bag.has_kit(p))]

    def _light_key(self) -> str:
        return _hash("light", self.sky_key, str(self.begins))

    def _plan_key(self, planned: _Planned) -> str:
        # A day and a place matter to every situation: they tell where the Sun stands, whatever its light is.
        texts = (*self.bag.texts(planned), self.bag.foundations_text)
        return _hash("plan", PLANNER_VERSION, self.sky_key, planned.text, *texts)

    def summary(self, kept: _Kept, packed: set[str]) -> dict[str, Any]:
        without_kit = unplannable = open_findings = 0
        pending = False
        for planned in self.planned:
            if not self.bag.has_kit(planned):
                without_kit += 1
                continue
            count = kept.value(self._plan_key(planned), lambda planned=planned: self._open_findings(planned))  # type: ignore[misc]
            if count is NOT_YET:
                pending = True
            elif count is None:
                unplannable += 1
            else:
                open_findings += count
        light = kept.value(self._light_key(), self._next_light)
        is_packed = {str(p.body_id) for p in self.planned} <= packed
        readiness, action = readiness_of(len(self.planned), without_kit, unplannable, open_findings, is_packed)
        return {
            "id": self.row.pk,
            "revision": self.row.revision,
            "document": self.row.document,
            "situations": len(self.planned),
            "open_findings": open_findings,
            "readiness": readiness,
            "next_action": action,
            "next_light": None if light is NOT_YET else light,
            "pending": pending or light is NOT_YET,
        }

    def _sky(self) -> SkyContext | None:
        if self._context is NOT_YET:
            shoot = shoot_document.Shoot.model_validate_json(self.text)
            read = (p for p in self.planned if _light_kind(p) == "reading")
            parsed = [shoot_document.PlannedSituation.model_validate_json(p.text) for p in read]
            self._context = shoot_document.sky_context(shoot, shoot_document.readings_of(parsed))
        return self._context  # type: ignore[return-value]

    def _open_findings(self, planned: _Planned) -> int | None:
        """How many findings are open; None where the situation cannot be planned yet."""
        document = shoot_document.PlannedSituation.model_validate_json(planned.text)
        body, lens = self.bag.texts(planned)
        try:
            made = plan_of(
                PlanInput.of(
                    document,
                    Body.model_validate_json(body),
                    Lens.model_validate_json(lens),
                    foundation=foundation_of(document, self.bag.foundations),
                    sky=self._sky(),
                )
            )
        except (DomainError, LookupError):
            return None
        return sum(1 for finding in made.findings if finding.is_open and finding.level != "note")

    def _next_light(self) -> str | None:
        """The first light event after the shoot begins."""
        context = self._sky()
        return None if context is None else next_event(context, float(self.begins))


def _brief(planned: _Planned) -> dict[str, Any]:
    return planned.document.get("situation") or {}


def _light_kind(planned: _Planned) -> str | None:
    light = _brief(planned).get("light")
    return light.get("kind") if isinstance(light, dict) else None


def _hash(*parts: str) -> str:
    digest = hashlib.blake2b(digest_size=32)
    for part in parts:
        digest.update(len(part).to_bytes(8, "big"))
        digest.update(part.encode())
    return digest.hexdigest()


def _packed_bodies(owner: User, bodies: dict[str, str]) -> dict[UUID, set[str]]:
    """By shoot, the bodies whose places were stored and that nobody has edited since."""
    found: dict[UUID, set[str]] = {}
    prints: dict[str, str] = {}
    for document in readable_documents(owned_rows("packings", owner)):
        assert isinstance(document, PackingDocument)
        for body_id, stored in document.stored.items():
            if body_id in bodies:
                if body_id not in prints:
                    prints[body_id] = fingerprint(Body.model_validate_json(bodies[body_id]))
                if stored.fingerprint == prints[body_id]:
                    found.setdefault(document.shoot_id, set()).add(body_id)
    return found


def _last_runs(owner: User, shoots: Sequence[UUID]) -> dict[UUID, Run]:
    """The latest walk round of each shoot that had one."""
    ticks: dict[UUID, list[Tick]] = {}
    of_these: dict[str, Any] = {"shoot_id__in": shoots}  # a column of a kind this application does not know
    for tick in readable_documents(owned_rows("ticks", owner).filter(**of_these)):
        ticks.setdefault(tick.shoot_id, []).append(tick)
    return {shoot_id: runs(own)[0] for shoot_id, own in ticks.items()}


def _frames(owner: User, shoots: Sequence[UUID]) -> dict[UUID, tuple[int, int]]:
    """(frames, judged ones) of each shoot that has any."""
    rows: Any = owned_rows("frames", owner)  # columns of a kind this application does not know
    rows = rows.filter(shoot_id__in=shoots).order_by()
    counted = rows.values_list("shoot_id").annotate(Count("pk"), Count("rating"))
    return {shoot_id: (frames, judged) for shoot_id, frames, judged in counted}


def readiness_of(
    situations: int, without_kit: int, unplannable: int, open_findings: int, is_packed: bool
) -> tuple[str, str]:
    """How far a shoot is, and what to do next."""
    if not situations:
        return "empty", "Add the first situation"
    if without_kit:
        return "unplanned", f"Choose body and lens for {without_kit} of {situations}"
    if unplannable:
        return "unplanned", f"Mend the brief of {unplannable}: the lens does not have its focal length"
    if open_findings:
        return "planned", f"Read {open_findings} open finding{'s' if open_findings > 1 else ''}"
    return ("packed", "Print the cards") if is_packed else ("planned", "Pack the cameras")
