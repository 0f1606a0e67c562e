"""Drawings as values of the core, read from the tables and kept in memory between requests.

The memory is only a shortcut: a value is used when its version is that of the row, and otherwise
brought up to date by the steps since, so several server processes agree. What one answer says is
read in one moment: inside `snapshot`, or with the drawing's row locked.
"""

import json
from collections import OrderedDict
from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from functools import cache
from threading import Lock
from typing import TypeVar

from buildup.drawing.codec import may_be_empty, read_stored, write, write_item
from buildup.drawing.items import Items
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.drawing.tree import Tree
from buildup.edits.change import Delta, chained_json, updated
from buildup.errors import Refusal
from buildup.repainting import changed_items
from buildup.view.drawables import drawable
from common.messages import refusal
from django.db import connection, transaction
from django.db.models import Model

from drawings import models
from drawings.ranks import new_ranks

T = TypeVar("T")
Columns = dict[str, str | float]
"""What is written of an item, by column."""

MOST_KEPT = 16
"""Drawings kept in memory by one process."""
MOST_ROWS = 200
"""Rows that one statement writes."""
FEW = 4
"""Items that are updated one by one; more of them go in bulk, at the price of three queries."""
MOST_STEPS_BEHIND = 64
"""A value further behind than this is read anew."""


class Astray(Exception):
    """Rows that were to be changed are not there: what was remembered is not what is stored."""


_kept: OrderedDict[int, tuple[int, str, Drawing]] = OrderedDict()
"""By the drawing's number: the version, its identity, the value."""
_lock = Lock()


@contextmanager
def snapshot() -> Iterator[None]:
    """One moment of the store: all that is read inside agrees, whatever is written meanwhile."""
    if connection.in_atomic_block:
        yield
        return
    with connection.cursor() as cursor:
        cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ")  # of the next one only
    with transaction.atomic():
        yield


def value_of(row: models.Drawing) -> Drawing:
    """The drawing of a row, at the row's version; inside `snapshot` or with the row locked."""
    with _lock:
        kept = _kept.get(row.pk)
    if kept is not None:
        version, identity, drawing = kept
        if version == row.version and identity == row.identity:
            return drawing
        if 0 < row.version - version <= MOST_STEPS_BEHIND:
            since = _delta_from(row, version, identity)
            try:
                drawing = drawing if since is None else updated(drawing, since)
            except (KeyError, Refusal):
                return _anew(row)  # what was remembered was wrong
            if since is not None:
                remember(row, drawing)
                return drawing
    return _anew(row)


def _delta_from(row: models.Drawing, version: int, identity: str) -> Delta | None:
    """What changed since a version, in one question; None: that is no version of the drawing."""
    steps = row.steps.filter(number__gte=version, number__lte=row.version).order_by("number")
    values = list(steps.values_list("number", "command_id", "change"))
    begin = (0, row.origin) if version == 0 else values[0][:2] if values else None
    if begin != (version, identity):
        return None
    return chained_json(change for number, _, change in values if number > version)


def was_at(row: models.Drawing, version: int, identity: str) -> bool:
    """Whether a drawing is, or was, at a version: that one, and not another of the same number."""
    if version == row.version:
        return identity == row.identity
    if version == 0:
        return identity == row.origin
    return row.steps.filter(number=version, command_id=identity).exists()


def _anew(row: models.Drawing) -> Drawing:
    drawing = _read(row)
    remember(row, drawing)
    return drawing


def delta_since(row: models.Drawing, version: int) -> Delta:
    """What changed between a version and the row's."""
    steps = row.steps.filter(number__gt=version, number__lte=row.version).order_by("number")
    return chained_json(steps.values_list("change", flat=True))


def remember(row: models.Drawing, drawing: Drawing) -> None:
    """Keep a value for the next request."""
    with _lock:
        _kept[row.pk] = (row.version, row.identity, drawing)
        _kept.move_to_end(row.pk)
        while len(_kept) > MOST_KEPT:
            _kept.popitem(last=False)


def forget(drawing_id: int) -> None:
    """Read a drawing anew at the next request."""
    with _lock:
        _kept.pop(drawing_id, None)


def forget_all() -> None:
    """Empty the memory (tests start from nothing)."""
    with _lock:
        _kept.clear()


def write_delta(row: models.Drawing, before: Drawing, delta: Delta) -> Drawing:
    """Write what a delta touches, inside the caller's transaction; the drawing after it.

    Raises:
        Astray: some of what it touches is not stored.
    """
    after = updated(before, delta)
    if delta.sheet is not None:
        row.sheet = write(delta.sheet)
    if delta.removed:
        gone, _ = row.items.filter(item__in=delta.removed).delete()
        if gone < len(set(delta.removed) & set(before.items)):
            raise Astray
    positions = _places(row, after, delta)
    texts = [_texts(after, i) for i in changed_items(after, delta, before=before.tree)]
    new = [t for t in texts if t["item"] not in before.items]
    _create(row, [t | positions.pop(str(t["item"])) for t in new])
    _rewrite(row, [t for t in texts if t["item"] in before.items], positions)
    transaction.on_commit(lambda: remember(row, after))
    return after


def write_items(row: models.Drawing, drawing: Drawing) -> None:
    """Write all items of a new drawing, and what they take."""
    tree = drawing.tree
    columns: list[Columns] = [
        _texts(drawing, i) | {"parent": c, "rank": float(n)}
        for c in ("", *tree.below())
        for n, i in enumerate(tree.children(c))
    ]
    _create(row, columns)
    row.size += sum(_size(c) for c in columns)
    row.save(update_fields=["size"])


