"""From a planned situation to its rehearsal: which scene stands for it, tuned how, and the camera as the plan sets it."""

from __future__ import annotations

import math
from dataclasses import asdict

from wide_aperture.core.craft.brackets import NONE, brackets
from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.craft.figures import figure, figures_of
from wide_aperture.core.document import Document, Finite, Name
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setup import Setup
from wide_aperture.core.documents.situation import OPTICAL_INFINITY_M, Waveform
from wide_aperture.core.picture.imaging.capture import Capture, LookRecipe, Thresholds, WhiteSetting
from wide_aperture.core.picture.metering import MeterPattern
from wide_aperture.core.picture.scenes.composition import Composition, faults
from wide_aperture.core.picture.scenes.scene import Around, Tuning
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.case.composing import composed_of
from wide_aperture.core.rehearsal.composed import ChosenPieces, ComposedScene, composed_scene

WHITE_MODES = ("auto", "daylight", "cloudy", "shade", "tungsten", "fluorescent", "flash", "kelvin")
SAME_COLOUR_MIRED = figure("same_colour_mired")
HAZE = 0.35  # of what is far, on a hazy day
FOG_SEEN_M = 250.0  # how far one sees in fog: under a kilometre it is called so
CONTRAST_SEEN = 0.02  # what is left of the contrast there
MOST_HAZE = 0.95


class AroundTuning(Document):
    """Surroundings at stated numbers. See scenes.scene.Around."""

    from_ev: Finite
    to_ev: Finite
    contrast: Finite = 1.0
    part: str | None = None


class SceneTuning(Document):
    """A scene's tuning as it travels. See scenes.scene.Tuning."""

    light_ev: Finite = 0
    key_deg: Finite | None = None
    haze: Finite = 0
    subject_ev: Finite = 0
    speed: Finite = 1
    card: bool = False
    key_cct_k: Finite | None = None
    second_cct_k: Finite | None = None
    flash_cct_k: Finite | None = None
    flash: bool = False
    flicker_hz: Finite | None = None
    modulation: Finite | None = None
    waveform: Waveform = "sine"
    around: AroundTuning | None = None


class MeterSetting(Document):
    """How the camera of the plan meters."""

    pattern: MeterPattern = "multi_segment"
    favour_faces: bool = False
    link_point: bool = False
    comp_ev: Finite = 0
    spot_area: Finite = 0.015


class BracketSetting(Document):
    """A bracket as the plan has it; one frame: none."""

    frames: int = 1
    step_ev: Finite = 1
    shift_ev: Finite = 0


class Rehearsal(Spoken):
    """Where a rehearsal begins."""

    scene: ComposedScene
    title: Name
    because: str
    faults: tuple[str, ...] = ()
    tuning: SceneTuning
    capture: Capture
    meter: MeterSetting
    bracket: BracketSetting
    thresholds: Thresholds
    exposes_itself: bool
    frames_per_s: Finite


def rehearsal(case: Case, plan: Plan, chosen: ChosenPieces | None = None) -> Rehearsal:
    """Return the rehearsal of a plan.

    Args: chosen: surroundings or a subject chosen by hand, else the suggested ones.
    Raises: UnknownIdError for names nothing drawn has.
    """
    composition, because = (
        composed_of(case, chosen.surroundings, chosen.seen_as)
        if chosen
        else (case.frame.composition, case.frame.because)
    )
    setup = plan.setup
    return Rehearsal(
        scene=composed_scene(composition),
        title=_title(composition),
        because=because,
        faults=case.frame.faults if chosen is None else faults(composition),
        tuning=_tuning(case, composition, setup),
        capture=capture_of(case, plan),
        meter=MeterSetting(
            pattern=_pattern(setup),
            favour_faces=setup.value("face_metering") == "on" or setup.value("face_metering") is True,
            link_point=setup.value("spot_link") == "af_point",
            comp_ev=setup.number("exposure_comp_ev") or 0.0,
            spot_area=case.body.spot_area_share,
        ),
        bracket=_bracket(setup),
        thresholds=Thresholds(high=setup.number("clip_high") or 250.0, low=setup.number("clip_low") or 5.0),
        exposes_itself=mode_facts(setup.option("exposure_mode")).exposes_itself,
        frames_per_s=setup.number("frame_rate") or 5.0,
    )


def _title(composition: Composition) -> str:
    who = composition.who
    return (
        composition.place.title if who is None or who.name == "nothing" else f"{who.title} · {composition.place.title}"
    )


