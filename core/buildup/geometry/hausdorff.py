"""How far two paths are from each other."""

from collections.abc import Sequence

from buildup.geometry.bezier import Cubic, points_at
from buildup.geometry.fitting.onefit import better
from buildup.geometry.nearest import nearest

PLACES = 16
"""Places of a segment that are looked at."""
STEPS = 2
"""Steps of Newton's method from each place to the nearest one of the same segment."""


def apart(old: Sequence[Cubic], new: Sequence[Cubic]) -> float:
    """How far places of one path are at most from another one between the same ends.

    By dense sampling of the old segments. A place's distance from the new segment at the same part
    of the row is at most too large; the largest are looked at again, until the largest is sure.
    Equal segments cost nothing.

    >>> apart([(0j, 1 + 0j, 2 + 0j, 3 + 0j)], [(2j, 1 + 2j, 2 + 2j, 3 + 2j)])
    2.0
    >>> apart([], [])
    0.0
    """
    cuts = [k / PLACES for k in range(PLACES + 1)]
    bounds: list[tuple[float, int, complex]] = []
    for n, one in enumerate(old):
        k = n * len(new) // len(old)
        other = new[k]
        if one == other:
            continue
        positions = points_at(one, cuts)
        nearer = cuts
        for _ in range(STEPS):
            nearer = better(positions, other, nearer)
        found = (points_at(other, cuts), points_at(other, nearer))
        bounds += [
            (min(abs(p - q), abs(p - r)), k, p) for p, q, r in zip(positions, *found, strict=True)
        ]
    bounds.sort(key=lambda b: b[0])
    sure = 0.0
    while bounds and bounds[-1][0] > sure:
        _, k, position = bounds.pop()
        near = nearest([new[k], *new[max(0, k - 1) : k], *new[k + 1 : k + 2]], position)
        away = near.distance if near else 0.0
        if away > sure:  # those beside it may not be all that is near
            whole = nearest(new, position)
            away = whole.distance if whole else 0.0
        sure = max(sure, away)
    return sure


def hausdorff(one: Sequence[Cubic], other: Sequence[Cubic]) -> float:
    """How far places of either path are at most from the other, as `apart`."""
    return max(apart(one, other), apart(other, one))
