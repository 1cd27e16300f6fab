"""What every deed needs: a refusal, and the camera with values changed."""

from __future__ import annotations

from wide_aperture.core.camera.simulated import Outcome, SimulatedCamera
from wide_aperture.core.documents.setting_values import Value


def no(camera: SimulatedCamera, why: str) -> Outcome:
    return Outcome(camera=camera, said=why, refused=True)


def with_values(
    camera: SimulatedCamera, values: dict[str, Value], sure: tuple[str, ...] = (), **more: object
) -> SimulatedCamera:
    unsure = tuple(name for name in camera.state.unsure if name not in sure)
    state = camera.state.model_copy(
        update={"values": {**camera.state.values, **values}, "unsure": unsure, "source": "simulated"}
    )
    return camera.model_copy(update={"state": state, **more})
