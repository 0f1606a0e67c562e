"""What was deleted lies in the bin for some weeks; then, or when somebody says so, it is gone."""

from collections.abc import Iterable
from datetime import datetime

from accounts.models import User
from buildup.drawing.clips import read_clip
from common.retries import in_transaction
from references.models import Picture

from drawings.models import Drawing, PictureUse
from drawings.selectors.lookup import binned, unknown_drawing


def empty(user_id: int) -> int:
    """Delete all that lies in a bin for good; how many drawings that were."""
    return _gone(binned(user_id).values_list("pk", flat=True))


def delete_for_good(user_id: int, drawing_id: int) -> None:
    """Delete one drawing for good.

    Raises:
        Refusal: `unknown_drawing` where it is not in the bin.
    """
    if not _gone(binned(user_id).filter(pk=drawing_id).values_list("pk", flat=True)):
        raise unknown_drawing()


def purge(before: datetime) -> int:
    """Delete for good what was put into any bin before a time; how many drawings that were."""
    return _gone(Drawing.objects.filter(deleted__lt=before).values_list("pk", flat=True))


def _gone(ids: Iterable[int]) -> int:
    return sum(_one_gone(pk) for pk in list(ids))


def _on_shelf(owner: User) -> set[int]:
    """The pictures that outlines on the shelf of a person show."""
    rows = owner.shelf_entries.filter(clip__contains='"picture"').values_list("clip", flat=True)
    return {n for clip in rows for n in read_clip(clip).drawing().pictures}


@in_transaction
def _one_gone(drawing_id: int) -> bool:
    """A drawing and all of it, with the pictures that no other one uses; False: it came back."""
    row = Drawing.objects.select_for_update().filter(pk=drawing_id, deleted__isnull=False).first()
    if row is None:
        return False
    owner = row.owner
    used = list(row.pictures_used.values_list("picture", flat=True))
    row.delete()
    held = Picture.objects.select_for_update().filter(pk__in=used).values_list("pk", flat=True)
    still = PictureUse.objects.filter(picture__in=used).values_list("picture", flat=True)
    Picture.objects.filter(pk__in=set(held) - set(still) - _on_shelf(owner)).delete()
    return True
