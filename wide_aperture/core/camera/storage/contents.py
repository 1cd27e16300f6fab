"""What a body's storage places are told to hold, where it leaves the choice: the mode, the values with it, or everything."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from wide_aperture.core.camera.storage.documents import ContentsOffer, PackItem
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.figures import figure
from wide_aperture.core.documents.body import Body

ORDER = ("all", "values", "mode")  # the surest first: what a place does not hold stands as the last scene left it
WORTH_LESS_S = figure("least_saving_s")


def contents_to_try(items: Sequence[PackItem], body: Body) -> tuple[str, ...]:
    """The choices this body has; none where it has no choice, or its photographer has made it."""
    chosen = [item.setup.settings.get("slot_contents") for item in items]
    if any(held is not None and held.layer in ("foundation", "pin") for held in chosen):
        return ()
    return tuple(each for each in ORDER if each in body.abilities.place_contents)


def telling(items: Sequence[PackItem], contents: str) -> list[PackItem]:
    """The situations with the camera told so."""
    return [replace(item, target={**item.target, "slot_contents": contents}) for item in items]


def contents_offer(seconds: Mapping[str, float]) -> ContentsOffer:
    """The surest choice, unless another saves more than a glance. seconds: of the whole shoot, by choice."""
    chosen = next(iter(seconds))
    for contents, spent in seconds.items():
        if spent < seconds[chosen] - WORTH_LESS_S:
            chosen = contents
    entry = catalogue.setting("slot_contents")
    others = [
        f"{entry.option_label(contents)} {spent:.0f} s" for contents, spent in seconds.items() if contents != chosen
    ]
    beside = f", against {', '.join(others)}" if others else ""
    return ContentsOffer(
        chosen=chosen,
        seconds=dict(seconds),
        sentence=f"Tell it to store {entry.option_label(chosen)}: {seconds[chosen]:.0f} s in this shoot{beside}.",
    )
