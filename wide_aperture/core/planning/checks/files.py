"""Checks on files, cards, clocks and looks."""

from __future__ import annotations

from wide_aperture.core.craft.settings import setting
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.planning.checks.checked import Check, Checked, report
from wide_aperture.core.planning.checks.colour import wb_mismatch, wb_mixed_light
from wide_aperture.core.planning.checks.tone import highlight_clip_risk


def _say(file: str | None) -> str:
    """A file option in our words."""
    return setting("file").option_label(file or "raw")


def _jpeg_asked(checked: Checked) -> bool:
    return checked.case.asked.file == "jpeg" or (
        checked.case.asked.file is None and checked.case.schools.file == "jpeg"
    )


def _jpeg_only(checked: Checked) -> bool:
    return checked.option("file") == "jpeg" or _jpeg_asked(checked)


def card_overflow_no_backup(checked: Checked) -> Finding | None:
    """Overflow, asked for or set, with two slots at something that happens once."""
    case = checked.case
    asked, chosen = case.asked.card_mode == "overflow", checked.option("card_mode") == "overflow"
    if not (asked or chosen) or case.body.card_slots <= 1 or not case.has("unrepeatable"):
        return None
    return report(
        "card_overflow_no_backup",
        about="request" if asked else checked.about("card_mode"),
        sentence="It happens once, and overflow keeps one copy.",
        handled_by=() if chosen else ("card_mode",),
        remedy=Remedy(label="Mirror", changes={"card_mode": "backup"}) if chosen else None,
    )


def mirror_slower_than_burst(checked: Checked) -> Finding | None:
    """Both cards take every frame during long bursts."""
    burst = checked.case.situation.burst_frames
    if (
        checked.option("card_mode") != "backup"
        or burst < checked.case.figure("long_burst_frames")
        or checked.case.has("unrepeatable")
    ):
        return None
    return report(
        "mirror_slower_than_burst",
        about=checked.about("card_mode"),
        sentence=f"Bursts of {burst} are written twice: the slower card sets the pace.",
        remedy=Remedy(label="Overflow", changes={"card_mode": "overflow"}),
    )


def raw_variant_untried(checked: Checked) -> Finding | None:
    """Nobody has said yet whether the person's own software opens this raw variant of this body."""
    body, file = checked.case.body, checked.option("file")
    if file in (None, "jpeg") or body.raw_opens(file) is not None:
        return None
    return report(
        "raw_variant_untried",
        about="kit",
        sentence=f"Whether your software opens “{_say(file)}” of {body.name} is not known: take one trial file to it.",
    )


def raw_variant_unread(checked: Checked) -> Finding | None:
    """The person's own software does not open the raw variant that is set."""
    body, file = checked.case.body, checked.option("file")
    if file in (None, "jpeg") or body.raw_opens(file) is not False:
        return None
    other = next((each for each in body.raw_variants if body.raw_opens(each)), None)
    return report(
        "raw_variant_unread",
        about=checked.about("file"),
        sentence=f"Your software did not open the trial file of {body.name} in “{_say(file)}”.",
        remedy=Remedy(label=f"Record {_say(other)}", changes={"file": other}) if other else None,
    )


def clock_sync_needed(checked: Checked) -> Finding | None:
    """Several bodies whose clocks are not known to be alike."""
    requests = checked.case.asked
    if requests.bodies <= 1 or requests.clock_synced is True:
        return None
    planned = checked.option("clock_sync") == "before_start"
    return report(
        "clock_sync_needed",
        about="kit",
        sentence=f"{requests.bodies} bodies: frames sort by time only if all clocks agree.",
        handled_by=("clock_sync",) if planned else (),
        remedy=None if planned else Remedy(label="Set alike before the start", changes={"clock_sync": "before_start"}),
    )


def file_name_collision(checked: Checked) -> Finding | None:
    """Several bodies write the same file names."""
    requests = checked.case.asked
    same = requests.file_prefix == "same" or checked.option("file_prefix") == "same"
    if requests.bodies <= 1 or not same:
        return None
    chosen = checked.option("file_prefix") == "same"
    return report(
        "file_name_collision",
        about="request" if requests.file_prefix == "same" else checked.about("file_prefix"),
        sentence=f"{requests.bodies} bodies count alike: one file replaces another.",
        handled_by=() if chosen else ("file_prefix",),
        remedy=Remedy(label="A prefix each", changes={"file_prefix": "per_body"}) if chosen else None,
    )


def numbering_restarts(checked: Checked) -> Finding | None:
    """File numbers begin again on each card."""
    if checked.option("numbering") != "reset":
        return None
    return report(
        "numbering_restarts",
        about=checked.about("numbering"),
        sentence="Two cards of a day would hold the same names.",
        remedy=Remedy(label="Count on", changes={"numbering": "continuous"}),
    )


def jpeg_only_irreversible(checked: Checked) -> Finding | None:
    """JPEG only under hard light colour or contrast, or at something that happens once."""
    if not _jpeg_only(checked):
        return None
    reasons = []
    if wb_mixed_light(checked) or wb_mismatch(checked):
        reasons.append("the light's colour")
    if highlight_clip_risk(checked):
        reasons.append("the scene's range")
    if checked.case.has("unrepeatable"):
        reasons.append("that it happens once")
    if not reasons:
        return None
    chosen = checked.option("file") == "jpeg"
    return report(
        "jpeg_only_irreversible",
        about="request" if _jpeg_asked(checked) else checked.about("file"),
        sentence=f"JPEG alone cannot be repaired later, and {' and '.join(reasons)} asks for it.",
        handled_by=() if chosen else ("file",),
        remedy=Remedy(label="Raw beside it", changes={"file": "raw_plus_jpeg"}) if chosen else None,
    )


