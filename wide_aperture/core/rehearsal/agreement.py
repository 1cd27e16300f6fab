"""Does the plan's own frame confirm the plan? Measured on the drawing and on the developed frame, never on the small map."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.physics.colour.adaptation import SRGB_FROM_XYZ, lab_from_xyz
from wide_aperture.core.physics.colour.difference import delta_e_2000
from wide_aperture.core.physics.sensor import engineering_range_ev
from wide_aperture.core.picture.bracketing import bracket_offsets, coverage
from wide_aperture.core.picture.imaging.capture import Capture, Look
from wide_aperture.core.picture.imaging.darkroom import Darkroom, Rendered
from wide_aperture.core.picture.imaging.optical import blur_diameter_px, image_velocity_px_s, mm_per_px, shake_mm
from wide_aperture.core.picture.imaging.raw import exposure_ev100
from wide_aperture.core.picture.imaging.readings import raw_clip_mask
from wide_aperture.core.picture.metering import meter
from wide_aperture.core.picture.scenes.colour_space import SRGB_FROM_BALANCED, white_of
from wide_aperture.core.picture.scenes.composition import Composition
from wide_aperture.core.picture.scenes.scene import Layer, Scene, Tuning, ev_over_mid
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.case.intent import LET_GO
from wide_aperture.core.planning.case.tones_seen import LEAST_SHARE, SPOKEN, may_lose
from wide_aperture.core.rehearsal.begin import Rehearsal, rehearsal, tuning_of

WIDTH_PX = 480
LANDS_WITHIN_EV = 1 / 3
GRID_EV = 0.02  # a compensation is set in thirds: half a third of error is in it by itself
BURNT = 254  # of 255
COVERS_WITHIN_EV = 1 / 3
SKIN_WITHIN_DE = 6.0
BLURS_WITHIN_EV = 1 / 3  # more than the plan says
SHOTS = 31
SKIN_SHOWN_Y = 0.25  # relative luminance at which two skins are compared
FLASH_ALONE = 1e6  # bursts a second beside which no other light counts
FRAME_ENDS = (0.005, 0.995)
WHOLLY, MOSTLY, BARELY = 0.9, 0.5, 0.05  # how much of a pixel a tone has


@dataclass(frozen=True, slots=True)
class Agreement:
    """One plan against its frame. exposes_itself: False where the photographer sets everything and no meter is asked.

    needed_ev: compensation the meter needs in this frame; planned_ev: as the plan has it; off_ev: how much brighter (+)
    than meant the subject comes out; burnt: share of the developed frame at its white end; not_held: tones that must hold
    and clip; clipped: share of the frame that clips outside what may; bracket_misses_ev: of the frame's range beyond the
    bracket's ends, None without one; skin_de: CIEDE2000 of the subject's skin from its colour in its own light, None without;
    moves_over_ev, shake_over_ev: by how much what is focused, and the middling hand, blur the frame more (+) than the plan says
    they do; out_of_focus_coc: of what is focused, its blur disc in circles of confusion; None where nothing of it shows.
    """

    scene: str
    exposes_itself: bool
    needed_ev: float
    planned_ev: float
    off_ev: float
    burnt: float
    not_held: tuple[str, ...] = ()
    clipped: float = 0.0
    bracket_misses_ev: float | None = None
    skin_de: float | None = None
    moves_over_ev: float | None = None
    shake_over_ev: float | None = None
    out_of_focus_coc: float | None = None

    @property
    def agrees(self) -> bool:
        """The subject lands within a third of a stop of where the plan means it to."""
        return abs(self.off_ev) <= LANDS_WITHIN_EV + GRID_EV


def agreement_of(case: Case, plan: Plan, darkroom: Darkroom) -> Agreement:
    """Expose the plan's frame as its own meter would, develop it, and compare with what the plan means.

    Raises: as Darkroom.render.
    """
    taken = frame_taken(case, plan, darkroom)
    begun, tuning, drawing, look = taken.begun, taken.tuning, taken.drawing, taken.look
    composition, capture, frame = taken.composition, taken.capture, taken.frame
    wanted = composition.place.ev100 + tuning.light_ev
    planned = begun.meter.comp_ev
    meant = case.light.highlight_shift_ev  # a school, a habit, or what must hold exposes so much off the middle
    row = begun.bracket
    darkest = min(bracket_offsets(row.frames, row.step_ev, row.shift_ev)) if row.frames > 1 else 0.0
    held = (
        darkroom.render(composition, case.body, _at(capture, taken.ev100 - darkest), look, tuning=tuning)
        if darkest
        else frame
    )
    lost = _lost(held)
    return Agreement(
        scene=f"{composition.cast} in {composition.surroundings}",
        exposes_itself=begun.exposes_itself,
        needed_ev=taken.read_ev100 - wanted,
        planned_ev=planned,
        off_ev=wanted - taken.ev100 - meant,
        burnt=float((np.asarray(frame.picture).min(axis=-1) >= BURNT).mean()),
        not_held=tuple(name for name in case.situation.must_hold if lost.get(name, 0.0) > may_lose(name)),
        clipped=_clipped_elsewhere(case, frame),
        bracket_misses_ev=_bracket_misses_ev(case, begun, drawing, tuning.light_ev, taken.ev100, frame),
        moves_over_ev=_moves_over_ev(case, plan, drawing, begun.capture),
        shake_over_ev=_shake_over_ev(case, plan, begun.capture),
        out_of_focus_coc=_out_of_focus_coc(case, drawing, begun.capture),
        skin_de=_skin_de(case, frame, capture.flash, tuning.light_ev),
    )


@dataclass(frozen=True, slots=True)
class Exposed:
    """A plan's scene and how its own camera exposes it. read_ev100: what its meter asks for; ev100: what it is exposed for."""

    begun: Rehearsal
    composition: Composition
    tuning: Tuning
    look: Look
    drawing: Scene
    capture: Capture
    read_ev100: float
    ev100: float


