"""The live answers of the Plan place: stateless, each from one PlanInput."""

from typing import Annotated
from uuid import UUID

from django.http import HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field, TypeAdapter

from wide_aperture.core.camera.card import CardHand, card_markdown, card_text
from wide_aperture.core.craft.activities import Activity, activities
from wide_aperture.core.craft.beginnings import Beginning, beginning, beginnings
from wide_aperture.core.craft.check_pages import CheckExplanation, explanations
from wide_aperture.core.craft.lights import NamedLight, named_light, named_lights
from wide_aperture.core.craft.schools import SchoolQuestion, school_questions
from wide_aperture.core.craft.settings import CatalogueEntry, catalogue
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.plan import Finding, Plan
from wide_aperture.core.documents.setup import Setup
from wide_aperture.core.documents.situation import Output, Situation
from wide_aperture.core.physics.quantities.nominal import THIRD
from wide_aperture.core.planning import Brief, PlanInput, plan_of
from wide_aperture.core.planning.asking import WayToAsk, ways_to_ask
from wide_aperture.core.planning.assess import Assessment, assess
from wide_aperture.core.planning.atlas import index
from wide_aperture.core.planning.checks import Checked, check_setup
from wide_aperture.core.planning.framing import Framing, rank_kit
from wide_aperture.core.planning.reserve import ReserveAdvice, reserve_advice
from wide_aperture.core.planning.schools import OtherSchool, other_schools
from wide_aperture.core.planning.symptoms import RankedCause, find_causes, symptoms
from wide_aperture.core.planning.transfer import Transfer, transfer
from wide_aperture.core.planning.two_bodies import TwoBodies, two_bodies
from wide_aperture.http.field_names import NAMES
from wide_aperture.http.person import PersonRequest
from wide_aperture.http.problems import Problem
from wide_aperture.store.reading import owned

live = Router(tags=["plan"])


@live.post("/plan", response={200: Plan, 422: Problem}, operation_id="plan")
def compute_plan(request: PersonRequest, asked: PlanInput) -> HttpResponse:
    """Compute a plan. Stateless: nothing is stored."""
    # The plan is a validated document already: written straight out, not validated again.
    return HttpResponse(plan_of(asked).model_dump_json(), content_type="application/json")


class Card(Schema):
    markdown: str
    text: str


class CardRequest(PlanInput):
    """A plan request, and how the card is set in the hand."""

    hand: CardHand = CardHand()


@live.post("/card", response={200: Card, 422: Problem}, operation_id="card")
def setup_card(request: PersonRequest, asked: CardRequest) -> object:
    """The setup card of a plan as Markdown and plain text."""
    case = asked.case
    inputs = (plan_of(asked), case.body, case.lens, case.situation, asked.hand)
    return {"markdown": card_markdown(*inputs), "text": card_text(*inputs)}


class OtherSchoolsIn(PlanInput):
    """A plan request and the question of which the schools are compared."""

    question: str


@live.post("/schools", response={200: list[OtherSchool], 422: Problem}, operation_id="other_schools")
def compare_schools(request: PersonRequest, asked: OtherSchoolsIn) -> object:
    """What every school of one question would do here."""
    return other_schools(asked.question, asked)


@live.post("/reserve", response={200: ReserveAdvice, 422: Problem}, operation_id="reserve_advice")
def advise_reserve(request: PersonRequest, asked: PlanInput) -> object:
    """Whether a highlight reserve pays at the planned ISO."""
    return reserve_advice(asked.case, plan_of(asked).choice.iso)


class SetupInCase(PlanInput):
    """A setup as it stands on the camera, planned or edited by hand, in its case."""

    setup: Setup


@live.post("/check", response={200: list[Finding], 422: Problem}, operation_id="check_setup")
def check(request: PersonRequest, asked: SetupInCase) -> object:
    """The findings of any setup."""
    return check_setup(asked.setup, asked)


