"""Where two segments cross, within a box."""

from buildup.geometry.angles import cross
from buildup.geometry.bezier import Cubic, derivative_at, point_at, split_at
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH

FINE = 1e-2
"""Sheet units: boxes this small are handed to Newton's method, which converges in a few steps."""
MOST_STEPS = 3000
"""Subdivisions before giving up: curves that lie on each other have no end of crossings."""
SAME_PLACE = 1e-6
"""Sheet units: crossings closer than this are one."""


def hull_box(segment: Cubic) -> Box:
    """A box that holds the segment, quickly: that of its control points."""
    return Box.around(segment)


def crossings(first: Cubic, second: Cubic, *, inside: Box) -> tuple[complex, ...]:
    """The points within a box where two segments cross, each once, in no particular order.

    Subdivision of the hulls, then Newton's method on both parameters. Curves that lie on each
    other for a length give some of their common points, or none.

    >>> box = Box(0, 0, 2, 2)
    >>> crossings((0j, 0j, 2 + 2j, 2 + 2j), (2 + 0j, 2 + 0j, 2j, 2j), inside=box)
    ((1+1j),)
    >>> crossings((0j, 0j, 2 + 0j, 2 + 0j), (1j, 1j, 2 + 1j, 2 + 1j), inside=box)
    ()
    """
    found: list[complex] = []
    stack = [(first, 0.0, 1.0, second, 0.0, 1.0)]
    for _ in range(MOST_STEPS):
        if not stack:
            break
        a, t0, t1, b, u0, u1 = stack.pop()
        box_a, box_b = hull_box(a), hull_box(b)
        if not (box_a.meets(box_b) and box_a.meets(inside) and box_b.meets(inside)):
            continue
        size_a = max(box_a.width, box_a.height)
        size_b = max(box_b.width, box_b.height)
        if size_a < FINE and size_b < FINE:
            place = _polished(first, (t0 + t1) / 2.0, second, (u0 + u1) / 2.0)
            if place is not None and all(abs(place - p) > SAME_PLACE for p in found):
                found.append(place)
        elif size_a >= size_b:
            middle = (t0 + t1) / 2.0
            left, right = split_at(a, 0.5)
            stack += [(left, t0, middle, b, u0, u1), (right, middle, t1, b, u0, u1)]
        else:
            middle = (u0 + u1) / 2.0
            left, right = split_at(b, 0.5)
            stack += [(a, t0, t1, left, u0, middle), (a, t0, t1, right, middle, u1)]
    return tuple(p for p in found if Box.around((p,)).meets(inside))


def _polished(first: Cubic, t: float, second: Cubic, u: float) -> complex | None:
    """The crossing near two parameters; None where there is none after all."""
    for _ in range(8):
        gap = point_at(second, u) - point_at(first, t)
        if abs(gap) < NO_LENGTH:
            break
        along, other = derivative_at(first, t), derivative_at(second, u)
        turn = cross(along, other)
        if abs(turn) < NO_LENGTH:
            break
        t = min(1.0, max(0.0, t + cross(gap, other) / turn))
        u = min(1.0, max(0.0, u + cross(gap, along) / turn))
    place = point_at(first, t)
    return place if abs(point_at(second, u) - place) < SAME_PLACE else None
