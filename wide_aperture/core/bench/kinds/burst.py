"""How many frames a burst holds, and how fast the card takes them after that: from the times of one long burst."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.fit import student
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure, Offer
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import capture, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import BEGAN, Shutter
from wide_aperture.core.errors import DomainError

LEAST_SIDE = 6  # frames before and after the buffer is full
WITHIN_FRAMES = 3.0
SMALL = (48, 64)
SLOWER = 1.25


class Burst(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="burst", title="Buffer and card", purpose="How long the body keeps its rate, and how fast this card frees it again.",
        needs=("the card as you use it, formatted", "the file kind as you use it", "a fast time, so that light does not slow it"),
        how=("Highest rate, focus by hand, the release held down until it has stuttered for ten seconds.",),
        varies=(), wants="either", fewest=20, offers="the body’s buffer",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return (
            shot(
                "Anything",
                "Even at first, then one by one.",
                frames=80,
                exposure_s=1 / 1000,
                iso=kit.body.base_iso * 8,
                drive="highest rate",
            ),
        )

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        if any(frame.said.taken_at is None for frame in frames):
            raise DomainError("frames", len(frames), "must say when they were taken")
        if not any(frame.said.subsecond_ms for frame in frames):
            raise DomainError("frames", len(frames), "must say parts of a second; this body’s files do not")
        begin = min(frame.said.taken_at for frame in frames if frame.said.taken_at)
        times = np.sort(
            [
                ((frame.said.taken_at or begin) - begin).total_seconds() + (frame.said.subsecond_ms or 0) / 1000
                for frame in frames
            ]
        )
        gaps = np.diff(times)
        cut, spread = _cut(gaps)
        fast, slow = gaps[:cut], gaps[cut:]
        if slow.mean() < fast.mean() * SLOWER:
            raise DomainError(
                "frames",
                len(frames),
                f"never slow down: the buffer holds {len(frames)} frames at least, hold the release longer",
            )
        rate, taken = 1 / float(fast.mean()), 1 / float(slow.mean())
        held = (cut + 1) * (1 - taken / rate)  # frames written meanwhile do not count
        slack = (
            1.0
            + student(len(slow) - 1)
            * float(slow.std(ddof=1))
            / np.sqrt(len(slow))
            / float(slow.mean())
            * (cut + 1)
            * taken
            / rate
        )
        half_rate = student(len(fast) - 1) * float(fast.std(ddof=1)) / np.sqrt(len(fast)) / float(fast.mean()) * rate
        half_taken = student(len(slow) - 1) * float(slow.std(ddof=1)) / np.sqrt(len(slow)) / float(slow.mean()) * taken
        figures = [
            Figure(id="buffer_frames", label="Frames the buffer holds", unit="frames", value=held, low=held - slack - spread, high=held + slack + spread, n=len(frames), within=WITHIN_FRAMES),
            Figure(id="rate", label="Rate while it has room", unit="frames/s", value=rate, low=rate - half_rate, high=rate + half_rate, n=len(fast), within=rate * 0.05),
            Figure(id="written", label="Frames the card takes", unit="frames/s", value=taken, low=taken - half_taken, high=taken + half_taken, n=len(slow), within=taken * 0.15),
        ]  # fmt: skip
        megabytes = kit.asked.file_mb or float(np.mean([frame.size_bytes for frame in frames])) / 1e6
        speed = f", {megabytes * taken:.0f} MB a second" if megabytes > 0.05 else ""
        body = kit.body.model_copy(update={"buffer_raw_frames": max(round(held), 1)})
        curve = Curve(
            label="Frame after frame",
            x_label="s",
            y_label="frames",
            x=tuple(float(each) for each in times),
            y=tuple(range(1, len(times) + 1)),
        )
        return BenchOutcome(
            sentence=f"{cut + 1} frames at {rate:.1f} a second, {(cut + 1) / rate:.1f} s; then the card takes {taken:.1f} a second{speed}.",
            figures=tuple(figures), curves=(curve,), offers=(Offer(sentence=f"{kit.body.name}: a buffer of {round(held)} raw frames.", body=body),) if figures[0].is_sure else (),
            steps=("The gaps between frames, parted where they change their length.", "What the card took meanwhile does not count as held."),
        )  # fmt: skip

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        room, rate, writes = int(random.integers(14, 45)), 10.0, float(random.uniform(2.0, 4.5))
        camera, plane = Shutter(kit.body, seed), np.full((*SMALL, 3), 2.0**9, np.float32)
        at, buffered, files = 0.0, 0.0, []
        for _ in range(110):
            moment = BEGAN + dt.timedelta(seconds=at + float(random.normal(0, 0.004)) + 1)
            files.append(
                camera.press(
                    plane,
                    capture(1 / 1000, 800),
                    taken_at=moment.replace(microsecond=0),
                    subsecond_ms=moment.microsecond // 1000,
                )
            )
            buffered += 1
            wait = 1 / rate
            freed = buffered - writes * wait
            if freed + 1 > room:  # the next one waits until there is room for it
                wait = (buffered + 1 - room) / writes
            buffered = max(buffered - writes * wait, 0)
            at += wait
        return Simulated(tuple(files), {"buffer_frames": room, "rate": rate, "written": writes})


def _cut(gaps: np.ndarray) -> tuple[int, float]:
    """(how many gaps are of the first kind, by how many it may be off): the parting that leaves the least spread on both sides."""
    count = len(gaps)
    if count < 2 * LEAST_SIDE:
        raise DomainError("frames", count + 1, f"must be {2 * LEAST_SIDE + 1} at least")
    costs = np.full(count, np.inf)
    for cut in range(LEAST_SIDE, count - LEAST_SIDE + 1):
        costs[min(cut, count - 1)] = float(
            np.square(gaps[:cut] - np.median(gaps[:cut])).sum() + np.square(gaps[cut:] - np.median(gaps[cut:])).sum()
        )
    best = int(np.argmin(costs))
    alike = np.flatnonzero(costs < costs[best] * 1.1 + 1e-9)
    return best, float(max(best - alike[0], alike[-1] - best))
