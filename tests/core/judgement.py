"""Compares plans with judgement cases: `make judge CASES=/abs/path.json`.

The adapter renames: a case's words become Body, Lens, Situation, Preferences and Accessories, and nothing is decided
here. Scoring follows tests/core/cases/README.md; panel_split is not scored.
"""

from __future__ import annotations

import json
import math
import sys
import uuid
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from tests.core.builders import ALL_OPEN
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.body import Body, FlashSync, FrameRate, IsoCeilings, ReserveFloor
from wide_aperture.core.documents.lens import ApertureAt, Lens
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.preferences import BracketRequest, Preferences, Requests
from wide_aperture.core.documents.situation import LightByEv, Situation, SpeedBand
from wide_aperture.core.physics.sensor import typical
from wide_aperture.core.planning import PlanInput, plan

CASES = Path(__file__).parent / "cases"
NOMINAL_GRACE = 2 ** (1 / 6)  # 1/60 against 1/64, f/5.6 against 5.66
EV_GRACE = 1 / 6
TRIPLE_GRACE_EV = 1.0
TYPICAL_STABILISER_STOPS = 3.0  # a case says only that there is one
ANY_ANIMAL = {"animal", "animal_eye", "bird", "insect"}  # one answer, where a case does not name its animal
ID = uuid.UUID(int=1)


def body_of(kit: Mapping[str, Any]) -> Body:
    curtains, sync, top = kit.get("max_mechanical_shutter_s"), kit.get("flash_sync_s"), kit["iso_ceiling_user"]
    width, height = kit["sensor_width_mm"], kit["sensor_height_mm"]
    first_curtain = curtains if kit.get("efcs") else None
    return Body(
        id=ID,
        name="The body",
        sensor_width_mm=width,
        sensor_height_mm=height,
        megapixels=kit["megapixels"],
        base_iso=kit["base_iso"],
        highest_iso=max(top * 8, 102400),
        fastest_mechanical_s=curtains,
        fastest_first_curtain_s=first_curtain,
        fastest_electronic_s=kit.get("max_electronic_shutter_s") if kit.get("electronic_shutter") else None,
        longest_timed_s=kit.get("longest_timed_s", 30),
        flash_sync=FlashSync(mechanical_s=sync, electronic_first_curtain_s=sync if first_curtain else None),
        readout_ms=kit.get("readout_ms"),
        frame_rates=_rates(kit, first_curtain),
        buffer_raw_frames=kit.get("buffer_raw_frames"),
        card_slots=kit.get("card_slots", 2),
        stabiliser_stops=TYPICAL_STABILISER_STOPS if kit.get("stabilised") else 0,
        anti_flicker=bool(kit.get("anti_flicker")),
        reserve_floors=tuple(ReserveFloor(reserve=k, iso=v) for k, v in kit.get("dr_mode_min_iso", {}).items()),
        electrons=typical(width, height, kit["megapixels"], kit["base_iso"], kit.get("sensor_dr_stops")),
        ceilings=IsoCeilings(routine=top, push=top, provenance="person"),
        raw_tried=ALL_OPEN,
    )


def _rates(kit: Mapping[str, Any], first_curtain: float | None) -> tuple[FrameRate, ...]:
    """A case's one rate holds for every shutter the body has."""
    if not kit.get("fps"):
        return ()
    has = {
        "mechanical": kit.get("max_mechanical_shutter_s"),
        "electronic_first_curtain": first_curtain,
        "electronic": kit.get("electronic_shutter"),
    }
    return tuple(FrameRate(shutter=kind, frames_per_s=kit["fps"]) for kind, there in has.items() if there)


def lens_of(kit: Mapping[str, Any], focal_used_mm: float) -> Lens:
    low, high = kit["focal_mm"]
    widest = (ApertureAt(focal_length_mm=focal_used_mm, f_number=kit["max_aperture"]),)
    return Lens(id=ID, name="The lens", focal_min_mm=low, focal_max_mm=high, widest=widest)


def situation_of(case: Mapping[str, Any]) -> Situation:
    said, wishes = case["situation"], case["preferences"]
    same_name = (
        "background_ev100",
        "background2_ev100",
        "subject_ev100",
        "second_cct_k",
        "angular_speed_arcsec_s",
        "temperature_c",
        "flicker_hz",
        "subject",
    )
    near, far = said["subject_distance_m"]
    speed = said["subject_speed_m_s"]
    humidity = said.get("humidity")
    return Situation(
        id=ID,
        title=case["id"],
        note=case.get("brief", ""),
        genre=case["genre"],
        speed=SpeedBand(low_m_s=speed, high_m_s=speed),
        direction=said["motion_direction"],
        near_m=near,
        far_m=far,
        focal_length_mm=said["focal_used_mm"],
        light=LightByEv(
            ev100=said["scene_ev100"],
            cct_k=said["light_cct_k"],
            ev_refers_to=said.get("ev_refers_to", "the main subject"),
        ),
        scene_range_ev=said.get("scene_dynamic_range_stops"),
        subject_tone=said.get("subject_tone", "mid"),
        background_tone=said.get("background_tone", "mid"),
        look=wishes.get("look", "as_seen"),
        support=said["support"],
        constraints=tuple(said["constraints"]),
        humidity=None if humidity is None else humidity / 100,
        **{name: said[name] for name in same_name if said.get(name) is not None},
    )


