"""What the API answers about a drawing, from rows and values."""

from collections.abc import Sequence
from typing import Any

from buildup import host
from buildup.drawing.codec import read
from buildup.drawing.model import Drawing as Value
from buildup.drawing.model import Sheet
from buildup.edits.change import Delta

from studio.history import next_steps
from studio.models import Drawing, Step


def step(row: Step | None) -> dict[str, Any] | None:
    """A step's number and name."""
    return None if row is None else {"number": row.number, "name": row.name}


def standing(row: Drawing, picture: host.Picture) -> dict[str, Any]:
    """Where a drawing stands: its version, a picture of it, and the steps around it."""
    undo, redo = next_steps(row)
    return {
        "version": row.version,
        "picture": picture,
        "undo": step(undo),
        "redo": step(redo),
        "kept": row.changed,
    }


def change(row: Drawing, delta: Delta, after: Value, selected: Sequence[str]) -> dict[str, Any]:
    """What changed on a drawing."""
    return standing(row, host.picture(after, delta, selected))


def card(row: Drawing) -> dict[str, Any]:
    """A drawing on the home page."""
    return {
        "id": row.pk,
        "name": row.name,
        "sheet": read(Sheet, row.sheet),
        "version": row.version,
        "changed": row.changed,
    }