def flat_profile_jpeg(checked: Checked) -> Finding | None:
    """A flat preview look while recording JPEG only."""
    flat = checked.case.asked.picture_profile == "flat" or checked.option("picture_profile") == "flat"
    if not flat or not _jpeg_only(checked):
        return None
    chosen = checked.option("picture_profile") == "flat" and checked.option("file") == "jpeg"
    return report(
        "flat_profile_jpeg",
        about="request" if checked.case.asked.picture_profile == "flat" else checked.about("picture_profile"),
        sentence="The flat look is baked into eight bits: dull now, banded when stretched.",
        handled_by=() if chosen else ("picture_profile",),
        remedy=Remedy(label="Standard", changes={"picture_profile": "standard"}) if chosen else None,
    )


def untried_look_jpeg(checked: Checked) -> Finding | None:
    """Strong look settings while recording JPEG only."""
    offsets = [
        abs(checked.setup.number(name) or 0.0) for name in ("look_contrast", "look_saturation", "look_sharpness")
    ]
    if checked.option("file") != "jpeg" or max(offsets) < checked.case.figure("strong_look_steps"):
        return None
    return report(
        "untried_look_jpeg",
        about=checked.about("look_contrast", "look_saturation", "look_sharpness"),
        sentence=f"An offset of {max(offsets):g} steps on the only copy cannot be taken back.",
        remedy=Remedy(label="Neutral", changes={"look_contrast": 0.0, "look_saturation": 0.0, "look_sharpness": 0.0}),
    )


def colour_space_for_web(checked: Checked) -> Finding | None:
    """A wide colour space for pictures that go to screens."""
    if checked.option("colour_space") != "wide" or checked.case.output.name != "screen":
        return None
    return report(
        "colour_space_for_web",
        about=checked.about("colour_space"),
        sentence="These pictures go to screens, many of which do not know the wide space.",
        remedy=Remedy(label="The small one", changes={"colour_space": "srgb"}),
    )


def crop_left_on(checked: Checked) -> Finding | None:
    """A crop is set that nobody asked for."""
    if checked.option("aspect") in (None, "full") or checked.case.schools.crop == "in_camera_for_print":
        return None
    return report(
        "crop_left_on",
        about=checked.about("aspect"),
        sentence="Pixels are thrown away that the sensor has.",
        remedy=Remedy(label="Whole sensor", changes={"aspect": "full"}),
    )


def _stands_at(code: str, setting: SettingId, bad: str, good: str, sentence: str, label: str) -> Check:
    """A check that one setting does not stand at an option that is wrong in every shoot."""

    def run(checked: Checked) -> Finding | None:
        if checked.option(setting) != bad:
            return None
        return report(
            code, about=checked.about(setting), sentence=sentence, remedy=Remedy(label=label, changes={setting: good})
        )

    run.__name__ = code
    return run


def prefocus_drains_battery(checked: Checked) -> Finding | None:
    """Focus runs without a finger on a button, and nobody's way of working asks for it."""
    if checked.option("prefocus") != "on" or checked.case.schools.af_mode == "continuous_hold_to_stop":
        return None
    return report(
        "prefocus_drains_battery",
        about=checked.about("prefocus"),
        sentence="Focus runs all day and takes the battery with it.",
        remedy=Remedy(label="Off", changes={"prefocus": "off"}),
    )


CHECKS: tuple[Check, ...] = (
    card_overflow_no_backup,
    mirror_slower_than_burst,
    raw_variant_untried,
    raw_variant_unread,
    clock_sync_needed,
    file_name_collision,
    numbering_restarts,
    jpeg_only_irreversible,
    flat_profile_jpeg,
    untried_look_jpeg,
    colour_space_for_web,
    crop_left_on,
    _stands_at(
        "release_without_card",
        "release_without_card",
        "allowed",
        "locked",
        "The shutter may fire with no card.",
        "Lock it",
    ),
    _stands_at(
        "cards_not_offloaded", "cards_offloaded", "to_do", "done", "Cards still hold the last shoot.", "Copied and seen"
    ),
    _stands_at(
        "clock_zone_wrong",
        "clock_zone",
        "home",
        "local",
        "The clock shows another zone than the shoot's.",
        "Local time",
    ),
    _stands_at(
        "extended_iso_costs",
        "extended_iso",
        "on",
        "off",
        "Values beyond the sensor's own range cost range or multiply noise.",
        "Off",
    ),
    _stands_at(
        "multiple_exposure_left_on", "multiple_exposure", "on", "off", "Two pictures would lie in one frame.", "Off"
    ),
    _stands_at(
        "toggle_left_on",
        "button_hold_toggle",
        "toggle",
        "hold",
        "A forgotten toggle is a wrong setting for the rest of the day.",
        "Held",
    ),
    _stands_at(
        "touch_release_by_mistake",
        "touch_action",
        "shoot",
        "point",
        "A tap fires while the camera hangs from the neck.",
        "Move the point",
    ),
    prefocus_drains_battery,
)
