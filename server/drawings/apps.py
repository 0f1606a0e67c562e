"""The app's entry in Django."""

from django.apps import AppConfig


class DrawingsConfig(AppConfig):
    """Drawings.

    Its label is the name that the one app of the server had before there were several: by it the
    migrations of stores that are there go on.
    """

    name = "drawings"
    label = "studio"
