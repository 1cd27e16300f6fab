"""What the over-exposure marks mean on each tone of this frame, in clicks.

The marks come on where the picture made for the screen ends, before the data does. A tone whose brightest part is planned to lie
so many stops under that point shows its first marks when the frame is that much too bright: that many clicks bring it back.
"""

from __future__ import annotations

import math
from typing import Literal

from wide_aperture.core.document import Document, NotNegative
from wide_aperture.core.documents.plan import Plan, ToneRead
from wide_aperture.core.documents.situation import Tone
from wide_aperture.core.planning import PlanInput

SHOWN = 4
CLICK_EV = 1 / 3
WORTH_A_LINE_EV = 3.0  # brighter by more it would be another picture
ORDER: tuple[Tone, ...] = ("skin", "white cloth", "feathers", "snow", "sky", "windows", "lamps", "sun", "moon")


SHINE: tuple[Tone, ...] = ("lamps", "sun")  # they end white in any frame, and tell nothing of the rest


class MarkLine(Document):
    """What to do where marks are seen. means: leave them, or so many clicks darker; gone: how far one may still go when they
    are; clicks: thirds of a stop, - darker."""

    on: str
    means: Literal["leave", "darker", "brighter"]
    clicks: int
    do: str


class Gap(Document):
    """Between the first mark and where the data end. whose: assumed, or measured on this body."""

    ev: NotNegative
    whose: Literal["assumed", "measured"]


def gap_of(given: PlanInput, plan: Plan) -> Gap:
    """How much more the file holds than the marks say."""
    look = plan.setup.option("picture_profile") or "standard"
    whose: Literal["assumed", "measured"] = "measured" if given.body.marks_gap(look) else "assumed"
    return Gap(ev=round(plan.sensor.raw_clip_ev - plan.sensor.preview_clip_ev, 2), whose=whose)


def mark_lines(given: PlanInput, plan: Plan) -> tuple[MarkLine, ...]:
    """The tones that decide, and the step from the last mark to the end of the data where those are kept."""
    tones = sorted(
        (tone for tone in plan.frame.tones if tone.name in ORDER),
        key=lambda tone: (tone.asked != "must_hold", ORDER.index(tone.name)),
    )
    found = [line for tone in tones if (line := _line(tone, plan)) is not None][:SHOWN]
    gap = gap_of(given, plan)
    clicks = math.floor(gap.ev / CLICK_EV + 1e-6)
    if given.case.output.keeps_raw and clicks:
        said = f"{clicks} {'click' if clicks == 1 else 'clicks'} brighter is still in the file: your gap is {gap.ev:.1f} stop, {gap.whose}"
        found.append(MarkLine(on="just gone", means="brighter", clicks=clicks, do=said))
    return tuple(found)


def _line(tone: ToneRead, plan: Plan) -> MarkLine | None:
    room = plan.sensor.preview_clip_ev - tone.top_ev
    if tone.name in SHINE or tone.fate in ("allowed", "lost") or tone.asked == "may_clip":
        return MarkLine(on=tone.name, means="leave", clicks=0, do="leave them")
    if room <= 0:  # the screen says so, the data hold
        return MarkLine(on=tone.name, means="leave", clicks=0, do="a few belong there: the file holds them")
    if room > WORTH_A_LINE_EV:
        return None
    clicks = max(round(room / CLICK_EV), 1)
    return MarkLine(
        on=tone.name, means="darker", clicks=-clicks, do=f"{clicks} {'click' if clicks == 1 else 'clicks'} darker"
    )
