"""Make the demo's played shoots: small JPEGs with everything in them, packed one zip a shoot. Run: python -m scripts.played

A match in which the photographer tried other times in two stretches and keeps less smear than the trade, and whose lamps are a stop
darker than anybody said; a wedding that went as planned. The same code gives the same files.
"""

from __future__ import annotations

import datetime as dt
import sys
import zipfile
from pathlib import Path
from uuid import UUID

from wide_aperture.core.documents.shoot import Shoot, sky_context
from wide_aperture.core.picture.imaging.darkroom import Darkroom
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.shooting import Day, Player, Roll, Slip, write_frame
from wide_aperture.core.shooting.write import Stage
from wide_aperture.demo import kit
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.shoots import SHOOTS, SITUATIONS

FOLDER = Path(kit.__file__).with_name("files")
WIDTH_PX, QUALITY = 216, 58
ZIP_DATE = (2026, 1, 1, 0, 0, 0)
MATCH_FRAMES = {0: 30, 1: 120, 2: 300, 3: 30}
WEDDING_FRAMES = 40


def asked(slug: str) -> tuple[Shoot, list[PlanInput]]:
    """A demo shoot and what its plans are asked with."""
    shoot = next(each for each in SHOOTS if each.id == demo_id(f"shoot/{slug}"))
    bodies, lenses = {each.id: each for each in BODIES}, {each.id: each for each in LENSES}
    return shoot, [
        PlanInput.of(each, bodies[each.body_id], lenses[each.lens_id], sky=sky_context(shoot))
        for each in SITUATIONS
        if each.shoot_id == shoot.id and each.body_id in bodies and each.lens_id in lenses
    ]


def match_day(given: PlanInput) -> Day:
    """Other times tried in two stretches, a stricter eye, darker lamps."""
    planned = plan_of(given).choice.shutter_s
    slips = tuple(
        Slip(
            situation_id=given.situation.id, setting="shutter_s", value=planned * times, from_share=begin, to_share=end
        )
        for times, begin, end in ((2.0, 0.25, 0.5), (0.5, 0.7, 0.95))
    )
    floodlit = given.situation.light.kind == "ev"
    return Day(slips=slips, accepts_share=0.0008, worth=0.9, fades=0.97, light_off_ev=-1.0 if floodlit else 0.0)


def write(slug: str, frames_of: dict[int, int] | int, day_of: object, seed: int, to: Path) -> int:
    """One zip; how many frames it holds."""
    shoot, given = asked(slug)
    assert shoot.date is not None
    darkroom, rolls, written = Darkroom(), dict[UUID, Roll](), 0
    midnight = dt.datetime.combine(shoot.date, dt.time())
    with zipfile.ZipFile(to, "w", zipfile.ZIP_STORED) as bundle:
        for number, each in enumerate(given):
            situation = each.situation
            begins = midnight + dt.timedelta(minutes=situation.starts_at_min or 600)
            minutes = float((situation.ends_at_min or 0) - (situation.starts_at_min or 0)) or None
            most = frames_of if isinstance(frames_of, int) else frames_of.get(number, 30)
            day = day_of(each) if callable(day_of) else Day()
            roll = rolls.get(each.body.id, Roll(prefix=f"{'ABC'[len(rolls)]}24_"))
            frames, rolls[each.body.id] = Player(each).play(
                day, begins=begins, minutes=minutes, seed=seed, roll=roll, most_frames=most
            )
            stage = Stage.of(each)
            for frame in frames:
                data = write_frame(frame, stage, darkroom, width_px=WIDTH_PX, quality=QUALITY)
                bundle.writestr(zipfile.ZipInfo(f"{frame.name}.jpg", ZIP_DATE), data)
                written += 1
    return written


def main() -> None:
    FOLDER.mkdir(parents=True, exist_ok=True)
    for slug, frames, day, seed in (("cup-final", MATCH_FRAMES, match_day, 1), ("wedding", WEDDING_FRAMES, None, 3)):
        to = FOLDER / f"{slug}.zip"
        count = write(slug, frames, day, seed, to)
        sys.stdout.write(f"{to.name}: {count} frames, {to.stat().st_size // 1000} kB\n")


if __name__ == "__main__":
    main()
