"""How noise and colour go with ISO on this body: its electrons, and from them the ceilings of the person."""

from __future__ import annotations

from collections.abc import Sequence
from typing import ClassVar

import numpy as np

from wide_aperture.core.bench.even import light_drift
from wide_aperture.core.bench.fit import mean_span
from wide_aperture.core.bench.found import BenchOutcome, Curve, Figure, FrameFault, Offer, Slice
from wide_aperture.core.bench.frame import GREEN, BenchFrame
from wide_aperture.core.bench.kinds.common import EV_WITHIN, capture, isos_of, lit, shot
from wide_aperture.core.bench.light import MID
from wide_aperture.core.bench.noise import Transfer, is_capped, transfer
from wide_aperture.core.bench.protocol import BenchAbout, BenchTest, Kit, Shot, Simulated
from wide_aperture.core.bench.simulated.card import CARD_EV, Shutter, card, time_for
from wide_aperture.core.bench.slices import Pictures, slices_of
from wide_aperture.core.bench.spots import Spot, even_spots, measured
from wide_aperture.core.documents.body import Body, IsoCeilings
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour.adaptation import XYZ_FROM_SRGB, lab_from_xyz
from wide_aperture.core.physics.colour.difference import delta_e_2000
from wide_aperture.core.physics.sensor import DEEP_TONE_EV, ReadNoisePoint, read_noise_at

DEEP_SCREEN = MID * 2**DEEP_TONE_EV  # linear light of a tone three stops under mid in a picture
PIXELS_ALIKE = 4.0  # neighbours share their noise in a picture
SHIFT_FROM = 0.02  # of where the data end, under which noise decides a colour


