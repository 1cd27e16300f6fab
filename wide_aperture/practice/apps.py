from django.apps import AppConfig


class PracticeConfig(AppConfig):
    name = "wide_aperture.practice"
    label = "practice"
