"""A run as a text to keep."""

from __future__ import annotations

from wide_aperture.core.bench.catalogue import about_of
from wide_aperture.core.bench.run import BenchRun


def markdown(run: BenchRun) -> str:
    """The run as Markdown. Raises: UnknownIdError for a test there is no longer."""
    about = about_of(run.test)
    lines = [f"# {run.title}", "", about.purpose, "", f"Kit: {run.kit}. Frames: {'simulated, seed ' + str(run.seed) if run.source == 'simulated' else f'{len(run.files)} files'}."]  # fmt: skip
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
    for curve in outcome.curves:
        lines += ["", f"## {curve.label}", "", f"| {curve.x_label} | {curve.y_label} |", "|---|---|"]
        lines += [f"| {x:.4g} | {y:.4g} |" for x, y in zip(curve.x, curve.y, strict=True)]
    if outcome.faults:
        lines += ["", "## Frames", "", *(f"- {each.frame or 'The series'}: {each.sentence}" for each in outcome.faults)]
    lines += ["", "## Steps", "", *(f"{k}. {each}" for k, each in enumerate((*about.how, *outcome.steps), 1))]
    if run.note:
        lines += ["", run.note]
    return "\n".join(lines) + "\n"
