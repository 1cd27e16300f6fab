"""The framing helper: which of the owned bodies and lenses suits a distance range, and at what price."""

from __future__ import annotations

from collections.abc import Iterable
from uuid import UUID

from wide_aperture.core.case import Case
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.kit import Accessories, Body, Lens
from wide_aperture.core.practice import SUBJECT_HEIGHT_M
from wide_aperture.core.preferences import Preferences
from wide_aperture.core.search_many import Cheapest, cheapest_of
from wide_aperture.core.situation import OPTICAL_INFINITY_M, Situation

WELL_FRAMED = 0.6  # share of the frame's height
FRAMING_WEIGHT = 1.2  # a subject half as large is a stop of pixels thrown away


class Framing(Document):
    """One body with one lens for a situation. burden ranks and is not shown; prices say what it costs."""

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
    price_ev: Finite
    sentence: str


def rank_kit(
    bodies: Iterable[Body],
    lenses: Iterable[Lens],
    situation: Situation,
    preferences: Preferences,
    accessories: Accessories,
) -> list[Framing]:
    """Every pair that fits together, the one that costs least first. The situation's own focal length is set aside."""
    free = situation.model_copy(update={"focal_length_mm": None})
    lenses = list(lenses)
    fixed = {owned.built_into for owned in lenses}
    ranked = []
    for body in bodies:
        cases = [Case(body, lens, free, preferences, accessories) for lens in lenses if _fits(body, lens, fixed)]
        ranked += [_framing(case, found) for case, found in zip(cases, cheapest_of(cases), strict=True)]
    return [framing for _, framing in sorted(ranked, key=lambda pair: pair[0])]


def _fits(body: Body, lens: Lens, bodies_with_own_lens: set[UUID | None]) -> bool:
    if lens.built_into is not None:
        return lens.built_into == body.id
    if body.id in bodies_with_own_lens:
        return False  # its own lens cannot be taken off
    diagonal = (body.sensor_width_mm**2 + body.sensor_height_mm**2) ** 0.5
    return lens.image_circle_mm is None or lens.image_circle_mm >= diagonal * 0.98


def _framing(case: Case, found: Cheapest) -> tuple[float, Framing]:
    cell = found.cell
    near, far = _fills(case, case.near_m), _fills(case, case.far_m)
    middle = _fills(case, case.mid_m)
    misframed = 0.0
    if middle is not None and case.situation.genre not in ("landscape", "night_sky"):
        share = middle / 100
        # Too small throws pixels away; too large cuts the subject off, which is worse.
        misframed = max(WELL_FRAMED / share - 1, 2 * (share - 1.0), 0.0)
    sentence = (
        f"{case.focal_mm:.3g} mm; the subject fills {far:.0f} to {near:.0f} % of the height"
        if near is not None and far is not None
        else f"{case.focal_mm:.3g} mm"
    )
    framing = Framing(
        body_id=case.body.id,
        lens_id=case.lens.id,
        body_name=case.body.name,
        lens_name=case.lens.name,
        focal_length_mm=case.focal_mm,
        fills_near_percent=near,
        fills_far_percent=far,
        shutter_s=cell.shutter_s,
        aperture=cell.aperture,
        iso=cell.iso,
        price_ev=round(found.price_ev, 2),
        sentence=sentence,
    )
    return cell.burden + FRAMING_WEIGHT * misframed, framing


def _fills(case: Case, distance_m: float) -> float | None:
    height = SUBJECT_HEIGHT_M.get(case.subject)
    if height is None or distance_m >= OPTICAL_INFINITY_M:
        return None
    return height * case.focal_mm / distance_m / case.body.sensor_height_mm * 100
