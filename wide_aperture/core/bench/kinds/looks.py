"""Looks under test: a frame of one, the gap between its marks and the end of the data without noise, and the offer of a gap."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

import numpy as np

from wide_aperture.core.bench.found import Figure
from wide_aperture.core.bench.kinds.common import capture
from wide_aperture.core.bench.protocol import Kit
from wide_aperture.core.documents.body import Body, LookGap
from wide_aperture.core.documents.own_figure import OwnFigure
from wide_aperture.core.picture.imaging.capture import Capture, LookRecipe, WhiteSetting
from wide_aperture.core.picture.imaging.develop import camera_picture, white_taken
from wide_aperture.core.picture.imaging.raw import RESPONSE, RawFrame
from wide_aperture.core.picture.scenes.colour_space import white_of

BASES = ("standard", "neutral", "flat", "mono")


def base_of(look: str) -> str:
    """The look of ours that a look under its own name goes by."""
    return look if look in BASES else "standard"


def taken_with(look: str, exposure_s: float, iso: float) -> Capture:
    """A frame in a look; white balance stands at daylight, so that it does not wander with what is cut off."""
    return capture(exposure_s, iso, look=LookRecipe(base=base_of(look)), white=WhiteSetting(mode="kelvin", kelvin=5500))


def with_gaps(body: Body, found: Mapping[str, Figure], n: int, source: str) -> Body:
    """The body with gaps of looks as measured, in the place of those it had."""
    measured: Iterable[LookGap] = [
        LookGap(look=base_of(look), own=OwnFigure(value=round(each.value, 3), low=round(each.low, 3), high=round(each.high, 3), n=n, source=source))
        for look, each in found.items()
    ]  # fmt: skip
    anew = {each.look: each for each in measured}
    rest = tuple(each for each in body.marks_gaps if each.look not in anew)
    return body.model_copy(update={"marks_gaps": (*rest, *anew.values())})


def true_gap(kit: Kit, look: str) -> float:
    """Without noise, in steps of a hundredth: an even white, brighter and brighter."""
    body = kit.body
    shot = taken_with(look, 1.0, body.base_iso)
    clip = body.electrons.full_well_e
    mid = clip / 2**body.electrons.mid_below_clipping_ev
    steps = np.arange(0.0, 6.0, 0.002)
    relative = 2.0 ** steps[None, :, None] * white_of(5500)[None, None, :]
    electrons = np.minimum(relative * RESPONSE * mid, clip).astype(np.float32)
    raw = RawFrame(np.repeat(electrons, 8, axis=0), clip, mid, 1.0, 0.0, 1.0)
    picture = camera_picture(raw, shot, white_taken(raw, body, shot.white)[0])
    marks = float(steps[int(np.argmax(picture.max(axis=2)[4] >= kit.asked.marked_from))])
    ends = float(steps[int(np.argmax(electrons.max(axis=2)[0] >= clip * 0.9999))])
    return ends - marks
