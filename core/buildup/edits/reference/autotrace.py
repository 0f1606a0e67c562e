"""An outline proposed for a form in a reference, with as few anchors as a tolerance allows."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Anchor, Contour, anchor_count
from buildup.contours.moving import moved_contour
from buildup.contours.paths import turned_round
from buildup.contours.settling import settled_on
from buildup.contours.simplified import thinned_contour
from buildup.drawing.itemtypes import Outline, Symmetry
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.drawing.paintchecks import check_style
from buildup.drawing.units import format_length
from buildup.edits.change import Delta, placed
from buildup.edits.command import Command
from buildup.edits.fairness.fairing import check_tolerance
from buildup.edits.items.newitems import check_new, new_name
from buildup.edits.symmetry.onseams import squared
from buildup.forms.matching.tracedarea import TURN, Path, contour_along, outer_paths, traced_area_on
from buildup.forms.symmetry.copies import images
from buildup.forms.symmetry.halving import Halves, halved
from buildup.forms.symmetry.seams import SeamLine
from buildup.forms.symmetry.welding import welded
from buildup.geometry.angles import cross, degrees_of, line_degrees
from buildup.geometry.hausdorff import hausdorff
from buildup.geometry.progress import add_work
from buildup.messages import message

PAIRS_A_SEGMENT = 80
"""What a segment of a form counts for those who wait."""
FREELY = (2.0, 1.0)
"""Tolerances by which the anchors of a proposal may still move, as long as it stays within one."""
SHARE = 0.7
"""Part of the tolerance within which it is followed before anchors go to where it is level: what
is level for a moment in the grain of a picture is no extreme."""
STARTS = 3
"""Places around a form from which it is gone round: the fewest anchors win."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TraceOutline(Command):
    """Draws the outline of a form in a reference, with as few anchors as a tolerance allows."""

    kind: Literal["trace_outline"] = "trace_outline"
    item: str
    """The id of the new outline."""
    reference: str
    """In which reference the form is."""
    tolerance: float
    """How far the outline may be from the form, in sheet units, above 0."""
    extremes: bool = False
    """Anchors where it is level or upright."""
    holes: bool = True
    """With the holes of the form."""
    symmetric: bool = False
    """Both its sides alike: midway between what the picture shows of them."""
    container: str | None = None
    """The container it is drawn into; None: the front layer."""
    style: Style | None = None
    """How it is painted; None: a stroke."""

    @property
    def name(self) -> str:
        return "Trace outline"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.item)
        check_tolerance(self.tolerance)
        traced_area, pixel = traced_area_on(drawing, self.reference)
        style = self.style or Style()
        check_style(style)
        paths = traced_area.contours if self.holes else outer_paths(traced_area.contours)
        add_work(PAIRS_A_SEGMENT * sum(map(len, paths)))
        sides = halved(paths, pixel=pixel) if self.symmetric else None
        outline = Outline(
            id=self.item,
            name=new_name(drawing, "Outline", None),
            contours=self._both(sides) if sides else tuple(map(self._around, paths)),
            rule="evenodd",
            style=style,
        )
        count = anchor_count(outline.contours)
        made = [s for c in outline.contours for s in c.segments]
        far = hausdorff(made, [s for path in paths for s in path])
        away = format_length(far, unit=drawing.sheet.unit)
        note = message("notes.traced", count=count, distance=away)
        if sides:
            note += " " + _sides_message(sides)
        return replace(placed(drawing, (outline,), container=self.container), message=note)

    def _around(self, path: Path) -> Contour:
        """A closed path with few anchors."""
        starts = dict.fromkeys(len(path) * k // STARTS for k in range(STARTS))
        return self._fitted(path, [(*path[k:], *path[:k]) for k in starts], closed=True)

    def _both(self, sides: Halves) -> tuple[Contour, ...]:
        """Halves with few anchors, and their images."""
        line = sides.line
        about = Symmetry(
            id="about", name="", centre=line.through, angle=line_degrees(degrees_of(line.along))
        )
        halves = []
        for path in sides.halves:
            half = self._fitted(path, [path], closed=False)
            first, *between, last = half.anchors
            seats = (_seated(first, line), *between, _seated(last, line))
            halves.append(replace(half, anchors=seats))
        beside = [self._around(path) for path in sides.beside]
        reflection = images(about)[1]
        return (
            *(welded(halves, about) or ()),
            *beside,
            *(turned_round(moved_contour(c, reflection)) for c in beside),
            *map(self._around, sides.alone),
        )

    def _fitted(self, path: Path, rings: Sequence[Path], *, closed: bool) -> Contour:
        """A path with few anchors, brought as near to it as so few allow.

        Args:
            path: what is followed.
            rings: the same from several places on.
            closed: it comes back to where it begins.

        """
        near = SHARE * self.tolerance if self.extremes else self.tolerance
        found = [_thinned(contour_along(r, closed=closed), near) for r in rings]
        few, _ = min(found, key=lambda f: (len(f[0].anchors), f[1]))
        for free in FREELY:
            every = range(len(few.anchors))
            made = settled_on(few, every, path, reach=free * near).contour
            if hausdorff(made.segments, path) <= near:
                few = made
                break
        if not self.extremes:
            return few
        return _thinned(few, self.tolerance - near, extremes=True)[0]


def _thinned(contour: Contour, within: float, *, extremes: bool = False) -> tuple[Contour, float]:
    return thinned_contour(contour, within, corners=True, turn=TURN, extreme=extremes)


def _seated(end: Anchor, line: SeamLine) -> Anchor:
    """An end of a half on its line, the handle square to it where the whole is smooth there."""
    there = replace(end, at=line.foot(end.at))
    handle = there.into or there.out or 0j
    smooth = abs(cross(line.along, handle)) > abs(handle) * math.cos(TURN / 2.0)
    return squared(there, line) if smooth else there


def _sides_message(sides: Halves) -> str:
    """What is said of a symmetric proposal: about which line, and what has no counterpart."""
    angle = line_degrees(degrees_of(sides.line.along))
    note = message("notes.traced_axis", angle=angle)
    if sides.alone:
        note += " " + message("notes.lone_anchors", count=len(sides.alone))
    return note
