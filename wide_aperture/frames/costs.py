"""What reading shoots back cost at home, beside one another."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth.models import User
from django.db.models import Count, Q

from wide_aperture.core.documents.shoot import Shoot
from wide_aperture.core.review.decisions import Minutes, ReviewDocument
from wide_aperture.core.review.minutes import CostCompared, ShootCost, compared
from wide_aperture.core.review.shoot import ShootReview
from wide_aperture.frames.models import Frame, Review
from wide_aperture.store.reading import owned, parsed


def cost_of_shoot(shoot_id: UUID, made: ShootReview, *, owner: User) -> CostCompared:
    """A shoot's minutes beside those of the owner's other shoots. made: its review, which knows its frames."""
    decided: list[ReviewDocument] = [parsed(row) for row in Review.objects.filter(owner=owner, deleted_at__isnull=True)]  # type: ignore[misc]
    own = next((each for each in decided if each.shoot_id == shoot_id), ReviewDocument(id=shoot_id, shoot_id=shoot_id))
    if together(own) == Minutes():
        return CostCompared(
            culling_a_thousand=None, editing_a_kept=None, sentences=()
        )  # nothing to set beside the others
    shoots: dict[UUID, Shoot] = {each.id: each for each in owned("shoots", owner)}
    others = [each for each in decided if each.shoot_id != shoot_id and each.shoot_id in shoots]
    counts = {
        row["shoot_id"]: row
        for row in Frame.objects.filter(
            owner=owner, deleted_at__isnull=True, shoot_id__in=[each.shoot_id for each in others]
        )
        .values("shoot_id")
        .annotate(frames=Count("pk"), kept=Count("pk", filter=Q(rating__gt=0)))
    }

    def cost(document: ReviewDocument) -> ShootCost:
        shoot, count = shoots[document.shoot_id], counts.get(document.shoot_id, {"frames": 0, "kept": 0})
        mine = document.shoot_id == shoot_id
        minutes = together(document)
        return ShootCost(
            title=shoot.title, date=shoot.date, frames=made.frames if mine else count["frames"], kept=made.kept if mine else count["kept"],
            culling_min=minutes.culling, editing_min=minutes.editing,
            changed=tuple(each.title for each in document.answered if each.answer == "accepted" and each.title),
        )  # fmt: skip

    return compared(cost(own), [cost(each) for each in others])


def together(document: ReviewDocument) -> Minutes:
    """A shoot's minutes: as typed or timed for all of it, and for its situations."""

    def total(name: str) -> float | None:
        parts = [getattr(each, name) for each in (document.minutes, *document.minutes_by_situation.values())]
        known = [part for part in parts if part is not None]
        return sum(known) if known else None

    return Minutes(culling=total("culling"), editing=total("editing"))
