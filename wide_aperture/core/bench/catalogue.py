"""Everything the bench offers: the tests whose frames are read one by one, and the stack."""

from __future__ import annotations

from wide_aperture.core.bench.kinds import TESTS, test_of
from wide_aperture.core.bench.protocol import BenchAbout, Kit, Shot
from wide_aperture.core.bench.stacking.told import STACK, stack_shots


def abouts() -> tuple[BenchAbout, ...]:
    """What each is about, in the order they are shown."""
    return (*(test.about for test in TESTS.values()), STACK)


def about_of(test_id: str) -> BenchAbout:
    """Raises: UnknownIdError for an id nothing has."""
    return STACK if test_id == STACK.id else test_of(test_id).about


def shots_of(test_id: str, kit: Kit) -> tuple[Shot, ...]:
    """The shot list for a kit. Raises: UnknownIdError for an id nothing has."""
    return stack_shots() if test_id == STACK.id else test_of(test_id).shots(kit)
