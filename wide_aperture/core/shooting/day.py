"""The day as it turns out: what is true of it and of the photographer, and no plan knows."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from wide_aperture.core.document import Document, Finite, Fraction01, NotNegative, Positive
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value

SETTLES_S = 600.0  # how soon light that wandered is back


class Slip(Document):
    """A setting that stood wrong for a part of a situation."""

    situation_id: UUID
    setting: SettingId
    value: Value
    from_share: Fraction01 = 0.0
    to_share: Fraction01 = 1.0


class Day(Document):
    """light_off_ev: the light is so much brighter than planned; light_walk_ev: how far it wanders; meter_spread_ev: of the meter,
    from frame to frame; accepts_share: smear of the subject that the photographer keeps, as a share of the frame's width, None: as
    the trade has it; judges_stops: how much one verdict differs from the next; speed_times: the subject's speed; hand_stops:
    how much calmer the hand is than counted with; worth: how many frames show a moment worth keeping at a burst's
    beginning; fades: what is left of that from one frame of a burst to the next; hurry: bursts and frames against the usual.
    """

    light_off_ev: Finite = 0.0
    light_walk_ev: NotNegative = 0.15
    meter_spread_ev: NotNegative = 0.12
    accepts_share: Annotated[Positive, Field(le=0.2)] | None = None
    judges_stops: NotNegative = 0.3
    speed_times: Positive = 1.0
    hand_stops: Finite = 0.0
    worth: Fraction01 = 0.4
    fades: Fraction01 = 0.88
    hurry: Positive = 1.0
    clock_offset_s: Finite = 0.0
    writes_per_s: Positive = 6.0
    slips: Annotated[tuple[Slip, ...], Field(max_length=40)] = ()


def wandering(random: np.random.Generator, at_s: NDArray[np.float64], spread: float) -> NDArray[np.float64]:
    """A value round nought at these moments, in order, forgetting itself slowly. Source: Ornstein and Uhlenbeck, exact steps."""
    found = np.zeros(len(at_s))
    value = random.standard_normal() * spread
    before = at_s[0] if len(at_s) else 0.0
    for k, now in enumerate(at_s):
        keeps = np.exp(-max(now - before, 0.0) / SETTLES_S)
        value = keeps * value + spread * np.sqrt(1 - keeps**2) * random.standard_normal()
        found[k], before = value, now
    return found
