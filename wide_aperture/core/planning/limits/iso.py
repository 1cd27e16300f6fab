"""Limits on the ISO: base, where noise begins to show, the person's two ceilings, and the body's end."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.physics import sensor
from wide_aperture.core.physics.flash import flash_reach
from wide_aperture.core.physics.quantities import format_aperture, format_iso, luminance_from_ev100, step_value
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits.term import Term
from wide_aperture.core.sky.night.frames import iso_enough, sky_electrons_s


def iso_terms(case: Case) -> tuple[Term, ...]:
    """All limits on the ISO of this case."""
    terms = (
        _body_ends(case),
        _reserve_floor(case),
        _second_gain(case),
        _drowned(case),
        _flash_reach(case),
        _clean(case),
        _routine(case),
        _push(case),
        _requested(case),
    )
    return tuple(t for t in terms if t is not None)


def _body_ends(case: Case) -> Term:
    low, high = case.body.base_iso, case.body.highest_iso
    return Term(
        id="iso_ends",
        axis="iso",
        imposed_by="body ends",
        kind="end",
        low=low,
        high=high,
        say=lambda: f"{case.body.name} goes from its base {format_iso(low)} to {format_iso(high)}.",
    )


def _reserve_floor(case: Case) -> Term | None:
    reserve = case.requests.dr_mode
    floor = case.body.reserve_floor(reserve)
    if floor is None or "dr_mode" in case.wishes.harms:
        return None
    return Term(
        id="reserve_floor",
        axis="iso",
        imposed_by="highlight reserve",
        kind="want",
        weight=case.figure("weight", "reserve_floor"),
        low=floor,
        say=lambda: f"The highlight reserve you asked for starts at {format_iso(floor)}.",
    )


def _second_gain(case: Case) -> Term | None:
    """Marks where the sensor becomes cleaner; wanted only by the school that stays there."""
    cleaner = sensor.cleaner_from_iso(case.body.electrons)
    if cleaner is None:
        return None
    tidy = step_value("iso", cleaner, 0)
    stays = case.schools.iso == "fixed_clean_high" and not case.support.on_tripod and tidy <= case.body.ceilings.routine
    return Term(
        id="second_gain",
        axis="iso",
        imposed_by="second gain",
        kind="want",
        weight=case.figure("weight", "second_gain"),
        low=tidy if stays else None,
        marks=(tidy,),
        say=lambda: (
            f"From {format_iso(tidy)} the sensor reads out more cleanly"
            + (": your school stays there." if stays else "; just under it shadows are noisier than at it.")
        ),
    )


def _drowned(case: Case) -> Term | None:
    """Under a night sky: the ISO from which only the sky's own noise counts, while the tone wants another."""
    if case.subject.kind != "stars" or case.situation.direction == "erratic" or case.light.ev100 >= 0:
        return None
    drift = case.subject.sky_drift_px(1.0)
    time_s = case.output.sky_tolerance_px / drift if drift > 0 else case.body.longest_timed_s
    sky = float(luminance_from_ev100(case.light.ev100 + case.figure("sky_place_ev")))
    electrons = sky_electrons_s(case.body, case.depth.opening_needed, sky) * time_s
    enough = iso_enough(case.body, electrons)
    return Term(
        id="read_noise_drowned",
        axis="iso",
        imposed_by="read noise drowned",
        kind="want",
        marks=(enough,),  # a mark, no window: the tone wanted decides, and this says what more would bring
        say=lambda: (
            f"From {format_iso(step_value('iso', enough, 0))} the sky's {electrons:.0f} electrons a pixel drown the read noise: "
            "more only makes the frame brighter, and takes its highlights."
        ),
    )


def _flash_reach(case: Case) -> Term | None:
    """Where the flash is the light: the ISO at which full power reaches the subject, the time keeping the room down."""
    unit = case.accessories.flash
    if unit is None or not case.flash.leads:
        return None
    opening, distance_m = case.depth.opening_needed, case.subject.mid_m
    reaches_m = float(flash_reach(unit.guide_number_m, opening, 100, case.flash.loss_ev(None)))
    needed = 100 * (distance_m / reaches_m) ** 2
    if needed <= case.body.base_iso:
        return None
    low = min(needed, case.body.ceilings.routine)
    return Term(
        id="flash_reach",
        axis="iso",
        imposed_by="flash's reach",
        weight=case.figure("weight", "flash_reach"),
        low=low,
        say=lambda: (
            f"At {format_aperture(opening)} the flash's full power reaches {wording.metres(distance_m)} from "
            f"{format_iso(step_value('iso', needed, 0))}."
        ),
    )


def _clean(case: Case) -> Term | None:
    limit = case.output.clean_iso
    if limit >= case.body.ceilings.routine:
        return None
    tidy = step_value("iso", limit, 0)
    return Term(
        id="clean",
        axis="iso",
        imposed_by="noise shows",
        weight=case.figure("weight", "clean"),
        high=limit,
        say=lambda: (
            f"Above {format_iso(tidy)} deep shadows begin to look grainy at this output "
            f"(signal-to-noise under {case.figure('clean_snr'):g}, electron figures {case.body.electrons.provenance})."
        ),
    )


def _routine(case: Case) -> Term:
    ceiling = case.body.ceilings.routine
    return Term(
        id="ceiling",
        axis="iso",
        imposed_by="your ceiling",
        weight=case.figure("noise_weight", case.situation.genre),
        high=ceiling,
        say=lambda: f"Your routine ceiling is {format_iso(ceiling)}, because of {case.body.ceilings.reason}.",
    )


def _push(case: Case) -> Term:
    ceiling = case.body.ceilings.push
    return Term(
        id="ceiling_push",
        axis="iso",
        imposed_by="ceiling at a push",
        kind="end",
        high=ceiling,
        say=lambda: f"At a push you accept {format_iso(ceiling)}, never more.",
    )


def _requested(case: Case) -> Term | None:
    wanted = case.requests.iso
    if wanted is None:
        return None
    return Term(
        id="requested_iso",
        axis="iso",
        imposed_by="you asked",
        kind="want",
        weight=case.figure("weight", "requested"),
        low=wanted,
        high=wanted,
        say=lambda: f"You asked for {format_iso(wanted)}.",
    )
