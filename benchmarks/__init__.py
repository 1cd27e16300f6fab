"""What `make bench` runs: measured figures as percentiles and ratios, never a pass or a fail."""

import os

# The applications' schemas are measured too, and they need to know the settings.
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "wide_aperture.server.settings")