class IsoLadder(BenchTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="iso_ladder", title="ISO ladder", purpose="How much noise and colour shift each ISO brings, counted in electrons, and where you stop accepting it.",
        needs=("a stand", "steady light", "a scene with plain areas from white to black, a little out of focus", "raw files; of the camera’s own pictures only the noise is told, no electrons", "the lens cap"),
        how=("Factory looks, noise reduction off, no reserve, no lens corrections that brighten corners.", "Same light, same aperture; the time makes up for the ISO.", "Two seconds of self-timer."),
        varies=("iso", "exposure_s"), wants="either", fewest=3, offers="the body’s electron figures, and its ceilings once you say what you accept",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        steps = [
            shot(
                "Mid-tones in the middle of the histogram",
                "The same brightness as the first.",
                iso=iso,
                exposure_s=time_for(iso, 8, CARD_EV),
            )
            for iso in isos_of(kit)
        ]
        return (
            *steps,
            *(
                shot("Under the lens cap", "Black.", iso=iso, exposure_s=time_for(iso, 8, CARD_EV), cap="on")
                for iso in isos_of(kit)
            ),
        )

    def measure(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        """Raw files where there are some, and pictures beside them left out."""
        raws = [frame for frame in frames if frame.is_raw]
        outcome = super().measure(raws or frames, kit)
        beside = tuple(
            FrameFault(frame=frame.name, sentence="This is no raw file, and the others are: left out.")
            for frame in frames
            if raws and not frame.is_raw
        )
        return outcome.model_copy(update={"faults": (*beside, *outcome.faults)})

    def read(self, frames: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
        if not frames[0].is_raw:
            return _of_pictures(sorted(frames, key=lambda frame: frame.iso), kit)
        dark = [frame for frame in frames if is_capped(frame)]
        ordered = sorted((frame for frame in frames if not is_capped(frame)), key=lambda frame: frame.iso)
        if len({frame.iso for frame in ordered}) < 2:
            raise DomainError("frames", 1, "must differ in ISO")
        spots = even_spots(ordered[0])
        drifts, faults = light_drift(ordered, spots)
        found = transfer(ordered, spots, dark)
        figures = [_full_well(found, ordered, kit.body)]
        figures += [each for k, frame in enumerate(ordered) if (each := _read_noise(found, k, frame)) is not None]
        shifts = _colour_shift(ordered, spots)
        snr = [_deep_snr(found, k, kit.body) for k in range(len(ordered))]
        isos = tuple(frame.iso for frame in ordered)
        curves = (
            Curve(label="Signal-to-noise of a tone three stops under mid, a pixel", x_label="ISO", y_label=": 1", x=isos, y=tuple(s for s, _ in snr),
                  low=tuple(s * (1 - 1.96 * e) for s, e in snr), high=tuple(s * (1 + 1.96 * e) for s, e in snr)),
            Curve(label="Colour shift against the lowest ISO", x_label="ISO", y_label="ΔE00", x=isos, y=tuple(shifts)),
        )  # fmt: skip
        body = _measured_body(kit, figures, ordered)
        offers = (Offer(sentence=f"{body.name} with these electrons, marked as measured.", body=body),) if body else ()
        ceiling = kit.asked.accepted_iso
        worst = max(shifts)
        return BenchOutcome(
            sentence=f"{figures[0].sentence} The light wandered by {np.nanmax(np.abs(drifts)):.2f} stops. Colours shift by up to {worst:.1f} ΔE00"
            + (" (seen side by side)." if worst > 2 else " (not seen).")
            + ("" if ceiling else " Say which ISO you still accept, and your ceilings follow."),
            figures=tuple(figures), curves=curves, faults=tuple(faults), offers=offers,
            steps=(f"{len(spots)} even spots found on the frame at ISO {ordered[0].iso:g}.", "Variance of single pixels against signal, all frames and channels in one fit.", "Colours of the spots against the lowest ISO, brightness taken out."),
        )  # fmt: skip

    def for_the_eye(
        self, frames: Sequence[BenchFrame], kit: Kit
    ) -> tuple[tuple[Slice, ...], tuple[Slice, ...], Pictures]:
        steps = sorted((frame for frame in frames if not is_capped(frame)), key=lambda frame: frame.iso)
        return slices_of(steps, kit.body) if len(steps) > 1 else super().for_the_eye(frames, kit)

    def simulated(self, kit: Kit, seed: int) -> Simulated:
        light = CARD_EV + float(np.random.default_rng(seed).uniform(-0.3, 0.3))
        camera, plane = Shutter(kit.body, seed), card(light, blur_px=0.8)
        files = tuple(
            camera.press(plane * 0 if each.set.get("cap") else plane, capture(each.exposure_s or 1, each.iso or 100))
            for each in self.shots(kit)
        )
        figures = kit.body.electrons
        truth = {"full_well_e": figures.full_well_e}
        truth |= {f"read_{each.iso:g}": float(read_noise_at(figures, each.iso or 100)) for each in self.shots(kit)}
        return Simulated(files, truth)


def _of_pictures(ordered: Sequence[BenchFrame], kit: Kit) -> BenchOutcome:
    """What the camera's own pictures tell: signal-to-noise as seen at the deep tone, after all the camera does, and colour."""
    if len({frame.iso for frame in ordered}) < 2:
        raise DomainError("frames", 1, "must differ in ISO")
    lit(ordered)
    spots = even_spots(ordered[0])

    def off_deep(spot: Spot) -> float:
        return abs(float(np.log2(max(measured(ordered[0], spot).level[GREEN], 1e-6) / DEEP_SCREEN)))

    deep = min(spots, key=off_deep)
    figures = []
    for frame in ordered:
        seen = measured(frame, deep)
        value = float(seen.level[GREEN] / np.sqrt(max(seen.variance[GREEN], 1e-12)))
        error = float(np.sqrt(PIXELS_ALIKE / (2 * seen.pixels)))
        figures.append(Figure(id=f"snr_{frame.iso:g}", label=f"Signal-to-noise in the shadows at ISO {frame.iso:g}", unit=": 1", value=value, low=value * (1 - 1.96 * error), high=value * (1 + 1.96 * error), n=seen.pixels))  # fmt: skip
    shifts = _colour_shift(ordered, spots)
    body, ceiling = kit.body, kit.asked.accepted_iso
    offers = (Offer(sentence=f"{body.name} with ISO {ceiling:g} as your routine ceiling.", body=body.model_copy(update={"ceilings": _accepted(kit)})),) if ceiling else ()  # fmt: skip
    curve = Curve(label="Colour shift against the lowest ISO", x_label="ISO", y_label="ΔE00", x=tuple(frame.iso for frame in ordered), y=tuple(shifts))  # fmt: skip
    return BenchOutcome(
        sentence=f"In the camera’s own pictures the shadows go from {figures[0].value:.0f} to {figures[-1].value:.0f} times their noise; colours shift by up to {max(shifts):.1f} ΔE00. Electrons are told by raw files only."
        + ("" if ceiling else " Say which ISO you still accept, and your ceilings follow."),
        figures=tuple(figures), curves=(curve,), faults=tuple(light_drift(ordered, spots)[1]), offers=offers,
        steps=("The even spot nearest to a deep tone, the same in every picture.", "Its level over its noise, in linear light."),
    )  # fmt: skip


def _accepted(kit: Kit) -> IsoCeilings:
    accepted = min(kit.asked.accepted_iso or kit.body.highest_iso, kit.body.highest_iso)
    return kit.body.ceilings.model_copy(
        update={"routine": accepted, "push": min(accepted * 2, kit.body.highest_iso), "provenance": "measured"}
    )


def _full_well(found: Transfer, frames: Sequence[BenchFrame], body: Body) -> Figure:
    """Every frame tells the electrons at its clipping; times its gain over base they are one figure. In stops, weighed by their spans."""
    logs, widths = [], []
    for k, frame in enumerate(frames):
        value, low, high = found.clip_e(k)
        logs.append(np.log2(value * frame.iso / body.base_iso))
        widths.append(max(np.log2(high / low) / 2, 1e-3))
    weights = 1 / np.square(widths)
    middle = float((weights * logs).sum() / weights.sum())
    half = float(max(1 / np.sqrt(weights.sum()), mean_span(logs)[2] - mean_span(logs)[0] if len(logs) > 3 else 0))
    value = 2**middle
    return Figure(
        id="full_well_e", label="Electrons a pixel holds at base ISO", unit="e⁻", value=value, low=value / 2**half, high=value * 2**half, n=sum(found.counts),
        within=value * (2**EV_WITHIN - 1), sentence=f"A pixel holds {value:,.0f} electrons at base, known to {half:.2f} stops.",
    )  # fmt: skip


def _read_noise(found: Transfer, k: int, frame: BenchFrame) -> Figure | None:
    told = found.read_e(k)
    if told is None:
        return None
    value, low, high = told
    return Figure(
        id=f"read_{frame.iso:g}", label=f"Read noise at ISO {frame.iso:g}", unit="e⁻", value=value, low=low, high=high, n=found.counts[k],
        within=value * (2**EV_WITHIN - 1),
    )  # fmt: skip


def _deep_snr(found: Transfer, k: int, body: Body) -> tuple[float, float]:
    """(signal-to-noise, its error as a share) of the tone people judge noise at, one pixel."""
    return found.snr(k, float(2.0 ** (DEEP_TONE_EV - body.electrons.mid_below_clipping_ev)))


def _colour_shift(frames: Sequence[BenchFrame], spots: Sequence[Spot]) -> list[float]:
    """The middle ΔE00 of the spots of each frame against the first frame's."""
    first = [measured(frames[0], spot).level for spot in spots]
    white = max(first, key=lambda level: float(level[GREEN]))
    shifts = []
    for frame in frames:
        seen = [measured(frame, spot).level for spot in spots]
        differences = [
            float(delta_e_2000(_lab(now, white, float(then[GREEN] / now[GREEN])), _lab(then, white, 1.0)))
            for now, then in zip(seen, first, strict=True)
            if min(now[GREEN], then[GREEN]) > SHIFT_FROM
        ]
        shifts.append(float(np.median(differences)) if differences else 0.0)
    return shifts


def _lab(level: np.ndarray, white: np.ndarray, gain: float) -> np.ndarray:
    return lab_from_xyz(np.clip(level * gain / white, 0, None) @ XYZ_FROM_SRGB.T)


def _measured_body(kit: Kit, figures: Sequence[Figure], frames: Sequence[BenchFrame]) -> Body | None:
    """The body with what was measured; a read noise that drowned keeps its estimate."""
    by_id = {each.id: each for each in figures}
    body = kit.body
    points = tuple(
        ReadNoisePoint(iso=frame.iso, electrons=round(by_id[f"read_{frame.iso:g}"].value, 3))
        for frame in frames
        if f"read_{frame.iso:g}" in by_id and by_id[f"read_{frame.iso:g}"].is_sure
    )
    if not points or not by_id["full_well_e"].is_sure:
        return None
    electrons = body.electrons.model_copy(
        update={"provenance": "measured", "full_well_e": round(by_id["full_well_e"].value), "read_noise": points}
    )
    ceilings = _accepted(kit) if kit.asked.accepted_iso else body.ceilings
    return body.model_copy(update={"electrons": electrons, "ceilings": ceilings})
