"""What an exposure is meant for: the subject at its tone, highlights that must hold with the subject as low as that takes,
or a silhouette. Said by the brief (its look, what must hold, may clip, may go black); read from the case's own frame."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING, Literal

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.situation import Tone
from wide_aperture.core.once import cached_property
from wide_aperture.core.planning.case.tones_seen import ToneSeen

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case

Aim = Literal["subject", "highlights", "silhouette"]
LET_GO: tuple[Tone, ...] = ("sun", "lamps")  # nobody means to hold a light itself unless it is said


@dataclass(frozen=True)
class Intent:
    """EV over or under what the light on the subject makes mid. shift_ev: of the whole frame, 0 or darker (-)."""

    case: Case

    @cached_property
    def may_clip(self) -> frozenset[Tone]:
        situation = self.case.situation
        return frozenset({*LET_GO, *situation.may_clip} - set(situation.must_hold))

    @cached_property
    def held(self) -> tuple[ToneSeen, ...]:
        """Tones in the frame that the brief says must hold."""
        return tuple(tone for tone in self.case.frame.tones if tone.name in self.case.situation.must_hold)

    @cached_property
    def kept(self) -> tuple[ToneSeen, ...]:
        """Tones in the frame that one would rather not lose: those that must hold, and all that may not clip."""
        return tuple(tone for tone in self.case.frame.tones if tone.name not in self.may_clip and tone.name != "sun")

    @cached_property
    def top_ev(self) -> float | None:
        """The brightest that shall not clip; None in a frame without such tones."""
        return max((tone.top_ev for tone in self.kept), default=None)

    @cached_property
    def low_ev(self) -> float | None:
        """The darkest that shall not go black."""
        black = {*self.case.situation.may_go_black, "shadows", "dark cloth"} - set(self.case.situation.must_hold)
        return min((tone.low_ev for tone in self.case.frame.tones if tone.name not in black), default=None)

    @property
    def scene_top_ev(self) -> float | None:
        """The brightest of the scene: as the brief's range has it, else as the frame shows it."""
        stated = self.case.light.scene_top_ev
        return stated if stated is not None else self.top_ev

    @cached_property
    def span_ev(self) -> float | None:
        """The scene's range: as the brief says, else between the tones of the frame that count; None without any."""
        stated = self.case.light.scene_range_ev
        if stated is not None:
            return stated
        return None if self.top_ev is None or self.low_ev is None else round(max(self.top_ev - self.low_ev, 0.0), 1)

    @cached_property
    def room_ev(self) -> float:
        """How far over mid a tone may lie before its texture goes: in the data, or in the JPEG where no data are kept."""
        raw = self.case.body.electrons.mid_below_clipping_ev
        return raw if self.case.output.keeps_raw else raw - self.case.marks_before_raw_ev("standard")

    @cached_property
    def over_ev(self) -> float:
        """How far the brightest tone that must hold lies over what one frame holds; 0 where all fits."""
        tops = [tone.top_ev for tone in self.held if tone.name != "sun"]  # the disc itself no exposure holds
        return max(max(tops) + self.case.figure("to_the_right_margin_ev") - self.room_ev, 0.0) if tops else 0.0

    @property
    def frames_join(self) -> bool:
        """Frames match, or can be laid over each other: a Moon that drifts as a whole can, stars over land cannot."""
        case = self.case
        drifts = case.subject.sky_rate_arcsec_s > 0 and case.subject.kind != "moon"
        by_hand = (
            case.schools.hand_bracket == "in_hand_aligned" and not case.subject.is_moving and not case.subject.is_living
        )
        return (case.support.on_tripod or by_hand) and not case.subject.stirs and not drifts

    @cached_property
    def aim(self) -> Aim:
        if self.case.situation.look == "silhouette":
            return "silhouette"
        return "highlights" if self.shift_ev < 0 else "subject"

    @cached_property
    def shift_ev(self) -> float:
        """How much darker one frame is exposed so that what must hold does, in marked thirds. A bracket holds it otherwise."""
        case = self.case
        if not case.situation.must_hold or case.situation.look == "silhouette" or case.flash.leads:
            return 0.0
        if self.over_ev <= 1 / 6 or (self.frames_join and case.schools.range != "one_frame_lift_shadows"):
            return 0.0
        return -min(math.ceil(self.over_ev * 3 - 1e-9) / 3, case.figure("highlights_held_most_ev", self._brightest))

    @property
    def _brightest(self) -> str:
        """What has to be held furthest: lamps, or any surface."""
        return "lamps" if max(self.held, key=lambda tone: tone.top_ev).name == "lamps" else "surfaces"

    @property
    def sentence(self) -> str:
        """What the exposure is for."""
        if self.aim == "silhouette":
            return "The bright background is exposed for; the subject is meant to go black."
        if self.aim == "subject":
            return "The subject is exposed for, at its own tone."
        names = ", ".join(tone.name for tone in self.held if tone.name != "sun")
        left = self.over_ev + self.shift_ev
        rest = f"; {wording.stops_word(left)} of it are lost even so" if left > 1 / 6 else ""
        lifted = "lifted later" if self.case.output.keeps_raw else "darker in the JPEG"
        return f"{names.capitalize()} must hold: the frame is {wording.stops_word(-self.shift_ev)} darker, the subject {lifted}{rest}."
