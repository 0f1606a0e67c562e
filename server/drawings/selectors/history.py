"""The history of a drawing: a tree of edits, of which one line is the way to the present.

Nothing here reads the whole of it: the line is walked in lots, as far as somebody asks.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import islice, takewhile

from buildup.edits.apply import DRAWING_ON
from django.db.models import QuerySet
from django.db.models.fields.json import KT

from drawings.models import Drawing, Step

FIRST_LOT, LOT = 2, 1_000
"""Edits read at a time while walking back: few for one step, more the farther it goes."""
PAGE = 100
"""Steps that are listed at a time."""


@dataclass(frozen=True)
class Page:
    """Some steps of the line, oldest first, and whether there are more on either side.

    By its number, of a step that drew on at an outline, the outline.
    """

    steps: list[Step]
    drew: dict[int, str]
    earlier: bool
    later: bool


def edits_of(row: Drawing) -> QuerySet[Step]:
    """The edits of a drawing, on whatever branch."""
    return row.steps.filter(action=Step.EDIT)


def back(row: Drawing, start: int) -> Iterator[int]:
    """The numbers of an edit and of those it stands on, back to the first one."""
    at, size = start, FIRST_LOT
    while at:
        pairs = edits_of(row).filter(number__lte=at).order_by("-number")
        lot = dict(pairs.values_list("number", "parent")[:size])
        size = min(2 * size, LOT)
        if at not in lot:
            return
        while at in lot:
            yield at
            at = lot[at]


def ahead(row: Drawing, start: int) -> Iterator[int]:
    """The numbers of the edits that redo would bring back after one, in that order."""
    following = edits_of(row).filter(parent=start).order_by("-number")
    at = following.values_list("number", flat=True).first()
    while at is not None:
        yield at
        following = edits_of(row).filter(parent=at).order_by("-number")
        at = following.values_list("number", flat=True).first()


def steps_back(row: Drawing, target: int) -> list[int] | None:
    """The edits to take back, newest first, to get from the head to one; None: it is not there."""
    passed: list[int] = []
    for number in back(row, row.head):
        if number <= target:
            return passed if number == target else None
        passed.append(number)
    return passed if target == 0 else None


def steps_ahead(row: Drawing, target: int) -> list[int] | None:
    """The edits to bring back, oldest first, to get from the head to one; None likewise."""
    passed = list(takewhile(lambda n: n > row.head, back(row, target)))
    if not passed:
        return None
    stands_on = edits_of(row).filter(number=passed[-1]).values_list("parent", flat=True).first()
    return passed[::-1] if stands_on == row.head else None


def page(row: Drawing, *, before: int | None = None, after: int | None = None) -> Page:
    """Steps around the head; with `before` or `after`, those next to that one on its side."""
    done: list[int] = []
    coming: list[int] = []
    if after is None:
        start = row.head if before is None else _parent(row, before)
        done = list(islice(back(row, start), PAGE + 1))
    if before is None:
        coming = list(islice(ahead(row, row.head if after is None else after), PAGE + 1))
    numbers = [*reversed(done[:PAGE]), *coming[:PAGE]]
    named = edits_of(row).filter(number__in=numbers).only("number", "name", "command_id")
    steps = {step.number: step for step in named}
    drawing_on = edits_of(row).filter(number__in=numbers, command__kind__in=DRAWING_ON)
    drew = dict(drawing_on.values_list("number", KT("command__item")))
    return Page([steps[n] for n in numbers], drew, len(done) > PAGE, len(coming) > PAGE)


def _parent(row: Drawing, number: int) -> int:
    found = edits_of(row).filter(number=number).values_list("parent", flat=True).first()
    return found or 0


def next_steps(row: Drawing) -> tuple[Step | None, Step | None]:
    """The edit that undo would take back, and the one that redo would bring back."""
    edits = edits_of(row).only("number", "name", "parent", "command_id")
    undo = edits.filter(number=row.head).first() if row.head else None
    redo = edits.filter(parent=row.head).order_by("-number").first()
    return undo, redo
