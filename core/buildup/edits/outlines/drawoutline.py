"""Drawing outlines: start one, extend it, close it."""

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.contours.anchors import MOST_ANCHORS, Anchor, Contour, anchor_count
from buildup.contours.flow import settled
from buildup.contours.handles import arriving
from buildup.contours.paths import turned_round
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.drawing.paintchecks import check_style
from buildup.edits.change import Delta, placed
from buildup.edits.command import Command, Point
from buildup.edits.items.newitems import check_new, new_name
from buildup.geometry.angles import felt, stepped
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class DrawAnchor(Command):
    """Starts an outline with one anchor, or adds an anchor at the end of an open one."""

    pointer_field: ClassVar[str] = "at"
    draws_outline: ClassVar[bool] = True
    kind: Literal["draw_anchor"] = "draw_anchor"
    item: str
    """The outline; it is made when it does not exist yet."""
    at: Point
    """Where the anchor stands."""
    handle: Point | None = None
    """Its outgoing handle, relative to it; the incoming one mirrors it. None: a corner."""
    into: Point | None = None
    """Its incoming handle where it does not mirror the other one: the anchor is a corner."""
    flowing: bool = False
    """Its handles are computed from its neighbours; `handle` and `into` do not count."""
    straight: bool = False
    """The segment from the last anchor only at multiples of 45°."""
    stepped: bool = False
    """The handle only at multiples of 15°."""
    contour: int = 0
    """Which of the outline's contours goes on."""
    turned: bool = False
    """Turns that contour round first, so that it goes on from its start."""
    style: Style = Style()
    """How a new outline is painted."""
    container: str | None = None
    """The container a new outline comes to lie in; None: the front layer."""

    @property
    def name(self) -> str:
        return "Draw anchor"

    def title(self, drawing: Drawing) -> str:
        outline = drawing.items.get(self.item)
        paths = outline.contours if isinstance(outline, Outline) else ()
        count = anchor_count(paths)
        return f"Draw anchor {count + 1}"

    def delta(self, drawing: Drawing) -> Delta:
        handle = None if self.handle is None else complex(*self.handle)
        if handle is not None and self.stepped:
            handle = felt(handle)
        at = complex(*self.at)
        if self.item not in drawing.items:
            check_style(self.style)
            anchor = self._anchor(at, handle)
            name = new_name(drawing, "Outline", None)
            outline = Outline(
                id=self.item, name=name, style=self.style, contours=(Contour((anchor,)),)
            )
            return placed(drawing, (outline,), container=self.container)
        outline, contour = drawing.contour(self.item, self.contour)
        contour = turned_round(contour) if self.turned else contour
        if contour.closed:
            raise refusal("closed_outline", name=outline.name)
        if len(contour.anchors) >= MOST_ANCHORS:
            raise refusal("too_many_anchors.draw", most=MOST_ANCHORS)
        if self.straight:
            last = contour.anchors[-1].at
            at = last + stepped(at - last, step=45.0)
        anchor = self._anchor(at, handle)
        longer = settled(replace(contour, anchors=(*contour.anchors, anchor)))
        return Delta(put=(outline.with_contour(self.contour, longer),))

    def _anchor(self, at: complex, handle: complex | None) -> Anchor:
        if self.flowing:
            return Anchor(at, kind="flowing")
        if self.into is not None:
            return Anchor(at, complex(*self.into), handle)
        return Anchor(at) if handle is None else Anchor(at, -handle, handle, "symmetric")


@dataclass(frozen=True, slots=True, kw_only=True)
class CloseOutline(Command):
    """Closes an open contour by a segment from its last anchor to its first."""

    draws_outline: ClassVar[bool] = True
    kind: Literal["close_outline"] = "close_outline"
    item: str
    """The outline."""
    contour: int = 0
    """Which of its contours."""
    handle: Point | None = None
    """What the first anchor's outgoing handle would be; its incoming one is set to the mirror."""
    stepped: bool = False
    """That handle only at multiples of 15°."""

    @property
    def name(self) -> str:
        return "Close outline"

    @property
    def phrase(self) -> str:
        return "Close {item}"

    def delta(self, drawing: Drawing) -> Delta:
        outline, contour = drawing.contour(self.item, self.contour)
        if contour.closed or len(contour.anchors) < 2:
            raise refusal("cannot_close.ends", self.item)
        first = contour.anchors[0]
        if self.handle is not None:
            handle = felt(complex(*self.handle)) if self.stepped else complex(*self.handle)
            first = arriving(first, -handle)
        closed = settled(replace(contour, anchors=(first, *contour.anchors[1:]), closed=True))
        return Delta(put=(outline.with_contour(self.contour, closed),))


@dataclass(frozen=True, slots=True, kw_only=True)
class AddOutline(Command):
    """Adds a whole outline."""

    kind: Literal["add_outline"] = "add_outline"
    item: str
    """The id of the new outline."""
    called: str | None = None
    """Its name; None for the next number."""
    contours: tuple[Contour, ...]
    """Its contours."""
    rule: Literal["nonzero", "evenodd"] = "nonzero"
    """Which parts of overlapping contours are inside."""
    style: Style = Style()
    """How it is painted."""
    container: str | None = None
    """The container it comes to lie in; None: the front layer."""

    @property
    def name(self) -> str:
        return "Add outline"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.item)
        check_style(self.style)
        count = anchor_count(self.contours)
        if not all(c.anchors for c in self.contours) or not 0 < count <= MOST_ANCHORS:
            raise refusal("bad_outline", self.item, most=MOST_ANCHORS)
        outline = Outline(
            id=self.item,
            name=new_name(drawing, "Outline", self.called),
            style=self.style,
            contours=tuple(settled(c) for c in self.contours),
            rule=self.rule,
        )
        return placed(drawing, (outline,), container=self.container)
