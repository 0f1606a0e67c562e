"""What lies inside closed paths, and which curves touch a box."""

import itertools
from collections.abc import Iterable

from buildup.geometry.bezier import Cubic, point_at, quadratic_roots, split_at
from buildup.geometry.boxes import Box

CLOSEST = 60
"""Halvings after which a crossing of a level line is known to the last bit of its parameter."""
FINEST = 40
"""Halvings of a segment; what is left then is a point."""


def winding(segments: Iterable[Cubic], at: complex) -> int:
    """How often closed paths run around a place, clockwise on the screen positive.

    Each stretch that only rises or only sinks crosses the level line through the place once at
    the most, its lower end not counted, so that anchors on that line count once. Of a place on
    the path itself either answer may come.

    >>> square = [0j, 2 + 0j, 2 + 2j, 2j]
    >>> sides = [(a, a, b, b) for a, b in zip(square, [*square[1:], square[0]])]
    >>> winding(sides, 1 + 1j), winding(sides, 3 + 1j)
    (1, 0)
    """
    count = 0
    for segment in segments:
        hull = Box.around(segment)
        if not hull.top <= at.imag <= hull.bottom or hull.right < at.real:
            continue
        cuts = [0.0, *_turns(segment), 1.0]
        for start, end in itertools.pairwise(cuts):
            low, high = point_at(segment, start), point_at(segment, end)
            way = 1 if high.imag > low.imag else -1
            if min(low.imag, high.imag) <= at.imag < max(low.imag, high.imag):
                count += way if _crosses_right(segment, start, end, at, way) else 0
    return count


def _turns(segment: Cubic) -> list[float]:
    """Where a segment turns from rising to sinking, ascending."""
    p0, p1, p2, p3 = (p.imag for p in segment)
    roots = quadratic_roots(p3 - p0 + 3.0 * (p1 - p2), 2.0 * (p0 - 2.0 * p1 + p2), p1 - p0)
    return sorted(t for t in roots if 0.0 < t < 1.0)


def _crosses_right(segment: Cubic, start: float, end: float, at: complex, way: int) -> bool:
    """Whether a stretch crosses the level line right of a place."""
    for _ in range(CLOSEST):
        middle = (start + end) / 2.0
        if middle in (start, end):
            break
        if (point_at(segment, middle).imag - at.imag) * way > 0.0:
            end = middle
        else:
            start = middle
    return point_at(segment, (start + end) / 2.0).real > at.real


def touches(segment: Cubic, box: Box) -> bool:
    """Whether any point of a segment lies in a box, its edge included.

    >>> touches((0j, 0j, 4 + 4j, 4 + 4j), Box(1, 2, 1.5, 3))
    False
    >>> touches((0j, 0j, 4 + 4j, 4 + 4j), Box(1, 1, 2, 3))
    True
    """
    todo = [(segment, 0)]
    while todo:
        piece, depth = todo.pop()
        if _holds(box, piece[0]) or _holds(box, piece[3]):
            return True
        around = Box.around(piece)
        if not around.meets(box):
            continue
        if depth >= FINEST:
            return True
        todo += [(half, depth + 1) for half in split_at(piece, 0.5)]
    return False


def _holds(box: Box, at: complex) -> bool:
    return box.left <= at.real <= box.right and box.top <= at.imag <= box.bottom
