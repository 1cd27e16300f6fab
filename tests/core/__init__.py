"""Tests of the core: no database, numpy warnings are errors."""

import os
import warnings

from hypothesis import settings

settings.register_profile("ci", deadline=None, derandomize=True, max_examples=40)
settings.register_profile("dev", deadline=None, max_examples=40)
settings.load_profile(os.environ.get("HYPOTHESIS_PROFILE", "dev"))
warnings.filterwarnings("error", category=RuntimeWarning)
