"""What lies inside closed paths, and which curves touch a box."""

from collections.abc import Iterable

from buildup.geometry.bezier import Cubic, point_at, split_at
from buildup.geometry.boxes import Box
from buildup.geometry.monotone import monotone_parts, passes, values

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
        heights = values(segment, level=True)
        for start, end in monotone_parts(heights):
            low, high = point_at(segment, start).imag, point_at(segment, end).imag
            if min(low, high) <= at.imag < max(low, high):
                t = passes(heights, start, end, at.imag, rising=high > low)
                if point_at(segment, t).real > at.real:
                    count += 1 if high > low else -1
    return count


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
