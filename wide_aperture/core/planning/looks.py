"""Looks of a body under its own names: how many steps are wanted of each, and which look comes nearest to them."""

from __future__ import annotations

from collections.abc import Mapping

from wide_aperture.core.documents.abilities import OwnLook
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import Setup

TRUTHFUL = ("neutral", "flat")
# Towards what raw holds: softer ends, and colours that clip about when raw does. Finished pictures are left as they are.
OPENED: Mapping[SettingId, float] = {
    "look_contrast": -2.0,
    "look_saturation": -1.0,
    "look_highlight": -1.0,
    "look_shadow": -1.0,
    "look_sharpness": 0.0,
}
AS_IT_IS: Mapping[SettingId, float] = dict.fromkeys(OPENED, 0.0)


def is_truthful(file: str | None, profile: str | None) -> bool:
    """True where the look is only a preview, and a quiet one."""
    return file != "jpeg" and profile in TRUTHFUL


def wanted_steps(file: str | None, profile: str | None) -> Mapping[SettingId, float]:
    """Steps from the neutral look, whoever brings them: the look itself or its settings."""
    return OPENED if is_truthful(file, profile) else AS_IT_IS


def own_look(body: Body, file: str | None, profile: str | None) -> OwnLook | None:
    """The body's own look that stands for one of ours and needs the fewest steps; None where it names none."""
    wanted = wanted_steps(file, profile)
    looks = body.abilities.looks_like(profile)
    return min(looks, key=lambda look: sum(abs(steps - look.of(name)) for name, steps in wanted.items()), default=None)


def steps_in_all(body: Body, setup: Setup, setting: SettingId) -> float | None:
    """Steps of a setting and of the look it is added to; None where the setup does not hold it."""
    added = setup.number(setting)
    look = own_look(body, setup.option("file"), setup.option("picture_profile"))
    return None if added is None else added + (look.of(setting) if look else 0.0)
