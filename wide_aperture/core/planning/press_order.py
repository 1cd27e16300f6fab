"""In which order the finger presses, where metering and focus are laid on different places."""

from __future__ import annotations

from wide_aperture.core.craft.exposure_modes import exposes_by_hand
from wide_aperture.core.documents.setup import Setup


def press_order(setup: Setup) -> tuple[str, ...]:
    """The steps from the tone that is measured to the frame; empty where one press does."""
    if not setup.lays_spot_apart or exposes_by_hand(setup.option("exposure_mode")):
        return ()
    tone = "Lay the spot on the tone that decides."
    if setup.option("af_mode") == "manual":
        return ("Set focus by hand.", tone, "Half a press holds the light.", "Frame, press through.")
    if setup.focuses_off_the_shutter and setup.option("ae_lock") == "half_press":
        return (
            tone,
            "Half a press holds the light, and stays.",
            "Frame; the focus button on the subject.",
            "Press through.",
        )
    return (tone, "The lock button holds the light.", "Frame; half a press on the subject.", "Press through.")
