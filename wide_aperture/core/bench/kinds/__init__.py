"""The tests of the bench, by id, in the order they are shown."""

from wide_aperture.core.bench.kinds.burst import Burst
from wide_aperture.core.bench.kinds.clocks import Clocks
from wide_aperture.core.bench.kinds.flicker import Flicker
from wide_aperture.core.bench.kinds.focus_yield import FocusYield
from wide_aperture.core.bench.kinds.hand_hold import HandHold
from wide_aperture.core.bench.kinds.headroom import Headroom
from wide_aperture.core.bench.kinds.infinity import Infinity
from wide_aperture.core.bench.kinds.iso_ladder import IsoLadder
from wide_aperture.core.bench.kinds.noise_reduction import NoiseReduction
from wide_aperture.core.bench.kinds.push_or_gain import PushOrGain
from wide_aperture.core.bench.kinds.readout import Readout
from wide_aperture.core.bench.kinds.reserve import ReserveTest
from wide_aperture.core.bench.kinds.white_card import WhiteCard
from wide_aperture.core.bench.protocol import BenchTest
from wide_aperture.core.errors import UnknownIdError

TESTS: dict[str, BenchTest] = {
    test.about.id: test
    for test in (
        IsoLadder(), PushOrGain(), ReserveTest(), Headroom(), NoiseReduction(), HandHold(), FocusYield(), Infinity(), Readout(), Flicker(), WhiteCard(), Burst(), Clocks(),
    )
}  # fmt: skip


def test_of(test_id: str) -> BenchTest:
    """Raises: UnknownIdError for an id no test has."""
    if test_id not in TESTS:
        raise UnknownIdError("bench test", test_id)
    return TESTS[test_id]
