"""Hands and cameras: routes, packings, mishaps, failures, controls and the simulated camera, for every demo shoot."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator

from tests.core.builders import body
from tests.core.frozen import Table, flat
from tests.core.hands import DEMO_BODIES, DEMO_BOOKS, DEMO_LENSES, book, demo_planned, state, with_places
from wide_aperture.core.camera.controls.conflicts import conflicts
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.packing import ShootToPack, item_of, pack_shoot, state_of
from wide_aperture.core.camera.phrasebook import usual_phrasebook
from wide_aperture.core.camera.places import places_of
from wide_aperture.core.camera.precautions.failure import failures
from wide_aperture.core.camera.precautions.knocked import expected_frames, latitude_ev, mishaps
from wide_aperture.core.camera.route.costs import clicks_s
from wide_aperture.core.camera.route.walk import route, route_seconds
from wide_aperture.core.camera.state import differences, factory_values
from wide_aperture.core.camera.storage.guest import guest_values
from wide_aperture.core.camera.storage.moves import pause_min, weight_of
from wide_aperture.core.craft.settings import catalogue
from wide_aperture.demo.shoots import SHOOTS

HEAVY = re.compile(r"\.steps\[|values\.|\.target\.|\.slot\.")  # every value and step again and again


def table() -> Table:
    made = {shoot.title: list(_shoot(shoot.title)) for shoot in SHOOTS}
    return {**made, "bodies": list(_bodies()), "clicks": list(_clicks())}


def _shoot(title: str) -> Iterator[str]:
    planned = demo_planned(title)
    used = {given.body.id: given.body for given in planned}
    packed = pack_shoot(ShootToPack(planned=planned, books=DEMO_BOOKS, states={}))
    yield from (line for line in flat(packed, "packed") if not HEAVY.search(line))
    yield from flat(failures(planned, list(DEMO_BODIES.values()), list(DEMO_LENSES.values())), "failure")
    for camera in used.values():
        items = [item_of(given) for given in planned if given.body.id == camera.id]
        words = DEMO_BOOKS.get(camera.id) or book(camera)
        for k, item in enumerate(items):
            start = state_of(camera, {})
            way = route(start, item.target, words, camera)
            yield f"{item.title}: {way.seconds:.4g} s in {len(way.steps)} steps"
            ways = Counter(step.way or step.kind for step in way.steps)
            yield f"  {', '.join(f'{count} {name}' for name, count in ways.items())}"
            yield f"  {route_seconds(start, item.target, words):.4g} {len(differences(start.values, item.target))} {expected_frames(item):.4g} {latitude_ev(item.target):.3g} {weight_of(items, k):.4g} {pause_min(items, k)}"
            if k:
                back = state(camera, **items[k - 1].target)
                yield f"  from the one before: {route(back, item.target, words, camera).seconds:.4g}"
                controls = words.controls or usual_controls()
                for mishap in mishaps(item, controls, items[k - 1].target, item.target, expected_frames(item))[:4]:
                    yield from flat(mishap, "  mishap")
                yield from flat(conflicts(controls, {}, item.target), "  conflict")


def _bodies() -> Iterator[str]:
    for camera in (*DEMO_BODIES.values(), body(), with_places()):
        words = usual_phrasebook(camera)
        yield from flat(places_of(camera, {}), camera.name)
        yield from flat(factory_values(camera), f"{camera.name} factory")
        yield from flat(guest_values(camera, factory_values(camera)), f"{camera.name} guest")
        yield f"{camera.name}: {len(words.phrases)} phrases"
    for control in usual_controls():
        yield from flat(control)


def _clicks() -> Iterator[str]:
    for entry in catalogue():
        if entry.turned:
            yield f"{entry.id}: {' '.join(f'{clicks_s(entry.id, a, b):.4g}' for a, b in ((1.0, 2.0), (0.001, 30.0), (4.0, 4.0), (100.0, 6400.0)))}"
