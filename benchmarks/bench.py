"""The bench and practice: a stack, a ladder of raw files, from one drill to the next."""

from __future__ import annotations

import time

import numpy as np

from benchmarks.figures import report
from wide_aperture.core.bench import stack
from wide_aperture.core.bench.frame import frame_of_mosaic
from wide_aperture.core.bench.kinds import TESTS
from wide_aperture.core.bench.protocol import Kit
from wide_aperture.core.bench.simulated.moon import moon_burst
from wide_aperture.core.frames.exposed import BLACK_LEVEL, WHITE_LEVEL
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.practice.drills import KINDS, drill_of
from wide_aperture.core.practice.drills.common import PracticeKit
from wide_aperture.demo.kit import BODIES

FRAMES, SHOWN = 300, 20  # of a burst; how many of them are really made, as making them is not the stack's work
MEGAPIXELS_24 = (4000, 6000)
SEEDS = 12


def stacked() -> None:
    """300 frames of 2 MP, laid as a whole, which most stacks are, and at points."""
    made = [each() for each in moon_burst(1, SHOWN, size=(1920, 1080), disc_px=900.0).frames]
    frames = [made[k % SHOWN] for k in range(FRAMES)]
    for name, points in (("as a whole", None), ("at points", 64)):
        begun = time.perf_counter()
        stack(frames, keep=0.3, points_px=points)
        report(f"stack of {FRAMES} frames of 2 MP, {name}", [time.perf_counter() - begun], unit="s", aim="60 s")


def ladder() -> None:
    """Six raw frames of 24 MP, as the data lie in a file."""
    kit = Kit(BODIES[0])
    files = TESTS["iso_ladder"].simulated(kit, 1).files[:6]
    begun = time.perf_counter()
    frames = []
    for each in files:
        assert each.mosaic is not None
        tiles = [-(-whole // part) for whole, part in zip(MEGAPIXELS_24, each.mosaic.shape, strict=True)]
        mosaic = np.tile(each.mosaic, tiles)[: MEGAPIXELS_24[0], : MEGAPIXELS_24[1]]
        frames.append(frame_of_mosaic(each.name, each.said, mosaic, black=BLACK_LEVEL, white=WHITE_LEVEL))
    TESTS["iso_ladder"].measure(frames, kit)
    report("ISO ladder of 6 raw frames of 24 MP", [time.perf_counter() - begun], unit="s", aim="15 s")


def drills() -> None:
    """From one drill to the next, as the next is drawn while this one is thought about: a drill in a room that has drawn others."""
    room, kit, times = Darkroom(), PracticeKit.usual(), []
    for kind in KINDS:
        drill_of(kind, 0, kit, room)
    for seed in range(1, SEEDS):
        for kind in KINDS:
            begun = time.perf_counter()
            drill_of(kind, seed, kit, room)
            times.append((time.perf_counter() - begun) * 1000)
    report("a drill made, all kinds", times, unit="ms", aim="200 ms")


def main() -> None:
    stacked()
    ladder()
    drills()
