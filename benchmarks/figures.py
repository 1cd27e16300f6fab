"""Percentiles and how they are printed."""

from __future__ import annotations

from collections.abc import Sequence


def percentile(values: Sequence[float], share: float) -> float:
    """The value below which this share of the sorted values lies."""
    ordered = sorted(values)
    return ordered[min(int(len(ordered) * share), len(ordered) - 1)]


def report(name: str, values: Sequence[float], unit: str, aim: str) -> None:
    p50, p95 = percentile(values, 0.5), percentile(values, 0.95)
    print(f"{name:<44} p50 {p50:8.2f} {unit}   p95 {p95:8.2f} {unit}   n {len(values):5d}   aim: {aim}")
