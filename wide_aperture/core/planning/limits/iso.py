"""Limits on the ISO: base, where noise begins to show, the person's two ceilings, and the body's end."""

from __future__ import annotations

from wide_aperture.core.physics import sensor
from wide_aperture.core.physics.quantities import format_iso, step_value
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits.term import Term


def iso_terms(case: Case) -> tuple[Term, ...]:
    """All limits on the ISO of this case."""
    terms = (
        _body_ends(case),
        _reserve_floor(case),
        _second_gain(case),
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
