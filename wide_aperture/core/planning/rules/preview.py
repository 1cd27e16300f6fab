"""A truthful preview: look, clip warning, simulation and display planned together with the recording.

What the screen shows is made from the camera's own picture. With raw a quiet look keeps it near the data; with JPEG
only the look is the delivery, so it must suit the picture and the warning must come sooner.
"""

from __future__ import annotations

from wide_aperture.core.documents import wording
from wide_aperture.core.documents.abilities import OwnLook
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.physics.quantities import format_aperture
from wide_aperture.core.planning.draft import Draft
from wide_aperture.core.planning.looks import is_truthful, own_look, wanted_steps
from wide_aperture.core.planning.precedence import ASKED

CORRECTED: tuple[SettingId, ...] = ("shading_correction", "distortion_correction")


def set_preview(draft: Draft) -> None:
    """Every setting that decides what finder, screen and histogram say."""
    jpeg_only = draft.option("file") == "jpeg"
    _set_look(draft, jpeg_only)
    flat = not jpeg_only and draft.case.schools.preview == "flat_for_truth"
    _set_warning(
        draft, "flat" if flat else "jpeg" if jpeg_only or draft.case.schools.preview == "as_delivered" else "raw"
    )
    if flat:
        draft.put(
            "exposure_step",
            "third",
            "Your school: one click is a third, as fine as the histogram is read.",
            layer="foundation",
            school="flat look for truth",
        )
    _set_simulation(draft)
    _set_corrections(draft, jpeg_only)


def _set_look(draft: Draft, jpeg_only: bool) -> None:
    asked = draft.case.requests.picture_profile
    if asked is not None and not (jpeg_only and asked == "flat"):
        draft.put_available("picture_profile", (asked, "neutral"), ASKED)
    elif jpeg_only:
        refused = " The flat look you asked for would be baked in." if asked == "flat" else ""
        draft.put_available("picture_profile", ("standard",), f"The JPEG is the delivery.{refused}")
    elif draft.case.schools.preview == "as_delivered":
        draft.put(
            "picture_profile",
            "standard",
            "Your school: the preview is the picture you hand over.",
            layer="foundation",
            school=draft.follow("preview", "the look as delivered"),
        )
    elif draft.case.schools.preview == "standard_with_histogram":
        draft.put(
            "picture_profile",
            "standard",
            "Your school: a pleasing preview, the histogram for truth.",
            layer="foundation",
            school=draft.follow("preview", "standard look with histogram"),
        )
    else:
        flat = draft.case.schools.preview == "flat_for_truth"
        draft.put_habit(
            "picture_profile",
            "flat" if flat else "neutral",
            "A quiet look keeps preview and histogram near the raw data.",
        )
        draft.follow("preview", "flat look for truth" if flat else "neutral look")
    file, profile = draft.option("file"), draft.option("picture_profile")
    truthful = is_truthful(file, profile)
    as_is = "As the look has it: the picture is finished here."
    why: dict[str, str] = {
        "look_contrast": "Opens the preview towards what raw holds.",
        "look_saturation": "Single colours then clip in the preview about when raw does.",
        "look_highlight": "Softer ends show in the preview what the data still hold.",
        "look_shadow": "Softer ends show in the preview what the data still hold.",
    }
    own = own_look(draft.case.body, file, profile)
    for_print = jpeg_only and draft.case.schools.jpeg_for == "print"
    if for_print:
        draft.follow("JPEG made for", "the print")
    if own is not None:
        _name_look(draft, own)
    for name, steps in wanted_steps(file, profile).items():
        has = own.of(name) if own else 0.0
        because = "Neutral: focus is judged enlarged." if name == "look_sharpness" else why[name] if truthful else as_is
        said = f"“{own.name}” itself has {has:+g}. {because}" if own and has else because
        if name == "look_sharpness" and for_print:
            steps, said = steps + 1, "Your school: ink and distance soften it, a step more is right."
        draft.put_habit(name, steps - has, said)
    _set_look_noise(draft, jpeg_only)


def _name_look(draft: Draft, own: OwnLook) -> None:
    draft.add_reason("picture_profile", f"On {draft.case.body.name} it is “{own.name}”.")


