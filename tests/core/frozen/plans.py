"""What the plan of each situation of the corpus amounts to: values, limits, prices, margins, findings; no prose."""

from __future__ import annotations

from collections.abc import Iterator

from tests.core.corpus import all_inputs
from tests.core.frozen import Table, short
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.planning.assess import assess


def table() -> Table:
    return {title: lines(given) for title, given in all_inputs().items()}


def lines(given: PlanInput) -> list[str]:
    """Values, limits, prices, margins and findings of the plan; no prose."""
    return list(_lines(given))


def _lines(given: PlanInput) -> Iterator[str]:
    plan = plan_of(given)
    for entry in catalogue():
        value = plan.setup.value(entry.id)
        if value is not None and value != entry.usual:
            yield f"{entry.id}: {short(value)}"
    for window in plan.windows:
        yield f"window {window.id}: {short(window.low)} to {short(window.high)} {window.severity}"
    for price in plan.prices:
        yield f"price {price.limit}: {short(price.ev)} {price.seen}"
    for cost in plan.time_costs:
        yield f"minutes {cost.setting}: {short(cost.minutes)}"
    for other in plan.alternatives:
        costs = ", ".join(f"{price.limit} {short(price.ev)}" for price in other.costs)
        yield f"way {other.id}: {', '.join(f'{k} {short(v)}' for k, v in other.change.items())} for {costs or 'nothing'}"
    for way in ("less_light", "more_light"):
        steps = ", ".join(f"{step.limit} after {short(step.after_ev)}" for step in getattr(plan.give_way, way))
        yield f"give way, {way}: {steps}"
    for item in plan.margins.items:
        yield f"margin {item.assumption}: {short(item.stops)}"
    for frame in plan.prediction:
        yield f"predicted {frame.light}: {short(frame.shutter_s)} {short(frame.aperture)} {short(frame.iso)} {short(frame.error_ev)}"
    yield f"sharp: {' '.join(short(v) for v in plan.sharpness.model_dump().values() if isinstance(v, int | float))}"
    yield f"sensor: {' '.join(short(v) for v in plan.sensor.model_dump().values() if isinstance(v, int | float))}"
    yield f"advice: {plan.advice.feasible} {len(plan.advice.helps)}"
    yield f"cautions: {len(plan.cautions)}"
    for finding in plan.findings:
        fixed = f" by {', '.join(finding.handled_by)}" if finding.handled_by else ""
        yield f"finding {finding.code}{fixed}"
    assessed = assess(plan.setup, given)
    yield f"assessed: {', '.join(f'{price.limit} {short(price.ev)}' for price in assessed.prices)}"
