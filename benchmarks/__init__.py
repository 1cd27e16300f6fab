"""What `make bench` runs: measured figures as percentiles and ratios, never a pass or a fail."""

import os

import django

# The applications' services and schemas are measured too: they need the settings, and their tables known.
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "wide_aperture.server.settings")
django.setup()
