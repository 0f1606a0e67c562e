"""Segments: add anchors on them, bend and straighten them, take them out."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from buildup.drawing.checks import MOST_ANCHORS
from buildup.drawing.flow import settled
from buildup.drawing.model import Contour, Drawing, Outline
from buildup.drawing.paths import without_segment
from buildup.drawing.segments import bent, straightened, with_added
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command, Point
from buildup.edits.editing import (
    anchor_of,
    by_outline,
    delta_of,
    segment_near,
    with_anchors,
    with_contours,
)
from buildup.errors import Refusal
from buildup.geometry.bezier import extremes

NEAR_END = 1e-6
"""Curve parameter: an anchor is not added this close to one that is there."""


def _segment_of(drawing: Drawing, ref: AnchorRef) -> tuple[Outline, Contour]:
    """The outline and the contour of a segment, which is named by the anchor it starts at.

    Raises:
        Refusal: as `by_outline`, or `no_segment`.

    """
    outline, contour, _ = anchor_of(drawing, ref)
    if ref[2] >= len(contour.pairs):
        raise Refusal(
            "no_segment", "The outline ends at that anchor: no segment starts there.", ref[0]
        )
    return outline, contour


def _grown(outline: Outline, index: int, contour: Contour) -> Outline:
    count = sum(len(c.anchors) for c in outline.contours) + len(contour.anchors)
    if count - len(outline.contours[index].anchors) > MOST_ANCHORS:
        raise Refusal("too_many_anchors", f"An outline can have {MOST_ANCHORS:,} anchors.")
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

    def delta(self, drawing: Drawing) -> Delta:
        outline = drawing.outline(self.item)
        index, near = segment_near(outline, complex(*self.at))
        if not NEAR_END < near.t < 1.0 - NEAR_END:
            raise Refusal("anchor_there", "There is an anchor at that place already.", self.item)
        longer = with_added(outline.contours[index], near.segment, (near.t,))
        return Delta(put=(_grown(outline, index, longer),))


@dataclass(frozen=True, slots=True, kw_only=True)
class AddAnchors(Command):
    """Adds anchors in the middle or at the extremes of segments; the form stays the same."""

    kind: Literal["add_anchors"] = "add_anchors"
    segments: tuple[AnchorRef, ...]
    """Which segments, each by the anchor it starts at."""
    where: Literal["middle", "extremes"] = "middle"
    """At half the parameter, or where the curve is level or upright."""

    @property
    def name(self) -> str:
        return "Add anchors"

    def delta(self, drawing: Drawing) -> Delta:
        put = []
        added = 0
        for item_id, places in by_outline(drawing, self.segments).items():
            outline = drawing.outline(item_id)
            for c, i in sorted(places, reverse=True):
                contour = outline.contours[c]
                _segment_of(drawing, (item_id, c, i))
                segment = contour.segments[i]
                spots = (0.5,) if self.where == "middle" else extremes(segment)
                spots = tuple(t for t in spots if NEAR_END < t < 1.0 - NEAR_END)
                outline = _grown(outline, c, with_added(contour, i, spots))
                added += len(spots)
            put.append(outline)
        if not added:
            raise Refusal("no_extremes", "These segments have no extreme between their ends.")
        return Delta(put=tuple(put))


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


def _each(drawing: Drawing, segments: Sequence[AnchorRef]) -> dict[str, list[tuple[int, int]]]:
    for ref in segments:
        _segment_of(drawing, ref)
    return by_outline(drawing, segments)


@dataclass(frozen=True, slots=True, kw_only=True)
class StraightenSegments(Command):
    """Makes segments straight by withdrawing their handles."""

    kind: Literal["straighten_segments"] = "straighten_segments"
    segments: tuple[AnchorRef, ...]
    """Which segments, each by the anchor it starts at."""

    @property
    def name(self) -> str:
        return "Straighten"

    def delta(self, drawing: Drawing) -> Delta:
        put = []
        for item_id, places in _each(drawing, self.segments).items():
            outline = drawing.outline(item_id)
            for c, i in places:
                changed = straightened(outline.contours[c], i)
                outline = with_anchors(outline, {(c, k): a for k, a in changed.items()})
            put.append(outline)
        return Delta(put=tuple(put))


@dataclass(frozen=True, slots=True, kw_only=True)
class RemoveSegment(Command):
    """Takes a segment out: a closed contour opens, an open one falls in two."""

    kind: Literal["remove_segment"] = "remove_segment"
    segment: AnchorRef
    """Which segment, by the anchor it starts at."""

    @property
    def name(self) -> str:
        return "Remove segment"

    def delta(self, drawing: Drawing) -> Delta:
        item_id, c, i = self.segment
        outline, contour = _segment_of(drawing, self.segment)
        parts = (settled(p) for p in without_segment(contour, i))
        contours = (*outline.contours[:c], *parts, *outline.contours[c + 1 :])
        return delta_of([(item_id, with_contours(outline, contours))])
