"""Writes wide_aperture/core/craft/data/focus_lab.json from the focus lab: `make focus-table`, after a change that is meant."""

from __future__ import annotations

import json
from pathlib import Path

from wide_aperture.core.focus.table import made_table

TARGET = Path(__file__).parents[1] / "wide_aperture" / "core" / "craft" / "data" / "focus_lab.json"


def main() -> None:
    rows = [row.model_dump() for row in made_table()]
    TARGET.write_text(json.dumps({"rows": rows}, ensure_ascii=False, indent=1) + "\n", "utf-8")


if __name__ == "__main__":
    main()
