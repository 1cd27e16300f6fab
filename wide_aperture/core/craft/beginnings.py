"""What people set out to photograph, each with the lights and distances usual for it: where a guided brief begins."""

from __future__ import annotations

import json
from functools import cache
from importlib import resources
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, TypeAdapter

from wide_aperture.core.craft.activities import activities
from wide_aperture.core.document import DistanceM, Document, Name
from wide_aperture.core.documents.situation import (
    Constraint,
    Genre,
    LightByName,
    Look,
    Output,
    PieceName,
    Situation,
    SpeedBand,
    Support,
)
from wide_aperture.core.errors import DomainError, UnknownIdError


class DistanceChoice(Document):
    """How far the subject comes and goes, in words and metres. far_m null: infinity."""

    label: Name
    near_m: DistanceM
    far_m: DistanceM | None = None


class Beginning(Document):
    """A situation before anything particular is known of it.

    lights: ids of the table of lights, the likeliest first; lens: the starting kit's lens it is usually taken with;
    surroundings: drawn ones by name, where the light alone would choose others.
    """

    id: str
    label: Name
    genre: Genre
    activity: str
    lights: Annotated[tuple[str, ...], Field(min_length=1)]
    distances: Annotated[tuple[DistanceChoice, ...], Field(min_length=1)]
    lens: str
    support: Support = "handheld"
    look: Look = "as_seen"
    depth: Literal["auto", "subject", "range"] = "auto"
    constraints: tuple[Constraint, ...] = ()
    surroundings: PieceName | None = None

    def situation(
        self, situation_id: UUID, *, distance: int = 0, light: str | None = None, output: Output = "print_a3"
    ) -> Situation:
        """The situation it stands for; what was not asked is as usual.

        Args: distance: which of its distances, counted from 0; light: a name of the table of lights, None: its likeliest.
        Raises: DomainError for a distance it does not have.
        """
        if not 0 <= distance < len(self.distances):
            raise DomainError("distance", distance, f"must be from 0 to {len(self.distances) - 1}")
        how_far = self.distances[distance]
        activity = next(each for each in activities() if each.id == self.activity)
        return Situation(
            id=situation_id,
            title=self.label,
            genre=self.genre,
            activity=activity.id,
            subject=activity.subject,
            speed=SpeedBand(low_m_s=activity.low_m_s, high_m_s=activity.high_m_s),
            direction=activity.direction,
            angular_speed_arcsec_s=activity.angular_speed_arcsec_s,
            near_m=how_far.near_m,
            far_m=how_far.far_m,
            depth=self.depth,
            light=LightByName(name=light or self.lights[0]),
            support=self.support,
            look=self.look,
            constraints=self.constraints,
            surroundings=self.surroundings,
            output=output,
        )


@cache
def beginnings() -> tuple[Beginning, ...]:
    """All beginnings of data/beginnings.json."""
    text = resources.files("wide_aperture.core.craft").joinpath("data/beginnings.json").read_text("utf-8")
    return TypeAdapter(tuple[Beginning, ...]).validate_python(json.loads(text)["beginnings"])


def beginning(beginning_id: str) -> Beginning:
    """Raises UnknownIdError for an id the table does not have."""
    for each in beginnings():
        if each.id == beginning_id:
            return each
    raise UnknownIdError("beginning", beginning_id)
