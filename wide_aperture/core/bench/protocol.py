"""A bench test as a protocol: what for, what it needs, what is shot in which order and expected, how the frames are read.

One file in kinds/ is one test; kinds/__init__ lists them. A test reads files only, never a camera's state.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Annotated, ClassVar, Literal

from pydantic import Field

from wide_aperture.core.bench.even import others_varied
from wide_aperture.core.bench.found import BenchOutcome, FrameFault, Slice
from wide_aperture.core.bench.frame import BenchFrame, in_order
from wide_aperture.core.bench.notes import ChargeNote, LinkNote, ScreenNote
from wide_aperture.core.document import Document, Finite, FocalMm, Iso, Kelvin, Positive
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.errors import DomainError

if TYPE_CHECKING:
    from wide_aperture.core.bench.simulated.card import SimulatedFile
    from wide_aperture.core.bench.slices import Pictures

Wants = Literal["raw", "picture", "either", "notes"]
MOST_NOTES = 60


class Asked(Document):
    """What a run of a test is about; what does not concern it is passed over. accepted_iso: the highest the person finds acceptable."""

    look: Annotated[str, Field(max_length=60)] = "standard"
    looks: Annotated[tuple[Annotated[str, Field(max_length=60)], ...], Field(min_length=1, max_length=4)] = (
        "standard",
        "neutral",
        "flat",
    )
    marked_from: Annotated[int, Field(ge=128, le=255)] = 250
    mains_hz: Literal[50, 60] = 50
    focal_mm: FocalMm | None = None
    kelvins: Annotated[tuple[Kelvin, ...], Field(max_length=20)] = (2800, 3400, 4200, 5200, 6500)
    accepted_iso: Iso | None = None
    file_mb: Positive | None = None
    ways: Annotated[
        tuple[Annotated[str, Field(min_length=1, max_length=40)], ...], Field(min_length=2, max_length=6)
    ] = ("first way", "second way")
    sky: Annotated[tuple[Literal["haze", "glow"], ...], Field(max_length=2)] = ()
    hdr_frames: Annotated[int, Field(ge=1, le=20)] = 2
    home_minutes: Annotated[Positive, Field(le=600)] | None = None
    charges: Annotated[tuple[ChargeNote, ...], Field(max_length=MOST_NOTES)] = ()
    sent: Annotated[tuple[LinkNote, ...], Field(max_length=MOST_NOTES)] = ()
    screens: Annotated[tuple[ScreenNote, ...], Field(max_length=MOST_NOTES)] = ()
    keep: Annotated[Positive, Field(le=100_000, description="Share of the best kept, above 1 how many")] = 0.3
    points_px: Annotated[Positive, Field(ge=8, le=2000)] | None = 32
    way: Literal["mean", "sigma", "median", "trails"] = "mean"
    reference: Annotated[int, Field(ge=1, le=100_000)] | None = None
    dark: Annotated[Finite, Field(ge=0.005, le=0.9)] = 0.12
    strengths: Annotated[tuple[Annotated[Finite, Field(ge=-1, le=20)], ...], Field(max_length=7)] | None = Field(
        default=None, description="Of the layers, finest first; null: as crisp as the best frame"
    )


@dataclass(frozen=True)
class Kit:
    """The kit under test."""

    body: Body
    lens: Lens | None = None
    asked: Asked = field(default_factory=Asked)


class Shot(Document):
    """One line of the shot list. set: what stands at which value; expects: what the frame shall show; frames: how many."""

    title: str
    set: dict[str, str]
    expects: str
    frames: int = 1
    exposure_s: Finite | None = None
    iso: Finite | None = None


class BenchAbout(Document):
    """varies: the fields of the metadata that the test varies; fewest: frames without which nothing is told; stills: it is shot from
    a stand; offers: what of the kit the figure is for; care: what to mind.
    """

    id: str
    title: str
    purpose: str
    needs: tuple[str, ...]
    how: tuple[str, ...]
    varies: tuple[str, ...]
    wants: Wants
    fewest: int
    offers: str
    care: str = ""


@dataclass(frozen=True)
class Simulated:
    """A run of a test by the simulated camera, and what is true of it, by the id of the figure."""

    files: tuple[SimulatedFile, ...]
    truth: dict[str, float]


class BenchTest(ABC):
    """One test whose frames tell it."""

    about: ClassVar[BenchAbout]

    @abstractmethod
    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        """What to shoot, in order."""

    @abstractmethod
    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        """What frames that belong together tell, in the order they were taken. Raises: DomainError where they cannot tell it."""

    @abstractmethod
    def simulated(self, kit: Kit, seed: int) -> Simulated:
        """The test shot by the simulated camera, whose truth differs from run to run where the kit leaves it open."""

    def for_the_eye(
        self, frames: Sequence[BenchFrame], kit: Kit
    ) -> tuple[tuple[Slice, ...], tuple[Slice, ...], Pictures]:
        """What of a measured run is judged by eye: slices, noisier ones, their pictures; most tests have none."""
        return (), (), {}

    def judged(self, frames: Sequence[BenchFrame], kit: Kit) -> tuple[BenchOutcome, Pictures]:
        """What frames tell, with what of them is judged by eye and its pictures; frames that were left out are not shown either."""
        outcome = self.measure(frames, kit)
        if not outcome.figures:
            return outcome, {}
        left_out = {fault.frame for fault in outcome.faults if fault.refused}
        slices, noisier, pictures = self.for_the_eye([each for each in frames if each.name not in left_out], kit)
        return outcome.model_copy(update={"slices": slices, "noisier": noisier}), pictures

    def measure(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        """Sort, leave out what does not belong, read. Never raises for frames: what is wrong with them is in the outcome."""
        faults: list[FrameFault] = []
        fitting = []
        for frame in in_order(frames):
            if self.about.wants == "raw" and not frame.is_raw:
                faults.append(
                    FrameFault(frame=frame.name, sentence="This is no raw file, and the test reads raw data: left out.")
                )
            elif self.about.wants == "picture" and frame.is_raw:
                faults.append(
                    FrameFault(
                        frame=frame.name,
                        sentence="This is raw data, and the test reads the camera’s own pictures: left out.",
                    )
                )
            else:
                fitting.append(frame)
        fitting, odd = others_varied(fitting, self.about.varies)
        faults += odd
        if len(fitting) < self.about.fewest:
            sentence = f"{len(fitting)} frames can be used; {self.about.fewest} are needed at least."
            return BenchOutcome(sentence=sentence, faults=tuple(faults))
        try:
            outcome = self.read(fitting, kit)
        except DomainError as error:
            return BenchOutcome(
                sentence=f"These frames do not tell it: {error.field} {error.rule}.", faults=tuple(faults)
            )
        return outcome.model_copy(update={"faults": (*faults, *outcome.faults)})


class NotedTest(BenchTest):
    """One test that the person's notes tell: no frame is opened."""

    @abstractmethod
    def told(self, kit: Kit) -> BenchOutcome:
        """What the notes in kit.asked tell. Raises: DomainError where they cannot tell it."""

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        return self.told(kit)

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        return Simulated((), {})

    def measure(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        """Never raises for notes: what they lack is said."""
        try:
            return self.told(kit)
        except DomainError as error:
            return BenchOutcome(sentence=f"Your notes do not tell it yet: {error.field} {error.rule}.")
