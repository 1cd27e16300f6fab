"""A frame as files: the composed scene as the camera saw it, with everything set, as JPEG, raw mosaic or both."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M
from wide_aperture.core.frames.exposed import BLACK_LEVEL, QUALITY, WHITE_LEVEL, jpeg_of, mosaic_of_electrons
from wide_aperture.core.frames.raw_marks import fullest_level
from wide_aperture.core.frames.write import dng, with_exif
from wide_aperture.core.picture.imaging.capture import Look
from wide_aperture.core.picture.imaging.darkroom import Darkroom, Rendered
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.compute import plan_of
from wide_aperture.core.planning.plan_input import PlanInput
from wide_aperture.core.rehearsal.begin import Rehearsal, rehearsal, tuning_of
from wide_aperture.core.shooting.played import LONGEST_BURST_S, TakenFrame

Files = Literal["jpeg", "raw", "both"]
FOLLOWED_TO = 0.12  # of the frame's width, over a burst


@dataclass(frozen=True)
class Stage:
    """A situation as its frames show it: composed once, exposed for every frame."""

    case: Case
    begun: Rehearsal

    @classmethod
    def of(cls, given: PlanInput) -> Stage:
        """Raises: as plan_of."""
        return cls(given.case, rehearsal(given.case, plan_of(given)))

    @property
    def left_of_movement(self) -> float:
        """What of the subject's way across the frame a hand that follows it leaves, so that it stays in the frame."""
        crossed = self.case.subject.image_speed_px_s * LONGEST_BURST_S / self.case.body.width_px
        return min(1.0, FOLLOWED_TO / crossed) if crossed > 0 else 1.0

    def exposed(self, frame: TakenFrame, darkroom: Darkroom, width_px: int) -> Rendered:
        """The frame on the sensor and as a picture. Raises: as Darkroom.render."""
        begun, said = self.begun, frame.said
        focus_m = 1 / frame.focus_per_m if frame.focus_per_m > 1 / OPTICAL_INFINITY_M else None
        nearest = begun.capture.focal_mm / 1000 * 1.1
        tuning = tuning_of(begun.tuning.model_copy(update={"light_ev": begun.tuning.light_ev + frame.light_ev - self.case.light.ev100}))  # fmt: skip
        capture = begun.capture.model_copy(
            update={
                "shutter_s": said.exposure_s, "aperture": said.f_number, "iso": said.iso, "shot": frame.id + 1, "later_s": frame.later_s * self.left_of_movement,
                "focus_m": None if focus_m is None else max(focus_m, nearest),
            }
        )  # fmt: skip
        return darkroom.render(
            begun.scene.through(capture), self.case.body, capture, Look(width_px=width_px), tuning=tuning
        )


def write_frame(
    frame: TakenFrame, stage: Stage, darkroom: Darkroom, *, width_px: int = 480, raw: bool = False, quality: int = QUALITY
) -> bytes:  # fmt: skip
    """The file's bytes. raw: a mosaic with the picture in it. Raises: as Darkroom.render; DomainError where no JPEG comes of it."""
    (file,) = written(frame, stage, darkroom, files="raw" if raw else "jpeg", width_px=width_px, quality=quality)
    return file.data


@dataclass(frozen=True)
class Written:
    """A file of a frame. jpeg: the camera's own picture; level: of a raw, how full each cell of four is, see core.frames.raw_marks."""

    name: str
    data: bytes
    jpeg: bytes
    level: NDArray[np.float32] | None = None


def written(
    frame: TakenFrame, stage: Stage, darkroom: Darkroom, *, files: Files = "jpeg", width_px: int = 480, quality: int = QUALITY
) -> tuple[Written, ...]:  # fmt: skip
    """The files a camera writes of a frame: its picture, the raw data with that picture in it, or both. Raises: as write_frame."""
    made = stage.exposed(frame, darkroom, width_px)
    height, width = made.picture.shape[:2]
    said = frame.said.model_copy(update={"width_px": width, "height_px": height})
    jpeg, found = jpeg_of(made.picture, quality), []
    if files != "jpeg":
        mosaic = mosaic_of_electrons(made.raw.electrons, made.raw.clip_e)
        data = dng(mosaic, said, white=WHITE_LEVEL, black=BLACK_LEVEL, preview=jpeg)
        found.append(Written(f"{frame.name}.dng", data, jpeg, fullest_level(mosaic, BLACK_LEVEL, WHITE_LEVEL)))
    if files != "raw":
        found.append(Written(f"{frame.name}.jpg", with_exif(jpeg, said), jpeg))
    return tuple(found)
