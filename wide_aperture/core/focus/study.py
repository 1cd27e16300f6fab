"""Questions asked of the lab: every area, response and priority; which three areas to keep at hand; what a verdict hangs on; one run to look at."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from itertools import combinations, product
from typing import Annotated, Literal, get_args

import numpy as np
from pydantic import Field

from wide_aperture.core.document import Document, Finite, Fraction01, NotNegative
from wide_aperture.core.errors import DomainError
from wide_aperture.core.focus import engine
from wide_aperture.core.focus.figures import ASSUMED, FocusFigures
from wide_aperture.core.focus.outcome import FocusOutcome, Spread, simulate_all
from wide_aperture.core.focus.scenario import Scenario
from wide_aperture.core.focus.setup import HALF_SIZE, Area, FocusSetup, Priority, Response
from wide_aperture.core.focus.world import STEP_S, happening

AREAS: tuple[Area, ...] = get_args(Area)
RESPONSES: tuple[Response, ...] = get_args(Response)
PRIORITIES: tuple[Priority, ...] = get_args(Priority)
CELL_RUNS, HANGS_RUNS = 60, 50
AT_HAND = 3
MUCH_LESS, MUCH_MORE = 0.6, 1.6  # times, that an assumption may well be off
SHOWN_EVERY = 2  # steps of one run
OF_THE_SCENE = (
    "speed_m_s", "acceleration_m_s2", "crossings_per_s", "crossing_s", "contrast", "background_texture", "relief_m", "obstacles", "size_m",
)  # fmt: skip
OF_THE_MODEL = (
    "noise", "jump", "near_bias", "hand_s", "hand_share", "found_weight", "found_share", "cycle_hz", "lens_s",
)  # fmt: skip


class Cell(Document):
    """One area, response and priority on a scenario."""

    area: Area
    response: Response
    priority: Priority
    sharp: Spread
    sharp_share: Spread
    released_per_s: Spread


def matrix(
    scenario: Scenario, base: FocusSetup, *, areas: Sequence[Area] = AREAS, seed: int = 1, runs: int = CELL_RUNS, figures: FocusFigures = ASSUMED
) -> list[Cell]:  # fmt: skip
    """Every area with every response and priority, all on the same happenings. Raises DomainError as simulate_all."""
    ways = list(product(areas, RESPONSES, PRIORITIES))
    setups = [base.model_copy(update={"area": a, "response": r, "priority": p}) for a, r, p in ways]
    found = simulate_all(scenario, setups, seed, runs, figures)
    return [
        Cell(
            area=area, response=response, priority=priority, sharp=each.sharp, sharp_share=each.sharp_share,
            released_per_s=each.released_per_s,
        )
        for (area, response, priority), each in zip(ways, found, strict=True)
    ]  # fmt: skip


class AtHand(Document):
    """An area worth a button. saves_s: how much longer without a sharp frame the scenarios would be without it, all together;
    for: the scenarios it is the best of the three for."""

    area: Area
    saves_s: NotNegative
    best_for: tuple[str, ...]


def areas_at_hand(
    asked: Sequence[tuple[Scenario, FocusSetup]], *, areas: Sequence[Area] = AREAS, seed: int = 1, runs: int = CELL_RUNS, figures: FocusFigures = ASSUMED
) -> list[AtHand]:  # fmt: skip
    """The three areas that leave the least time without sharp frames over several scenarios, each with its own camera."""
    areas = tuple(dict.fromkeys(areas))
    lost = {
        (area, k): (1 - outcome.sharp_share.mean) * scenario.lasts_s
        for k, (scenario, base) in enumerate(asked)
        for area, outcome in zip(
            areas,
            simulate_all(scenario, [base.model_copy(update={"area": area}) for area in areas], seed, runs, figures),
            strict=True,
        )
    }

    def cost(kept: Sequence[Area]) -> float:
        return sum(min(lost[area, k] for area in kept) for k in range(len(asked)))

    best = min(combinations(areas, min(AT_HAND, len(areas))), key=cost)
    served: dict[Area, list[str]] = {area: [] for area in best}
    for k, (scenario, _) in enumerate(asked):
        served[min(best, key=lambda area: lost[area, k])].append(scenario.title)
    found = [
        AtHand(
            area=area,
            saves_s=max(cost([each for each in best if each != area]) - cost(best), 0.0) if len(best) > 1 else 0.0,
            best_for=tuple(served[area]),
        )
        for area in best
    ]
    return sorted(found, key=lambda each: -each.saves_s)


class HangsOn(Document):
    """How a difference changes with one assumption. low, high: the difference in sharp share with it at 0.6 and at 1.6 times."""

    name: str
    of: Literal["scene", "model"]
    value: Finite
    low: Finite
    high: Finite
    turns: bool = Field(description="Whether the verdict turns round within these")


def hangs_on(
    scenario: Scenario, a: FocusSetup, b: FocusSetup, *, seed: int = 1, runs: int = HANGS_RUNS, figures: FocusFigures = ASSUMED
) -> list[HangsOn]:  # fmt: skip
    """What the verdict between two setups hangs on, the strongest first."""

    def difference(scene: Scenario, with_figures: FocusFigures) -> float:
        first, second = simulate_all(scene, [a, b], seed, runs, with_figures)
        return first.sharp_share.mean - second.sharp_share.mean

    now = difference(scenario, figures)
    found = []
    for name, of, value, scenes in _varied(scenario, figures):
        low, high = (difference(scene, with_figures) for scene, with_figures in scenes)
        found.append(HangsOn(name=name, of=of, value=value, low=low, high=high, turns=min(low * now, high * now) < 0))
    return sorted(found, key=lambda each: -max(abs(each.low - now), abs(each.high - now)))


def _varied(
    scenario: Scenario, figures: FocusFigures
) -> Iterator[tuple[str, Literal["scene", "model"], float, list[tuple[Scenario, FocusFigures]]]]:
    """Each assumption that is not nought, at much less and at much more."""
    for name in OF_THE_SCENE:
        if value := float(getattr(scenario, name)):
            most = 1.0 if name in ("contrast", "background_texture") else 0.9 if name == "obstacles" else np.inf
            scenes = [
                (scenario.model_copy(update={name: min(value * by, most)}), figures) for by in (MUCH_LESS, MUCH_MORE)
            ]
            yield name, "scene", value, scenes
    for name in OF_THE_MODEL:
        value = float(getattr(figures, name))
        yield (
            name,
            "model",
            value,
            [(scenario, figures.model_copy(update={name: value * by})) for by in (MUCH_LESS, MUCH_MORE)],
        )


class TakenFrame(Document):
    """A frame of one run. off: how many discs of confusion it is out of focus by, + behind the subject."""

    at_s: NotNegative
    sharp: bool
    off: Finite


class Trace(Document):
    """One run to look at, a moment each: where the subject was and where focus, what was sharp from near to far (null: to
    infinity), what was held (engine.HELD), how far right of the area's middle and over it the subject lay (frame heights),
    and whether something crossed. half_size: of the area, in frame heights."""

    times_s: tuple[Finite, ...]
    distance_m: tuple[Finite, ...]
    focus_m: tuple[Finite, ...]
    near_m: tuple[Finite, ...]
    far_m: tuple[Finite | None, ...]
    held: tuple[Annotated[int, Field(ge=0, le=4)], ...]
    aside: tuple[Finite, ...]
    above: tuple[Finite, ...]
    half_size: Fraction01
    crossed: tuple[bool, ...]
    frames: tuple[TakenFrame, ...]
    sharp_share: Fraction01


def trace(scenario: Scenario, setup: FocusSetup, *, seed: int = 1, which: int = 0, runs: int = 40, figures: FocusFigures = ASSUMED) -> Trace:  # fmt: skip
    """One of so many runs: which, counted from the least to the most sharp frames. Raises DomainError for one there is not."""
    if not 0 <= which < runs:
        raise DomainError("which", which, f"must lie between 0 and {runs - 1}")
    world = happening(scenario, seed, runs)
    course = engine.run(scenario, [setup], world, figures)
    run = int(np.argsort(course.sharp.sum(axis=0), kind="stable")[which])
    distance, focus = world.distance_m[:, run].astype(float), course.focus_per_m[:, run].astype(float)
    tolerance = setup.tolerance_per_m
    off = (1 / distance - focus) / tolerance
    right, up = world.beside[:, run].astype(float), world.beside_up[:, run].astype(float)
    away = course.aside[:, run] / np.maximum(np.hypot(right, up), 1e-6)
    taken = np.flatnonzero(course.released[:, run])
    shown = slice(None, None, SHOWN_EVERY)
    return Trace(
        times_s=_rounded(world.times_s[shown], 4),
        distance_m=_rounded(distance[shown], 3),
        focus_m=_rounded(1 / np.maximum(focus[shown], 1e-4), 3),
        near_m=_rounded(1 / np.maximum(focus[shown] + tolerance, 1e-4), 3),
        far_m=tuple(None if each <= tolerance else round(float(1 / (each - tolerance)), 3) for each in focus[shown]),
        held=tuple(course.held[shown, run].tolist()),
        aside=_rounded((away * right)[shown], 4),
        above=_rounded((away * up)[shown], 4),
        half_size=HALF_SIZE[setup.area],
        crossed=tuple(world.crossed[shown, run].tolist()),
        frames=tuple(
            TakenFrame(
                at_s=round(step * STEP_S, 4), sharp=bool(course.sharp[step, run]), off=round(float(off[step]), 2)
            )
            for step in taken
        ),
        sharp_share=float(course.sharp[:, run].sum() / max(taken.size, 1)),
    )


def _rounded(values: np.ndarray, digits: int) -> tuple[float, ...]:
    return tuple(np.round(values.astype(float), digits).tolist())


def compared(outcomes: Mapping[str, FocusOutcome]) -> str | None:
    """The setup whose sharp share is surely the best (95 % intervals of the means apart); None where chance may decide."""
    ranked = sorted(outcomes.items(), key=lambda item: -item[1].sharp_share.mean)
    if len(ranked) > 1 and ranked[0][1].sharp_share.low <= ranked[1][1].sharp_share.high:
        return None
    return ranked[0][0] if ranked else None
