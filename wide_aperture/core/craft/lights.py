"""The table of named lights: exposure value, colour and pulse of lights photographers know by name."""

from __future__ import annotations

import json
from functools import cache
from importlib import resources
from typing import Annotated

from pydantic import Field, TypeAdapter

from wide_aperture.core.document import Document, ExposureValue, Fraction01, Kelvin, Name, Positive
from wide_aperture.core.documents.situation import SkyCondition
from wide_aperture.core.errors import UnknownIdError


class NamedLight(Document):
    """One light of the table. ev_low..ev_high is the band people meet; ev100 the usual value."""

    id: str
    label: Name
    ev_low: ExposureValue
    ev100: ExposureValue
    ev_high: ExposureValue
    cct_k: Kelvin
    pulses: Annotated[bool, Field(description="Pulses at twice the mains frequency")] = False
    modulation: Fraction01 = 0.0
    range_ev: Positive
    sky: SkyCondition | None = None


@cache
def named_lights() -> tuple[NamedLight, ...]:
    """All lights of data/lights.json, brightest daylight first."""
    text = resources.files("wide_aperture.core.craft").joinpath("data/lights.json").read_text("utf-8")
    return TypeAdapter(tuple[NamedLight, ...]).validate_python(json.loads(text)["lights"])


@cache
def named_light(light_id: str) -> NamedLight:
    """Raises UnknownIdError for a name the table does not have."""
    for light in named_lights():
        if light.id == light_id:
            return light
    raise UnknownIdError("light", light_id)
