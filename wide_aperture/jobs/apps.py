from django.apps import AppConfig


class JobsConfig(AppConfig):
    name = "wide_aperture.jobs"
    label = "jobs"