def requests_of(case: Mapping[str, Any]) -> Requests:
    wishes = dict(case["preferences"])
    for elsewhere in ("look", "hss"):
        wishes.pop(elsewhere, None)
    renamed = {"exposure_control": "exposure_mode", "focus_stack": "focus_stack_frames"}
    values = {renamed.get(name, name): value for name, value in wishes.items()}
    bracket = values.get("bracketing")
    if isinstance(bracket, Mapping):
        values["bracketing"] = BracketRequest(**bracket)
    if isinstance(values.get("focus_stack_frames"), Mapping):
        values["focus_stack_frames"] = values["focus_stack_frames"]["frames"]
    values["bodies"] = case["kit"].get("bodies", 1)
    return Requests.model_validate(values)


def accessories_of(case: Mapping[str, Any]) -> Accessories:
    wishes = case["preferences"]
    with_flash = wishes.get("flash", "off") != "off"
    return Accessories(
        nd_stops=tuple(case["kit"].get("nd_filter_stops", ())),
        release=wishes.get("self_timer") == "remote",
        flash=Flash(guide_number_m=36, high_speed_sync=bool(wishes.get("hss"))) if with_flash else None,
    )


def input_of(case: Mapping[str, Any]) -> PlanInput:
    """What a case asks."""
    return PlanInput(
        body=body_of(case["kit"]),
        lens=lens_of(case["kit"], case["situation"]["focal_used_mm"]),
        situation=situation_of(case),
        preferences=Preferences(requests=requests_of(case)),
        accessories=accessories_of(case),
    )


def plan_of(case: Mapping[str, Any]) -> Plan:
    """The plan of a case."""
    return plan(input_of(case))


@dataclass
class Tally:
    agreed: int = 0
    asked: int = 0

    def add(self, agrees: bool) -> None:
        self.asked += 1
        self.agreed += agrees

    def __str__(self) -> str:
        share = self.agreed / self.asked * 100 if self.asked else 100.0
        return f"{self.agreed} of {self.asked} ({share:.1f} %)"


@dataclass
class Score:
    """values: keys of expect and the EV triple; recall: demanded warnings; alarms: forbidden ones raised."""

    everything: Tally = field(default_factory=Tally)
    values: Tally = field(default_factory=Tally)
    hard: Tally = field(default_factory=Tally)
    recall: Tally = field(default_factory=Tally)
    silence: Tally = field(default_factory=Tally)
    whole_cases: int = 0
    cases: int = 0
    misses: list[str] = field(default_factory=list)


def _in_range(value: float | None, low: float, high: float, *, ratio: bool) -> bool:
    if value is None:
        return False
    if ratio:
        return low / NOMINAL_GRACE <= value <= high * NOMINAL_GRACE
    return low - EV_GRACE <= value <= high + EV_GRACE


def _bracket(value: object) -> tuple[int, float]:
    if not isinstance(value, str) or value == "none":
        return 1, 0.0
    frames, step = value.split("x")
    return int(frames), float(step)


