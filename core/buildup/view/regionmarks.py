"""The regions that a sweep can take, as the canvas lights them up."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from buildup.contours.pathdata import path_data
from buildup.drawing.model import Drawing
from buildup.forms.assembling import anchors_of, contour_of
from buildup.forms.sweepable import Sweepable, sweepable
from buildup.geometry.bezier import derivative_at, point_at
from buildup.geometry.boxes import Box
from buildup.geometry.regions.setoperations import Region, everything, partition
from buildup.view.drawables import Point, as_point

INWARD = (0.25, 0.1, 0.03, 0.01, 0.003, 1e-4)
"""Parts of a region's size by which a place on its edge is moved to lie inside."""
PLACES = 16
"""Parts of an edge that are tried for each of those."""


@dataclass(frozen=True, slots=True, kw_only=True)
class RegionMark:
    """A region."""

    path: str
    """SVG path data."""
    at: Point
    """A place inside, which stands for it."""
    items: tuple[str, ...]
    """What it lies inside of, back to front."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SweepMarks:
    """All regions of some items."""

    regions: tuple[RegionMark, ...]
    bridges: tuple[tuple[Point, Point], ...]
    """Gaps that count as closed, each from end to end."""


def sweep_marks(drawing: Drawing, ids: Sequence[str], gap: float) -> SweepMarks:
    """The regions that some items make where they lie over each other; hidden ones make none.

    Raises:
        Refusal: `unsound_region`.

    """
    swept, regions = _regions(drawing, ids, gap)
    known = anchors_of(swept.forms)
    marks = []
    for region in regions:
        contours = [contour_of(loop, known) for loop in (region.outer, *region.holes)]
        items = tuple(swept.items[k].id for k in sorted(region.inside))
        marks.append(
            RegionMark(path=path_data(contours), at=as_point(place_in(region)), items=items)
        )
    ends = (tuple(as_point(a.at) for a in bridge.anchors) for bridge in swept.bridges)
    bridges = tuple((start, end) for start, end in ends)
    return SweepMarks(regions=tuple(marks), bridges=bridges)


def regions_at(
    drawing: Drawing, ids: Sequence[str], gap: float, positions: Iterable[complex]
) -> tuple[int | None, ...]:
    """Which of the regions of `sweep_marks` each place lies in; None: in none of them.

    Raises:
        Refusal: as `sweep_marks`.

    """
    regions = _regions(drawing, ids, gap)[1]
    return tuple(next((n for n, r in enumerate(regions) if r.holds(p)), None) for p in positions)


def _regions(
    drawing: Drawing, ids: Sequence[str], gap: float
) -> tuple[Sweepable, tuple[Region, ...]]:
    """The regions of some items, worked out once for as long as the same ones are asked for."""

    def made() -> tuple[Sweepable, tuple[Region, ...]]:
        painted = dict.fromkeys(p for i in ids if i in drawing.items for p in drawing.painted_in(i))
        shown = [drawing.painted_item(i) for i in painted if not drawing.hidden(i)]
        swept = sweepable(drawing, shown, gap)
        return swept, tuple(partition(swept.operands, everything))

    return drawing.memo.last(_regions, (tuple(ids), gap), made)


def place_in(region: Region) -> complex:
    """A place inside a region, as far from its edge as is easily found."""
    box = Box.around(p for part in region.outer for p in part.curve)
    size = max(box.width, box.height)
    longest = sorted(region.outer, key=lambda p: -abs(p.curve[3] - p.curve[0]))[:PLACES]
    spots = [(point_at(p.curve, 0.5), derivative_at(p.curve, 0.5)) for p in longest]
    for inward in INWARD:
        for at, direction in spots:
            position = at + direction / abs(direction) * 1j * inward * size if direction else at
            if region.holds(position):
                return position
    return box.centre
