"""Anchors and their handles: move, set by numbers, change the kind, remove."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.flow import settled
from buildup.drawing.handles import in_kind, with_handle
from buildup.drawing.model import Anchor, AnchorKind, Contour, Drawing, Outline, unknown_anchor
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command, Point
from buildup.errors import Refusal
from buildup.geometry.angles import direction, stepped

Side = Literal["into", "out"]
Edit = Callable[[Contour, int], Anchor]


def edited(drawing: Drawing, anchors: Sequence[AnchorRef], edit: Edit) -> Delta:
    """The outlines named, with each named anchor replaced by what `edit` makes of it.

    Raises:
        Refusal: when an item or an anchor is not there or may not be edited.

    """
    put: dict[str, Outline] = {}
    by_contour: dict[tuple[str, int], list[int]] = {}
    for item_id, contour_index, index in anchors:
        by_contour.setdefault((item_id, contour_index), []).append(index)
    for (item_id, contour_index), indices in by_contour.items():
        outline, contour = drawing.contour(item_id, contour_index)
        changed = list(contour.anchors)
        for index in indices:
            if not 0 <= index < len(changed):
                raise unknown_anchor(item_id)
            changed[index] = edit(contour, index)
        contours = list(put.get(item_id, outline).contours)
        contours[contour_index] = settled(replace(contour, anchors=tuple(changed)))
        put[item_id] = replace(outline, contours=tuple(contours))
    return Delta(put=tuple(put.values()))


@dataclass(frozen=True, slots=True, kw_only=True)
class MoveAnchors(Command):
    """Moves anchors, their handles with them."""

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
    """Only at multiples of 15°."""

    @property
    def name(self) -> str:
        return "Move handle"

    def delta(self, drawing: Drawing) -> Delta:
        def pulled(contour: Contour, index: int) -> Anchor:
            handle = complex(*self.to) - contour.anchors[index].at
            handle = stepped(handle, step=15.0) if self.stepped else handle
            return with_handle(contour, index, self.side, handle, alone=self.alone)

        return edited(drawing, (self.anchor,), pulled)


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
            raise Refusal("bad_length", "A handle's length is 0 or more. The old length was kept.")

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

    def delta(self, drawing: Drawing) -> Delta:
        return edited(drawing, self.anchors, lambda contour, i: in_kind(contour, i, self.to))


@dataclass(frozen=True, slots=True, kw_only=True)
class RemoveAnchors(Command):
    """Removes anchors; an outline left with fewer than two anchors goes too."""

    kind: Literal["remove_anchors"] = "remove_anchors"
    anchors: tuple[AnchorRef, ...]
    """Which anchors."""

    @property
    def name(self) -> str:
        return "Remove anchor" if len(self.anchors) == 1 else f"Remove {len(self.anchors)} anchors"

    def delta(self, drawing: Drawing) -> Delta:
        gone: dict[str, set[tuple[int, int]]] = {}
        for item_id, contour_index, index in self.anchors:
            _, contour = drawing.contour(item_id, contour_index)
            if not 0 <= index < len(contour.anchors):
                raise unknown_anchor(item_id)
            gone.setdefault(item_id, set()).add((contour_index, index))
        put: list[Outline] = []
        removed: list[str] = []
        for item_id, places in gone.items():
            outline = drawing.outline(item_id)
            contours = tuple(
                c
                for c in (_without(c, i, places) for i, c in enumerate(outline.contours))
                if len(c.anchors) >= 2
            )
            if contours:
                put.append(replace(outline, contours=contours))
            else:
                removed.append(item_id)
        return Delta(put=tuple(put), removed=tuple(removed))


def _without(contour: Contour, contour_index: int, places: set[tuple[int, int]]) -> Contour:
    kept = tuple(a for i, a in enumerate(contour.anchors) if (contour_index, i) not in places)
    if len(kept) == len(contour.anchors):
        return contour
    return settled(replace(contour, anchors=kept))
