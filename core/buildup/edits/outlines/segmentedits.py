"""Segments: add anchors on them, bend and straighten them, take them out."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import accumulate
from typing import Literal

from buildup.contours.anchors import MOST_ANCHORS, Anchor, Contour, anchor_count, cubic
from buildup.contours.flow import settled
from buildup.contours.paths import without_segment
from buildup.contours.segments import bent, straightened, with_added
from buildup.contours.stretches import stretches
from buildup.contours.twins import AnchorIndex
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import (
    anchor_of,
    by_segment,
    check_segment,
    delta_of,
    segment_near,
    with_anchors,
    with_contours,
)
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command, Point
from buildup.geometry.bezier import extremes, inflections
from buildup.geometry.stations import stations, stations_at
from buildup.messages import refusal

MOST_ADDED = 100
"""Anchors that are added evenly on one segment."""
NEAR_END = 1e-6
"""Curve parameter: an anchor is not added this close to one that is there."""

NONE_THERE = {
    "extremes": "no_extremes",
    "inflections": "no_extremes.inflections",
    "evenly": "no_extremes.evenly",
    "along": "no_extremes.along",
}


def _grown(outline: Outline, index: int, contour: Contour) -> Outline:
    count = anchor_count(outline.contours) + len(contour.anchors)
    if count - len(outline.contours[index].anchors) > MOST_ANCHORS:
        raise refusal("too_many_anchors", most=MOST_ANCHORS)
    return outline.with_contour(index, contour)


@dataclass(frozen=True, slots=True, kw_only=True)
class InsertAnchor(Command):
    """Adds an anchor on the segment nearest to a place; the form stays the same."""

    kind: Literal["insert_anchor"] = "insert_anchor"
    item: str
    """The outline."""
    at: Point
    """A place on the segment or beside it."""

    @property
    def name(self) -> str:
        return "Add anchor"

    @property
    def phrase(self) -> str:
        return "Add anchor to {item}"

    def delta(self, drawing: Drawing) -> Delta:
        outline = drawing.outline(self.item)
        index, near = segment_near(outline, complex(*self.at))
        if not NEAR_END < near.t < 1.0 - NEAR_END:
            raise refusal("anchor_there", self.item)
        longer = with_added(outline.contours[index], {near.segment: (near.t,)})
        return Delta(put=(_grown(outline, index, longer),))


@dataclass(frozen=True, slots=True, kw_only=True)
class AddAnchors(Command):
    """Adds anchors on segments, at places that are found; the form stays the same."""

    kind: Literal["add_anchors"] = "add_anchors"
    segments: tuple[AnchorRef, ...]
    """Which segments, each by the anchor it starts at."""
    where: Literal["middle", "extremes", "inflections", "evenly", "along"] = "middle"
    """At half the parameter; where the curve is level or upright; where it changes the side to
    which it bends; at even distances along each segment; or along all of them in a row."""
    count: int = 1
    """How many, where they are added evenly: on each segment, or on all of them in a row."""

    @property
    def name(self) -> str:
        return "Add anchors"

    @property
    def phrase(self) -> str:
        return "Add anchors to {item}"

    def delta(self, drawing: Drawing) -> Delta:
        if not 1 <= self.count <= MOST_ADDED:
            raise refusal("bad_count.anchors", most=MOST_ADDED)
        put = []
        added = 0
        for item_id, positions in by_segment(drawing, self.segments).items():
            outline = drawing.outline(item_id)
            for c in sorted({c for c, _ in positions}):
                contour = outline.contours[c]
                spots = self._spots_on(contour, [i for k, i in positions if k == c])
                added += sum(map(len, spots.values()))
                outline = _grown(outline, c, with_added(contour, spots))
            put.append(outline)
        if not added:
            raise refusal(NONE_THERE[self.where])
        return Delta(put=tuple(put))

    def _spots_on(self, contour: Contour, numbers: Sequence[int]) -> dict[int, tuple[float, ...]]:
        """Where each of some segments gets anchors."""
        if self.where != "along":
            return {i: self._spots(contour, i) for i in numbers}
        found: dict[int, tuple[float, ...]] = {}
        for stretch in stretches(contour, numbers, ()):
            row = stretch.segments(contour)
            ends = [0.0, *accumulate(stations(s, 1)[-1].along for s in row)]
            wanted = [ends[-1] * k / (self.count + 1) for k in range(1, self.count + 1)]
            for i, segment, start, end in zip(
                stretch.numbers(contour), row, ends, ends[1:], strict=False
            ):
                far = [w - start for w in wanted if start < w < end]
                spots = (s.t for s in stations_at(segment, far))
                found[i] = tuple(t for t in spots if NEAR_END < t < 1.0 - NEAR_END)
        return found

    def _spots(self, contour: Contour, index: int) -> tuple[float, ...]:
        start, end = contour.anchors[index], contour.anchors[(index + 1) % len(contour.anchors)]
        segment = cubic(start, end)
        if self.where == "middle":
            return (0.5,)
        if self.where == "evenly":
            return tuple(s.t for s in stations(segment, self.count + 1)[1:-1])
        spots = inflections(segment) if self.where == "inflections" else extremes(segment)
        return tuple(t for t in spots if NEAR_END < t < 1.0 - NEAR_END)


@dataclass(frozen=True, slots=True, kw_only=True)
class BendSegment(Command):
    """Drags a point of a segment; the curve follows with the least change of its handles."""

    kind: Literal["bend_segment"] = "bend_segment"
    item: str
    """The outline."""
    grabbed: Point
    """Where it was taken hold of: the segment nearest to it bends."""
    to: Point
    """Where that point goes."""

    @property
    def name(self) -> str:
        return "Bend segment"

    def delta(self, drawing: Drawing) -> Delta:
        outline = drawing.outline(self.item)
        index, near = segment_near(outline, complex(*self.grabbed))
        by = complex(*self.to) - complex(*self.grabbed)
        changed = bent(outline.contours[index], near.segment, near.t, by)
        return Delta(put=(with_anchors(outline, {(index, i): a for i, a in changed.items()}),))


@dataclass(frozen=True, slots=True, kw_only=True)
class StraightenSegments(Command):
    """Makes segments straight by withdrawing their handles."""

    kind: Literal["straighten_segments"] = "straighten_segments"
    segments: tuple[AnchorRef, ...]
    """Which segments, each by the anchor it starts at."""

    @property
    def name(self) -> str:
        return "Straighten"

    @property
    def phrase(self) -> str:
        return "Straighten segment of {item}"

    def delta(self, drawing: Drawing) -> Delta:
        put = []
        for item_id, positions in by_segment(drawing, self.segments).items():
            outline = drawing.outline(item_id)
            changed: dict[AnchorIndex, Anchor] = {}
            for c in sorted({c for c, _ in positions}):
                made = straightened(outline.contours[c], [i for k, i in positions if k == c])
                changed.update({(c, i): anchor for i, anchor in made.items()})
            put.append(with_anchors(outline, changed))
        return Delta(put=tuple(put))


@dataclass(frozen=True, slots=True, kw_only=True)
class DeleteSegment(Command):
    """Takes a segment out: a closed contour opens, an open one falls in two."""

    kind: Literal["delete_segment"] = "delete_segment"
    segment: AnchorRef
    """Which segment, by the anchor it starts at."""

    @property
    def name(self) -> str:
        return "Delete segment"

    def delta(self, drawing: Drawing) -> Delta:
        item_id, c, i = self.segment
        check_segment(drawing, self.segment)
        outline, contour, _ = anchor_of(drawing, self.segment)
        parts = (settled(p) for p in without_segment(contour, i))
        contours = (*outline.contours[:c], *parts, *outline.contours[c + 1 :])
        return delta_of([(item_id, with_contours(outline, contours))])
