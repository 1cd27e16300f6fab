"""A proof round: one frame from each storage place before leaving, each found its place, and what they prove together."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from uuid import UUID

from wide_aperture.core.camera.packing import PackedBody
from wide_aperture.core.camera.state import CameraState, StoredSlot
from wide_aperture.core.document import Document
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.frames.metadata import FrameMetadata
from wide_aperture.core.review.proven import seen_of, state_as_seen
from wide_aperture.core.review.seen import Proof, counted, proof

AS_IT_STANDS = "as it stands"
WRONG_WEIGHS = 3  # settings that stand right, to outweigh one that does not


@dataclass(frozen=True)
class ProofPlace:
    """A storage place to be proven. id null: the body as it stands; values: what it should hold."""

    id: str | None
    label: str
    body_id: UUID
    body: str
    title: str
    values: Mapping[str, Value]


@dataclass(frozen=True)
class ProofFrame:
    id: str
    name: str
    said: FrameMetadata


class PlaceProven(Document):
    """A place with the frame that proves it; null: none was taken from it."""

    place: str | None
    label: str
    body_id: UUID
    body: str
    title: str
    frame_id: str | None = None
    frame: str = ""
    proof: Proof | None = None


class ProofRound(Document):
    """unseen: settings, by place, that no file tells of; to be looked at and ticked."""

    places: tuple[PlaceProven, ...]
    as_planned: int
    differ: int
    unseen: int
    sentence: str


def places_of(packed: PackedBody, first_title: str, first_target: Mapping[str, Value]) -> tuple[ProofPlace, ...]:
    """What of a body wants a proof frame: every place a situation is recalled from; of a body without places how it stands first."""
    name = packed.packing.body_name
    stored = [place for place in packed.packing.places if place.role == "situation" and place.values]
    if not stored:
        return (ProofPlace(None, AS_IT_STANDS, packed.body_id, name, first_title, first_target),)
    return tuple(ProofPlace(each.id, each.label, packed.body_id, name, each.name, each.values) for each in stored)


def proof_round(places: Sequence[ProofPlace], frames: Sequence[ProofFrame]) -> ProofRound:
    """Give every place the frame that fits it best, each frame to one place; those that fit alike in the order they were taken.

    A frame of another body proves nothing; one whose file does not say its body may be any's.
    """
    pairs = []
    for k, place in enumerate(places):
        for n, frame in enumerate(frames):
            if frame.said.body_make_model not in (None, place.body):
                continue
            found = proof(frame.said, place.values)
            fit = len(found.as_planned) - WRONG_WEIGHS * len(found.differ)
            pairs.append((-fit, k, n, found))
    taken: dict[int, tuple[int, Proof]] = {}
    used: set[int] = set()
    for _, k, n, found in sorted(pairs, key=lambda pair: pair[:3]):
        if k not in taken and n not in used:
            taken[k] = (n, found)
            used.add(n)
    proven = []
    for k, place in enumerate(places):
        plain = PlaceProven(
            place=place.id, label=place.label, body_id=place.body_id, body=place.body, title=place.title
        )
        if k in taken:
            n, found = taken[k]
            plain = plain.model_copy(update={"frame_id": frames[n].id, "frame": frames[n].name, "proof": found})
        proven.append(plain)
    right, wrong, unseen = (
        sum(len(getattr(each.proof, part)) for each in proven if each.proof)
        for part in ("as_planned", "differ", "unseen")
    )
    without = [f"{each.label} of {each.body}" for each in proven if each.proof is None]
    if len(without) == len(proven):
        sentence = "No frame proves anything yet."
    else:
        sentence = counted(right, wrong, unseen) + (f" No frame from {wording.listed(without)}." if without else "")
    return ProofRound(places=tuple(proven), as_planned=right, differ=wrong, unseen=unseen, sentence=sentence)


def states_as_proven(
    round_: ProofRound, places: Sequence[ProofPlace], states: Mapping[UUID, CameraState], at: dt.datetime
) -> tuple[CameraState, ...]:
    """Every body's state with what the round showed: its places hold it, and the body stands as its last frame says."""
    found = dict(states)
    values = {(each.body_id, each.id): each.values for each in places}
    for each in round_.places:
        if each.proof is None:
            continue
        target = values[(each.body_id, each.place)]
        state = state_as_seen(found[each.body_id], each.proof, target, at)
        if each.place is not None:
            slot = state.slot(each.place)
            held = {**target, **(slot.values if slot else {}), **seen_of(each.proof, target)}
            new = StoredSlot(
                id=each.place,
                name=slot.name if slot else each.title,
                values=held,
                family=slot.family if slot else "",
                stored_at=slot.stored_at if slot else at,
            )
            others = tuple(other for other in state.slots if other.id != each.place)
            state = state.model_copy(update={"slots": (*others, new), "active_slot": each.place})
        found[each.body_id] = state
    return tuple(state for body_id, state in found.items() if state is not states[body_id])
