"""Finding drawings and pictures: every query is scoped to its owner."""

from buildup.errors import Refusal
from common.messages import refusal
from django.db.models import QuerySet

from drawings.models import Drawing


def of_owner(user_id: int) -> QuerySet[Drawing]:
    """The drawings of one person that are not deleted."""
    return Drawing.objects.filter(owner_id=user_id, deleted=None)


def found(user_id: int, drawing_id: int) -> Drawing:
    """One drawing of a person.

    Raises:
        Refusal: `unknown_drawing`, also when it is another's or deleted.
    """
    return _one(of_owner(user_id), drawing_id)


def locked(user_id: int, drawing_id: int) -> Drawing:
    """The same, locked for the running transaction."""
    return _one(of_owner(user_id).select_for_update(), drawing_id)


def binned(user_id: int) -> QuerySet[Drawing]:
    """What lies in the bin of one person, what was put there last first."""
    return Drawing.objects.filter(owner_id=user_id, deleted__isnull=False).order_by(
        "-deleted", "-id"
    )


def _one(drawings: QuerySet[Drawing], drawing_id: int) -> Drawing:
    row = drawings.filter(pk=drawing_id).first()
    if row is None:
        raise unknown_drawing()
    return row


def unknown_drawing() -> Refusal:
    """The refusal for a drawing that is not there."""
    return refusal("unknown_drawing")
