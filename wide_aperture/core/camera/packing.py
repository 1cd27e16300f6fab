"""Packing a shoot: every body's places, routes, controls and what to watch for, from the plans of its situations."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from uuid import UUID

from wide_aperture.core.camera.controls.by_mode import without_kept
from wide_aperture.core.camera.controls.layout import usual_controls
from wide_aperture.core.camera.controls.propose import ControlPlan, Need, propose
from wide_aperture.core.camera.phrasebook import Phrasebook, usual_phrasebook
from wide_aperture.core.camera.precautions.knocked import Mishap, expected_frames, mishaps
from wide_aperture.core.camera.state import CameraState, factory_values, target_of
from wide_aperture.core.camera.storage.documents import BodyPacking, PackingDocument, PackItem
from wide_aperture.core.camera.storage.pack import pack
from wide_aperture.core.craft.exposure_modes import chosen_by_camera
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.document import Document
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.situation import LightBySky
from wide_aperture.core.errors import DomainError
from wide_aperture.core.planning import PlanInput, plan_of

NAMED_MISHAPS = 3
WHILE_SHOOTING = figure("while_shooting_weight")


class PackedBody(Document):
    """One body of the shoot, packed. worst: the mishaps named; state: how it was known before; stale: edited since it was stored."""

    body_id: UUID
    packing: BodyPacking
    controls: ControlPlan
    worst: tuple[Mishap, ...]
    state: CameraState
    packed_state: CameraState
    factory: dict[str, Value]
    fingerprint: str
    stale: str


class LeftOut(Spoken):
    """A situation that cannot be packed yet, and why."""

    title: str
    sentence: str


class PackedShoot(Document):
    """A shoot's bodies in the order they are taken up, and what had to be left out."""

    bodies: tuple[PackedBody, ...]
    left_out: tuple[LeftOut, ...]


@dataclass(frozen=True)
class ShootToPack:
    """A shoot in its order with everything its packing depends on."""

    planned: Sequence[PlanInput]
    books: Mapping[UUID, Phrasebook]
    states: Mapping[UUID, CameraState]
    decisions: PackingDocument | None = None


def pack_shoot(shoot: ShootToPack) -> PackedShoot:
    """Pack every body of a shoot. A situation that cannot be planned is left out and named; the rest is packed."""
    items: dict[UUID, PackItem] = {}
    left_out = []
    for each in shoot.planned:
        try:
            items[each.situation.id] = item_of(each)
        except DomainError as error:
            left_out.append(LeftOut(title=each.situation.title, sentence=_why_left_out(each, error)))
    planned = [each for each in shoot.planned if each.situation.id in items]
    found: list[PackedBody] = []
    for body in {each.body.id: each.body for each in planned}.values():
        agreed = {c.control: c.proposed for c in found[-1].controls.controls} if found else {}
        own = [items[each.situation.id] for each in planned if each.body.id == body.id]
        others = [each for each in planned if each.body.id != body.id]
        found.append(_pack_body(body, own, others, shoot, agreed))
    return PackedShoot(bodies=tuple(found), left_out=tuple(left_out))


def _why_left_out(each: PlanInput, error: DomainError) -> str:
    if isinstance(each.situation.light, LightBySky):
        return "Its light follows the sky: give the shoot a date and a place, or say the light yourself."
    field = error.field.rpartition("/")[2].replace("_", " ").removesuffix(" mm")
    return f"Its {field} {error.rule}."


def fingerprint(body: Body) -> str:
    """Tells whether a body was edited: a digest of what it says. What a later version can say too, and nobody did, is no edit."""
    return hashlib.sha256(body.model_dump_json(exclude_defaults=True).encode()).hexdigest()[:32]


def item_of(given: PlanInput) -> PackItem:
    """A planned situation, as packing needs it."""
    made, case = plan_of(given), given.case
    return PackItem(
        id=given.situation.id,
        title=given.situation.title,
        setup=made.setup,
        target=target_of(made.setup, given.body),
        starts_at_min=given.situation.starts_at_min,
        ends_at_min=given.situation.ends_at_min,
        ev100=case.light.ev100,
        is_silent=case.has("silent", "discreet"),
        look=case.standing.look.name if case.standing.look else "",
    )


def state_of(body: Body, states: Mapping[UUID, CameraState]) -> CameraState:
    """The last known state of a body; out of its box where nothing is known."""
    known = states.get(body.id)
    return known if known is not None else CameraState(id=body.id, body_id=body.id, values=factory_values(body))


def book_of(body: Body, books: Mapping[UUID, Phrasebook]) -> Phrasebook:
    """A body's phrasebook; ours, with the usual controls, where nobody wrote one."""
    book = books.get(body.id) or usual_phrasebook(body)
    return book if book.controls else book.model_copy(update={"controls": usual_controls(body.abilities)})


