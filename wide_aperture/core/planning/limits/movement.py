"""Limits on the time by movement: what moves, comes nearer, trails or shakes, and the time kept in hand under them."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Any

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M, STREAK_LOOKS
from wide_aperture.core.physics import motion
from wide_aperture.core.physics.quantities import step_value, time_for
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits.term import Term, round_step

SLOWEST_THAT_COUNTS_PX_S = 1e-3  # slower than this nothing moves within the longest exposure
MOVES_OR_SHAKES = ("motion", "growth", "wind", "shake")


def movement_terms(case: Case) -> tuple[Term | None, ...]:
    """What moves and what shakes; they see of a lens no more than its focal length and its stabiliser."""
    return (
        _subject_motion(case),
        _focus_travel(case),
        _wind(case),
        _sky_motion(case),
        _visible_trails(case),
        _shake(case),
    )


def with_time_in_hand(case: Case, terms: tuple[Term, ...]) -> tuple[Term, ...]:
    """The limits with the room that this case's own opening leaves under the clean ISO."""
    in_hand = _time_in_hand(case, time_wanted_s(case, terms), _strictest_s(terms))
    return (*terms, in_hand) if in_hand is not None else terms


def _by_floor(case: Case, limit_s: float, weight: float) -> dict[str, Any]:
    """kind and weight of a limit of movement or shake: what the photographer accepts to show is a price, no harm."""
    accepted = case.support.accepted_s
    if accepted is None or accepted <= limit_s:
        return {"weight": weight}
    return {"kind": "want", "weight": case.figure("weight", "accepted")}


def _subject_motion(case: Case) -> Term | None:
    if case.situation.look in STREAK_LOOKS or case.subject.image_speed_px_s < SLOWEST_THAT_COUNTS_PX_S:
        return None
    if case.flash.is_all_the_light:
        return None  # the room is held so dark that nothing of it moves: the sync time limits, not the movement
    # The flash itself stops the subject; what is left to blur is its ghost in the dimmer ambient light.
    tolerance_px = case.output.blur_tolerance_px * (case.figure("ghost_tolerance") if case.flash.leads else 1.0)
    limit = tolerance_px / case.subject.image_speed_px_s * 2**case.subject.still_moment_stops
    return Term(
        id="motion",
        axis="shutter_s",
        imposed_by="subject motion",
        high=limit,
        **_by_floor(
            case,
            limit,
            case.figure("motion_weight", case.situation.genre)
            * (case.figure("weight", "motion_beside_flash") if case.flash.leads else 1.0),
        ),
        say=lambda: _motion_said(case, limit, tolerance_px),
    )


def _motion_said(case: Case, limit_s: float, tolerance_px: float) -> str:
    subject = case.subject
    share = tolerance_px / case.body.width_px * 100
    where = f"at {wording.metres(subject.blur_m, 3)}" if subject.blur_m < OPTICAL_INFINITY_M else ""
    what = (
        wording.speed(subject.speed_m_s)
        if subject.speed_m_s == case.situation.speed.high_m_s
        else f"small movements, about {wording.speed(subject.speed_m_s)},"
    )
    return (
        f"{what} {where} with {case.glass.focal_mm:.3g} mm crosses {subject.image_speed_px_s:.0f} px/s; "
        f"{wording.seconds(round_step(limit_s))} keeps that to {tolerance_px:.0f} px ({share:.2g} % of the width{', as you accept' if case.output.own_blur_percent else ''})"
        f"{_by_burst(case)}."
    )


def _by_burst(case: Case) -> str:
    stops = case.subject.still_moment_stops
    if not stops:
        return ""
    return (
        f", {wording.stops_word(stops)} of it because one of {case.situation.burst_frames} frames meets a still moment"
    )


def _focus_travel(case: Case) -> Term | None:
    """Towards the camera the subject also grows; the growth blurs its edge before the sideways part does."""
    if case.situation.direction != "towards" or case.situation.look in STREAK_LOOKS or case.subject.speed_m_s <= 0:
        return None
    if (
        case.subject.blur_m >= OPTICAL_INFINITY_M
        or case.flash.leads
        or case.subject.image_speed_px_s < SLOWEST_THAT_COUNTS_PX_S
    ):
        return None
    # The edge of what is seen of it moves outwards by height/2 x v t / d.
    edge_px = case.subject.shown_share_at(case.subject.blur_m) / 2 * case.body.height_px
    limit = case.output.blur_tolerance_px * case.subject.blur_m / (edge_px * case.subject.speed_m_s)
    return Term(
        id="growth",
        axis="shutter_s",
        imposed_by="coming closer",
        high=limit,
        **_by_floor(case, limit, case.figure("motion_weight", case.situation.genre)),
        say=lambda: (
            f"Coming at {wording.speed(case.subject.speed_m_s)} from {wording.metres(case.subject.blur_m, 3)} its edges grow by "
            f"{case.output.blur_tolerance_px:.0f} px in {wording.seconds(round_step(limit))}."
        ),
    )


def _wind(case: Case) -> Term | None:
    """Wind stirs what is near: leaves and grass."""
    if (
        not case.has("windy")
        or case.situation.look in STREAK_LOOKS
        or case.subject.near_m > case.figure("wind_reach_m")
    ):
        return None
    leaves_m_s = case.figure("leaf_speed_m_s")
    speed = motion.subject_blur(
        leaves_m_s,
        90,
        case.glass.beyond_focal_m(case.subject.near_m),
        case.glass.focal_mm,
        case.body.pixel_pitch_um,
        1.0,
    )
    limit = case.output.blur_tolerance_px / float(speed)
    return Term(
        id="wind",
        axis="shutter_s",
        imposed_by="wind",
        high=limit,
        **_by_floor(case, limit, case.figure("weight", "wind")),
        say=lambda: (
            f"Leaves at {wording.metres(case.subject.near_m, 3)} stir by about {wording.speed(leaves_m_s)}: {wording.seconds(round_step(limit))} holds "
            f"them to {case.output.blur_tolerance_px:.0f} px."
        ),
    )


