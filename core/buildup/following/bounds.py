"""Where the formulas of a drawing lie: each with the number that follows it, by its path.

A path names a number from the item that has it: `dials.radius`, `style.strokes.0.width`,
`contours.0.anchors.3.corner.radius`; or from the sheet: `guides.1.x`. `frame.nw.x` is the position
of a place of the item's frame, `frame.nw.width` its width while that place stays.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from functools import partial
from typing import Any

from buildup.contours.follows import PLACED, Follow, Follows
from buildup.drawing.items import Items
from buildup.drawing.itemtypes import Assembly, Item, Outline, Shape, finish_of
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Gradient, Paint
from buildup.drawing.sheet import Sheet
from buildup.forms.frames import SPOTS, standing_of
from buildup.shapes.registry import dials_of

SHEET = ""
"""Stands for the sheet where an item's id is asked for."""
WORD = '"follows"'
"""What the text of an item holds in which something follows a formula."""


@dataclass(frozen=True, slots=True)
class Bound:
    """A number that follows a formula.

    Args:
        item: whose; `SHEET` for the sheet.
        path: which number.
        formula: what it follows.
        unit: in which lengths without a unit were typed.

    """

    item: str
    path: str
    formula: str
    unit: str


def bounds_in(value: Item | Sheet) -> tuple[Bound, ...]:
    """What follows a formula in an item, or of the sheet, in the order in which it lies there."""
    holder = SHEET if isinstance(value, Sheet) else value.id
    return tuple(
        Bound(holder, f"{prefix}.{f.field}" if prefix else f.field, f.formula, f.unit)
        for prefix, held in _holders(value)
        for f in held.follows
    )


def bounds_of(drawing: Drawing) -> Mapping[str, tuple[Bound, ...]]:
    """What follows a formula, by item; the sheet's as that of `SHEET`."""
    found = {SHEET: bounds_in(drawing.sheet)}
    for item in _may_follow(drawing):
        own = drawing.known(_bounds_known, item.id)
        if own:
            found[item.id] = own
    return found


def follows_any(drawing: Drawing, ids: Iterable[str]) -> bool:
    """Whether any number of some items follows a formula."""
    return drawing.sheet.parametric and any(drawing.known(_bounds_known, i) for i in ids)


def _bounds_known(drawing: Drawing, item_id: str) -> tuple[Bound, ...]:
    return bounds_in(drawing.items[item_id])


def _may_follow(drawing: Drawing) -> Iterator[Item]:
    held = drawing.items
    if isinstance(held, Items):
        return held.holding(WORD)
    return iter(held.values())


def _holders(value: Item | Sheet) -> Iterator[tuple[str, Any]]:
    """Whatever may have numbers that follow, each with its path."""
    yield "", value
    if isinstance(value, Sheet):
        yield from ((f"guides.{n}", g) for n, g in enumerate(value.guides))
        return
    style = getattr(value, "style", None)
    if style is not None:
        yield from _stops("style.fill", style.fill)
        for n, stroke in enumerate(style.strokes):
            yield f"style.strokes.{n}", stroke
            yield from _stops(f"style.strokes.{n}.paint", stroke.paint)
    finish = "style.finish" if style is not None else "finish"
    yield from ((f"{finish}.effects.{n}", e) for n, e in enumerate(finish_of(value).effects))
    if isinstance(value, Assembly):
        yield from ((f"corners.{n}.corner", c.corner) for n, c in enumerate(value.corners))
    if isinstance(value, Outline):
        for c, contour in enumerate(value.contours):
            for n, anchor in enumerate(contour.anchors):
                if anchor.follows:
                    yield f"contours.{c}.anchors.{n}", anchor
                if anchor.corner is not None and anchor.corner.follows:
                    yield f"contours.{c}.anchors.{n}.corner", anchor.corner


def _stops(path: str, paint: Paint | None) -> Iterator[tuple[str, Any]]:
    if isinstance(paint, Gradient):
        yield from ((f"{path}.stops.{n}", s) for n, s in enumerate(paint.stops))


def number_at(drawing: Drawing, item_id: str, path: str) -> float | None:
    """The number at a path; None: there is none.

    Args:
        drawing: the drawing.
        item_id: whose number; `SHEET` for the sheet.
        path: which.

    """
    if item_id != SHEET and item_id not in drawing.items:
        return None
    if path.startswith(PLACED):
        return _placed(drawing, item_id, path) if item_id != SHEET else None
    value: Any = drawing.sheet if item_id == SHEET else drawing.items[item_id]
    parts = path.split(".")
    if isinstance(value, Shape) and parts[0] == "dials":
        return dials_of(value).get(".".join(parts[1:]))
    for part in parts:
        value = _part(value, part)
        if value is None:
            return None
    number = not isinstance(value, bool) and isinstance(value, int | float)
    return float(value) if number else None


def _placed(drawing: Drawing, item_id: str, path: str) -> float | None:
    _, spot, what = path.split(".") if path.count(".") == 2 else ("", "", "")
    box = standing_of(drawing, (item_id,)) if spot in SPOTS else None
    if box is None:
        return None
    at = box.spot(spot)  # type: ignore[arg-type]
    numbers = {
        "x": at.real,
        "y": at.imag,
        "width": box.width,
        "height": box.height,
        "angle": box.angle,
    }
    return numbers.get(what)


def _part(value: Any, part: str) -> Any:
    if isinstance(value, complex):
        return {"x": value.real, "y": value.imag}.get(part)
    if isinstance(value, tuple):
        return value[int(part)] if part.isdecimal() and int(part) < len(value) else None
    return None if part.startswith("_") else getattr(value, part, None)


def replaced_at(value: Any, path: str, change: Any) -> Any:
    """A value with another one at a path in it.

    Args:
        value: of the drawing.
        path: an existing one; empty for the value itself.
        change: what makes the new value of the old one.

    """
    first, _, rest = path.partition(".")
    if not first:
        return change(value)
    if isinstance(value, complex):
        number = change(value.real if first == "x" else value.imag)
        return complex(number, value.imag) if first == "x" else complex(value.real, number)
    if isinstance(value, tuple):
        at = int(first)
        return (*value[:at], replaced_at(value[at], rest, change), *value[at + 1 :])
    return replace(value, **{first: replaced_at(getattr(value, first), rest, change)})


def holder_of(value: Item | Sheet, path: str) -> tuple[str, str]:
    """Where the formula of a number lies: the path of what holds it, and its name from there."""
    parts = path.split(".")
    for end in range(len(parts) - 1, 0, -1):
        held: Any = value
        for part in parts[:end]:
            held = _part(held, part)
        if hasattr(held, "follows"):
            return ".".join(parts[:end]), ".".join(parts[end:])
    return "", path


def followed_as(follows: Follows, follow: Follow | None, field: str) -> Follows:
    """What numbers follow, once one of them follows something else, or nothing."""
    others = tuple(f for f in follows if f.field != field)
    return others if follow is None else (*others, follow)


def refollowed(value: Any, change: Callable[[Follow], Follow | None]) -> Any:
    """An item, or the sheet, with other formulas; None: the number follows nothing any more."""
    for path in dict.fromkeys(prefix for prefix, held in _holders(value) if held.follows):
        value = replaced_at(value, path, partial(_with_follows, change))
    return value


def _with_follows(change: Callable[[Follow], Follow | None], held: Any) -> Any:
    changed = (change(f) for f in held.follows)
    return replace(held, follows=tuple(f for f in changed if f is not None))