def copy_rows(model: type[Model], source: models.Drawing, copy: models.Drawing) -> None:
    """Give a drawing what another one has in a table, without reading it; that one is locked."""
    quoted = connection.ops.quote_name
    fields = [f for f in model._meta.local_concrete_fields if f.name != "drawing"]
    columns = ", ".join(quoted(f.column or "") for f in fields if not f.primary_key)
    table = quoted(model._meta.db_table)
    with connection.cursor() as cursor:
        cursor.execute(
            f"INSERT INTO {table} (drawing_id, {columns})"  # noqa: S608 (names of our own columns)
            f" SELECT %s, {columns} FROM {table} WHERE drawing_id = %s",
            [copy.pk, source.pk],
        )


def write_shown(row: models.Drawing) -> int:
    """Write anew how the items of a drawing are drawn, from what they are; how many there are."""
    drawing = _read(row)
    shown: dict[str, Columns] = {i: {"shown": shown_text(drawing, i)} for i in drawing.items}
    _rewrite_in_bulk(row, ["shown"], shown)
    return len(shown)


def _create(row: models.Drawing, columns: list[Columns]) -> None:
    for batch in batches(columns, _size):
        models.Item.objects.bulk_create(models.Item(drawing=row, **c) for c in batch)


def _places(row: models.Drawing, after: Drawing, delta: Delta) -> dict[str, Columns]:
    """The container and the rank of each item that came to lie elsewhere."""

    def known(ids: Sequence[str]) -> dict[str, float]:
        return dict(row.items.filter(item__in=ids).values_list("item", "rank"))

    moved = {m[0] for m in delta.moves if m[0] in after.items}
    ranks: dict[str, float] = {}
    for container in {after.tree.container(i) for i in moved}:
        ranks |= new_ranks(after.tree.children(container), moved, known)
    return {i: {"parent": after.tree.container(i), "rank": r} for i, r in ranks.items()}


def write_step(row: models.Drawing, step: models.Step) -> None:
    """Write a new step, and add what it takes to the drawing's row, which the caller saves.

    Raises:
        Refusal: `too_large` when the database would not take it at once.
    """
    texts = (step.command, step.change, step.inverse)
    size = sum(len(json.dumps(t)) for t in texts)
    if size > most_at_once():
        raise refusal("too_large")
    step.save(force_insert=True)
    row.size += size


@cache
def most_at_once() -> int:
    """Characters that one statement may carry: escaping makes at most three bytes of one."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT @@max_allowed_packet")
        return int(cursor.fetchone()[0]) // 3 - 10_000


def batches(rows: Sequence[T], size: Callable[[T], int]) -> Iterator[list[T]]:
    """Rows in lots that one statement may carry."""
    lot: list[T] = []
    full = 0
    for row in rows:
        if lot and (full + size(row) > most_at_once() or len(lot) == MOST_ROWS):
            yield lot
            lot, full = [], 0
        lot.append(row)
        full += size(row)
    if lot:
        yield lot


def _size(values: Mapping[str, object]) -> int:
    return sum(len(str(v)) for v in values.values())


def places_in(row: models.Drawing) -> list[tuple[str, str]]:
    """The items of a drawing, each with its container; those of a container from back to front."""
    return list(row.items.order_by("parent", "rank").values_list("item", "parent"))


def shown_of(row: models.Drawing, items: Sequence[str]) -> list[str]:
    """How the canvas draws some items, as it is stored: drawables as JSON, in the given order."""
    stored = dict(row.items.filter(item__in=items).values_list("item", "shown"))
    return [stored[i] for i in items]


def _texts(drawing: Drawing, item_id: str) -> Columns:
    body = json.dumps(write_item(drawing.items[item_id]))
    return {"item": item_id, "body": body, "shown": shown_text(drawing, item_id)}


def shown_text(drawing: Drawing, item_id: str) -> str:
    """How the canvas draws an item, as it is kept."""
    return json.dumps(write(drawable(drawing, item_id), defaults=True))


def _rewrite(row: models.Drawing, texts: list[Columns], positions: dict[str, Columns]) -> None:
    """Update items that exist: their texts, and the places of those that moved."""
    for names, wanted in (
        (["body", "shown"], {str(t["item"]): t for t in texts}),
        (["parent", "rank"], positions),
    ):
        if not wanted:
            continue
        if len(wanted) > FEW:
            _rewrite_in_bulk(row, names, wanted)
            continue
        for item_id, values in wanted.items():
            if not row.items.filter(item=item_id).update(**{n: values[n] for n in names}):
                raise Astray


def _rewrite_in_bulk(row: models.Drawing, names: list[str], wanted: Mapping[str, Columns]) -> None:
    rows = list(row.items.filter(item__in=wanted).only("id", "item"))
    if len(rows) < len(wanted):
        raise Astray
    for item in rows:
        for name in names:
            setattr(item, name, wanted[item.item][name])
    for batch in batches(rows, lambda r: _size(wanted[r.item])):
        models.Item.objects.bulk_update(batch, names)


def _read(row: models.Drawing) -> Drawing:
    stored = list(row.items.order_by("parent", "rank").values_list("item", "parent", "body"))
    tree = Tree.of(
        ((item_id, parent) for item_id, parent, _ in stored),
        (item_id for item_id, _, body in stored if may_be_empty(body)),
    )
    items = Items({item_id: body for item_id, _, body in stored})
    return Drawing(read_stored(Sheet, row.sheet), items, tree)
