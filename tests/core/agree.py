"""`make agree`: every plan against its own frame, over the demo, the judgement cases and any file of cases."""

from __future__ import annotations

import sys
from collections.abc import Iterable, Mapping
from pathlib import Path

from tests.core.corpus import case_inputs, demo_inputs, inputs_of
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.rehearsal.agreement import (
    BLURS_WITHIN_EV,
    COVERS_WITHIN_EV,
    SKIN_WITHIN_DE,
    Agreement,
    agreement_of,
)


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
    for title, each in found.items():
        if each.not_held:
            yield f"{title}: {', '.join(each.not_held)} must hold and clips"
        if each.bracket_misses_ev is not None and each.bracket_misses_ev > COVERS_WITHIN_EV:
            yield f"{title}: the bracket misses {each.bracket_misses_ev:.1f} EV of the frame's range"
        if each.skin_de is not None and each.skin_de > SKIN_WITHIN_DE:
            yield f"{title}: skin is {each.skin_de:.1f} off its colour"
        for what, over in (("movement", each.moves_over_ev), ("the hand", each.shake_over_ev)):
            if over is not None and over > BLURS_WITHIN_EV:
                yield f"{title}: {what} blurs {over:.1f} EV more than the plan says"
        if each.out_of_focus_coc is not None and each.out_of_focus_coc > 1:
            yield f"{title}: what is focused has a blur disc of {each.out_of_focus_coc:.1f} circles of confusion"
    agree = sum(each.agrees for each in automatic.values())
    burnt = max(found.items(), key=lambda item: item[1].burnt, default=None)
    skins = [each.skin_de for each in found.values() if each.skin_de is not None]
    brackets = [each.bracket_misses_ev for each in found.values() if each.bracket_misses_ev is not None]
    yield f"{name}: {agree} of {len(automatic)} automatic plans land within a third of a stop in their own frame"
    yield f"{name}: what must hold does in {sum(not each.not_held for each in found.values())} of {len(found)} frames"
    yield f"{name}: {sum(miss <= COVERS_WITHIN_EV for miss in brackets)} of {len(brackets)} brackets cover their frame's range"
    yield f"{name}: skin within {SKIN_WITHIN_DE:g} of its colour in {sum(each <= SKIN_WITHIN_DE for each in skins)} of {len(skins)}"
    for what, overs in (
        ("movement", [each.moves_over_ev for each in found.values()]),
        ("the hand", [each.shake_over_ev for each in found.values()]),
    ):
        seen = [over for over in overs if over is not None]
        yield f"{name}: {what} within what the plan says in {sum(over <= BLURS_WITHIN_EV for over in seen)} of {len(seen)}"
    discs = [each.out_of_focus_coc for each in found.values() if each.out_of_focus_coc is not None]
    yield f"{name}: what is focused is sharp in {sum(disc <= 1 for disc in discs)} of {len(discs)}"
    yield f"{name}: clipped outside what may, at most {max((each.clipped for each in found.values()), default=0.0):.1%} of a frame"
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
