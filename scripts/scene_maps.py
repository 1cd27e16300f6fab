"""Writes wide_aperture/core/picture/data/scene_maps.npz from the drawings: `make scene-maps`."""

from __future__ import annotations

from pathlib import Path

from wide_aperture.core.picture.scenes.build import scene
from wide_aperture.core.picture.scenes.catalogue import KINDS
from wide_aperture.core.picture.scenes.maps import DRAWN_AT, HEIGHT_PX, WIDTH_PX, packed

TARGET = Path(__file__).parents[1] / "wide_aperture" / "core" / "picture" / "data" / "scene_maps.npz"


def main() -> None:
    """Draw every scene once and keep its map."""
    drawn = {kind.name: scene(kind.name, WIDTH_PX * DRAWN_AT, HEIGHT_PX * DRAWN_AT) for kind in KINDS}
    TARGET.parent.mkdir(exist_ok=True)
    TARGET.write_bytes(packed(drawn))
    print(f"{len(drawn)} maps, {TARGET.stat().st_size // 1024} kB")


if __name__ == "__main__":
    main()
