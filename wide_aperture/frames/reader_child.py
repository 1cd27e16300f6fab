"""The child that reads heads of files while its parent writes rows: a batch a line, an answer a line, over pipes.

Run as a program of its own; it needs no database, and ends with its parent.
"""

from __future__ import annotations

import gc
import json
import os
import sys
from pathlib import Path
from uuid import UUID

from wide_aperture.core.frames.brought import read_brought


def main() -> None:
    gc.disable()  # what is read holds no circles, and is let go batch by batch
    for line in sys.stdin.buffer:
        asked = json.loads(line)
        shoot_id, location = UUID(asked["shoot_id"]), bool(asked["location"])
        answers = []
        for name in asked["names"]:
            path = Path(os.path.join(asked["folder"], name))
            found = read_brought(shoot_id, name, path, location=location)
            answers.append({"why": found} if isinstance(found, str) else {"frame": found.model_dump(mode="json")})
        sys.stdout.buffer.write(json.dumps(answers).encode() + b"\n")
        sys.stdout.buffer.flush()


if __name__ == "__main__":
    main()
