"""Star trails, time-lapses, panoramas and test series: counts, gaps, duration, cards, batteries, and what the night does."""

from __future__ import annotations

import math
from typing import Literal

from wide_aperture.core.craft.endurance import battery_left, bytes_a_frame
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.document import Document, Finite, NotNegative, Seconds
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.body import Body
from wide_aperture.core.errors import DomainError

BATTERY_SHOTS_HOURS = figure("battery_night_hours")
DEW_HUMIDITY, COLD_C = figure("dew_humidity"), figure("cold_c")
TRAIL_GAP_S, LAPSE_WRITE_S = figure("sequence_gap_s", "star_trails"), figure("sequence_gap_s", "time_lapse")
PLAYBACK_FPS = figure("playback_fps")


class SequencePlan(Document):
    """A night sequence: what to set and what it takes."""

    kind: Literal["star_trails", "time_lapse"]
    exposure_s: Seconds
    interval_s: Seconds
    gap_s: NotNegative
    frames: int
    duration_min: Finite
    gigabytes: Finite
    batteries: int
    arc_deg: Finite
    playback_s: Finite
    notes: tuple[str, ...]


MOST_PANORAMA_FRAMES = 2000


def sequence_plan(
    kind: Literal["star_trails", "time_lapse"],
    body: Body,
    *,
    exposure_s: float,
    duration_min: float,
    interval_s: float | None = None,
    temperature_c: float | None = None,
    humidity: float | None = None,
    cards_gb: float = 128,
) -> SequencePlan:
    """Return counts and needs of a sequence.

    Raises: DomainError where the interval is shorter than exposure and writing, or nothing fits into the duration.
    """
    if not 0 < duration_min <= 24 * 60:
        raise DomainError("duration_min", duration_min, "must lie between 0 and 24 hours")
    gap = TRAIL_GAP_S if kind == "star_trails" else LAPSE_WRITE_S
    interval = interval_s if interval_s is not None else exposure_s + gap
    if interval < exposure_s + 0.3:
        raise DomainError(
            "interval_s", interval, f"must be longer than {wording.seconds(exposure_s)} and the writing after it"
        )
    frames = math.floor(duration_min * 60 / interval)
    if frames < 1:
        raise DomainError("duration_min", duration_min, "is shorter than one frame")
    gigabytes = frames * bytes_a_frame(body.megapixels) / 1e9
    batteries = math.ceil(duration_min / 60 / (BATTERY_SHOTS_HOURS * battery_left(temperature_c)))
    notes = []
    if kind == "star_trails" and interval - exposure_s > TRAIL_GAP_S + 0.05:
        notes.append(f"Gaps of {interval - exposure_s:.1f} s show as breaks in the trails: at most 1 s.")
    if gigabytes > cards_gb:
        notes.append(f"{gigabytes:.0f} GB of raw do not fit on {cards_gb:.0f} GB of cards.")
    if batteries > 1:
        notes.append(f"About {batteries} batteries: change without moving the camera, or feed it from outside.")
    if humidity is not None and humidity >= DEW_HUMIDITY:
        notes.append("Dew is likely: a warm band around the lens from the start.")
    if temperature_c is not None and temperature_c <= COLD_C:
        notes.append("Cold takes batteries early: spares next to the body.")
    notes.append("Dark-frame noise reduction off: it would double every exposure and tear gaps.")
    return SequencePlan(
        kind=kind,
        exposure_s=exposure_s,
        interval_s=interval,
        gap_s=interval - exposure_s,
        frames=frames,
        duration_min=duration_min,
        gigabytes=gigabytes,
        batteries=batteries,
        arc_deg=duration_min / 1436.07 * 360,
        playback_s=frames / PLAYBACK_FPS,
        notes=tuple(notes),
    )


class Panorama(Document):
    """Frames to turn through. step_deg: how far to turn between columns; tilts_deg: each row's height."""

    columns: int
    rows: int
    step_deg: Finite
    tilts_deg: tuple[Finite, ...]
    frames: int
    overlap: Finite
    sentence: str


