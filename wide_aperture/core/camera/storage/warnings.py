"""What can go wrong with filled storage places."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from wide_aperture.core.camera.places import StoragePlace
from wide_aperture.core.camera.storage.documents import Move, PackedPlace, PackItem
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.check_pages import explanation
from wide_aperture.core.documents.plan import Finding
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.planning.checks.controls import LIGHTS, NOISES

HEARD: dict[str, Value] = dict.fromkeys((*NOISES, *LIGHTS), "on")

NAMED = 3


def slot_findings(
    places: Sequence[StoragePlace],
    shown: Sequence[PackedPlace],
    items: Sequence[PackItem],
    moves: Sequence[Move],
) -> tuple[Finding, ...]:
    """Every warning about the places of one body, most serious first."""
    found = [
        *_old_values(shown),
        *_forbidden(shown, items, moves),
        *_dangerous(shown),
        *_left_out(shown),
        *_forgotten(places, shown),
        *_no_time(moves, shown),
        *_guest_stuck(shown),
    ]
    order = ("stop", "caution", "note")
    return tuple(sorted(found, key=lambda finding: order.index(finding.level)))


def _finding(code: str, sentence: str) -> Finding:
    page = explanation(code)
    return Finding(code=code, level=page.level, about="plan", title=page.title, sentence=sentence)


def _names(settings: Sequence[str]) -> str:
    labels = [catalogue.setting(name).label for name in settings]
    return ", ".join(labels[:NAMED]) + (f" and {len(labels) - NAMED} more" if len(labels) > NAMED else "")


def _old_values(shown: Sequence[PackedPlace]) -> Iterator[Finding]:
    for place in shown:
        if place.store_again:
            yield _finding(
                "slot_holds_old_value",
                f"{place.label} still holds an older “{place.name}”: {_names(place.store_again)}.",
            )


def _forbidden(shown: Sequence[PackedPlace], items: Sequence[PackItem], moves: Sequence[Move]) -> Iterator[Finding]:
    by_id = {place.id: place for place in shown}
    for item, move in zip(items, moves, strict=True):
        if not item.is_silent:
            continue
        for step in move.route.steps:
            place = by_id.get(str(step.value)) if step.kind == "recall" else None
            heard = [name for name, value in HEARD.items() if place and place.values.get(name) == value]
            if place and heard:
                yield _finding(
                    "slot_recalls_forbidden",
                    f"“{item.title}” must not be heard or lit, and {place.label} brings {_names(heard)} back.",
                )


def _must_not_come_back(name: str, value: Value) -> bool:
    return any(each.never_stored and value in each.values for each in catalogue.setting(name).spoils)


def _dangerous(shown: Sequence[PackedPlace]) -> Iterator[Finding]:
    for place in shown:
        bad = [name for name, value in place.values.items() if _must_not_come_back(name, value)]
        if bad and place.role not in ("reserved", "empty"):
            yield _finding(
                "slot_holds_danger",
                f"{place.label} “{place.name}” stores {_names(sorted(bad))}: every recall starts with it.",
            )


def _left_out(shown: Sequence[PackedPlace]) -> Iterator[Finding]:
    for place in shown:
        if place.leaves_out:
            yield _finding(
                "slot_leaves_out",
                f"{place.label} does not hold {_names(place.leaves_out)} of “{place.name}”: set by hand after each recall.",
            )


def _forgotten(places: Sequence[StoragePlace], shown: Sequence[PackedPlace]) -> Iterator[Finding]:
    used = {place.id for place in shown if place.used}
    losing = [place.label for place in places if place.forgets and place.id in used]
    if losing:
        yield _finding(
            "slot_changes_lost",
            f"What you correct after recalling {', '.join(losing)} is gone once the body sleeps or is switched off.",
        )


def _guest_stuck(shown: Sequence[PackedPlace]) -> Iterator[Finding]:
    """A stranger presses the shutter button: with focus off it, or by hand, nothing gets sharp."""
    for place in shown:
        by_button = place.values.get("af_activation") in ("back_button", "back_button_eye")
        by_hand = place.values.get("af_mode") == "manual"
        if place.role == "guest" and (by_button or by_hand):
            why = "focus stands at manual" if by_hand else "half a press does not focus"
            yield _finding(
                "guest_cannot_focus", f"{place.label} is the guest's, and there {why}: the body lets no other value in."
            )


def _no_time(moves: Sequence[Move], shown: Sequence[PackedPlace]) -> Iterator[Finding]:
    stored = {place.situation_id for place in shown if place.role == "situation"}
    for move in moves:
        if move.enough is False:
            kind = "recalled" if move.situation_id in stored else "set by hand"
            yield _finding(
                "slot_no_time",
                f"“{move.title}” is {kind} in {move.route.seconds:.0f} s, and the pause before it is {max(move.pause_min or 0, 0) * 60:.0f} s.",
            )
