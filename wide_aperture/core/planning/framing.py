"""The framing helper: which of the owned bodies and lenses suits a distance range, and at what price."""

from __future__ import annotations

import math
from collections.abc import Iterable
from uuid import UUID

from pydantic import Field

from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.plan_input import Brief
from wide_aperture.core.planning.search_many import Cheapest, cheapest_of
from wide_aperture.core.sky.daylight.resolve import resolved


class Framing(Document):
    """One body with one lens for a situation. price_ev ranks: limits passed and pixels lost to framing, in stops."""

    body_id: UUID
    lens_id: UUID
    body_name: str
    lens_name: str
    focal_length_mm: Finite
    fills_near_percent: Finite | None
    fills_far_percent: Finite | None
    shutter_s: Finite
    aperture: Finite
    iso: Finite
    limits_ev: Finite = Field(description="By how many stops in all it passes limits")
    framing_ev: Finite = Field(description="Stops lost by cropping to the subject, or by cutting it off")
    price_ev: Finite
    sentence: str


def rank_kit(bodies: Iterable[Body], lenses: Iterable[Lens], brief: Brief) -> list[Framing]:
    """Every pair that fits together, by price; equal prices by what the search adds up. What is held stays held; the
    situation's own focal length is set aside.

    Raises: as plan_of() does.
    """
    numbers = resolved(brief.situation, brief.sky).model_copy(update={"focal_length_mm": None})
    free = brief.model_copy(update={"situation": numbers, "sky": None})
    lenses = list(lenses)
    fixed = {owned.built_into for owned in lenses}
    ranked = []
    for body in bodies:
        fitting = [lens for lens in lenses if _fits(body, lens, fixed)]
        if not fitting:
            continue
        first = Case(free, body, fitting[0])
        cases = [first, *(first.with_lens(lens) for lens in fitting[1:])]
        ranked += [_framing(case, found) for case, found in zip(cases, cheapest_of(cases), strict=True)]
    return [framing for _, framing in sorted(ranked, key=lambda pair: (pair[1].price_ev, pair[0]))]


def _fits(body: Body, lens: Lens, bodies_with_own_lens: set[UUID | None]) -> bool:
    if lens.built_into is not None:
        return lens.built_into == body.id
    if body.id in bodies_with_own_lens:
        return False  # its own lens cannot be taken off
    return lens.covers(body.sensor_width_mm, body.sensor_height_mm)


def _framing(case: Case, found: Cheapest) -> tuple[float, Framing]:
    cell, subject = found.cell, case.subject
    near, far = _fills(case, subject.near_m), _fills(case, subject.far_m)
    middle = _fills(case, subject.mid_m)
    framing_ev = 0.0
    if middle is not None and case.situation.genre not in ("landscape", "night_sky"):
        share = middle / 100
        # Half as high as it should be is a stop of noise after cropping.
        framing_ev = max(
            math.log2(case.figure("well_framed_share") / share), case.figure("cut_off_ev") * (share - 1.0), 0.0
        )
    sentence = f"{case.glass.focal_mm:.3g} mm"
    if near is not None and far is not None:
        sentence += f"; the subject fills {far:.0f} to {near:.0f} % of the height"
    framing = Framing(
        body_id=case.body.id,
        lens_id=case.lens.id,
        body_name=case.body.name,
        lens_name=case.lens.name,
        focal_length_mm=case.glass.focal_mm,
        fills_near_percent=near,
        fills_far_percent=far,
        shutter_s=cell.shutter_s,
        aperture=cell.aperture,
        iso=cell.iso,
        limits_ev=round(found.price_ev, 2),
        framing_ev=round(framing_ev, 2),
        price_ev=round(found.price_ev + framing_ev, 2),
        sentence=sentence,
    )
    return cell.burden, framing


def _fills(case: Case, distance_m: float) -> float | None:
    share = None if distance_m >= OPTICAL_INFINITY_M else case.subject.height_share_at(distance_m)
    return None if share is None else share * 100
