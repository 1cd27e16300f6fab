"""What the planner says of a night frame whose sky is known: the Sky place asks here, so that both say the same."""

from __future__ import annotations

import math
from uuid import UUID

from wide_aperture.core.document import Document, Finite, Iso, Seconds
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import ApertureAt, Lens
from wide_aperture.core.documents.preferences import Preferences, Requests
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.documents.situation import (
    OPTICAL_INFINITY_M,
    Constraint,
    LightByEv,
    Situation,
    SubjectKind,
)
from wide_aperture.core.physics.motion import SIDEREAL_RATE_ARCSEC_S
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.plan_input import Brief
from wide_aperture.core.planning.search import ExposureSearch
from wide_aperture.core.sky.night.frames import ev_of_sky

NOBODY = UUID(int=0)


class NightChoice(Document):
    """The planner's frame. limit_*: the limits it was chosen between, None where the case has none."""

    exposure_s: Seconds
    iso: Iso
    limit_points_s: Finite | None
    points_px: Finite
    iso_drowned: Iso | None


def sky_rate_arcsec_s(declination_deg: float) -> float:
    """How fast a star of this declination moves for a fixed camera."""
    return SIDEREAL_RATE_ARCSEC_S * max(math.cos(math.radians(declination_deg)), 0.0)


def night_case(
    body: Body,
    focal_mm: float,
    f_number: float,
    *,
    sky_cd_m2: float,
    declination_deg: float,
    tracked: bool = False,
    exposure_s: float | None = None,
) -> Case:
    """Stars over a fixed or a tracking tripod, through a lens at this aperture. exposure_s: a time that is held."""
    follows: tuple[Constraint, ...] = ("star_tracker",) if tracked else ()
    brief = _brief("stars", ev_of_sky(sky_cd_m2), sky_rate_arcsec_s(declination_deg), f_number, follows)
    if exposure_s is not None:
        brief = brief.model_copy(update={"pins": (Pin(setting="shutter_s", value=exposure_s),)})
    return Case(brief, body, _lens(focal_mm, f_number))


def moon_case(
    body: Body, focal_mm: float, f_number: float, *, ev100: float, rate_arcsec_s: float, stabiliser_stops: float = 0.0
) -> Case:
    """The Moon in the hand through a lens at this aperture."""
    brief = _brief("moon", ev100, rate_arcsec_s, f_number, ())
    in_hand = brief.situation.model_copy(update={"support": "handheld"})
    return Case(brief.model_copy(update={"situation": in_hand}), body, _lens(focal_mm, f_number, stabiliser_stops))


def night_choice(case: Case) -> NightChoice:
    """Time and ISO of the plan for this case."""
    search = ExposureSearch(case)
    drowned, drift = search.term("read_noise_drowned"), case.subject.sky_drift_px(1.0)
    return NightChoice(
        exposure_s=search.choice.shutter_s,
        iso=search.choice.iso,
        limit_points_s=case.output.sky_tolerance_px / drift if drift > 0 else None,
        points_px=case.output.sky_tolerance_px,
        iso_drowned=drowned.marks[0] if drowned else None,
    )


def _brief(
    subject: SubjectKind, ev100: float, rate_arcsec_s: float, f_number: float, constraints: tuple[Constraint, ...]
) -> Brief:
    situation = Situation(
        id=NOBODY,
        title="Night",
        genre="night_sky",
        subject=subject,
        near_m=OPTICAL_INFINITY_M,
        far_m=None,
        light=LightByEv(ev100=ev100),
        angular_speed_arcsec_s=rate_arcsec_s,
        support="tripod",
        constraints=constraints,
        background_tone="dark",
    )
    return Brief(situation=situation, preferences=Preferences(requests=Requests(aperture=f_number)))


def _lens(focal_mm: float, f_number: float, stabiliser_stops: float = 0.0) -> Lens:
    widest = (ApertureAt(focal_length_mm=focal_mm, f_number=f_number),)
    return Lens(
        id=NOBODY, name="Lens", focal_min_mm=focal_mm, focal_max_mm=focal_mm, widest=widest, fixed_aperture=True,
        stabiliser_stops=stabiliser_stops,
    )  # fmt: skip
