"""What the finder should show: the strip under the picture, in the body's words, with the figures expected."""

from __future__ import annotations

from wide_aperture.core.craft.endurance import GB, bytes_a_frame
from wide_aperture.core.craft.exposure_modes import mode_facts
from wide_aperture.core.document import Document
from wide_aperture.core.documents import wording
from wide_aperture.core.documents.plan import Plan
from wide_aperture.core.field.hand import Hand
from wide_aperture.core.physics.quantities import format_aperture, format_iso
from wide_aperture.core.planning import PlanInput
from wide_aperture.core.planning.hand_steps import as_marked

MOST_SHOWN = 9999  # a finder has four places


class FinderItem(Document):
    """One figure. moves: the body changes it by itself, so that it is only about so."""

    what: str
    shows: str
    moves: bool = False


def finder_strip(given: PlanInput, plan: Plan, hand: Hand) -> tuple[FinderItem, ...]:
    """From left to right, at the light expected."""
    setup = plan.setup
    expected = next((frame for frame in plan.prediction if frame.light == "expected"), plan.prediction[0])
    moves = mode_facts(setup.option("exposure_mode")).moves
    comp = setup.number("exposure_comp_ev") or 0.0
    found = [
        FinderItem(what="mode", shows=hand.book.say("exposure_mode", setup.option("exposure_mode"))),
        FinderItem(
            what="time", shows=wording.seconds(as_marked("shutter_s", expected.shutter_s)), moves="shutter_s" in moves
        ),
        FinderItem(
            what="aperture",
            shows=format_aperture(
                as_marked("aperture", expected.aperture) if "aperture" in moves else expected.aperture
            ),
            moves="aperture" in moves,
        ),
        FinderItem(
            what="ISO", shows=format_iso(as_marked("iso", expected.iso)).removeprefix("ISO "), moves="iso" in moves
        ),
    ]
    if moves:
        found.append(FinderItem(what="compensation", shows=wording.signed_stops(comp)))
    for what, setting in (("area", "af_area"), ("subject", "subject_detection")):
        if (value := setup.option(setting)) not in (None, "na", "off") and setup.option("af_mode") != "manual":  # type: ignore[arg-type]
            found.append(FinderItem(what=what, shows=hand.book.say(setting, value)))
    found.append(FinderItem(what="frames left", shows=f"{frames_left(given, plan)}"))
    return tuple(found)


def frames_left(given: PlanInput, plan: Plan) -> int:
    """What a full card's counter reads at this file size, as many figures as it has."""
    each = bytes_a_frame(given.body.megapixels, plan.setup.option("file"))
    return min(int(given.accessories.cards_gb * GB / each), MOST_SHOWN)
