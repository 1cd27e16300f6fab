"""Checks on controls, sounds, lamps, link and the body's own conflicts."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.planning.checks.checked import Check, Checked, report

NOISES: tuple[SettingId, ...] = ("sounds", "shutter_sound", "timer_beep")
LIGHTS: tuple[SettingId, ...] = ("assist_lamp", "front_lamp")


def sounds_heard(checked: Checked) -> Finding | None:
    """A beep or made-up sound in a silent or discreet place."""
    on = [name for name in NOISES if checked.option(name) == "on"]
    if not on or not checked.case.has("silent", "discreet"):
        return None
    return report(
        "sounds_heard",
        about=checked.about(*on),
        sentence="The place asks for quiet and the camera beeps.",
        remedy=Remedy(label="Off", changes=dict.fromkeys(on, "off")),
    )


def assist_lamp_seen(checked: Checked) -> Finding | None:
    """A lamp of the camera in discreet work."""
    on = [name for name in LIGHTS if checked.option(name) == "on"]
    if not on or not checked.case.has("silent", "discreet", "no_lamp", "no_flash"):
        return None
    return report(
        "assist_lamp_seen",
        about=checked.about(*on),
        sentence="A lamp shines into the subject's face.",
        remedy=Remedy(label="Off", changes=dict.fromkeys(on, "off")),
    )


def touch_drag_eye_side(checked: Checked) -> Finding | None:
    """Touch drag covers the half of the screen the nose lies on, so the nose moves the point."""
    body, drag = checked.case.body, checked.option("touch_drag")
    nose = body.nose_half
    if nose is None or drag not in ("whole", nose):
        return None
    free = "right_half" if nose == "left_half" else "left_half"
    return report(
        "touch_drag_eye_side",
        about=checked.about("touch_drag"),
        sentence=f"With the {body.abilities.eye} eye at the finder the nose lies on the {nose.replace('_', ' ')} and moves the point.",
        remedy=Remedy(label=f"{free.replace('_', ' ').capitalize()} only", changes={"touch_drag": free}),
    )


def touch_release_shakes(checked: Checked) -> Finding | None:
    """A touch on the screen releases on a tripod, at times at which it shows."""
    case, time = checked.case, checked.shutter_s
    if checked.option("touch_action") != "shoot" or not case.support.on_tripod or time is None:
        return None
    if not case.figure("touch_shows_from_s") <= time <= case.figure("touch_shows_to_s"):
        return None
    return report(
        "touch_release_shakes",
        about=checked.about("touch_action"),
        sentence=f"A finger on the screen moves the camera, and {wording.seconds(time)} shows it.",
        remedy=Remedy(label="Touch only moves the point", changes={"touch_action": "point"}),
    )


def release_locked_without_lens(checked: Checked) -> Finding | None:
    """A lens the body does not know, and the release locked for it."""
    lens = checked.case.lens
    if lens.contacts or checked.option("release_without_lens") != "locked":
        return None
    return report(
        "release_locked_without_lens",
        about=checked.about("release_without_lens"),
        sentence=f"{lens.name} has no contacts: to the body there is no lens, and it does not release.",
        remedy=Remedy(label="Allow it", changes={"release_without_lens": "allowed"}),
    )


def slot_changes_lost(checked: Checked) -> Finding | None:
    """Changes in a recalled slot are lost, and this situation changes settings on the way."""
    light, steady_ev = checked.case.light, checked.case.figure("keep_changes_ev")
    if checked.option("slot_changes") != "forgotten" or light.swing_ev < steady_ev:
        return None
    return report(
        "slot_changes_lost",
        about=checked.about("slot_changes"),
        sentence=f"The light moves by {light.swing_ev:g} EV: what you correct is gone after the body sleeps.",
        remedy=Remedy(label="Keep changes", changes={"slot_changes": "kept"}),
    )


def link_backlog_blocks_review(checked: Checked) -> Finding | None:
    """Everything is sent over the link while bursts are taken."""
    linked = checked.option("link_mode") not in (None, "off")
    bursts = checked.option("drive") in ("continuous_high", "continuous_max")
    if not linked or checked.option("link_send") != "all" or not bursts:
        return None
    return report(
        "link_backlog_blocks_review",
        about=checked.about("link_send"),
        sentence="Bursts fill the queue of the link, and review waits behind it.",
        remedy=Remedy(label="Small JPEGs", changes={"link_send": "small_jpeg"}),
    )


def manual_override_impossible(checked: Checked) -> Finding | None:
    """A correction by hand after focus is set for a lens without a ring."""
    if checked.option("mf_override") != "on" or checked.case.lens.ring != "none":
        return None
    if checked.option("af_mode") not in ("single", "manual") or checked.case.lens.built_into is not None:
        return None
    return report(
        "manual_override_impossible",
        about="kit",
        sentence=f"{checked.case.lens.name} has no focus ring to correct with.",
        residual="Correct by the screen or the joystick, or refocus.",
    )


def body_conflict(checked: Checked) -> Finding | None:
    """Two settings that this body declares to exclude each other."""
    for conflict in checked.case.body.conflicts:
        if all(checked.option(each.setting) == each.option for each in conflict.together):
            names = tuple(each.setting for each in conflict.together)
            return report(
                "body_conflict", about=checked.about(*names) if checked.pinned else "kit", sentence=conflict.because
            )
    return None


CHECKS: tuple[Check, ...] = (
    sounds_heard,
    assist_lamp_seen,
    touch_drag_eye_side,
    touch_release_shakes,
    release_locked_without_lens,
    slot_changes_lost,
    link_backlog_blocks_review,
    manual_override_impossible,
    body_conflict,
)
