"""A line of a pre-flight: what to look at, why, where, how long it takes and what is lost if it is wrong."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal, get_args
from uuid import UUID

from pydantic import Field

from wide_aperture.core.document import NotNegative
from wide_aperture.core.documents.said import Spoken

# In the order of reach: what the hands are on already, then menus, then the bag, then what is not the camera's.
Group = Literal["body", "lens", "power", "cards", "clock", "settings", "bag", "weather", "people", "safety", "back"]
GROUPS: tuple[Group, ...] = get_args(Group)
IN_THE_EVENING = "/back/"  # in the code of a line for setting back: it is no part of the walk before
Proof = Literal["frame", "clock_frame", "dark_frame", "card_frame"]


class CheckLine(Spoken):
    """code: the same in every run of this shoot, so that a tick finds its line again; body_id: null for the bag and the day;
    frames_at_risk: null where nobody can count them; situations: whose titles it is for; proven_by: what a proof frame shows."""

    said_by: ClassVar[tuple[str, ...]] = ("code",)

    code: Annotated[str, Field(pattern=r"^[a-z0-9_/-]+$", max_length=160)]
    group: Group
    body_id: UUID | None = None
    do: str
    why: str
    where: str
    seconds: NotNegative
    frames_at_risk: Annotated[int, Field(ge=0)] | None = None
    situations: tuple[str, ...] = ()
    proven_by: Proof | None = None
