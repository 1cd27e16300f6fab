"""How many frames a charge gives: from what the body says of its charge now and then."""

from __future__ import annotations

from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.fit import least_squares
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure, NamedFigure, Offer
from wide_aperture.core.bench.kinds.common import shot
from wide_aperture.core.bench.protocol import BenchAbout, Kit, NotedTest, Shot
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.errors import DomainError

FEWEST = 4
WITHIN = 0.15  # of the figure: half a battery on three


class Battery(NotedTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="battery", title="Frames of a charge", purpose="How many frames a full battery gives you, the way you work.",
        needs=("a full battery", "a day’s work, or an hour of it"),
        how=("Note the count of frames and the charge the body shows, now and then.", "Warm and cold days apart: cold takes a share of its own."),
        varies=(), wants="notes", fewest=FEWEST, offers="your own figure of frames a charge",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return (shot("As you work", "The charge falls by the frame.", frames=400),)

    def told(self, kit: Kit) -> BenchOutcome:
        notes = sorted(kit.asked.charges, key=lambda note: note.frames)
        if len(notes) < FEWEST:
            raise DomainError("charge", len(notes), f"must be noted {FEWEST} times at least; {len(notes)} so far")
        frames = np.array([note.frames for note in notes], float)
        charge = np.array([note.percent for note in notes], float)
        if frames[-1] - frames[0] < 1 or charge[0] <= charge[-1]:
            raise DomainError("charge", charge[-1], "must fall from the first note to the last")
        fitted = least_squares(np.stack([np.ones(len(frames)), frames], axis=1), charge)
        slope, low, high = fitted.span(1)
        if high >= 0:
            raise DomainError("charge", slope, "must fall clearly: note it over more frames")
        value, least, most = (-100 / each for each in (slope, low, high))
        figure = Figure(id="battery_frames", label="Frames of a full charge", unit="frames", value=value, low=least, high=most, n=len(notes), within=value * WITHIN,
                        sentence=f"A charge gives about {value:,.0f} frames, {least:,.0f} to {most:,.0f}.")  # fmt: skip
        own = OwnFigure(
            value=round(value),
            low=round(least),
            high=max(round(most), round(value)),
            n=int(frames[-1] - frames[0]),
            source="bench",
        )
        curve = Curve(label="Charge against frames", x_label="frames", y_label="%", x=tuple(frames), y=tuple(charge))
        return BenchOutcome(
            sentence=figure.sentence, figures=(figure,), curves=(curve,),
            offers=(Offer(sentence=f"Your own figure: {value:,.0f} frames a charge.", figure=NamedFigure(name="battery_frames", own=own)),) if figure.is_sure else (),
            steps=("A straight line through your notes; its slope, and how sure it is.",),
        )  # fmt: skip
