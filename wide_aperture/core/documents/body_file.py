"""A body as a file, there and back."""

from __future__ import annotations

from typing import Any

from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.kit_file import ReadKit, kit_file, open_kit, take
from wide_aperture.core.documents.setting_ids import OPTIONS

KIND = "body"


def body_file(body: Body) -> str:
    """The body as a file: everything but its place in this installation."""
    return kit_file(body, KIND, without={"archived"})


def read_body(text: str) -> ReadKit[Body]:
    """Read a body file. What this version does not know is left out and told, the rest is taken.

    Raises: ValueError where the text is no such file, or lacks what every sheet gives, with a sentence for the reader.
    """
    content = open_kit(text, KIND)
    told = _unknown_options(content)
    found = take(Body, content, KIND)
    return ReadKit(found.document, (*told, *found.left_out))


def _unknown_options(content: dict[str, Any]) -> list[str]:
    """Options of declared settings that no catalogue has: taken out and told, so that the setting keeps its others."""
    told: list[str] = []
    declared = content.get("support")
    for support in declared if isinstance(declared, list) else []:
        options = support.get("options") if isinstance(support, dict) else None
        known = OPTIONS.get(str(support.get("setting"))) if isinstance(support, dict) else None
        if known is None or not isinstance(options, list):
            continue
        strange = [option for option in options if option not in known]
        told += [f"{support['setting']}: no option {option!r} is known to this version" for option in strange]
        support["options"] = [option for option in options if option in known]
    return told
