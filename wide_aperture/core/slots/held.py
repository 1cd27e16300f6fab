"""The base and the difference: what a held button can add to a situation without leaving it."""

from __future__ import annotations

from collections.abc import Sequence

from wide_aperture.core.camera.places import StoragePlace
from wide_aperture.core.camera.state import StoredSlot, differences
from wide_aperture.core.setup_document import Value
from wide_aperture.core.slots.documents import HeldOffer, PackItem
from wide_aperture.core.slots.filling import Filled


def held_offer(
    place: StoragePlace, items: Sequence[PackItem], standing: Sequence[dict[str, Value]], by_hand_s: Sequence[float]
) -> tuple[HeldOffer, Filled] | None:
    """The situation that differs from the one before only in what the button may change, and that saves most.

    Args: standing: how the body stands before each situation; by_hand_s: seconds of each transition by hand.
    """
    fitting = [
        (by_hand_s[k], k, differs)
        for k in range(1, len(items))
        if (differs := differences(standing[k], items[k].target)) and all(place.holds(name) for name in differs)
    ]
    if not fitting:
        return None
    saves_s, k, differs = max(fitting, key=lambda found: found[0])
    values = {name: items[k].target[name] for name in differs}
    offer = HeldOffer(
        place=place.id,
        during=items[k - 1].title,
        reaches=items[k].title,
        settings=differs,
        saves_s=saves_s,
        sentence=f"While the button is held in “{items[k - 1].title}”, the camera stands as for “{items[k].title}”.",
    )
    slot = StoredSlot(id=place.id, name=items[k].title, values=values, family=place.family)
    return offer, Filled(slot, "situation", values, k)
