"""Shoots, their situations, and the live answers of the Plan place."""

from typing import Annotated, Self
from uuid import UUID

from django.http import HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field, PrivateAttr, TypeAdapter, model_validator

from wide_aperture.core.camera.card import CardHand, card_markdown, card_text
from wide_aperture.core.craft.activities import Activity, activities
from wide_aperture.core.craft.check_pages import CheckExplanation, explanations
from wide_aperture.core.craft.lights import NamedLight, named_lights
from wide_aperture.core.craft.schools import SchoolQuestion, school_questions
from wide_aperture.core.craft.settings import CatalogueEntry, catalogue
from wide_aperture.core.documents import shoot as shoot_document
from wide_aperture.core.documents.accessories import Accessories
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import Lens
from wide_aperture.core.documents.plan import Finding, Plan
from wide_aperture.core.documents.preferences import Preferences
from wide_aperture.core.documents.setup import Foundation, Pin, Setup
from wide_aperture.core.documents.situation import Situation as SituationDocument
from wide_aperture.core.documents.sky_context import SkyContext
from wide_aperture.core.physics.quantities.nominal import THIRD
from wide_aperture.core.planning import plan
from wide_aperture.core.planning.assess import Assessment, assess
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.checks import Checked, run_checks
from wide_aperture.core.planning.framing import Framing
from wide_aperture.core.planning.reserve import ReserveAdvice, reserve_advice
from wide_aperture.core.planning.schools import OtherSchool, other_schools
from wide_aperture.core.planning.symptoms import RankedCause, find_causes, symptoms
from wide_aperture.core.planning.transfer import Transfer, transfer
from wide_aperture.core.sky.daylight.resolve import resolved
from wide_aperture.http.document_routes import PROBLEMS, add_document_routes, rows_page
from wide_aperture.http.field_names import NAMES
from wide_aperture.http.paging import Cursor, Limit, page_schema
from wide_aperture.http.problems import Problem
from wide_aperture.shoots import services
from wide_aperture.shoots.models import Shoot, Situation
from wide_aperture.shoots.overview import overview

shoots = Router(tags=["shoots"])
situations = Router(tags=["shoots"])
live = Router(tags=["plan"])


class ShootSummary(Schema):
    """A shoot in the list: how far it is and what to do next."""

    id: UUID
    revision: int
    document: shoot_document.Shoot
    situations: int
    open_findings: int
    readiness: str
    next_action: str
    next_light: str | None = Field(description="The first light event of its day, once date and place are known")
    pending: bool = Field(description="Not everything is worked out yet; ask again")


ShootSummaryPage = page_schema("ShootSummary", ShootSummary)
BUDGET_MS, MOST_BUDGET_MS = 120, 2000


@shoots.get("/overview", response={200: ShootSummaryPage, **PROBLEMS}, operation_id="shoot_overview")
def shoot_overview(
    request,
    limit: Limit = 100,
    cursor: Cursor = None,
    budget_ms: Annotated[int, Query(ge=0, le=MOST_BUDGET_MS, description="Time for plans not known yet")] = BUDGET_MS,
):
    """Shoots with their readiness."""
    items, next_cursor = overview(owner=request.user, limit=limit, cursor=cursor, budget_s=budget_ms / 1000)
    return {"items": items, "next": next_cursor}


StoredShoot = add_document_routes(shoots, Shoot)
StoredSituation = add_document_routes(situations, Situation)
SituationPage = page_schema("SituationOfShoot", StoredSituation)


@shoots.get("/{uuid:shoot_id}/situations", response={200: SituationPage, **PROBLEMS}, operation_id="shoot_situations")
def shoot_situations(request, shoot_id: UUID, limit: Limit = 100, cursor: Cursor = None):
    """The situations of a shoot in their order."""
    return rows_page(services.situations_of(owner=request.user, shoot_id=shoot_id), limit, cursor)


class PlanRequest(Schema):
    """Everything a plan is computed from. sky: date and place, for light that comes from the sky."""

    body: Body
    lens: Lens
    situation: SituationDocument
    preferences: Preferences = Preferences()
    accessories: Accessories = Accessories()
    foundation: Foundation | None = None
    pins: list[Pin] = []
    sky: SkyContext | None = None
    _brief: SituationDocument | None = PrivateAttr(default=None)

    @model_validator(mode="after")
    def _sky_in_numbers(self) -> Self:
        """Light from the sky becomes numbers here, once, for every answer that plans."""
        self._brief = self.situation
        self.situation = resolved(self.situation, self.sky)
        return self

    @property
    def brief(self) -> SituationDocument:
        """The situation as it was sent, its light still of the sky."""
        return self._brief or self.situation


def _plan(asked: PlanRequest) -> Plan:
    return plan(
        asked.body,
        asked.lens,
        asked.situation,
        asked.preferences,
        accessories=asked.accessories,
        foundation=asked.foundation,
        pins=asked.pins,
    )


@live.post("/plan", response={200: Plan, 422: Problem}, operation_id="plan")
def compute_plan(request, asked: PlanRequest):
    """Compute a plan. Stateless: nothing is stored."""
    # The plan is a validated document already: written straight out, not validated again.
    return HttpResponse(_plan(asked).model_dump_json(), content_type="application/json")


