"""What a body's figures come to, for the form that edits them: each figure and what it changes in a plan."""

from __future__ import annotations

from wide_aperture.core.craft.figures import figure
from wide_aperture.core.document import Document
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.situation import OUTPUT_PIXELS
from wide_aperture.core.physics import optics, sensor
from wide_aperture.core.physics.quantities import format_aperture, format_iso, step_value


class BodyFact(Document):
    """One derived figure. field: the form field it follows from."""

    field: str
    label: str
    value: str
    changes: str


def body_facts(body: Body) -> tuple[BodyFact, ...]:
    """Derived figures with what they change."""
    diffraction = figure("airy_seen_px") * body.pixel_pitch_um / float(optics.airy_disc_diameter(1.0))
    clean = sensor.iso_ceiling(body, figure("clean_snr"), OUTPUT_PIXELS["print_a3"])
    shown = format_iso(step_value("iso", clean, 0)) if clean else "under base"
    return (
        BodyFact(
            field="megapixels",
            label="Pixel pitch",
            value=f"{body.pixel_pitch_um:.2f} µm",
            changes="Motion, shake and star limits are counted in pixels of this size.",
        ),
        BodyFact(
            field="sensor_width_mm",
            label="Crop factor",
            value=f"{body.crop_factor:.2f}",
            changes="The hand-hold limit and the equivalent focal length.",
        ),
        BodyFact(
            field="sensor_height_mm",
            label="Circle of confusion",
            value=f"{body.coc_mm * 1000:.1f} µm",
            changes="Depth of field on the distance ruler.",
        ),
        BodyFact(
            field="megapixels",
            label="Diffraction from",
            value=format_aperture(float(f"{diffraction:.2g}")),
            changes="Where the aperture ruler begins to cost.",
        ),
        BodyFact(
            field="electrons",
            label="Range of one frame at base",
            value=f"{float(sensor.engineering_range_ev(body, body.base_iso)):.1f} EV",
            changes="When a bracket is planned.",
        ),
        BodyFact(
            field="electrons",
            label="Noise shows from, at A3",
            value=shown,
            changes="Where the ISO ruler begins to cost.",
        ),
    )
