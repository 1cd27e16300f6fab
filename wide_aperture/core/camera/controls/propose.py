"""Which control should do what on this day: an assignment that is worth most, found exactly.

Worth of a function = how often and how urgently the day changes what it reaches. Fit of a control = seconds saved against
the screens, with the eye kept at the finder where it matters, minus what it costs when it is knocked. Controls take distinct
functions; the best assignment is found by dynamic programming over sets of functions (Held and Karp 1962's table, for an
assignment), then any two exchange theirs while that helps: a finger that reaches for one control at times presses its
neighbour, which costs most where the one is wanted often and the other does harm. A person's habits are kept; where they
make the camera fail, a conflict says so.
"""

from __future__ import annotations

import itertools
from collections.abc import Mapping, Sequence
from functools import cache

from wide_aperture.core.camera.controls.conflicts import ControlConflict, conflicts, needs_a_mover
from wide_aperture.core.camera.controls.control import STARTERS, Control
from wide_aperture.core.camera.controls.functions import BY_ID, FUNCTIONS, Function
from wide_aperture.core.camera.controls.reach import miss_chance, wrong_press_harm
from wide_aperture.core.camera.controls.several import areas_of_buttons, in_review, point_way
from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.figures import figure, figures_of
from wide_aperture.core.document import Document, Finite
from wide_aperture.core.documents.abilities import Abilities
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_values import Value

SCREEN_S = figure("screen_s")
EYE_AWAY_COST = figure("eye_away_cost_s")
KNOCK_COST = figure("knock_cost_s")
EASILY_KNOCKED = figure("easily_knocked")
CHANGE_COST = figure("relearn_cost_s")
QUICK_SCREEN_ITEMS, PERSONAL_MENU_ITEMS = 12, 8
MOST_FUNCTIONS = 11
WRONG_PRESS_COST = figure("wrong_press_cost_s")
LEAST_GAIN_S = 1e-6
ALWAYS = "power"
BY_HAND_AREAS = ("zone_focus", "magnified_live_view", "na")
NEEDED_IN_ACTION = figures_of("needed_in_action")


class Need(Document):
    """How much a day asks for a setting. times: changes by hand; in_action: expected while pictures are taken."""

    setting: str
    times: Finite
    in_action: bool = False


class ProposedControl(Spoken):
    """One control with what it does now and what it should do.

    indirect: reached through the personal menu; area: the focus area it brings; members: what its list goes through;
    by_mode: what it should do in which exposure mode, on a body that keeps it for each; in_review: while a picture is seen.
    """

    control: str
    label: str
    now: str
    proposed: str
    proposed_label: str
    indirect: bool
    worth: Finite
    because: str
    area: str | None = None
    members: tuple[str, ...] = ()
    by_mode: dict[str, str] = {}
    in_review: str = "off"


class ControlPlan(Document):
    """The day's controls, the two short lists, the areas to cycle through, and what does not go together."""

    controls: tuple[ProposedControl, ...]
    quick_screen: tuple[str, ...]
    personal_menu: tuple[str, ...]
    areas: tuple[str, ...]
    conflicts: tuple[ControlConflict, ...]
    agrees_with_other: tuple[str, ...]


