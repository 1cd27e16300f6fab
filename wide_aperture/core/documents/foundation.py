"""The foundation as it is saved: what a photographer sets on any body before a situation speaks."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated
from uuid import UUID

from pydantic import Field

from wide_aperture.core.document import Name
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.documents.shoot import PlannedSituation


class FoundationDocument(Foundation):
    """One photographer's foundation. reviewed: bodies on which it has been set."""

    id: UUID
    title: Name = "Foundation"
    reviewed: Annotated[tuple[UUID, ...], Field(max_length=200)] = ()

    def for_plan(self) -> Foundation:
        return Foundation(settings=self.settings, standing=self.standing)


def foundation_of(planned: PlannedSituation, foundations: Iterable[FoundationDocument]) -> Foundation | None:
    """What lies under a situation's plan: the foundation it names, else the first of its owner's; None without any."""
    owned = sorted(foundations, key=lambda each: str(each.id))
    named = [each for each in owned if each.id == planned.foundation_id]
    return next((each.for_plan() for each in (*named, *owned)), None)
