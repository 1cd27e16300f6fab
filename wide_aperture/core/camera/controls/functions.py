"""What a control can be told to do, and which settings it then reaches."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Literal

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.document import Document, Name
from wide_aperture.core.documents.setting_ids import SettingId

How = Literal["press", "hold", "turn"]


class Function(Document):
    """One function. in_action: wanted with the eye at the finder; harm: knocked by accident, 0..1; lists: the setting whose
    options it goes through, press by press.
    """

    id: str
    label: Name
    how: How
    lists: SettingId | None = None
    in_action: bool = False
    harm: float = 0.3

    @property
    def settings(self) -> tuple[str, ...]:
        """What it changes, as the catalogue says."""
        return _reached().get(self.id, ())


FUNCTIONS: tuple[Function, ...] = (
    Function(id="focus", label="start focus", how="hold", in_action=True, harm=0.1),
    Function(id="focus_eye", label="focus on the eye", how="hold", in_action=True, harm=0.1),
    Function(id="focus_stop", label="hold focus", how="hold", in_action=True, harm=0.4),
    Function(id="exposure_lock", label="lock exposure", how="press", in_action=True, harm=0.6),
    Function(id="recall_slot", label="second setting while held", how="hold", in_action=True, harm=0.5),
    Function(id="point", label="move the focus point", how="turn", in_action=True, harm=0.3),
    Function(id="af_area", label="focus area", how="press", lists="af_area", in_action=True, harm=0.4),
    Function(id="af_mode", label="focus mode", how="press", lists="af_mode", harm=0.7),
    Function(id="subject_detection", label="subject kind", how="press", lists="subject_detection", in_action=True, harm=0.5),
    Function(id="shutter", label="shutter", how="turn", in_action=True, harm=0.8),
    Function(id="aperture", label="aperture", how="turn", in_action=True, harm=0.8),
    Function(id="iso", label="ISO", how="turn", in_action=True, harm=0.7),
    Function(id="comp", label="compensation", how="turn", in_action=True, harm=0.9),
    Function(id="white_balance", label="white balance", how="press", lists="white_balance", harm=0.4),
    Function(id="drive", label="drive", how="press", lists="drive", harm=0.5),
    Function(id="metering", label="metering", how="press", lists="metering", harm=0.5),
    Function(id="bracketing", label="bracketing", how="press", harm=0.8),
    Function(id="preview_depth", label="depth preview", how="hold", harm=0.1),
    Function(id="magnify", label="magnify", how="press", in_action=False, harm=0.2),
    Function(id="dr_mode", label="highlight reserve", how="press", lists="dr_mode", harm=0.6),
    Function(id="silent", label="silent", how="press", harm=0.5),
    Function(id="flash_comp", label="flash compensation", how="press", harm=0.6),
    Function(id="personal_menu", label="personal menu", how="press", harm=0.1),
    Function(id="playback", label="review", how="press", harm=0.2),
    Function(id="focus_area", label="start focus with an area of its own", how="hold", in_action=True, harm=0.2),
    Function(id="af_manual", label="autofocus or by hand", how="press", harm=0.7),
    Function(id="detection_toggle", label="detection on or off", how="press", in_action=True, harm=0.5),
    Function(id="faces_first", label="registered faces first", how="press", in_action=True, harm=0.3),
    Function(id="tracking_off", label="no tracking while held", how="hold", in_action=True, harm=0.2),
    Function(id="centre_point", label="point to the middle", how="press", in_action=True, harm=0.4),
    Function(id="stop_and_lock", label="hold focus and exposure", how="hold", in_action=True, harm=0.5),
    Function(id="peaking", label="peaking", how="press", harm=0.2),
    Function(id="other_mode", label="another mode's aperture while held", how="hold", in_action=True, harm=0.6),
    Function(id="simulation", label="exposure in the finder", how="press", in_action=True, harm=0.4),
    Function(id="finder_or_screen", label="finder or screen", how="press", harm=0.5),
    Function(id="histogram", label="histogram", how="press", in_action=True, harm=0.1),
    Function(id="level", label="level", how="press", in_action=True, harm=0.1),
    Function(id="zoom", label="zoom", how="turn", in_action=True, harm=0.5),
    Function(id="stabiliser", label="stabiliser", how="press", harm=0.6),
    Function(id="crop", label="crop and shape", how="press", lists="aspect", harm=0.8),
    Function(id="release_delay", label="release delay", how="press", lists="exposure_delay", harm=0.8),
    Function(id="self_timer", label="self-timer", how="press", lists="self_timer", harm=0.8),
    Function(id="flash_menu", label="flash", how="press", harm=0.5),
    Function(id="hdr", label="joined frames", how="press", harm=0.8),
    Function(id="multiple_exposure", label="multiple exposure", how="press", harm=0.9),
    Function(id="look", label="look", how="press", lists="picture_profile", harm=0.5),
    Function(id="slot", label="storage place", how="press", harm=0.7),
    Function(id="radio", label="radios", how="press", harm=0.3),
    Function(id="power", label="switch on and off", how="press", harm=0.4),
    Function(id="lamp", label="light of the top display", how="press", harm=0.2),
    Function(id="lock", label="lock of the dials", how="press", harm=0.7),
    Function(id="off", label="nothing", how="press", harm=0.0),
)  # fmt: skip
BY_ID = {function.id: function for function in FUNCTIONS}

# Functions that go through a list, press by press, and the setting whose options it holds.
LISTS: Mapping[str, SettingId] = {function.id: function.lists for function in FUNCTIONS if function.lists is not None}


class ReviewFunction(Document):
    """What a control can do while a picture is looked at. harm: knocked by accident, 0..1."""

    id: str
    label: Name
    harm: float = 0.1


REVIEW_FUNCTIONS: tuple[ReviewFunction, ...] = (
    ReviewFunction(id="off", label="nothing", harm=0.0),
    ReviewFunction(id="enlarge", label="look closer, where focus lay"),
    ReviewFunction(id="next_picture", label="next and last picture"),
    ReviewFunction(id="rate", label="rate it"),
    ReviewFunction(id="protect", label="keep it from being deleted"),
    ReviewFunction(id="send", label="send it over the link"),
    ReviewFunction(id="figures", label="its figures and histogram"),
    ReviewFunction(id="delete", label="delete it", harm=1.0),
)
REVIEW_BY_ID = {function.id: function for function in REVIEW_FUNCTIONS}


def functions_for(setting: str) -> tuple[Function, ...]:
    """The functions that reach a setting."""
    return tuple(BY_ID[name] for name in catalogue.setting(setting).functions)


@cache
def _reached() -> dict[str, tuple[str, ...]]:
    """Settings by function, in the catalogue's order."""
    entries = catalogue.catalogue()
    return {each.id: tuple(entry.id for entry in entries if each.id in entry.functions) for each in FUNCTIONS}
