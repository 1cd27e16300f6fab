"""What a plan amounts to, one line each, for comparing; run as a module it writes the frozen file anew."""

from __future__ import annotations

import json
from collections.abc import Iterator
from pathlib import Path

from tests.core.corpus import all_inputs
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.planning.assess import assess

FILE = Path(__file__).parents[1] / "frozen" / "plans.json"


def read() -> dict[str, list[str]]:
    return json.loads(FILE.read_text("utf-8"))


def lines(given: PlanInput) -> list[str]:
    """Values, limits, prices, margins and findings of the plan; no prose."""
    return list(_lines(given))


def _lines(given: PlanInput) -> Iterator[str]:
    plan = plan_of(given)
    for entry in catalogue():
        value = plan.setup.value(entry.id)
        if value is not None and value != entry.usual:
            yield f"{entry.id}: {_short(value)}"
    for window in plan.windows:
        yield f"window {window.id}: {_short(window.low)} to {_short(window.high)} {window.severity}"
    for price in plan.prices:
        yield f"price {price.limit}: {_short(price.ev)} {price.seen}"
    for cost in plan.time_costs:
        yield f"minutes {cost.setting}: {_short(cost.minutes)}"
    for other in plan.alternatives:
        costs = ", ".join(f"{price.limit} {_short(price.ev)}" for price in other.costs)
        yield f"way {other.id}: {', '.join(f'{k} {_short(v)}' for k, v in other.change.items())} for {costs or 'nothing'}"
    for way in ("less_light", "more_light"):
        steps = ", ".join(f"{step.limit} after {_short(step.after_ev)}" for step in getattr(plan.give_way, way))
        yield f"give way, {way}: {steps}"
    for item in plan.margins.items:
        yield f"margin {item.assumption}: {_short(item.stops)}"
    for frame in plan.prediction:
        yield f"predicted {frame.light}: {_short(frame.shutter_s)} {_short(frame.aperture)} {_short(frame.iso)} {_short(frame.error_ev)}"
    yield f"sharp: {' '.join(_short(v) for v in plan.sharpness.model_dump().values() if isinstance(v, int | float))}"
    yield f"sensor: {' '.join(_short(v) for v in plan.sensor.model_dump().values() if isinstance(v, int | float))}"
    yield f"advice: {plan.advice.feasible} {len(plan.advice.helps)}"
    yield f"cautions: {len(plan.cautions)}"
    for finding in plan.findings:
        fixed = f" by {', '.join(finding.handled_by)}" if finding.handled_by else ""
        yield f"finding {finding.code}{fixed}"
    assessed = assess(plan.setup, given)
    yield f"assessed: {', '.join(f'{price.limit} {_short(price.ev)}' for price in assessed.prices)}"


def _short(value: object) -> str:
    return f"{value:.4g}" if isinstance(value, float) else str(value)


if __name__ == "__main__":
    FILE.parent.mkdir(exist_ok=True)
    FILE.write_text(
        json.dumps({t: lines(g) for t, g in all_inputs().items()}, indent=1, ensure_ascii=False) + "\n", "utf-8"
    )
