"""Whole paths: split, join, reverse, set the start point."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.contours.flow import settled
from buildup.contours.handles import arriving
from buildup.contours.paths import TOUCH, broken_at, joined, merged, starting_at, turned_round
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import anchor_of, by_outline, delta_of, with_contours
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command, Point
from buildup.edits.items.targets import open_items
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class SplitAtAnchors(Command):
    """Breaks paths at anchors: each becomes two ends on one spot."""

    kind: Literal["split_at_anchors"] = "split_at_anchors"
    anchors: tuple[AnchorRef, ...]
    """Which anchors."""

    @property
    def name(self) -> str:
        return "Split"

    @property
    def phrase(self) -> str:
        return "Split {item}"

    def delta(self, drawing: Drawing) -> Delta:
        left = []
        for item_id, positions in by_outline(drawing, self.anchors).items():
            outline = drawing.outline(item_id)
            parts: list[Contour] = []
            for c, contour in enumerate(outline.contours):
                parts += _broken(contour, sorted(i for k, i in positions if k == c))
            left.append((item_id, with_contours(outline, (settled(p) for p in parts))))
        if all(
            o is not None
            and len(o.contours) == len(drawing.outline(i).contours)
            and [c.closed for c in o.contours] == [c.closed for c in drawing.outline(i).contours]
            for i, o in left
        ):
            raise refusal("already_ends")
        return delta_of(left)


def _broken(contour: Contour, positions: list[int]) -> list[Contour]:
    """A contour broken at several anchors."""
    if not positions:
        return [contour]
    if contour.closed:
        first = positions[0]
        (opened,) = broken_at(contour, first)
        return _broken(opened, [i - first for i in positions[1:]])
    parts: list[Contour] = []
    rest = contour
    for i in reversed(positions):
        pieces = broken_at(rest, i)
        rest = pieces[0]
        parts = [*pieces[1:], *parts]
    return [rest, *parts]


def _end_of(drawing: Drawing, ref: AnchorRef) -> tuple[Outline, Contour]:
    outline, contour, _ = anchor_of(drawing, ref)
    if contour.closed or ref[2] not in (0, len(contour.anchors) - 1):
        raise refusal("not_an_end", ref[0])
    return outline, contour


@dataclass(frozen=True, slots=True, kw_only=True)
class JoinEnds(Command):
    """Joins two ends of open paths: they merge if they touch, else a segment leads across.

    The path of the second comes into the outline of the first, whose direction counts.
    """

    kind: Literal["join_ends"] = "join_ends"
    first: AnchorRef
    """An end."""
    second: AnchorRef
    """Another end, of the same or of another outline."""
    handle: Point | None = None
    """What the second anchor's outgoing handle would be; its incoming one mirrors it."""
    stepped: bool = False
    """That handle only at multiples of 15°."""

    @property
    def name(self) -> str:
        return "Join"

    @property
    def phrase(self) -> str:
        return "Join ends of {item}"

    def delta(self, drawing: Drawing) -> Delta:
        outline, contour = _end_of(drawing, self.first)
        other, second = _end_of(drawing, self.second)
        if self.first == self.second:
            raise refusal("not_an_end.few", self.first[0])
        if (self.first[0], self.first[1]) == (self.second[0], self.second[1]):
            return Delta(put=(outline.with_contour(self.first[1], settled(_closed(contour))),))
        leading = contour if self.first[2] else turned_round(contour)
        if len(contour.anchors) == 1:
            leading = contour
        following = turned_round(second) if self.second[2] else second
        if self.handle is not None:
            start = arriving(following.anchors[0], -complex(*self.handle))
            following = replace(following, anchors=(start, *following.anchors[1:]))
        one = settled(joined(leading, following))
        gone = {(self.first[0], self.first[1]), (self.second[0], self.second[1])}

        def rest(o: Outline) -> list[Contour]:
            return [c for i, c in enumerate(o.contours) if (o.id, i) not in gone]

        if outline.id == other.id:
            return delta_of([(outline.id, with_contours(outline, [one, *rest(outline)]))])
        return delta_of(
            [
                (outline.id, with_contours(outline, [one, *rest(outline)])),
                (other.id, with_contours(other, rest(other))),
            ]
        )


def _closed(contour: Contour) -> Contour:
    """An open path closed: its ends merged where they touch."""
    anchors = contour.anchors
    if len(anchors) < 2:
        raise refusal("cannot_close")
    if len(anchors) > 2 and abs(anchors[0].at - anchors[-1].at) <= TOUCH:
        return Contour((merged(anchors[-1], anchors[0]), *anchors[1:-1]), closed=True)
    return replace(contour, closed=True)


@dataclass(frozen=True, slots=True, kw_only=True)
class ReverseOutlines(Command):
    """Turns the direction of paths of outlines round."""

    kind: Literal["reverse_outlines"] = "reverse_outlines"
    items: tuple[str, ...]
    """Which outlines."""
    paths: tuple[tuple[str, int], ...] = ()
    """Which of their paths, by outline and number; none: all."""

    @property
    def name(self) -> str:
        return "Reverse path"

    def delta(self, drawing: Drawing) -> Delta:
        outlines = [drawing.outline(i.id) for i in open_items(drawing, self.items)]
        wanted = set(self.paths)

        def turned(item: str, number: int, contour: Contour) -> Contour:
            return contour if wanted and (item, number) not in wanted else turned_round(contour)

        return Delta(
            put=tuple(
                replace(
                    o,
                    contours=tuple(turned(o.id, n, c) for n, c in enumerate(o.contours)),
                    hand_stroke=None,
                )
                for o in outlines
            )
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class SetStartPoint(Command):
    """Makes an anchor the first one of its closed contour."""

    kind: Literal["set_start_point"] = "set_start_point"
    anchor: AnchorRef
    """Which anchor."""

    @property
    def name(self) -> str:
        return "Set start point"

    def delta(self, drawing: Drawing) -> Delta:
        outline, contour, _ = anchor_of(drawing, self.anchor)
        if not contour.closed:
            raise refusal("not_closed")
        turned = starting_at(contour, self.anchor[2])
        return Delta(put=(outline.with_contour(self.anchor[1], turned),))
