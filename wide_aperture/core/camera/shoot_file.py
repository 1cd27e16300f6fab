"""A whole shoot as one file: its situations, the kit they are planned on, the words of the bodies, the packing.

Out for the second photographer or another installation, and in again leniently: what this version does not know is left
out piece by piece and told.
"""

from __future__ import annotations

from collections.abc import Container, Iterable
from typing import Annotated, Any, Literal
from uuid import UUID, uuid4

from pydantic import Field

from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.storage.documents import PackingDocument
from wide_aperture.core.document import Document
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.foundation import FoundationDocument
from wide_aperture.core.documents.kit_file import ReadKit, open_kit, take
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.shoot import PlannedSituation, Shoot

KIND = "shoot-file"
MOST_PARTS = 2000
_PARTS: dict[str, tuple[type[Document], str]] = {
    "bodies": (Body, "body"),
    "lenses": (Lens, "lens"),
    "foundations": (FoundationDocument, "foundation"),
    "phrasebooks": (Phrasebook, "phrasebook"),
    "situations": (PlannedSituation, "situation"),
    "packings": (PackingDocument, "packing"),
}


class ShootFile(Document):
    """A shoot with everything its plans are computed from."""

    format: Literal["wide-aperture-shoot-file"] = "wide-aperture-shoot-file"
    format_version: Literal[1] = 1
    shoot: Shoot
    situations: Annotated[tuple[PlannedSituation, ...], Field(max_length=MOST_PARTS)] = ()
    bodies: Annotated[tuple[Body, ...], Field(max_length=MOST_PARTS)] = ()
    lenses: Annotated[tuple[Lens, ...], Field(max_length=MOST_PARTS)] = ()
    foundations: Annotated[tuple[FoundationDocument, ...], Field(max_length=MOST_PARTS)] = ()
    phrasebooks: Annotated[tuple[Phrasebook, ...], Field(max_length=MOST_PARTS)] = ()
    packings: Annotated[tuple[PackingDocument, ...], Field(max_length=MOST_PARTS)] = ()


def shoot_file(
    shoot: Shoot,
    situations: Iterable[PlannedSituation],
    bodies: Iterable[Body],
    lenses: Iterable[Lens],
    foundations: Iterable[FoundationDocument],
    phrasebooks: Iterable[Phrasebook],
    packings: Iterable[PackingDocument],
) -> ShootFile:
    """The file of a shoot: of everything owned, what its situations name."""
    own = tuple(each for each in situations if each.shoot_id == shoot.id)
    named = {
        each
        for planned in own
        for each in (planned.body_id, planned.second_body_id, planned.lens_id, planned.foundation_id)
    }
    carried = tuple(body for body in bodies if body.id in named)
    return ShootFile(
        shoot=shoot,
        situations=own,
        bodies=carried,
        lenses=tuple(each for each in lenses if each.id in named),
        foundations=tuple(each for each in foundations if each.id in named),
        phrasebooks=tuple(each for each in phrasebooks if each.body_id in {body.id for body in carried}),
        packings=tuple(each for each in packings if each.shoot_id == shoot.id),
    )


def read_shoot_file(text: str, there: Container[UUID]) -> ReadKit[ShootFile]:
    """Read a shoot's file, made ready for an installation that has documents already.

    Args: there: ids of the documents that are here. Kit that is here stays as it is here and is left out of the result;
        a shoot that is here is taken as another one, with ids of its own.
    Raises: ValueError where the text is no such file or holds no shoot, with a sentence for the reader.
    """
    content = open_kit(text, KIND)
    content.pop("id", None)
    left_out: list[str] = []
    found = take(Shoot, _object(content.get("shoot"), "shoot"), "shoot")
    shoot: Shoot = found.document
    left_out += [f"shoot: {line}" for line in found.left_out]
    parts: dict[str, list[Any]] = {name: [] for name in _PARTS}
    for name, (model, noun) in _PARTS.items():
        listed = content.get(name, [])
        for item in listed[:MOST_PARTS] if isinstance(listed, list) else []:
            try:
                read = take(model, _object(item, noun), noun)
            except ValueError as error:
                left_out.append(f"a {noun} {error}")
                continue
            left_out += [f"{noun}: {line}" for line in read.left_out]
            parts[name].append(read.document)
    known = {"shoot", *_PARTS}
    left_out += [f"{name.replace('_', ' ')}: not known to this version" for name in content if name not in known]
    for name in ("bodies", "lenses", "foundations", "phrasebooks"):
        left_out += [
            f"{_called(each)} is here already and stays as it is here" for each in parts[name] if each.id in there
        ]
        parts[name] = [each for each in parts[name] if each.id not in there]
    if shoot.id in there:
        shoot, parts = _as_another(shoot, parts)
    else:
        parts["situations"] = [each.model_copy(update={"shoot_id": shoot.id}) for each in parts["situations"]]
        parts["packings"] = [each.model_copy(update={"shoot_id": shoot.id}) for each in parts["packings"]]
    return ReadKit(ShootFile(shoot=shoot, **{name: tuple(held) for name, held in parts.items()}), tuple(left_out))


def _called(document: Any) -> str:
    return str(getattr(document, "name", None) or getattr(document, "title", None) or "a phrasebook")


def _object(value: Any, noun: str) -> dict[str, Any]:
    if not isinstance(value, dict):
        raise ValueError(f"holds no {noun}: an object is expected")
    return value


def _as_another(shoot: Shoot, parts: dict[str, list[Any]]) -> tuple[Shoot, dict[str, list[Any]]]:
    """The shoot and what is its own under new ids; decisions of its packing keep the bodies they are about."""
    new_id = uuid4()
    situations = [
        each.model_copy(update={"shoot_id": new_id, "situation": each.situation.model_copy(update={"id": uuid4()})})
        for each in parts["situations"]
    ]
    packings = [each.model_copy(update={"id": uuid4(), "shoot_id": new_id}) for each in parts["packings"]]
    return shoot.model_copy(update={"id": new_id}), {**parts, "situations": situations, "packings": packings}
