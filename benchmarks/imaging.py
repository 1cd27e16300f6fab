"""The simulated frame: re-metering, a changed ISO, a changed aperture at half and full size, and how cost grows."""

from __future__ import annotations

import time
from collections.abc import Callable
from functools import partial

from benchmarks.figures import percentile, report
from tests.core.scenes import composed, kind
from wide_aperture.core.documents.body import Body
from wide_aperture.core.picture.imaging import Capture, Darkroom, Look
from wide_aperture.core.picture.imaging.capture import LookRecipe, WhiteSetting
from wide_aperture.core.picture.metering import PATTERNS, meter
from wide_aperture.demo.kit import BODIES

SCENES = ("floodlit_pitch", "chapel", "market_noon", "portrait_shade", "forest_light")
HALF, FULL = Look(width_px=480), Look(width_px=960)
ROUNDS = 16
BODY: Body = BODIES[0]


def _capture(name: str) -> Capture:
    of = kind(name)
    iso = min(max(100 * 7.84 * 500 / 2**of.ev100, 100), 25600)
    return Capture(shutter_s=1 / 500, aperture=2.8, iso=iso, focal_mm=of.focal_mm, focus_m=of.subject_m)


def _timed(work: Callable[[], object]) -> float:
    begun = time.perf_counter()
    work()
    return (time.perf_counter() - begun) * 1000


def _metering(room: Darkroom) -> None:
    times = []
    for name in SCENES:
        drawing = room.drawing(composed(name), BODY, HALF)
        light = drawing.luminance()[::2, ::2]
        for k in range(ROUNDS):
            where = (0.3 + k / 40, 0.5)
            times += [_timed(partial(meter, light, pattern, point=where, faces=drawing.faces)) for pattern in PATTERNS]
    report("re-metering, one pattern", times, "ms", "<= 10 ms")


def _changed(room: Darkroom, look: Look, change: Callable[[Capture, int], Capture]) -> list[float]:
    times = []
    for name in SCENES:
        base = _capture(name)
        room.render(composed(name), BODY, base, look)
        times += [_timed(partial(room.render, composed(name), BODY, change(base, k), look)) for k in range(ROUNDS)]
    return times


def _aperture(capture: Capture, k: int) -> Capture:
    return capture.model_copy(update={"aperture": 1.4 * 2 ** ((k + 0.5) / 6)})


def _without_new_blur(capture: Capture, k: int) -> Capture:
    white = WhiteSetting(mode="kelvin", kelvin=3000 + 300 * k)
    look = LookRecipe(base=("standard", "flat")[k % 2])
    return capture.model_copy(update={"iso": capture.iso * 2 ** (k / ROUNDS), "white": white, "look": look})


def main() -> None:
    room = Darkroom()
    _metering(room)
    report("960 x 640: ISO, white balance, look changed", _changed(room, FULL, _without_new_blur), "ms", "p50 <= 60 ms")
    report("480 x 320: new aperture, while dragging", _changed(room, HALF, _aperture), "ms", "p95 <= 150 ms")
    report("960 x 640: new aperture, after release", _changed(room, FULL, _aperture), "ms", "<= 400 ms")
    report(
        "drawing a composition at 960 x 640, first time",
        [_timed(partial(Darkroom().drawing, composed(n), BODY, FULL)) for n in SCENES],
        "ms",
        "<= 700 ms",
    )
    costs = [
        percentile(_changed(Darkroom(), Look(width_px=width), _without_new_blur), 0.5) for width in (480, 960, 1440)
    ]
    per_pixel = [cost / width**2 for cost, width in zip(costs, (480, 960, 1440), strict=True)]
    ratios = ", ".join(f"{value / per_pixel[1]:.2f}" for value in per_pixel)
    print(f"{'cost a pixel at 480, 960, 1440 px of width':<44} {ratios} of that at 960   aim: about 1 (linear)")
