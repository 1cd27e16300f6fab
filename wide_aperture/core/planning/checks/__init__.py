"""Checks: combinations that ruin frames, found on plans, hand-edited setups and imported documents.

One file per group; each check is a small function from Checked to a Finding or None, registered in its file's CHECKS.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.plan import Finding
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import Pin, Setup
from wide_aperture.core.documents.situation import Situation
from wide_aperture.core.planning.checks import (
    colour,
    controls,
    depth,
    exposure,
    files,
    flash,
    focus,
    lamps,
    metering,
    movement,
    requests,
    sequence,
    shutter,
    support,
    tone,
)
from wide_aperture.core.planning.checks.checked import Checked
from wide_aperture.core.planning.plan_input import PlanInput

__all__ = ["Checked", "check", "check_setup", "run_checks"]

GROUPS = (
    requests,
    exposure,
    tone,
    metering,
    movement,
    flash,
    lamps,
    colour,
    shutter,
    support,
    depth,
    focus,
    sequence,
    files,
    controls,
)
ALL_CHECKS = tuple(run for group in GROUPS for run in group.CHECKS)
LEVEL_ORDER = {"stop": 0, "caution": 1, "note": 2}


def check(
    setup: Setup,
    body: Body,
    lens: Lens,
    situation: Situation,
    preferences: Preferences,
    accessories: Accessories,
    *,
    pinned: Sequence[SettingId] = (),
) -> list[Finding]:
    """check_setup, asked with the parts of its input. pinned: ids of settings held at what the setup has."""
    pins = [Pin(setting=name, value=setup.value(name)) for name in pinned if setup.value(name) is not None]
    given = PlanInput(
        body=body, lens=lens, situation=situation, preferences=preferences, accessories=accessories, pins=tuple(pins)
    )
    return check_setup(setup, given)


def check_setup(setup: Setup, given: PlanInput) -> list[Finding]:
    """Return the findings of a setup in its situation: open ones first, then by level.

    Args: setup: any setup, planned or edited by hand; missing settings are not judged.
    Raises: DomainError for a focal length the lens does not have; UnknownIdError for an unknown named light.
    """
    return run_checks(Checked(given.case, setup))


def run_checks(checked: Checked) -> list[Finding]:
    """The same for a case whose limits are already known."""
    others = [run for run in ALL_CHECKS if run not in requests.CHECKS]
    found = [_with_way_back(checked, finding) for run in others if (finding := run(checked)) is not None]
    # What stands otherwise than asked is said once: by the check that knows what it would do, or else by these.
    answered = {name for finding in found if finding.about == "request" for name in finding.handled_by}
    last = replace(checked, answered=answered)
    found += [finding for run in requests.CHECKS if (finding := run(last)) is not None]
    return sorted(found, key=lambda f: (not f.is_open, LEVEL_ORDER[f.level], f.code))


def _with_way_back(checked: Checked, finding: Finding) -> Finding:
    """A request that was answered by another value can always be held instead."""
    if finding.about != "request" or finding.remedy is not None:
        return finding
    asked = {name: value for name, value in requests.overruled(checked).items() if name in finding.handled_by}
    return finding.model_copy(update={"remedy": requests.keep_mine(asked)}) if asked else finding
