"""Prices a person can weigh: whether a price is seen at the chosen output, and where the real cost is time."""

from __future__ import annotations

from typing import Literal

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import TimeCost
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.draft import Draft

Seen = Literal["plainly", "barely", "not"]
OUTPUT_WORDS = {"screen": "on a screen", "print_a4": "at A4", "print_a3": "at A3", "print_60cm": "at 60 cm"}

ROUND_TO_HUNDREDS_FROM = 1000
# Limits nobody sees the passing of: what was asked, what would be nice.
WISHES = (
    "lens_best", "depth_forgives", "time_in_hand", "spare_light", "flash_opening", "bulb",
    "requested_shutter", "requested_aperture", "requested_iso",
)  # fmt: skip


def visibility(case: Case, limit: str, ev: float, *, is_serious: bool) -> tuple[Seen, str]:
    """Whether passing a limit by so many EV is visible at the case's output, and why."""
    where = OUTPUT_WORDS[case.output.name]
    if limit == "diffraction":
        return _diffraction_seen(case, ev, where)
    if limit == "flicker":
        return (
            "plainly" if ev >= case.figure("plain_flicker_ev") else "barely"
        ), f"Frames of a burst differ by up to {ev:.1f} EV."
    if limit in WISHES:
        return "not", f"A wish, not a limit: nobody sees it {where}."
    if not is_serious:
        return (
            "barely" if ev < case.figure("plain_first_sign_ev") else "plainly"
        ), f"{wording.stops_word(ev)} past where it begins to show {where}."
    seen: Seen = "barely" if ev < case.figure("barely_ev") else "plainly"
    return seen, f"The limit is drawn where it begins to show {where}."


def _diffraction_seen(case: Case, ev: float, where: str) -> tuple[Seen, str]:
    output_pitch_um = (case.body.sensor_width_mm * case.body.sensor_height_mm * 1e6 / case.output.pixels) ** 0.5
    pixels = (
        case.figure("airy_seen_px")
        * case.body.pixel_pitch_um
        * 2 ** (ev / 2)
        / max(output_pitch_um, case.body.pixel_pitch_um)
    )
    seen: Seen = (
        "not"
        if pixels < case.figure("airy_output_px", "barely")
        else "barely"
        if pixels < case.figure("airy_output_px", "plainly")
        else "plainly"
    )
    return seen, f"The Airy disc covers {pixels:.1f} pixels of the picture {where}."


def time_costs(draft: Draft) -> tuple[TimeCost, ...]:
    """Culling and editing time that settings cause or save."""
    case = draft.case
    starts, ends = case.situation.starts_at_min, case.situation.ends_at_min
    minutes = (
        ends - starts
        if starts is not None and ends is not None and ends > starts
        else case.figure("usual_situation_min")
    )
    frames = _frames(draft, minutes)
    found = []
    rate = draft.settings.get("frame_rate")
    if rate is not None and isinstance(rate.value, float) and rate.value > 1:
        cull = frames * case.figure("cull_s_a_frame") / 60
        found.append(
            TimeCost(
                setting="frame_rate",
                minutes=round(cull, 1),
                sentence=f"{rate.value:g}/s over {minutes} min makes about {_round(frames)} frames: "
                f"{cull:.0f} min to cull.",
            )
        )
    if draft.option("white_balance") in ("auto",) and frames > case.figure("edited_from_frames"):
        edit = frames * case.figure("kept_share") * case.figure("colour_s_a_frame") / 60
        found.append(
            TimeCost(
                setting="white_balance",
                minutes=round(edit, 1),
                sentence=f"Each kept frame may need its own colour: about {edit:.0f} min; a fixed value is set once.",
            )
        )
    return tuple(found)


def _frames(draft: Draft, minutes: float) -> float:
    rate, case = draft.settings.get("frame_rate"), draft.case
    if rate is None or not isinstance(rate.value, float):
        return minutes * case.figure("single_frames_a_minute")
    rate_of = case.figure("bursts_a_minute", "moving" if case.subject.is_moving else "other")
    return minutes * rate_of * case.figure("seconds_a_burst") * rate.value


def _round(frames: float) -> int:
    return int(round(frames, -2)) if frames >= ROUND_TO_HUNDREDS_FROM else int(round(frames, -1))
