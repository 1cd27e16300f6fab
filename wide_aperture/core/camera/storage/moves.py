"""The way through a shoot with filled places, situation by situation, and the pauses it must fit into."""

from __future__ import annotations

from collections.abc import Sequence

from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.route import Route, route
from wide_aperture.core.camera.state import CameraState, StoredSlot, differences
from wide_aperture.core.camera.storage.documents import Move, PackItem
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.body import Body

DARK_EV = figure("touch_below_ev")
DARK_WEIGHT, HURRY_WEIGHT, SILENT_WEIGHT = (figure("change_weight", why) for why in ("dark", "hurry", "silent"))
HURRY_MIN = figure("hurry_min")
SETTLE_S = figure("settle_s")
A_FLICK_S = figure("flick_s")


def pause_min(items: Sequence[PackItem], k: int) -> float | None:
    """Minutes between the end of the situation before and the start of this one; None for the first or unknown hours."""
    if k == 0:
        return None
    ended, starts = items[k - 1].ends_at_min, items[k].starts_at_min
    return starts - ended if ended is not None and starts is not None else None


def weight_of(items: Sequence[PackItem], k: int) -> float:
    """Seconds weigh more where there is little time, little light, or where a camera must not be heard or looked at."""
    pause, item = pause_min(items, k), items[k]
    weight = 1.0
    if pause is not None and pause < HURRY_MIN:
        weight *= HURRY_WEIGHT - (HURRY_WEIGHT - 1) * max(pause, 0) / HURRY_MIN
    if item.ev100 < DARK_EV:
        weight *= DARK_WEIGHT
    return weight * (SILENT_WEIGHT if item.is_silent else 1.0)


def walk(
    items: Sequence[PackItem], start: CameraState, book: Phrasebook, body: Body, has_room: bool
) -> tuple[Move, ...]:
    """The routes into every situation, each from where the one before left the body."""
    found, state = [], start
    for k, item in enumerate(items):
        way = route(state, item.target, book, body)
        differs = differences(state.values, item.target, state.unsure)
        by_hand = tuple(step.setting for step in way.steps if step.setting is not None)
        pause = pause_min(items, k)
        enough = None if pause is None else way.seconds <= A_FLICK_S or pause * 60 >= way.seconds + SETTLE_S
        before = items[k - 1] if k else None
        found.append(
            Move(
                situation_id=item.id,
                title=item.title,
                before=before.title if before else "as prepared",
                pause_min=pause,
                weight=weight_of(items, k),
                route=way,
                recalled=tuple(name for name in differs if name not in by_hand),
                by_hand=by_hand,
                enough=enough,
                proposal=_proposal(item, before, way, pause, has_room) if enough is False else "",
            )
        )
        state = after(state, way)
    return tuple(found)


def after(state: CameraState, way: Route) -> CameraState:
    """How a body stands once a route was walked."""
    values, active = dict(state.values), state.active_slot
    unsure = set(state.unsure)
    for step in way.steps:
        if step.kind == "recall" and isinstance(step.value, str):
            slot = state.slot(step.value)
            values.update(slot.values if slot else {})
            unsure -= set(slot.values if slot else ())
            active = step.value
        elif step.setting is not None:
            values[step.setting] = step.value
            unsure.discard(step.setting)
    return state.model_copy(update={"values": values, "active_slot": active, "unsure": tuple(sorted(unsure))})


def stored_in(state: CameraState, slot: StoredSlot) -> CameraState:
    """How a body stands once a place was stored in it."""
    others = tuple(each for each in state.slots if each.id != slot.id)
    return state.model_copy(update={"slots": (*others, slot), "active_slot": slot.id})


def _proposal(item: PackItem, before: PackItem | None, way: Route, pause: float | None, has_room: bool) -> str:
    """What to do where the pause is shorter than the route."""
    lines = [
        f"{way.seconds:.0f} s of setting and {SETTLE_S:.0f} s to look, in a pause of {max(pause or 0, 0) * 60:.0f} s."
    ]
    early = [step for step in way.steps if step.setting is not None and before and step.setting not in before.target]
    if has_room:
        lines.append(f"Store “{item.title}” in the free place.")
    if early and before:
        said = early[0].ours + (f" and {len(early) - 1} more" if len(early) > 1 else "")
        lines.append(f"Set {said} before “{before.title}”, which does not use them.")
    lines.append("Or have another body stand ready." if len(lines) > 1 else "Have another body stand ready for it.")
    return " ".join(lines)
