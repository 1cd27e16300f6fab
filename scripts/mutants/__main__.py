"""`make mutants`: prints the share noticed per room, the survivors, and last `killed N of M mutants; constants K of L`."""

from __future__ import annotations

import argparse
import gc
import os
import random
import re
import sys
import time
from collections import Counter
from collections.abc import Iterable

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "wide_aperture.server.settings")
os.environ["HYPOTHESIS_PROFILE"] = "ci"

import django

django.setup()

from scripts.mutants import code, data, reach  # noqa: E402  Django must stand first
from scripts.mutants.trial import Outcome, Trial, run_all  # noqa: E402

NUMBER_MOVED = re.compile(r"-?[\d.]+(e-?\d+)? -> -?[\d.]+|x 1\.1|x 0\.9|\+10|-10")
WANTED = {"functions": 0.75, "craft data": 0.70}


def main() -> int:
    """Run, print, and end with 1 where too many survived."""
    asked = argparse.ArgumentParser(prog="mutants")
    asked.add_argument("--count", type=int, default=610, help="mutants of functions")
    asked.add_argument("--seed", type=int, default=7)
    asked.add_argument("--only", choices=["functions", "data"])
    asked.add_argument("--share", type=float, default=1.0, help="of the craft data's numbers, for a quick look")
    asked.add_argument("--survivors", action="store_true", help="name every survivor")
    options = asked.parse_args()
    workers = os.cpu_count() or 2
    begun = time.monotonic()
    tests = reach.load_tests()
    reach.caches()
    known = reach.functions()  # before the freeze: what is frozen is not listed any more
    gc.freeze()  # what is loaded stays shared by the children
    reached, seconds = reach.measure(tests, workers)
    print(f"{len(tests)} tests reach {len(reached)} functions ({time.monotonic() - begun:.0f} s)", flush=True)
    every: list[Outcome] = []
    failed = 0
    if options.only != "data":
        mutants = code.all_mutants(known)
        chosen = code.sample(mutants, options.count, options.seed)
        print(f"functions: {len(chosen)} of {sum(map(len, mutants.values()))} mutants, seed {options.seed}", flush=True)
        trials = [code.trial(mutant, known, reached, seconds) for mutant in chosen]
        every += (outcomes := list(run_all(trials, tests, workers)))
        failed += _report("functions", outcomes, options.survivors)
    if options.only != "functions":
        some = _some(data.trials(tests, seconds), options.share, options.seed)
        every += (outcomes := list(run_all(some, tests, workers)))
        failed += _report("craft data", outcomes, options.survivors)
    print(f"{time.monotonic() - begun:.0f} s")
    constants = [outcome for outcome in every if NUMBER_MOVED.search(outcome.trial.said)]
    print(f"killed {_killed(every)} of {len(every)} mutants; constants {_killed(constants)} of {len(constants)}")
    return failed


def _killed(outcomes: Iterable[Outcome]) -> int:
    return sum(outcome.verdict == "noticed" for outcome in outcomes)


def _some(trials: Iterable[Trial], share: float, seed: int) -> list[Trial]:
    chance, found = random.Random(seed), list(trials)
    return found if share >= 1 else chance.sample(found, round(len(found) * share))


def _report(title: str, outcomes: list[Outcome], named: bool) -> int:
    rooms: dict[str, Counter[str]] = {}
    for outcome in outcomes:
        rooms.setdefault(outcome.trial.room, Counter())[outcome.verdict] += 1
    for room, counts in rooms.items():
        told = ", ".join(f"{count} {verdict}" for verdict, count in counts.most_common())
        print(f"{title}, {room}: {counts['noticed'] / counts.total():.0%} ({told})")
    for outcome in outcomes:
        if named and outcome.verdict != "noticed":
            print(f"  {outcome.verdict}: {outcome.trial.said}")
    share = _killed(outcomes) / max(len(outcomes), 1)
    print(f"{title}: {share:.1%} of {len(outcomes)} noticed (at least {WANTED[title]:.0%} wanted)", flush=True)
    return int(share < WANTED[title])


if __name__ == "__main__":
    sys.exit(main())
