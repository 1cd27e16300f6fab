from django.apps import AppConfig


class ShootsConfig(AppConfig):
    name = "wide_aperture.shoots"
    label = "shoots"
