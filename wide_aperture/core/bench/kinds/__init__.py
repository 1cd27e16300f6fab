"""The tests of the bench, by id, in the order they are shown."""

from wide_aperture.core.bench.kinds.battery import Battery
from wide_aperture.core.bench.kinds.breathing import FocusBreathing
from wide_aperture.core.bench.kinds.burst import Burst
from wide_aperture.core.bench.kinds.clocks import Clocks
from wide_aperture.core.bench.kinds.dark_frame import DarkFrame
from wide_aperture.core.bench.kinds.flicker import Flicker
from wide_aperture.core.bench.kinds.focus_stack import FocusStack
from wide_aperture.core.bench.kinds.focus_yield import FocusYield
from wide_aperture.core.bench.kinds.hand_hold import HandHold
from wide_aperture.core.bench.kinds.hdr import InCameraHdr
from wide_aperture.core.bench.kinds.headroom import Headroom
from wide_aperture.core.bench.kinds.infinity import Infinity
from wide_aperture.core.bench.kinds.iso_ladder import IsoLadder
from wide_aperture.core.bench.kinds.link import LinkBacklog
from wide_aperture.core.bench.kinds.night import NightLadder
from wide_aperture.core.bench.kinds.noise_reduction import NoiseReduction
from wide_aperture.core.bench.kinds.panorama import Panorama
from wide_aperture.core.bench.kinds.push_or_gain import PushOrGain
from wide_aperture.core.bench.kinds.readout import Readout
from wide_aperture.core.bench.kinds.reserve import ReserveTest
from wide_aperture.core.bench.kinds.screens import Screens
from wide_aperture.core.bench.kinds.warning import WarningAgainstRaw
from wide_aperture.core.bench.kinds.white_card import WhiteCard
from wide_aperture.core.bench.protocol import BenchTest, NotedTest
from wide_aperture.core.errors import UnknownIdError

TESTS: dict[str, BenchTest] = {
    test.about.id: test
    for test in (
        IsoLadder(), NightLadder(), PushOrGain(), ReserveTest(), Headroom(), WarningAgainstRaw(), NoiseReduction(), DarkFrame(), InCameraHdr(), HandHold(), FocusYield(), FocusBreathing(), Infinity(), Readout(), Flicker(), WhiteCard(),
        Burst(), Panorama(), FocusStack(), Battery(), LinkBacklog(), Screens(), Clocks(),
    )
}  # fmt: skip

FRAMED = {test_id: test for test_id, test in TESTS.items() if not isinstance(test, NotedTest)}


def test_of(test_id: str) -> BenchTest:
    """Raises: UnknownIdError for an id no test has."""
    if test_id not in TESTS:
        raise UnknownIdError("bench test", test_id)
    return TESTS[test_id]
