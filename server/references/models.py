"""Pictures that people trace, as they were checked."""

from django.conf import settings
from django.db import models


class Picture(models.Model):
    """A picture to trace, as it was checked and written anew: its bytes and facts.

    It belongs to a person, and stays as long as one of the drawings is there that `uses` it.
    """

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="pictures")
    bytes = models.BinaryField()
    size = models.PositiveBigIntegerField(default=0)
    mime = models.CharField(max_length=20)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    created = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.width} × {self.height} {self.mime}"