def propose(
    controls: Sequence[Control],
    needs: Sequence[Need],
    values: dict[str, Value],
    *,
    standing: dict[str, Value] | None = None,
    planned: Mapping[str, tuple[str, str]] | None = None,
    areas: Sequence[str] = (),
    habits: Mapping[str, str] | None = None,
    other: Mapping[str, str] | None = None,
    nose_half: str | None = "left_half",
    hands: Abilities = Abilities(),  # noqa: B008  frozen
    by_mode: Mapping[str, Mapping[str, str]] | None = None,
    areas_there: Sequence[str] = (),
) -> ControlPlan:
    """Assign functions to controls for a day.

    Args: values: how the body will stand, which says how focus is started; standing: how it stands now; planned: control to
    function and reason, where the plans say so themselves; areas: focus areas the day uses; habits: control to function,
    kept; other: what the other body's controls do, to make both agree; nose_half: of the screen, None where nobody looks in;
    hands: the body's measures; by_mode: control to exposure mode to function, as the plans set it; areas_there: focus areas
    the body has, empty: all.
    """
    habits, other, standing = habits or {}, other or {}, values if standing is None else standing
    planned = {name: said for name, said in (planned or {}).items() if name not in habits}
    wanted = _wanted(needs, values, areas)
    held = {**{name: does for name, (does, _) in planned.items()}, **habits}
    if needs_a_mover(values) and "point" not in held.values() and (mover := _surest_mover(controls, held)) is not None:
        held[mover.id] = "point"
    held |= {each.id: each.assigned for each in controls if each.assigned == ALWAYS and each.id not in held}
    free = [each for each in controls if each.id not in held and not _slides_the_point(each, values)]
    chosen = held | _best(free, wanted, other, set(held.values()))
    chosen = _exchanged(controls, {each.id for each in free}, chosen, wanted, other, hands)
    chosen |= {each.id: "off" for each in controls if each.id not in chosen}
    chosen |= _left_alone(free, chosen, standing)
    reasons = {name: f"Planned: {why}" for name, (_, why) in planned.items()} | dict.fromkeys(habits, "Your habit.")
    reasons |= {name: _moves(controls, name) for name, does in held.items() if does == "point" and name not in reasons}
    reasons |= {name: "It switches the body." for name, does in held.items() if does == ALWAYS and name not in reasons}
    brought = areas_of_buttons(controls, chosen, areas, areas_there)
    seen = in_review(controls, values)
    cycle = tuple(dict.fromkeys(areas))
    shown = tuple(
        _shown(control, chosen[control.id], wanted, standing, reasons.get(control.id, "")).model_copy(
            update={
                "area": brought.get(control.id),
                "members": control.members or (cycle if chosen[control.id] == "af_area" else ()),
                "by_mode": dict((by_mode or {}).get(control.id, {})) if control.kept_by_mode else {},
                "in_review": seen[control.id],
            }
        )
        for control in controls
    )
    reached = {setting for c in shown for setting in BY_ID[c.proposed].settings}
    ranked = [need.setting for need in sorted(needs, key=lambda need: -need.times) if need.setting not in reached]
    personal = ranked[QUICK_SCREEN_ITEMS : QUICK_SCREEN_ITEMS + PERSONAL_MENU_ITEMS]
    indirect = [setting for c in shown if c.indirect for setting in BY_ID[c.proposed].settings]
    as_proposed = {c.control: c.proposed for c in shown}
    return ControlPlan(
        controls=shown,
        quick_screen=tuple(ranked[:QUICK_SCREEN_ITEMS]),
        personal_menu=tuple(dict.fromkeys([*indirect, *personal])),
        areas=cycle,
        conflicts=conflicts(controls, as_proposed, values, nose_half, hands),
        agrees_with_other=tuple(name for name, does in as_proposed.items() if other.get(name) == does),
    )


def _surest_mover(controls: Sequence[Control], held: Mapping[str, str]) -> Control | None:
    """The control that moves the focus point best: with the eye at the finder, then soonest right, then least knocked."""
    offering = [each for each in controls if each.allows("point") and each.id not in held]
    return min(
        offering, key=lambda each: (not each.in_finder, point_way(each).until_right_s, each.knocks), default=None
    )


def _moves(controls: Sequence[Control], name: str) -> str:
    control = next(each for each in controls if each.id == name)
    way = point_way(control)
    return f"The surest way this body has to move the focus point: {control.hand}, {way.seconds:g} s, {way.wrong:.0%} beside."


def _hunts(values: Mapping[str, Value], areas: Sequence[str]) -> bool:
    """True where some scene of the day focuses by an area; a fixed distance needs neither area nor point."""
    return values.get("af_mode") != "manual" or any(area not in BY_HAND_AREAS for area in areas)


def _other_areas(areas: Sequence[str]) -> int:
    """How many scenes of the day focus by another area than most do."""
    used = [area for area in areas if area not in BY_HAND_AREAS]
    return len(used) - max((used.count(area) for area in set(used)), default=0)


def _wanted(needs: Sequence[Need], values: dict[str, Value], areas: Sequence[str]) -> dict[str, float]:
    """Worth of each function on this day; only what is worth something."""
    hunts = _hunts(values, areas)
    worth: dict[str, float] = {}
    activation = values.get("af_activation")
    for function in FUNCTIONS:
        total = sum(
            need.times * (2.0 if need.in_action and function.in_action else 1.0)
            for need in needs
            if need.setting in function.settings
        )
        if hunts or function.id not in ("af_area", "point"):
            total += NEEDED_IN_ACTION.get(function.id, 0.0)
        if (function.id, activation) in (("focus", "back_button"), ("focus_eye", "back_button_eye")):
            total += 20.0
        elif function.id == "focus_area" and activation == "back_button":
            total = 2.0 * _other_areas(areas) * figure("while_shooting_weight")
        elif function.id in STARTERS:
            total = 0.0  # a second starter fights the shutter button
        if total > 0:
            worth[function.id] = total
    ranked = sorted(worth, key=lambda name: -worth[name])[:MOST_FUNCTIONS]
    return {name: worth[name] for name in ranked}


def fit(control: Control, function: Function, worth: float, other: Mapping[str, str]) -> float:
    """What a function on this control saves in a day, in seconds; negative where it does harm."""
    indirect = not control.allows(function.id)
    saved = SCREEN_S - control.seconds - (1.0 if indirect else 0.0)
    if function.in_action and not control.in_finder:
        saved -= EYE_AWAY_COST
    gain = worth * saved - KNOCK_COST * control.knocks * function.harm
    gain += 0.0 if control.assigned == function.id else -CHANGE_COST
    return gain + (CHANGE_COST if other.get(control.id) == function.id else 0.0)