@dataclass(frozen=True, slots=True)
class Taken(Exposed):
    """The same with its frame."""

    frame: Rendered


def exposed(case: Case, plan: Plan, darkroom: Darkroom, width_px: int = WIDTH_PX) -> Exposed:
    """Expose the plan's frame as its own meter would, on a drawing so wide. Raises: as Darkroom.drawing."""
    begun = rehearsal(case, plan)
    look, tuning = Look(width_px=width_px), tuning_of(begun.tuning)
    composition = begun.scene.through(begun.capture)
    drawing = darkroom.drawing(composition, case.body, look, tuning=tuning)
    read = _metered(drawing, begun, tuning.light_ev)
    ev100 = read - begun.meter.comp_ev if begun.exposes_itself else exposure_ev100(begun.capture)
    capture = _at(begun.capture, ev100) if begun.exposes_itself else begun.capture
    return Exposed(begun, composition, tuning, look, drawing, capture, read, ev100)


def frame_taken(case: Case, plan: Plan, darkroom: Darkroom, width_px: int = WIDTH_PX) -> Taken:
    """Expose the plan's frame as its own meter would and develop it. Raises: as Darkroom.render."""
    by = exposed(case, plan, darkroom, width_px)
    frame = darkroom.render(by.composition, case.body, by.capture, by.look, tuning=by.tuning)
    return Taken(by.begun, by.composition, by.tuning, by.look, by.drawing, by.capture, by.read_ev100, by.ev100, frame)


def _metered(drawing: Scene, begun: Rehearsal, level_ev: float) -> float:
    """The exposure the plan's meter asks for, on the drawing itself."""
    light = drawing.luminance() * np.float32(2**level_ev)
    how = begun.meter
    read = meter(
        light, how.pattern, point=drawing.share_of(drawing.focus), spot_area=how.spot_area,
        link_point=how.link_point, faces=drawing.faces if how.favour_faces else (),
    )  # fmt: skip
    return read.ev100


def _at(capture: Capture, ev100: float) -> Capture:
    """The capture with the time that makes this exposure."""
    by = 2.0 ** (exposure_ev100(capture) - ev100)
    return capture.model_copy(update={"shutter_s": capture.shutter_s * by})


def _masks(frame: Rendered) -> dict[str, NDArray[np.float32]]:
    """The truth masks of the frame by the brief's names for tones."""
    masks: dict[str, NDArray[np.float32]] = {}
    for painted, mask in frame.scene.tones.items():
        if (name := SPOKEN.get(painted)) is not None:
            masks[name] = np.maximum(masks[name], mask) if name in masks else mask
    return masks


def _lost(frame: Rendered) -> dict[str, float]:
    """How much of each tone clips in the data."""
    clipped = raw_clip_mask(frame.raw)
    return {
        name: float(clipped[mask > MOSTLY].mean())
        for name, mask in _masks(frame).items()
        if float(mask.mean()) >= LEAST_SHARE and (mask > MOSTLY).any()
    }


def _clipped_elsewhere(case: Case, frame: Rendered) -> float:
    """Share of the frame that clips where nothing may: lights themselves may."""
    clipped = raw_clip_mask(frame.raw)
    allowed = np.zeros_like(clipped)
    for name, mask in _masks(frame).items():
        if name in {*LET_GO, *case.situation.may_clip}:
            allowed |= mask > BARELY
    return float((clipped & ~allowed).mean())


