"""Practice: drills for the judgement no tool can take over, made from composed scenes and scored by the same core."""

from wide_aperture.core.practice.drill import Aimed, Choice, Drill
from wide_aperture.core.practice.drills import KINDS, drill_of
from wide_aperture.core.practice.drills.common import Made, PracticeKit
from wide_aperture.core.practice.score import Score, score

__all__ = ["KINDS", "Aimed", "Choice", "Drill", "Made", "PracticeKit", "Score", "drill_of", "score"]
