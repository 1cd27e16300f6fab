"""Setting back: what a day leaves on a body, undone by the fewest presses; then charge, copy, and only then format."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from uuid import UUID

from wide_aperture.core.camera.packing import PackedBody
from wide_aperture.core.camera.phrasebook import Phrasebook
from wide_aperture.core.camera.preflight.line import IN_THE_EVENING, CheckLine
from wide_aperture.core.camera.preflight.rounds import NOUGHT, slug
from wide_aperture.core.camera.route import route
from wide_aperture.core.camera.storage.documents import PackItem
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.planning import PlanInput

# What belongs to a tripod, a series or one evening, and how a camera in the hand stands.
OF_THE_DAY: Mapping[str, Value] = {
    **{setting: nought for setting, nought, _ in NOUGHT},
    "stabilisation": "on",
    "shutter_type": "mechanical",
}
CHARGE_S, COPY_S, FORMAT_S = 60.0, 120.0, 30.0


def setting_back(
    body: Body, packed: PackedBody, book: Phrasebook, own: Sequence[PlanInput], items: Mapping[UUID, PackItem]
) -> Iterator[CheckLine]:
    """The lines of the evening for one body. own: its situations in their order."""
    ends = dict(packed.packed_state.values)
    for given in own:
        ends |= items[given.situation.id].target
    state = packed.packed_state.model_copy(update={"values": ends})
    target = _home(body, own, ends)
    made = route(state, target, book, body)
    for k, step in enumerate(made.steps):
        yield CheckLine(
            code=f"{slug(body.name)}{IN_THE_EVENING}{k + 1}-{slug(step.setting or step.kind)}",
            group="back",
            body_id=body.id,
            do=step.sentence,
            why="It was set for today. Left on, it spoils the first frames of another day.",
            where=step.place or step.way or "The camera",
            seconds=step.seconds,
        )
    for code, do, why, seconds in (
        ("charge", "Charge every battery that was in use, and mark those that fade.", "Tomorrow begins with a full one.", CHARGE_S),
        ("copy", "Copy the cards to two disks and look at frames from the beginning, the middle and the end on both.", "A copy nobody looked at is a hope.", COPY_S),
        ("format", "Format in the camera, and only once both copies were seen.", "Formatting at home saves it from being done in a hurry.", FORMAT_S),
        ("dry", "Wipe and dry body and lenses; leave the bag open over night.", "Salt, sand and damp do their work in a closed bag.", CHARGE_S),
    ):  # fmt: skip
        yield CheckLine(
            code=f"{slug(body.name)}{IN_THE_EVENING}{code}", group="back", body_id=body.id, do=do, why=why, where=body.name, seconds=seconds
        )  # fmt: skip


def _home(body: Body, own: Sequence[PlanInput], ends: Mapping[str, Value]) -> dict[str, Value]:
    """How the body shall stand: as the photographer's foundation has it, else without what belonged to the day."""
    foundation = own[-1].foundation
    wished: dict[str, Value] = dict(OF_THE_DAY)
    if foundation is not None:
        wished.update({str(name): value for name, value in foundation.settings.items()})
    return {
        name: value
        for name, value in wished.items()
        if name in ends and ends[name] != value and _takes(body, name, value)
    }


def _takes(body: Body, name: str, value: Value) -> bool:
    """Whether the body has the setting, and this value of it."""
    if not any(entry.id == name for entry in catalogue.catalogue()):
        return False
    declared = body.support_of(name)
    return declared is None or not isinstance(value, str) or value in declared.options
