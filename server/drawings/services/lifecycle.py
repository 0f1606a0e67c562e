"""Make, name, copy, delete and restore drawings; for good they go in `bin`."""

from dataclasses import replace

from accounts.services.quota import make_room
from buildup.drawing.checks import check_name
from buildup.drawing.codec import read_stored, write
from buildup.drawing.model import Drawing as Value
from buildup.drawing.sheet import Sheet
from buildup.drawing.sheetchecks import check_sheet
from common.retries import in_transaction
from django.utils import timezone

from drawings.models import Drawing, Item, PictureUse, Step, Thumbnail
from drawings.selectors.lookup import binned, found, locked
from drawings.store import copy_rows, write_items


@in_transaction
def make(user_id: int, *, name: str, sheet: Sheet) -> Drawing:
    """A new drawing, with an empty layer.

    Raises:
        Refusal: a name or a sheet that cannot be used; as `make_room`.
    """
    check_name(name)
    begin = Value(check_sheet(sheet))
    make_room(user_id, drawings=1)
    return written(user_id, name.strip(), begin)


def written(user_id: int, name: str, value: Value) -> Drawing:
    """A new drawing of a value, inside the caller's transaction; pictures to trace stay behind."""
    sheet = replace(value.sheet, references=())
    row = Drawing.objects.create(owner_id=user_id, name=name, sheet=write(sheet))
    write_items(row, value)
    uses = [PictureUse(picture_id=number, drawing=row) for number in value.pictures]
    PictureUse.objects.bulk_create(uses)
    return row


@in_transaction
def rename(user_id: int, drawing_id: int, *, name: str) -> Drawing:
    """Give a drawing another name.

    Raises:
        Refusal: a name that cannot be used, or `unknown_drawing`.
    """
    check_name(name)
    row = locked(user_id, drawing_id)
    row.name = name.strip()
    row.save(update_fields=["name"])
    return row


@in_transaction
def duplicate(user_id: int, drawing_id: int) -> Drawing:
    """A copy with items and history, made in the store.

    Raises:
        Refusal: `unknown_drawing`; as `make_room`.
    """
    row = locked(user_id, drawing_id)
    make_room(user_id, drawings=1, size=row.size)
    copy = Drawing.objects.create(
        owner_id=user_id,
        name=f"{row.name[:110]} copy",
        sheet=write(read_stored(Sheet, row.sheet)),
        version=row.version,
        head=row.head,
        tip=row.tip,
        size=row.size,
    )
    for model in (Item, Step, PictureUse, Thumbnail):
        copy_rows(model, row, copy)
    return copy


def delete(user_id: int, drawing_id: int) -> None:
    """Put a drawing into the bin.

    Raises:
        Refusal: `unknown_drawing`.
    """
    row = found(user_id, drawing_id)
    row.deleted = timezone.now()
    row.save(update_fields=["deleted"])


def restore(user_id: int, drawing_id: int) -> Drawing:
    """Bring a drawing back from the bin; one that is not in there stays as it is.

    Raises:
        Refusal: `unknown_drawing`.
    """
    binned(user_id).filter(pk=drawing_id).update(deleted=None)
    return found(user_id, drawing_id)
