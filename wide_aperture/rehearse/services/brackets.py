"""A bracket taken on a scene: its frames, what they hold together, and the merged picture."""

from __future__ import annotations

import itertools
from typing import Any

import numpy as np

from wide_aperture.core.documents import wording
from wide_aperture.core.picture import bracketing
from wide_aperture.core.picture.imaging import readings
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.imaging.merge import align_crop, merged_radiance, tone_mapped
from wide_aperture.core.picture.scenes.colour_space import SRGB_FROM_BALANCED
from wide_aperture.core.picture.tone import DEEP_SHADOW_EV, scene_range_ev
from wide_aperture.rehearse.pictures import jpeg_address
from wide_aperture.rehearse.questions import BracketRequest
from wide_aperture.rehearse.services.frames import noise_floor_ev, rendered
from wide_aperture.rehearse.services.meters import metered_capture
from wide_aperture.rehearse.services.room import Waiting, fastest_subject_px_s, luminances, sensor_px

FRAME_WIDTH_PX = 480
ALIGN_SHARE = 0.004  # of the width a steady hand wanders between frames


def bracket(asked: BracketRequest, go_on: Waiting) -> dict[str, Any]:
    """Take, weigh and merge the frames of a bracket around the capture."""
    middle = metered_capture(asked)
    offsets = bracketing.bracket_offsets(asked.frames, asked.step_ev, asked.shift_ev, asked.order)
    look = asked.look.model_copy(update={"width_px": FRAME_WIDTH_PX, "crop": None, "development": None})
    small = asked.model_copy(update={"look": look})
    begins = _begins_s(middle, offsets, asked.frames_per_s)
    captures = [
        middle.model_copy(
            update={"shutter_s": min(middle.shutter_s * 2**ev, 3600.0), "later_s": at, "shot": middle.shot + k}
        )
        for k, (ev, at) in enumerate(zip(offsets, begins, strict=True))
    ]
    made = [rendered(small, capture, go_on) for capture in captures]
    go_on()
    mid = made[0]
    floor = noise_floor_ev(asked, middle)
    clip = mid.raw_clip_ev
    _, low, high = scene_range_ev(luminances(asked))
    exposure = mid.exposure_ev100 + offsets[0]  # of offset 0
    low, high = low - exposure, high - exposure
    held = bracketing.coverage(offsets, floor, clip, low, high)
    radiance = merged_radiance([frame.raw for frame in made], offsets)
    picture = tone_mapped(radiance, mid.white, mid.raw.mid_e, mid.raw.clip_e * 2 ** -min(offsets), SRGB_FROM_BALANCED)
    cropped = 0.0
    if asked.in_camera:
        picture, cropped = align_crop(picture, 0.0 if middle.hand_limit_s is None else ALIGN_SHARE * FRAME_WIDTH_PX)
    frames, step, shift = bracketing.shortest_row(floor, clip, low, high)
    speed = float(np.hypot(*fastest_subject_px_s(mid.scene, asked, middle)))
    slowest, total = (
        bracketing.slowest_s(middle.shutter_s, offsets),
        bracketing.row_time_s(middle.shutter_s, offsets, asked.frames_per_s),
    )
    return {
        "frames": [
            {
                "offset_ev": offset,
                "shutter_s": capture.shutter_s,
                "image": jpeg_address(frame.picture[::2, ::2].copy(), 84),
                "raw_clipped": float(readings.raw_clip_mask(frame.raw).mean()),
                "deep_shadow": float((frame.raw.electrons[..., 1] < frame.raw.mid_e * 2**DEEP_SHADOW_EV).mean()),
                "low_ev": bracketing.frame_range(floor, clip, offset)[0],
                "high_ev": bracketing.frame_range(floor, clip, offset)[1],
            }
            for offset, capture, frame in zip(offsets, captures, made, strict=True)
        ],
        "merged": jpeg_address(picture),
        "cropped_share": cropped,
        "covers": held.is_whole,
        "misses_above_ev": held.misses_above_ev,
        "misses_below_ev": held.misses_below_ev,
        "one_frame_ev": clip - floor,
        "scene_range_ev": high - low,
        "scene_low_ev": low,
        "scene_high_ev": high,
        "slowest_s": slowest,
        "hand_limit_s": middle.hand_limit_s,
        "total_s": total,
        "subject_moves_px": speed * begins[-1],
        "suggested_frames": frames,
        "suggested_step_ev": step,
        "suggested_shift_ev": shift,
        "sentence": _sentence(
            held, high - low, clip - floor, slowest, middle, speed * begins[-1], sensor_px(mid.scene, asked)
        ),
    }


def _begins_s(middle: Capture, offsets: tuple[float, ...], frames_per_s: float) -> list[float]:
    """When each frame begins, from the first."""
    lasts = [max(middle.shutter_s * 2**ev, 1 / frames_per_s) for ev in offsets]
    return list(itertools.accumulate(lasts[:-1], initial=0.0))


def _sentence(
    held: bracketing.Coverage,
    scene: float,
    one: float,
    slowest: float,
    middle: Capture,
    moved_px: float,
    seen_px: float,
) -> str:
    said = [f"The scene spans {scene:.1f} EV, one frame holds {one:.1f}."]
    if held.is_whole:
        said.append(f"Together the frames hold {held.high_ev - held.low_ev:.1f} EV: all of it.")
    else:
        lost = [
            f"{ev:.1f} EV {side}"
            for ev, side in ((held.misses_above_ev, "above"), (held.misses_below_ev, "below"))
            if ev > 0.05
        ]
        said.append(f"Together they still miss {wording.listed(lost)}.")
    if middle.hand_limit_s is not None and slowest > middle.hand_limit_s:
        said.append(
            f"The slowest, {wording.seconds(slowest)}, is longer than the hand holds ({wording.seconds(middle.hand_limit_s)})."
        )
    if moved_px > seen_px:
        said.append(f"The subject moves {moved_px:.0f} sensor pixels from the first frame to the last: it will ghost.")
    return " ".join(said)
