"""Who has an account, and what is set for them alone."""

from django.contrib.auth.models import AbstractUser
from django.db import models


class User(AbstractUser):
    """An account.

    Its table has the name that accounts had in the first form of the program; so no account had to
    be moved. What is None here is as in the settings.
    """

    most_bytes = models.PositiveBigIntegerField(null=True, blank=True)
    """Bytes that their drawings, pictures and fonts may take."""
    most_drawings = models.PositiveIntegerField(null=True, blank=True)
    """Drawings that they may have, with those in the bin."""
    keyboard = models.JSONField(default=dict, blank=True)
    """Keys of their own for acts, and whether single keys act; empty: all as the program has it."""

    class Meta(AbstractUser.Meta):
        """The table of before."""

        db_table = "auth_user"
