"""A road or a track in the open: tar or gravel, a verge, trees behind."""

from __future__ import annotations

from wide_aperture.core.picture.scenes.piece import Surroundings, lamp
from wide_aperture.core.picture.scenes.stage import Sheet
from wide_aperture.core.picture.scenes.trees import tree_line
from wide_aperture.core.picture.scenes.world import World, textured, within


def road(world: World) -> None:
    world.sky("sky", 0.0, 1.2, 13000, 7500, clouds=0.35, cloud_ev=0.8)
    z = world.subject_m + world.background_m
    tree_line(world, z, 7.0, {"sun": 0.55, "shade": 0.8})
    world.ground("road", lambda sheet: _tar(world, sheet), {"sun": 0.85, "shade": 1.0}, to_m=z, tone="road")
    fence = world.sheet()
    zf = world.subject_m * 1.5
    half = world.seen_half_m(zf) + 2
    posts = [world.upright(x - 0.05, x + 0.05, 0, 1.0, zf) for x in world.along(-round(half), half, 2.0)]
    rails = [world.upright(-half, half, y, y + 0.09, zf) for y in (0.45, 0.85)]
    mask = fence.canvas.polygons(posts + rails)
    fence.fill(mask, (0.36, 0.34, 0.30), textured(world.grain(fence, 6.0, zf, 4, octaves=3, stretch=3), 0.25))
    world.add("fence", fence, zf, {"sun": 0.9, "shade": 1.0})
    world.cast()


def _tar(world: World, sheet: Sheet) -> None:
    coarse, fine = world.ground_noise(0.6, 1, octaves=3, stretch=3), world.ground_noise(14, 2, octaves=3)
    near, far = world.subject_m * 0.72, world.subject_m * 1.3
    grain = within(sheet, textured(0.25 * coarse + 0.3 * fine, 1.0, 0.4, 1.8))
    sheet.cover((0.075, 0.11, 0.035), grain)
    sheet.fill(sheet.canvas.polygon(world.flat(-400, 400, near, far)), (0.105, 0.104, 0.10), grain)
    for edge in (near * 1.02, far * 0.98):
        sheet.fill(sheet.canvas.polygon(world.flat(-400, 400, edge, edge + 0.12)), (0.52, 0.52, 0.50), grain)


PIECE = Surroundings(
    name="road", words=("road", "track", "race", "rally", "circuit",), special=True, title="Road or track", about="Tar between verges, a fence and trees behind.", ev100=14.5, key_deg=60, draw=road,
    lamps=(lamp("sun", 14.3, 5400), lamp("shade", 11.8, 8500)), on_subject={"sun": 1.0, "shade": 1.0}, casts=("rider", "vehicle", "runner"), background_m=30.0,
    genres=("sports",), lights=("full_sun", "hazy_sun", "low_sun", "overcast", "bright_overcast"), activities=("bicycle_race", "motor_race", "sprint", "finish_line", "jog", "horse_gallop", "bicycle_town", "car_town", "train"),
    distance_m=18.0, focal_mm=135.0,
)  # fmt: skip
