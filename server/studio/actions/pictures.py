"""Take in a picture to trace."""

from buildup.errors import Refusal
from django.db.models import Sum
from django.db.models.functions import Length

from studio.finding import found
from studio.imagefiles import Checked
from studio.models import Drawing, Picture
from studio.sandbox import pool

MOST_OF_ONE_PERSON = 2_000 * 1024 * 1024
"""Bytes of all pictures that one person may keep."""
PATIENCE = 1.0
"""Seconds a picture waits for its turn before its sender is asked to come again."""


def bring(user_id: int, drawing_id: int, *, data: bytes) -> Picture:
    """Check a picture, write it anew and keep it with a drawing.

    Raises:
        Refusal: `unknown_drawing`, as `checked` and `pool.run`, or `pictures_full`.
    """
    row = found(user_id, drawing_id)
    own = Picture.objects.filter(drawing__owner_id=user_id)
    if (own.aggregate(size=Sum(Length("bytes")))["size"] or 0) + len(data) > MOST_OF_ONE_PERSON:
        raise Refusal(
            "pictures_full",
            f"Your pictures take {MOST_OF_ONE_PERSON >> 20:,} MB, and no more are kept. "
            "Nothing was placed; delete a drawing with pictures, or bring a smaller one.",
        )
    told, plain = pool.run("picture", data, patience=PATIENCE)
    return keep(row, Checked(plain, told["mime"], told["width"], told["height"]))


def keep(row: Drawing, sound: Checked) -> Picture:
    """Keep a picture with a drawing."""
    return Picture.objects.create(
        drawing=row, bytes=sound.data, mime=sound.mime, width=sound.width, height=sound.height
    )
