"""How people stand, run and sit: joints in body heights, the feet's middle at (0, 0), y upwards, l and r as the camera sees them."""

from __future__ import annotations

from collections.abc import Mapping

from wide_aperture.core.picture.scenes.drawing import Point

Joints = Mapping[str, Point]

STANDING: Joints = {
    "head": (0.0, 0.93), "neck": (0.0, 0.84), "hip": (0.0, 0.53),
    "l_shoulder": (-0.105, 0.81), "l_elbow": (-0.135, 0.66), "l_hand": (-0.12, 0.51),
    "r_shoulder": (0.105, 0.81), "r_elbow": (0.135, 0.66), "r_hand": (0.12, 0.51),
    "l_hip": (-0.055, 0.52), "l_knee": (-0.06, 0.28), "l_foot": (-0.065, 0.03),
    "r_hip": (0.055, 0.52), "r_knee": (0.06, 0.28), "r_foot": (0.065, 0.03),
}  # fmt: skip
RUNNING: Joints = {
    "head": (0.12, 0.91), "neck": (0.08, 0.83), "hip": (-0.02, 0.53),
    "l_shoulder": (0.03, 0.80), "l_elbow": (-0.10, 0.68), "l_hand": (-0.02, 0.58),
    "r_shoulder": (0.11, 0.79), "r_elbow": (0.20, 0.67), "r_hand": (0.31, 0.74),
    "l_hip": (-0.04, 0.52), "l_knee": (-0.11, 0.31), "l_foot": (-0.31, 0.25),
    "r_hip": (0.01, 0.52), "r_knee": (0.16, 0.36), "r_foot": (0.13, 0.07),
}  # fmt: skip
KICKING: Joints = {
    "head": (-0.04, 0.92), "neck": (-0.03, 0.83), "hip": (0.0, 0.53),
    "l_shoulder": (-0.10, 0.81), "l_elbow": (-0.25, 0.75), "l_hand": (-0.36, 0.82),
    "r_shoulder": (0.06, 0.80), "r_elbow": (0.20, 0.72), "r_hand": (0.31, 0.66),
    "l_hip": (-0.04, 0.52), "l_knee": (-0.08, 0.28), "l_foot": (-0.13, 0.03),
    "r_hip": (0.05, 0.52), "r_knee": (0.20, 0.36), "r_foot": (0.38, 0.22),
}  # fmt: skip
LEAPING: Joints = {
    "head": (0.02, 1.02), "neck": (0.01, 0.93), "hip": (0.0, 0.63),
    "l_shoulder": (-0.09, 0.90), "l_elbow": (-0.20, 0.80), "l_hand": (-0.16, 0.68),
    "r_shoulder": (0.10, 0.91), "r_elbow": (0.16, 1.06), "r_hand": (0.19, 1.22),
    "l_hip": (-0.05, 0.62), "l_knee": (-0.16, 0.45), "l_foot": (-0.27, 0.30),
    "r_hip": (0.05, 0.62), "r_knee": (0.12, 0.40), "r_foot": (0.08, 0.18),
}  # fmt: skip
WALKING: Joints = {
    "head": (0.01, 0.93), "neck": (0.0, 0.84), "hip": (0.0, 0.53),
    "l_shoulder": (-0.07, 0.81), "l_elbow": (-0.13, 0.67), "l_hand": (-0.05, 0.55),
    "r_shoulder": (0.07, 0.81), "r_elbow": (0.08, 0.66), "r_hand": (0.16, 0.55),
    "l_hip": (-0.03, 0.52), "l_knee": (-0.02, 0.28), "l_foot": (-0.14, 0.05),
    "r_hip": (0.03, 0.52), "r_knee": (0.09, 0.29), "r_foot": (0.13, 0.03),
}  # fmt: skip
SPRINTING: Joints = {
    "head": (0.13, 0.90), "neck": (0.09, 0.82), "hip": (-0.02, 0.53),
    "l_shoulder": (0.02, 0.80), "l_elbow": (-0.12, 0.70), "l_hand": (-0.16, 0.56),
    "r_shoulder": (0.12, 0.79), "r_elbow": (0.17, 0.64), "r_hand": (0.28, 0.70),
    "l_hip": (-0.05, 0.52), "l_knee": (-0.16, 0.33), "l_foot": (-0.36, 0.33),
    "r_hip": (0.02, 0.52), "r_knee": (0.20, 0.42), "r_foot": (0.20, 0.14),
}  # fmt: skip
SINGING: Joints = {
    **STANDING, "head": (0.015, 0.935),
    "l_elbow": (-0.17, 0.68), "l_hand": (-0.05, 0.80), "r_elbow": (0.21, 0.72), "r_hand": (0.30, 0.84),
    "l_foot": (-0.10, 0.03), "r_foot": (0.09, 0.03),
}  # fmt: skip
DANCING: Joints = {
    **WALKING, "l_elbow": (-0.20, 0.72), "l_hand": (-0.24, 0.86), "r_elbow": (0.18, 0.72), "r_hand": (0.24, 0.78),
}  # fmt: skip
HOLDING_ON: Joints = {
    **STANDING, "head": (0.02, 0.925), "r_elbow": (0.17, 0.69), "r_hand": (0.10, 0.60), "l_elbow": (-0.13, 0.66), "l_hand": (-0.03, 0.60),
}  # fmt: skip
SEATED: Joints = {
    "head": (0.02, 0.70), "neck": (0.0, 0.61), "hip": (-0.02, 0.30),
    "l_shoulder": (-0.10, 0.585), "l_elbow": (-0.13, 0.43), "l_hand": (-0.02, 0.36),
    "r_shoulder": (0.10, 0.585), "r_elbow": (0.15, 0.43), "r_hand": (0.06, 0.35),
    "l_hip": (-0.06, 0.28), "l_knee": (-0.09, 0.25), "l_foot": (-0.08, 0.02),
    "r_hip": (0.05, 0.28), "r_knee": (0.10, 0.26), "r_foot": (0.12, 0.02),
}  # fmt: skip
RIDING: Joints = {
    "head": (0.20, 0.80), "neck": (0.14, 0.74), "hip": (-0.14, 0.54),
    "l_shoulder": (0.09, 0.71), "l_elbow": (0.19, 0.58), "l_hand": (0.29, 0.52),
    "r_shoulder": (0.13, 0.71), "r_elbow": (0.24, 0.60), "r_hand": (0.32, 0.52),
    "l_hip": (-0.14, 0.52), "l_knee": (0.02, 0.36), "l_foot": (-0.06, 0.13),
    "r_hip": (-0.13, 0.52), "r_knee": (0.06, 0.44), "r_foot": (0.04, 0.24),
}  # fmt: skip
