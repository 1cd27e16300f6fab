"""Proof frames of a saved shoot: one against its plan, or a round over all storage places; and the cameras' states they prove."""

from __future__ import annotations

import datetime as dt
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from wide_aperture.core.camera.packing import ShootToPack, item_of, pack_shoot, state_of
from wide_aperture.core.camera.state import CameraState, target_of
from wide_aperture.core.camera.storage.documents import PackItem
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.errors import DomainError
from wide_aperture.core.frames.frame import Frame as FrameDocument
from wide_aperture.core.planning import PlanInput, plan_of
from wide_aperture.core.review.proof_round import (
    ProofFrame,
    ProofPlace,
    ProofRound,
    places_of,
    proof_round,
    states_as_proven,
)
from wide_aperture.core.review.proven import state_as_seen
from wide_aperture.core.review.seen import Proof, proof
from wide_aperture.frames.models import Frame
from wide_aperture.frames.play import midnight_of, shoot_asked
from wide_aperture.frames.reviewing import frames_of
from wide_aperture.store.reading import owned, owned_rows
from wide_aperture.store.services import Precondition, get_row, put_row

MOST_FRAMES = 60


def prove(shoot_id: UUID, situation_id: UUID, frame_id: UUID, *, owner: User) -> Proof:
    """A frame against what its situation's plan asks somebody to set.

    Raises: ObjectDoesNotExist for what is not the owner's; DomainError for a situation that cannot be planned.
    """
    return _proven(shoot_id, situation_id, frame_id, owner)[0]


def _proven(
    shoot_id: UUID, situation_id: UUID, frame_id: UUID, owner: User
) -> tuple[Proof, dict[str, Value], PlanInput]:
    """(the proof, what the plan asks somebody to set, the situation). Raises: as prove."""
    _, asked = shoot_asked(shoot_id, owner)
    given = next((each for each in asked if each.situation.id == situation_id), None)
    if given is None:
        raise DomainError("situation_id", str(situation_id), "must be a situation of this shoot with a body and a lens")
    frame = FrameDocument.model_validate(get_row(Frame, owner=owner, row_id=frame_id).document)
    target = target_of(plan_of(given).setup, given.body)
    return proof(frame.said, target), target, given


@transaction.atomic
def keep_state(shoot_id: UUID, situation_id: UUID, frame_id: UUID, *, owner: User) -> CameraState:
    """Write down how the camera stands by what a frame proves. Raises: as prove."""
    found, target, given = _proven(shoot_id, situation_id, frame_id, owner)
    states = {state.body_id: state for state in owned("states", owner)}
    state = state_as_seen(state_of(given.body, states), found, target, timezone.now())
    _kept_state(state, owner)
    return state


def _kept_state(state: CameraState, owner: User) -> None:
    rows = owned_rows("states", owner)
    row = rows.filter(pk=state.id).first()
    expects = Precondition(creates=True) if row is None else Precondition(revision=row.revision)
    put_row(rows.model, owner=owner, row_id=state.id, document=state, expects=expects)


def prove_places(shoot_id: UUID, *, owner: User) -> ProofRound:
    """The frames taken before the shoot began against its storage places. Raises: as asked_round."""
    places, frames, _ = _asked_round(shoot_id, owner)
    return proof_round(places, frames)


@transaction.atomic
def keep_round(shoot_id: UUID, *, owner: User) -> list[CameraState]:
    """Write down what the round proves: what the places hold, and how the bodies stand. Raises: as asked_round."""
    places, frames, states = _asked_round(shoot_id, owner)
    changed = states_as_proven(proof_round(places, frames), places, states, timezone.now())
    for state in changed:
        _kept_state(state, owner)
    return list(changed)


def _asked_round(shoot_id: UUID, owner: User) -> tuple[list[ProofPlace], list[ProofFrame], dict[UUID, CameraState]]:
    """The places to prove, the frames that may, and the bodies' states.

    Raises: ObjectDoesNotExist for a shoot that is not the owner's; DomainError for one with nothing planned.
    """
    shoot, asked = shoot_asked(shoot_id, owner)
    known = {state.body_id: state for state in owned("states", owner)}
    decisions = next((each for each in owned("packings", owner) if each.shoot_id == shoot_id), None)
    books = {book.body_id: book for book in owned("phrasebooks", owner)}
    packed = pack_shoot(ShootToPack(planned=asked, books=books, states=known, decisions=decisions))
    first: dict[UUID, PackItem] = {}
    for given in asked:
        if given.situation.title not in {each.title for each in packed.left_out}:
            first.setdefault(given.body.id, item_of(given))
    places = [
        place
        for body in packed.bodies
        if body.body_id in first
        for place in places_of(body, first[body.body_id].title, first[body.body_id].target)
    ]
    if not places:
        raise DomainError("shoot", shoot.title, "needs a situation with a body and a lens that can be planned")
    starts = [given.situation.starts_at_min for given in asked if given.situation.starts_at_min is not None]
    midnight = midnight_of(shoot)
    rows = frames_of(shoot_id, owner=owner)
    if midnight is not None and starts:
        begins = (midnight + dt.timedelta(minutes=min(starts))).replace(tzinfo=dt.UTC)  # as Frame.taken_at is kept
        rows = rows.filter(taken_at__lt=begins)
    latest = list(rows.order_by("-taken_at")[:MOST_FRAMES])[::-1]
    frames = [ProofFrame(str(row.pk), row.name, FrameDocument.model_validate(row.document).said) for row in latest]
    return places, frames, {given.body.id: state_of(given.body, known) for given in asked}
