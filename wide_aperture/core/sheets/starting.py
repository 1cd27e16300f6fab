"""What kit people begin with, by class: bodies and lenses of round figures that their owner corrects."""

from __future__ import annotations

import json
from functools import cache
from importlib import resources
from typing import Any
from uuid import NAMESPACE_URL, uuid5

from wide_aperture.core.document import Document, Name
from wide_aperture.core.documents.body import Body, proposed_ceilings
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.physics.sensor import typical
from wide_aperture.core.sheets.lens_line import read_lens_line


class StartingBody(Document):
    """A class of cameras. says: what it is in a line; lens: the one that cannot be taken off."""

    id: str
    label: Name
    says: str
    body: Body
    lens: Lens | None = None


class StartingLens(Document):
    """A kind of lens."""

    id: str
    label: Name
    lens: Lens


class StartingKit(Document):
    bodies: tuple[StartingBody, ...]
    lenses: tuple[StartingLens, ...]


def _lens(key: str, line: str, **changes: Any) -> Lens:
    lens = read_lens_line(line, lens_id=uuid5(NAMESPACE_URL, f"starting-lens/{key}"))
    if lens is None:
        raise ValueError(f"{line!r} names no lens")
    name = line.removesuffix(" stabilised")
    return Lens.model_validate({**lens.model_dump(), "name": name, **changes})


def _body(entry: dict[str, Any]) -> StartingBody:
    figures = entry["figures"]
    electrons = typical(
        figures["sensor_width_mm"], figures["sensor_height_mm"], figures["megapixels"], figures["base_iso"]
    )
    ceilings = proposed_ceilings(electrons, figures["megapixels"], figures["base_iso"], figures["highest_iso"])
    body = Body.model_validate(
        {
            "id": uuid5(NAMESPACE_URL, f"starting-body/{entry['id']}"),
            "name": entry["label"],
            "electrons": electrons.model_dump(),
            "ceilings": ceilings.model_dump(),
            **figures,
        }
    )
    own = dict(entry["lens"]) if "lens" in entry else None
    lens = _lens(entry["id"], own.pop("line"), built_into=body.id, **own) if own else None
    return StartingBody(id=entry["id"], label=entry["label"], says=entry["says"], body=body, lens=lens)


@cache
def starting_kit() -> StartingKit:
    """All classes of data/starting.json."""
    table = json.loads(resources.files("wide_aperture.core.sheets").joinpath("data/starting.json").read_text("utf-8"))
    return StartingKit(
        bodies=tuple(_body(entry) for entry in table["bodies"]),
        lenses=tuple(
            StartingLens(id=entry["id"], label=entry["label"], lens=_lens(entry["id"], entry["line"]))
            for entry in table["lenses"]
        ),
    )
