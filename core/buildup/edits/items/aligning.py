"""Items lined up and spaced: each moves straight across or down; groups count as one."""

from collections.abc import Mapping
from dataclasses import dataclass
from math import fsum
from typing import ClassVar, Literal

from buildup.drawing.model import Drawing
from buildup.edits.change import Delta
from buildup.edits.command import Command
from buildup.edits.items.targets import open_items, placed_in, several
from buildup.forms.contours import item_box
from buildup.forms.placement import moved_by, moved_item
from buildup.forms.seen import seen_box
from buildup.geometry.angles import direction
from buildup.geometry.boxes import Box
from buildup.messages import message, refusal

Edge = Literal["left", "centre", "right", "top", "middle", "bottom"]
_ACROSS = ("left", "centre", "right")
_PART: Mapping[Edge, float] = {
    "left": 0.0,
    "centre": 0.5,
    "right": 1.0,
    "top": 0.0,
    "middle": 0.5,
    "bottom": 1.0,
}
"""Where an edge is, as a part of the extent from left or top."""
LEVEL = 1e-3
"""Sine. A guide within 0.06° of the way items move is met too far out to be meant."""
Span = tuple[float, float]
"""From where to where something reaches, across or down."""


def boxes_of(drawing: Drawing, ids: tuple[str, ...], *, seen: bool) -> dict[str, Box]:
    """The boxes of the outermost of some items, back to front; those that are empty left out.

    Raises:
        Refusal: as `open_items`.

    """
    open_items(drawing, ids)
    box = seen_box if seen else item_box
    found = ((i, box(drawing, i)) for i in drawing.tree.tops(ids))
    return {i: b for i, b in found if b is not None}


def span_of(box: Box, *, across: bool) -> Span:
    """The extent of a box across or down."""
    return (box.left, box.right) if across else (box.top, box.bottom)


def shifted(drawing: Drawing, shifts: Mapping[str, float], *, across: bool) -> Delta:
    """The delta that moves items across or down, each by its own way."""
    put = []
    for item_id, by in shifts.items():
        if by != 0.0:
            axis = moved_by(complex(by, 0) if across else complex(0, by))
            put += [moved_item(i, axis) for i in placed_in(drawing, (item_id,))]
    return Delta(put=tuple(put), message="" if put else message("notes.already_aligned"))


@dataclass(frozen=True, slots=True, kw_only=True)
class AlignItems(Command):
    """Lines items up by an edge or their middles."""

    whole: ClassVar[bool] = True
    kind: Literal["align_items"] = "align_items"
    items: tuple[str, ...]
    """Which items."""
    edge: Edge
    """By which edge or middle."""
    to: Literal["selection", "item", "sheet", "guide"] = "selection"
    """With what: the box around all of them, one item, the sheet, a guide."""
    target: str | None = None
    """The id of that item, which stays, or of that guide."""
    seen: bool = False
    """By what is seen, stroke and all, instead of by the outline."""

    @property
    def name(self) -> str:
        return f"Align {several(len(self.items))} {self.edge}"

    def delta(self, drawing: Drawing) -> Delta:
        across = self.edge in _ACROSS
        boxes = boxes_of(drawing, self.items, seen=self.seen)
        if self.to == "item" and self.target is not None:
            boxes.pop(self.target, None)
        if len(boxes) < (2 if self.to == "selection" else 1):
            raise refusal("too_few.align")
        part = _PART[self.edge]
        shifts = {}
        for item_id, box in boxes.items():
            low, high = span_of(box, across=across)
            to_low, to_high = self._reference(drawing, boxes, box, across=across)
            shifts[item_id] = to_low + part * (to_high - to_low) - (low + part * (high - low))
        return shifted(drawing, shifts, across=across)

    def _reference(
        self, drawing: Drawing, boxes: Mapping[str, Box], own: Box, *, across: bool
    ) -> Span:
        """The span that an item is lined up with."""
        if self.to == "sheet":
            return (0.0, drawing.sheet.width if across else drawing.sheet.height)
        if self.to == "guide":
            at = self._on_guide(drawing, own.centre, across=across)
            return (at, at)
        if self.to == "item":
            drawing.item(self.target or "")
            box = (seen_box if self.seen else item_box)(drawing, self.target or "")
            return span_of(own if box is None else box, across=across)
        return span_of(Box.union(boxes.values()), across=across)

    def _on_guide(self, drawing: Drawing, beside: complex, *, across: bool) -> float:
        """Where a guide runs, at the height (or the place across) of an item's middle."""
        guide = next((g for g in drawing.sheet.guides if g.id == self.target), None)
        if guide is None:
            raise refusal("unknown_guide.axis")
        along = direction(guide.angle)
        run, rise = (along.imag, along.real) if across else (along.real, along.imag)
        if abs(run) < LEVEL:
            raise refusal("guide_runs_along", wanted="vertical" if across else "horizontal")
        if across:
            return guide.x + (beside.imag - guide.y) * rise / run
        return guide.y + (beside.real - guide.x) * rise / run


