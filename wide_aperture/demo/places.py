"""Demo places: where the demo shoots take place, with their darkness, town glow and horizon."""

from __future__ import annotations

from wide_aperture.core.documents.place import HorizonPoint, SavedPlace, TownGlow
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.shoots import OPEN_SEA, SOUTH_SEA, SOUTH_ZONE, SOUTHERLY_SEA, ZONE

PLACES: tuple[SavedPlace, ...] = (
    SavedPlace(
        id=demo_id("place/withen"), name="Withen Ridge", zone=ZONE, dark_mag=21.6, elevation_m=420, **SOUTHERLY_SEA,
        note="Barn on the saddle; the wall is a good seat. Tell somebody before you go up.",
        glows=(TownGlow(bearing_deg=160, width_deg=50, height_deg=10, strength=6),),
        horizon=(
            HorizonPoint(bearing_deg=0, altitude_deg=2), HorizonPoint(bearing_deg=100, altitude_deg=0.8),
            HorizonPoint(bearing_deg=180, altitude_deg=1), HorizonPoint(bearing_deg=270, altitude_deg=5),
        ),
    ),
    SavedPlace(id=demo_id("place/tarn"), name="Hare Tarn", zone=ZONE, dark_mag=21.3, elevation_m=350, **OPEN_SEA),
    SavedPlace(
        id=demo_id("place/sound"), name="Cold Sound", zone=SOUTH_ZONE, dark_mag=21.8, **SOUTH_SEA,
        note="Tide table before you walk out to the point.",
    ),
)  # fmt: skip
