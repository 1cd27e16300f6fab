"""Limits on the aperture: depth that is needed or wanted, softness, diffraction, and the lens's ends."""

from __future__ import annotations

import math

from wide_aperture.core.documents import wording
from wide_aperture.core.physics import optics
from wide_aperture.core.physics.quantities import ev100, format_aperture
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits.term import Term, round_step

WIDEST_F = 0.7  # no lens opens further: everything is met
AIRY_UM_AT_F1 = float(optics.airy_disc_diameter(1.0))


def aperture_terms(case: Case, time_wanted_s: float | None) -> tuple[Term, ...]:
    """All limits on the f-number of this case. time_wanted_s: as limits/shutter has it, a stop in hand included."""
    terms = (
        _lens_ends(case),
        _subject_depth(case),
        _range_depth(case),
        _softness(case),
        _spare_light(case, time_wanted_s),
        _flash_opening(case),
        _diffraction(case),
        _smallest_sensible(case),
        _lens_best(case),
        _requested(case),
    )
    return tuple(t for t in terms if t is not None)


def _lens_ends(case: Case) -> Term:
    widest, smallest = case.glass.widest_aperture, case.glass.smallest_aperture
    fixed = case.lens.fixed_aperture
    return Term(
        id="lens_ends",
        axis="aperture",
        imposed_by="lens ends",
        kind="end",
        low=widest,
        high=smallest,
        say=lambda: (
            f"{case.lens.name} has one aperture, {format_aperture(widest)}."
            if fixed
            else f"{case.lens.name} opens to {format_aperture(widest)} at {case.glass.focal_mm:.3g} mm and closes to "
            f"{format_aperture(smallest)}."
        ),
    )


def _subject_depth(case: Case) -> Term | None:
    if case.depth.range_is_wanted_sharp or case.situation.look == "silhouette" or case.depth.stack_frames:
        return None
    needed = case.depth.aperture_for_subject
    if needed <= case.glass.widest_aperture / case.figure("spare_depth_ratio"):
        return None  # met with more than a stop to spare: not worth a mark on the ruler
    return Term(
        id="subject_depth",
        axis="aperture",
        imposed_by="subject's depth",
        weight=case.figure("weight", "subject_depth"),
        low=min(needed, case.figure("largest_sensible_f")),
        say=lambda: (
            f"{wording.centimetres(case.subject.depth_m)} of the subject at {wording.metres(case.subject.mid_m, 3)} are sharp at once from "
            f"{format_aperture(_tidy(needed))}."
        ),
    )


def _range_depth(case: Case) -> Term | None:
    if case.depth.stack_frames:
        return None  # the stack holds the depth, each frame at the lens's best
    needed = case.depth.aperture_for_whole_range
    if case.depth.range_is_wanted_sharp:
        if needed <= WIDEST_F:
            return None
        return Term(
            id="range_depth",
            axis="aperture",
            imposed_by="depth wanted",
            weight=case.figure("weight", "zone_depth" if case.depth.is_zone_focus else "range_depth"),
            low=min(needed, case.figure("largest_sensible_f")),
            say=lambda: (
                f"{_span(case)} are sharp together from {format_aperture(_tidy(needed))} with focus at {wording.metres(case.depth.focus_m, 2)}."
            ),
        )
    if (
        case.situation.genre == "street"
        and case.situation.look != "shallow"
        and case.subject.far_m > case.subject.near_m
    ):
        enough = min(needed, case.figure("forgiving_f"))
        return Term(
            id="depth_forgives",
            axis="aperture",
            imposed_by="depth forgives",
            kind="want",
            weight=case.figure("weight", "depth_forgives"),
            low=enough,
            say=lambda: (
                f"From {format_aperture(_tidy(enough))} a miss of the focus between {_span(case)} hardly shows."
            ),
        )
    return None


def _span(case: Case) -> str:
    near, far = case.subject.near_m, case.subject.far_m
    return f"{wording.metres(near, 3)} to {'infinity' if math.isinf(far) else wording.metres(far, 3)}"


def _softness(case: Case) -> Term | None:
    wanted = case.situation.background_blur_percent
    if wanted is None and case.situation.look == "shallow":
        wanted = case.figure("shallow_blur_percent")
    if not wanted or math.isinf(case.depth.focus_m):
        return None
    at_f1 = case.depth.blur_percent(1.0)  # the disc shrinks in proportion to the f-number
    largest = max(at_f1 / wanted, case.glass.widest_aperture)
    return Term(
        id="softness",
        axis="aperture",
        imposed_by="soft background",
        weight=case.figure("weight", "softness"),
        high=largest,
        say=lambda: (
            f"A far background blurs to {wanted:g} % of the frame's height up to {format_aperture(_tidy(largest))}."
        ),
    )