def panorama(
    body: Body,
    focal_mm: float,
    *,
    span_deg: float,
    from_tilt_deg: float,
    to_tilt_deg: float,
    overlap: float = 0.35,
    upright: bool = True,
) -> Panorama:
    """Return columns and rows that cover a span of the horizon between two heights.

    Raises: DomainError for spans or overlaps out of range.
    Source: rectilinear field 2 atan(s / 2f); on the sky columns crowd together by the cosine of the altitude, so the edge
        of a row that lies nearest to the horizon decides how far to turn.
    """
    if not 1 <= span_deg <= 360:
        raise DomainError("span_deg", span_deg, "must lie between 1 and 360")
    if not 0.1 <= overlap <= 0.8:
        raise DomainError("overlap", overlap, "must lie between 10 % and 80 %")
    if not -90 <= from_tilt_deg <= to_tilt_deg <= 90:
        raise DomainError("to_tilt_deg", to_tilt_deg, "must not lie below from_tilt_deg, and both within 90 degrees")
    long_mm, short_mm = body.sensor_width_mm, body.sensor_height_mm
    tall = field_deg(long_mm if upright else short_mm, focal_mm)
    rise = tall * (1 - overlap)
    rows = max(math.ceil((to_tilt_deg - from_tilt_deg - tall) / rise) + 1, 1)
    low = from_tilt_deg + tall / 2
    high = max(to_tilt_deg - tall / 2, low)
    tilts = tuple(round(low + (high - low) * k / max(rows - 1, 1), 1) for k in range(rows))
    across = short_mm if upright else long_mm
    wide = min(narrowest_width_deg(across, tall, focal_mm, tilt) for tilt in tilts)
    step = wide * (1 - overlap)
    columns = max(math.ceil((span_deg - wide) / step) + 1, 1) if span_deg < 360 else math.ceil(360 / step)
    if columns * rows > MOST_PANORAMA_FRAMES:
        raise DomainError("focal_mm", focal_mm, f"must be shorter: {columns * rows} frames are no panorama any more")
    return Panorama(
        columns=columns,
        rows=rows,
        step_deg=round(step, 1),
        tilts_deg=tilts,
        frames=columns * rows,
        overlap=overlap,
        sentence=f"{columns} columns of {rows}, turned {step:.0f} degrees at a time: {columns * rows} frames, camera {'upright' if upright else 'level'}.",
    )


def field_deg(side_mm: float, focal_mm: float) -> float:
    """Angle of view across one side of the sensor."""
    return math.degrees(2 * math.atan(side_mm / (2 * focal_mm)))


def narrowest_width_deg(side_mm: float, tall_deg: float, focal_mm: float, tilt_deg: float) -> float:
    """The least span of bearing that a frame tilted up covers, over all its heights.

    Source: gnomonic projection. At v from the frame's middle a line of half-width h spans 2 atan(h / (f cos t - v sin t)),
    least on the edge whose line of sight lies lower.
    """
    tilt, half = math.radians(tilt_deg), math.tan(math.radians(tall_deg / 2)) * focal_mm
    ahead = [focal_mm * math.cos(tilt) - v * math.sin(tilt) for v in (-half, 0.0, half)]
    return min(math.degrees(2 * math.atan2(side_mm / 2, a)) if a > 0 else 360.0 for a in ahead)


class SeriesFrame(Document):
    """One frame of a test series."""

    number: int
    varies: str
    held: str


def test_series(
    vary: Literal["exposure_s", "iso", "aperture", "focus"], values: tuple[float, ...], held: dict[str, str]
) -> tuple[SeriesFrame, ...]:
    """A shot list that changes one thing and holds the rest, for later comparison.

    Raises: DomainError for fewer than two values.
    """
    if len(values) < 2:
        raise DomainError("values", values, "must hold at least two to compare")
    rest = ", ".join(f"{name} {value}" for name, value in held.items() if name != vary)
    return tuple(SeriesFrame(number=k + 1, varies=_varied(vary, value), held=rest) for k, value in enumerate(values))


def _varied(vary: str, value: float) -> str:
    if vary == "exposure_s":
        return wording.seconds(value)
    return {"iso": f"ISO {value:.0f}", "aperture": f"f/{value:g}"}.get(vary, f"focus step {value:+g}")


FOCUS_STEPS = (
    "Manual focus, lens wide open, stabiliser off.",
    "Enlarge a bright star (or a far lamp) in the middle of the screen.",
    "Turn through the smallest point and back until it is smallest; faint neighbours appear at best focus.",
    "Take a frame, look at a corner enlarged, tape the ring.",
    "Check again after each change of temperature, lens or filter.",
)
