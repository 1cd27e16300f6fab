"""The flash of a case: whether it is used, and whether it lights the subject."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

from wide_aperture.core.once import cached_property

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

    @property
    def high_speed_sync(self) -> bool:
        unit = self.case.accessories.flash
        return bool(unit and unit.high_speed_sync)
