"""Standing values put to the test: each holds here unless a check speaks because of it, and what gives way is said."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents.plan import Finding, GaveWay, StandingReport
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import SettingValue
from wide_aperture.core.planning.checks import Checked, run_checks
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.precedence import AS_IF_OFF, ASKED, has_number

Ruled = Callable[[Mapping[SettingId, str]], Draft]  # the rules run once, with these standing values left out


def settled(ruled: Ruled) -> tuple[Draft, list[Finding]]:
    """The draft in which every standing value that harms nothing stands, and its findings.

    A standing value is suspected where a check that judges its setting speaks with a number of the case; a general
    care is only a finding. Only what goes away without the value was its doing: the others stand.
    """
    draft = ruled({})
    findings = _judged(draft)
    suspects = _suspects(draft, findings)
    if not suspects:
        return draft, findings
    trial = ruled({name: finding.sentence for name, finding in suspects.items()})
    found = _judged(trial)
    still = {finding.code for finding in found if finding.is_open}
    guilty = {name: finding.sentence for name, finding in suspects.items() if finding.code not in still}
    if len(guilty) == len(suspects):
        return trial, found
    draft = ruled(guilty)
    return draft, _judged(draft)


def _judged(draft: Draft) -> list[Finding]:
    return run_checks(Checked(draft.case, draft.setup(), draft.search.terms))


def _suspects(draft: Draft, findings: list[Finding]) -> dict[SettingId, Finding]:
    """Standing values that replaced what a rule chose, where a check that judges their setting speaks."""
    found: dict[SettingId, Finding] = {}
    for finding in findings:
        if finding.is_open and finding.level != "note" and finding.about == "plan" and has_number(finding.sentence):
            for name in draft.precedence.stood - found.keys():
                if finding.code in catalogue.setting(name).fights:
                    found[name] = finding
    return found


def standing_report(draft: Draft) -> StandingReport | None:
    """How many standing values hold here, and each that does not with its reason; None for a photographer without any."""
    if not draft.standing:
        return None
    gave_way = tuple(each for name in draft.standing if (each := _gave_way(draft, name)) is not None)
    count, of = len(draft.standing) - len(gave_way), len(draft.standing)
    said = f"{count} of your {of} standing values hold" if of > 1 else "Your standing value holds" if count else ""
    if gave_way:
        way = f"{len(gave_way)} {'gives' if len(gave_way) == 1 else 'give'} way"
        said = f"{said}; {way}" if said else "Your standing value gives way"
    return StandingReport(hold=count, of=of, gave_way=gave_way, sentence=f"{said}.")


def _gave_way(draft: Draft, name: SettingId) -> GaveWay | None:
    entry, stands = catalogue.setting(name), draft.settings.get(name)
    own = draft.standing[name].near(stands.value if stands else None)
    yielded = draft.precedence.gave_way.get(name)
    if yielded is not None and (stands is None or stands.layer not in ("pin", "request", "foundation")):
        by, because = ("kit" if yielded.is_kit else "case"), yielded.because
    elif stands is None and own in AS_IF_OFF:
        return None
    elif stands is None:
        by, because = "kit", f"{draft.case.body.name} has none."
    elif stands.layer == "pin" and stands.value != own:
        by, because = "pin", f"You hold {say_value(entry, stands.value)} here."
    elif draft.precedence.asks_otherwise(name, own, stands.value):
        by, because = "request", f"You asked for {_asked(stands, entry)} here."
    else:
        return None
    return GaveWay(
        setting=name,
        label=entry.label,
        own=own,
        own_said=say_value(entry, own),
        used_said=say_value(entry, stands.value) if stands else "not there",
        by=by,
        sentence=because,
    )


def _asked(stands: SettingValue, entry: catalogue.CatalogueEntry) -> str:
    return say_value(entry, stands.value) if stands.reasons[:1] == (ASKED,) else "something else"
