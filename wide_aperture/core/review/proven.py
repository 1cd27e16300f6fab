"""What a proof frame tells of the camera: its last known state, with the settings that were seen as they stood."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping

from wide_aperture.core.camera.state import CameraState
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.review.seen import Proof


def state_as_seen(state: CameraState, found: Proof, target: Mapping[str, Value], at: dt.datetime) -> CameraState:
    """The state with what the frame showed: as planned where it stands so, else as it was seen. Doubts about those are gone."""
    seen = seen_of(found, target)
    return state.model_copy(
        update={
            "values": {**state.values, **seen}, "unsure": tuple(name for name in state.unsure if name not in seen), "source": "pre_flight",
            "at": at, "note": f"A proof frame showed {len(seen)} settings.",
        }
    )  # fmt: skip


def seen_of(found: Proof, target: Mapping[str, Value]) -> dict[str, Value]:
    """The settings a frame showed, as they stood."""
    return {name: target[name] for name in found.as_planned} | {each.setting: each.value for each in found.differ}
