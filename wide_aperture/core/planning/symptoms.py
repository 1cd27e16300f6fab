"""The symptom finder: from what a picture or a camera does wrong, and how it is set, to ranked causes.

It looks at the same checks as the plan: a cause is likely when its check fires on the settings given. Each has a test
that decides, and where a setting cures it, the remedy.
"""

from __future__ import annotations

import json
from functools import cache
from importlib import resources

from pydantic import TypeAdapter

from wide_aperture.core.document import Document, Finite, Name, Text
from wide_aperture.core.documents.plan import Remedy
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.errors import UnknownIdError
from wide_aperture.core.planning.checks import Checked, run_checks


class CauseEntry(Document):
    """A possible cause. check: the code that speaks for it; settings: options that do (setting, option pairs)."""

    title: Name
    check: str | None = None
    settings: tuple[tuple[SettingId, str], ...] = ()
    prior: Finite
    because: Text
    test: Text
    remedy: dict[str, str | float | bool] | None = None
    remedy_label: str = ""


class Symptom(Document):
    """What a person sees, and what may be behind it."""

    id: str
    label: Name
    causes: tuple[CauseEntry, ...]


class RankedCause(Spoken):
    """A cause for this case. likelihood 0..1, causes of one symptom add up to 1."""

    title: Name
    likelihood: Finite
    because: str
    test: str
    evidence: str | None
    remedy: Remedy | None


@cache
def symptoms() -> tuple[Symptom, ...]:
    """All symptoms of data/symptoms.json."""
    text = resources.files("wide_aperture.core.craft").joinpath("data/symptoms.json").read_text("utf-8")
    return TypeAdapter(tuple[Symptom, ...]).validate_python(json.loads(text)["symptoms"])


def find_causes(symptom_id: str, checked: Checked) -> list[RankedCause]:
    """Rank the causes of a symptom for a setup in its case. Raises UnknownIdError for an unknown symptom."""
    symptom = next((s for s in symptoms() if s.id == symptom_id), None)
    if symptom is None:
        raise UnknownIdError("symptom", symptom_id)
    fired = {finding.code: finding for finding in run_checks(checked)}
    weighed = []
    for cause in symptom.causes:
        finding = fired.get(cause.check or "")
        stands = any(checked.option(setting) == option for setting, option in cause.settings)
        known = bool(cause.check) or any(checked.setup.value(setting) is not None for setting, _ in cause.settings)
        weight = cause.prior * (
            checked.case.figure("speaks_for")
            if finding or stands
            else checked.case.figure("speaks_against")
            if known
            else 1.0
        )
        evidence = finding.spoken("sentence") if finding else "It is set so." if stands else None
        remedy = finding.remedy if finding and finding.remedy else _own_remedy(cause)
        weighed.append((weight, cause, evidence, remedy))
    total = sum(weight for weight, *_ in weighed)
    ranked = [
        RankedCause(
            title=cause.title,
            likelihood=round(weight / total, 3),
            because=cause.because,
            test=cause.test,
            evidence=evidence,
            remedy=remedy,
        )
        for weight, cause, evidence, remedy in weighed
    ]
    return sorted(ranked, key=lambda cause: -cause.likelihood)


def _own_remedy(cause: CauseEntry) -> Remedy | None:
    return Remedy(label=cause.remedy_label, changes=dict(cause.remedy)) if cause.remedy else None
