"""The app's entry in Django."""

from django.apps import AppConfig


class LibraryConfig(AppConfig):
    """The shelf."""

    name = "library"
