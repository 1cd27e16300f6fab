"""Controls held against the body they belong to: areas and members of lists that it does not have."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.camera.controls.functions import LISTS
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.body import Body


def lacking(controls: Sequence[Control], body: Body) -> Iterator[tuple[str, str, str]]:
    """What controls name and the body lacks: the field, its path below the document; the option; why not."""
    for k, control in enumerate(controls):
        if control.area is not None and not _has(body, "af_area", control.area):
            yield f"controls/{k}/area", control.area, _said(body, "af_area", control.area)
        listed = LISTS.get(control.assigned)
        for n, member in enumerate(control.members if listed else ()):
            if not _has(body, str(listed), member):
                yield f"controls/{k}/members/{n}", member, _said(body, str(listed), member)


def only_what_is_there(control: Control, body: Body) -> Control:
    """The control without the area and the members that the body lacks."""
    listed = LISTS.get(control.assigned)
    area = control.area if control.area is None or _has(body, "af_area", control.area) else None
    members = tuple(each for each in control.members if listed and _has(body, str(listed), each))
    return control.model_copy(update={"area": area, "members": members})


def _has(body: Body, setting: str, option: str) -> bool:
    declared = body.support_of(setting)
    return declared is None or option in declared.options


def _said(body: Body, setting: str, option: str) -> str:
    entry = catalogue.setting(setting)
    return f"is not there: {body.name} has no “{entry.option_label(option)}” of {entry.label}"
