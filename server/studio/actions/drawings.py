"""Make, name, copy, delete and restore drawings."""

from buildup.drawing.checks import check_name
from buildup.drawing.codec import read_kept, write
from buildup.drawing.model import Drawing as Value
from buildup.drawing.sheet import Sheet
from buildup.drawing.soundsheet import check_sheet
from django.utils import timezone

from studio.actions.turns import in_turn
from studio.finding import found, locked, unknown_drawing
from studio.models import Drawing, Item, Step
from studio.store import batches, write_items


@in_turn
def make(user_id: int, *, name: str, sheet: Sheet) -> Drawing:
    """A new drawing, with an empty layer.

    Raises:
        Refusal: a name or a sheet that cannot be used.
    """
    check_name(name)
    begin = Value(check_sheet(sheet))
    row = Drawing.objects.create(owner_id=user_id, name=name.strip(), sheet=write(begin.sheet))
    write_items(row, begin)
    return row


@in_turn
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


@in_turn
def duplicate(user_id: int, drawing_id: int) -> Drawing:
    """A copy with items and history.

    Raises:
        Refusal: `unknown_drawing`.
    """
    row = locked(user_id, drawing_id)
    original_id = row.pk
    name = f"{row.name[:110]} copy"
    copy = Drawing.objects.create(
        owner_id=user_id,
        name=name,
        sheet=write(read_kept(Sheet, row.sheet)),
        version=row.version,
        head=row.head,
        tip=row.tip,
    )
    items, steps = list(Item.objects.filter(drawing_id=original_id)), list(row.steps.all())
    for item in items:
        item.pk, item.drawing = None, copy
    for step in steps:
        step.pk, step.drawing = None, copy
    for some in batches(items, lambda i: len(i.body) + len(i.shown)):
        Item.objects.bulk_create(some)
    for lot in batches(steps, lambda s: len(f"{s.command}{s.change}{s.inverse}")):
        Step.objects.bulk_create(lot)
    return copy


def delete(user_id: int, drawing_id: int) -> None:
    """Take a drawing out of sight; it can be restored.

    Raises:
        Refusal: `unknown_drawing`.
    """
    row = found(user_id, drawing_id)
    row.deleted = timezone.now()
    row.save(update_fields=["deleted"])


def restore(user_id: int, drawing_id: int) -> Drawing:
    """Bring a deleted drawing back.

    Raises:
        Refusal: `unknown_drawing`.
    """
    row = Drawing.objects.filter(owner_id=user_id, pk=drawing_id).first()
    if row is None:
        raise unknown_drawing()
    row.deleted = None
    row.save(update_fields=["deleted"])
    return row
