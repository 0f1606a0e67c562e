"""The app's entry in Django."""

from django.apps import AppConfig


class CommonConfig(AppConfig):
    """What requests made."""

    name = "common"
