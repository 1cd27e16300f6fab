"""A shoot read back as a text to keep: Markdown, and rows for a spreadsheet that no cell of can run."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Sequence

from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.review.kept import KeepRate
from wide_aperture.core.review.shoot import ShootReview

CSV_COLUMNS = (
    "file", "taken_at", "situation", "burst", "place", "kept", "exposure_s", "f_number", "iso", "compensation_ev", "focal_mm",
    "exposure_program", "metering", "white_balance", "flash_fired", "body_make_model", "lens_model", "rating", "label",
)  # fmt: skip
RUNS = ("=", "+", "-", "@", "\t", "\r")


def markdown(title: str, read: ShootReview, notes: Sequence[str] = ()) -> str:
    """The review as Markdown."""
    lines = [
        f"# {title}",
        "",
        f"{read.frames} frames, {read.judged} judged, {read.kept} kept. {read.unassigned} fit no situation.",
    ]
    lines += ["", *(f"- {clock.sentence}" for clock in read.clocks)]
    for each in read.situations:
        lines += [
            "",
            f"## {each.title}",
            "",
            f"{each.frames} frames in {each.bursts} bursts with {each.body}{_kept(each.kept)}.",
            "",
        ]
        lines += ["| | planned | was | as planned |", "|---|---|---|---|"]
        lines += [f"| {f.label} | {f.planned} | {f.was} | {f.as_planned} of {f.of} |" for f in each.facts]
        lines += ["", *(f"- {n.sentence}" for n in each.noticed)]
        for by, rates in each.rates.items():
            if len(rates) > 1:
                lines += ["", f"Kept by {by}:", "", "| | frames | kept | rate | between |", "|---|---|---|---|---|"]
                lines += [
                    f"| {r.label} | {r.frames} | {r.kept} | {r.share:.1%} | {r.low:.1%} to {r.high:.1%} |"
                    for r in rates
                ]
    if read.advice:
        lines += ["", "## What should change", ""]
        lines += [f"- **{a.title}.** {a.because} {a.costs} {a.predicted}".rstrip() for a in read.advice]
    if read.figures:
        lines += ["", "## Own figures", "", *(f"- {f.label}: {f.sentence}" for f in read.figures)]
    if read.gaps:
        lines += ["", "## Marks against the raw data", "", *(f"- {g.body}, {g.look}: {g.sentence}" for g in read.gaps)]
    if notes:
        lines += ["", "## Logbook", "", *(f"- {note}" for note in notes)]
    return "\n".join(lines).replace("\n\n\n", "\n\n") + "\n"


def _kept(rate: KeepRate | None) -> str:
    return "" if rate is None else f", {rate.kept} kept ({rate.share:.0%}, {rate.low:.0%} to {rate.high:.0%})"


def frames_csv(rows: Iterable[tuple[str, FrameMetadata, dict[str, object]]]) -> str:
    """Frames as CSV: (file name, what it says, further columns by name)."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(CSV_COLUMNS)
    for name, said, more in rows:
        held = {**said.model_dump(mode="json"), **more, "file": name}
        writer.writerow([harmless(held.get(column)) for column in CSV_COLUMNS])
    return out.getvalue()


def harmless(value: object) -> str:
    """A cell no spreadsheet takes for a formula; plain negative numbers stay numbers."""
    text = "" if value is None else str(value)
    if text.startswith(RUNS) and not isinstance(value, int | float):
        return f"'{text}"
    return text
