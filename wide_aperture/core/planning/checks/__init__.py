"""Checks: combinations that ruin frames, found on plans, hand-edited setups and imported documents.

One file per group; each check is a small function from Checked to a Finding or None, registered in its file's CHECKS.
"""

from __future__ import annotations

from collections.abc import Sequence

from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.plan import Finding
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.setup import Setup
from wide_aperture.core.documents.situation import Situation
from wide_aperture.core.planning.case import Case
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
    sequence,
    shutter,
    support,
    tone,
)
from wide_aperture.core.planning.checks.checked import Checked

__all__ = ["Checked", "check", "run_checks"]

GROUPS = (
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
    pinned: Sequence[str] = (),
) -> list[Finding]:
    """Return the findings of a setup in its situation: open ones first, then by level.

    Args: setup: any setup, planned or edited by hand; missing settings are not judged.
        pinned: ids of settings the photographer holds, so that a finding can say that a pin causes it.
    Raises: DomainError for a focal length the lens does not have; UnknownIdError for an unknown named light.
    """
    return run_checks(Checked(Case(body, lens, situation, preferences, accessories), setup, frozenset(pinned)))


def run_checks(checked: Checked) -> list[Finding]:
    """The same for a case whose limits are already known."""
    found = [finding for run in ALL_CHECKS if (finding := run(checked)) is not None]
    return sorted(found, key=lambda f: (not f.is_open, LEVEL_ORDER[f.level], f.code))