@live.post("/assess", response={200: Assessment, 422: Problem}, operation_id="assess_setup")
def assess_setup(request: PersonRequest, asked: SetupInCase) -> object:
    """What a setup edited by hand amounts to. Its pins name the values held by hand."""
    return assess(asked.setup, asked)


class SymptomIn(SetupInCase):
    symptom: str


@live.post("/causes", response={200: list[RankedCause], 422: Problem}, operation_id="find_causes")
def rank_causes(request: PersonRequest, asked: SymptomIn) -> object:
    """Ranked causes of a symptom for a setup in its case."""
    return find_causes(asked.symptom, Checked(asked.case, asked.setup))


class TwoBodiesIn(PlanInput):
    """A plan request and the body carried beside."""

    second: Body


@live.post("/two-bodies", response={200: TwoBodies, 422: Problem}, operation_id="two_bodies")
def compare_two_bodies(request: PersonRequest, asked: TwoBodiesIn) -> object:
    """Every setting in which the frames of two bodies would differ."""
    return two_bodies(asked, asked.second, asked.foundation.kept_apart if asked.foundation else ())


class TransferIn(Schema):
    setup: Setup
    from_body: Body
    to_body: Body


@live.post("/transfer", response={200: Transfer, 422: Problem}, operation_id="transfer_setup")
def transfer_setup(request: PersonRequest, asked: TransferIn) -> object:
    """A setup as another body can hold it."""
    return transfer(asked.setup, asked.from_body, asked.to_body)


FRAMINGS = TypeAdapter(list[Framing])


@live.post("/framing", response={200: list[Framing], 422: Problem}, operation_id="framing")
def rank_owned_kit(request: PersonRequest, asked: Brief) -> object:
    """Rank the owned bodies and lenses for a situation by what each would cost."""
    bodies, lenses = (
        [each for each in owned(kind, request.user) if not each.archived] for kind in ("bodies", "lenses")
    )
    ranked = rank_kit(bodies, lenses, asked)
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
    beginnings: list[Beginning]
    lights: list[NamedLight]
    scales: Scales
    checks: list[CheckExplanation]
    symptoms: list[SymptomOut]
    schools: list[SchoolQuestion]
    asking: dict[str, list[WayToAsk]] = Field(description="What can be asked for where a setting is shown")
    field_names: dict[str, str] = Field(description="What forms call a field, by the last parts of its pointer")


@live.get("/tables", response={200: Tables}, operation_id="tables")
def tables(request: PersonRequest) -> object:
    """Settings catalogue, activities, named lights and the marked scales."""
    scales = {name: {"first_index": scale.first_index, "labels": scale.labels} for name, scale in THIRD.items()}
    return {
        "settings": catalogue(),
        "activities": activities(),
        "beginnings": beginnings(),
        "lights": named_lights(),
        "scales": scales,
        "checks": explanations(),
        "symptoms": [{"id": symptom.id, "label": symptom.label} for symptom in symptoms()],
        "schools": school_questions(),
        "asking": ways_to_ask(),
        "field_names": NAMES,
    }


class BeginIn(Schema):
    """Answers of a guided brief. distance: which of the beginning's distances; light null: its likeliest."""

    id: UUID
    beginning: Annotated[str, Field(max_length=60)]
    distance: int = 0
    light: Annotated[str, Field(min_length=1, max_length=60)] | None = None
    output: Output = "print_a3"


@live.post("/begin", response={200: Situation, 422: Problem}, operation_id="begin_situation")
def begin_situation(request: PersonRequest, asked: BeginIn) -> object:
    """The situation a guided brief stands for. Nothing is stored."""
    begun = beginning(asked.beginning)
    if asked.light is not None:
        named_light(asked.light)
    return begun.situation(asked.id, distance=asked.distance, light=asked.light, output=asked.output)


@live.get("/find", response={200: list[str]}, operation_id="find_pages")
def find_pages(request: PersonRequest, q: Annotated[str, Query(max_length=100)] = "") -> object:
    """Keys of the Atlas pages that answer a question in anybody's words, the best first: kind and id, as addresses have them."""
    return [page.key for page in index().found(q)]
