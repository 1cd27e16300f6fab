"""The demo world for whoever looks around: loaded, taken away and brought back together."""

from uuid import UUID

from django.utils import timezone
from ninja import Router, Schema

from wide_aperture.demo.load import load_demo, remove_demo, rows_there
from wide_aperture.http.person import PersonRequest

demo = Router(tags=["demo"])


class DemoOut(Schema):
    """Which demo rows are there."""

    ids: list[UUID]


class DemoDone(Schema):
    """How many rows an answer wrote or took away."""

    rows: int


@demo.get("", response={200: DemoOut}, operation_id="demo")
def demo_there(request: PersonRequest) -> object:
    """The demo rows that are there, edited or not."""
    return {"ids": [row.pk for row in rows_there(request.user)]}


@demo.post("", response={200: DemoDone}, operation_id="demo_load")
def demo_load(request: PersonRequest) -> object:
    """Load the demo world, its shoots on days that lie ahead; what was deleted of it comes back, what was edited stays."""
    written, _ = load_demo(owner=request.user, revive=True, today=timezone.localdate())
    return {"rows": written}


@demo.delete("", response={200: DemoDone}, operation_id="demo_remove")
def demo_remove(request: PersonRequest) -> object:
    """Take every demo row away, edited ones too. Loading brings them back as they were written."""
    return {"rows": remove_demo(owner=request.user)}
