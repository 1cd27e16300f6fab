"""Checks on what was asked for and does not stand."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.brackets import exact_bracket
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.preferences import BracketRequest
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.physics.motion import SIDEREAL_RATE_ARCSEC_S
from wide_aperture.core.physics.quantities import format_aperture, format_iso
from wide_aperture.core.planning.checks.checked import Check, Checked, report
from wide_aperture.core.planning.limits.term import NEAREST_STEP_EV
from wide_aperture.core.planning.precedence import ASKED


def asked_number_dropped(checked: Checked) -> Finding | None:
    """A time, an aperture or an ISO that was asked for and does not stand."""
    requests = checked.case.asked
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


def asked_settings(checked: Checked) -> Mapping[SettingId, Value]:
    """Every setting that was asked for, in the catalogue's terms; brackets no body has stand as they were asked."""
    requests = checked.case.asked
    back = {True: "back_button", False: "shutter_button", None: None}[requests.back_button_af]
    bracket = requests.bracketing
    asked: dict[SettingId, Value] = {
        "exposure_mode": requests.exposure_mode,
        "metering": requests.metering,
        "white_balance": "kelvin" if requests.kelvin is not None else requests.white_balance,
        "kelvin": requests.kelvin,
        "af_mode": requests.af_mode,
        "af_area": requests.af_area,
        "subject_detection": requests.subject_detection,
        "af_activation": back,
        "drive": requests.drive,
        "shutter_type": requests.shutter_type,
        "stabilisation": requests.stabilisation,
        "flash": requests.flash,
        "dr_mode": requests.dr_mode,
        "bracketing": _bracket_option(bracket) if bracket else None,
        "noise_reduction_long_exposure": requests.noise_reduction_long_exposure,
        "interval_s": requests.interval_s,
        "file": requests.file,
        "picture_profile": requests.picture_profile,
        "card_mode": requests.card_mode,
        "self_timer": requests.self_timer,
        "file_prefix": requests.file_prefix,
    }
    return {setting: value for setting, value in asked.items() if value is not None}


def _bracket_option(asked: BracketRequest) -> str:
    return exact_bracket(asked.frames, asked.step_ev) or f"{asked.frames}x{asked.step_ev:g}"


def overruled(checked: Checked) -> Mapping[SettingId, Value]:
    """What was asked for and stands otherwise, neither pinned nor left to be judged."""
    return {
        setting: value
        for setting, value in asked_settings(checked).items()
        if setting in checked.setup.settings and checked.setup.value(setting) != value and setting not in checked.pinned
    }


def _unsaid(checked: Checked) -> dict[SettingId, Value]:
    return {name: value for name, value in overruled(checked).items() if name not in checked.answered}


def asked_setting_spoils(checked: Checked) -> Finding | None:
    """A setting that was asked for, would spoil the picture here, and was not set."""
    unsaid, kinds = _unsaid(checked), checked.case.body.shutter_kinds
    spoiled = {name: value for name, value in unsaid.items() if name in checked.case.wishes.harms}
    if (kind := unsaid.get("shutter_type")) in kinds:
        spoiled["shutter_type"] = kind
    if not spoiled:
        return None
    said = [f"{catalogue.setting(name).label.lower()}: {_harm(checked, name)}" for name in spoiled]
    return report(
        "asked_setting_spoils",
        about="request",
        sentence=f"Not set as you asked. {_begun(wording.listed(said))}.",
        handled_by=tuple(spoiled),
        remedy=keep_mine(spoiled),
    )


def _harm(checked: Checked, setting: SettingId) -> str:
    if setting != "shutter_type":
        return checked.case.wishes.harms[setting]
    kind, time, opening = checked.case.asked.shutter_type, checked.shutter_s, checked.aperture
    assert kind is not None
    found = checked.case.wishes.of_shutter(kind, time, opening) if time is not None and opening is not None else None
    return found or "another kind suits this exposure"


