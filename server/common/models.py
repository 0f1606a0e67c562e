"""What a request made, so that sending it twice makes one thing."""

from django.conf import settings
from django.db import models


class IdempotencyKey(models.Model):
    """What a request made that named a key of its own, so that sending it twice makes one thing."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="+")
    key = models.CharField(max_length=64, db_collation="utf8mb4_bin")
    asked = models.CharField(max_length=64)
    """What was asked: a sum of the method, the address and the body."""
    answer = models.JSONField()
    location = models.CharField(max_length=200, default="")
    """Where what was made is found; empty where it has no address."""
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        """A key counts once for a person."""

        constraints = [models.UniqueConstraint(fields=["owner", "key"], name="one_made_a_key")]
        indexes = [models.Index(fields=["created"], name="made_when")]

    def __str__(self) -> str:
        return self.key
