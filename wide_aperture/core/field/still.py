"""Who must stand still, and for how long."""

from __future__ import annotations

from wide_aperture.core.craft.brackets import brackets
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.planning import PlanInput

LONG_FOR_PEOPLE_S = 1 / 30
BETWEEN_FRAMES_S = 0.2  # where the burst's rate is not known
ALIVE = {
    "person": "Whoever is in the picture",
    "group": "Everybody",
    "animal": "The animal",
    "bird": "The bird",
    "insect": "The insect",
}


def stand_still(given: PlanInput, plan: Plan) -> str | None:
    """One sentence; None where nobody need."""
    time = plan.choice.shutter_s
    frames, _ = brackets().get(plan.setup.option("bracketing") or "", (1, 0.0))
    rate = plan.setup.number("frame_rate")
    lasts = time if frames == 1 else frames * max(time, 1 / rate if rate else time + BETWEEN_FRAMES_S)
    if frames > 1:
        return f"Everything stands still for {frames} frames, about {wording.seconds(lasts)}; what moves is there {frames} times."
    if time < LONG_FOR_PEOPLE_S or given.case.flash.leads:
        return None
    who = ALIVE.get(given.case.subject.kind)
    if given.case.support.on_tripod:
        hands = "nobody touches the tripod"
        return (
            f"{who} stands still for {wording.seconds(lasts)}; {hands}."
            if who
            else f"For {wording.seconds(lasts)} {hands}."
        )
    return f"{who or 'Your hands'} must be still for {wording.seconds(lasts)}: arms in, breathe out."
