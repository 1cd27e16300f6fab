"""Controls whose function the body keeps for each exposure mode: changing the mode changes them, and nobody sets them again."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.documents.setting_values import Value


def without_kept(target: Mapping[str, Value], controls: Sequence[Control]) -> dict[str, Value]:
    """What is left to set of a target: without functions that its exposure mode brings by itself."""
    mode = target.get("exposure_mode")
    kept = {
        str(control.setting): control.by_mode[mode]
        for control in controls
        if control.setting is not None and mode in control.by_mode
    }
    return {name: value for name, value in target.items() if name not in kept or kept[name] != value}
