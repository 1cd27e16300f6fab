from django.apps import AppConfig


class ServerConfig(AppConfig):
    name = "wide_aperture.server"
    label = "server"
