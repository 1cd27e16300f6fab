"""The controls of a body on our own drawing of it, for bodies nobody has described."""

from __future__ import annotations

from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.documents.abilities import Abilities

MORE_PRESSES = (
    "focus_area",
    "af_manual",
    "detection_toggle",
    "faces_first",
    "tracking_off",
    "centre_point",
    "stop_and_lock",
    "peaking",
    "other_mode",
    "simulation",
    "finder_or_screen",
    "histogram",
    "level",
    "stabiliser",
    "crop",
    "release_delay",
    "self_timer",
    "flash_menu",
    "hdr",
    "multiple_exposure",
    "look",
    "slot",
    "radio",
)
IN_REVIEW = ("enlarge", "rate", "protect", "send", "figures", "delete", "off")
SWIPES = ("histogram", "level", "peaking", "af_area", "white_balance", "look", "subject_detection", "off")  # fmt: skip
PRESSES = ("focus", "focus_eye", "focus_stop", "exposure_lock", "recall_slot", "af_area", "af_mode", "subject_detection", "white_balance", "drive", "metering", "bracketing", "preview_depth", "magnify", "dr_mode", "silent", "flash_comp", "personal_menu", "playback", *MORE_PRESSES, "off")  # fmt: skip
TURNS = ("aperture", "shutter", "iso", "comp", "off")


_ON_MOST_BODIES = (
    Control(id="dial_front", label="front dial", kind="dial", face="front", x=0.14, y=0.2, width_mm=20, height_mm=6, hand="right index", functions=TURNS, assigned="aperture", setting="dial_front", knocks=0.1),
    Control(id="dial_rear", label="rear dial", kind="dial", face="back", x=0.9, y=0.12, width_mm=20, height_mm=6, functions=TURNS, assigned="shutter", setting="dial_rear", knocks=0.15),
    Control(id="dial_ring", label="ring on the back", kind="dial", face="back", x=0.86, y=0.62, width_mm=24, height_mm=24, functions=TURNS, assigned="off", setting="dial_ring", knocks=0.2),
    Control(id="button_back", label="back button", kind="button", face="back", x=0.8, y=0.18, functions=PRESSES, assigned="exposure_lock", setting="button_back", seconds=0.3, review_functions=IN_REVIEW),
    Control(id="button_front", label="front button", kind="button", face="front", x=0.2, y=0.55, hand="right index", functions=tuple(f for f in PRESSES if f not in ("focus_eye", "personal_menu")), assigned="preview_depth", setting="button_front", seconds=0.5, press_turn=True),
    Control(id="joystick", label="joystick", kind="joystick", face="back", x=0.84, y=0.36, width_mm=9, height_mm=9, functions=("point", "af_area", "magnify", "metering", "off"), assigned="point", seconds=0.5, knocks=0.25, review_functions=("enlarge", "next_picture", "off"), in_review="enlarge"),
    Control(id="button_top", label="button by the release", kind="button", face="top", x=0.74, y=0.42, hand="right index", functions=("iso", "comp", "white_balance", "drive", "bracketing", "metering", "off"), assigned="iso", seconds=0.7, press_turn=True),
    Control(id="button_screen", label="button under the screen", kind="button", face="back", x=0.62, y=0.92, in_finder=False, functions=tuple(f for f in PRESSES if f not in ("focus", "focus_eye", "recall_slot")), assigned="playback", seconds=1.0, review_functions=IN_REVIEW, in_review="rate"),
    Control(id="touch", label="screen under the thumb", kind="touch", face="back", x=0.36, y=0.55, width_mm=62, height_mm=46, functions=("point", "off"), assigned="point", setting="touch_drag", knocks=0.4),
    Control(id="pad", label="pad of four presses", kind="pad", face="back", x=0.86, y=0.9, width_mm=14, height_mm=10, functions=("point", "off"), assigned="point", seconds=1.2, knocks=0.1),
    Control(id="lever_power", label="lever round the release", kind="lever", face="top", x=0.9, y=0.2, width_mm=12, height_mm=10, hand="right index", functions=("power", "lamp", "lock", "off"), assigned="power", turned="lamp", seconds=0.4, knocks=0.05),
    Control(id="swipe_up", label="swipe upwards", kind="swipe", face="back", x=0.36, y=0.4, width_mm=40, height_mm=20, in_finder=False, functions=SWIPES, seconds=0.8, knocks=0.3),
    Control(id="swipe_side", label="swipe sideways", kind="swipe", face="back", x=0.36, y=0.7, width_mm=40, height_mm=20, in_finder=False, functions=SWIPES, seconds=0.8, knocks=0.3),
    Control(id="ring_lens", label="ring on the lens", kind="ring", face="lens", x=0.5, y=0.68, width_mm=60, height_mm=12, hand="left hand", functions=("zoom", "aperture", "off"), seconds=0.5, knocks=0.1),
    Control(id="button_lens", label="button on the lens", kind="button", face="lens", x=0.5, y=0.3, hand="left thumb", functions=("focus_stop", "af_area", "recall_slot", "focus", "focus_area", "off"), assigned="focus_stop", setting="button_lens", seconds=0.4),
)  # fmt: skip


def usual_controls(abilities: Abilities = Abilities()) -> tuple[Control, ...]:  # noqa: B008  frozen
    """The usual dials and buttons for bodies nobody has described, as far as a hand finds them there."""
    there = {
        "dial_front": abilities.dials > 0,
        "dial_rear": abilities.dials > 1,
        "dial_ring": abilities.rings > 0,
        "joystick": abilities.joystick,
        "pad": abilities.pad,
        "touch": abilities.touch_screen,
        "swipe_up": abilities.touch_screen,
        "swipe_side": abilities.touch_screen,
    }
    return tuple(control for control in _ON_MOST_BODIES if there.get(control.id, True))