def _spare_light(case: Case, time_s: float | None) -> Term | None:
    """With light to spare at base ISO close to where depth forgives, before the time grows shorter than anything asks."""
    if case.depth.range_is_wanted_sharp or not case.subject.is_living or case.lens.fixed_aperture:
        return None
    asked = case.requests.aperture is not None or case.situation.background_blur_percent
    if asked or case.situation.look in ("shallow", "silhouette"):
        return None
    opening = case.depth.opening_needed
    if time_s is None:
        return None
    # By the marked time: the opening then steps where the ISO would, and more light never raises it.
    spare_ev = case.light.wanted_ev - float(ev100(opening, round_step(time_s), case.body.base_iso))
    low = min(case.figure("spare_light_f"), opening * 2 ** (spare_ev / 2))
    if low <= opening:
        return None
    return Term(
        id="spare_light",
        axis="aperture",
        imposed_by="light to spare",
        kind="want",
        weight=case.figure("weight", "spare_light"),
        low=low,
        say=lambda: f"There is light to spare at base ISO: from {format_aperture(_tidy(low))} depth forgives a little.",
    )


def _flash_opening(case: Case) -> Term | None:
    if not case.flash.is_all_the_light or case.requests.aperture is not None:
        return None
    return Term(
        id="flash_opening",
        axis="aperture",
        imposed_by="flash is the light",
        kind="want",
        weight=case.figure("weight", "flash_opening"),
        low=case.flash.opening,
        say=lambda: (
            f"The flash has light to spare: {format_aperture(case.flash.opening)} darkens the room and holds depth."
        ),
    )


def _diffraction(case: Case) -> Term | None:
    if case.lens.fixed_aperture:
        return None
    limit = case.figure("airy_seen_px") * case.body.pixel_pitch_um / AIRY_UM_AT_F1
    limit = max(limit, case.glass.widest_aperture)
    return Term(
        id="diffraction",
        axis="aperture",
        imposed_by="diffraction",
        weight=case.figure("weight", "diffraction"),
        high=limit,
        say=lambda: (
            f"Beyond {format_aperture(_tidy(limit))} the Airy disc covers more than {case.figure('airy_seen_px'):g} pixels of "
            f"{case.body.pixel_pitch_um:.2g} µm."
        ),
    )


def _smallest_sensible(case: Case) -> Term | None:
    """Nobody closes further to lengthen a time: the whole picture softens, and a filter does it better."""
    sensible = case.figure("largest_sensible_f")
    if case.lens.fixed_aperture or case.glass.smallest_aperture <= sensible or case.glass.widest_aperture >= sensible:
        return None
    return Term(
        id="smallest_sensible",
        axis="aperture",
        imposed_by="all of it softens",
        kind="want",
        weight=case.figure("weight", "smallest_sensible"),
        high=sensible,
        say=lambda: (
            f"Beyond {format_aperture(sensible)} all of the picture softens; a filter lengthens the time without that."
        ),
    )


def _lens_best(case: Case) -> Term | None:
    """Whole-frame sharpness, where light allows it for nothing: still subjects seen all over the frame."""
    outline = case.situation.look == "silhouette"
    over_the_frame = (
        case.subject.kind == "moon"
        or outline
        or case.depth.stack_frames is not None
        or (case.depth.range_is_wanted_sharp and not case.subject.is_living)
    )
    if case.lens.fixed_aperture or not over_the_frame:
        return None
    by_night = case.situation.genre == "night_sky" and case.subject.kind != "moon"
    if by_night and case.light.ev100 <= 0:
        return None  # stars above the land: light is worth more than corners
    best = min(case.glass.best_aperture, case.glass.smallest_aperture)
    if by_night:
        best = min(best, case.glass.widest_aperture * 2)  # two stops down: corners and light
    return Term(
        id="lens_best",
        axis="aperture",
        imposed_by="lens at its best",
        kind="want",
        weight=case.figure("weight", "lens_best"),
        low=best,
        say=lambda: (
            f"Corners and edges of most lenses are at their best from {format_aperture(_tidy(best))} on this sensor."
        ),
    )


def _requested(case: Case) -> Term | None:
    wanted = case.requests.aperture
    if wanted is None:
        return None
    return Term(
        id="requested_aperture",
        axis="aperture",
        imposed_by="you asked",
        kind="want",
        weight=case.figure("weight", "requested"),
        low=wanted,
        high=wanted,
        say=lambda: f"You asked for {format_aperture(wanted)}.",
    )


def _tidy(f_number: float) -> float:
    """An exact limit with two significant figures, for sentences."""
    return float(f"{max(f_number, 0.5):.2g}")
