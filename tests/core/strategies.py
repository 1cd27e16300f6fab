"""Any valid kit and situation, for laws that must hold everywhere."""

from typing import get_args

from hypothesis import strategies as st

from tests.core.builders import body, lens, situation
from wide_aperture.core.documents.accessories import Accessories, Flash
from wide_aperture.core.documents.body import FlashSync, IsoCeilings
from wide_aperture.core.documents.situation import Constraint, LightByEv, Look

GENRES = ("sports", "wildlife", "street", "landscape", "wedding", "night_sky", "portrait", "everyday")
DIRECTIONS = ("towards", "across", "erratic", "still")


@st.composite
def bodies(draw):
    """From a body with every shutter kind to one with an electronic shutter only and no stabiliser."""
    curtains = draw(st.booleans())
    return body(
        megapixels=draw(st.sampled_from((12, 24, 45, 100))),
        fastest_mechanical_s=1 / 8000 if curtains else None,
        fastest_first_curtain_s=1 / 4000 if curtains and draw(st.booleans()) else None,
        fastest_electronic_s=1 / 16000 if not curtains or draw(st.booleans()) else None,
        readout_ms=draw(st.sampled_from((None, 4.0, 22.0, 60.0))),
        flash_sync=FlashSync(mechanical_s=1 / 250 if curtains else None),
        card_slots=draw(st.sampled_from((1, 2))),
        stabiliser_stops=draw(st.sampled_from((0, 3, 6))),
        anti_flicker=draw(st.booleans()),
        autofocus=draw(st.booleans()),
        ceilings=IsoCeilings(routine=draw(st.sampled_from((1600, 6400, 12800))), push=12800),
    )


@st.composite
def lenses(draw):
    """Single focal lengths from ultra-wide to very long; some with one aperture only."""
    focal = draw(st.sampled_from((14, 24, 50, 135, 400, 800)))
    f_number = draw(st.sampled_from((1.4, 2.8, 6.3)))
    return lens(focal, f_number, fixed_aperture=draw(st.integers(0, 5)) == 0, autofocus=draw(st.booleans()))


@st.composite
def situations(draw):
    """Any brief the form accepts, likely or not."""
    low = draw(st.floats(-8, 16))
    near = draw(st.sampled_from((0.8, 3.0, 20.0, 500.0)))
    speed = draw(st.sampled_from((0.0, 0.3, 1.4, 8.0, 30.0)))
    pulses = draw(st.booleans())
    return situation(
        near=near,
        far=draw(st.sampled_from((near, near * 4, None))),
        genre=draw(st.sampled_from(GENRES)),
        light=LightByEv(
            ev100=low + draw(st.sampled_from((0, 0.5, 2))), ev_low=low, cct_k=draw(st.sampled_from((2700, 5200, 8000)))
        ),
        speed=speed,
        direction=draw(st.sampled_from(DIRECTIONS)) if speed else "still",
        support=draw(st.sampled_from(("handheld", "monopod", "tripod"))),
        look=draw(st.sampled_from(get_args(Look))),
        flicker_hz=draw(st.sampled_from((100, 120))) if pulses else None,
        modulation=draw(st.floats(0.1, 1)),
        scene_range_ev=draw(st.sampled_from((None, 7.0, 14.0, 18.0))),
        constraints=tuple(draw(st.sets(st.sampled_from(get_args(Constraint)), max_size=3))),
        burst_frames=draw(st.sampled_from((1, 12))),
    )


accessories = st.builds(
    Accessories,
    nd_stops=st.sampled_from(((), (3, 6))),
    flash=st.sampled_from((None, Flash(guide_number_m=36), Flash(guide_number_m=58, high_speed_sync=True))),
    release=st.booleans(),
)
