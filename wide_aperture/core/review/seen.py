"""What a file can say of a setting: which of ours are seen in it, and whether they stand as planned."""

from __future__ import annotations

from collections.abc import Mapping

from wide_aperture.core.camera.state import same_value
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.exposure_modes import chosen_by_camera
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Document
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.frames.our_words import METERING_SAID, PROGRAM_OF, WHITE_SAID

SAME_COMP_EV = 0.17


class Differs(Document):
    """A setting that stands otherwise than planned."""

    setting: str
    label: str
    planned: str
    seen: str
    value: Value


class Proof(Document):
    """One frame against the values it should have been taken with. unseen: settings no file tells of."""

    as_planned: tuple[str, ...]
    differ: tuple[Differs, ...]
    unseen: tuple[str, ...]
    sentence: str


def seen_value(setting: str, said: FrameMetadata, planned: Value, mode: Value) -> Value:
    """The setting's value as the file tells it; None where it does not, or where the camera itself chose it.

    A planned value that the file cannot tell from what it says counts as seen: automatic ISO in a manual mode.
    """
    if setting in chosen_by_camera(mode):
        return None
    if setting == "exposure_mode":
        if said.exposure_program is None:
            return None
        return planned if PROGRAM_OF.get(str(planned)) == said.exposure_program else said.exposure_program
    plain: dict[str, Value] = {
        "shutter_s": said.exposure_s, "aperture": said.f_number, "iso": said.iso, "exposure_comp_ev": said.compensation_ev,
    }  # fmt: skip
    if setting in plain:
        return plain[setting]
    if setting == "metering" and planned in METERING_SAID:
        return said.metering
    if setting == "white_balance":
        if said.white_balance is None:
            return None
        return said.white_balance if planned in WHITE_SAID or said.white_balance in WHITE_SAID else None
    return None


def stands(setting: str, seen: Value, planned: Value) -> bool:
    """Whether a value seen is the one planned."""
    if setting == "exposure_comp_ev" and isinstance(seen, int | float) and isinstance(planned, int | float):
        return abs(float(seen) - float(planned)) < SAME_COMP_EV
    return same_value(seen, planned)


def proof(said: FrameMetadata, target: Mapping[str, Value]) -> Proof:
    """What a frame proves of the values a camera should stand at. target: by setting, as camera.state.target_of gives it."""
    mode = target.get("exposure_mode")
    right, wrong, unseen = [], [], []
    for setting, planned in target.items():
        seen = seen_value(setting, said, planned, mode)
        if seen is None:
            unseen.append(setting)
        elif stands(setting, seen, planned):
            right.append(setting)
        else:
            wrong.append(
                Differs(
                    setting=setting, label=catalogue.setting(setting).label, planned=say_value(catalogue.setting(setting), planned),
                    seen=say_value(catalogue.setting(setting), seen), value=seen,
                )
            )  # fmt: skip
    return Proof(
        as_planned=tuple(right), differ=tuple(wrong), unseen=tuple(unseen), sentence=counted(len(right), len(wrong), len(unseen))
    )  # fmt: skip


def counted(right: int, wrong: int, unseen: int) -> str:
    """How many settings stand, differ and cannot be seen, as one sentence."""
    parts = [f"{right} {'setting is' if right == 1 else 'settings are'} as planned"]
    parts.append(f"{wrong} {'differs' if wrong == 1 else 'differ'}" if wrong else "none differs")
    if unseen:
        parts.append(f"{unseen} cannot be seen in a file: look and tick")
    return wording.listed(parts) + "."
