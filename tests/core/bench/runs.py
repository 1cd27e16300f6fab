"""The runs of the bench's tests over forty seeds, made once for all that look at them."""

from __future__ import annotations

from functools import cache

from wide_aperture.core.bench.found import BenchOutcome
from wide_aperture.core.bench.kinds import TESTS
from wide_aperture.core.bench.protocol import Kit, Simulated
from wide_aperture.demo.kit import BODIES

KIT = Kit(BODIES[0])
SEEDS = 40


@cache
def measured_runs(test_id: str) -> tuple[tuple[Simulated, BenchOutcome], ...]:
    """Each run with what was measured on it; of all but the first only the truth is kept."""
    test, runs = TESTS[test_id], []
    for seed in range(SEEDS):
        simulated = test.simulated(KIT, seed)
        outcome = test.measure([each.frame for each in simulated.files], KIT)
        runs.append((simulated if seed == 0 else Simulated((), simulated.truth), outcome))
    return tuple(runs)
