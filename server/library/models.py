"""Shelves, and what stands on them."""

from django.conf import settings
from django.db import models


class Shelf(models.Model):
    """Somebody's shelf; `form` says which ready-made trays it came with so far, each once."""

    owner = models.OneToOneField(settings.AUTH_USER_MODEL, models.CASCADE, related_name="shelf")
    form = models.PositiveIntegerField(default=0)

    def __str__(self) -> str:
        return f"shelf of {self.owner_id}"


class ShelfEntry(models.Model):
    """What is kept on somebody's shelf, in a tray: a setting of dials, or an outline.

    An outline has no `shape` but a `clip`, the items as JSON text; its `key` is what linked copies
    of it know, its `state` counts how often it was changed, and `family` is the key of the one it
    is a variation of (its own, where it began one).
    """

    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.CASCADE, related_name="shelf_entries"
    )
    tray = models.CharField(max_length=120, db_collation="utf8mb4_bin")
    name = models.CharField(max_length=120, db_collation="utf8mb4_bin")
    shape = models.CharField(max_length=40)
    dials = models.JSONField()
    rank = models.PositiveIntegerField()
    clip = models.TextField(default="")
    size = models.PositiveBigIntegerField(default=0)
    """Characters of the clip."""
    facts = models.JSONField(null=True)
    key = models.CharField(max_length=40, default="", db_collation="utf8mb4_bin")
    family = models.CharField(max_length=40, default="", db_collation="utf8mb4_bin")
    state = models.PositiveIntegerField(default=1)
    changed = models.DateTimeField(auto_now=True)

    class Meta:
        """By tray, each in its order; a name is used once in a tray."""

        ordering = ["tray", "rank", "id"]
        constraints = [
            models.UniqueConstraint(fields=["owner", "tray", "name"], name="one_name_a_tray")
        ]
        indexes = [models.Index(fields=["owner", "key"], name="entry_of_a_key")]

    def __str__(self) -> str:
        return f"{self.tray} / {self.name}"
