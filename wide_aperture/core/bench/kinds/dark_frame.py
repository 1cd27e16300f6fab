"""Whether the dark frame after a long exposure pays: warm pixels it takes out, noise it adds, time it takes."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Figure
from wide_aperture.core.bench.frame import BenchFrame
from wide_aperture.core.bench.kinds.common import EV_WITHIN, capture, in_groups, shot
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import HEIGHT, WIDTH, Shutter
from wide_aperture.core.errors import DomainError

LONG_S = 30.0
REPEATS = 4
WARM_FROM = 8.0  # times the noise of the others
MILLION = 1e6
SEEN_PER_MILLION = 60.0  # a few dozen in a frame of half a megapixel, which is what a print shows at arm's length
PLAIN_SHARE = 0.998  # of the pixels: warm ones are a few in a thousand at most
READ_OFF_EV = 0.02  # what parting warm pixels from the rest is off by
LIT = 0.02  # of where the data end: the cap was off
STATES = ("off", "on")


class DarkFrame(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="dark_frame", title="Does the dark frame pay?", purpose="How many warm pixels the dark frame after a long exposure takes out, and what it costs in noise and time.",
        needs=("the lens cap", "raw files", "the body as warm as at work"),
        how=("Cap on, finder covered, 30 s at the ISO you use at night.", "Four frames with the dark frame off, then four with it on.", "Again on a warmer night: warm pixels double every few degrees."),
        varies=(), wants="raw", fewest=4, offers="nothing to the kit: whether to set it, and for how many frames of a night",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        iso = self._iso(kit)
        return tuple(
            shot(f"Dark frame {state}", "Black.", frames=REPEATS, iso=iso, exposure_s=LONG_S, cap="on", dark_frame=state)
            for state in STATES
        )  # fmt: skip

    def _iso(self, kit: Kit) -> float:
        return float(min(kit.body.base_iso * 16, kit.body.highest_iso))

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        lit = next((frame for frame in frames if float(np.median(frame.green)) > LIT), None)
        if lit is not None:
            raise DomainError(lit.name, "", "shows light: the cap must be on")
        plain, darkened = in_groups(list(frames), len(STATES), "off and on")
        grains = [[_grain(frame) for frame in part] for part in (plain, darkened)]
        if min(map(min, grains)) <= 0:
            raise DomainError(
                "frames", len(frames), "are cut off at black: this body’s data do not tell its dark noise"
            )
        value, low, high = mean_span([np.log2(b / a) for a, b in zip(*grains, strict=True)])
        more = Figure(id="noise_more_ev", label="Noise it adds in the dark", unit="EV", value=value, low=low - READ_OFF_EV, high=high + READ_OFF_EV, n=len(frames), within=EV_WITHIN)  # fmt: skip
        warm = [
            _warm(part, f"warm_{state}", f"Warm pixels, dark frame {state}")
            for part, state in zip((plain, darkened), STATES, strict=True)
        ]
        seen = warm[0].low > SEEN_PER_MILLION
        taken = 1 - warm[1].value / max(warm[0].value, 1e-9)
        verdict = (
            f"It pays for single frames: {taken:.0%} of the warm pixels go. For many frames in a row take a few dark frames once and subtract them at home."
            if seen and taken > 0.5
            else "It does not take them out: leave it off."
            if seen
            else "Leave it off: there is next to nothing to take out, and it costs as long again."
        )
        return BenchOutcome(
            sentence=f"{warm[0].value:,.0f} warm pixels in a million without, {warm[1].value:,.0f} with it; dark noise grows by {value:.1f} stops. {verdict}",
            figures=(more, *warm),
            steps=(f"Pixels above {WARM_FROM:g} times the noise of the others, in the middle of each kind’s frames.", "Noise of the rest, by its middle deviation, frame against frame."),
        )  # fmt: skip

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        random = np.random.default_rng(seed)
        camera, dark = Shutter(kit.body, seed), np.zeros((HEIGHT, WIDTH, 3), np.float32)
        taken = capture(LONG_S, self._iso(kit))
        read_e = camera.expose(dark, taken).read_e
        share = float(random.uniform(2e-4, 8e-4))
        warm = (random.uniform(size=dark.shape[:2]) < share) * random.uniform(20, 200, size=dark.shape[:2]) * read_e * 2
        glow = np.asarray(np.repeat(warm[..., None], 3, axis=2), np.float32)
        files = [camera.press(dark, taken, more_e=glow) for _ in range(REPEATS)]
        files += [camera.press(dark, taken, more_e=-camera.dark(dark, taken)) for _ in range(REPEATS)]
        there = float((warm[::2, ::2] > 0).mean() + (warm[::2, 1::2] > 0).mean() + (warm[1::2, 1::2] > 0).mean()) / 3
        return Simulated(tuple(files), {"noise_more_ev": 0.5, "warm_off": there * MILLION, "warm_on": 0.0})


def _grain(frame: BenchFrame) -> float:
    """The noise of the pixels that are not warm, what the steps of the data add taken off."""
    return float(np.sqrt(max(_variance(frame.green) - frame.step**2 / 12, 0)))


def _variance(plane: NDArray[np.float32]) -> float:
    """Of the pixels that do not stand out, about their middle."""
    off = plane - np.mean(plane[plane <= np.quantile(plane, PLAIN_SHARE)], dtype=np.float64)
    return float(np.square(off[off <= np.quantile(off, PLAIN_SHARE)], dtype=np.float64).mean())


def _warm(frames: Sequence[BenchFrame], figure_id: str, label: str) -> Figure:
    """Pixels that stand out in the middle of the frames: what one frame alone shows is noise, or a passing particle."""
    middle = np.median([frame.levels for frame in frames], axis=0)
    off = middle - np.median(middle, axis=(0, 1))
    grain = np.sqrt([_variance(off[..., channel]) for channel in range(3)])
    count, of = int((off > WARM_FROM * grain).sum()), off.size
    half = 1.96 * max(count, 1) ** 0.5
    low, high = max(count - half, 0.0), count + half + 1
    return Figure(id=figure_id, label=label, unit="a million", value=count / of * MILLION, low=low / of * MILLION, high=high / of * MILLION, n=of)  # fmt: skip
