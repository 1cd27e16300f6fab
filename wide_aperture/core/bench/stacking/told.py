"""The stack as a test of the bench: what it is about, what it comes to, and the pictures to lay over each other."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure
from wide_aperture.core.bench.light import as_linear, grey_of
from wide_aperture.core.bench.protocol import Asked, BenchAbout, Shot
from wide_aperture.core.bench.stacking.layers import Layer, noise_of, sharpen
from wide_aperture.core.bench.stacking.source import Source, opened
from wide_aperture.core.bench.stacking.stack import Progress, Stacked, advice, crisp, stack
from wide_aperture.core.bench.stacking.ways import fill_gaps, trails
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour.encoding import linear_light, screen_level

STACK = BenchAbout(
    id="stack", title="Stack: Moon, stars, noise", purpose="Hundreds of frames of one thing, the best share laid on each other: less noise, more detail than any of them.",
    needs=("a stand or a rest", "numbered frames of one burst, JPEG, PNG, TIFF or DNG, all of one size; or a clip, MP4 or MOV"),
    how=("Short frames, hundreds of them; exposure by hand, the brightest part not cut off.", "The thing stays whole in the frame, or fills it.", "No noise reduction and no sharpening in the camera."),
    varies=("exposure_s",), wants="picture", fewest=3, offers="the stack itself, as a picture of 16 bits",
    care="Never point a camera or any optic at the Sun without a certified solar filter on the front. At night tell somebody where you are.",
)  # fmt: skip
LEAST_ERROR = 0.02
WAYS = {
    "mean": "weighed by what they show",
    "sigma": "what stands out at a pixel left out",
    "median": "the middle value of each pixel",
}


def stack_shots() -> tuple[Shot, ...]:
    """What to shoot for a stack of the Moon."""
    return (
        Shot(title="The Moon, filling half of the frame’s height or more", set={"shutter": "1/250 s", "ISO": "400"}, expects="Bright and nowhere cut off.", frames=300, exposure_s=1 / 250, iso=400),
    )  # fmt: skip


@dataclass(frozen=True, eq=False)
class StackTold:
    """outcome, and the pictures by name: "single" (the best frame), "stack", "sharpened", "points" where there are
    some; of trails "stack" with their gaps and "sharpened" without; uint16, encoded for screens.
    """

    outcome: BenchOutcome
    pictures: dict[str, NDArray[np.uint16]]


def stack_told(frames: Sequence[Source], asked: Asked, said: Progress) -> StackTold:
    """Stack frames as asked, and tell what was gained. Raises: as stack and sharpen."""
    if asked.way == "trails":
        return _trailed(frames, said)
    reference = None if asked.reference is None else asked.reference - 1
    made = stack(
        frames, keep=asked.keep, points_px=asked.points_px, way=asked.way, reference=reference, dark=asked.dark, said=said
    )  # fmt: skip
    picture = opened(frames[made.reference])
    best, linear = as_linear(picture), _linear_of(made, picture.dtype)
    layers = crisp(made.curve) if asked.strengths is None else tuple(Layer(each) for each in asked.strengths)
    sharp = sharpen(linear, layers)
    gain = _noise_of(best) / max(_noise_of(linear), 1e-9)
    last = made.curve[-1]
    error = max(LEAST_ERROR, 1 / np.sqrt(2 * len(made.kept)))
    figures = (
        Figure(id="snr_times", label="Signal-to-noise, against the best frame alone", unit="times", value=gain, low=gain * (1 - error), high=gain * (1 + error), n=len(made.kept)),
        Figure(id="contrast_times", label="Fine contrast before sharpening, against it", unit="times", value=last.contrast_times, low=last.contrast_times * 0.9, high=last.contrast_times * 1.1, n=len(made.kept)),
    )  # fmt: skip
    frames_at = tuple(float(point.frames) for point in made.curve)
    curves = (
        Curve(label="Signal-to-noise gained", x_label="frames kept, best first", y_label="times", x=frames_at, y=tuple(point.snr_times for point in made.curve)),
        Curve(label="Fine contrast left", x_label="frames kept, best first", y_label="times", x=frames_at, y=tuple(point.contrast_times for point in made.curve)),
        Curve(label="How much each frame shows", x_label="frame", y_label="quality", x=tuple(float(k) for k in range(1, len(made.quality) + 1)), y=made.quality),
    )  # fmt: skip
    rings = (
        f" Sharpened it rings on {sharp.rings:.1%} of the pixels: take the strengths back." if sharp.rings > 0.1 else ""
    )
    outcome = BenchOutcome(
        sentence=f"{len(made.kept)} of {len(made.quality)} frames laid on frame {made.reference + 1}: {gain:.1f} times its signal-to-noise. {advice(made.curve)}{rings}",
        figures=figures, curves=tuple(curve for curve in curves if len(curve.x) > 1),
        steps=(
            "Each frame judged by its fine detail.", f"The best {len(made.kept)} laid on the best one{f', by themselves at {len(made.points)} points' if made.points else ''}, {WAYS[asked.way]}.",
            f"Layers strengthened by {', '.join(f'{layer.strength:.0%}' for layer in layers)}, the finest first.",
        ),
    )  # fmt: skip
    pictures = {"single": _sixteen(best), "stack": _sixteen(linear), "sharpened": _sixteen(sharp.image)}
    if made.points:
        pictures["points"] = _marked(pictures["single"], made.points)
    return StackTold(outcome, pictures)


def _trailed(frames: Sequence[Source], said: Progress) -> StackTold:
    """Every star's trail: the brightest of every pixel, gaps closed."""

    def all_of_them() -> Iterator[NDArray[np.float32]]:
        first = opened(frames[0], "frame 1")
        for k, each in enumerate(frames):
            picture = opened(each, f"frame {k + 1}")
            if picture.shape != first.shape or picture.dtype != first.dtype:
                raise DomainError(f"frame {k + 1}", f"{picture.shape} {picture.dtype}", f"must be like the first: {first.shape} {first.dtype}")  # fmt: skip
            yield as_linear(picture)
            said(k + 1, len(frames))

    single, plain = as_linear(opened(frames[0])), trails(all_of_them(), filled=False)
    closed = fill_gaps(plain)
    share = float((grey_of(closed) > grey_of(plain) * 1.05 + 1e-4).mean())
    outcome = BenchOutcome(
        sentence=f"{len(frames)} frames, the brightest of every pixel. Gaps closed along the trails, on {share:.1%} of the picture.",
        figures=(Figure(id="closed", label="Gaps closed", unit="of all", value=share, low=share, high=share, n=len(frames)),),
        steps=("The brightest of every pixel, in linear light; nothing is laid on anything.", "Where a line of light breaks for less than its own length, it is closed along its direction."),
    )  # fmt: skip
    return StackTold(outcome, {"single": _sixteen(single), "stack": _sixteen(plain), "sharpened": _sixteen(closed)})


