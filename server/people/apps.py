"""The app's entry in Django."""

from django.apps import AppConfig


class PeopleConfig(AppConfig):
    """Accounts."""

    name = "people"
    default_auto_field = "django.db.models.AutoField"
    """As wide as the numbers that the accounts have had from the beginning."""
