"""Pictures that are brought into a drawing: to trace, or to be shown."""

from collections.abc import Mapping

from accounts.services.quota import make_room
from buildup.drawing.paint import PictureFill
from buildup.formats.picturefacts import facts_of
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
    return _stored(user_id, drawing_id, sound)


@in_transaction
def _stored(user_id: int, drawing_id: int, sound: Checked) -> Picture:
    row = locked(user_id, drawing_id)
    make_room(user_id, size=len(sound.data))
    return keep(row, sound)


def keep(row: Drawing, sound: Checked) -> Picture:
    """Keep a picture of whose a drawing is, for that drawing."""
    picture = _created(row.owner_id, sound)
    PictureUse.objects.create(picture=picture, drawing=row)
    return picture


def keep_all(
    user_id: int, pictures: Mapping[int, bytes], *, used_by: Drawing | None = None
) -> Mapping[int, PictureFill]:
    """Keep the pictures of a file that was checked, for a drawing.

    Args:
        user_id: who brings them.
        pictures: their bytes, by their numbers in the file.
        used_by: the drawing; None: it is made next.

    Returns:
        What each has become, by its number in the file.
    """
    kept: dict[int, PictureFill] = {}
    for number, data in pictures.items():
        facts = facts_of(data)
        if facts is None:
            continue
        sound = Checked(data, facts.mime, facts.width, facts.height)
        picture = _created(user_id, sound) if used_by is None else keep(used_by, sound)
        kept[number] = PictureFill(picture=picture.pk, width=picture.width, height=picture.height)
    return kept


def _created(user_id: int, sound: Checked) -> Picture:
    return Picture.objects.create(
        owner_id=user_id,
        bytes=sound.data,
        size=len(sound.data),
        mime=sound.mime,
        width=sound.width,
        height=sound.height,
    )
