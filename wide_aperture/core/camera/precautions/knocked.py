"""Each single wrong dial or leftover: frames lost x likelihood x how hard it is to notice; the worst are named.

Frames lost come from the case: how far a value may be off (the latitude of the file, the blur allowed) against how far a
knock or a leftover moves it. The likelihoods are estimates a person may correct on the control; ranks matter, not figures.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from functools import cache
from typing import Literal

from wide_aperture.core.camera.controls.control import Control
from wide_aperture.core.camera.controls.functions import BY_ID
from wide_aperture.core.camera.storage.documents import PackItem
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.exposure_modes import chosen_by_camera
from wide_aperture.core.craft.figures import figure, figures_of
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.setting_values import Value

KNOCK_CLICKS = figure("knock_clicks")
LATITUDE_EV = figures_of("knock_latitude_ev")
SEEN, OFTEN_SEEN, UNSEEN = (figure("notice_chance", how) for how in ("seen", "often", "unseen"))
LEFT_BEHIND = figure("left_behind_chance")
UNDO_SHARE = figure("lost_when_seen")
USUAL_MINUTES = figure("usual_situation_min")


class Mishap(Document):
    """One thing that may stand wrong. lost: frames of the scene; rank: lost x likelihood x how hard to notice."""

    situation: str
    what: str
    kind: Literal["knocked", "left over"]
    frames_lost: Finite
    likelihood: Finite
    hard_to_notice: Finite
    rank: Finite
    sign: str
    guard: str


def mishaps(
    item: PackItem, controls: Sequence[Control], before: dict[str, Value], values: dict[str, Value], frames: float
) -> tuple[Mishap, ...]:
    """All mishaps of one situation, worst first.

    Args: before: how the body stood in the scene before; values: how it stands now; frames: expected of the scene.
    """
    found = [*_knocks(item, controls, values, frames), *_left_over(item, before, values, frames)]
    return tuple(sorted(found, key=lambda mishap: -mishap.rank))


def expected_frames(item: PackItem) -> float:
    """Frames a scene usually brings: its minutes by its drive."""
    minutes = USUAL_MINUTES
    if item.starts_at_min is not None and item.ends_at_min is not None:
        minutes = max(item.ends_at_min - item.starts_at_min, 1.0)
    per_min = {"single": 2.0, "quiet_single": 2.0, "continuous_low": 8.0, "interval": 1.0}.get(
        item.setup.option("drive") or "", 20.0
    )
    return minutes * per_min


def latitude_ev(values: dict[str, Value]) -> float:
    """How far a frame may be off and still be saved at home."""
    return LATITUDE_EV["jpeg" if values.get("file") == "jpeg" else "raw"]


def _knocks(item: PackItem, controls: Sequence[Control], values: dict[str, Value], frames: float) -> Iterator[Mishap]:
    if values.get("controls_lock") in ("dials", "all"):
        return
    mode = values.get("exposure_mode")
    auto = chosen_by_camera(mode)
    simulated = values.get("exposure_simulation") != "off"
    off_ev = KNOCK_CLICKS / 3
    for control in controls:
        does = BY_ID[control.function(values)]
        if does.how != "turn" or does.id in ("off", "point"):
            if (
                does.id == "point"
                and control.knocks > 0
                and values.get("af_area") not in ("whole_area", "wide_tracking", "na", "zone_focus")
            ):
                yield _mishap(
                    item,
                    f"{control.label}: the focus point wanders",
                    "knocked",
                    frames * 0.5,
                    control.knocks,
                    OFTEN_SEEN,
                    "the box stands at the edge",
                    "Lock the point, or return it with a press.",
                )
            continue
        setting = next((s for s in does.settings if s in values and s not in auto), None)
        if setting is None:
            continue
        follows = bool(auto) and does.id != "comp"  # automatic exposure makes up for a moved value
        share = _lost_share(off_ev, values, setting, follows)
        if share <= 0:
            continue
        notice = OFTEN_SEEN if simulated and not follows else UNSEEN
        label = catalogue.setting(setting).label
        sign = (
            "the finder turns darker or brighter"
            if notice < UNSEEN
            else f"only the {label.lower()} figure in the finder has changed"
        )
        yield _mishap(
            item, f"{control.label}: {label.lower()} off by {off_ev:g} EV", "knocked", frames * share, control.knocks * does.harm,
            notice, sign, "Lock the dials, or glance at the figures before each sequence.",
        )  # fmt: skip


def _lost_share(off_ev: float, values: dict[str, Value], setting: str, follows: bool) -> float:
    """Share of the frames lost by a value off by so much: beyond the latitude all; within it, in proportion."""
    if follows:
        # Exposure stays right; what the value was chosen for suffers: motion, depth or noise double per stop.
        return {"shutter_s": 0.4, "aperture": 0.25}.get(setting, 0.0) * off_ev
    return min(off_ev / latitude_ev(values), 1.0) ** 2


@cache
def _counted() -> tuple[tuple[catalogue.CatalogueEntry, catalogue.Spoils], ...]:
    """Leftovers whose cost in frames the catalogue knows."""
    return tuple(
        (entry, each) for entry in catalogue.catalogue() for each in entry.spoils if each.frames_lost is not None
    )


def _left_over(item: PackItem, before: dict[str, Value], values: dict[str, Value], frames: float) -> Iterator[Mishap]:
    for entry, spoils in _counted():
        old, now = before.get(entry.id), values.get(entry.id)
        if old in spoils.values and now not in spoils.values:
            lost = frames * (spoils.frames_lost or 0.0) * UNDO_SHARE
            yield _mishap(
                item, f"{entry.label} still as in the scene before", "left over", lost, LEFT_BEHIND,
                spoils.hard_to_notice or 0.0, spoils.sign, f"Undo {entry.label.lower()} first; it is at the head of the route.",
            )  # fmt: skip
    comp_old, comp_now = before.get("exposure_comp_ev"), values.get("exposure_comp_ev")
    if (
        isinstance(comp_old, int | float)
        and isinstance(comp_now, int | float)
        and not math.isclose(comp_old, comp_now, abs_tol=0.1)
    ):
        off = abs(comp_old - comp_now)
        yield _mishap(
            item, f"compensation still {comp_old:+.1f} EV", "left over", frames * min(off / latitude_ev(values), 1.0) ** 2,
            LEFT_BEHIND, OFTEN_SEEN, "the scale in the finder is off its middle", "Set compensation back to what the plan says.",
        )  # fmt: skip


def _mishap(
    item: PackItem,
    what: str,
    kind: Literal["knocked", "left over"],
    lost: float,
    likelihood: float,
    notice: float,
    sign: str,
    guard: str,
) -> Mishap:
    return Mishap(
        situation=item.title,
        what=what,
        kind=kind,
        frames_lost=round(lost, 1),
        likelihood=round(likelihood, 3),
        hard_to_notice=notice,
        rank=lost * likelihood * notice,
        sign=sign,
        guard=guard,
    )
