"""A drawing as it is opened: where it stands, its containers, then what is drawn, page by page.

All of it is of one moment, and is read while it goes out, so that the first page is shown while
the last one is read. The lines are JSON: a board, then lists of drawables, then how many there are.
"""

import json
from collections.abc import Iterator, Sequence

from drawings import models, store
from drawings import serializers as answers
from drawings.schema import Board
from drawings.selectors.lookup import found

PAGE = 1_000
"""Items of a page; a drawing with no more of them comes as one."""


def whole(person: int, drawing: int) -> str:
    """A board with all that is drawn on it.

    Raises:
        Refusal: there is none that this person may see.
    """
    with store.snapshot():
        row = found(person, drawing)
        places = store.places_in(row)
        pages = _pages(row, [i for ids in in_order(places) for i in ids])
        return _board(row, places, [d for page in pages for d in page])


def lines_of(person: int, drawing: int) -> Iterator[str]:
    """The lines of a drawing, each with its end; the first one is read at once.

    Raises:
        Refusal: there is none that this person may see.
    """
    lines = _lines(person, drawing)
    return _begun(next(lines), lines)


def _begun(first: str, lines: Iterator[str]) -> Iterator[str]:
    yield first
    yield from lines


def _lines(person: int, drawing: int) -> Iterator[str]:
    with store.snapshot():
        row = found(person, drawing)
        places = store.places_in(row)
        containers, drawn = in_order(places)
        first, later = (containers, drawn) if len(places) > PAGE else ([*containers, *drawn], [])
        yield _board(row, places, [d for page in _pages(row, first) for d in page]) + "\n"
        for page in _pages(row, later):
            yield _listed(page) + "\n"
    yield json.dumps({"count": len(places)}) + "\n"


def _pages(row: models.Drawing, items: Sequence[str]) -> Iterator[list[str]]:
    """How some items are drawn, as it is stored, without reading it."""
    for n in range(0, len(items), PAGE):
        yield store.shown_of(row, items[n : n + PAGE])


def in_order(places: Sequence[tuple[str, str]]) -> tuple[list[str], list[str]]:
    """What holds something, and what does not, from back to front.

    Args:
        places: each item with its container, those of a container from back to front.
    """
    rows: dict[str, list[str]] = {}
    for item, container in places:
        rows.setdefault(container, []).append(item)
    containers: list[str] = []
    drawn: list[str] = []
    waiting = rows.get("", [])[::-1]
    while waiting:
        item = waiting.pop()
        inside = rows.get(item)
        (drawn if inside is None else containers).append(item)
        waiting.extend(reversed(inside or ()))
    return containers, drawn


def _listed(drawables: list[str]) -> str:
    return f"[{','.join(drawables)}]"


def _board(row: models.Drawing, places: list[tuple[str, str]], drawables: list[str]) -> str:
    board = Board(id=row.pk, name=row.name, places=places, **answers.opened(row))
    items = f'"items":{_listed(drawables)}'
    return board.model_dump_json().replace(answers.ITEMS_HERE, items, 1)
