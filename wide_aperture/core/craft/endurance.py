"""What lasts how long: cards by the frame, batteries by the cold. Every page that counts them asks here."""

from __future__ import annotations

from wide_aperture.core.craft.figures import figure

GB = 1e9
WARM_C = 20.0
USUAL_C = 15.0  # where nobody said
LEAST_LEFT = 0.3


def bytes_a_frame(megapixels: float, file: str | None = None) -> float:
    """Bytes of one frame. file: an option of the file setting; None: a losslessly compressed raw file."""
    return megapixels * 1e6 * figure("raw_bytes_per_pixel") * figure("file_share", file or "")


def battery_left(temperature_c: float | None) -> float:
    """The share of a battery's charge that is there in the cold, 0.3 to 1."""
    celsius = USUAL_C if temperature_c is None else temperature_c
    return max(1 - figure("cold_loss_per_c") * max(WARM_C - celsius, 0.0), LEAST_LEFT)
