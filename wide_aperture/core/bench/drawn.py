"""A curve of an outcome as a small SVG, for reports that are read without the application."""

from __future__ import annotations

from xml.sax.saxutils import escape

import numpy as np

from wide_aperture.core.bench.found import Curve

WIDTH, HEIGHT = 520, 260
LEFT, RIGHT, TOP, BOTTOM = 64, 16, 16, 44
TICKS = 5
WIDE_RANGE = 20.0  # times, from which an axis counts in doublings


def svg_of(curve: Curve) -> str:
    """The curve with its interval, axes and values."""
    x, y = np.array(curve.x, float), np.array(curve.y, float)
    low = np.array(curve.low, float) if curve.low else y
    high = np.array(curve.high, float) if curve.high else y
    log = bool(x.size) and x.min() > 0 and x.max() / x.min() >= WIDE_RANGE
    across = _scale(np.log2(x) if log else x, LEFT, WIDTH - RIGHT)
    floor, top = (float(np.min(low)), float(np.max(high))) if y.size else (0.0, 1.0)
    rise = (HEIGHT - TOP - BOTTOM) / ((top - floor) or 1.0)
    down = {name: HEIGHT - BOTTOM - (each - floor) * rise for name, each in (("y", y), ("low", low), ("high", high))}
    marks = []
    for value in np.linspace(floor, top, TICKS):
        at = HEIGHT - BOTTOM - (value - floor) * rise
        marks.append(f'<path d="M{LEFT} {at:.1f}H{WIDTH - RIGHT}" stroke="#ccc"/><text x="{LEFT - 6}" y="{at + 4:.1f}" text-anchor="end">{value:.3g}</text>')  # fmt: skip
    named = np.unique(np.linspace(0, len(x) - 1, TICKS).round().astype(int)) if x.size else ()
    marks += [
        f'<text x="{across[k]:.1f}" y="{HEIGHT - BOTTOM + 16}" text-anchor="middle">{x[k]:.3g}</text>' for k in named
    ]
    band = _points(np.r_[across, across[::-1]], np.r_[down["low"], down["high"][::-1]]) if curve.low else ""
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDTH} {HEIGHT}" font-family="sans-serif" font-size="11">'
        f"<title>{escape(curve.label)}</title>{''.join(marks)}"
        + (f'<polygon points="{band}" fill="#0b6b6b" fill-opacity=".18"/>' if band else "")
        + f'<polyline points="{_points(across, down["y"])}" fill="none" stroke="#0b6b6b" stroke-width="2"/>'
        f'<text x="4" y="11">{escape(curve.y_label)}</text>'
        f'<text x="{WIDTH - RIGHT}" y="{HEIGHT - 8}" text-anchor="end">{escape(curve.x_label)}</text></svg>'
    )


def _scale(values: np.ndarray, first: float, last: float) -> np.ndarray:
    span = float(np.ptp(values)) if values.size else 0.0
    return first + (values - values.min()) / (span or 1.0) * (last - first) if values.size else values


def _points(x: np.ndarray, y: np.ndarray) -> str:
    return " ".join(f"{a:.1f},{b:.1f}" for a, b in zip(x, y, strict=True))
