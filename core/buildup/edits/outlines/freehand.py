"""Drawing by hand: a stroke becomes as few cubics as a tolerance allows, and keeps its points."""

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.contours.anchors import HandStroke
from buildup.contours.handstrokes import fitted
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.drawing.paintchecks import check_style
from buildup.drawing.units import format_length
from buildup.edits.change import Delta, placed
from buildup.edits.command import Command, Point
from buildup.edits.items.newitems import new_name
from buildup.errors import Refusal
from buildup.forms.itemchecks import COARSEST, check_tolerance
from buildup.forms.symmetry.seams import seams_around
from buildup.geometry.angles import stepped
from buildup.messages import message, refusal

MOST_FITTED = 10_000
"""Anchors of one stroke: of more no hand could make use."""
WIDER = 4.0
"""By how much the tolerance of a stroke widens that is too rough for it."""


def _fitted(outline: Outline, stroke: HandStroke) -> Outline:
    """The outline fitted to what was drawn.

    Raises:
        Refusal: `too_many_anchors`.

    """
    contour = fitted(stroke)
    if len(contour.anchors) > MOST_FITTED:
        raise refusal("too_many_anchors.stroke", most=MOST_FITTED)
    return replace(outline, contours=(contour,), hand_stroke=stroke)


def _drawn(outline: Outline, stroke: HandStroke, unit: str) -> tuple[Outline, str]:
    """The outline of a stroke just drawn; one far rougher than its tolerance gets a wider one.

    Nothing that a hand has drawn is lost: the points are kept, and the tolerance can be set.

    Raises:
        Refusal: as `_fitted`, where no tolerance helps.

    """
    wider = stroke
    while True:
        try:
            note = "" if wider is stroke else format_length(wider.tolerance, unit=unit)
            made = _fitted(outline, wider)
        except Refusal as problem:
            if problem.code not in ("too_many_anchors", "too_much") or wider.tolerance >= COARSEST:
                raise
            wider = replace(wider, tolerance=min(wider.tolerance * WIDER, COARSEST))
        else:
            return made, message("notes.rough_stroke", tolerance=note) if note else ""


@dataclass(frozen=True, slots=True, kw_only=True)
class DrawStroke(Command):
    """Draws a part of an outline by hand; a single point leads there straight."""

    pointer_field: ClassVar[str] = "points"
    kind: Literal["draw_stroke"] = "draw_stroke"
    item: str
    """The outline; it is made when it does not exist yet, else the part is added at its end."""
    points: tuple[Point, ...]
    """Where the hand was, in order."""
    tolerance: float
    """How far the outline may stay from them, in sheet units."""
    closing: bool = False
    """Joins the end to the start."""
    straight: bool = False
    """A single point only at multiples of 45° from the last place."""
    reach: float = 0.0
    """Sheet units within which the ends of the stroke are drawn onto a seam."""
    style: Style = Style()
    """How a new outline is painted."""
    container: str | None = None
    """The container a new outline comes to lie in; None: the front layer."""

    @property
    def name(self) -> str:
        return "Draw freehand"

    def delta(self, drawing: Drawing) -> Delta:
        check_tolerance(self.tolerance)
        if not self.points:
            raise refusal("no_points")
        points = self._on_seams(drawing)
        if self.item not in drawing.items:
            check_style(self.style)
            new = Outline(
                id=self.item,
                name=new_name(drawing, "Outline", None),
                style=self.style,
                contours=(),
            )
            stroke = HandStroke((points,), self.tolerance, self.closing and len(points) > 2)
            made, note = _drawn(new, stroke, drawing.sheet.unit)
            return placed(drawing, (made,), container=self.container, message=note)
        outline = drawing.outline(self.item)
        old = outline.hand_stroke
        if old is None or old.closed:
            raise refusal("not_drawn_by_hand", self.item)
        made, note = _drawn(outline, self._longer(old, points), drawing.sheet.unit)
        return Delta(put=(made,), message=note)

    def _on_seams(self, drawing: Drawing) -> tuple[complex, ...]:
        """The points, the ends of the stroke on the seam that they are in reach of."""
        points = [complex(*p) for p in self.points]
        new = self.item not in drawing.items
        position = self.container if new else drawing.tree.container(self.item)
        lines = (
            ()
            if position not in drawing.items or position is None
            else seams_around(drawing, position)
        )
        for line in lines:
            ends = (0, -1) if new else (-1,)
            for i in ends:
                if abs(line.away(points[i])) <= self.reach:
                    points[i] = line.foot(points[i])
        return tuple(points)

    def _longer(self, old: HandStroke, points: tuple[complex, ...]) -> HandStroke:
        from_here = old.parts[-1][-1]
        if self.straight and len(points) == 1:
            points = (from_here + stepped(points[0] - from_here, step=45.0),)
        lone = len(old.parts) == 1 and len(old.parts[0]) == 1
        part = (from_here, *points)
        parts = (part,) if lone else (*old.parts, part)
        return HandStroke(parts, min(old.tolerance, self.tolerance), self.closing)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetTolerance(Command):
    """Fits outlines drawn by hand anew to what was drawn, with another tolerance."""

    kind: Literal["set_tolerance"] = "set_tolerance"
    items: tuple[str, ...]
    """Which outlines."""
    tolerance: float
    """How far they may stay from what was drawn, in sheet units."""

    @property
    def name(self) -> str:
        return "Change tolerance"

    def delta(self, drawing: Drawing) -> Delta:
        check_tolerance(self.tolerance)
        put = []
        for item_id in self.items:
            outline = drawing.outline(item_id)
            if outline.hand_stroke is None:
                raise refusal("not_drawn_by_hand.edited", item_id, name=outline.name)
            put.append(_fitted(outline, replace(outline.hand_stroke, tolerance=self.tolerance)))
        return Delta(put=tuple(put))
