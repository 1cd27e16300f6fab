"""Runs of the bench's tests: the first seed's, made once for all that look at it, and those of many seeds."""

from __future__ import annotations

import os
from functools import cache

from wide_aperture.core.bench.found import BenchOutcome
from wide_aperture.core.bench.kinds import FRAMED
from wide_aperture.core.bench.protocol import Kit, Simulated
from wide_aperture.demo.kit import BODIES

KIT = Kit(BODIES[0])
# Each time over as many as tell an interval half as wide as it should be; over forty by `make intervals`.
SEEDS = 40 if os.environ.get("WIDE_APERTURE_ALL_SEEDS") else 16


@cache
def first_run(test_id: str) -> tuple[Simulated, BenchOutcome]:
    """The run of the first seed, with its files."""
    test = FRAMED[test_id]
    simulated = test.simulated(KIT, 0)
    return simulated, test.measure([each.frame for each in simulated.files], KIT)


def measured_runs(test_id: str) -> tuple[tuple[dict[str, float], BenchOutcome], ...]:
    """(what is true, what was measured) of each seed."""
    test, runs = FRAMED[test_id], []
    for seed in range(SEEDS):
        simulated = test.simulated(KIT, seed)
        runs.append((simulated.truth, test.measure([each.frame for each in simulated.files], KIT)))
    return tuple(runs)
