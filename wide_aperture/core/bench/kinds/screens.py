"""What a body's displays make of a known picture, against the computer where frames are edited."""

from __future__ import annotations

import math
from typing import ClassVar

import cv2
import numpy as np
from numpy.typing import NDArray

from wide_aperture.core.bench.found import BenchOutcome, Figure
from wide_aperture.core.bench.kinds.common import shot
from wide_aperture.core.bench.light import MID
from wide_aperture.core.bench.notes import ScreenNote
from wide_aperture.core.bench.protocol import BenchAbout, Kit, NotedTest, Shot
from wide_aperture.core.errors import DomainError
from wide_aperture.core.physics.colour.encoding import linear_light, screen_level

# Levels of the test picture, 0 to 255, by the number of their patch.
DARK_PATCHES = (2, 4, 6, 9, 12, 16, 20, 25, 30, 36, 43, 50)
LIGHT_PATCHES = (254, 253, 252, 250, 248, 246, 243, 240, 236, 232, 226, 220)
WEDGE_EV = tuple((k - 7) / 3 for k in range(1, 14))  # thirds of a stop around mid, 13 patches
STEP_EV = 1 / 3
WITHIN = 0.34  # a patch is a third of a stop
NAMES = {"computer": "The computer", "screen": "The rear screen", "finder": "The finder"}


def wedge_level(patch: int) -> float:
    """The level, 0 to 255, of a patch of the wedge, counted from 1."""
    return float(screen_level(np.array(MID * 2 ** WEDGE_EV[patch - 1]))) * 255


class Screens(NotedTest):
    about: ClassVar[BenchAbout] = BenchAbout(
        id="screens", title="Screen match", purpose="How much brighter the body’s screen and finder show a picture than your computer does, and which tones they hide.",
        needs=("the test picture, on the card and on the computer", "a grey card beside each display, in the same light"),
        how=("Put the test picture on the card; where the body shows no foreign files, photograph it filling the frame and use that.", "Brightness of every display as you use it.", "On each display note: the first dark patch you tell from black, the first light one you tell from white, the patch as bright as the grey card.", "Once indoors, and once in the sun."),
        varies=(), wants="notes", fewest=2, offers="nothing to the kit: how far to trust the display, and how to set it",
    )  # fmt: skip

    def shots(self, kit: Kit) -> tuple[Shot, ...]:
        return tuple(
            shot(f"{NAMES[on]}, {where}", "Numbered patches.", frames=0, display=on, place=where)
            for on, where in (
                ("computer", "indoors"),
                ("screen", "indoors"),
                ("finder", "indoors"),
                ("screen", "in the sun"),
            )
        )

    def told(self, kit: Kit) -> BenchOutcome:
        notes = kit.asked.screens
        base = next((note for note in notes if note.on == "computer" and not note.in_sun), None)
        others = [note for note in notes if note is not base]
        if base is None or not others:
            raise DomainError(
                "displays", len(notes), "must hold the computer indoors, and one display to compare with it"
            )
        figures: list[Figure] = []
        said: list[str] = []
        for note in others:
            name = f"{NAMES[note.on]}{' in the sun' if note.in_sun else ''}"
            at = f"{note.on}_{'sun' if note.in_sun else 'in'}"
            # The patch that matches the same card is darker on a brighter display.
            level = WEDGE_EV[base.grey - 1] - WEDGE_EV[note.grey - 1]
            if any(each.id == f"level_{at}" for each in figures):
                raise DomainError("displays", name, "must be noted once each")
            figures.append(Figure(id=f"level_{at}", label=f"{name}: brighter by", unit="EV", value=level, low=level - STEP_EV, high=level + STEP_EV, n=2, within=WITHIN))  # fmt: skip
            said.append(_said(name, level, note, base))
        return BenchOutcome(sentence=" ".join(said), figures=tuple(figures), steps=("The patch that matches the card on one display against that on the other: each is known to half a step.", "What cannot be told from black or white is hidden by the display, not missing in the frame."))  # fmt: skip


def _said(name: str, level: float, note: ScreenNote, base: ScreenNote) -> str:
    told = (
        f"{name} shows frames as bright as your computer."
        if abs(level) < STEP_EV / 2
        else f"{name} shows frames {abs(level):.1f} stops {'brighter' if level > 0 else 'darker'} than your computer: "
        + ("what looks right there is too dark." if level > 0 else "what looks right there is too bright.")
    )
    if note.darkest > base.darkest:
        told += f" It hides tones deeper than {_under_mid(DARK_PATCHES[note.darkest - 1]):.0f} stops under mid."
    if note.lightest > base.lightest:
        told += f" Above level {LIGHT_PATCHES[note.lightest - 1]} it shows plain white where there is still tone."
    return told


def _under_mid(level: int) -> float:
    return math.log2(MID / float(linear_light(np.array(level / 255))))


def match_picture() -> NDArray[np.uint8]:
    """The numbered patches, shape (720, 1080): dark ones on black, light ones on white, and the wedge around mid."""
    picture = np.zeros((720, 1080), np.uint8)
    picture[240:480] = 255
    picture[480:] = round(wedge_level(7))
    for row, levels in enumerate((DARK_PATCHES, LIGHT_PATCHES)):
        for k, level in enumerate(levels):
            left, top = 20 + k * 88, 40 + 240 * row
            picture[top : top + 130, left : left + 72] = level
            _number(picture, k + 1, left, top + 165, 90 if row == 0 else 160)
    for k in range(len(WEDGE_EV)):
        left = 10 + k * 82
        picture[510:650, left : left + 76] = round(wedge_level(k + 1))
        _number(picture, k + 1, left, 685, 30)
    return picture


def _number(picture: NDArray[np.uint8], number: int, left: int, top: int, level: int) -> None:
    cv2.putText(picture, str(number), (left + 16, top), cv2.FONT_HERSHEY_SIMPLEX, 0.9, level, 2, cv2.LINE_AA)
