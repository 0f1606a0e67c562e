"""Take in a picture to trace."""

from buildup.errors import Refusal
from django.db.models import Sum
from django.db.models.functions import Length

from studio.finding import found
from studio.imagefiles import checked
from studio.models import Drawing, Picture

MOST_OF_ONE_PERSON = 2_000 * 1024 * 1024
"""Bytes of all pictures that one person may keep."""


def bring(user_id: int, drawing_id: int, *, data: bytes) -> Picture:
    """Check a picture, write it anew and keep it with a drawing.

    Raises:
        Refusal: `unknown_drawing`, as `checked`, or `pictures_full`.
    """
    row = found(user_id, drawing_id)
    own = Picture.objects.filter(drawing__owner_id=user_id)
    if (own.aggregate(size=Sum(Length("bytes")))["size"] or 0) + len(data) > MOST_OF_ONE_PERSON:
        raise Refusal(
            "pictures_full",
            f"Your pictures take {MOST_OF_ONE_PERSON >> 20:,} MB, and no more are kept. "
            "Nothing was placed; delete a drawing with pictures, or bring a smaller one.",
        )
    return keep(row, data)


def keep(row: Drawing, data: bytes) -> Picture:
    """Keep a picture with a drawing.

    Raises:
        Refusal: as `checked`.
    """
    sound = checked(data)
    return Picture.objects.create(
        drawing=row, bytes=sound.data, mime=sound.mime, width=sound.width, height=sound.height
    )
