"""What would the other school do? The same case planned once per school of a question, and what would differ."""

from __future__ import annotations

import math

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.schools import school_label, school_question
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Finite, Name
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.planning.compute import plan_of
from wide_aperture.core.planning.plan_input import PlanInput


class Difference(Spoken):
    """One setting that another school would set otherwise."""

    setting: str
    label: Name
    now: str
    then: str


class OtherSchool(Spoken):
    """A school of a question: what it would change. stops: exposure moved on each axis, + slower, smaller, higher."""

    question: str
    school: str
    label: str
    is_followed: bool
    differences: tuple[Difference, ...]
    shutter_stops: Finite
    aperture_stops: Finite
    iso_stops: Finite
    price_ev: Finite
    new_findings: tuple[str, ...]
    sentence: str


def other_schools(question: str, given: PlanInput) -> list[OtherSchool]:
    """Every school of one question, the one followed first.

    Raises: UnknownIdError for a question there is no school about; what plan_of() raises.
    """
    page = school_question(question)
    now = plan_of(given)
    own = given.schools
    followed = getattr(own, question)
    answers = []
    for school in (option.id for option in page.options):
        then = plan_of(given.with_schools(own.model_copy(update={question: school})))
        answers.append(_compare(question, school, school == followed, now, then))
    return sorted(answers, key=lambda answer: not answer.is_followed)


def differences(now: Plan, then: Plan) -> tuple[Difference, ...]:
    """Settings whose value differs between two plans, in the catalogue's order."""
    found = []
    for entry in catalogue.catalogue():
        before, after = now.setup.settings.get(entry.id), then.setup.settings.get(entry.id)
        said = [say_value(entry, held.value if held else None) for held in (before, after)]
        if said[0] != said[1]:
            found.append(Difference(setting=entry.id, label=entry.label, now=said[0], then=said[1]))
    return tuple(found)


def _compare(question: str, school: str, followed: bool, now: Plan, then: Plan) -> OtherSchool:
    shutter = math.log2(then.choice.shutter_s / now.choice.shutter_s)
    aperture = 2 * math.log2(then.choice.aperture / now.choice.aperture)
    iso = math.log2(then.choice.iso / now.choice.iso)
    changed = differences(now, then)
    price = sum(p.ev for p in then.prices) - sum(p.ev for p in now.prices)
    held = {finding.code for finding in now.findings if finding.is_open}
    new = tuple(f.title for f in then.findings if f.is_open and f.code not in held)
    if followed:
        sentence = "This is the school you follow."
    elif not changed:
        sentence = "Here it would change nothing."
    else:
        sentence = f"Changes {len(changed)} setting{'s' if len(changed) > 1 else ''}: " + ", ".join(
            f"{d.label.lower()} {d.spoken('then')}" for d in changed[:4]
        )
    return OtherSchool(
        question=question,
        school=school,
        label=school_label(question, school),
        is_followed=followed,
        differences=changed,
        shutter_stops=round(shutter, 2),
        aperture_stops=round(aperture, 2),
        iso_stops=round(iso, 2),
        price_ev=round(price, 2),
        new_findings=new,
        sentence=sentence,
    )
