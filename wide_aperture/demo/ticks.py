"""What somebody ticked and noted on a demo shoot: a walk round with one thing found wrong, a test frame, a moment missed."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator

from wide_aperture.core.camera.preflight.ticks import Tick
from wide_aperture.core.field.notes import FieldNote
from wide_aperture.core.field.rounds import TestAnswers, TestRound
from wide_aperture.demo.ids import demo_id
from wide_aperture.demo.shoots import SHOOTS

SHOOT = demo_id("shoot/moonrise")
LINES = 72  # of the list
WALKED = ("stills", "focus-lever", "selector-lock", "eyesight", "battery", "spares", "card-1/off-loaded", "card-1/formatted", "card-door", "clock", "copyright")  # fmt: skip
FOUND_WRONG = "setting/self_timer"


def _evening(minutes: float) -> dt.datetime:
    day = next(each.date for each in SHOOTS if each.id == SHOOT)
    assert day is not None
    return dt.datetime.combine(day, dt.time(16), tzinfo=dt.UTC) + dt.timedelta(minutes=minutes)


def ticks() -> Iterator[Tick]:
    """One walk of four minutes."""
    states = [*((code, "done") for code in WALKED), (FOUND_WRONG, "failed"), (FOUND_WRONG, "done")]
    for k, (code, state) in enumerate(states):
        yield Tick(
            id=demo_id(f"tick/moonrise/{k}"), shoot_id=SHOOT, run_id=demo_id("run/moonrise"), code=f"rowan-26/{code}",
            state=state, at=_evening(k / 3), device="phone demo", of=LINES,
        )  # fmt: skip


def notes() -> Iterator[FieldNote]:
    """A test frame that passed at the second look, and a frame that came too late."""
    situation = demo_id("situation/moonrise/0")
    first = TestRound(answers=TestAnswers(marks=("moon",), edge="piled_up"))
    second = TestRound(answers=TestAnswers(marks=(), edge="touches"), correction_ev=-2 / 3)
    yield FieldNote(
        id=demo_id("note/moonrise/0"), shoot_id=SHOOT, situation_id=situation, kind="test_frame", at=_evening(95), device="phone demo",
        rounds=(first, second), before={"iso": 320}, after={"iso": 200}, passed=True, note="ISO 320 → ISO 200",
    )  # fmt: skip
    yield FieldNote(
        id=demo_id("note/moonrise/1"), shoot_id=SHOOT, situation_id=situation, kind="missed", at=_evening(104), device="phone demo",
        cause="asleep",
    )  # fmt: skip
