"""`make agree`: every plan against its own frame, over the demo, the judgement cases and any file of cases."""

from __future__ import annotations

import sys
from collections.abc import Iterable, Mapping
from pathlib import Path

from tests.core.corpus import case_inputs, demo_inputs, inputs_of
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.rehearsal.agreement import Agreement, agreement_of


def agreements(asked: Mapping[str, PlanInput]) -> dict[str, Agreement]:
    """Each plan against its frame."""
    room = Darkroom()
    return {title: agreement_of(given.case, plan_of(given), room) for title, given in asked.items()}


def told(name: str, found: Mapping[str, Agreement]) -> Iterable[str]:
    """Each that disagrees, and how many agree."""
    automatic = {title: each for title, each in found.items() if each.exposes_itself}
    for title, each in automatic.items():
        if not each.agrees:
            yield (
                f"{title}: {each.scene} needs {each.needed_ev:+.2f}, planned {each.planned_ev:+.2f}: the subject is {each.off_ev:+.2f} EV off"
            )
    agree = sum(each.agrees for each in automatic.values())
    burnt = max(found.items(), key=lambda item: item[1].burnt, default=None)
    yield f"{name}: {agree} of {len(automatic)} automatic plans land within a third of a stop in their own frame"
    if burnt is not None:
        yield f"{name}: most of a frame at its white end {burnt[1].burnt:.1%} ({burnt[0]})"


def main() -> None:
    asked = {"demo": demo_inputs(), "cases": case_inputs()}
    asked |= {Path(path).name: inputs_of(Path(path)) for path in sys.argv[1:]}
    for name, inputs in asked.items():
        for line in told(name, agreements(inputs)):
            print(line)


if __name__ == "__main__":
    main()
