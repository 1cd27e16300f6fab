from django.apps import AppConfig


class SkyConfig(AppConfig):
    name = "wide_aperture.sky"
    label = "sky"
