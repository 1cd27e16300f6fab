"""Lists in pages: `?limit=&cursor=` gives `{"items": […], "next": cursor or null}`."""

from typing import Annotated, Any

from ninja import Query, Schema

MOST_ITEMS = 500
Limit = Annotated[int, Query(ge=1, le=MOST_ITEMS, description="Items a page")]
Cursor = Annotated[str | None, Query(max_length=400, description="The “next” of the page before")]


def page_schema(name: str, item: Any) -> type[Schema]:
    """The schema of a page of items."""
    return type(
        f"{name}Page",
        (Schema,),
        {"__annotations__": {"items": list[item], "next": str | None}, "__module__": __name__},
    )
