from django.apps import AppConfig


class UploadsConfig(AppConfig):
    name = "wide_aperture.uploads"
    label = "uploads"
