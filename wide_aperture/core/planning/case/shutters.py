"""The shutters of a case: which kinds it allows, what the electronic read-out does, and which kind reaches a time."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING

from wide_aperture.core.documents.body import NOMINAL_SLACK, ShutterKind
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics import motion

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case


@dataclass(frozen=True)
class Shutters:
    """Shutter kinds of the body as this case sees them."""

    case: Case

    @cached_property
    def permitted(self) -> tuple[ShutterKind, ...]:
        """Shutter kinds this case allows, best first. Never empty: a body's only kind is always allowed."""
        case = self.case
        available = case.body.shutter_kinds
        curtains: list[ShutterKind] = [k for k in ("mechanical", "leaf", "electronic_first_curtain") if k in available]
        electronic: list[ShutterKind] = ["electronic"] if "electronic" in available else []
        if case.support.on_tripod and "electronic_first_curtain" in curtains and not case.flash.in_use:
            curtains.sort(key=lambda kind: kind != "electronic_first_curtain")  # no first curtain, no shock
        ranked: list[ShutterKind] = curtains + electronic
        if case.flash.in_use:
            ranked = [k for k in ranked if case.body.sync_s(k) is not None] or curtains
        elif self.case.requests.drive == "precapture" and electronic and not self.electronic_leans:
            ranked = electronic  # what lies before the press is kept by the electronic shutter alone
        elif self.wants_silence and electronic:
            ranked = electronic  # a hard rule of the place: what it harms is priced and said
        elif curtains and (case.light.flickers_hz or self.electronic_leans or case.body.readout_ms is None):
            ranked = curtains
        asked = self.case.requests.shutter_type
        if asked in available and asked not in ranked and self.harm_of(asked) is None:
            ranked.append(asked)
        return tuple(ranked or available)

    def harm_of(self, kind: ShutterKind) -> str | None:
        """What this kind does to the picture at any exposure of this case, or None."""
        case = self.case
        if case.flash.in_use and case.body.sync_s(kind) is None:
            return "the flash would light a strip of the frame"
        if kind != "electronic":
            silent = self.wants_silence and "electronic" in case.body.shutter_kinds
            return "the place demands silence" if silent else None
        if case.light.flickers_hz and not self.wants_silence:
            return f"lamps pulsing at {case.light.pulses} draw bands through its read-out"
        if self.electronic_leans and not self.wants_silence:
            return f"its read-out leans the image by {self.skew_deg:.0f}°"
        return None

    @property
    def wants_silence(self) -> bool:
        return self.case.has("silent")

    @cached_property
    def skew_deg(self) -> float:
        """By how many degrees the electronic read-out slants the moving image (or a panned background)."""
        body, subject = self.case.body, self.case.subject
        if body.readout_ms is None:
            return 0.0
        skew_px = float(motion.rolling_skew(subject.image_speed_px_s_at(subject.near_m), body.readout_ms / 1000))
        return math.degrees(math.atan2(skew_px, body.height_px))

    @property
    def electronic_leans(self) -> bool:
        """The trade's threshold: a slant of about 5 degrees (9 % of the frame's height) shows."""
        return self.skew_deg > self.case.figure("leaning_deg")

    @cached_property
    def fastest_s(self) -> float:
        return min(self.case.body.fastest_s(kind) for kind in self.permitted) / NOMINAL_SLACK

    def kind_for(self, exposure_s: float) -> ShutterKind:
        """The best permitted kind that reaches this time; the quickest one when none does."""
        kinds, body = self.permitted, self.case.body
        if exposure_s <= self.case.figure("slit_s") * NOMINAL_SLACK and "mechanical" in kinds:
            kinds = tuple(kind for kind in kinds if kind != "electronic_first_curtain")
        for kind in kinds:
            if exposure_s >= body.fastest_s(kind) / NOMINAL_SLACK:
                return kind
        return min(self.permitted, key=body.fastest_s)