def _sky_motion(case: Case) -> Term | None:
    if case.subject.sky_rate_arcsec_s <= 0 or case.situation.look in STREAK_LOOKS:
        return None
    limit = case.output.sky_tolerance_px / case.subject.sky_drift_px(1.0)
    if case.situation.direction == "erratic":
        label, text = "moving curtains", "folds of light drift by about"
    elif case.subject.kind == "moon":
        label, text = "the Moon drifts", "the Moon drifts by"
    else:
        label, text = "stars trail", "stars drift by"
    return Term(
        id="trailing",
        axis="shutter_s",
        imposed_by=label,
        weight=case.figure("weight", "trailing"),
        high=limit,
        say=lambda: (
            f"With {case.glass.focal_mm:.3g} mm on {case.body.pixel_pitch_um:.2g} µm pixels {text} "
            f"{case.subject.sky_drift_px(1.0):.2g} px/s: {case.output.sky_tolerance_px:.2g} px after "
            f"{wording.seconds(round_step(limit))}."
        ),
    )


def _visible_trails(case: Case) -> Term | None:
    """Past five pixels a trail is seen as a trail, whatever the output."""
    if case.subject.kind == "moon" or case.situation.direction == "erratic":
        return None
    if case.subject.sky_rate_arcsec_s <= 0 or case.situation.look in STREAK_LOOKS:
        return None
    limit = case.figure("visible_trail_px") / case.subject.sky_drift_px(1.0)
    return Term(
        id="trails_seen",
        axis="shutter_s",
        imposed_by="trails are seen",
        weight=case.figure("weight", "trails_seen"),
        high=limit,
        say=lambda: (
            f"After {wording.seconds(round_step(limit))} stars have drawn {case.figure('visible_trail_px'):g} px."
        ),
    )


def _shake(case: Case) -> Term | None:
    limit = case.support.handheld_limit_s
    if math.isinf(limit) or case.situation.look in ("pan_blur", "blur"):
        return None
    return Term(
        id="shake",
        axis="shutter_s",
        imposed_by="shake",
        high=limit,
        **_by_floor(case, limit, case.figure("weight", "shake_beside_flash" if case.flash.leads else "shake")),
        say=lambda: f"{'; '.join(_steadied_by(case))}: steady to {wording.seconds(round_step(limit))}.",
    )


def _steadied_by(case: Case) -> list[str]:
    """What the hand-hold limit is made of."""
    parts = [
        f"{case.glass.focal_mm:.3g} mm on this sensor, {case.situation.support.replace('handheld', 'in the hand')}"
    ]
    if case.output.asks_twice_the_care:
        parts.append(
            "twice the care for its pixels"
            if case.body.megapixels > case.figure("many_pixels_mp")
            else "twice the care for the print"
        )
    if case.support.stabiliser_stops:
        parts.append(f"{case.support.stabiliser_stops:g} stops from the stabiliser")
    frames = case.situation.burst_frames
    if frames > 1:
        chance = float(motion.burst_success(motion.sharp_chance(motion.burst_gain_stops(frames)), frames))
        parts.append(
            f"{motion.burst_gain_stops(frames):.1f} stops from a burst of {frames} ({chance:.0%} for one sharp)"
        )
    return parts


def time_wanted_s(case: Case, terms: Sequence[Term]) -> float | None:
    """A time with a stop in hand under what movement and shake allow; None where neither limits it, or a look decides.

    terms: the case's limits on the time.
    """
    if case.situation.look in STREAK_LOOKS or case.flash.leads:
        return None
    limit = _strictest_s(terms)
    if math.isinf(limit):  # on a tripod: what rests still breathes
        return case.figure("people_time_s") if case.subject.is_living else None
    wanted = max(limit / 2 ** case.figure("time_in_hand_stops"), min(limit, case.figure("short_enough_s")))
    if case.support.on_tripod:
        return wanted
    if case.subject.kind in ("person", "group"):
        wanted = min(wanted, case.figure("people_time_s"))
    equivalent = case.glass.focal_mm * case.body.crop_factor
    if equivalent < case.figure("long_lens_mm"):
        return wanted
    return min(wanted, 1 / (equivalent * case.support.care_divisor))


def _strictest_s(terms: Sequence[Term]) -> float:
    """The shortest time that movement or shake asks for; inf where neither does."""
    return min((term.high for term in terms if term.id in MOVES_OR_SHAKES and term.high is not None), default=math.inf)


def _time_in_hand(case: Case, wanted: float | None, strictest_s: float) -> Term | None:
    """Under the clean ISO a stop more time than needed costs nothing seen. No further than that: it is never a price."""
    if wanted is None or case.requests.shutter_s is not None:
        return None
    # By marks: the time then steps where the ISO would, and more light never raises it.
    opening = case.depth.opening_needed
    if opening > case.glass.widest_aperture:
        opening = step_value("aperture", opening, 0)
    affordable = float(time_for(case.light.wanted_ev, opening, step_value("iso", case.output.clean_iso, 0)))
    high = max(wanted, affordable)
    if high >= strictest_s:
        return None  # the ISO is no longer clean even without a stop in hand
    return Term(
        id="time_in_hand",
        axis="shutter_s",
        imposed_by="time in hand",
        kind="want",
        weight=case.figure("weight", "time_in_hand"),
        high=high,
        say=lambda: (
            f"Up to {wording.seconds(round_step(high))} the ISO stays clean: a stop in hand under what moves and shakes."
        ),
    )
