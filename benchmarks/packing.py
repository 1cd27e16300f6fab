"""Packing: a route for sixty differing settings, and twelve situations into four places."""

from __future__ import annotations

import time
from collections.abc import Callable

from benchmarks.figures import report
from wide_aperture.core.camera.packing import ShootToPack, item_of, pack_shoot
from wide_aperture.core.camera.route import route
from wide_aperture.core.camera.state import CameraState, differences, factory_values
from wide_aperture.core.camera.storage.documents import PackItem
from wide_aperture.core.camera.storage.pack import pack
from wide_aperture.core.documents.body import SlotBank
from wide_aperture.core.planning import PlanInput
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.kit import BODIES, LENSES
from wide_aperture.demo.phrasebooks import phrasebooks
from wide_aperture.demo.shoots import IN_NUMBERS

ROUNDS = 25
DIFFERING, SITUATIONS, PLACES = 60, 12, 4
_body = BODIES[0].model_copy(update={"slots": (SlotBank(kind="full", count=PLACES, label="place"),)})
_lenses = {lens.id: lens for lens in LENSES}
_book = next(book for book in phrasebooks() if book.body_id == _body.id)
_state = CameraState(id=_body.id, body_id=_body.id, values=factory_values(_body))


def _items() -> list[PackItem]:
    """Situations of the demo, all on one body, one an hour."""
    found: list[PackItem] = []
    for planned in (each for each in IN_NUMBERS if _lenses[each.lens_id].built_into is None):  # type: ignore[index]
        starts_min = len(found) * 60
        hours = {"starts_at_min": starts_min, "ends_at_min": starts_min + 30}
        timed = planned.model_copy(update={"situation": planned.situation.model_copy(update=hours)})
        found.append(item_of(PlanInput.of(timed, _body, _lenses[planned.lens_id])))  # type: ignore[index]
    return found[:SITUATIONS]


def main() -> None:
    items = _items()
    far = {name: value for item in reversed(items) for name, value in item.target.items()}
    target = {name: far[name] for name in differences(_state.values, far)[:DIFFERING]}
    full = _state.model_copy(update={"slots": pack(items, _body, _book, _state).stored.slots})
    plain = [_timed(lambda: route(_state, target, _book, _body)) for _ in range(ROUNDS)]
    recalls = [_timed(lambda: route(full, target, _book, _body)) for _ in range(ROUNDS)]
    report(f"route for {len(target)} differing settings", plain, "ms", "<= 50 ms")
    report(f"  the same with {PLACES} full places to recall from", recalls, "ms", "<= 50 ms")
    packed = [_timed(lambda: pack(items, _body, _book, _state)) for _ in range(ROUNDS)]
    report(f"{len(items)} situations into {PLACES} places", packed, "ms", "<= 500 ms")
    bodies = {body.id: body for body in BODIES}
    wedding = [
        PlanInput.of(each, bodies[each.body_id], _lenses[each.lens_id])  # type: ignore[index]
        for each in IN_NUMBERS
        if each.shoot_id == demo_id("shoot/wedding")
    ]
    books = {book.body_id: book for book in phrasebooks()}
    whole = [_timed(lambda: pack_shoot(ShootToPack(wedding, books, {}))) for _ in range(ROUNDS)]
    report("the demo wedding, planned and packed on two bodies", whole, "ms", "-")


def _timed(work: Callable[[], object]) -> float:
    begun = time.perf_counter()
    work()
    return (time.perf_counter() - begun) * 1000
