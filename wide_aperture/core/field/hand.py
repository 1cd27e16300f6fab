"""The controls of a body as the packed shoot assigns them, asked by what they do."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.camera.controls.functions import functions_for
from wide_aperture.core.camera.packing import PackedBody
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.documents.setting_values import Value


@dataclass(frozen=True)
class Hand:
    """book: the body's words with its controls as proposed; values: how the camera stands in this situation."""

    book: Phrasebook
    values: Mapping[str, Value]

    @classmethod
    def of(cls, book: Phrasebook, packed: PackedBody, values: Mapping[str, Value]) -> Hand:
        proposed = {each.control: each.proposed for each in packed.controls.controls if not each.indirect}
        controls = tuple(
            control.model_copy(update={"assigned": proposed[control.id]})
            if control.allows(proposed.get(control.id, ""))
            else control
            for control in book.controls
        )
        return cls(book.model_copy(update={"controls": controls}), values)

    def that(self, *functions: str) -> Control | None:
        """The control that does one of these, the first named first, the quickest among equals; None where none does."""
        for function in functions:
            able = [control for control in self.book.controls if control.function(self.values) == function]
            if able:
                return min(able, key=lambda control: (not control.in_finder, control.seconds))
        return None

    def for_setting(self, setting: str) -> str:
        """Where a setting is changed: the control that reaches it, else the body's quickest way in its own words."""
        control = self.that(*(function.id for function in functions_for(setting)))
        if control is not None:
            return control.label
        reaches = self.book.phrase(setting).reaches
        return self.book.place(reaches[0]) if reaches else self.book.phrase(setting).words
