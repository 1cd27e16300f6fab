"""The constants of the model. All are assumed: of the size people report, none measured on a body."""

from __future__ import annotations

from pydantic import Field

from wide_aperture.core.document import Document, Fraction01, Positive


class ResponseFigures(Document):
    """What a response does: how long a jump is not believed, and how much of each measurement is.

    position_gain, speed_gain: of an alpha-beta filter for one measurement. Source: Benedict and Bordner (1962).
    """

    hold_s: Positive
    position_gain: Fraction01
    speed_gain: Fraction01


class FocusFigures(Document):
    """Constants of an autofocus system and of the hand that points it."""

    cycle_hz: Positive = Field(default=60.0, description="Measurements a second in good light")
    noise: Positive = Field(
        default=0.16, description="Spread of a measurement on full contrast, in discs of confusion at full aperture"
    )
    jump: Positive = Field(
        default=6.0, description="From so many discs of confusion on, a measurement counts as a jump"
    )
    near_bias: Positive = Field(default=3.0, description="How much more what is nearer counts where an area holds both")
    found_weight: Positive = Field(
        default=40.0, description="How much less a background counts once detection has found the subject"
    )
    found_share: Positive = Field(
        default=0.07, description="Of the frame's height, at which detection finds a body every other time"
    )
    eye_share: Positive = Field(default=0.035, description="Of the frame's height a face needs for its eye")
    easy_ev: Positive = Field(
        default=6.0, description="So many stops over where autofocus goes blind it is at its best"
    )
    assist_ev: Positive = Field(default=4.0, description="What the assist lamp is worth near by")
    assist_m: Positive = Field(default=4.0, description="How far the assist lamp reaches")
    hand_s: Positive = Field(default=0.18, description="How late the hand that points is")
    hand_share: Positive = Field(
        default=0.012, description="How much of the frame's height a hand trembles about a still subject"
    )
    locked_on: ResponseFigures = ResponseFigures(hold_s=0.8, position_gain=0.25, speed_gain=0.02)
    standard: ResponseFigures = ResponseFigures(hold_s=0.35, position_gain=0.45, speed_gain=0.10)
    responsive: ResponseFigures = ResponseFigures(hold_s=0.06, position_gain=0.75, speed_gain=0.35)
    lens_s: Positive = Field(default=0.35, description="From infinity to its nearest distance")
    lens_lag_s: Positive = Field(default=0.025, description="How late the lens is where it was sent")
    believed_s: Positive = Field(default=0.12, description="How long after a measurement focus is held to be confirmed")
    recompose_s: Positive = Field(default=0.4, description="From single focus to the release")
    button_s: Positive = Field(default=0.35, description="Until a button that starts detection is found")
    patience: Fraction01 = Field(default=0.6, description="Of a frame's time that balanced priority waits")


ASSUMED = FocusFigures()
