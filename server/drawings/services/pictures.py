"""Import a picture to trace."""

from accounts.services.quota import make_room
from common.retries import in_transaction
from common.sandbox import pool
from references.imagefiles import Checked
from references.models import Picture

from drawings.models import Drawing, PictureUse
from drawings.selectors.lookup import found, locked

PATIENCE = 1.0
"""Seconds a picture waits for its turn before its sender is asked to come again."""


def bring(user_id: int, drawing_id: int, *, data: bytes) -> Picture:
    """Check a picture, write it anew and keep it for a drawing.

    Raises:
        Refusal: `unknown_drawing`, as `checked` and `pool.run`, or as `make_room`.
    """
    found(user_id, drawing_id)
    values, plain = pool.run("picture", data, patience=PATIENCE)
    sound = Checked(plain, values["mime"], values["width"], values["height"])
    return _kept(user_id, drawing_id, sound)


@in_transaction
def _kept(user_id: int, drawing_id: int, sound: Checked) -> Picture:
    row = locked(user_id, drawing_id)
    make_room(user_id, size=len(sound.data))
    return keep(row, sound)


def keep(row: Drawing, sound: Checked) -> Picture:
    """Keep a picture of whose a drawing is, for that drawing."""
    picture = Picture.objects.create(
        owner_id=row.owner_id,
        bytes=sound.data,
        size=len(sound.data),
        mime=sound.mime,
        width=sound.width,
        height=sound.height,
    )
    PictureUse.objects.create(picture=picture, drawing=row)
    return picture