def _set_look_noise(draft: Draft, jpeg_only: bool) -> None:
    school, iso = draft.case.schools.noise_reduction, draft.exposure.iso
    if jpeg_only:
        if draft.case.schools.jpeg_for == "print" and school != "strong_jpeg":
            draft.put(
                "look_noise", "light", f"Your school: a print hides the grain of ISO {iso:.0f}, smoothing it does not."
            )
            return
        strong = school == "strong_jpeg" or iso >= draft.case.figure("strong_noise_reduction_from_iso")
        draft.put("look_noise", "strong" if strong else "light", f"At ISO {iso:.0f} the JPEG is finished here.")
        return
    value = {"later": "off", "light": "light", "strong_jpeg": "strong"}[school]
    draft.put(
        "look_noise",
        value,
        f"Raw is cleaned at home, where ISO {iso:.0f} can be judged." if value == "off" else "Your school of noise.",
        layer="foundation",
        school=draft.follow("noise reduction", {"off": "all later", "light": "light in camera"}.get(value, "strong")),
    )


WARNED: dict[str, tuple[str, str]] = {  # of each preview: why it warns where it does, above and below
    "raw": ("Raw holds a little more than the preview.", "Blacker than this nothing is lifted without noise."),
    "jpeg": ("A JPEG has no second chance: warn a little early.", "Blacker than this nothing is lifted without noise."),
    "flat": (
        "A flat look clips nearly where raw does: it may warn late.",
        "A flat look lifts its blacks: only the last steps are lost.",
    ),
}


def _set_warning(draft: Draft, preview: str) -> None:
    on_call = draft.case.schools.clip_warning == "on_call" and preview != "flat"
    draft.put_habit("clip_warning", "on_call" if on_call else "always", "Shows at once what the picture loses.")
    above, below = WARNED[preview]
    draft.put_habit("clip_high", draft.case.figure("clip_level", preview), above)
    draft.put_habit("clip_low", draft.case.figure("clip_level", "flat_dark" if preview == "flat" else "dark"), below)


def _set_simulation(draft: Draft) -> None:
    case = draft.case
    if case.flash.leads:
        draft.put(
            "exposure_simulation",
            "off",
            f"Under flash at {wording.seconds(draft.exposure.shutter_s)} a truthful finder would be too dark to compose.",
            must=True,
        )
        draft.put("boosted_display", "off", f"Not needed at {wording.ev(case.light.ev100)} with the simulation off.")
    elif case.light.ev100 < case.figure("simulation_blind_ev"):
        draft.put(
            "exposure_simulation", "off", f"At {wording.ev(case.light.ev100)} a truthful finder is black.", must=True
        )
        draft.put(
            "boosted_display",
            "on",
            f"To find the frame at {wording.ev(case.light.ev100)}; the exposure is judged by test frame and histogram.",
            must=True,
        )
    elif case.schools.simulation == "on_call":
        draft.put_available(
            "exposure_simulation",
            ("on_call", "on"),
            f"Your school: at {wording.ev(case.light.ev100)} the eye composes bright, and calls the exposure up.",
            layer="foundation",
            school=draft.follow("exposure in the finder", "on call"),
        )
        draft.put_habit("boosted_display", "off", f"At {wording.ev(case.light.ev100)} it is called up instead.")
    else:
        draft.put_habit("exposure_simulation", "on", "The finder shows the exposure before the frame.")
        draft.put(
            "boosted_display", "off", f"At {wording.ev(case.light.ev100)} what the finder shows must be the exposure."
        )
    draft.put_habit("display_brightness", "fixed", "A screen that adapts makes every exposure look right.")


def _set_corrections(draft: Draft, jpeg_only: bool) -> None:
    """What is baked into a JPEG, and left to later work in raw."""
    aperture = draft.exposure.aperture
    later = "Raw is corrected at home, where it is seen."
    for setting in CORRECTED:
        why = "The JPEG is finished here." if jpeg_only else later
        draft.put_habit(setting, "on" if jpeg_only else "off", why)
    if jpeg_only and aperture > draft.case.glass.best_aperture:
        why = f"{format_aperture(aperture)} lies past the lens's best: the JPEG is sharpened here."
        draft.put("diffraction_correction", "on", why)
    else:
        draft.put_habit("diffraction_correction", "off", "Sharp as it is." if jpeg_only else later)