def _pack_body(
    body: Body, items: list[PackItem], others: list[PlanInput], shoot: ShootToPack, agreed: Mapping[str, str]
) -> PackedBody:
    decisions = shoot.decisions
    state, book = state_of(body, shoot.states), book_of(body, shoot.books)
    wishes = decisions.wishes.get(str(body.id)) if decisions else None
    items = [replace(item, target=without_kept(item.target, book.controls)) for item in items]
    packed = pack(items, body, book, state, wishes, _stand_ins(body, others))
    # As the first situation sets it; what it leaves open, as the next that speaks.
    values = dict(state.values)
    for item in reversed(items):
        values |= item.target
    controls = propose(
        book.controls,
        needs_of(items, packed.packing),
        values,
        standing=state.values,
        planned=_planned_controls(items, book),
        areas=[area for item in items if (area := item.setup.option("af_area")) not in (None, "na")],
        habits=decisions.habits.get(str(body.id)) if decisions else None,
        other=agreed,
        nose_half=body.nose_half,
        hands=body.abilities,
        by_mode=_by_mode(items, book),
        areas_there=declared.options if (declared := body.support_of("af_area")) else (),
    )
    return PackedBody(
        body_id=body.id,
        packing=packed.packing,
        controls=controls,
        worst=_mishaps(items, book, values)[:NAMED_MISHAPS],
        state=state,
        packed_state=packed.stored,
        factory=factory_values(body),
        fingerprint=fingerprint(body),
        stale=_stale(body, decisions),
    )


def _stand_ins(body: Body, others: list[PlanInput]) -> list[PackItem]:
    """What the other bodies take, planned on this one: for the places that stay free. What cannot be repeated comes first."""
    room = sum(bank.count for bank in body.still_banks if bank.kind in ("full", "mode_position"))
    shared = [
        each
        for each in others
        if each.lens.built_into is None and each.lens.covers(body.sensor_width_mm, body.sensor_height_mm)
    ]
    shared.sort(key=lambda each: "unrepeatable" not in each.situation.constraints)
    return [item_of(each.with_kit(body, each.lens)) for each in shared[:room]]


def needs_of(items: Sequence[PackItem], packing: BodyPacking) -> tuple[Need, ...]:
    """What hands change between scenes, weighed, and what is expected to change within them."""
    times: dict[str, float] = {}
    acting: set[str] = set()
    for move in packing.moves:
        for setting in move.by_hand:
            times[setting] = times.get(setting, 0.0) + move.weight
    for item in items:
        for setting in _during(item):
            times[setting] = times.get(setting, 0.0) + WHILE_SHOOTING
            acting.add(setting)
    return tuple(Need(setting=name, times=count, in_action=name in acting) for name, count in times.items())


def _planned_controls(items: Sequence[PackItem], book: Phrasebook) -> dict[str, tuple[str, str]]:
    """Controls whose function the plans themselves set, with their reason: the first situation that speaks decides."""
    found: dict[str, tuple[str, str]] = {}
    for item in items:
        for control in book.controls:
            held = item.setup.settings.get(control.setting) if control.setting else None
            if held is None or not isinstance(held.value, str) or not control.allows(held.value):
                continue
            if control.setting in item.target:
                found.setdefault(control.id, (held.value, held.reasons[0] if held.reasons else "as for every shoot."))
    return found


def _by_mode(items: Sequence[PackItem], book: Phrasebook) -> dict[str, dict[str, str]]:
    """What controls that keep a function for each exposure mode should do in the modes of the day."""
    found: dict[str, dict[str, str]] = {}
    for item in items:
        mode = item.setup.option("exposure_mode")
        for control in book.controls:
            wanted = item.setup.option(control.setting) if control.setting and control.kept_by_mode else None
            if mode is not None and wanted is not None and control.allows(wanted):
                found.setdefault(control.id, {}).setdefault(mode, wanted)
    return found


def _during(item: PackItem) -> Iterable[str]:
    """Settings a scene asks for while pictures are taken: what is left to correct in its exposure mode, and where to focus."""
    mode = item.setup.option("exposure_mode")
    auto = chosen_by_camera(mode)
    if auto:
        yield "exposure_comp_ev"
    yield from (
        setting for setting in ("shutter_s", "aperture", "iso") if setting not in auto and setting in item.target
    )
    if item.setup.option("af_mode") == "continuous":
        yield "af_area"
    if item.setup.option("other_mode") is not None:
        yield "other_mode"


def _mishaps(items: Sequence[PackItem], book: Phrasebook, before: dict[str, Value]) -> tuple[Mishap, ...]:
    standing = dict(before)
    found: dict[tuple[str, str], Mishap] = {}
    for item in items:
        now = {**standing, **item.target}
        for mishap in mishaps(item, book.controls, standing, now, expected_frames(item)):
            key = (mishap.what, mishap.kind)
            if key not in found or mishap.rank > found[key].rank:
                found[key] = mishap
        standing = now
    return tuple(sorted(found.values(), key=lambda mishap: -mishap.rank))


def _stale(body: Body, decisions: PackingDocument | None) -> str:
    stored = decisions.stored.get(str(body.id)) if decisions else None
    if stored is None or stored.fingerprint == fingerprint(body):
        return ""
    return f"{body.name} was edited after its places were stored on {stored.at:%d %B}: look through the routes and store again."
