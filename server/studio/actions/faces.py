"""Bring a font, and let it go."""

from buildup.errors import Refusal
from django.db.models import Count, Sum
from django.db.models.functions import Length

from studio.actions.turns import in_turn
from studio.lettering.facecheck import SoundFace
from studio.lettering.facefile import sound_face
from studio.models import Face

MOST_FACES = 200
MOST_OF_ONE_PERSON = 200 * 1024 * 1024
"""Bytes of all fonts that one person may keep."""


def bring(user_id: int, *, data: bytes, file_name: str) -> Face:
    """Check a font and keep it; one that is there already stays as it is.

    Raises:
        Refusal: as `sound_face`; `faces_full`.
    """
    return _kept(user_id, sound_face(data, file_name=file_name))


@in_turn
def _kept(user_id: int, face: SoundFace) -> Face:
    own = Face.objects.filter(owner_id=user_id)
    known = own.filter(key=face.key).first()
    if known is not None:
        return known
    told = own.aggregate(count=Count("id"), size=Sum(Length("bytes")))
    if told["count"] >= MOST_FACES or (told["size"] or 0) + len(face.data) > MOST_OF_ONE_PERSON:
        raise Refusal(
            "faces_full",
            f"You have brought {told['count']} fonts; up to {MOST_FACES} are kept, "
            f"{MOST_OF_ONE_PERSON >> 20} MB in all. Nothing was brought; let go of one you do not "
            "need. Words that were written in it stay as they are.",
        )
    made, _ = Face.objects.get_or_create(
        owner_id=user_id, key=face.key, defaults={"name": face.name, "bytes": face.data}
    )  # another window may have brought it in this very moment
    return made


def let_go(user_id: int, key: str) -> None:
    """Forget a font; words that were written in it stay as they are."""
    Face.objects.filter(owner_id=user_id, key=key).delete()
