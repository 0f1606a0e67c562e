"""Drawings as values of the core, read from the tables and kept in memory between requests.

The memory is only a shortcut: a value is used when its version is that of the row, and otherwise
brought up to date by the steps since, so several server processes agree.
"""

from collections import OrderedDict
from threading import Lock

from buildup.drawing.codec import read, read_item, write, write_item
from buildup.drawing.model import Drawing, Sheet
from buildup.edits.change import Delta, updated
from django.db import transaction

from studio import models
from studio.ranks import new_ranks

MOST_KEPT = 16
"""Drawings kept in memory by one process."""
MOST_STEPS_BEHIND = 64
"""A value further behind than this is read anew."""

_kept: OrderedDict[int, tuple[int, Drawing]] = OrderedDict()
_lock = Lock()


def value_of(row: models.Drawing) -> Drawing:
    """The drawing of a row, at the row's version."""
    with _lock:
        kept = _kept.get(row.pk)
    if kept is not None:
        version, drawing = kept
        if version == row.version:
            return drawing
        if 0 < row.version - version <= MOST_STEPS_BEHIND:
            drawing = updated(drawing, delta_since(row, version))
            remember(row.pk, row.version, drawing)
            return drawing
    drawing = _read(row)
    remember(row.pk, row.version, drawing)
    return drawing


def delta_since(row: models.Drawing, version: int) -> Delta:
    """What changed between a version and the row's."""
    steps = row.steps.filter(number__gt=version, number__lte=row.version).order_by("number")
    total = Delta()
    for change in steps.values_list("change", flat=True):
        total = total.then(Delta.from_json(change))
    return total


def remember(drawing_id: int, version: int, drawing: Drawing) -> None:
    """Keep a value for the next request."""
    with _lock:
        _kept[drawing_id] = (version, drawing)
        _kept.move_to_end(drawing_id)
        while len(_kept) > MOST_KEPT:
            _kept.popitem(last=False)


def forget_all() -> None:
    """Empty the memory (tests start from nothing)."""
    with _lock:
        _kept.clear()


def write_delta(row: models.Drawing, before: Drawing, delta: Delta) -> Drawing:
    """Write what a delta touches, inside the caller's transaction; the drawing after it."""
    after = updated(before, delta)
    if delta.sheet is not None:
        row.sheet = write(delta.sheet)
    if delta.removed:
        row.items.filter(item__in=delta.removed).delete()
    bodies = {i.id: write_item(i) for i in delta.put}
    ranks: dict[str, float] = {}
    if after.order != before.order:
        ranks = new_ranks(dict(row.items.values_list("item", "rank")), after.order)
    new = [i for i in bodies if i not in before.items]
    models.Item.objects.bulk_create(
        models.Item(drawing=row, item=i, rank=ranks.pop(i), body=bodies.pop(i)) for i in new
    )
    _rewrite(row, bodies, ranks)
    transaction.on_commit(lambda: remember(row.pk, row.version, after))
    return after


def _rewrite(row: models.Drawing, bodies: dict[str, object], ranks: dict[str, float]) -> None:
    """Update items that exist: one query for a few, in bulk for many."""
    touched = [*bodies, *(i for i in ranks if i not in bodies)]
    if not touched:
        return
    rows = list(row.items.filter(item__in=touched).only("id", "item"))
    for item in rows:
        if item.item in bodies:
            item.body = bodies[item.item]
        if item.item in ranks:
            item.rank = ranks[item.item]
    for names in (["body"], ["rank"], ["body", "rank"]):
        some = [
            r
            for r in rows
            if [n for n, m in (("body", bodies), ("rank", ranks)) if r.item in m] == names
        ]
        if some:
            models.Item.objects.bulk_update(some, names, batch_size=200)


def _read(row: models.Drawing) -> Drawing:
    stored = list(row.items.order_by("rank").values_list("item", "body"))
    items = {item_id: read_item(body) for item_id, body in stored}
    return Drawing(read(Sheet, row.sheet), items, tuple(item_id for item_id, _ in stored))
