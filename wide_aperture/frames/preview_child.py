"""The child that opens pictures: reads paths line by line, answers with a small JPEG and its measures, within hard limits.

Run as a program of its own. It needs no database, and nothing of what it is given survives it.
"""

from __future__ import annotations

import base64
import json
import os
import sys

os.environ["OPENCV_IO_MAX_IMAGE_PIXELS"] = str(120_000_000)

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.frames.embedded import embedded_jpegs, may_be_raw
from wide_aperture.core.frames.measures import measured
from wide_aperture.core.frames.raw_marks import WHITE, fullest_level, marks_against_raw, mask_png
from wide_aperture.jobs.child_process import limit_itself

SIDE_PX, QUALITY = 640, 80
MOST_BYTES = 60_000_000
MEMORY_BYTES, FILES = 1_500_000_000, 64
WORTH_OPENING = 0.0005  # of the picture that must be marked, before the raw data are opened for it


def picture_of(path: str) -> tuple[np.ndarray | None, bool]:
    """A picture of the file: the file itself, one embedded in it, or its raw data developed at half size. And whether the camera made it."""
    for data in embedded_jpegs(path, MOST_BYTES):
        found = cv2.imdecode(
            np.frombuffer(data, np.uint8), cv2.IMREAD_REDUCED_COLOR_4 if len(data) > 2_000_000 else cv2.IMREAD_COLOR
        )
        if found is not None and max(found.shape[:2]) >= SIDE_PX // 2:
            return found, True
    with open(path, "rb") as file:
        head = file.read(MOST_BYTES)
    found = cv2.imdecode(np.frombuffer(head, np.uint8), cv2.IMREAD_REDUCED_COLOR_2)
    if found is not None:
        return found, True
    import rawpy

    with rawpy.imread(path) as raw:
        return np.asarray(raw.postprocess(half_size=True, use_camera_wb=True, output_bps=8)[..., ::-1]), False


def level_of(path: str) -> NDArray[np.float32] | None:
    """Of a raw file's data the fullest colour of every cell of four, 0 black to 1 where they end; None where it is no such mosaic."""
    import rawpy

    with rawpy.imread(path) as raw:
        if raw.raw_type != rawpy.RawType.Flat or raw.raw_pattern is None or raw.raw_pattern.shape != (2, 2):
            return None
        black = np.asarray(raw.black_level_per_channel, np.float32)[raw.raw_pattern]
        return fullest_level(raw.raw_image_visible, black, raw.white_level)


def marks_of(path: str, picture: NDArray[np.uint8]) -> dict[str, object]:
    """What the camera's marks say against the data, where the file has both and something is marked."""
    if not may_be_raw(path) or float((picture.max(axis=2) >= WHITE).mean()) < WORTH_OPENING:
        return {}
    try:
        level = level_of(path)
    except Exception:  # a picture may be all that can be read of it
        return {}
    found = None if level is None else marks_against_raw(picture, level)
    if found is None:
        return {}
    marks, mask = found
    return {"marks": marks.model_dump(), "mask": base64.b64encode(mask_png(mask)).decode()}


def answer(path: str) -> dict[str, object]:
    picture, own = picture_of(path)
    if picture is None:
        return {}
    marks = marks_of(path, np.asarray(picture, np.uint8)) if own else {}
    largest = max(picture.shape[:2])
    if largest > SIDE_PX:
        size = tuple(max(round(side * SIDE_PX / largest), 1) for side in picture.shape[1::-1])
        picture = cv2.resize(picture, size, interpolation=cv2.INTER_AREA)
    done, jpeg = cv2.imencode(".jpg", picture, [cv2.IMWRITE_JPEG_QUALITY, QUALITY])
    if not done or min(picture.shape[:2]) < 16:
        return {}
    measures = measured(np.asarray(picture, np.uint8))
    return {"jpeg": base64.b64encode(jpeg.tobytes()).decode(), "measures": measures.model_dump(), **marks}


def main() -> None:
    cv2.setNumThreads(1)
    limit_itself(memory_bytes=MEMORY_BYTES, largest_file_bytes=0, open_files=FILES)
    for line in sys.stdin:
        try:
            said = answer(json.loads(line))
        except Exception:  # whatever a file does to a decoder: it has no preview
            said = {}
        sys.stdout.write(json.dumps(said) + "\n")
        sys.stdout.flush()


if __name__ == "__main__":
    main()
