"""What we would set on a body on any day: the plan of a plain situation, as far as no situation decides it."""

from __future__ import annotations

from uuid import UUID

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.lens import ApertureAt, Lens
from wide_aperture.core.documents.said import Spoken
from wide_aperture.core.documents.setting_ids import SettingId
from wide_aperture.core.documents.setting_values import Value
from wide_aperture.core.documents.setup import Foundation, Layer
from wide_aperture.core.documents.situation import LightByEv, Situation, SpeedBand
from wide_aperture.core.planning.compute import plan_of
from wide_aperture.core.planning.plan_input import PlanInput

NOBODY = UUID(int=0)
ON_ANY_DAY: tuple[Layer, ...] = ("usual", "school", "body")
# A person three steps away on a bright day, with a plain lens: nothing that asks for anything unusual.
PLAIN = Situation(
    id=NOBODY,
    title="Any day",
    genre="everyday",
    near_m=3,
    far_m=4,
    light=LightByEv(ev100=12, cct_k=5200),
    speed=SpeedBand(low_m_s=0.5, high_m_s=1),
)
PLAIN_LENS = Lens(
    id=NOBODY,
    name="A plain lens",
    focal_min_mm=50,
    focal_max_mm=50,
    widest=(ApertureAt(focal_length_mm=50, f_number=2.8),),
)


class Proposal(Spoken):
    """A value on any day, and as people read it."""

    setting: SettingId
    value: Value
    words: str


def proposals(body: Body, own: Foundation) -> tuple[Proposal, ...]:
    """What stands on this body while nobody says otherwise. own: the photographer's schools count, their values do not."""
    foundation = Foundation(schools=own.schools)
    setup = plan_of(PlanInput(body=body, lens=PLAIN_LENS, situation=PLAIN, foundation=foundation)).setup
    return tuple(
        Proposal(setting=name, value=held.value, words=say_value(catalogue.setting(name), held.value))
        for name, held in setup.settings.items()
        if held.layer in ON_ANY_DAY and held.value is not None
    )
