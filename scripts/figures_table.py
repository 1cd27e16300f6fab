"""Writes docs/decisions/0004-numbers-of-practice.md from the practice table: part of `make schema`."""

from __future__ import annotations

import re
from pathlib import Path

from wide_aperture.core.craft.figures import Figure, practice_table

ROOT = Path(__file__).parents[1]
TARGET = ROOT / "docs" / "decisions" / "0004-numbers-of-practice.md"
CORE = ROOT / "wide_aperture" / "core"
QUOTED = re.compile(r"""["']([a-z0-9_]+)["']""")
HEAD = """# 0004 Numbers of practice

Thresholds that are judgement, not physics, stand in one table, `wide_aperture/core/craft/data/figures.json`: name, value,
unit, reason, source. A rule asks its case for a figure by name (`case.figure("airy_seen_px")`); a person's own figure of
the same name, measured on the bench or from frames, then wins over the trade's, and limits and prices say whose decided.
This page is generated from the table by `make schema`; what uses a figure is read from the code.

Sources: **cases** the judgement cases' own README; **trade** common practice; **estimate** ours, to be measured.

Merged in November 2026, and what that changed in the plans of all judgement cases and the demo:

| figure | was | is | what it changes |
|---|---|---|---|
| Airy disc that is seen | 4 px for the limit, 5 px for the check | 5 px (cases) | the diffraction limit lies ⅔ stop further; one case closes to f/16 instead of f/14 |
| slant of the read-out that shows | 3° for the choice of shutter, 5° for the check | 5° (cases) | the electronic shutter is left for curtains later; no option changes |
| reach of wind | 20 m for the limit, 10 m for its check and for joined frames | 20 m | the check speaks as far as the limit does |
| length of a situation nobody timed | 45 min for culling, 20 min for mishaps | 45 min | frames counted for knocked switches |
| kelvin of the presets, darkness of autofocus, framing share, nearest focus | the same figure written two to eight times | once | nothing |

| figure | value | unit | source | why | used in |
|---|---|---|---|---|---|
"""
FOOT = """
**What would change them.** A person's own measurements, figure by figure; and for all of us, cases that disagree.
"""


def users() -> dict[str, list[str]]:
    """The modules that name each figure, by its name."""
    found: dict[str, list[str]] = {}
    for path in sorted(CORE.rglob("*.py")):
        module = path.relative_to(CORE).with_suffix("").as_posix()
        for name in dict.fromkeys(QUOTED.findall(path.read_text("utf-8"))):
            if name in practice_table():
                found.setdefault(name, []).append(module)
    return found


def _value(entry: Figure) -> str:
    if entry.value is not None:
        return f"{entry.value:.4g}"
    if set(entry.values) == {"from", "to"}:
        return f"{entry.values['from']:.4g} to {entry.values['to']:.4g}"
    return ", ".join(f"{member.replace('_', ' ')} {value:.4g}" for member, value in entry.values.items())


def generated() -> str:
    """The page's text."""
    used = users()
    rows = [
        f"| `{entry.name}` | {_value(entry)} | {entry.unit} | {entry.source} | {entry.why} | {', '.join(f'`{m}`' for m in used.get(entry.name, []))} |"
        for entry in practice_table().values()
    ]
    return HEAD + "\n".join(rows) + "\n" + FOOT


if __name__ == "__main__":
    TARGET.write_text(generated(), "utf-8")