def _may(control: Control, function: Function) -> bool:
    """Directly, or by calling up the personal menu that holds it; a dial's turn cannot go through a menu."""
    return control.allows(function.id) or (
        control.allows("personal_menu") and function.how == "press" and bool(function.settings)
    )


def _best(
    controls: list[Control], wanted: dict[str, float], other: Mapping[str, str], taken: set[str]
) -> dict[str, str]:
    names = [name for name in wanted if name not in taken]

    @cache
    def rest(k: int, used: int) -> tuple[float, tuple[str, ...]]:
        if k == len(controls):
            return 0.0, ()
        best, does = rest(k + 1, used)
        does = ("off", *does)
        for n, name in enumerate(names):
            if used >> n & 1 or not _may(controls[k], BY_ID[name]):
                continue
            gain = fit(controls[k], BY_ID[name], wanted[name], other)
            below, later = rest(k + 1, used | 1 << n)
            if gain + below > best + 1e-9:
                best, does = gain + below, (name, *later)
        return best, does

    _, found = rest(0, 0)
    return {control.id: does for control, does in zip(controls, found, strict=True)}


def _slides_the_point(control: Control, values: Mapping[str, Value]) -> bool:
    """A swipe on a screen whose slides move the focus point already."""
    return control.kind == "swipe" and values.get("touch_drag") not in (None, "off")


def _exchanged(
    controls: Sequence[Control],
    free: set[str],
    chosen: Mapping[str, str],
    wanted: Mapping[str, float],
    other: Mapping[str, str],
    hands: Abilities,
) -> dict[str, str]:
    """The assignment after exchanges of two free controls, each worth more with what neighbours cost."""
    there = [control for control in controls if control.id in chosen]
    by_id = {control.id: control for control in there}
    chances = {(one.id, two.id): miss_chance(one, two, hands) for one, two in itertools.permutations(there, 2)}

    def total(does: Mapping[str, str]) -> float:
        gain = sum(fit(c, BY_ID[does[c.id]], wanted.get(does[c.id], 0.0), other) for c in there if does[c.id] != "off")
        wrong = sum(
            wanted.get(does[aimed], 0.0) * chance * wrong_press_harm(by_id[beside], does[beside])
            for (aimed, beside), chance in chances.items()
        )
        return gain - WRONG_PRESS_COST * wrong

    best, now = dict(chosen), total(chosen)
    improved = True
    while improved:
        improved = False
        for one, two in itertools.combinations([each for each in there if each.id in free], 2):
            swapped = {**best, one.id: best[two.id], two.id: best[one.id]}
            fits = all(swapped[each.id] == "off" or _may(each, BY_ID[swapped[each.id]]) for each in (one, two))
            if fits and swapped != best and (then := total(swapped)) > now + LEAST_GAIN_S:
                best, now, improved = swapped, then, True
    return best


def _left_alone(free: list[Control], chosen: Mapping[str, str], standing: dict[str, Value]) -> dict[str, str]:
    """Controls the day needs nothing of keep what they do, unless it fights another control or is easily knocked."""
    taken = set(chosen.values())
    return {
        control.id: does
        for control in free
        if chosen[control.id] == "off"
        and (does := control.function(standing)) not in taken - {"off"}
        and does not in STARTERS
        and BY_ID[does].harm * control.knocks <= EASILY_KNOCKED
    }


def _shown(
    control: Control, does: str, wanted: dict[str, float], standing: dict[str, Value], reason: str
) -> ProposedControl:
    function = BY_ID[does]
    now = control.function(standing)
    indirect = does != "off" and not control.allows(does)
    if reason:
        because = reason
    elif does == now and wanted.get(does) is None and does != "off":
        because = "Nothing the day needs: left as it is."
    elif does == "off":
        knocked = BY_ID[now].harm * control.knocks > EASILY_KNOCKED
        because = (
            f"Nothing the day needs; {BY_ID[now].label} here would be knocked." if knocked else "Nothing the day needs."
        )
    else:
        settings = ", ".join(catalogue.setting(name).label for name in function.settings) or function.label
        eye = "the eye stays at the finder" if control.in_finder else "the eye leaves the finder"
        because = f"The day changes {settings}; {control.hand}, {control.seconds:g} s, {eye}."
        if indirect:
            because += " Not offered directly: call up the personal menu, which holds it first."
    return ProposedControl(
        control=control.id,
        label=control.label,
        now=now,
        proposed=does,
        proposed_label=function.label,
        indirect=indirect,
        worth=wanted.get(does, 0.0),
        because=because,
    )
