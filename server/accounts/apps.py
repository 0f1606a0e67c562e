"""The app's entry in Django."""

from django.apps import AppConfig


class AccountsConfig(AppConfig):
    """Accounts; the label is the one by which the migrations of stores that are there know them."""

    name = "accounts"
    label = "people"
    default_auto_field = "django.db.models.AutoField"
    """As wide as the numbers that the accounts have had from the beginning."""
