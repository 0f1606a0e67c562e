"""Polygons whose corners are rounded by true arcs (as cubics)."""

import math
from collections.abc import Sequence

from buildup.drawing.model import Anchor, Contour
from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.tolerances import NO_LENGTH


def rounded(points: Sequence[complex], radii: Sequence[float]) -> Contour:
    """A closed polygon with an arc in each corner, tangent to its two sides.

    Radii that do not fit are all scaled by one factor, the smallest of side ÷ the sum of what
    its two corners take (W3C CSS Backgrounds and Borders 3, §5.5). Where two arcs meet there is
    one anchor, not two.

    Args:
        points: the corners, in order, no two neighbours on one spot.
        radii: one for each corner, at least 0, sheet units.

    >>> len(rounded([0j, 9 + 0j, 9 + 9j, 9j], [9, 9, 9, 9]).anchors)
    4

    """
    count = len(points)
    ways = [unit(points[(i + 1) % count] - points[i]) for i in range(count)]
    tangents = [_half_tangent(ways[i - 1], ways[i]) for i in range(count)]
    takes = [r * t for r, t in zip(radii, tangents, strict=True)]
    fit = overlap_factor([abs(points[(i + 1) % count] - points[i]) for i in range(count)], takes)
    anchors: list[Anchor] = []
    for i, point in enumerate(points):
        take = takes[i] * fit
        if take < NO_LENGTH:
            anchors.append(Anchor(point))
            continue
        tangent = tangents[i]
        handle = radii[i] * fit * 4.0 / 3.0 * tangent / (1.0 + math.sqrt(1.0 + tangent * tangent))
        before, after = ways[i - 1], ways[i]
        anchors.append(Anchor(point - before * take, None, before * handle, "smooth"))
        anchors.append(Anchor(point + after * take, -after * handle, None, "smooth"))
    return Contour(_met(anchors), closed=True)


def overlap_factor(sides: Sequence[float], takes: Sequence[float]) -> float:
    """By how much all corners shrink so that no two overlap; at most 1.

    Args:
        sides: the length from corner i to corner i + 1.
        takes: how much of its two sides each corner takes.

    """
    factor = 1.0
    for i, side in enumerate(sides):
        both = takes[i] + takes[(i + 1) % len(takes)]
        if both > side:
            factor = min(factor, side / both)
    return factor


def _half_tangent(before: complex, after: complex) -> float:
    """tan(φ/2) of the turn φ between two directions; exactly 1 at a right angle."""
    across = abs(cross(before, after))
    return (1.0 - dot(before, after)) / across if across > NO_LENGTH else 0.0


def _met(anchors: list[Anchor]) -> tuple[Anchor, ...]:
    kept: list[Anchor] = []
    for anchor in anchors:
        if kept and _same_spot(kept[-1], anchor):
            kept[-1] = _merged(kept[-1], anchor)
        else:
            kept.append(anchor)
    if len(kept) > 1 and _same_spot(kept[-1], kept[0]):
        kept[0] = _merged(kept.pop(), kept[0])
    return tuple(kept)


def _same_spot(first: Anchor, second: Anchor) -> bool:
    return first.out is None and second.into is None and abs(first.at - second.at) < NO_LENGTH


def _merged(first: Anchor, second: Anchor) -> Anchor:
    into, out = first.into, second.out
    even = into is not None and out is not None and abs(into + out) < NO_LENGTH
    return Anchor(second.at, into, out, "symmetric" if even else "smooth")
