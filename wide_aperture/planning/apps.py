from django.apps import AppConfig


class PlanningConfig(AppConfig):
    name = "wide_aperture.planning"
    label = "planning"
