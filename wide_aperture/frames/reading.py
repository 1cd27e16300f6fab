"""Reading files that a browser serves by ranges: one answer a file, and none of them stops the others."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal
from uuid import UUID

from django.contrib.auth.models import User

from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.errors import UnreadableFrame
from wide_aperture.core.frames.frame import Frame as FrameDocument
from wide_aperture.core.frames.frame import FrameMeasures, frame_id
from wide_aperture.core.frames.measures import jpeg_size, measures_of
from wide_aperture.core.frames.read import metadata_of
from wide_aperture.core.frames.xmp import read_xmp
from wide_aperture.frames.keep import Arrived, take_frames
from wide_aperture.frames.models import Frame
from wide_aperture.frames.ranges import MOST_A_FILE, MOST_PARTS, Ranges, WantedError

MOST_PREVIEW_BYTES, MOST_PREVIEW_PIXELS = 400_000, 1_500_000
TOO_MUCH = "More of it would have to be read than any picture needs."


@dataclass(frozen=True)
class Offered:
    """A file as the browser offers it. parts: what of it was sent so far; sidecar: an XMP file beside it."""

    name: str
    folder: str
    size: int
    identity: str
    parts: tuple[tuple[int, bytes], ...]
    sidecar: bytes = b""
    preview: bytes | None = None


@dataclass(frozen=True)
class Answer:
    """state taken: kept; known: it was there; wants: send these bytes too; refused: the reason says why."""

    state: Literal["taken", "known", "wants", "refused"]
    offset: int = 0
    count: int = 0
    reason: str = ""


def read_offered(shoot_id: UUID, files: Sequence[Offered], *, location: bool, owner: User) -> list[Answer]:
    """One answer for each file, in order. Raises: DomainError for a shoot that is not the owner's."""
    known = set(
        Frame.objects.filter(
            owner=owner, deleted_at__isnull=True, pk__in=[frame_id(shoot_id, each.identity) for each in files]
        ).values_list("pk", flat=True)
    )
    answers: list[Answer] = []
    arrived: list[Arrived] = []
    for each in files:
        if frame_id(shoot_id, each.identity) in known and each.preview is None:
            answers.append(Answer("known"))
            continue
        answer, found = _read(shoot_id, each, location=location)
        if found is not None:
            arrived.append(found)
            if found[0].id in known:
                answer = Answer("known")
        answers.append(answer)
    take_frames(arrived, owner=owner)
    return answers


def _read(shoot_id: UUID, offered: Offered, *, location: bool) -> tuple[Answer, Arrived | None]:
    try:
        said = metadata_of(Ranges(offered.size, offered.parts), location=location)
    except WantedError as wanted:
        if len(offered.parts) >= MOST_PARTS or wanted.count + sum(len(data) for _, data in offered.parts) > MOST_A_FILE:
            return Answer("refused", reason=TOO_MUCH), None
        return Answer("wants", wanted.offset, wanted.count), None
    except UnreadableFrame as error:
        return Answer("refused", reason=str(error)), None
    packet = read_xmp(offered.sidecar) if offered.sidecar else None
    if packet is not None:
        said = said.model_copy(
            update={
                name: value for name, value in (("rating", packet.rating), ("label", packet.label)) if value is not None
            }
        )
    preview, measures = checked_preview(offered.preview)
    document = FrameDocument(
        id=frame_id(shoot_id, offered.identity), shoot_id=shoot_id, identity=offered.identity, name=offered.name,
        folder=offered.folder, size_bytes=offered.size, said=said, measures=measures,
    )  # fmt: skip
    return Answer("taken"), Arrived(document, preview)


def checked_preview(preview: bytes | None) -> tuple[bytes | None, FrameMeasures | None]:
    """A small picture and its measures; (None, None) for none, and for what is too large or cannot be opened."""
    if preview is None or len(preview) > MOST_PREVIEW_BYTES:
        return None, None
    try:
        width, height = jpeg_size(preview)
        if width * height > MOST_PREVIEW_PIXELS:
            return None, None
        return preview, measures_of(preview)[0]
    except DomainError:
        return None, None
