"""Limits on the time by lamps that pulse."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.situation import Waveform
from wide_aperture.core.physics import motion
from wide_aperture.core.physics.numeric import Floats
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits.term import Term

SEEN_SWING_EV, DARKEST_PHASE_EV = figure("seen_swing_ev"), figure("darkest_phase_ev")


def lamp_swing_ev(exposure_s: Floats | float, frequency_hz: float, modulation: float, waveform: Waveform) -> Floats:
    """By how many EV frames differ under a lamp, by exposure time; a fully dark phase counts as a few stops, not as infinity."""
    low, high = motion.flicker_swing(exposure_s, frequency_hz, modulation, waveform)
    total = np.asarray(high) - np.maximum(np.asarray(low), -DARKEST_PHASE_EV)
    return np.asarray(np.minimum(total, DARKEST_PHASE_EV))


def swing_of_all_ev(
    exposure_s: Floats | float, frequencies_hz: tuple[float, ...], modulation: float, waveform: Waveform
) -> Floats:
    """As lamp_swing_ev, under several kinds of lamp: somewhere in the frame each lights alone, so the worst counts."""
    swings = [lamp_swing_ev(exposure_s, each, modulation, waveform) for each in frequencies_hz]
    return np.asarray(np.max(swings, axis=0))


@dataclass(frozen=True)
class _Swing:
    """Exposure swing over the lamp's phase in EV, by exposure time. Equal lamps compare equal, so results are kept."""

    frequencies_hz: tuple[float, ...]
    modulation: float
    waveform: Waveform

    def __call__(self, exposure_s: Floats) -> Floats:
        total = swing_of_all_ev(exposure_s, self.frequencies_hz, self.modulation, self.waveform)
        return np.where(total > SEEN_SWING_EV, total, 0.0)


def flicker_term(case: Case) -> Term | None:
    frequencies, period = case.light.flickers_hz, case.light.whole_period_s
    if period is None:
        return None

    banded = "electronic" in case.shutters.permitted
    mixed = len(frequencies) > 1  # the timed release follows one of them
    timed = case.body.anti_flicker and not banded and not mixed
    return Term(
        id="flicker",
        axis="shutter_s",
        imposed_by="lamps pulse",
        weight=case.figure("weight", "flicker_timed" if timed else "flicker_banded" if banded else "flicker"),
        kind="want",
        marks=tuple(period * n for n in (1, 2, 3, 4)),
        swing=_Swing(frequencies, case.light.modulation, case.situation.waveform),
        say=lambda: (
            f"{f'Two kinds of lamp pulse at {case.light.pulses}' if mixed else f'The light pulses {frequencies[0]:g} times a second'}; "
            f"whole periods{' of both' if mixed else ''} ({wording.seconds(period)} and its multiples) even it out"
            + (", shorter times need the anti-flicker release." if timed else ".")
        ),
    )
