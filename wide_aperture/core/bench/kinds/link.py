"""What the link takes away a minute, and after how long a burst it falls behind."""

from __future__ import annotations

from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure
from wide_aperture.core.bench.kinds.common import shot
from wide_aperture.core.bench.protocol import BenchAbout, Kit, NotedTest, Shot
from wide_aperture.core.errors import DomainError

FEWEST = 4
WITHIN = 0.2  # of the figure
PER_MINUTE = 60.0


class LinkBacklog(NotedTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="link", title="Backlog of the link", purpose="How many frames a minute the link really sends, and how long what you shot waits.",
        needs=("the link as you use it, where you use it", "the receiving end in sight", "a clock"),
        how=("Shoot a burst, then keep shooting as you work.", "Note now and then: seconds since the first frame, frames taken, frames arrived.", "Note while there is a queue: a link without one says nothing of its speed."),
        varies=(), wants="notes", fewest=FEWEST, offers="nothing to the kit: what to send, and when it is there",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return (shot("As you work", "A queue that grows and drains.", frames=60),)

    def told(self, kit: Kit) -> BenchOutcome:
        notes = sorted(kit.asked.sent, key=lambda note: note.at_s)
        if len(notes) < FEWEST:
            raise DomainError("notes", len(notes), f"must be {FEWEST} at least; {len(notes)} so far")
        at = np.array([note.at_s for note in notes])
        taken = np.array([note.taken for note in notes], float)
        arrived = np.array([note.arrived for note in notes], float)
        if (np.diff(at) <= 0).any() or (np.diff(taken) < 0).any() or (np.diff(arrived) < 0).any():
            raise DomainError("notes", len(notes), "must each be later than the one before, and counts never fall")
        queued = taken - arrived
        busy = (queued[:-1] > 0) & (queued[1:] > 0)
        if busy.sum() < 2:
            raise DomainError("notes", int(busy.sum()), "must show a queue three times in a row, or the link had nothing to do")  # fmt: skip
        rates = (np.diff(arrived) / np.diff(at))[busy] * PER_MINUTE
        value, low, high = mean_span(rates)
        if value <= 0:
            raise DomainError("arrived", 0, "must grow: nothing came through")
        low = max(low, 0.0)
        figure = Figure(id="sent", label="Frames the link sends", unit="a minute", value=value, low=low, high=high, n=int(busy.sum()), within=value * WITHIN,
                        sentence=f"The link sends {value:.1f} frames a minute.")  # fmt: skip
        waits = float(queued.max()) / value
        shot_rate = taken[-1] / at[-1] * PER_MINUTE
        verdict = (
            f"You took {shot_rate:.1f} a minute: it falls behind by {shot_rate - value:.1f} each minute. Send chosen frames only, or smaller ones."
            if shot_rate > high
            else f"You took {shot_rate:.1f} a minute: it keeps up."
            if shot_rate < low
            else f"You took {shot_rate:.1f} a minute: just what it sends."
        )
        curve = Curve(label="Frames that waited", x_label="s", y_label="frames", x=tuple(at), y=tuple(queued))
        return BenchOutcome(
            sentence=f"{figure.sentence} The longest queue, {queued.max():.0f} frames, was {waits:.0f} minutes of waiting. {verdict}",
            figures=(figure,), curves=(curve,), steps=("Arrivals between notes with a queue at both ends; their mean and its spread.",),
        )  # fmt: skip
