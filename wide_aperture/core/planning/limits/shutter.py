"""Limits on the shutter: the body's ends, the flash, looks and what was asked for; movement and lamps have their own files."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits.lamps import flicker_term
from wide_aperture.core.planning.limits.movement import movement_terms, with_time_in_hand
from wide_aperture.core.planning.limits.term import NEAREST_STEP_EV, Term, round_step


def shutter_terms(case: Case) -> tuple[Term, ...]:
    """All limits on the exposure time of this case."""
    return with_time_in_hand(case, terms_by_sight(case))


def terms_by_sight(case: Case) -> tuple[Term, ...]:
    """The limits that see of a lens no more than its focal length and its stabiliser."""
    terms = (
        _fastest_end(case),
        _longest_end(case),
        _bulb(case),
        *movement_terms(case),
        _own_floor(case),
        _interval(case),
        _look_window(case),
        flicker_term(case),
        _sync(case),
        _requested(case),
    )
    return tuple(t for t in terms if t is not None)


def _fastest_end(case: Case) -> Term:
    kind = min(case.shutters.permitted, key=case.body.fastest_s)
    fastest = case.body.fastest_s(kind)
    return Term(
        id="shutter_end_fast",
        axis="shutter_s",
        imposed_by="shutter ends",
        kind="end",
        low=fastest,
        say=lambda: (
            f"{case.body.name} has nothing shorter than {wording.seconds(fastest)} with its "
            f"{kind.replace('_', ' ')} shutter."
        ),
    )


def _longest_end(case: Case) -> Term:
    timed = case.body.longest_with_program_s
    by_hand = case.support.on_tripod and case.accessories.release
    longest = max(case.figure("longest_bulb_s"), timed) if by_hand else timed
    return Term(
        id="shutter_end_slow",
        axis="shutter_s",
        imposed_by="bulb ends" if by_hand else "timed shutter ends",
        kind="end",
        high=longest,
        say=lambda: (
            f"Beyond {wording.seconds(longest)} heat and patience end the exposure."
            if by_hand
            else f"{case.body.name} times nothing longer than {wording.seconds(timed)}; bulb needs a tripod and a release."
        ),
    )


def _bulb(case: Case) -> Term | None:
    if not (case.support.on_tripod and case.accessories.release):
        return None
    timed = case.body.longest_with_program_s
    return Term(
        id="bulb",
        axis="shutter_s",
        imposed_by="bulb",
        weight=case.figure("weight", "bulb"),
        kind="want",
        high=timed,
        say=lambda: f"Longer than {wording.seconds(timed)} means bulb: a release and a watch.",
    )


def _own_floor(case: Case) -> Term | None:
    floor = case.requests.shutter_floor_s
    if floor is None:
        return None
    return Term(
        id="own_floor",
        axis="shutter_s",
        imposed_by="your floor",
        weight=case.figure("weight", "own_floor"),
        high=floor,
        say=lambda: f"You accept nothing slower than {wording.seconds(floor)}.",
    )


def _interval(case: Case) -> Term | None:
    """Exposure and writing fit into the interval that was asked for; a time that was asked for goes before it."""
    interval = case.requests.interval_s
    if interval is None or case.requests.shutter_s is not None:
        return None
    longest = interval - case.figure("write_s") * case.figure("least_write_share")
    if longest <= 0:
        return None
    return Term(
        id="interval_room",
        axis="shutter_s",
        imposed_by="your interval",
        weight=case.figure("weight", "own_floor"),
        high=longest * 2 ** (-2 * NEAREST_STEP_EV),  # a mark half a step over a limit still counts as at it: not here
        say=lambda: f"Every {interval:g} s a frame: {wording.seconds(longest)} leave time to write it.",
    )


def _look_window(case: Case) -> Term | None:
    look = case.situation.look
    if look == "star_trails":
        return _window(
            case, "star trails", *_band(case, "trail_frame_s"), "many frames of such a time joined make clean trails"
        )
    if look == "light_trails":
        return _window(
            case,
            "light trails",
            *_band(case, "light_trail_s"),
            "lamps and sparks then draw whole lines across the frame",
        )
    if look == "silky_water":
        speed = max(case.situation.speed.high_m_s, case.figure("silk_least_m_s"))
        paths = _band(case, "silk_path_m")
        low, high = paths[0] / speed, max(paths[1] / speed, case.figure("silk_longest_s"))
        return _window(
            case,
            "silky water",
            low,
            high,
            f"water at {wording.speed(speed)} turns to silk once it has run {wording.metres(paths[0], 6)}, and stays silk",
        )
    if look in ("pan_blur", "blur"):
        speed_px = max(case.subject.image_speed_px_s, 1.0)
        shares = _band(case, "pan_streak_share" if look == "pan_blur" else "blur_streak_share")
        low, high = (share * case.body.width_px / speed_px for share in shares)
        name = "panned streaks" if look == "pan_blur" else "wanted blur"
        percent = " to ".join(f"{share:.0%}" for share in shares)
        return _window(case, name, low, high, f"the streaks then cover {percent} of the frame's width")
    return None


def _band(case: Case, name: str) -> tuple[float, float]:
    return case.figure(name, "from"), case.figure(name, "to")


def _window(case: Case, label: str, low: float, high: float, because: str) -> Term:
    return Term(
        id="look_time",
        axis="shutter_s",
        imposed_by=label,
        kind="want",  # linear: a look out of reach must not wreck everything else for its sake
        weight=case.figure("weight", "look_time"),
        low=low,
        high=high,
        say=lambda: f"{wording.seconds(round_step(low))} to {wording.seconds(round_step(high))}: {because}.",
    )


def _sync(case: Case) -> Term | None:
    if not case.flash.in_use:
        return None
    limit = case.flash.sync_s
    if limit is None:
        return None
    fast = case.flash.high_speed_sync
    return Term(
        id="sync",
        axis="shutter_s",
        imposed_by="flash sync",
        kind="limit" if fast else "end",
        weight=case.figure("weight", "sync"),
        low=limit,
        say=lambda: (
            f"The whole frame sees the flash down to {wording.seconds(limit)}"
            + ("; high-speed sync goes on, losing light with every stop." if fast else "; shorter cuts part of it off.")
        ),
    )


def _requested(case: Case) -> Term | None:
    wanted = case.requests.shutter_s
    if wanted is None:
        return None
    return Term(
        id="requested_shutter",
        axis="shutter_s",
        imposed_by="you asked",
        kind="want",
        weight=case.figure("weight", "requested"),
        low=wanted,
        high=wanted,
        say=lambda: f"You asked for {wording.seconds(wanted)}.",
    )
