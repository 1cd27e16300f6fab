"""What becomes of the frames of a case, and how much softness it forgives."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import TYPE_CHECKING

from wide_aperture.core.documents.body import NOMINAL_SLACK, Body
from wide_aperture.core.documents.situation import OUTPUT_PIXELS
from wide_aperture.core.documents.situation import Output as OutputName
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics import sensor

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case


@dataclass(frozen=True)
class Output:
    """name: screen or print; tolerances in pixels of the sensor."""

    case: Case

    @cached_property
    def name(self) -> OutputName:
        return "print_60cm" if self.case.has("print_60cm") else self.case.situation.output

    @property
    def pixels(self) -> float:
        return OUTPUT_PIXELS[self.name]

    @cached_property
    def blur_tolerance_px(self) -> float:
        """How far the subject's image may move: what the photographer accepts at this output, or what most do."""
        own = self.own_blur_percent
        allowed = self.case.figure("blur_share", self.name)
        if self.case.schools.movement == "a_little":
            allowed *= self.case.figure("movement_allowed_ratio")
        share = own / 100 if own is not None else allowed
        freeze = self.case.figure("freeze_share") if self.case.situation.look == "freeze" else 1.0
        return share * freeze * self.case.body.width_px

    @property
    def own_blur_percent(self) -> float | None:
        return self.case.given.preferences.accepted_blur_percent.get(self.name)

    @cached_property
    def sky_tolerance_px(self) -> float:
        """Stars stay points within 0.05 % of the width (3 of 6000 pixels); a Moon's edge needs 0.02 %."""
        if self.case.situation.direction == "erratic":
            return self.blur_tolerance_px
        return self.case.figure("sky_tolerance_share", self.case.subject.kind) * self.case.body.width_px

    @property
    def keeps_raw(self) -> bool:
        """True when raw data are kept, so that brightness and colour can be put right later."""
        held = self.case.given.held.get("file")
        return (held or self.case.requests.file or self.case.schools.file) != "jpeg"

    def dark_to_lift_ev(self, held_iso: float | None) -> float:
        """By how much a frame at the ISO's end may stay dark; nothing is lifted in a JPEG, nor while the ISO can rise.

        held_iso: where the ISO is held.
        """
        body = self.case.body
        rises = held_iso is not None and held_iso < min(body.ceilings.push, body.highest_iso) / NOMINAL_SLACK
        return self.case.figure("dark_to_lift_ev") if self.keeps_raw and not rises else 0.0

    @cached_property
    def clean_iso(self) -> float:
        """The highest ISO whose deep tones still look clean at this size, never above the routine ceiling."""
        body = self.case.body
        measured = _clean_iso(body, self.case.figure("clean_snr"), self.pixels)
        return min(max(measured if measured is not None else body.base_iso, body.base_iso), body.ceilings.routine)

    @property
    def asks_twice_the_care(self) -> bool:
        return self.case.body.megapixels > self.case.figure("many_pixels_mp") or self.name == "print_60cm"


@lru_cache(maxsize=256)
def _clean_iso(body: Body, clean_snr: float, output_pixels: float) -> float | None:
    """The same for every plan with this body: dragging a ruler asks again and again."""
    return sensor.iso_ceiling(body, clean_snr, output_pixels)
