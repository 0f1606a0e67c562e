"""What the API answers about a drawing, from rows and values."""

from collections.abc import Mapping, Sequence
from typing import Any

from buildup import repainting
from buildup.drawing.codec import read_stored
from buildup.drawing.model import Drawing as Value
from buildup.drawing.sheet import Sheet
from buildup.edits.change import Delta
from buildup.repainting import Repaint
from buildup.view.selection import Selection, ViewRequest

from drawings.models import Drawing, Step
from drawings.selectors.history import next_steps


def step(row: Step | None) -> dict[str, Any] | None:
    """A step's number, its name and the edit that made it."""
    if row is None:
        return None
    return {"number": row.number, "name": row.name, "edit": row.command_id}


def listed(row: Step, drew: Mapping[int, str]) -> dict[str, Any]:
    """A step as the history lists it."""
    values = step(row) or {}
    return {**values, "drew": drew.get(row.number)}


Around = tuple[Step | None, Step | None]
ViewedSelection = tuple[Sequence[str], ViewRequest]
"""What is selected, and what is shown of it."""


def standing(row: Drawing, repaint: Repaint, around: Around) -> dict[str, Any]:
    """Where a drawing stands: its version, a repaint of it, and the steps around it."""
    undo, redo = around
    return {
        "version": row.version,
        "tip": row.identity,
        "repaint": repaint,
        "undo": step(undo),
        "redo": step(redo),
        "saved": row.changed,
    }


ITEMS_HERE = '"items":[]'
"""Where the stored drawables go in an opened drawing's answer."""


def opened(row: Drawing) -> dict[str, Any]:
    """Where a drawing stands, with its items still to be put in."""
    empty = Selection(items=(), frame=None, anchors=(), pegs=(), dials=())
    sheet = read_stored(Sheet, row.sheet)
    repaint = Repaint(items=(), removed=(), moves=(), sheet=sheet, selection=empty)
    return standing(row, repaint, next_steps(row))


def change(
    row: Drawing,
    delta: Delta,
    after: Value,
    viewed: ViewedSelection,
    *,
    since: int,
    around: Around,
    held: Value | None = None,
) -> dict[str, Any]:
    """What changed on a drawing since a version; `held` is the drawing as it was then, if known."""
    values = standing(row, repainting.repaint(after, delta, *viewed, held=held), around)
    return {**values, "since": since, "delta": delta.to_json()}


def card(row: Drawing) -> dict[str, Any]:
    """A drawing on the home page."""
    return {
        "id": row.pk,
        "name": row.name,
        "sheet": read_stored(Sheet, row.sheet),
        "version": row.version,
        "tip": row.identity,
        "changed": row.changed,
        "deleted": row.deleted,
    }
