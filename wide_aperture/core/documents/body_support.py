"""What a body declares of its settings: which options it has, what falls away with what, what does not go together."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, model_validator

from wide_aperture.core.document import Document, Finite, Iso, Seconds, Text, broken_rule
from wide_aperture.core.documents.setting_ids import OPTIONS, SettingId


class SettingIs(Document):
    """A setting standing at an option."""

    setting: SettingId
    option: str


class Condition(Document):
    """Options that fall away while another setting has one of these values."""

    when_setting: SettingId
    is_one_of: tuple[str, ...]
    without_options: tuple[str, ...]
    because: Text = ""


class SettingSupport(Document):
    """Which options of a catalogue setting the body has. options empty: the body lacks the setting."""

    setting: SettingId
    options: tuple[str, ...]
    conditions: tuple[Condition, ...] = ()
    instead: Text = Field(default="", description="The work-around where the setting or an option is missing")


class BodyConflict(Document):
    """Settings of this body that do not work together, in its maker's logic, not ours."""

    together: Annotated[tuple[SettingIs, ...], Field(min_length=2)]
    because: Text


class NumberEnds(Document):
    """The least and the most this body has of a number: thresholds, steps of a look, compensation. null: open."""

    setting: SettingId
    low: Finite | None = None
    high: Finite | None = None

    @model_validator(mode="after")
    def _is_a_range(self) -> NumberEnds:
        if self.setting in OPTIONS:
            raise broken_rule("setting", "is chosen among options, it has no ends")
        if self.low is not None and self.high is not None and self.high < self.low:
            raise broken_rule("high", "must not lie under the lowest")
        return self


class IsoByTime(Document):
    """ISO speeds that fall away with long times: beyond longer_than_s nothing above highest_iso."""

    longer_than_s: Seconds
    highest_iso: Iso
