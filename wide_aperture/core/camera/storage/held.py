"""The base and the difference: what a held button can add to a situation without leaving it."""

from __future__ import annotations

from collections.abc import Sequence

from wide_aperture.core.camera.places import StoragePlace
from wide_aperture.core.camera.state import StoredSlot, differences
from wide_aperture.core.camera.storage.documents import HeldOffer, PackItem
from wide_aperture.core.camera.storage.filling import Filled
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.documents.setting_values import Value

MOST_LEFT = 3  # settings a held button may leave as they are and still be worth holding
# No picture taken while the button is held shows these.
NOT_IN_THE_PICTURE = frozenset({"Controls", "Power and care", "Playback", "Display", "Link"})


def held_offer(
    place: StoragePlace, items: Sequence[PackItem], standing: Sequence[dict[str, Value]], by_hand_s: Sequence[float]
) -> tuple[HeldOffer, Filled] | None:
    """The situation whose pictures come nearest while the button is held in the one before, and that saves most.

    Args: standing: how the body stands before each situation; by_hand_s: seconds of each transition by hand.
    """
    found = [_offer(place, items, k, standing[k], by_hand_s[k]) for k in range(1, len(items))]
    return max((each for each in found if each), key=lambda each: each[0].saves_s, default=None)


def _offer(
    place: StoragePlace, items: Sequence[PackItem], k: int, before: dict[str, Value], by_hand_s: float
) -> tuple[HeldOffer, Filled] | None:
    item = items[k]
    differs = [
        name for name in differences(before, item.target) if catalogue.setting(name).group not in NOT_IN_THE_PICTURE
    ]
    reached = tuple(name for name in differs if place.holds(name))
    rest = [_within(catalogue.setting(name).label) for name in differs if name not in reached]
    if not reached or len(rest) > MOST_LEFT:
        return None
    but = f", but for {', '.join(rest)}" if rest else ""
    values = {name: item.target[name] for name in reached}
    offer = HeldOffer(
        place=place.id,
        during=items[k - 1].title,
        reaches=item.title,
        settings=reached,
        saves_s=by_hand_s * len(reached) / len(differs),
        sentence=f"While the button is held in “{items[k - 1].title}”, the camera stands as for “{item.title}”{but}.",
    )
    slot = StoredSlot(id=place.id, name=item.title, values=values, family=place.family)
    return offer, Filled(slot, "situation", values, k)


def _within(label: str) -> str:
    """A label inside a sentence; abbreviations keep their capitals."""
    return label if label[1:2].isupper() else label[:1].lower() + label[1:]
