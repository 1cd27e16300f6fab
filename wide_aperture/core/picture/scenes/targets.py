"""Bench targets: an even grey card and a wedge of known steps."""

from __future__ import annotations

from wide_aperture.core.physics.quantities import luminance_from_ev100
from wide_aperture.core.picture.scenes.stage import CARD, Stage

WEDGE_TOP_EV, WEDGE_STEPS = 5, 15  # from five stops over mid downwards, one stop a step


def grey_card(stage: Stage) -> None:
    """A card of 18 % over the whole frame, evenly lit."""
    sheet = stage.sheet()
    sheet.cover(CARD)
    stage.add("grey card", sheet, 1.0, is_subject=True)
    stage.mark("grey card", sheet.alpha)
    stage.card = (0.0, 0.5)


def step_wedge(stage: Stage) -> None:
    """A wedge lit from behind: fifteen steps of one stop, a slanted edge and fine lines for sharpness."""
    canvas = stage.canvas
    mid = float(luminance_from_ev100(10.0))
    sheet = stage.sheet()
    sheet.cover((0.02, 0.02, 0.02))
    width = 0.94 * canvas.aspect / WEDGE_STEPS
    for step in range(WEDGE_STEPS):
        left = -0.47 * canvas.aspect + step * width
        patch = canvas.polygon([(left, 0.12), (left + width * 0.94, 0.12), (left + width * 0.94, 0.52), (left, 0.52)])
        sheet.glow(patch, mid * 2.0 ** (WEDGE_TOP_EV - step), 5500)
        stage.tones[f"step {WEDGE_TOP_EV - step:+d} EV"] = patch
    tones = dict(stage.tones)
    stage.tones.clear()
    sheet.glow(canvas.polygon([(-0.44, 0.60), (-0.06, 0.60), (-0.10, 0.92), (-0.44, 0.92)]), mid * 2, 5500)
    for k in range(26):
        x = 0.05 + 0.40 * (k / 26) ** 0.7
        gap = 0.012 * (1 - k / 28)
        sheet.glow(canvas.polygon([(x, 0.60), (x + gap * 0.5, 0.60), (x + gap * 0.5, 0.92), (x, 0.92)]), mid * 2, 5500)
    stage.add("wedge", sheet, 1.0, {"room": 0.0}, is_subject=True)
    for name, mask in tones.items():
        stage.mark(name, mask)
    stage.focus = (-0.08, 0.76)
