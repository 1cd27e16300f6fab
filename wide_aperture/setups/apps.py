from django.apps import AppConfig


class SetupsConfig(AppConfig):
    name = "wide_aperture.setups"
    label = "setups"
