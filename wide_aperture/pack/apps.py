from django.apps import AppConfig


class PackConfig(AppConfig):
    name = "wide_aperture.pack"
    label = "pack"
