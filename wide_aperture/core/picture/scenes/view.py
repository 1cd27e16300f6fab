"""Where the camera stands and looks: from metres in front of it to places in the frame.

A pinhole camera: what is H high at d covers f H / d of the sensor's height. Tilting is drawn as the lens shifted, so that
upright things stay upright; the horizon lies where eyes at the camera's height see it.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from wide_aperture.core.picture.scenes.drawing import Point

NEAREST_M = 0.02


@dataclass(frozen=True, slots=True, kw_only=True)
class View:
    """A camera over level ground. horizon: where it lies, in frame heights from the top edge, perhaps outside the frame.

    eye_m: height of the lens over the ground; swing: what lies straight ahead is so many frame heights right of the middle.
    """

    focal_mm: float
    sensor_height_mm: float
    eye_m: float = 1.6
    horizon: float = 0.5
    swing: float = 0.0

    def size(self, metres: float, at_m: float) -> float:
        """How large so many metres are at a distance, in frame heights. Source: f H / d."""
        return metres * self.focal_mm / max(at_m, NEAREST_M) / self.sensor_height_mm

    def at(self, x_m: float, y_m: float, z_m: float) -> Point:
        """A place in the frame. x_m to the right, y_m over the ground, z_m away."""
        by = self.focal_mm / max(z_m, NEAREST_M) / self.sensor_height_mm
        return self.swing + x_m * by, self.horizon + (self.eye_m - y_m) * by

    def ground_m(self, y: float) -> float:
        """How far the ground is in a row of the frame; infinite at the horizon and over it."""
        under = y - self.horizon
        return math.inf if under <= 1e-6 else self.size(self.eye_m, 1.0) / under

    @property
    def height_at_infinity(self) -> float:
        """Frame heights of an angle of 45 degrees: tangents times this are places."""
        return self.focal_mm / self.sensor_height_mm
