"""Plain kit and situations for tests; every field a test cares about is said in the test."""

from __future__ import annotations

import math
import uuid
from typing import Any

import numpy as np

from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import RAW_FILES, Body, FlashSync, FrameRate, IsoCeilings, RawTrial
from wide_aperture.core.documents.lens import ApertureAt, Lens
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.preferences import Preferences, Requests, Schools
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.documents.situation import LightByEv, Situation, SpeedBand
from wide_aperture.core.physics.sensor import typical
from wide_aperture.core.picture.imaging.capture import Capture
from wide_aperture.core.picture.imaging.raw import expose
from wide_aperture.core.planning import PlanInput, plan_of

ALL_OPEN = tuple(RawTrial(file=file, opens=True) for file in RAW_FILES)  # no question left about the files


def body(**changes: Any) -> Body:
    """A 24 MP full-frame body with every shutter kind."""
    figures: dict[str, Any] = {
        "id": uuid.UUID(int=1),
        "name": "Test body",
        "sensor_width_mm": 36,
        "sensor_height_mm": 24,
        "megapixels": 24,
        "base_iso": 100,
        "highest_iso": 102400,
        "fastest_mechanical_s": 1 / 8000,
        "fastest_first_curtain_s": 1 / 4000,
        "fastest_electronic_s": 1 / 16000,
        "flash_sync": FlashSync(mechanical_s=1 / 250, electronic_first_curtain_s=1 / 250),
        "readout_ms": 22,
        "frame_rates": (FrameRate(shutter="mechanical", frames_per_s=10),),
        "buffer_raw_frames": 120,
        "card_slots": 2,
        "stabiliser_stops": 3,
        "anti_flicker": True,
        "electrons": typical(36, 24, 24, 100, 14.0),
        "ceilings": IsoCeilings(routine=12800, push=12800),
        "raw_tried": ALL_OPEN,
    }
    return Body(**{**figures, **changes})


def lens(focal: float = 200, f_number: float = 2.8, **changes: Any) -> Lens:
    """A single focal length; give focal_min_mm and focal_max_mm for a zoom."""
    figures: dict[str, Any] = {
        "id": uuid.UUID(int=2),
        "name": "Test lens",
        "focal_min_mm": focal,
        "focal_max_mm": focal,
        "widest": (ApertureAt(focal_length_mm=focal, f_number=f_number),),
    }
    return Lens(**{**figures, **changes})


def situation(
    ev: float = 8.5, speed: float = 0.0, near: float = 15.0, far: float | None = 40.0, **brief: Any
) -> Situation:
    """Something in even light; sports with a moving person unless said otherwise."""
    light = brief.pop("light", None) or LightByEv(ev100=ev, cct_k=brief.pop("cct_k", 5200))
    defaults: dict[str, Any] = {
        "id": uuid.UUID(int=3),
        "title": "Test",
        "genre": "sports",
        "near_m": near,
        "far_m": far,
        "light": light,
        "speed": SpeedBand(low_m_s=speed, high_m_s=speed),
        "direction": "erratic" if speed else "still",
    }
    return Situation(**{**defaults, **brief})


def plan_input(
    brief: Situation | None = None,
    *,
    camera: Body | None = None,
    glass: Lens | None = None,
    requests: dict[str, Any] | None = None,
    schools: dict[str, Any] | None = None,
    accessories: Accessories | None = None,
    pins: dict[str, Any] | None = None,
    own_look: str | None = None,
    **more: Any,
) -> PlanInput:
    """What a test case asks with."""
    return PlanInput(
        body=camera or body(),
        lens=glass or lens(),
        situation=brief or situation(speed=7),
        preferences=Preferences(
            requests=Requests(**(requests or {})), schools=Schools(**(schools or {})), look=own_look
        ),
        accessories=accessories or Accessories(),
        pins=tuple(Pin(setting=name, value=value) for name, value in (pins or {}).items()),
        **more,
    )


def planned(brief: Situation | None = None, **asked: Any) -> Plan:
    """The plan of a test case."""
    return plan_of(plan_input(brief, **asked))


def codes(of: Plan, *, open_only: bool = False) -> set[str]:
    """Codes of the findings of a plan."""
    return {finding.code for finding in of.findings if finding.is_open or not open_only}


def raw_shot(camera: Body, iso: float, reserve: str) -> tuple[float, float]:
    """Signal-to-noise of the deep tone in the simulated raw data, and EV from mid to where they end."""
    capture = Capture(focal_mm=50, focus_m=5, shutter_s=1 / 100, aperture=4, iso=iso, reserve=reserve, shot=1)
    plain = np.zeros((4, 4, 3), np.float32)
    raw = expose(plain, camera, capture, plain, plain, 1.0)
    signal = raw.mid_e * 2.0**-4
    noise = math.sqrt(signal + raw.read_e**2 + (camera.electrons.prnu_fraction * signal) ** 2)
    return signal / noise, math.log2(raw.clip_e / raw.mid_e)
