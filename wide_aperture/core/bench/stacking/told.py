"""The stack as a test of the bench: what it is about, what it comes to, and the three pictures to lay over each other."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure
from wide_aperture.core.bench.light import as_linear, grey_of
from wide_aperture.core.bench.protocol import Asked, BenchAbout, Shot
from wide_aperture.core.bench.stacking.layers import Layer, noise_of, sharpen
from wide_aperture.core.bench.stacking.source import Source, opened
from wide_aperture.core.bench.stacking.stack import Progress, Stacked, advice, crisp, stack
from wide_aperture.core.physics.colour.encoding import linear_light, screen_level

STACK = BenchAbout(
    id="stack", title="Stack: Moon, stars, noise", purpose="Hundreds of frames of one thing, the best share laid on each other: less noise, more detail than any of them.",
    needs=("a stand or a rest", "numbered pictures of one burst, JPEG, PNG or TIFF, all of one size"),
    how=("Short frames, hundreds of them; exposure by hand, the brightest part not cut off.", "The thing stays whole in the frame, or fills it.", "No noise reduction and no sharpening in the camera."),
    varies=("exposure_s",), wants="picture", fewest=3, offers="the stack itself, as a picture of 16 bits",
    care="Never point a camera or any optic at the Sun without a certified solar filter on the front. At night tell somebody where you are.",
)  # fmt: skip
LEAST_ERROR = 0.02


def stack_shots() -> tuple[Shot, ...]:
    """What to shoot for a stack of the Moon."""
    return (
        Shot(title="The Moon, filling half of the frame’s height or more", set={"shutter": "1/250 s", "ISO": "400"}, expects="Bright and nowhere cut off.", frames=300, exposure_s=1 / 250, iso=400),
    )  # fmt: skip


@dataclass(frozen=True, eq=False)
class StackTold:
    """outcome, and the pictures by name: "single" (the best frame), "stack", "sharpened"; uint16, encoded for screens."""

    outcome: BenchOutcome
    pictures: dict[str, NDArray[np.uint16]]


def stack_told(frames: Sequence[Source], asked: Asked, said: Progress) -> StackTold:
    """Stack frames as asked, and tell what was gained. Raises: as stack and sharpen."""
    made = stack(frames, keep=asked.keep, points_px=asked.points_px, said=said)
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
            "Each frame judged by its fine detail.", f"The best {len(made.kept)} laid on the best one{f', by themselves at {made.points} points' if made.points else ''}, weighed by what they show.",
            f"Layers strengthened by {', '.join(f'{layer.strength:.0%}' for layer in layers)}, the finest first.",
        ),
    )  # fmt: skip
    return StackTold(outcome, {"single": _sixteen(best), "stack": _sixteen(linear), "sharpened": _sixteen(sharp.image)})


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
