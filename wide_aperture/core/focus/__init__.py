"""The focus lab: a model of an autofocus system at work on a moving subject, and what follows from it for the setup.

Every constant is assumed (figures.py) until the photographer's own frames say otherwise. The model knows no scenario by name:
what it answers follows from speed, acceleration, sizes, what crosses and what lies behind.
"""

from wide_aperture.core.focus.figures import FocusFigures
from wide_aperture.core.focus.outcome import FocusOutcome, Spread, simulate, simulate_all
from wide_aperture.core.focus.scenario import Scenario, scenario, scenarios
from wide_aperture.core.focus.setup import FocusSetup

__all__ = [
    "FocusFigures",
    "FocusOutcome",
    "FocusSetup",
    "Scenario",
    "Spread",
    "scenario",
    "scenarios",
    "simulate",
    "simulate_all",
]
