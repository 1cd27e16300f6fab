"""The foundation: what a photographer sets on any body, and what to change on a new body from its factory state."""

from __future__ import annotations

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Name
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.setup import Foundation


class FactoryChange(Spoken):
    """One setting to change on a new body."""

    setting: str
    label: Name
    group: Name
    factory: str
    wanted: str
    because: str


def _on_this_body(body: Body, foundation: Foundation | None) -> dict[SettingId, Value]:
    """What stands on a body on any day: in every genre and every light."""
    if foundation is None:
        return {}
    here = [each for each in foundation.standing if not each.genres and each.darker_than_ev is None]
    narrow = {each.setting: each.value for each in here if each.body_id == body.id and each.up_to is None}
    return {**foundation.settings, **narrow}


def factory_changes(body: Body, foundation: Foundation | None = None) -> tuple[FactoryChange, ...]:
    """What to change from factory on this body, in the catalogue's order. Settings the body lacks are left out."""
    own = _on_this_body(body, foundation)
    differs = {each.setting: each.option for each in body.factory}
    found = []
    for entry in catalogue.catalogue():
        declared = body.support_of(entry.id)
        wanted = own.get(entry.id, entry.usual)
        factory = differs.get(entry.id, entry.factory)
        if wanted is None or wanted == factory or (declared is not None and not declared.options):
            continue
        if declared is not None and isinstance(wanted, str) and wanted not in declared.options:
            continue  # nothing to set: the plan sets what comes nearest
        found.append(
            FactoryChange(
                setting=entry.id,
                label=entry.label,
                group=entry.group,
                factory=say_value(entry, factory),
                wanted=say_value(entry, wanted),
                because="Your foundation." if entry.id in own else entry.usual_because,
            )
        )
    return tuple(found)
