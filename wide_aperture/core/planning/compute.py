"""The plan function: exposure first, then every group's rules, then what explains them."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from functools import partial
from typing import overload

from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.craft.marks_gap import stepped_gap_ev
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.plan import Finding, LightSeen, Plan, SensorWindow, Sharpness
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import Foundation, Pin
from wide_aperture.core.documents.situation import Situation
from wide_aperture.core.physics import optics
from wide_aperture.core.physics.sensor import usable_range_ev
from wide_aperture.core.planning.advice import advice, cautions
from wide_aperture.core.planning.alternatives import alternatives, choice_document, further_costs
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.frame_read import exposed_ev, frame_read
from wide_aperture.core.planning.margins import give_way, margins
from wide_aperture.core.planning.plan_input import SEARCHED_AXES, PlanInput
from wide_aperture.core.planning.prediction import prediction
from wide_aperture.core.planning.press_order import press_order
from wide_aperture.core.planning.remedies import tried
from wide_aperture.core.planning.rules.colour import set_colour
from wide_aperture.core.planning.rules.exposure import set_exposure
from wide_aperture.core.planning.rules.flash import set_flash
from wide_aperture.core.planning.rules.focus import set_focus
from wide_aperture.core.planning.rules.focus_aids import set_focus_aids
from wide_aperture.core.planning.rules.genre import set_genre
from wide_aperture.core.planning.rules.metering import set_metering
from wide_aperture.core.planning.rules.preview import set_preview
from wide_aperture.core.planning.rules.record import set_record
from wide_aperture.core.planning.rules.release import set_release
from wide_aperture.core.planning.rules.sequence import set_sequence
from wide_aperture.core.planning.rules.surroundings import set_surroundings
from wide_aperture.core.planning.search import ExposureSearch
from wide_aperture.core.planning.standing import settled, standing_report
from wide_aperture.core.planning.weighing import time_costs
from wide_aperture.core.planning.windows import exposure_field, price_list, windows

PLANNER_VERSION = "1.3"


RULES = (
    set_exposure,
    set_record,
    set_preview,
    set_metering,
    set_colour,
    set_focus,
    set_focus_aids,
    set_release,
    set_flash,
    set_sequence,
    set_surroundings,
    set_genre,
)


def plan_of(given: PlanInput) -> Plan:
    """Compute the setup for one situation with its limits, prices, other ways, margins and findings.

    Pins are obeyed even past a hard end, and priced.
    Raises: DomainError for a focal length the lens does not have, light of the sky without date and place, or a pin
        with no meaning; UnknownIdError for a light, setting or figure no table knows.
    """
    draft, findings = drafted(given)
    priced = [_priced(draft, finding) for finding in findings]
    return plan_from(draft, tried(given, priced, lambda other: drafted(other)[1]))


def plan_from(draft: Draft, findings: Sequence[Finding]) -> Plan:
    """The plan of a draft: everything that explains it."""
    case, search, setup = draft.case, draft.search, draft.setup()
    return Plan(
        planner_version=PLANNER_VERSION,
        situation_title=case.situation.title,
        setup=setup,
        choice=choice_document(draft, draft.exposure),
        light=LightSeen(
            ev100=case.light.ev100,
            ev_low=case.light.ev_low,
            ev_high=case.light.ev_high,
            cct_k=case.light.cct_k,
            second_cct_k=case.situation.second_cct_k,
            flicker_hz=case.light.flicker_hz,
            scene_range_ev=case.light.scene_range_ev,
        ),
        windows=windows(draft),
        prices=price_list(search, search.excesses(draft.exposure)),
        time_costs=time_costs(draft),
        alternatives=alternatives(draft),
        give_way=give_way(draft),
        margins=margins(draft),
        prediction=prediction(draft),
        field=exposure_field(draft),
        sharpness=_sharpness(draft),
        sensor=_sensor_window(draft),
        frame=frame_read(draft),
        set_by_hand=mode_facts(setup.option("exposure_mode")).by_hand,
        advice=advice(draft),
        missing=tuple(draft.missing),
        schools_followed=draft.schools,
        press_order=press_order(setup),
        cautions=cautions(draft),
        findings=tuple(findings),
        standing=standing_report(draft),
    )


def drafted(given: PlanInput) -> tuple[Draft, list[Finding]]:
    """Exposure and settings with what is found wrong with them, before anything explains them. Raises: as plan_of."""
    case = given.case
    return settled(partial(_ruled, case, ExposureSearch(case)))


def _ruled(case: Case, search: ExposureSearch, yielding: Mapping[SettingId, str]) -> Draft:
    """The rules run once. yielding: standing values that give way here, with the reason."""
    draft = Draft(case, search, search.choice, yielding=yielding)
    for rules in RULES:
        rules(draft)
    draft.put_usual()
    return draft


@overload
def plan(body: PlanInput) -> Plan: ...
@overload
def plan(
    body: Body,
    lens: Lens,
    situation: Situation,
    preferences: Preferences,
    *,
    accessories: Accessories = ...,
    foundation: Foundation | None = ...,
    pins: Sequence[Pin] = ...,
) -> Plan: ...
def plan(
    body: Body | PlanInput,
    lens: Lens | None = None,
    situation: Situation | None = None,
    preferences: Preferences = Preferences(),  # noqa: B008  frozen
    *,
    accessories: Accessories = Accessories(),  # noqa: B008  frozen
    foundation: Foundation | None = None,
    pins: Sequence[Pin] = (),
) -> Plan:
    """plan_of, asked with one PlanInput or with its parts. Raises: as plan_of; pydantic.ValidationError for a part missing."""
    if isinstance(body, PlanInput):
        return plan_of(body)
    parts = {"body": body, "lens": lens, "situation": situation, "preferences": preferences, "accessories": accessories}
    return plan_of(PlanInput.model_validate({**parts, "foundation": foundation, "pins": tuple(pins)}))


def _priced(draft: Draft, finding: Finding) -> Finding:
    """The finding with the price of its remedy, where that moves the exposure."""
    remedy = finding.remedy
    moved = {axis: float(v) for axis, v in (remedy.changes if remedy else {}).items() if axis in SEARCHED_AXES and v}
    if remedy is None or not moved:
        return finding
    other = draft.search.choice_with(**moved)
    priced: dict[str, object] = {"costs": further_costs(draft, other)}
    if other.nd_stops > draft.exposure.nd_stops:  # no limit is passed further, yet a filter has to be screwed on
        priced["label"] = f"{remedy.label}, with {other.nd_stops:g} stops of filter"
        priced["changes"] = {**remedy.changes, "nd_stops": other.nd_stops}
    return finding.model_copy(update={"remedy": remedy.model_copy(update=priced)})


def _sharpness(draft: Draft) -> Sharpness:
    case, cell = draft.case, draft.exposure
    coc = case.body.coc_mm
    held = draft.held.get("focus_distance_m")
    wanted = float(held) if isinstance(held, int | float) else case.depth.focus_m
    focus = case.glass.beyond_focal_m(wanted)
    zone = optics.depth_of_field(case.glass.focal_mm, cell.aperture, focus, coc)
    return Sharpness(
        focus_m=_finite(focus),
        near_m=zone.near_m,
        far_m=_finite(zone.far_m),
        hyperfocal_m=zone.hyperfocal_m,
        subject_near_m=case.subject.near_m,
        subject_far_m=_finite(case.subject.far_m),
        background_blur_percent=case.depth.blur_percent(cell.aperture),
    )


def _sensor_window(draft: Draft) -> SensorWindow:
    case, cell = draft.case, draft.exposure
    raw_clip = case.body.electrons.mid_below_clipping_ev
    usable = float(usable_range_ev(case.body, cell.iso, case.output.pixels, lowest_snr=2.0))
    low, high = (end + exposed_ev(draft) for end in case.frame.ends_ev)
    profile = draft.option("picture_profile") or "standard"
    return SensorWindow(
        noise_floor_ev=raw_clip - usable,
        preview_clip_ev=raw_clip
        - stepped_gap_ev(
            case.marks_before_raw_ev(profile),
            draft.number("look_contrast"),
            draft.number("look_highlight"),
        ),
        raw_clip_ev=raw_clip,
        scene_low_ev=round(low, 2),
        scene_high_ev=round(high, 2),
    )


def _finite(value: float) -> float | None:
    return value if math.isfinite(value) else None
