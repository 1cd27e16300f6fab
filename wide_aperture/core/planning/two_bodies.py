"""Two bodies in the same hands: what differs between them in what is seen and handed over, so that their frames match."""

from __future__ import annotations

from collections.abc import Collection
from typing import Literal

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.document import Name, Text
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.planning.compute import plan_of
from wide_aperture.core.planning.looks import steps_in_all
from wide_aperture.core.planning.plan_input import PlanInput
from wide_aperture.core.planning.precedence import alike

# What frames of two bodies are told apart by: how they are recorded, toned, coloured and shown.
COMPARED = ("File", "Tone", "Colour", "Display", "Noise")
EACH_ITS_OWN: tuple[SettingId, ...] = ("file_prefix", "card_mode", "top_display", "finder_refresh", "finder_switch")
ADDED_TO_A_LOOK = ("look_contrast", "look_highlight", "look_shadow", "look_saturation", "look_sharpness")


class Apart(Spoken):
    """One setting in which two bodies differ. equal: what makes the second like the first; null: it cannot."""

    setting: SettingId
    label: Name
    first: Name
    second: Name
    equal: Value = None
    state: Literal["differs", "kept", "cannot"]
    sentence: Text


class TwoBodies(Spoken):
    """What stands between two bodies: their clocks and names first, then every setting in which they differ."""

    first: Name
    second: Name
    clocks: Text
    prefixes: Text
    apart: tuple[Apart, ...]
    sentence: Text


def two_bodies(given: PlanInput, second: Body, kept: Collection[str] = ()) -> TwoBodies:
    """Plan the same situation on a second body and list what differs. kept: settings meant to differ.

    Raises: what plan_of raises.
    """
    one, other = plan_of(given), plan_of(given.with_kit(second, given.lens))
    apart = tuple(
        found
        for entry in catalogue.catalogue()
        if entry.group in COMPARED and entry.id not in EACH_ITS_OWN
        for found in (_apart(entry, given.body, second, one, other, kept),)
        if found is not None
    )
    differ = sum(each.state == "differs" for each in apart)
    said = f"{differ} {'setting differs' if differ == 1 else 'settings differ'}" if differ else "They are set alike"
    if left := len(apart) - differ:
        said += f"; {left} {'is' if left == 1 else 'are'} kept apart or cannot be equal"
    named = one.setup.option("file_prefix") == "per_body"
    return TwoBodies(
        first=given.body.name,
        second=second.name,
        clocks="Set both clocks to the same second before the start: frames of two bodies sort by time.",
        prefixes="Each body has its own prefix: no file replaces another."
        if named
        else "Both count alike: give each body its own prefix, or files replace each other.",
        apart=apart,
        sentence=f"{said}.",
    )


def _apart(
    entry: catalogue.CatalogueEntry, first: Body, second: Body, one: Plan, other: Plan, kept: Collection[str]
) -> Apart | None:
    held, stands = one.setup.settings.get(entry.id), other.setup.settings.get(entry.id)
    if held is None and stands is None:
        return None
    here, there = (held.value if held else None), (stands.value if stands else None)
    wanted: Value = here
    if entry.id in ADDED_TO_A_LOOK:
        in_all, its = steps_in_all(first, one.setup, entry.id), steps_in_all(second, other.setup, entry.id)
        if in_all is not None and its is not None and isinstance(there, int | float):
            if alike(entry.id, in_all, its):
                return None
            wanted = there + in_all - its
    elif alike(entry.id, here, there):
        return None
    because = _cannot(entry, second, wanted, is_there=stands is not None)
    state: Literal["differs", "kept", "cannot"] = "cannot" if because else "kept" if entry.id in kept else "differs"
    return Apart(
        setting=entry.id,
        label=entry.label,
        first=say_value(entry, here) if held else "not there",
        second=say_value(entry, there) if stands else "not there",
        equal=None if because else wanted,
        state=state,
        sentence=because,
    )


def _cannot(entry: catalogue.CatalogueEntry, second: Body, wanted: Value, *, is_there: bool) -> str:
    """Why the second body cannot stand like the first; the empty text where it can."""
    declared = second.support_of(entry.id)
    if wanted is None or not is_there or (declared is not None and not declared.options):
        return (
            f"{second.name} has none. {declared.instead if declared else ''}".strip()
            if not is_there
            else "It hangs on what differs above."
        )
    if isinstance(wanted, str) and declared is not None and wanted not in declared.options:
        return f"{second.name} has no “{entry.option_label(wanted)}”. {declared.instead}".strip()
    if (
        isinstance(wanted, int | float)
        and not isinstance(wanted, bool)
        and second.end_passed(entry.id, wanted) is not None
    ):
        return f"{second.name} ends at {say_value(entry, second.end_passed(entry.id, wanted))}."
    return ""
