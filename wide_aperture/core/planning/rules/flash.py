"""Rules of flash: power, ratio to the room, sync, curtain, gel, reach."""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.physics.flash import flash_reach, high_speed_sync_loss_ev
from wide_aperture.core.physics.quantities import mired
from wide_aperture.core.planning.draft import Draft


def set_flash(draft: Draft) -> None:
    """Every setting of the flash group beyond on and off."""
    if not draft.case.flash.in_use:
        return
    _set_power(draft)
    _set_sync(draft)
    _set_gel(draft)


def _set_power(draft: Draft) -> None:
    case, cell = draft.case, draft.exposure
    unit = case.accessories.flash
    steady = case.subject.near_m == case.subject.far_m or case.support.on_tripod
    draft.put(
        "flash_power",
        "manual" if steady else "auto",
        f"The distance stays at {wording.metres(case.subject.mid_m)}: the same light each time."
        if steady
        else f"Distances change from {wording.metres(case.subject.near_m)} to {wording.metres(case.subject.far_m)}: measured frame by frame.",
    )
    fill = case.flash.use == "fill"
    draft.put(
        "flash_comp_ev",
        case.figure("fill_ev") if fill else 0.0,
        f"{wording.stops_word(case.figure('fill_ev'))} under the daylight opens the shadows without being seen."
        if fill
        else f"The flash is the light; the room stays {wording.stops_word(case.light.ambient_offset_ev)} under it.",
    )
    draft.put("flash_auto_iso", "off", f"Fixed at ISO {cell.iso:.0f}, or the room would change from frame to frame.")
    spare = case.flash.spare_ev(cell.shutter_s, cell.aperture, cell.iso)
    if unit is None or spare is None:
        return
    reach = float(flash_reach(unit.guide_number_m, cell.aperture, cell.iso, case.flash.loss_ev(cell.shutter_s)))
    enough = (
        f"{wording.stops_word(spare)} to spare at {wording.metres(case.subject.mid_m)}"
        if spare >= 0
        else f"{wording.stops_word(spare)} short at {wording.metres(case.subject.mid_m)}"
    )
    level = max(case.figure("least_flash_ev"), min(0.0, (case.figure("fill_ev") if fill else 0.0) - spare))
    ready_s = case.flash.ready_again_s(level)
    draft.put(
        "flash_level_ev",
        round(level * 3) / 3 + 0.0,
        f"Guide number {unit.guide_number_m:g} reaches {wording.metres(reach)} here: {enough}.",
        f"It is ready again after about {wording.seconds(ready_s)}.",
    )
    burst = spare >= case.figure("burst_power_ev") and case.subject.is_living
    draft.put(
        "flash_burst",
        "burst" if burst else "single",
        f"At this power it is ready again after {wording.seconds(ready_s)}"
        + (": a few frames at once are lit alike." if burst else ": one frame at a time."),
    )


def _set_sync(draft: Draft) -> None:
    case, cell = draft.case, draft.exposure
    sync = draft.search.term("sync")
    if sync is not None and sync.low is not None:
        short = cell.shutter_s < sync.low / 1.12
        lost = float(high_speed_sync_loss_ev(cell.shutter_s, sync.low))
        draft.put(
            "high_speed_sync",
            "on" if short else "off",
            f"{wording.seconds(cell.shutter_s)} is shorter than sync: it costs {wording.stops_word(lost)} of reach."
            if short
            else f"{wording.seconds(cell.shutter_s)} is within sync, {wording.seconds(sync.low)}.",
        )
    draft.put(
        "flash_slowest_s",
        cell.shutter_s,
        f"Slower than {wording.seconds(cell.shutter_s)} the room would blur under the flash.",
    )
    trails = cell.shutter_s >= case.figure("flash_trails_from_s") and case.subject.is_moving
    draft.put(
        "flash_curtain",
        "second" if trails else "first",
        f"At {wording.seconds(cell.shutter_s)} trails would run ahead of the dancer."
        if trails
        else f"{wording.seconds(cell.shutter_s)} is too short for trails to matter.",
    )


def _set_gel(draft: Draft) -> None:
    case, flash_k = draft.case, draft.case.figure("preset_kelvin", "flash")
    apart = abs(float(mired(flash_k) - mired(case.light.cct_k)))
    if case.flash.is_all_the_light:
        draft.put("flash_gel", "none", "The flash is all the light there is: nothing to bring together.")
        return
    warm = apart > case.figure("mixed_mired") and case.light.cct_k < flash_k
    draft.put(
        "flash_gel",
        "warm" if warm else "none",
        f"The room's {case.light.cct_k:.0f} K lies {apart:.0f} mired from the flash"
        + (": a warm gel brings them together." if warm else "."),
    )
