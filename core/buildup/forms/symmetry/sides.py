"""Closed contours cut along a line: the part on one side, as open paths that end on the line."""

import itertools
from collections.abc import Sequence
from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour, cubic
from buildup.contours.segments import with_added
from buildup.drawing.itemtypes import Symmetry
from buildup.forms.symmetry.seams import SeamLine, seams_of
from buildup.geometry.bezier import Cubic, point_at, quadratic_roots
from buildup.geometry.inside import winding
from buildup.geometry.nearest import nearest
from buildup.geometry.tolerances import PARAMETER, SAME_PLACE

HALVINGS = 60
"""After so many a crossing is known to the last bit of its parameter."""


def passes(segment: Cubic, line: SeamLine) -> list[float]:
    """The parameters in (0, 1), ascending, at which a segment passes from one side to the other.

    >>> passes((0j, 0j, 4 + 0j, 4 + 0j), SeamLine(2 + 5j, 1j))
    [0.5]
    """
    away = [line.away(p) for p in segment]
    if min(away) >= -SAME_PLACE or max(away) <= SAME_PLACE:
        return []
    p0, p1, p2, p3 = away
    roots = quadratic_roots(p3 - p0 + 3.0 * (p1 - p2), 2.0 * (p0 - 2.0 * p1 + p2), p1 - p0)
    cuts = [0.0, *sorted(t for t in roots if 0.0 < t < 1.0), 1.0]
    found = []
    for start, end in itertools.pairwise(cuts):
        first, last = (line.away(point_at(segment, t)) for t in (start, end))
        if min(first, last) < -SAME_PLACE and max(first, last) > SAME_PLACE:
            found.append(_pass(segment, line, start, end, span=last - first))
    return [t for t in found if PARAMETER < t < 1.0 - PARAMETER]


def _pass(segment: Cubic, line: SeamLine, start: float, end: float, *, span: float) -> float:
    for _ in range(HALVINGS):
        middle = (start + end) / 2.0
        if line.away(point_at(segment, middle)) * span > 0.0:
            end = middle
        else:
            start = middle
    return (start + end) / 2.0


def cut_at(contour: Contour, line: SeamLine) -> Contour:
    """A contour with an anchor wherever it passes a line; what lies on it lies there exactly."""
    spots = {i: passes(cubic(a, b), line) for i, (a, b) in enumerate(contour.pairs)}
    cut = with_added(contour, spots)
    anchors = (a if abs(line.away(a.at)) > SAME_PLACE else _onto(a, line) for a in cut.anchors)
    return replace(cut, anchors=tuple(anchors))


def _onto(anchor: Anchor, line: SeamLine) -> Anchor:
    return replace(anchor, at=line.foot(anchor.at))


def side_of(segment: Cubic, line: SeamLine) -> int:
    """The side of a line on which a segment lies that does not pass it; 0: it lies on the line."""
    far = max((line.away(point_at(segment, t)) for t in (0.25, 0.5, 0.75)), key=abs)
    return 0 if abs(far) <= SAME_PLACE else 1 if far > 0.0 else -1


def shown_side(contours: Sequence[Contour], symmetry: Symmetry) -> tuple[Contour, ...]:
    """What a symmetry keeps of contours: all, or what lies on one side, cut at the line.

    Closed contours that are cut come out as open paths which end on the line.
    """
    found = list(contours)
    for line, side in limits(symmetry):
        cut = (cut_at(c, line) for c in found)
        found = [part for c in cut for part in on_side(c, line, side)]
    return tuple(found)


def limits(symmetry: Symmetry) -> tuple[tuple[SeamLine, int], ...]:
    """The lines at which a symmetry cuts, and the side of each that it keeps."""
    lines = seams_of(symmetry)
    if symmetry.keeps == "all" or not lines:
        return ()
    side = 1 if symmetry.keeps == "right" else -1
    if symmetry.pattern == "mirror":
        return ((lines[0], side),)
    following = lines[1] if side > 0 else lines[-1]
    turned = following if side > 0 else SeamLine(following.through, -following.along)
    return ((lines[0], side), (turned, -side))


def on_side(contour: Contour, line: SeamLine, side: int) -> list[Contour]:
    """What of a contour lies on one side of a line.

    Args:
        contour: cut at the line, as `cut_at` gives it.
        line: the line.
        side: 1 or -1.

    Returns:
        The contour itself where all of it does; else open paths that begin and end on the line.

    """
    sides = [side_of(s, line) for s in contour.segments]
    if all(s == side for s in sides):
        return [contour]
    count = len(contour.anchors)
    starts = [
        i for i, s in enumerate(sides) if s == side and (sides[i - 1] != side or _open(contour, i))
    ]
    found = []
    for start in starts:
        run = [start]
        at = start
        while at < len(sides) + start and sides[at % len(sides)] == side:
            at += 1
            run.append(at % count)
            if at == len(sides) and not contour.closed:
                break
        anchors = [contour.anchors[i] for i in run]
        anchors[0] = replace(anchors[0], into=None, twin=None)
        anchors[-1] = replace(anchors[-1], out=None, twin=None)
        found.append(Contour(tuple(anchors)))
    return found


def _open(contour: Contour, index: int) -> bool:
    """Whether an open path starts there."""
    return index == 0 and not contour.closed


def joins_along(contour: Contour, line: SeamLine) -> list[Contour]:
    """The open halves of which a closed contour and its image about a line are made together.

    Empty where the two neither overlap along the line nor share a stretch of it, or where their
    union is more than the side on which the larger part lies, mirrored.
    """
    cut = cut_at(contour, line)
    sides = [side_of(s, line) for s in cut.segments]
    if 0 not in sides and len(set(sides)) < 2:
        return []
    own = _larger_side(cut.segments, sides, line)
    others = [s for s, side in zip(cut.segments, sides, strict=True) if side == -own]
    if not all(_covered(cut, point_at(s, t), line) for s in others for t in (0.25, 0.5, 0.75)):
        return []
    return on_side(cut, line, own)


def _larger_side(segments: Sequence[Cubic], sides: Sequence[int], line: SeamLine) -> int:
    """The side on which the contour reaches farther."""
    far = {1: 0.0, -1: 0.0}
    for segment, side in zip(segments, sides, strict=True):
        if side:
            reach = max(abs(line.away(point_at(segment, t))) for t in (0.25, 0.5, 0.75))
            far[side] = max(far[side], reach)
    return 1 if far[1] >= far[-1] else -1


def _covered(contour: Contour, at: complex, line: SeamLine) -> bool:
    """Whether the image of a place lies inside a contour, or on it."""
    there = line.image(at)
    if winding(contour.segments, there) != 0:
        return True
    found = nearest(contour.segments, there)
    return found is not None and found.distance <= SAME_PLACE
