"""The simulated camera shoots: a day that need not be as planned, the frames of it, and files that say what was set."""

from wide_aperture.core.shooting.day import Day, Slip
from wide_aperture.core.shooting.played import Player, Roll, TakenFrame, play_situation
from wide_aperture.core.shooting.write import write_frame

__all__ = ["Day", "Player", "Roll", "Slip", "TakenFrame", "play_situation", "write_frame"]
