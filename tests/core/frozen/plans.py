"""What the plan of each situation of the corpus amounts to: values, limits, prices, margins, findings; of prose its digest."""

from __future__ import annotations

from collections.abc import Iterator

from tests.core.corpus import all_inputs
from tests.core.frozen import Table, said, short
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.planning.assess import assess


def table() -> Table:
    return {title: lines(given) for title, given in all_inputs().items()}


def lines(given: PlanInput) -> list[str]:
    """Values, limits, prices, margins and findings of the plan."""
    return list(_lines(given))


def _lines(given: PlanInput) -> Iterator[str]:
    plan = plan_of(given)
    for entry in catalogue():
        chosen = plan.setup.settings.get(entry.id)
        if chosen is not None and (chosen.value != entry.usual or chosen.layer != "usual"):
            yield f"{entry.id}: {short(chosen.value)} {chosen.layer} {said((chosen.reasons, chosen.limits))}"
    for window in plan.windows:
        yield f"window {window.id}: {short(window.low)} to {short(window.high)} {window.severity} {said(window.sentence)}"
    for price in plan.prices:
        yield f"price {price.limit}: {short(price.ev)} {price.seen} {said((price.label, price.sentence, price.seen_because))}"
    for cost in plan.time_costs:
        yield f"minutes {cost.setting}: {short(cost.minutes)} {said(cost.sentence)}"
    for other in plan.alternatives:
        costs = ", ".join(f"{price.limit} {short(price.ev)}" for price in other.costs)
        yield f"way {other.id}: {', '.join(f'{k} {short(v)}' for k, v in other.change.items())} for {costs or 'nothing'} {said(other.gains)}"
    for way in ("less_light", "more_light"):
        steps = ", ".join(f"{step.limit} after {short(step.after_ev)}" for step in getattr(plan.give_way, way))
        yield f"give way, {way}: {steps} {said(getattr(plan.give_way, way))}"
    for item in plan.margins.items:
        yield f"margin {item.assumption}: {short(item.stops)} {said(item.sentence)}"
    for frame in plan.prediction:
        yield f"predicted {frame.light}: {short(frame.shutter_s)} {short(frame.aperture)} {short(frame.iso)} {short(frame.error_ev)}"
    yield f"sharp: {' '.join(short(v) for v in plan.sharpness.model_dump().values() if isinstance(v, int | float))}"
    yield f"sensor: {' '.join(short(v) for v in plan.sensor.model_dump().values() if isinstance(v, int | float))}"
    yield f"advice: {plan.advice.feasible} {said(plan.advice)} {said(plan.margins.sentence)}"
    yield f"cautions: {len(plan.cautions)} {said(plan.cautions)}"
    for finding in plan.findings:
        fixed = f" by {', '.join(finding.handled_by)}" if finding.handled_by else ""
        yield f"finding {finding.code}{fixed} {finding.about} {said((finding.sentence, finding.residual, finding.remedy))}"
    assessed = assess(plan.setup, given)
    yield f"assessed: {', '.join(f'{price.limit} {short(price.ev)}' for price in assessed.prices)}"
