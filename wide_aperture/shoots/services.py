"""What the shoots app knows how to do with its rows."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db.models import QuerySet

from wide_aperture.core import kit, shoot_document
from wide_aperture.core.daylight.day import SkyContext
from wide_aperture.core.daylight.events import next_event
from wide_aperture.core.daylight.resolve import resolved
from wide_aperture.core.errors import DomainError
from wide_aperture.core.framing import Framing, rank_kit
from wide_aperture.core.packing import PackingDocument, fingerprint
from wide_aperture.core.planner import plan
from wide_aperture.core.preferences import Preferences
from wide_aperture.core.situation import Situation as SituationDocument
from wide_aperture.gear.models import Body, Lens
from wide_aperture.pack.models import Packing
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.store.services import get_row, list_rows


def shoot_of(*, owner: User, shoot_id: UUID) -> Shoot:
    """The shoot a situation belongs to. Raises DomainError when the owner has no such shoot."""
    try:
        return get_row(Shoot, owner=owner, row_id=shoot_id)
    except Shoot.DoesNotExist:
        raise DomainError("shoot_id", str(shoot_id), "must be one of your shoots") from None


def situations_of(*, owner: User, shoot_id: UUID) -> QuerySet[Situation]:
    """Raises Shoot.DoesNotExist for an unknown or other person's shoot."""
    shoot = get_row(Shoot, owner=owner, row_id=shoot_id)
    return list_rows(Situation, owner=owner, shoot=shoot)


def rank_owned_kit(
    *, owner: User, situation: SituationDocument, preferences: Preferences, accessories: kit.Accessories
) -> list[Framing]:
    """Every pair of owned body and lens that fits together, cheapest first."""
    bodies = [kit.Body.model_validate(row.document) for row in list_rows(Body, owner=owner)]
    lenses = [kit.Lens.model_validate(row.document) for row in list_rows(Lens, owner=owner)]
    return rank_kit(bodies, lenses, situation, preferences, accessories)


def overview(*, owner: User) -> list[dict[str, Any]]:
    """Every shoot with its number of situations, open findings, readiness and next action."""
    bodies = {row.pk: kit.Body.model_validate(row.document) for row in list_rows(Body, owner=owner)}
    lenses = {row.pk: kit.Lens.model_validate(row.document) for row in list_rows(Lens, owner=owner)}
    by_shoot: dict[UUID, list[shoot_document.PlannedSituation]] = {}
    for row in list_rows(Situation, owner=owner):
        planned = shoot_document.PlannedSituation.model_validate(row.document)
        by_shoot.setdefault(row.shoot_id, []).append(planned)
    packed = _packed_bodies(owner, bodies)
    return [
        _summary(row, by_shoot.get(row.pk, []), bodies, lenses, packed.get(row.pk, set()))
        for row in list_rows(Shoot, owner=owner)
    ]


def _packed_bodies(owner: User, bodies: dict[UUID, kit.Body]) -> dict[UUID, set[UUID]]:
    """By shoot, the bodies whose places were stored and that nobody has edited since."""
    documents = [PackingDocument.model_validate(row.document) for row in list_rows(Packing, owner=owner)]
    return {
        document.shoot_id: {
            body.id
            for body in bodies.values()
            if (stored := document.stored.get(str(body.id))) and stored.fingerprint == fingerprint(body)
        }
        for document in documents
    }


def _summary(
    row: Shoot,
    situations: list[shoot_document.PlannedSituation],
    bodies: dict[UUID, kit.Body],
    lenses: dict[UUID, kit.Lens],
    packed: set[UUID],
) -> dict[str, Any]:
    shoot = shoot_document.Shoot.model_validate(row.document)
    context = shoot_document.sky_context(shoot, shoot_document.readings_of(situations))
    without_kit, unplannable, open_findings = 0, 0, 0
    for planned in situations:
        body, lens = bodies.get(planned.body_id), lenses.get(planned.lens_id)  # type: ignore[arg-type]
        if body is None or lens is None:
            without_kit += 1
            continue
        try:
            computed = plan(
                body,
                lens,
                resolved(planned.situation, context),
                planned.preferences,
                accessories=planned.accessories,
                pins=planned.pins,
            )
        except (DomainError, LookupError):
            unplannable += 1
            continue
        open_findings += sum(1 for f in computed.findings if f.is_open and f.level != "note")
    is_packed = {each.body_id for each in situations} <= packed
    readiness, action = _readiness(len(situations), without_kit, unplannable, open_findings, is_packed)
    return {
        "id": row.pk,
        "revision": row.revision,
        "document": row.document,
        "situations": len(situations),
        "open_findings": open_findings,
        "readiness": readiness,
        "next_action": action,
        "next_light": _next_light(context, situations),
    }


def _next_light(context: SkyContext | None, situations: list[shoot_document.PlannedSituation]) -> str | None:
    """The first light event after the shoot begins."""
    if context is None:
        return None
    begins = [p.situation.starts_at_min for p in situations if p.situation.starts_at_min is not None]
    return next_event(context, float(min(begins, default=0)))


def _readiness(
    situations: int, without_kit: int, unplannable: int, open_findings: int, is_packed: bool
) -> tuple[str, str]:
    if not situations:
        return "empty", "Add the first situation"
    if without_kit:
        return "unplanned", f"Choose body and lens for {without_kit} of {situations}"
    if unplannable:
        return "unplanned", f"Mend the brief of {unplannable}: the lens does not have its focal length"
    if open_findings:
        return "planned", f"Read {open_findings} open finding{'s' if open_findings > 1 else ''}"
    return ("packed", "Print the cards") if is_packed else ("planned", "Pack the cameras")
