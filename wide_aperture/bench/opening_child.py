"""The child that opens frames of a bench test: reads requests line by line, leaves each frame's data as an array, within hard limits.

Run as a program of its own. It needs no database; what it is given may be hostile.
"""

from __future__ import annotations

import contextlib
import json
import os
import sys

os.environ["OPENCV_IO_MAX_IMAGE_PIXELS"] = str(120_000_000)

import cv2
import numpy as np

from wide_aperture.core.frames.embedded import embedded_jpegs, may_be_raw
from wide_aperture.jobs.child_process import limit_itself

MEMORY_BYTES, FILES, LARGEST_BYTES = 2_000_000_000, 64, 300_000_000
MOST_BYTES = 60_000_000
MOST_ROWS, MOST_COLUMNS = 3000, 4000  # of a mosaic, its middle: enough for every test, and little to hold


def raw_of(path: str, to: str) -> dict[str, object]:
    """Leave a mosaic, red first, and say its levels."""
    import rawpy

    with rawpy.imread(path) as raw:
        if raw.raw_type != rawpy.RawType.Flat or raw.raw_pattern is None or raw.raw_pattern.shape != (2, 2):
            raise ValueError("no mosaic of four colours")
        mosaic, pattern = raw.raw_image_visible, raw.raw_pattern
        # The cell begins where red is: colours are counted red, green, blue, second green.
        row, column = (int(each[0]) for each in np.nonzero(pattern == 0))
        mosaic = mosaic[row:, column:]
        black = np.roll(np.asarray(raw.black_level_per_channel, float)[pattern], (-row, -column), axis=(0, 1))
        rows, columns = mosaic.shape
        top, left = max((rows - MOST_ROWS) // 4 * 2, 0), max((columns - MOST_COLUMNS) // 4 * 2, 0)
        np.save(to, np.ascontiguousarray(mosaic[top : top + MOST_ROWS, left : left + MOST_COLUMNS]), allow_pickle=False)
        return {"raw": True, "black": black.tolist(), "white": float(raw.white_level)}


def preview_of(path: str, to: str) -> bool:
    """Leave the camera's own picture of a raw file, if it holds one."""
    for data in embedded_jpegs(path, MOST_BYTES):
        found = cv2.imdecode(np.frombuffer(data, np.uint8), cv2.IMREAD_COLOR)
        if found is not None:
            np.save(to, np.ascontiguousarray(found[..., ::-1]), allow_pickle=False)
            return True
    return False


def answer(path: str, to: str) -> dict[str, object]:
    if may_be_raw(path):
        try:
            said = raw_of(path, to)
            return {**said, "preview": preview_of(path, f"{to}.preview.npy")}
        except Exception:  # a TIFF picture begins like a raw file, and others may be pictures too
            with contextlib.suppress(OSError):
                os.remove(to)
    found = cv2.imdecode(np.fromfile(path, np.uint8), cv2.IMREAD_ANYDEPTH | cv2.IMREAD_COLOR)
    if found is None:
        return {}
    np.save(to, np.ascontiguousarray(found[..., ::-1]), allow_pickle=False)
    return {"raw": False}


def main() -> None:
    cv2.setNumThreads(1)
    limit_itself(memory_bytes=MEMORY_BYTES, largest_file_bytes=LARGEST_BYTES, open_files=FILES)
    for line in sys.stdin:
        path, to = json.loads(line)
        try:
            said = answer(path, to)
        except Exception:  # whatever a file does to a decoder: it is not opened
            said = {}
        sys.stdout.write(json.dumps(said) + "\n")
        sys.stdout.flush()


if __name__ == "__main__":
    main()
