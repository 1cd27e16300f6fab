"""A body's specification sheet, pasted as text: read into its fields, with what was not understood told."""

from __future__ import annotations

import re
from typing import Any
from uuid import UUID

from pydantic import ValidationError

from wide_aperture.core.document import Document
from wide_aperture.core.documents.body import Body, proposed_ceilings
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.physics.sensor import typical
from wide_aperture.core.sheets.figures_in_line import Found, figures_in
from wide_aperture.core.sheets.lens_line import read_lens_line

MOST_TEXT = 40_000
MOST_LINES = 400


class Understood(Document):
    """One thing read: the line it stood in, the field it fills, and what it came to."""

    line: str
    field: str
    value: str


class ReadSheet(Document):
    """A body as its sheet describes it, its built-in lens, what was understood, and the lines that were not."""

    body: Body
    lens: Lens | None
    understood: tuple[Understood, ...]
    rest: tuple[str, ...]


_NAMES = {
    "sensor_width_mm": "sensor width",
    "sensor_height_mm": "sensor height",
    "abilities": "size of the body",
    "fastest_mechanical_s": "shortest time, mechanical",
    "fastest_first_curtain_s": "shortest time, electronic first curtain",
    "fastest_electronic_s": "shortest time, electronic",
    "fastest_leaf_s": "shortest time, leaf",
    "longest_timed_s": "longest timed",
    "frame_rates": "frame rate",
    "readout_ms": "read-out",
}


def read_body_sheet(text: str, start: Body, lens_id: UUID | None = None) -> ReadSheet:
    """The body that a sheet describes, over the one given; what it does not say stays.

    The first line without a figure is its name. Estimates follow the new sensor unless they were measured. A figure no
    body can have is left out with its line.
    """
    changes: dict[str, Any] = {}
    understood: list[Understood] = []
    rest: list[str] = []
    lens: Lens | None = None
    lines = [line.strip(" \t•*·|") for line in re.split(r"[\n\r]+", text[:MOST_TEXT])]
    for number, line in enumerate([line for line in lines if line][:MOST_LINES]):
        found = figures_in(line)
        taken = [each for each in found if _takes(start, changes, each)]
        understood += [Understood(line=line[:200], field=_NAMES.get(each.field, each.field.replace("_", " ")), value=each.said[:120]) for each in taken]  # fmt: skip
        own_lens = None if taken or lens else read_lens_line(re.sub(r"^\W*lens\W*", "", line, flags=re.IGNORECASE), lens_id=lens_id)  # fmt: skip
        if own_lens is not None:
            lens = own_lens.model_copy(update={"built_into": start.id})
            understood.append(Understood(line=line[:200], field="built-in lens", value=own_lens.name))
        elif not taken and number == 0 and not re.search(r"[:=]|\d\s*(?:mm|s|K|g)\b", line) and len(line) <= 60:
            changes["name"] = line
            understood.append(Understood(line=line, field="name", value=line))
        elif not taken:
            rest.append(line[:200])
    return ReadSheet(body=_made(start, changes), lens=lens, understood=tuple(understood), rest=tuple(rest))


def _takes(start: Body, changes: dict[str, Any], found: Found) -> bool:
    """Note what was found, when the body can be so; sheets say the important thing first, so the first figure stays."""
    before = dict(changes)
    if found.field == "frame_rates":
        rates = list(changes.get("frame_rates", ()))
        better = [each for each in rates if each["shutter"] == found.value["shutter"]]
        if any(each["frames_per_s"] >= found.value["frames_per_s"] for each in better):
            return True
        changes["frame_rates"] = [each for each in rates if each not in better] + [found.value]
    elif found.field == "flash_sync":
        kind, seconds = found.value
        changes["flash_sync"] = {**changes.get("flash_sync", start.flash_sync.model_dump()), kind: seconds}
    elif found.field == "abilities":
        changes["abilities"] = {**start.abilities.model_dump(), **found.value}
    elif found.field in changes:
        return bool(changes[found.field] == found.value)
    else:
        changes[found.field] = found.value
    try:
        _made(start, changes)
    except ValidationError:
        changes.clear()
        changes.update(before)
        return False
    return True


def _made(start: Body, changes: dict[str, Any]) -> Body:
    """The body with changes. Raises: ValidationError where it cannot be so."""
    content = {**start.model_dump(), **changes}
    if start.electrons.provenance != "measured":
        sides = content["sensor_width_mm"], content["sensor_height_mm"]
        if min(sides) > 0 and content["megapixels"] > 0 and content["base_iso"] > 0:
            electrons = typical(*sides, content["megapixels"], content["base_iso"])
            content["electrons"] = electrons.model_dump()
            if start.ceilings.provenance == "proposed":
                proposed = proposed_ceilings(
                    electrons, content["megapixels"], content["base_iso"], content["highest_iso"]
                )
                content["ceilings"] = proposed.model_dump()
    return Body.model_validate(content)