@dataclass(frozen=True, slots=True, kw_only=True)
class SpaceItems(Command):
    """Spaces items evenly, in the order in which they stand, with equal gaps or equal steps."""

    whole: ClassVar[bool] = True
    kind: Literal["space_items"] = "space_items"
    items: tuple[str, ...]
    """Which items; three or more, or two where the distance is given."""
    axis: Literal["across", "down"]
    """Across or down."""
    by: Literal["gaps", "centres"] = "gaps"
    """What is made equal: the gaps between them, or the steps from middle to middle."""
    distance: float | None = None
    """The gap or the step, below 0 they overlap; None: as it comes out between the outer two."""
    target: str | None = None
    """With a distance: the item that stays; None: the first one."""
    sheet: bool = False
    """Without a distance: the outer two go to the edges of the sheet instead of staying."""
    seen: bool = False
    """By what is seen, stroke and all, instead of by the outline."""

    @property
    def name(self) -> str:
        return f"Distribute {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        across = self.axis == "across"
        boxes = boxes_of(drawing, self.items, seen=self.seen)
        if len(boxes) < (3 if self.distance is None and not self.sheet else 2):
            raise refusal("too_few.distribute")
        spans = {i: span_of(b, across=across) for i, b in boxes.items()}
        order = sorted(spans, key=lambda i: (fsum(spans[i]), spans[i]))
        positions = self._places(drawing, [spans[i] for i in order], across=across)
        stays = order.index(self.target) if self.target in order else 0
        off = 0.0 if self.distance is None else spans[order[stays]][0] - positions[stays]
        shifts = {i: at + off - spans[i][0] for i, at in zip(order, positions, strict=True)}
        fixed = {order[stays]} if self.distance is not None else {order[0], order[-1]}
        if self.distance is None and self.sheet:
            fixed = set()
        return shifted(drawing, shifts | dict.fromkeys(fixed, 0.0), across=across)

    def _places(self, drawing: Drawing, spans: list[Span], *, across: bool) -> list[float]:
        """Where each of the spans is to begin, in their order."""
        first, last = spans[0][0], spans[-1][1]
        if self.sheet and self.distance is None:
            first, last = 0.0, drawing.sheet.width if across else drawing.sheet.height
        sizes = [high - low for low, high in spans]
        steps = len(spans) - 1
        if self.by == "gaps":
            gap = self.distance
            if gap is None:
                gap = (last - first - fsum(sizes)) / steps
            return [first + fsum(sizes[:k]) + k * gap for k in range(len(spans))]
        start, end = first + sizes[0] / 2.0, last - sizes[-1] / 2.0
        step = (end - start) / steps if self.distance is None else self.distance
        return [start + k * step - size / 2.0 for k, size in enumerate(sizes)]
