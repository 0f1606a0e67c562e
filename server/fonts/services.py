"""Add a font, and remove it."""

from accounts.services.quota import make_room
from common.messages import refusal
from common.retries import in_transaction

from fonts.fontcheck import CheckedFont
from fonts.fontfile import checked_font
from fonts.models import Font

MOST_FACES = 200


def bring(user_id: int, *, data: bytes, file_name: str) -> Font:
    """Check a font and keep it; one that is there already stays as it is.

    Raises:
        Refusal: as `checked_font`; `fonts_full`; as `make_room`.
    """
    return _stored(user_id, checked_font(data, file_name=file_name))


@in_transaction
def _stored(user_id: int, font: CheckedFont) -> Font:
    own = Font.objects.filter(owner_id=user_id)
    known = own.filter(key=font.key).first()
    if known is not None:
        return known
    make_room(user_id, size=len(font.data))
    if (count := own.count()) >= MOST_FACES:
        raise refusal("fonts_full", count=count)
    made, _ = own.get_or_create(
        key=font.key,
        defaults={
            "owner_id": user_id,
            "name": font.name,
            "bytes": font.data,
            "size": len(font.data),
        },
    )  # another window may have brought it in this very moment
    return made


def let_go(user_id: int, key: str) -> None:
    """Forget a font; words that were written in it stay as they are."""
    Font.objects.filter(owner_id=user_id, key=key).delete()
