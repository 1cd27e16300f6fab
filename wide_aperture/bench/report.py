"""A run to keep: a text, its curves drawn and the pictures it made, in one file."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterable, Sequence
from pathlib import Path

from wide_aperture.core.bench.catalogue import about_of
from wide_aperture.core.bench.drawn import svg_of
from wide_aperture.core.bench.run import BenchRun


def bundle(run: BenchRun, pictures: Iterable[Path]) -> bytes:
    """The text with what it shows, as a ZIP. Raises: UnknownIdError for a test there is no longer."""
    shown = list(pictures)
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as file:
        file.writestr("report.md", markdown(run, [each.name.removeprefix(f"{run.id}-") for each in shown]))
        for k, curve in enumerate(run.outcome.curves if run.outcome else ()):
            file.writestr(f"curve{k + 1}.svg", svg_of(curve))
        for each in shown:
            file.write(each, f"pictures/{each.name.removeprefix(f'{run.id}-')}", zipfile.ZIP_STORED)
    return held.getvalue()


def _source(run: BenchRun) -> str:
    return {
        "simulated": f"simulated, seed {run.seed}",
        "files": f"{len(run.files)} files",
        "notes": "none; your notes",
    }[run.source]


def markdown(run: BenchRun, pictures: Sequence[str] = ()) -> str:
    """The run as Markdown; pictures: names of files beside it. Raises: UnknownIdError for a test there is no longer."""
    about = about_of(run.test)
    lines = [f"# {run.title}", "", about.purpose, "", f"Kit: {run.kit}. Frames: {_source(run)}."]  # fmt: skip
    outcome = run.outcome
    if outcome is None:
        return "\n".join([*lines, "", "Not measured yet.", ""])
    lines += ["", outcome.sentence]
    if outcome.figures:
        lines += ["", "| figure | value | between | frames or spots |", "|---|---|---|---|"]
        lines += [
            f"| {each.label} | {each.value:.4g} {each.unit} | {each.low:.4g} to {each.high:.4g} | {each.n} |"
            for each in outcome.figures
        ]
    for k, curve in enumerate(outcome.curves, 1):
        lines += [
            "",
            f"## {curve.label}",
            "",
            f"![{curve.label}](curve{k}.svg)",
            "",
            f"| {curve.x_label} | {curve.y_label} |",
            "|---|---|",
        ]
        lines += [f"| {x:.4g} | {y:.4g} |" for x, y in zip(curve.x, curve.y, strict=True)]
    if outcome.faults:
        lines += ["", "## Frames", "", *(f"- {each.frame or 'The series'}: {each.sentence}" for each in outcome.faults)]
    lines += ["", "## Steps", "", *(f"{k}. {each}" for k, each in enumerate((*about.how, *outcome.steps), 1))]
    if outcome.slices:
        told = ", ".join(f"part{each.picture}.png is ISO {each.iso:g}" for each in outcome.slices)
        lines += ["", "## Pictures", "", f"One part of each step at one brightness: {told}."]
    lines += [
        "",
        *(f"![{name.partition('.')[0]}](pictures/{name})" for name in pictures if not name.startswith("noise")),
    ]
    if run.note:
        lines += ["", run.note]
    return "\n".join(lines) + "\n"
