"""The flash of a case: whether it is used, and whether it lights the subject."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from wide_aperture.core.once import cached_property
from wide_aperture.core.physics.flash import BOUNCE_LOSS_EV, flash_power_ev, high_speed_sync_loss_ev

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case


@dataclass(frozen=True)
class FlashLight:
    """use: off, fill, key or bounce."""

    case: Case

    @cached_property
    def use(self) -> str:
        wanted = self.case.requests.flash or "off"
        return "off" if self.case.has("no_flash") else wanted

    @property
    def in_use(self) -> bool:
        return self.use != "off"

    @property
    def leads(self) -> bool:
        """True when the flash, not the ambient light, lights the subject."""
        return self.use in ("key", "bounce")

    @cached_property
    def ghost_shows(self) -> bool:
        """True when what moves while the shutter is open for the flash would leave a second, blurred image."""
        if not self.leads:
            return False
        moved_px = self.case.subject.image_speed_px_s * self.time_s
        return moved_px > self.case.figure("ghost_tolerance") * self.case.output.blur_tolerance_px

    @property
    def keeps_room(self) -> bool:
        """True when the room's own lamps are part of the picture: their colour is stated beside the flash's."""
        return self.case.situation.second_cct_k is not None

    @property
    def is_all_the_light(self) -> bool:
        """True when the room shall not be seen: movement would draw ghosts in it."""
        return self.ghost_shows and not self.keeps_room

    @cached_property
    def time_s(self) -> float:
        """How long the shutter is open for a flash that stops the movement: a little longer than the sync time."""
        return (self.sync_s or self.case.figure("usual_sync_s")) * 2 ** self.case.figure("sync_slack_ev")

    @cached_property
    def sync_s(self) -> float | None:
        """The shortest time at which the whole frame sees the flash; None where no sheet says it."""
        case = self.case
        known = [limit for kind in case.shutters.permitted if (limit := case.body.sync_s(kind)) is not None]
        return min(known, default=None)

    @cached_property
    def opening(self) -> float:
        """The aperture at which the room goes dark beside the flash."""
        glass = self.case.glass
        asked = self.case.requests.aperture or self.case.figure("flash_f")
        return min(max(asked, glass.widest_aperture), glass.smallest_aperture)

    def loss_ev(self, exposure_s: float | None, use: str | None = None) -> float:
        """What bounce and high-speed sync take of the flash's light. use: as set, where that is not as asked."""
        lost = BOUNCE_LOSS_EV if (use or self.use) == "bounce" else 0.0
        if self.high_speed_sync and self.sync_s is not None and exposure_s is not None:
            lost += float(high_speed_sync_loss_ev(exposure_s, self.sync_s))
        return lost

    def spare_ev(self, exposure_s: float | None, aperture: float, iso: float, use: str | None = None) -> float | None:
        """How far over what the usual distance needs full power lies (+) or falls short (-); None without a unit."""
        unit = self.case.accessories.flash
        if unit is None:
            return None
        lost = self.loss_ev(exposure_s, use)
        return float(flash_power_ev(unit.guide_number_m, aperture, iso, self.case.subject.mid_m, lost))

    def ready_again_s(self, level_ev: float) -> float:
        """How long the unit loads after a frame. level_ev: of full power. The energy used is what must come back."""
        unit = self.case.accessories.flash
        full = unit.recycle_s if unit and unit.recycle_s else self.case.figure("recycle_s")
        return full * 2**level_ev

    @property
    def high_speed_sync(self) -> bool:
        unit = self.case.accessories.flash
        return bool(unit and unit.high_speed_sync)