def asked_setting_dropped(checked: Checked) -> Finding | None:
    """A setting that was asked for and gave way to the body, to another wish or to the place."""
    harms, kinds = checked.case.wishes.harms, checked.case.body.shutter_kinds
    named = {
        name: value
        for name, value in _unsaid(checked).items()
        if name not in harms and not (name == "shutter_type" and value in kinds)
    }
    if not named:
        return None
    said = []
    for name in named:
        entry, stands = catalogue.setting(name), checked.setup.settings[name]
        spoken = [stands.spoken(f"reasons/{k}") for k in range(len(stands.reasons))]
        because = next((reason for reason in reversed(spoken) if reason != ASKED), "")
        said.append(f"{entry.label}: {say_value(entry, stands.value)} stands. {because}".strip())
    return report(
        "asked_setting_dropped",
        about="request",
        sentence=" ".join(said),
        handled_by=tuple(named),
        remedy=keep_mine(named),
    )


def held_option_missing(checked: Checked) -> Finding | None:
    """A value is held that this body does not have."""
    missing = []
    for name, value in checked.case.given.held.items():
        declared, entry = checked.case.body.support_of(name), catalogue.setting(name)
        if (
            declared is not None
            and entry.kind == "choice"
            and value not in (*declared.options, "off", *catalogue.NOT_THERE)
        ):
            missing.append((name, f"{entry.label}: {checked.case.body.name} has no “{say_value(entry, value)}”"))
    if not missing:
        return None
    instead = [d.instead for name, _ in missing if (d := checked.case.body.support_of(name)) and d.instead]
    return report(
        "held_option_missing",
        about="pin",
        sentence=f"{wording.listed([text for _, text in missing])}.",
        residual=" ".join(instead) or "Let it go, or plan with another body.",
    )


def look_unknown(checked: Checked) -> Finding | None:
    """An own look is named here that its photographer's foundation does not hold."""
    given = checked.case.given
    if not given.preferences.look or checked.case.standing.look is not None:
        return None
    names = [f"“{look.name}”" for look in given.foundation.looks] if given.foundation else []
    return report(
        "look_unknown",
        about="request",
        sentence=f"The look “{given.preferences.look}” is not in your foundation: the picture is planned without it.",
        residual=f"Choose among {wording.listed(names)}, or write it there."
        if names
        else "Write it in your foundation.",
    )


def sky_rate_unlikely(checked: Checked) -> Finding | None:
    """A sky rate is stated that nothing of this kind has."""
    case = checked.case
    stated = case.situation.angular_speed_arcsec_s
    if stated is None or case.situation.direction == "erratic" or case.subject.kind not in ("stars", "moon"):
        return None
    if stated <= SIDEREAL_RATE_ARCSEC_S * case.figure("fastest_sky_ratio"):
        return None
    what = "stars" if case.subject.kind == "stars" else "the Moon"
    return report(
        "sky_rate_unlikely",
        about="request",
        sentence=f"{stated:g} arcseconds a second are stated; {what} cross a fixed camera at {SIDEREAL_RATE_ARCSEC_S:.0f} at most. "
        "Every time here follows from it.",
        residual="Correct the rate in the brief, or name what it is that moves so fast.",
    )


def keep_mine(asked: Mapping[SettingId, Value]) -> Remedy | None:
    """The remedy that holds what was asked for, where the catalogue has it."""
    held = {name: value for name, value in asked.items() if _has(name, value)}
    return Remedy(label="Keep mine", changes=held) if held else None


def _has(setting: SettingId, value: Value) -> bool:
    entry = catalogue.setting(setting)
    return entry.kind != "choice" or value in {option.id for option in entry.options}


def _begun(text: str) -> str:
    """With a capital letter, the others as they are: JPEG stays JPEG."""
    return text[:1].upper() + text[1:]


CHECKS: tuple[Check, ...] = (
    asked_number_dropped,
    asked_setting_spoils,
    asked_setting_dropped,
    held_option_missing,
    look_unknown,
    sky_rate_unlikely,
)
