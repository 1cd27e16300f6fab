"""How a body stores into a place, and what it lets it be called."""

from __future__ import annotations

from collections.abc import Sequence

from wide_aperture.core.camera.places import StoragePlace

HOW = {
    "menu": "Store it from the menu into {place}.",
    "held": "Hold the button of {place} until it says that it has stored.",
    "computer": "Write it to {place} from the computer: the camera only recalls.",
}


LEAD_ON = ("a", "an", "the", "in", "of", "at", "on", "by", "to", "for", "and", "with")  # no name ends with these


def short_names(names: Sequence[str], letters: int) -> tuple[str, ...]:
    """Names with room for so many letters, told apart: whole words while they fit, a number where two would be alike.

    >>> short_names(("Vows in the chapel", "Vows in the garden", "Dance"), 8)
    ('Vows', 'Vows i 2', 'Dance')
    """
    found: list[str] = []
    for name in names:
        short = _fitting(name, letters)
        number = 2
        while short in found:
            end = f" {number}"
            short = name[: max(letters - len(end), 0)].rstrip() + end
            number += 1
        found.append(short)
    return tuple(found)


def _fitting(name: str, letters: int) -> str:
    if len(name) <= letters:
        return name
    words = name.split()
    while len(words) > 1 and (len(" ".join(words)) > letters or words[-1].lower() in LEAD_ON):
        words.pop()
    return " ".join(words)[:letters].rstrip(" ,;:-")


def how_to_fill(place: StoragePlace, name: str) -> str:
    """What to do once the camera stands as the place should, in words. name: what it is to be called there."""
    said = HOW[place.filled].format(place=place.label)
    if not place.name_letters:
        return f"{said} It takes no name: write “{name}” on the card."
    return f"{said} Call it “{name}”, {len(name)} of {place.name_letters} letters."
