from django.apps import AppConfig


class StoreConfig(AppConfig):
    name = "wide_aperture.store"
    label = "store"