def _marked(picture: NDArray[np.uint16], points: Sequence[tuple[float, float]]) -> NDArray[np.uint16]:
    """A picture with a ring at every point, light on dark and dark on light."""
    shown = np.dstack([picture] * 3) if picture.ndim == 2 else picture.copy()
    for x, y in points:
        for radius, level in ((5, 0), (4, 65_535)):
            cv2.circle(shown, (round(x), round(y)), radius, (level, level, level), 1, cv2.LINE_AA)
    return shown


def _linear_of(made: Stacked, kind: np.dtype[np.generic]) -> NDArray[np.float32]:
    """The stack in linear light again, from the scale its frames came in."""
    if kind == np.uint8 or kind == np.uint16:
        whole = 255 if kind == np.uint8 else 65_535
        return np.asarray(linear_light(made.image / whole), np.float32)
    return np.asarray(made.image, np.float32)


def _noise_of(linear: NDArray[np.float32]) -> float:
    """The noise of the part in the middle, where the thing is."""
    grey = grey_of(linear)
    height, width = grey.shape
    return noise_of(np.ascontiguousarray(grey[height // 4 : -height // 4, width // 4 : -width // 4]))


def _sixteen(linear: NDArray[np.float32]) -> NDArray[np.uint16]:
    return np.asarray(np.rint(screen_level(linear) * 65_535), np.uint16)
