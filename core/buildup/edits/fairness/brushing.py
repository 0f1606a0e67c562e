"""Outlines brushed over by hand: smoothed along the way, or pulled aside with a soft reach."""

from dataclasses import dataclass
from typing import ClassVar, Literal

from buildup.contours.anchors import Contour
from buildup.contours.stretches import Stretch, with_stretch
from buildup.drawing.checks import check_point
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import segment_near, with_rebuilt
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command, Point
from buildup.edits.fairness.fairing import FairSegments
from buildup.geometry.bezier import tight_box
from buildup.geometry.fairness.warping import Pull, pulled
from buildup.geometry.nearest import distance_to_box, nearest
from buildup.messages import refusal

MOST_PLACES = 400
"""Places of the hand that are looked at; of more of them some."""


def _check_reach(reach: float) -> None:
    if reach <= 0.0:
        raise refusal("bad_radius")


@dataclass(frozen=True, slots=True, kw_only=True)
class SmoothWithBrush(Command):
    """Smooths the segments that the hand has gone along, as far as the reach lets them move."""

    kind: Literal["smooth_with_brush"] = "smooth_with_brush"
    item: str
    """The outline."""
    places: tuple[Point, ...]
    """Where the hand has been."""
    reach: float
    """How near it has to come to a segment, in sheet units; no part moves further than that."""
    amount: float = 1.0
    """From nothing (0) to as smooth as the ends allow (1)."""

    @property
    def name(self) -> str:
        return "Smooth brush"

    @property
    def phrase(self) -> str:
        return "Smooth {item} with brush"

    def delta(self, drawing: Drawing) -> Delta:
        _check_reach(self.reach)
        outline = drawing.outline(self.item)
        segments = tuple(self._touched(outline))
        if not segments:
            raise refusal("nothing_touched", self.item)
        fair = FairSegments(segments=segments, tolerance=self.reach, amount=self.amount)
        return fair.delta(drawing)

    def _touched(self, outline: Outline) -> list[AnchorRef]:
        step = max(1, len(self.places) // MOST_PLACES)
        positions = [check_point(p) for p in self.places[::step]]
        found = []
        for c, contour in enumerate(outline.contours):
            for k, segment in enumerate(contour.segments):
                box = tight_box(segment)
                close = (p for p in positions if distance_to_box(box, p) <= self.reach)
                if any(
                    near.distance <= self.reach
                    for p in close
                    if (near := nearest([segment], p)) is not None
                ):
                    found.append((outline.id, c, k))
        return found


@dataclass(frozen=True, slots=True, kw_only=True)
class PullWithBrush(Command):
    """Pulls an outline aside at a place, softly: nothing beyond the reach moves."""

    pointer_field: ClassVar[str] = "to"
    kind: Literal["pull_with_brush"] = "pull_with_brush"
    item: str
    """The outline."""
    grabbed: Point
    """Where it was taken hold of: the place of it that is nearest."""
    to: Point
    """Where that place goes."""
    reach: float
    """How far around the place the outline moves, in sheet units."""

    @property
    def name(self) -> str:
        return "Pull with brush"

    @property
    def phrase(self) -> str:
        return "Pull {item} with brush"

    def delta(self, drawing: Drawing) -> Delta:
        _check_reach(self.reach)
        outline = drawing.outline(self.item)
        grabbed = check_point(self.grabbed)
        _, near = segment_near(outline, grabbed)
        pull = Pull(near.at, check_point(self.to) - grabbed, self.reach)
        changed: dict[int, Contour] = {}
        for c, contour in enumerate(outline.contours):
            segments = contour.segments
            made = {
                Stretch(k, 1): new
                for k, new in enumerate(pulled(segments, pull))
                if new != (segments[k],)
            }
            if made:
                changed[c] = with_stretch(contour, made)
        return Delta(put=(with_rebuilt(outline, changed),))
