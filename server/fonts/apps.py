"""The app's entry in Django."""

from django.apps import AppConfig


class FontsConfig(AppConfig):
    """Fonts."""

    name = "fonts"
