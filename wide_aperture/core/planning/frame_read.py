"""What the plan says of its own frame: a verdict on every tone, and what the drawing assumes."""

from __future__ import annotations

from wide_aperture.core.craft.brackets import brackets
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Assumption, Fate, FrameRead, ToneRead
from wide_aperture.core.documents.situation import Tone
from wide_aperture.core.picture.scenes.fisheye import Bend
from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.case.tones_seen import ToneSeen, may_lose
from wide_aperture.core.planning.draft import Draft

LIT_BY_FLASH = ("skin", "white cloth", "dark cloth", "feathers", "fur")
BLACK_UNDER_EV = -6.5  # over mid: no print shows texture there
BRACKETS_OFF = (None, "none")


def frame_read(draft: Draft) -> FrameRead:
    """The frame as the plan exposes it."""
    case, frame = draft.case, draft.case.frame
    composition = frame.composition
    who = composition.who
    tones = tuple(_tone(draft, tone) for tone in frame.tones)
    return FrameRead(
        surroundings=composition.surroundings,
        seen_as=composition.cast,
        title=composition.place.title
        if who is None or who.name == "nothing"
        else f"{who.title} · {composition.place.title}",
        because=frame.because,
        aim=case.intent.aim,
        shift_ev=case.light.highlight_shift_ev,
        intent=case.intent.sentence,
        verdict=_verdict(draft, tones),
        tones=tones,
        assumptions=_assumptions(case),
        faults=frame.faults,
    )


def exposed_ev(draft: Draft) -> float:
    """How much brighter (+) than the subject's own exposure the frame comes out."""
    case, frame = draft.case, draft.case.frame
    own = frame.composition.place
    # What shines by its own light may not be as bright as the light the brief gives.
    apart = 0.0 if own.level_follows else own.ev100 + frame.level_ev - case.light.ev100
    return case.light.highlight_shift_ev + case.light.ambient_offset_ev + draft.exposure.error_ev + apart


def _tone(draft: Draft, tone: ToneSeen) -> ToneRead:
    case, by = draft.case, exposed_ev(draft)
    if case.flash.leads and tone.name in LIT_BY_FLASH:
        by -= case.light.ambient_offset_ev  # the flash gives the subject what it needs
    reach = _reach_ev(draft)
    lost = tone.share_over(case.intent.room_ev + reach - by)
    asked = _asked(case, tone.name)
    fate: Fate = "held"
    if lost > may_lose(tone.name):
        fate = "missed" if asked == "must_hold" else "allowed" if tone.name in case.intent.may_clip else "lost"
    elif tone.top_ev + by < BLACK_UNDER_EV:
        fate = "black"
    return ToneRead(
        name=tone.name,
        ev=round(tone.ev + by, 2),
        low_ev=round(tone.low_ev + by, 2),
        top_ev=round(tone.top_ev + by, 2),
        share=tone.share,
        lost=round(lost, 3),
        asked=asked,
        fate=fate,
        sentence=_said(tone.name, fate, lost),
    )


def _reach_ev(draft: Draft) -> float:
    """How much further than one frame the bracket and the reserve reach."""
    more = 0.0
    bracket = draft.option("bracketing")
    if bracket not in BRACKETS_OFF:
        frames, step = brackets()[bracket]
        centre = draft.number("bracket_centre_ev") or 0.0
        more = (frames - 1) / 2 * step - centre
    return more + draft.case.body.reserve_at(draft.exposure.iso, draft.option("dr_mode") or "off")


def _asked(case: Case, name: Tone) -> str | None:
    for field in ("must_hold", "may_clip", "may_go_black"):
        if name in getattr(case.situation, field):
            return field
    return None


def _said(name: Tone, fate: Fate, lost: float) -> str:
    words = {
        "held": f"{name} held",
        "lost": f"{name} lost over {lost:.0%}",
        "allowed": f"{name} lost over {lost:.0%}, allowed",
        "missed": f"{name} must hold and is lost over {lost:.0%}",
        "black": f"{name} black",
    }
    return words[fate]


def _verdict(draft: Draft, tones: tuple[ToneRead, ...]) -> str:
    """One line: the subject first, then what is lost, then what holds."""
    case = draft.case
    off = exposed_ev(draft) - case.light.ambient_offset_ev
    people = any(tone.name == "skin" for tone in tones)
    subject = "faces" if people else "subject"
    if case.intent.aim == "silhouette":
        said = ["a silhouette, as meant"]
    elif abs(off) <= 1 / 3 + 0.02:
        said = [f"{subject} as meant"]
    else:
        said = [f"{subject} {wording.stops_word(abs(off))} {'brighter' if off > 0 else 'darker'} than mid"]
    order: tuple[Fate, ...] = ("missed", "lost", "allowed", "held")
    for fate in order:
        some = [tone for tone in tones if tone.fate == fate and tone.name not in ("skin",)]
        said += [tone.sentence for tone in some[: 2 if fate == "held" else 3]]
    text = "; ".join(said[:5])
    return f"{text[0].upper()}{text[1:]}."


def _assumptions(case: Case) -> tuple[Assumption, ...]:
    """What the brief leaves open and the surroundings supply."""
    situation, frame = case.situation, case.frame
    found = []
    if situation.surroundings is None:
        found.append(
            Assumption(field="surroundings", sentence=f"{frame.composition.place.title}, assumed. {frame.because}")
        )
    if situation.seen_as is None and frame.composition.who is not None:
        found.append(
            Assumption(
                field="seen_as", sentence=f"{frame.composition.who.title}, assumed from the subject and what happens."
            )
        )
    if situation.background_ev100 is None:
        sky = next((tone for tone in frame.tones if tone.name == "sky"), None)
        part = frame.composition.place.bright_part
        bright = next((tone for tone in frame.tones if tone.name == part), None) if part else sky
        mean = frame.map.around_mean_ev if frame.around is None else frame.around.to_ev
        shown, what = (bright.ev, bright.name) if bright is not None else (round(mean, 1), "surroundings")
        found.append(
            Assumption(
                field="background_ev100", value=round(case.light.ev100 + shown, 1), unit="EV",
                sentence=f"{what.capitalize()} {wording.signed_stops(shown)} EV from the light on the subject, assumed.",
            )
        )  # fmt: skip
    if frame.composition.fisheye:
        lost = Bend(case.glass.focal_mm / case.body.sensor_height_mm, frame.composition.aspect).lost_when_straightened()
        found.append(
            Assumption(
                field="lens",
                sentence=f"A fisheye, drawn as it is. Straightened at home, {lost:.0%} of the picture is lost.",
            )
        )
    if case.light.scene_range_ev is None:
        low, high = frame.ends_ev
        found.append(
            Assumption(
                field="scene_range_ev",
                value=round(high - low, 1),
                unit="EV",
                sentence=f"A range of {high - low:.0f} EV, assumed.",
            )
        )
    if situation.background_m is None and case.subject.kind not in ("land", "water", "stars", "moon", "meteor"):
        far = case.subject.mid_m + frame.composition.place.background_m
        found.append(
            Assumption(
                field="background_m",
                value=round(far, 1),
                unit="m",
                sentence=f"The background {wording.metres(far)} away, assumed.",
            )
        )
    return tuple(found)
