"""What a request of this case would spoil. The rule that overrules it and the check that says so ask here, both."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import TYPE_CHECKING

from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.body import NOMINAL_SLACK, ShutterKind
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.once import cached_property
from wide_aperture.core.physics.quantities import mired

if TYPE_CHECKING:
    from wide_aperture.core.planning.case.case import Case

WIDE_AREAS = ("wide_tracking", "whole_area", "zone")
CHOSEN_BY_CAMERA = ("wide_tracking", "whole_area")  # nothing tells these areas which of several things is meant
NEEDLES = ("pinpoint", "magnified_live_view")
AFTER_A_DELAY = ("self_timer", "remote")
DETECTED_KIND: Mapping[str, tuple[str, ...]] = {
    "person": ("human", "human_eye"),
    "group": ("human", "human_eye"),
    "animal": ("animal", "animal_eye", "bird", "insect"),
    "bird": ("bird", "animal_eye", "animal"),
    "insect": ("insect", "animal_eye", "animal"),
    "vehicle": ("vehicle", "human", "human_eye"),
}


@dataclass(frozen=True)
class Wishes:
    """A harm the plan can name is no part of the plan; a matter of taste is obeyed."""

    case: Case

    @cached_property
    def harms(self) -> Mapping[SettingId, str]:
        """Settings that were asked for and would spoil the picture here, each with what it would do."""
        harms: dict[SettingId, str | None] = {
            "exposure_mode": self._mode(),
            "metering": self._metering(),
            "af_mode": self._focus(),
            "af_area": self._area(),
            "subject_detection": self._detection(),
            "drive": self._drive(),
            "dr_mode": self._reserve(),
            "white_balance": self._balance(),
            "kelvin": self._balance() if self.case.requests.kelvin is not None else None,
            "bracketing": self._bracket(),
            "noise_reduction_long_exposure": self._dark_frames(),
        }
        return {setting: harm for setting, harm in harms.items() if harm is not None}

    @property
    def joining_spoils(self) -> bool:
        """Frames that are joined must match: nothing may stir."""
        return self.case.subject.is_moving or self.case.subject.stirs

    def of_shutter(self, kind: ShutterKind, exposure_s: float, aperture: float) -> str | None:
        """What a shutter kind does to the picture at this exposure, or None."""
        case = self.case
        if harm := case.shutters.harm_of(kind):
            return harm
        if exposure_s < case.body.fastest_s(kind) / NOMINAL_SLACK:
            return f"it ends at {wording.seconds(case.body.fastest_s(kind))}"
        slit = exposure_s <= case.figure("slit_s") * NOMINAL_SLACK
        if kind == "electronic_first_curtain" and slit and aperture <= case.figure("wide_open_f") * NOMINAL_SLACK:
            return "its two curtains do not match at so short a time, and blur discs are cut"
        if kind == "mechanical" and self.shock_shows_at(exposure_s) and self._has_softer_start:
            return "its first curtain's blow shows on a tripod"
        return None

    def shock_shows_at(self, exposure_s: float) -> bool:
        """True where a first curtain's blow has time to swing a long lens, and not enough to be outlasted."""
        case = self.case
        low, high = case.figure("shock_band_s", "from"), case.figure("shock_band_s", "to")
        long = case.glass.focal_mm * case.body.crop_factor >= case.figure("shock_from_mm") * 0.99
        return long and case.support.on_tripod and low / NOMINAL_SLACK <= exposure_s <= high * NOMINAL_SLACK

    def mirror_shows_at(self, exposure_s: float) -> bool:
        """True where a mirror that swings up just before the exposure has time to shake a tripod, and not enough to fade."""
        case = self.case
        low, high = case.figure("shock_band_s", "from"), case.figure("shock_band_s", "to")
        in_band = low / NOMINAL_SLACK <= exposure_s <= high * NOMINAL_SLACK
        return case.body.mirror != "none" and case.support.on_tripod and in_band

    @property
    def _has_softer_start(self) -> bool:
        return "electronic_first_curtain" in self.case.shutters.permitted

    def _mode(self) -> str | None:
        case, asked = self.case, self.case.requests.exposure_mode
        if not mode_facts(asked).exposes_itself:
            return None
        if case.is_matched_series:
            return "frames that are joined or played must match, nothing may follow the meter"
        if case.has("background_changes") and case.light.swing_ev <= case.figure("steady_light_ev"):
            return "the background changes, the light on the subject does not: nothing automatic may follow"
        if case.subject.kind == "moon" and case.situation.background_tone == "dark":
            return "black sky fools every meter, and the Moon's own light is known"
        return None

    def _metering(self) -> str | None:
        case = self.case
        if case.requests.metering == "spot" and case.subject.is_moving:
            return f"at {wording.speed(case.subject.speed_m_s)} the spot lands now on light, now on dark things"
        return None

    def _focus(self) -> str | None:
        case, asked = self.case, self.case.requests.af_mode
        if not case.subject.is_moving or case.depth.is_zone_focus:
            return None
        speed = wording.speed(case.subject.speed_m_s)
        if asked == "single":
            return f"at {speed} it is sharp where the subject was"
        sees = case.body.autofocus and case.lens.autofocus and case.light.ev100 >= case.glass.af_blind_ev
        if asked == "manual" and sees and not case.subject.sky_rate_arcsec_s:
            return f"at {speed} no hand follows"
        return None

    def _detection(self) -> str | None:
        asked, kind = self.case.requests.subject_detection, self.case.subject.kind
        fitting = DETECTED_KIND.get(kind)
        if asked in (None, "off", "automatic") or fitting is None or asked in fitting:
            return None
        return f"it looks for another subject than a {kind}"

    def _reserve(self) -> str | None:
        """Raw on a tripod at base ISO: exposing darker does the same, without giving a stop of light away."""
        case = self.case
        asked, declared = case.requests.dr_mode, case.body.support_of("dr_mode")
        if declared is not None and asked not in (None, "off", *declared.options):
            return f"{case.body.name} has none"
        if asked in (None, "off", "auto") or not case.output.keeps_raw or not case.support.on_tripod:
            return None
        hurries = case.subject.is_moving or case.subject.is_living or case.subject.sky_rate_arcsec_s > 0
        if hurries or case.requests.iso is not None:
            return None
        return "on a tripod raw at base ISO holds as much, and a stop more light"

    def _dark_frames(self) -> str | None:
        if self.case.requests.noise_reduction_long_exposure == "on" and self.case.is_matched_series:
            return "a dark frame after each tears gaps into the series"
        return None

    def _area(self) -> str | None:
        case, area = self.case, self.case.requests.af_area
        if case.depth.is_zone_focus:
            return None
        if area in CHOSEN_BY_CAMERA and case.has("foreground_obstacles"):
            return "it takes what stands in front of the subject"
        if area in CHOSEN_BY_CAMERA and case.has("crowd_behind"):
            return "it takes whichever face it likes"
        runs = case.subject.is_moving and case.subject.speed_m_s >= case.figure("release_from_m_s")
        if area in NEEDLES and runs:
            return f"at {wording.speed(case.subject.speed_m_s)} nothing stays under it"
        return None

    def _drive(self) -> str | None:
        case = self.case
        panned = case.situation.look in ("pan_blur", "blur")
        runs = case.subject.is_moving and case.subject.speed_m_s >= case.figure("burst_from_m_s")
        if case.requests.drive == "precapture" and "electronic" not in case.shutters.permitted:
            return "only an electronic read-out keeps what lies before the press, and here it would lean or band"
        if case.requests.drive in AFTER_A_DELAY and runs and not panned:
            return f"at {wording.speed(case.subject.speed_m_s)} the moment is over when it fires"
        one_by_one = case.requests.drive in ("single", "quiet_single")
        may_rattle = not case.flash.leads and not case.has("discreet", "silent")
        if one_by_one and runs and not panned and may_rattle:
            return f"at {wording.speed(case.subject.speed_m_s)} one frame of the moment is luck"
        return None

    def _bracket(self) -> str | None:
        asked = self.case.requests.bracketing
        if asked is None or asked.frames == 1 or not self.joining_spoils:
            return None
        return f"at {wording.speed(self.case.subject.speed_m_s)} its frames would not match"

    def _balance(self) -> str | None:
        """A fixed value far from the light, in a file that keeps the cast for good."""
        case = self.case
        asked = case.requests.kelvin or case.light.preset_k(case.requests.white_balance)
        if asked is None or case.output.keeps_raw or case.situation.second_cct_k is not None:
            return None
        apart = abs(float(mired(asked) - mired(case.light.cct_k)))
        if apart <= case.figure("mixed_mired") or case.light.deepens_colour(asked):
            return None
        return f"a JPEG keeps its cast of {apart:.0f} mired for good"
