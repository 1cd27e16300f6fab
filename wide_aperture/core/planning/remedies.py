"""A remedy is offered only after it was tried: one that does nothing or raises a stop is none, one with a cost says it.

What it brings is said by the title of the finding it raises, so that offer and alarm use the same words.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence

from wide_aperture.core.documents.plan import Finding, Remedy
from wide_aperture.core.documents.setup import Pin
from wide_aperture.core.errors import DomainError, UnknownIdError
from wide_aperture.core.planning.plan_input import PlanInput

ALARMS = ("stop", "caution")
Judge = Callable[[PlanInput], Sequence[Finding]]


def tried(given: PlanInput, findings: Sequence[Finding], judge: Judge) -> tuple[Finding, ...]:
    """The findings, the remedies of the open ones tried.

    Args: judge: the findings of an input, as the plan would have them.
    """
    return tuple(
        finding.model_copy(update={"remedy": _offered(given, finding, findings, judge)})
        if finding.is_open and finding.remedy is not None
        else finding
        for finding in findings
    )


def _offered(given: PlanInput, finding: Finding, before: Sequence[Finding], judge: Judge) -> Remedy | None:
    """The remedy with what it brings; with a second step where the first alone raises a stop that has its own remedy."""
    remedy = finding.remedy
    if remedy is None:
        return None
    after = _after(given, remedy, judge)
    if after is None or not _helps(finding, after):
        return None
    raised = _raised(before, after)
    stop = next((each for each in raised if each.level == "stop"), None)
    if stop is not None:
        if stop.remedy is None:
            return None
        remedy = Remedy(
            label=f"{remedy.label}, {stop.remedy.label[:1].lower()}{stop.remedy.label[1:]}",
            changes={**remedy.changes, **stop.remedy.changes},
            costs=remedy.costs,
        )
        after = _after(given, remedy, judge)
        if after is None or not _helps(finding, after):
            return None
        raised = _raised(before, after)
        if any(each.level == "stop" for each in raised):
            return None
    return remedy.model_copy(update={"raises": tuple(dict.fromkeys(each.title for each in raised))})


def _after(given: PlanInput, remedy: Remedy, judge: Judge) -> Sequence[Finding] | None:
    """What is found once the remedy is held; None where it cannot be held at all."""
    kept = tuple(pin for pin in given.pins if pin.setting not in remedy.changes)
    held = tuple(Pin.model_validate({"setting": name, "value": value}) for name, value in remedy.changes.items())
    try:
        return judge(given.with_pins((*kept, *held)))
    except (DomainError, UnknownIdError):
        return None


def _helps(finding: Finding, after: Sequence[Finding]) -> bool:
    """Whether it went away, is answered, or at least says something else (less of it)."""
    same = next((each for each in after if each.code == finding.code), None)
    return same is None or not same.is_open or same.sentence != finding.sentence


def _raised(before: Sequence[Finding], after: Sequence[Finding]) -> list[Finding]:
    """Alarms that were not there before, or not open."""
    open_before = {each.code for each in before if each.is_open}
    return [each for each in after if each.is_open and each.level in ALARMS and each.code not in open_before]
