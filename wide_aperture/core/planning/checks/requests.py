"""Checks on what was asked for and does not stand."""

from __future__ import annotations

import math
from collections.abc import Callable

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import Value
from wide_aperture.core.physics.quantities import format_aperture, format_iso
from wide_aperture.core.planning.checks.checked import Check, Checked, report
from wide_aperture.core.planning.limits.term import NEAREST_STEP_EV


def asked_number_dropped(checked: Checked) -> Finding | None:
    """A time, an aperture or an ISO that was asked for and does not stand."""
    requests = checked.case.requests
    asked: tuple[tuple[SettingId, float | None, Callable[[float], str], float], ...] = (
        ("shutter_s", requests.shutter_s, wording.seconds, 1.0),
        ("aperture", requests.aperture, format_aperture, 2.0),
        ("iso", requests.iso, format_iso, 1.0),
    )
    missed = []
    for setting, wanted, said, per_octave in asked:
        stands = checked.setup.number(setting)
        if wanted is None or stands is None or setting in checked.pinned:
            continue
        off = abs(per_octave * math.log2(stands / wanted))
        if off > NEAREST_STEP_EV:
            missed.append(
                (setting, wanted, f"{said(wanted)}, and {said(stands)} stands: {wording.stops_word(off)} away")
            )
    if not missed:
        return None
    return report(
        "asked_number_dropped",
        about="request",
        sentence=f"You asked for {wording.listed([text for *_, text in missed])}; here it would cost more elsewhere than it brings.",
        handled_by=tuple(setting for setting, *_ in missed),
        remedy=Remedy(label="Keep mine", changes={setting: wanted for setting, wanted, _ in missed}),
    )


def asked_setting_spoils(checked: Checked) -> Finding | None:
    """A setting that was asked for, would spoil the picture here, and was not set."""
    requests = checked.case.requests
    bracket = requests.bracketing
    asked: dict[SettingId, Value] = {
        "af_area": requests.af_area,
        "drive": requests.drive,
        "white_balance": requests.white_balance,
        "bracketing": f"{bracket.frames}x{bracket.step_ev:g}" if bracket else None,
    }
    overruled = {
        setting: harm
        for setting, harm in checked.case.wishes.harms.items()
        if checked.setup.value(setting) not in (None, asked[setting]) and setting not in checked.pinned
    }
    if not overruled:
        return None
    held = {setting: value for setting in overruled if (value := asked[setting]) is not None}
    said = [f"{catalogue.setting(setting).label.lower()}: {harm}" for setting, harm in overruled.items()]
    return report(
        "asked_setting_spoils",
        about="request",
        sentence=f"Not set as you asked. {_begun(wording.listed(said))}.",
        handled_by=tuple(overruled),
        remedy=Remedy(label="Keep mine", changes=held) if held else None,
    )


def _begun(text: str) -> str:
    """With a capital letter, the others as they are: JPEG stays JPEG."""
    return text[:1].upper() + text[1:]


CHECKS: tuple[Check, ...] = (
    asked_number_dropped,
    asked_setting_spoils,
)
