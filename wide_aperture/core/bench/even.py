"""One thing varied and no other: what files say of a series, and whether the light on it stayed."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

import numpy as np

from wide_aperture.core.bench.found import FrameFault
from wide_aperture.core.bench.frame import GREEN, BenchFrame
from wide_aperture.core.bench.spots import Spot, measured
from wide_aperture.core.errors import DomainError

# What a series may vary, by the field of the metadata that tells it, and how it is called.
TOLD = {
    "exposure_s": "the time", "f_number": "the aperture", "iso": "the ISO", "focal_mm": "the focal length", "white_balance": "the white balance",
    "compensation_ev": "the compensation", "flash_fired": "the flash", "body_make_model": "the body", "lens_model": "the lens",
    "exposure_program": "the exposure mode",
}  # fmt: skip
DRIFTS_FROM_EV = 0.1
REFUSED_FROM_EV = 0.5
MOST_FULL = 0.02


def others_varied(frames: Sequence[BenchFrame], varied: Sequence[str]) -> tuple[list[BenchFrame], list[FrameFault]]:
    """(frames that are alike in all that should not vary, what is wrong with the others).

    What most frames agree on counts; where a time or ISO makes up for another, as exposure does, both are named in `varied`.
    """
    kept, faults = list(frames), []
    for field, called in TOLD.items():
        if field in varied or len(kept) < 3:
            continue
        values = Counter(getattr(frame.said, field) for frame in kept if getattr(frame.said, field) is not None)
        if len(values) < 2:
            continue
        usual, count = values.most_common(1)[0]
        if count <= len(kept) // 2:
            faults.append(FrameFault(frame="", sentence=f"Besides what this test varies, {called} varied too, and no value of it is the usual one. The figures hold less than they say.", refused=False))  # fmt: skip
            continue
        odd = [frame for frame in kept if getattr(frame.said, field) not in (None, usual)]
        faults += [
            FrameFault(frame=frame.name, sentence=f"{called.removeprefix('the ').capitalize()} is {_said(getattr(frame.said, field))}, and {_said(usual)} in the others: left out.")
            for frame in odd
        ]  # fmt: skip
        kept = [frame for frame in kept if frame not in odd]
    return kept, faults


def light_drift(frames: Sequence[BenchFrame], spots: Sequence[Spot]) -> tuple[np.ndarray, list[FrameFault]]:
    """(by how much brighter the light was on each frame than on the first, stops; sentences where that is too much).

    From the spots both show, each frame brought to the first one's exposure and gain. Shape (frames,).
    """
    first = [measured(frames[0], spot) for spot in spots]
    drifts = []
    for frame in frames:
        gain = np.log2(frame.exposure * frame.iso) - np.log2(frames[0].exposure * frames[0].iso)
        seen = [measured(frame, spot) for spot in spots]
        ratios = [
            np.log2(now.level[GREEN] / then.level[GREEN])
            for now, then in zip(seen, first, strict=True)
            if min(now.level[GREEN], then.level[GREEN]) > 0.003 and max(now.full, then.full) < MOST_FULL
        ]
        drifts.append(float(np.median(ratios)) - gain if ratios else float("nan"))
    found = np.array(drifts)
    faults = [
        FrameFault(frame=frame.name, sentence=f"The light was {abs(drift):.1f} stops {'brighter' if drift > 0 else 'darker'} than on the first frame; it is reckoned out.", refused=False)
        for frame, drift in zip(frames, found, strict=True)
        if np.isfinite(drift) and abs(drift) > DRIFTS_FROM_EV
    ]  # fmt: skip
    return found, faults


def drift_between(
    before: Sequence[BenchFrame], after: Sequence[BenchFrame], spots: Sequence[Spot]
) -> tuple[float, list[FrameFault]]:
    """(by how much brighter the light was at the end, in stops, from frames taken alike at both ends; a sentence where that shows).

    Raises: DomainError for light that wandered too far to be reckoned out.
    """
    drift = float(np.nanmedian(light_drift([before[0], *after], spots)[0][1:]))
    if not np.isfinite(drift) or abs(drift) > REFUSED_FROM_EV:
        raise DomainError(
            "light",
            round(drift, 1),
            f"must stay: from the first to the last frames it changed by {abs(drift):.1f} stops. Take them again",
        )
    if abs(drift) <= DRIFTS_FROM_EV:
        return drift, []
    told = f"The light was {abs(drift):.1f} stops {'brighter' if drift > 0 else 'darker'} at the end; it is reckoned out as if it went evenly."
    return drift, [FrameFault(frame="", sentence=told, refused=False)]


def _said(value: object) -> str:
    return f"{value:g}" if isinstance(value, float) else str(value).replace("_", " ")
