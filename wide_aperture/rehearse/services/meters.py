"""Meter readings of a scene, all patterns beside each other."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.imaging.look import white_ev
from wide_aperture.core.picture.imaging.raw import exposure_ev100
from wide_aperture.core.picture.metering import PATTERNS, MeterPattern, Reading, meter, spot_radius
from wide_aperture.core.picture.tone import DEEP_SHADOW_EV, ev_from_mid, scene_range_ev, share_of, tone_table
from wide_aperture.rehearse.questions import MeteredBy, RenderRequest
from wide_aperture.rehearse.services.room import luminances, small_drawing, small_masks, wanted_ev100


def read_meter(asked: RenderRequest, by: MeteredBy, pattern: MeterPattern | None = None) -> Reading:
    """What a pattern asks for, flash left out."""
    return meter(
        luminances(asked),
        pattern or by.pattern,
        point=(by.x, by.y),
        spot_area=by.spot_area,
        link_point=by.link_point,
        faces=small_drawing(asked).faces if by.favour_faces else (),
    )


def metered_capture(asked: RenderRequest) -> Capture:
    """The capture with what the meter moves, held to what the body has."""
    by, capture, body = asked.metered, asked.capture, asked.body
    if by is None:
        return capture
    off = exposure_ev100(capture) - (read_meter(asked, by).ev100 - by.comp_ev)  # above 0: too dark
    if by.free == "iso":
        return capture.model_copy(update={"iso": min(max(capture.iso * 2**off, body.base_iso), body.highest_iso)})
    fastest = min(body.fastest_s(kind) for kind in body.shutter_kinds)
    shutter = min(max(capture.shutter_s * 2**off, fastest), body.longest_timed_s)
    return capture.model_copy(update={"shutter_s": shutter})


def meter_all(asked: RenderRequest) -> dict[str, Any]:
    """Every pattern beside each other, the tones under the chosen one, and the scene's range."""
    by = asked.metered or MeteredBy()
    light, wanted = luminances(asked), wanted_ev100(asked)
    clip = asked.body.electrons.mid_below_clipping_ev + asked.body.reserve_at(asked.capture.iso, asked.capture.reserve)
    screen_clip = white_ev(asked.capture.look, clip)
    patterns: list[dict[str, Any]] = []
    for pattern in PATTERNS:
        reading = read_meter(asked, by, pattern)
        exposure = reading.ev100 - by.comp_ev
        tones = ev_from_mid(light, exposure)
        patterns.append(
            {
                "pattern": pattern,
                "ev100": reading.ev100,
                "exposure_ev100": exposure,
                "error_ev": wanted - exposure,
                "face_error_ev": reading.face_error_ev,
                "raw_clipped": share_of(tones >= clip),
                "preview_clipped": share_of(tones >= screen_clip),
                "deep_shadow": share_of(tones < DEEP_SHADOW_EV),
            }
        )
    chosen = next(item["exposure_ev100"] for item in patterns if item["pattern"] == by.pattern)
    row, column = (min(int(share * n), n - 1) for share, n in ((by.y, light.shape[0]), (by.x, light.shape[1])))
    return {
        "wanted_ev100": wanted,
        "patterns": patterns,
        "tones": [{**asdict(tone), "snr": None} for tone in tone_table(light, small_masks(asked), chosen)],
        "scene_range_ev": scene_range_ev(light)[0],
        "spot_radius": spot_radius(by.spot_area, small_drawing(asked).aspect),
        "point_ev": float(ev_from_mid(light[row, column], chosen)),
    }
