"""The child that makes pictures of what is none yet: a clip taken apart, a raw file developed. Within hard limits.

Run as a program of its own: MOST. It reads [file, folder] line by line, leaves numbered pictures in the folder, says the number of every
one, and "end" after the last. What it is given may be hostile.
"""

from __future__ import annotations

import json
import sys
from pathlib import Path

import cv2

from wide_aperture.core.frames.embedded import may_be_raw
from wide_aperture.jobs.child_process import limit_itself

MEMORY_BYTES, FILES, LARGEST_BYTES = 3_000_000_000, 64, 300_000_000
QUICK = [cv2.IMWRITE_PNG_COMPRESSION, 1]  # nothing is lost; it only takes more room
MOST_PIXELS = 120_000_000
SCREEN_GAMMA = (2.4, 12.92)


def _told(number: int) -> None:
    sys.stdout.write(f"{number}\n")
    sys.stdout.flush()


def _clip(path: str, folder: Path, most: int) -> None:
    reader = cv2.VideoCapture(path)
    for k in range(most):
        there, frame = reader.read()
        if not there or frame.shape[0] * frame.shape[1] > MOST_PIXELS:
            return
        if not cv2.imwrite(str(folder / f"{k:06}.png"), frame, QUICK):
            return
        _told(k + 1)


def _raw(path: str, folder: Path) -> bool:
    """Developed plainly: the camera's white balance, no brightening, 16 bits as for screens. False for what is no raw file."""
    import rawpy

    try:
        with rawpy.imread(path) as raw:
            picture = raw.postprocess(
                use_camera_wb=True, no_auto_bright=True, output_bps=16, gamma=SCREEN_GAMMA, user_flip=0
            )
    except rawpy.LibRawFileUnsupportedError:
        return False
    if cv2.imwrite(str(folder / "000000.png"), cv2.cvtColor(picture, cv2.COLOR_RGB2BGR), QUICK):
        _told(1)
    return True


def main() -> None:
    most = int(sys.argv[1])
    cv2.setNumThreads(1)
    limit_itself(memory_bytes=MEMORY_BYTES, largest_file_bytes=LARGEST_BYTES, open_files=FILES)
    for line in sys.stdin:
        path, folder = json.loads(line)
        try:
            if not (may_be_raw(path) and _raw(path, Path(folder))):
                _clip(path, Path(folder), most)
        except Exception as error:  # whatever a file does to a decoder: no picture comes of it
            sys.stderr.write(f"{type(error).__name__}\n")
        sys.stdout.write("end\n")
        sys.stdout.flush()


if __name__ == "__main__":
    main()