def compare(case: Mapping[str, Any], made: Plan) -> Iterator[tuple[str, str, bool, str]]:
    """Yield (kind, name, agrees, what was found) for every expectation of a case."""
    setup, expect = made.setup, case["expect"]
    mode = setup.option("exposure_mode")
    for key, wanted in expect.items():
        if key == "white_balance":
            found = setup.option("white_balance")
            yield "value", key, found in wanted["mode"], f"{found} not in {wanted['mode']}"
            if "kelvin" in wanted:
                kelvin = setup.number("kelvin")
                low, high = wanted["kelvin"]
                yield "value", "kelvin", kelvin is not None and low <= kelvin <= high, f"{kelvin} not in {low}..{high}"
        elif key == "bracketing":
            frames, step = _bracket(setup.value("bracketing"))
            if wanted == "none":
                agrees = frames == 1
            else:
                agrees = frames in wanted["frames"] and (frames == 1 or step in wanted["step_ev"])
            yield "value", key, agrees, f"{frames} x {step} against {wanted}"
        elif key in ("shutter_s", "aperture", "iso"):
            number = setup.number(key)
            yield "value", key, _in_range(number, *wanted, ratio=True), f"{number:.5g} not in {wanted}"
        elif key == "exposure_comp_ev":
            if mode != "manual":  # plain manual has no compensation
                number = setup.number(key)
                yield "value", key, _in_range(number, *wanted, ratio=False), f"{number} not in {wanted}"
        elif key in ("nd_stops", "ambient_offset_ev"):
            number = setup.number(key) or 0.0
            if isinstance(wanted[0], list):
                wanted = wanted[0]
            yield "value", key, _in_range(number, min(wanted), max(wanted), ratio=False), f"{number} not in {wanted}"
        elif key == "focus_stack":
            found_frames = setup.value(key)
            agrees = found_frames in (None, "none") if wanted == ["none"] else bool(found_frames)
            if agrees and isinstance(wanted, Mapping) and "frames" in wanted:
                low, high = wanted["frames"]
                agrees = low <= float(found_frames) <= high  # type: ignore[arg-type]
            yield "value", key, agrees, f"{found_frames} against {wanted}"
        else:
            chosen = setup.value(key)
            options = wanted if isinstance(wanted, list) else [wanted]
            if key == "subject_detection" and "subject" not in case["situation"] and ANY_ANIMAL & set(options):
                options = [*options, *ANY_ANIMAL]
            yield "value", key, chosen in options, f"{chosen} not in {options}"
    yield "value", "ev triple", *_triple(case, made)

    raised = {finding.code for finding in made.findings}
    for token in case.get("must_warn", []):
        yield "recall", token, token in raised, "not raised"
    for group in case.get("must_warn_any", []):
        yield "recall", " | ".join(group), bool(raised & set(group)), "none raised"
    for token in case.get("must_not_warn", []):
        yield "silence", token, token not in raised, "raised"


def _triple(case: Mapping[str, Any], made: Plan) -> tuple[bool, str]:
    """Shutter, aperture and ISO within a stop of the wanted EV, for one of the filters and offsets that are right."""
    choice = made.choice
    own = math.log2(choice.aperture**2 / choice.shutter_s) - math.log2(choice.iso / 100)
    expect, scene = case["expect"], case["situation"]["scene_ev100"]
    # The case's own filters and offsets: any that it calls right.
    filters, offsets = _right(expect.get("nd_stops")), _right(expect.get("ambient_offset_ev"))
    wanted = [scene - nd - offset for nd in filters for offset in offsets]
    low, high = min(wanted) - TRIPLE_GRACE_EV, max(wanted) + TRIPLE_GRACE_EV
    return low <= own <= high, f"EV {own:.2f} against {min(wanted):.2f} to {max(wanted):.2f}"


def _right(wanted: Any) -> tuple[float, float]:
    """The ends of what a case calls right; nothing said: 0."""
    if wanted is None:
        return 0.0, 0.0
    values = wanted[0] if isinstance(wanted[0], list) else wanted
    return float(min(values)), float(max(values))


def judge(cases: list[dict[str, Any]]) -> Score:
    """Score all cases."""
    score = Score()
    for case in cases:
        made = plan_of(case)
        whole = True
        for kind, name, agrees, found in compare(case, made):
            score.everything.add(agrees)
            {"value": score.values, "recall": score.recall, "silence": score.silence}[kind].add(agrees)
            if kind == "value" and name in case.get("hard", []):
                score.hard.add(agrees)
            if not agrees:
                whole = False
                hard = " (hard)" if name in case.get("hard", []) else ""
                score.misses.append(f"{case['id']}: {kind} {name}{hard}: {found}")
        score.cases += 1
        score.whole_cases += whole
    return score


def all_cases() -> list[dict[str, Any]]:
    """The cases of every file of this repository."""
    return [case for file in sorted(CASES.glob("*.json")) for case in json.loads(file.read_text("utf-8"))]


def main(*paths: str) -> None:
    """Judge the cases of these files together; without any, every file of this repository."""
    cases = [case for path in paths for case in json.loads(Path(path).read_text("utf-8"))] or all_cases()
    score = judge(cases)
    for miss in score.misses:
        print(miss)
    alarms = score.silence.asked - score.silence.agreed
    share = alarms / score.silence.asked * 100 if score.silence.asked else 0.0
    print(f"values {score.values}")
    print(f"hard keys {score.hard}")
    print(f"warning recall {score.recall}")
    print(f"false alarms {alarms} of {score.silence.asked} ({share:.1f} %)")
    everything = score.everything
    print(
        f"agreed {everything.agreed} of {everything.asked} expectations, "
        f"{score.whole_cases} of {score.cases} cases whole"
    )


if __name__ == "__main__":
    main(*sys.argv[1:])
