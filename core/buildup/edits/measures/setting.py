"""The edit that sets a number which follows a formula: the one that typing the number makes."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Any

from buildup.contours.anchors import Anchor
from buildup.contours.follows import PLACED
from buildup.drawing.itemtypes import (
    Assembly,
    BlendEffect,
    Frame,
    Item,
    OffsetEffect,
    Outline,
    Shape,
    TextItem,
)
from buildup.drawing.model import Drawing
from buildup.edits.anchors.anchoredits import PlaceAnchor
from buildup.edits.assemblies.results import SetResult
from buildup.edits.change import Delta
from buildup.edits.command import Command
from buildup.edits.items.placing import PlaceItems, pivot
from buildup.edits.outlines.cornering import SetCorners
from buildup.edits.paint.gradients import SetGradient
from buildup.edits.paint.styling import (
    SetEffects,
    SetFillOpacity,
    SetOpacity,
    SetPen,
    SetStrokeWidth,
)
from buildup.edits.shapes.dials import SetDial
from buildup.edits.sheet.guides import SetGuide
from buildup.edits.sheet.sheets import SetGrid, SetSheet
from buildup.edits.symmetry.symmetries import SetSymmetry
from buildup.edits.text.textedits import SetTextSetting
from buildup.following.bounds import SHEET, number_at, replaced_at
from buildup.forms.frames import own_standing
from buildup.geometry.angles import direction

PER_UNIT = 2.0**24
"""Steps of the grid in a sheet unit on which items lie that are placed by formulas. Within 16,000
units doubles add and subtract such coordinates exactly, so that there and back is bit for bit the
same; a step is 16 picometres."""
FINE_PER_UNIT = 2.0**32
"""Of the grid on which shapes have their origin: so much finer that the place of the frame that
stays is found again, whatever the size and the angle."""


@dataclass(frozen=True, slots=True, kw_only=True)
class _PlaceExactly(PlaceItems):
    """Puts one item at a number of its frame; there and back leaves no trace of rounding."""

    def delta(self, drawing: Drawing) -> Delta:
        there = PlaceItems.delta(self, drawing)
        return replace(there, put=tuple(self._exactly(drawing.items[i.id], i) for i in there.put))

    def _exactly(self, old: Item, new: Item) -> Item:
        if isinstance(new, Outline):
            contours = (
                replace(c, anchors=tuple(map(_anchor_on_grid, c.anchors))) for c in new.contours
            )
            return replace(new, contours=tuple(contours))
        if isinstance(new, TextItem):
            return replace(new, place=replace(new.place, origin=_rounded(new.place.origin)))
        if isinstance(old, Shape) and isinstance(new, Shape):
            return self._shape(old, new)
        return new

    def _shape(self, old: Shape, new: Shape) -> Shape:
        """The old shape with nothing changed but what is asked for, its place of the frame kept."""
        frame, place = old.frame, old.frame.place
        if abs(abs(place.across) - 1.0) > STRAIGHT or abs(abs(place.down) - 1.0) > STRAIGHT:
            return new
        if self.angle is not None:
            across = direction(self.angle)
            place = replace(place, across=across, down=across * (place.down / place.across))
        bare = Frame(
            frame.width if self.width is None else self.width,
            frame.height if self.height is None else self.height,
            replace(place, origin=0j),
        )
        at = pivot(own_standing(old), self.about)
        at = complex(at.real if self.x is None else self.x, at.imag if self.y is None else self.y)
        from_origin = pivot(own_standing(replace(old, frame=bare)), self.about)
        origin = _rounded(_rounded(at) - from_origin, per_unit=FINE_PER_UNIT)
        return replace(new, frame=replace(bare, place=replace(bare.place, origin=origin)))


STRAIGHT = 1e-9
"""A shape whose axes are that near to length 1 was not sheared."""


def _rounded(place: complex, *, per_unit: float = PER_UNIT) -> complex:
    return complex(round(place.real * per_unit), round(place.imag * per_unit)) / per_unit


def _anchor_on_grid(anchor: Anchor) -> Anchor:
    return replace(anchor, at=_rounded(anchor.at))


@dataclass(frozen=True, slots=True, kw_only=True)
class _SetFormCorner(Command):
    """Sets the radius of a corner that an assembly makes, wherever it is now."""

    item: str
    path: str
    radius: float

    def delta(self, drawing: Drawing) -> Delta:
        item = drawing.open_item(self.item)
        return Delta(put=(replaced_at(item, self.path, lambda _: self.radius),))


def setting(drawing: Drawing, items: Sequence[str], path: str, number: float) -> Command:
    """The edit that sets a number of some items.

    Args:
        drawing: as it is.
        items: one, or several where `for_several`; `SHEET` for the sheet.
        path: which number; it is there.
        number: what it becomes.

    """
    first = items[0]
    if first == SHEET:
        return _of_sheet(drawing, path, number)
    item = drawing.items[first]
    for start, make in _MAKERS:
        if path.startswith(start):
            return make(_Wanted(drawing, item, tuple(items), path, number))
    raise AssertionError(path)  # `fields` knows no other path


def for_several(path: str) -> bool:
    """Whether one edit sets that number of several items."""
    several = ("dials.", "lettering.", "radius", "style.fill_opacity", "finish.opacity")
    stroke = path.startswith("style.strokes.") and ".paint." not in path and ".dashes." not in path
    return stroke or path.startswith((*several, "style.finish.opacity"))


@dataclass(frozen=True, slots=True)
class _Wanted:
    drawing: Drawing
    item: Item
    items: tuple[str, ...]
    path: str
    number: float

    @property
    def parts(self) -> list[str]:
        return self.path.split(".")

    @property
    def last(self) -> str:
        return self.path.rpartition(".")[2]

    def at(self, path: str, part: str) -> Any:
        """The value at a path, with the number set at a part of it."""
        value: Any = self.item
        for step in path.split("."):
            value = value[int(step)] if isinstance(value, tuple) else getattr(value, step)
        return replaced_at(value, part, lambda _: self.number)


def _of_sheet(drawing: Drawing, path: str, number: float) -> Command:
    sheet, parts = drawing.sheet, path.split(".")
    if parts[0] == "guides":
        changed = replaced_at(sheet.guides[int(parts[1])], parts[2], lambda _: number)
        return SetGuide(guide=changed)
    if parts[0] == "grid":
        return SetGrid(grid=replace(sheet.grid, step=number))
    return SetSheet(width=number) if path == "width" else SetSheet(height=number)


def _dial(w: _Wanted) -> Command:
    return SetDial(items=w.items, dial=w.path.partition(".")[2], value=w.number)


def _frame(w: _Wanted) -> Command:
    _, spot, what = w.parts
    number: dict[str, Any] = {"about": spot, what: w.number}
    return _PlaceExactly(items=w.items, **number)


def _text(w: _Wanted) -> Command:
    setting: Any = w.last
    return SetTextSetting(items=w.items, setting=setting, value=w.number)


def _result(w: _Wanted) -> Command:
    if w.path == "result.start":
        return SetTextSetting(items=w.items, setting="start", value=w.number * 100.0)
    result = w.item.result if isinstance(w.item, Assembly) else None
    if isinstance(result, OffsetEffect | BlendEffect) and w.path == "result.count":
        return SetResult(assembly=w.item.id, result=replace(result, count=round(w.number)))
    if not isinstance(result, OffsetEffect):
        return _text(w)
    result = replace(result, distance=w.number)
    return SetResult(assembly=w.item.id, result=result)


def _symmetry(w: _Wanted) -> Command:
    value: dict[str, Any] = {w.last: round(w.number) if w.path == "count" else w.number}
    return SetSymmetry(symmetry=w.item.id, **value)


def _stroke(w: _Wanted) -> Command:
    index = int(w.parts[2])
    if ".paint.stops." in w.path:
        return _stops(w, f"style.strokes.{index}.paint.stops", index)
    if w.last == "width":
        return SetStrokeWidth(items=w.items, stroke=index, width=w.number)
    if ".dashes." in w.path:
        dashes = w.at(f"style.strokes.{index}.dashes", w.last)
        return SetPen(items=w.items, stroke=index, dashes=dashes)
    value: dict[str, Any] = {w.last: w.number}
    return SetPen(items=w.items, stroke=index, **value)


def _fill(w: _Wanted) -> Command:
    if w.path == "style.fill_opacity":
        return SetFillOpacity(items=w.items, opacity=w.number)
    return _stops(w, "style.fill.stops", None)


def _stops(w: _Wanted, path: str, stroke: int | None) -> Command:
    stops = w.at(path, w.path.removeprefix(path + "."))
    return SetGradient(items=w.items, stroke=stroke, stops=stops)


def _finish(w: _Wanted) -> Command:
    if w.last == "opacity" and ".effects." not in w.path:
        return SetOpacity(items=w.items, opacity=w.number)
    path = w.path[: w.path.index("effects") + len("effects")]
    return SetEffects(items=w.items, effects=w.at(path, w.path.removeprefix(path + ".")))


def _anchor(w: _Wanted) -> Command:
    _, contour, _, anchor, part, *_ = w.parts
    ref = (w.item.id, int(contour), int(anchor))
    if part == "corner":
        return SetCorners(anchors=(ref,), radius=w.number)
    return (
        PlaceAnchor(anchor=ref, x=w.number)
        if w.last == "x"
        else PlaceAnchor(anchor=ref, y=w.number)
    )


def _form_corner(w: _Wanted) -> Command:
    return _SetFormCorner(item=w.item.id, path=w.path, radius=w.number)


_MAKERS: tuple[tuple[str, Callable[[_Wanted], Command]], ...] = (
    ("dials.", _dial),
    (PLACED, _frame),
    ("lettering.", _text),
    ("radius", _text),
    ("result.", _result),
    ("style.strokes.", _stroke),
    ("style.fill", _fill),
    ("style.finish.", _finish),
    ("finish.", _finish),
    ("contours.", _anchor),
    ("corners.", _form_corner),
    ("centre.", _symmetry),
    ("angle", _symmetry),
    ("count", _symmetry),
)
"""What makes the edit, by what a path begins with."""


def same(drawing: Drawing, item: str, path: str, number: float) -> bool:
    """Whether a number is that already; of frames, as far as rounding tells."""
    now = number_at(drawing, item, path)
    if now is None:
        return False
    return abs(now - number) <= (NEAR if path.startswith(PLACED) else 0.0)


NEAR = 2.0**-25
"""Sheet units or degrees: half a step of the grid."""
