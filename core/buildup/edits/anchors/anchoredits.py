"""Anchors and their handles: move, pull, set by numbers, change the kind."""

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.contours.anchors import Anchor, AnchorKind, Contour
from buildup.contours.handles import in_kind, neighbours, with_handle
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import edited
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command, Point
from buildup.geometry.angles import direction, dot, felt, stepped, unit
from buildup.messages import refusal

Side = Literal["into", "out"]


@dataclass(frozen=True, slots=True, kw_only=True)
class MoveAnchors(Command):
    """Moves anchors, their handles with them."""

    merges_by: ClassVar[tuple[str, ...]] = ("anchors",)
    pointer_field: ClassVar[str] = "by"
    kind: Literal["move_anchors"] = "move_anchors"
    anchors: tuple[AnchorRef, ...]
    """Which anchors."""
    by: Point
    """How far."""
    straight: bool = False
    """Only level, upright or at 45°."""

    @property
    def name(self) -> str:
        return "Move anchor" if len(self.anchors) == 1 else f"Move {len(self.anchors)} anchors"

    def delta(self, drawing: Drawing) -> Delta:
        by = complex(*self.by)
        by = stepped(by, step=45.0) if self.straight else by

        def moved(contour: Contour, index: int) -> Anchor:
            anchor = contour.anchors[index]
            return replace(anchor, at=anchor.at + by)

        return edited(drawing, self.anchors, moved)


@dataclass(frozen=True, slots=True, kw_only=True)
class PlaceAnchor(Command):
    """Puts one anchor at typed coordinates."""

    kind: Literal["place_anchor"] = "place_anchor"
    anchor: AnchorRef
    """Which anchor."""
    x: float | None = None
    """Its new x, or None to keep it."""
    y: float | None = None
    """Its new y, or None to keep it."""

    @property
    def name(self) -> str:
        return "Place anchor"

    def delta(self, drawing: Drawing) -> Delta:
        def placed(contour: Contour, index: int) -> Anchor:
            anchor = contour.anchors[index]
            x = anchor.at.real if self.x is None else self.x
            y = anchor.at.imag if self.y is None else self.y
            return replace(anchor, at=complex(x, y))

        return edited(drawing, (self.anchor,), placed)


@dataclass(frozen=True, slots=True, kw_only=True)
class MoveHandle(Command):
    """Drags the end of a handle; the other handle follows as the anchor's kind asks."""

    pointer_field: ClassVar[str] = "to"
    kind: Literal["move_handle"] = "move_handle"
    anchor: AnchorRef
    """Which anchor."""
    side: Side
    """The handle of the segment that arrives (`into`) or leaves (`out`)."""
    to: Point
    """Where the handle's end goes."""
    alone: bool = False
    """Leaves the other handle where it is; a smooth anchor becomes a corner."""
    stepped: bool = False
    """Only at multiples of 15°, level and upright felt most."""
    along: bool = False
    """Changes its length only."""

    @property
    def name(self) -> str:
        return "Move handle"

    def delta(self, drawing: Drawing) -> Delta:
        def pulled(contour: Contour, index: int) -> Anchor:
            anchor = contour.anchors[index]
            handle = complex(*self.to) - anchor.at
            old = anchor.into if self.side == "into" else anchor.out
            if self.along and old:
                handle = unit(old) * max(0.0, dot(handle, unit(old)))
            elif self.stepped:
                handle = felt(handle)
            return with_handle(contour, index, self.side, handle, alone=self.alone)

        return edited(drawing, (self.anchor,), pulled)


@dataclass(frozen=True, slots=True, kw_only=True)
class PullHandle(Command):
    """Pulls one handle out of an anchor, on the side towards which it is pulled.

    A side that has no handle yet goes first. The anchor becomes a corner.
    """

    kind: Literal["pull_handle"] = "pull_handle"
    anchor: AnchorRef
    """Which anchor."""
    to: Point
    """Where the handle's end goes."""
    stepped: bool = False
    """Only at multiples of 15°, level and upright felt most."""

    @property
    def name(self) -> str:
        return "Pull handle"

    def delta(self, drawing: Drawing) -> Delta:
        def pulled(contour: Contour, index: int) -> Anchor:
            handle = complex(*self.to) - contour.anchors[index].at
            handle = felt(handle) if self.stepped else handle
            side = _side_towards(contour, index, handle)
            return with_handle(contour, index, side, handle, alone=True)

        return edited(drawing, (self.anchor,), pulled)


def _side_towards(contour: Contour, index: int, handle: complex) -> Side:
    """The side of an anchor to which a handle pulled out of it belongs."""
    anchor = contour.anchors[index]
    before, after = neighbours(contour, index)
    if before is None or after is None:
        return "out" if before is None else "into"
    if (anchor.into is None) != (anchor.out is None):
        return "into" if anchor.into is None else "out"
    back, on = unit(before.at - anchor.at), unit(after.at - anchor.at)
    return "into" if dot(handle, back) > dot(handle, on) else "out"


@dataclass(frozen=True, slots=True, kw_only=True)
class SetHandle(Command):
    """Sets a handle by typed angle and length."""

    kind: Literal["set_handle"] = "set_handle"
    anchor: AnchorRef
    """Which anchor."""
    side: Side
    """The handle of the segment that arrives (`into`) or leaves (`out`)."""
    angle: float
    """Its direction in degrees, clockwise from level right."""
    length: float
    """Its length; 0 withdraws it."""

    @property
    def name(self) -> str:
        return "Set handle" if self.length else "Withdraw handle"

    def delta(self, drawing: Drawing) -> Delta:
        if self.length < 0:
            raise refusal("bad_length.handle")

        def pulled(contour: Contour, index: int) -> Anchor:
            if self.length == 0:
                anchor = contour.anchors[index]
                anchor = (
                    replace(anchor, into=None) if self.side == "into" else replace(anchor, out=None)
                )
                return replace(anchor, kind="corner") if anchor.kind == "flowing" else anchor
            handle = direction(self.angle) * self.length
            return with_handle(contour, index, self.side, handle, alone=False)

        return edited(drawing, (self.anchor,), pulled)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetAnchorKind(Command):
    """Changes the kind of anchors, moving their handles as little as possible."""

    kind: Literal["set_anchor_kind"] = "set_anchor_kind"
    anchors: tuple[AnchorRef, ...]
    """Which anchors."""
    to: AnchorKind
    """The kind they become."""

    @property
    def name(self) -> str:
        return f"Make {self.to}"

    @property
    def phrase(self) -> str:
        return f"Make {'anchor' if len(self.anchors) == 1 else 'anchors'} of {{item}} {self.to}"

    def delta(self, drawing: Drawing) -> Delta:
        return edited(drawing, self.anchors, lambda contour, i: in_kind(contour, i, self.to))
