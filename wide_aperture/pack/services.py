"""From saved documents to a packed shoot."""

from __future__ import annotations

from wide_aperture.core.camera.packing import LeftOut, PackedShoot, ShootToPack, pack_shoot
from wide_aperture.core.camera.precautions.failure import Failure, failures
from wide_aperture.core.camera.route import Route
from wide_aperture.core.camera.route.export import markdown, to_csv
from wide_aperture.core.documents.foundation import foundation_of
from wide_aperture.core.documents.setup import Foundation
from wide_aperture.core.documents.shoot import PlannedSituation
from wide_aperture.core.planning import PlanInput
from wide_aperture.pack.questions import ExportRequest, PackRequest


def planned_of(asked: PackRequest) -> list[PlanInput]:
    """The situations with their kit, in shooting order; those without a body or a lens are left out."""
    bodies = {body.id: body for body in asked.bodies}
    lenses = {lens.id: lens for lens in asked.lenses}

    def foundation(each: PlannedSituation) -> Foundation | None:
        return asked.foundation if asked.foundation is not None else foundation_of(each, asked.foundations)

    return [
        PlanInput.of(each, bodies[each.body_id], lenses[each.lens_id], foundation=foundation(each), sky=asked.sky)
        for each in sorted(asked.situations, key=lambda each: each.situation.order)
        if each.body_id is not None and each.lens_id is not None
    ]


def packed(asked: PackRequest) -> PackedShoot:
    """The shoot, packed; what cannot be is named."""
    made = pack_shoot(
        ShootToPack(
            planned=planned_of(asked),
            books={book.body_id: book for book in asked.books},
            states={state.body_id: state for state in asked.states},
            decisions=asked.decisions,
        )
    )
    bare = [
        LeftOut(title=each.situation.title, sentence="It needs a body and a lens.")
        for each in asked.situations
        if each.body_id is None or each.lens_id is None
    ]
    return made.model_copy(update={"left_out": (*made.left_out, *bare)})


def day_without(asked: PackRequest) -> tuple[Failure, ...]:
    """The shoot without each body, lens and card in turn."""
    return failures(planned_of(asked), asked.bodies, asked.lenses)


def routes_as_text(asked: ExportRequest) -> str:
    """Preparation and moves of one body or all, as Markdown or CSV."""
    routes: list[tuple[str, Route]] = []
    for body in packed(asked).bodies:
        if asked.body_id not in (None, body.body_id):
            continue
        name = body.packing.body_name
        routes += [
            (f"{name}: prepare {each.title}. {each.fill}".rstrip(". "), each.route) for each in body.packing.preparation
        ]
        routes += [(f"{name}: {each.title}", each.route) for each in body.packing.moves]
    return markdown(asked.title, routes) if asked.format == "markdown" else to_csv(routes)