def _bracket_misses_ev(
    case: Case, begun: Rehearsal, drawing: Scene, level_ev: float, taken_ev: float, frame: Rendered
) -> float | None:
    """How far the frame's own range, but for what may clip or go black, reaches beyond the bracket."""
    row = begun.bracket
    if row.frames <= 1:
        return None
    tones = ev_over_mid(drawing.luminance() * np.float32(2**level_ev), taken_ev)
    counted = np.ones(tones.shape, bool)
    for name, mask in _masks(frame).items():
        if name in {*LET_GO, *case.situation.may_clip, *case.situation.may_go_black}:
            counted &= mask < MOSTLY
    low, high = np.quantile(tones[counted], FRAME_ENDS)
    sensor = case.body.electrons.mid_below_clipping_ev
    offsets = bracket_offsets(row.frames, row.step_ev, row.shift_ev)
    held = coverage(
        offsets, sensor - float(engineering_range_ev(case.body, begun.capture.iso)), sensor, float(low), float(high)
    )
    return max(held.misses_above_ev, held.misses_below_ev)


def _focused(drawing: Scene) -> Layer | None:
    """The foremost subject layer under the focus."""
    across, down = drawing.share_of(drawing.focus)
    column, row = int(across * (drawing.width_px - 1)), int(down * (drawing.height_px - 1))
    for layer in reversed(drawing.layers):
        rows, columns = layer.box
        if (
            layer.is_subject
            and rows.start <= row < rows.stop
            and columns.start <= column < columns.stop
            and layer.alpha[row - rows.start, column - columns.start] > MOSTLY
        ):
            return layer
    return None


def _priced_ev(plan: Plan, limit: str) -> float:
    """By how much the plan says that it passes a limit."""
    return next((price.ev for price in plan.prices if price.limit == limit), 0.0)


def _moves_over_ev(case: Case, plan: Plan, drawing: Scene, capture: Capture) -> float | None:
    """The frame's own movement blur against what the limit of movement allows with the price that is said."""
    layer, longest = _focused(drawing), next((window.high for window in plan.windows if window.id == "motion"), None)
    speed = case.subject.image_speed_px_s
    if layer is None or not longest or not speed or layer.sky_arcsec_s or capture.panned:
        return None
    moved = float(np.hypot(*image_velocity_px_s(layer, drawing, case.body, capture))) * capture.shutter_s
    moved *= mm_per_px(drawing, case.body) * 1000 / case.body.pixel_pitch_um
    return float(np.log2(max(moved, 1e-6) / (speed * longest))) - _priced_ev(plan, "motion")


def _shake_over_ev(case: Case, plan: Plan, capture: Capture) -> float | None:
    """The middling hand of many shots against one circle of confusion, with the price that is said."""
    if capture.hand_limit_s is None:
        return None
    shots = [shake_mm(case.body, capture.model_copy(update={"shot": shot})) for shot in range(SHOTS)]
    return float(np.log2(max(float(np.median(shots)), 1e-9) / case.body.coc_mm)) - _priced_ev(plan, "shake")


def _out_of_focus_coc(case: Case, drawing: Scene, capture: Capture) -> float | None:
    """The blur disc of what is focused."""
    layer = _focused(drawing)
    if layer is None or np.isinf(layer.depth_m):
        return None
    disc = blur_diameter_px(layer.depth_m, drawing, case.body, capture) * mm_per_px(drawing, case.body)
    return float(disc / case.body.coc_mm)


def _skin_de(case: Case, frame: Rendered, flash: bool, level_ev: float) -> float | None:
    """The subject's skin under the white that was taken against the same skin under the white of its own light.

    None without skin, where warmth or cold is meant to stay, and where the body cannot be set to the light.
    """
    masks = [
        mask for name, mask in frame.scene.tones.items() if name in ("skin", "dark skin") and (mask > WHOLLY).any()
    ]
    reachable = case.body.kelvin_low <= case.light.cct_k <= case.body.kelvin_high
    if not masks or not reachable or case.light.is_low_sun or case.light.is_blue_hour:
        return None
    where = np.maximum.reduce(masks) > WHOLLY
    channels = frame.scene.flattened(FLASH_ALONE if flash else 0.0)[where].mean(axis=0) * 2**level_ev
    lamps = [lamp for lamp in frame.scene.lamps if (lamp.part == "flash") == flash]
    own = white_of(lamps[0].cct_k, lamps[0].duv)
    labs = []
    for white in (frame.white, own):
        xyz = np.linalg.inv(SRGB_FROM_XYZ) @ (SRGB_FROM_BALANCED @ (channels / white))
        labs.append(lab_from_xyz(xyz / xyz[1] * SKIN_SHOWN_Y))
    return float(delta_e_2000(*labs))
