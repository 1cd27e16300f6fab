"""Bodies and lenses: saved documents, and the figures a specification sheet does not give."""

from typing import Annotated

from ninja import Router, Schema
from pydantic import Field

from wide_aperture.core.craft.figures import practice_table
from wide_aperture.core.document import Iso, Megapixels, Positive, SensorSideMm
from wide_aperture.core.documents.body import Body as BodyDocument
from wide_aperture.core.documents.body import IsoCeilings, proposed_ceilings
from wide_aperture.core.documents.body_file import body_file, read_body
from wide_aperture.core.documents.body_support import SettingSupport
from wide_aperture.core.documents.foundation import FoundationDocument, foundation_file, read_foundation
from wide_aperture.core.documents.lens import Lens as LensDocument
from wide_aperture.core.documents.setup import Foundation as FoundationSettings
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.sensor import SensorFigures, typical
from wide_aperture.core.planning.body_facts import BodyFact, body_facts
from wide_aperture.core.planning.foundation import FactoryChange, factory_changes
from wide_aperture.core.planning.proposals import Proposal, proposals
from wide_aperture.core.sheets.body_sheet import MOST_TEXT, ReadSheet, read_body_sheet
from wide_aperture.core.sheets.lens_line import read_lens_line
from wide_aperture.core.sheets.starting import StartingKit, starting_kit
from wide_aperture.gear.models import Body, Foundation, Lens
from wide_aperture.http.document_routes import add_document_routes
from wide_aperture.http.files import refused_as_text
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import Problem

bodies = Router(tags=["gear"])
lenses = Router(tags=["gear"])
foundations = Router(tags=["gear"])
gear = Router(tags=["gear"])
add_document_routes(bodies, Body)
add_document_routes(lenses, Lens)
add_document_routes(foundations, Foundation)


class SensorSheet(Schema):
    """What every specification sheet gives."""

    sensor_width_mm: SensorSideMm
    sensor_height_mm: SensorSideMm
    megapixels: Megapixels
    base_iso: Iso
    dynamic_range_ev: Annotated[Positive, Field(ge=1, le=40)] | None = None


class TypicalOut(Schema):
    electrons: SensorFigures
    ceilings: IsoCeilings


@gear.post("/typical", response={200: TypicalOut, 422: Problem}, operation_id="gear_typical")
def gear_typical(request: PersonRequest, sheet: SensorSheet) -> object:
    """Estimate the electron figures and propose ISO ceilings for a sensor."""
    electrons = typical(
        sheet.sensor_width_mm, sheet.sensor_height_mm, sheet.megapixels, sheet.base_iso, sheet.dynamic_range_ev
    )
    return {"electrons": electrons, "ceilings": proposed_ceilings(electrons, sheet.megapixels, sheet.base_iso)}


@gear.post("/body-facts", response={200: list[BodyFact], 422: Problem}, operation_id="gear_body_facts")
def gear_body_facts(request: PersonRequest, body: BodyDocument) -> object:
    """Say what the figures of a body come to."""
    return list(body_facts(body))


class KitFile(Schema):
    """A document of the kit as a file."""

    text: Annotated[str, Field(max_length=400_000)]


class BodyRead(Schema):
    """A body from a file, not saved yet. left_out: each thing that was not taken, with its reason."""

    document: BodyDocument
    left_out: list[str]


@gear.post("/body-file", response={200: KitFile, 422: Problem}, operation_id="gear_body_file")
def gear_body_file(request: PersonRequest, body: BodyDocument) -> object:
    """A body as a file for another photographer or another installation."""
    return {"text": body_file(body)}


@gear.post("/body-read", response={200: BodyRead, 422: Problem}, operation_id="gear_body_read")
def gear_body_read(request: PersonRequest, asked: KitFile) -> object:
    """Read a body file leniently: what is not known is left out and told."""
    with refused_as_text(asked.text):
        found = read_body(asked.text)
    return {"document": found.document, "left_out": list(found.left_out)}


@gear.post("/supported", response={200: list[SettingSupport], 422: Problem}, operation_id="gear_supported")
def gear_supported(request: PersonRequest, body: BodyDocument) -> object:
    """Which options of which settings a body has: declared, or gone with an ability it lacks."""
    return list(body.supported)


class FoundationRead(Schema):
    """A foundation from a file, not saved yet. left_out: each thing that was not taken, with its reason."""

    document: FoundationDocument
    left_out: list[str]


@gear.post("/foundation-file", response={200: KitFile, 422: Problem}, operation_id="gear_foundation_file")
def gear_foundation_file(request: PersonRequest, document: FoundationDocument) -> object:
    """A foundation as a file for another photographer or another installation."""
    return {"text": foundation_file(document)}


@gear.post("/foundation-read", response={200: FoundationRead, 422: Problem}, operation_id="gear_foundation_read")
def gear_foundation_read(request: PersonRequest, asked: KitFile) -> object:
    """Read a foundation file leniently: what is not known is left out and told."""
    with refused_as_text(asked.text):
        found = read_foundation(asked.text)
    return {"document": found.document, "left_out": list(found.left_out)}


@gear.get("/starting", response={200: StartingKit}, operation_id="starting_kit")
def gear_starting(request: PersonRequest) -> object:
    """Bodies and lenses to begin with, by class."""
    return starting_kit()


class SheetIn(Schema):
    """A specification sheet's text, and the body it is read over."""

    text: Annotated[str, Field(min_length=1, max_length=MOST_TEXT)]
    body: BodyDocument


@gear.post("/sheet", response={200: ReadSheet, 422: Problem}, operation_id="read_sheet")
def gear_sheet(request: PersonRequest, asked: SheetIn) -> object:
    """Read a pasted specification sheet. Nothing is stored; what was not understood is told."""
    return read_body_sheet(asked.text, asked.body)


class LensLineIn(Schema):
    text: Annotated[str, Field(min_length=1, max_length=400)]


@gear.post("/lens-line", response={200: LensDocument, 422: Problem}, operation_id="read_lens_line")
def gear_lens_line(request: PersonRequest, asked: LensLineIn) -> object:
    """Read a lens from what people call it. Nothing is stored."""
    lens = read_lens_line(asked.text)
    if lens is None:
        raise DomainError("text", asked.text, "must name focal length and aperture, like 70-200 mm f/2.8")
    return lens


class NewBody(Schema):
    """A body to review, and the foundation to bring it to."""

    body: BodyDocument
    foundation: FoundationSettings = FoundationSettings()


@gear.post("/factory-changes", response={200: list[FactoryChange], 422: Problem}, operation_id="gear_factory_changes")
def gear_factory_changes(request: PersonRequest, asked: NewBody) -> object:
    """What to change on a new body from its factory state."""
    return list(factory_changes(asked.body, asked.foundation))


@gear.post("/proposals", response={200: list[Proposal], 422: Problem}, operation_id="gear_proposals")
def gear_proposals(request: PersonRequest, asked: NewBody) -> object:
    """What we would set on this body on any day, by the photographer's schools."""
    return list(proposals(asked.body, asked.foundation))


class FigureOfPractice(Schema):
    """A figure plans count with. trade: as the trade has it; unit and why: of the table."""

    name: str
    trade: float
    unit: str
    why: str


@gear.get("/figures", response={200: list[FigureOfPractice]}, operation_id="figures_of_practice")
def figures_of_practice(request: PersonRequest) -> object:
    """Every figure of practice by its full name."""
    return [
        {"name": full, "trade": value, "unit": entry.unit, "why": entry.why}
        for entry in practice_table().values()
        for full, value in entry.flat().items()
    ]
