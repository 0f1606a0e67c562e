"""Finding pictures: every query is scoped to its owner."""

from common.messages import refusal

from references.models import Picture


def picture_of(user_id: int, number: int) -> Picture:
    """One of a person's pictures.

    Raises:
        Refusal: `unknown_picture`.
    """
    row = Picture.objects.filter(pk=number, owner_id=user_id).first()
    if row is None:
        raise refusal("unknown_picture")
    return row
