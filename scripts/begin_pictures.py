"""Rewrites the small pictures of the guided brief: every beginning in its lights and at its distances, as its plan would take it."""

from __future__ import annotations

from uuid import NAMESPACE_URL, uuid5

import cv2

from wide_aperture.core.craft.beginnings import Beginning, beginnings
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.rehearsal.agreement import frame_taken
from wide_aperture.core.sheets.starting import starting_kit
from wide_aperture.demo.served import PROJECT

PICTURES = PROJECT / "frontend" / "src" / "planning" / "beginnings"
DRAWN_PX, SHIPPED_PX, QUALITY = 640, (264, 176), 76


def picture(room: Darkroom, begun: Beginning, *, distance: int, light: str) -> bytes:
    kit = starting_kit()
    lens = next(each.lens for each in kit.lenses if each.id == begun.lens)
    situation = begun.situation(uuid5(NAMESPACE_URL, begun.id), distance=distance, light=light)
    given = PlanInput(situation=situation, body=kit.bodies[0].body, lens=lens)
    drawn = frame_taken(given.case, plan_of(given), room, DRAWN_PX).frame.picture
    small = cv2.resize(cv2.cvtColor(drawn, cv2.COLOR_RGB2BGR), SHIPPED_PX, interpolation=cv2.INTER_AREA)
    return cv2.imencode(".jpg", small, [cv2.IMWRITE_JPEG_QUALITY, QUALITY])[1].tobytes()


def usual_distance(begun: Beginning) -> int:
    """The middle one of three."""
    return len(begun.distances) // 2


def main() -> None:
    room = Darkroom()
    PICTURES.mkdir(parents=True, exist_ok=True)
    for begun in beginnings():
        usual = usual_distance(begun)
        for light in begun.lights:
            (PICTURES / f"{begun.id}-{light}.jpg").write_bytes(picture(room, begun, distance=usual, light=light))
        for k in range(len(begun.distances)):
            (PICTURES / f"{begun.id}-{k}.jpg").write_bytes(picture(room, begun, distance=k, light=begun.lights[0]))


if __name__ == "__main__":
    main()
