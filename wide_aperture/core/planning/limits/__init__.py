"""Every limit on shutter, aperture and ISO of a case, named by who imposes it.

One file per axis, movement and lamps apart; a limit is a Term. The search prices them, the plan draws them, the checks quote them.
"""

from wide_aperture.core.planning.case import Case
from wide_aperture.core.planning.limits.aperture import aperture_terms
from wide_aperture.core.planning.limits.figures_used import figures_used, with_own_figures
from wide_aperture.core.planning.limits.iso import iso_terms
from wide_aperture.core.planning.limits.movement import time_wanted_s, with_time_in_hand
from wide_aperture.core.planning.limits.shutter import shutter_terms, terms_by_sight
from wide_aperture.core.planning.limits.term import Term, position

__all__ = [
    "Term",
    "all_terms",
    "aperture_terms",
    "figures_used",
    "iso_terms",
    "position",
    "shutter_terms",
    "terms_by_sight",
    "time_wanted_s",
    "with_time_in_hand",
]


def all_terms(case: Case) -> tuple[Term, ...]:
    """All limits of a case, by axis."""
    times = shutter_terms(case)
    terms = (*times, *aperture_terms(case, time_wanted_s(case, times)), *iso_terms(case))
    return tuple(with_own_figures(case, term) for term in terms)
