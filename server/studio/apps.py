"""The app's entry in Django."""

from django.apps import AppConfig


class StudioConfig(AppConfig):
    """The one app of the server."""

    name = "studio"
