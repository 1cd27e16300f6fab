"""Rewrites the Atlas's illustrations: what a setting does to a picture, at two or three values of it, as plans would take it."""

from __future__ import annotations

import json
from dataclasses import dataclass
from uuid import NAMESPACE_URL, uuid5

import cv2
import numpy as np

from wide_aperture.core.craft.beginnings import beginning
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.rehearsal.agreement import frame_taken
from wide_aperture.core.sheets.starting import starting_kit
from wide_aperture.demo.served import PROJECT

PICTURES = PROJECT / "frontend" / "src" / "places" / "atlas" / "pictures"
WHOLE_PX, CLOSE_PX, QUALITY = 960, 2400, 82
SHIPPED = (360, 240)


@dataclass(frozen=True)
class Shown:
    """One illustration. close: how much of the width is shown, for what is seen at 100 % only; held: what stays alike."""

    setting: str
    values: tuple[Value, ...]
    begins: str
    light: str | None = None
    distance: int = 1
    close: float = 1.0
    held: tuple[tuple[str, Value], ...] = ()


ILLUSTRATIONS = (
    Shown("shutter_s", (1 / 1000, 1 / 125, 1 / 30), "field_match", "overcast", close=0.45),
    Shown("aperture", (1.8, 5.6, 16.0), "portrait", "open_shade"),
    Shown("iso", (200.0, 3200.0, 25600.0), "portrait", "window_side", close=0.1),
    Shown("exposure_comp_ev", (-1.0, 0.0, 1.0), "deer", "overcast", held=(("exposure_mode", "aperture_priority"),)),
    Shown("nd_stops", (0.0, 6.0), "waterfall", "overcast"),
    Shown("white_balance", ("daylight", "tungsten", "auto"), "ceremony", "church_evening"),
    Shown("kelvin", (3000.0, 5200.0, 9000.0), "couple", "open_shade", held=(("white_balance", "kelvin"),)),
    Shown("picture_profile", ("standard", "neutral", "flat", "mono"), "street", "low_sun"),
    Shown("look_contrast", (-2.0, 0.0, 2.0), "street", "full_sun"),
    Shown("look_saturation", (-2.0, 0.0, 2.0), "couple", "low_sun"),
    Shown("look_sharpness", (-2.0, 0.0, 2.0), "perched_bird", "overcast", close=0.12),
    Shown("look_highlight", (-2.0, 0.0, 2.0), "ceremony", "church_day"),
    Shown("look_shadow", (-2.0, 0.0, 2.0), "street", "full_sun"),
    Shown("dr_mode", ("off", "highlight_reserve_2"), "ceremony", "church_day", held=(("iso", 800.0),)),
    Shown("metering", ("multi_segment", "spot", "highlight_weighted"), "dancing", "dance_floor", held=(("exposure_mode", "aperture_priority"),)),
    Shown("focus_distance_m", (2.0, 4.0, 12.0), "couple", "open_shade", held=(("aperture", 1.8),)),
    Shown("stabilisation", ("on", "off"), "portrait", "filament_room", close=0.3, held=(("shutter_s", 1 / 8),)),
)  # fmt: skip


def picture(room: Darkroom, shown: Shown, value: Value) -> np.ndarray:
    kit = starting_kit()
    begun = beginning(shown.begins)
    lens = next(each.lens for each in kit.lenses if each.id == begun.lens)
    situation = begun.situation(uuid5(NAMESPACE_URL, shown.setting), distance=shown.distance, light=shown.light)
    pins = tuple(Pin(setting=name, value=held) for name, held in (*shown.held, (shown.setting, value)))
    bag = Accessories(nd_stops=(3, 6), flash=Flash(guide_number_m=40, high_speed_sync=True))
    given = PlanInput(situation=situation, body=kit.bodies[0].body, lens=lens, accessories=bag, pins=pins)
    drawn = frame_taken(given.case, plan_of(given), room, CLOSE_PX if shown.close < 1 else WHOLE_PX)
    frame, (x, y) = drawn.frame.picture, drawn.frame.scene.share_of(drawn.frame.scene.focus)
    height, width = frame.shape[:2]
    wide, high = round(width * shown.close), round(height * shown.close)
    left = min(max(round(x * width - wide / 2), 0), width - wide)
    top = min(max(round(y * height - high / 2), 0), height - high)
    cut = np.ascontiguousarray(frame[top : top + high, left : left + wide])
    return cv2.resize(cv2.cvtColor(cut, cv2.COLOR_RGB2BGR), SHIPPED, interpolation=cv2.INTER_AREA)


def main() -> None:
    room = Darkroom()
    PICTURES.mkdir(parents=True, exist_ok=True)
    for old in PICTURES.glob("*.jpg"):
        old.unlink()
    told = []
    for shown in ILLUSTRATIONS:
        for k, value in enumerate(shown.values):
            file = PICTURES / f"{shown.setting}-{k}.jpg"
            file.write_bytes(
                cv2.imencode(".jpg", picture(room, shown, value), [cv2.IMWRITE_JPEG_QUALITY, QUALITY])[1].tobytes()
            )
        told.append(
            {
                "setting": shown.setting,
                "values": list(shown.values),
                "close": shown.close < 1,
                "what": beginning(shown.begins).label,
            }
        )
    (PICTURES / "illustrations.json").write_text(json.dumps(told, indent=1) + "\n", "utf-8")


if __name__ == "__main__":
    main()
