"""A setup a stranger can shoot with: the shutter button focuses, the limits are safe, nothing waits or repeats."""

from __future__ import annotations

from functools import cache

from wide_aperture.core.camera.rules import refused
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value


@cache
def _safe() -> dict[str, Value]:
    """Values of the catalogue that are safe in any hands."""
    return {entry.id: entry.guest for entry in catalogue.catalogue() if entry.guest is not None}


def guest_settings() -> tuple[str, ...]:
    """What the guest's place must hold; the rest may stand as it likes."""
    return (*_safe(), "iso_ceiling", "iso_floor")


def guest_values(body: Body, standing: dict[str, Value]) -> dict[str, Value]:
    """How the body should stand for a stranger, laid over how it stands. What the body refuses stays as it was."""
    values = dict(standing)
    wanted: dict[str, Value] = {**_safe(), "iso_ceiling": body.ceilings.routine, "iso_floor": body.base_iso}
    for setting, value in wanted.items():
        if refused(body, values, setting, value) is None:
            values[setting] = value
    return values
