"""Fonts that people added."""

from django.conf import settings
from django.db import models


class Font(models.Model):
    """A font somebody brought, as it was checked: plain OpenType, known to drawings by its key."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="fonts")
    key = models.CharField(max_length=40, db_collation="utf8mb4_bin")
    name = models.CharField(max_length=120)
    bytes = models.BinaryField()
    size = models.PositiveBigIntegerField(default=0)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        """By name; a font is kept once."""

        ordering = ["name", "id"]
        constraints = [models.UniqueConstraint(fields=["owner", "key"], name="one_face_a_key")]

    def __str__(self) -> str:
        return self.name
