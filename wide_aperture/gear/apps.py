from django.apps import AppConfig


class GearConfig(AppConfig):
    name = "wide_aperture.gear"
    label = "gear"
