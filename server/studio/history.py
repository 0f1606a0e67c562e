"""The history of a drawing: a tree of edits, of which one line is the way to the present."""

from dataclasses import dataclass

from studio.models import Drawing, Step


@dataclass(frozen=True)
class Line:
    """The numbers of the edits that led here, oldest first, and of those that redo would take."""

    done: tuple[int, ...]
    ahead: tuple[int, ...]


def line(row: Drawing) -> Line:
    """The line of history the drawing stands on."""
    edits = list(
        row.steps.filter(action=Step.EDIT).order_by("number").values_list("number", "parent")
    )
    parent_of = dict(edits)
    latest_child = {parent: number for number, parent in edits}
    done: list[int] = []
    at = row.head
    while at:
        done.append(at)
        at = parent_of[at]
    ahead: list[int] = []
    at = row.head
    while at in latest_child:
        at = latest_child[at]
        ahead.append(at)
    return Line(tuple(reversed(done)), tuple(ahead))


def next_steps(row: Drawing) -> tuple[Step | None, Step | None]:
    """The edit that undo would take back, and the one that redo would bring back."""
    edits = row.steps.filter(action=Step.EDIT).only("number", "name", "parent", "command_id")
    undo = edits.filter(number=row.head).first() if row.head else None
    redo = edits.filter(parent=row.head).order_by("-number").first()
    return undo, redo