class Card(Schema):
    markdown: str
    text: str


class CardRequest(PlanRequest):
    """A plan request, and how the card is set in the hand."""

    hand: CardHand = CardHand()


@live.post("/card", response={200: Card, 422: Problem}, operation_id="card")
def setup_card(request, asked: CardRequest):
    """The setup card of a plan as Markdown and plain text."""
    computed = _plan(asked)
    inputs = (computed, asked.body, asked.lens, asked.situation, asked.hand)
    return {"markdown": card_markdown(*inputs), "text": card_text(*inputs)}


class OtherSchoolsIn(PlanRequest):
    """A plan request and the question of which the schools are compared."""

    question: str


@live.post("/schools", response={200: list[OtherSchool], 422: Problem}, operation_id="other_schools")
def compare_schools(request, asked: OtherSchoolsIn):
    """What every school of one question would do here."""
    kit_and_case = (asked.body, asked.lens, asked.situation, asked.preferences, asked.accessories)
    return other_schools(asked.question, *kit_and_case)


@live.post("/reserve", response={200: ReserveAdvice, 422: Problem}, operation_id="reserve_advice")
def advise_reserve(request, asked: PlanRequest):
    """Whether a highlight reserve pays at the planned ISO."""
    case = Case(asked.body, asked.lens, asked.situation, asked.preferences, asked.accessories)
    return reserve_advice(case, _plan(asked).choice.iso)


class SetupInCase(PlanRequest):
    """A setup as it stands on the camera, planned or edited by hand, in its case."""

    setup: Setup


def _checked(asked: SetupInCase) -> Checked:
    case = Case(asked.body, asked.lens, asked.situation, asked.preferences, asked.accessories)
    return Checked(case, asked.setup)


@live.post("/check", response={200: list[Finding], 422: Problem}, operation_id="check_setup")
def check_setup(request, asked: SetupInCase):
    """The findings of any setup."""
    return run_checks(_checked(asked))


@live.post("/assess", response={200: Assessment, 422: Problem}, operation_id="assess_setup")
def assess_setup(request, asked: SetupInCase):
    """What a setup edited by hand amounts to. Its pins name the values held by hand."""
    kit_and_case = (asked.body, asked.lens, asked.situation, asked.preferences, asked.accessories)
    return assess(asked.setup, *kit_and_case, by_hand=[pin.setting for pin in asked.pins])


class SymptomIn(SetupInCase):
    symptom: str


@live.post("/causes", response={200: list[RankedCause], 422: Problem}, operation_id="find_causes")
def rank_causes(request, asked: SymptomIn):
    """Ranked causes of a symptom for a setup in its case."""
    return find_causes(asked.symptom, _checked(asked))


class TransferIn(Schema):
    setup: Setup
    from_body: Body
    to_body: Body


@live.post("/transfer", response={200: Transfer, 422: Problem}, operation_id="transfer_setup")
def transfer_setup(request, asked: TransferIn):
    """A setup as another body can hold it."""
    return transfer(asked.setup, asked.from_body, asked.to_body)


FRAMINGS = TypeAdapter(list[Framing])


class FramingRequest(Schema):
    situation: SituationDocument
    preferences: Preferences = Preferences()
    accessories: Accessories = Accessories()
    sky: SkyContext | None = None


@live.post("/framing", response={200: list[Framing], 422: Problem}, operation_id="framing")
def rank_kit(request, asked: FramingRequest):
    """Rank the owned bodies and lenses for a situation by what each would cost."""
    ranked = services.rank_owned_kit(
        owner=request.user,
        situation=resolved(asked.situation, asked.sky),
        preferences=asked.preferences,
        accessories=asked.accessories,
    )
    # Thousands of validated lines: written straight out, not validated again.
    return HttpResponse(FRAMINGS.dump_json(ranked), content_type="application/json")


class ScaleOut(Schema):
    """The customary markings of a stepped scale in third stops; first_index is the index of the first label."""

    first_index: int
    labels: list[str]


class Scales(Schema):
    shutter: ScaleOut
    aperture: ScaleOut
    iso: ScaleOut


class SymptomOut(Schema):
    id: str
    label: str


class Tables(Schema):
    """The tables forms and rulers draw on."""

    settings: list[CatalogueEntry]
    activities: list[Activity]
    lights: list[NamedLight]
    scales: Scales
    checks: list[CheckExplanation]
    symptoms: list[SymptomOut]
    schools: list[SchoolQuestion]
    field_names: dict[str, str] = Field(description="What forms call a field, by the last parts of its pointer")


@live.get("/tables", response={200: Tables}, operation_id="tables")
def tables(request):
    """Settings catalogue, activities, named lights and the marked scales."""
    scales = {name: {"first_index": scale.first_index, "labels": scale.labels} for name, scale in THIRD.items()}
    return {
        "settings": catalogue(),
        "activities": activities(),
        "lights": named_lights(),
        "scales": scales,
        "checks": explanations(),
        "symptoms": [{"id": symptom.id, "label": symptom.label} for symptom in symptoms()],
        "schools": school_questions(),
        "field_names": NAMES,
    }