def _tuning(case: Case, composition: Composition, setup: Setup) -> SceneTuning:
    place, who, situation = composition.place, composition.who, case.situation
    own_speed = who.speed_m_s if who is not None else 0.0
    speed = case.subject.speed_m_s / own_speed if own_speed else 1.0
    key = place.lamps[0].cct_k
    other = abs(1e6 / case.light.cct_k - 1e6 / key) > SAME_COLOUR_MIRED
    around = case.frame.around_of(composition)
    return SceneTuning(
        light_ev=case.frame.level_ev_in(composition),
        speed=round(min(max(speed, 0.0), 50.0), 2),
        haze=_haze(case),
        key_cct_k=case.light.cct_k if other else None,
        second_cct_k=situation.second_cct_k,
        flash=case.flash.in_use,
        flash_cct_k=figure("gelled_flash_k", gel)
        if (gel := setup.option("flash_gel")) in figures_of("gelled_flash_k")
        else None,
        flicker_hz=case.light.flicker_hz or 0.0,
        modulation=case.light.modulation if case.light.flicker_hz else None,
        waveform=situation.waveform,
        subject_ev=case.frame.subject_by_ev_in(composition),
        around=None if around is None else AroundTuning(**asdict(around)),
    )


def _haze(case: Case) -> float:
    """How much contrast is lost at ten times the subject's distance. Source: Koschmieder, 2 % of contrast at the visibility."""
    if case.light.condition == "fog":
        left = math.pow(CONTRAST_SEEN, 10 * case.subject.mid_m / FOG_SEEN_M)
        return round(min(1 - left, MOST_HAZE), 2)
    return HAZE if case.light.condition == "haze" else 0.0


def tuning_of(asked: SceneTuning) -> Tuning:
    """The tuning as the scenes take it."""
    around = None if asked.around is None else Around(**asked.around.model_dump())
    return Tuning(**{**asked.model_dump(), "around": around})


def capture_of(case: Case, plan: Plan) -> Capture:
    """The simulated camera as the plan sets it."""
    setup, choice = plan.setup, plan.choice
    focus = plan.sharpness.focus_m
    subject = case.glass.beyond_focal_m(case.depth.focus_m if math.isfinite(case.depth.focus_m) else case.subject.mid_m)
    reserve = setup.option("dr_mode") or "off"
    lift = setup.option("shadow_lift") or "off"
    return Capture(
        shutter_s=choice.shutter_s,
        aperture=choice.aperture,
        iso=choice.iso,
        nd_stops=choice.nd_stops or 0.0,
        focal_mm=case.glass.focal_mm,
        focus_m=None if focus is None or focus >= OPTICAL_INFINITY_M else focus,
        subject_m=subject if subject < OPTICAL_INFINITY_M else None,
        shutter_type=setup.option("shutter_type") or case.body.shutter_kinds[0],
        reserve=reserve,
        shadow_lift=lift if lift in ("off", "weak", "strong", "auto") else "off",
        white=_white(setup),
        look=_look(setup, case),
        flash=case.flash.in_use,
        flash_comp_ev=setup.number("flash_comp_ev") or 0.0,
        panned=case.situation.look == "pan_blur",
        hand_limit_s=None if case.support.on_tripod else case.support.single_frame_limit_s,
    )


def _white(setup: Setup) -> WhiteSetting:
    mode = setup.option("white_balance") or "auto"
    bias = setup.option("wb_bias")
    return WhiteSetting(
        mode=mode if mode in WHITE_MODES else "kelvin",
        kelvin=setup.number("kelvin") or 5500.0,
        tint=setup.number("wb_tint") or 0.0,
        bias=bias if bias in ("white", "balanced", "warm") else "white",
    )


def _look(setup: Setup, case: Case) -> LookRecipe:
    def steps(setting: SettingId) -> float:
        return min(max(setup.number(setting) or 0.0, -4.0), 4.0)

    base, noise, through = setup.option("picture_profile"), setup.option("look_noise"), setup.option("look_filter")
    return LookRecipe(
        base=base if base in ("standard", "neutral", "flat", "mono") else "neutral",
        clips_before_raw_ev=case.marks_before_raw_ev(base) if base and case.body.marks_gap(base) else None,
        filter=through if through in ("yellow", "red", "green") else "none",
        contrast=steps("look_contrast"),
        highlight_tone=steps("look_highlight"),
        shadow_tone=steps("look_shadow"),
        saturation=steps("look_saturation"),
        sharpness=steps("look_sharpness"),
        noise_strength=noise if noise in ("light", "strong") else "off",
    )


def _pattern(setup: Setup) -> MeterPattern:
    chosen = setup.option("metering")
    known: tuple[MeterPattern, ...] = ("multi_segment", "centre_weighted", "average", "spot", "highlight_weighted")
    return next((pattern for pattern in known if pattern == chosen), "multi_segment")


def _bracket(setup: Setup) -> BracketSetting:
    known = brackets().get(setup.option("bracketing") or NONE)
    if known is None:
        return BracketSetting()
    return BracketSetting(frames=known[0], step_ev=known[1], shift_ev=setup.number("bracket_centre_ev") or 0.0)
