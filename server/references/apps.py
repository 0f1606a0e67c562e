"""The app's entry in Django."""

from django.apps import AppConfig


class ReferencesConfig(AppConfig):
    """Pictures."""

    name = "references"
