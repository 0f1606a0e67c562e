"""Far fewer segments within a tolerance, in one pass over the path: for hundreds of thousands.

What `simplifying` does with care for each anchor takes some milliseconds of them; this takes some
microseconds, and leaves more anchors. Straight pieces: from an anchor on a sector holds the
directions of all lines that pass within the tolerance of what was gone by, and the furthest anchor
in it ends the piece (Zhao and Saalfeld, "Linear-time sleeve-fitting polyline simplification
algorithms", AutoCarto 13, 1997). Curves: two neighbours become the one that splits into them, as
far as there is such a curve (de Casteljau's division undone), again and again.
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.bezier import Cubic, is_plain, point_at

LOOKS = 8
"""Anchors beyond the furthest good end that are looked at for a better one."""
ROUNDS = 16
"""Times that neighbours are joined; each about halves them where they fit."""
SMOOTH = 0.1
"""Radians. Curves that meet at a greater turn are not joined."""
CHECKED = (0.25, 0.5, 0.75, 1.0)
"""Curve parameters of either piece at which the joined curve is compared with it."""
SHARE = 0.7
"""Of the tolerance, for what lies across and for what goes beyond: together within it (√½)."""


@dataclass(frozen=True, slots=True)
class Piece:
    """A segment that stands for some of a path.

    Args:
        curve: the segment.
        start: the number of the first it stands for.
        count: how many it stands for.
        off: how far it is from them at the most, sheet units.
    """

    curve: Cubic
    start: int
    count: int = 1
    off: float = 0.0


def decimated(segments: Sequence[Cubic], *, tolerance: float) -> list[Piece]:
    """Fewer segments for a row of them, each within a tolerance of those it stands for.

    Nothing is promised of the number of them, nor that a path that did not cross itself does not.

    Args:
        segments: joined in a row.
        tolerance: sheet units, above 0.

    >>> row = [(k + 0j, k + 0j, k + 1 + 0j, k + 1 + 0j) for k in range(9)]
    >>> [(p.start, p.count) for p in decimated(row, tolerance=0.1)]
    [(0, 9)]
    >>> decimated([], tolerance=0.1)
    []
    """
    pieces = [Piece(s, k) for k, s in enumerate(segments)]
    for _ in range(ROUNDS):
        joined = list(_joined(pieces, tolerance))
        if len(joined) == len(pieces):
            break
        pieces = joined
    return list(_straightened(pieces, tolerance))


def retained(points: Sequence[complex], *, tolerance: float) -> list[int]:
    """The numbers of the points that stay of a polyline within a tolerance: first, last, others.

    Args:
        points: of the polyline.
        tolerance: sheet units, above 0.

    >>> retained([0j, 1 + 0.01j, 2 + 0j, 2 + 2j], tolerance=0.1)
    [0, 2, 3]
    >>> retained([], tolerance=0.1)
    []
    """
    numbers = [0] if points else []
    while numbers and numbers[-1] < len(points) - 1:
        numbers.append(_furthest(points, numbers[-1], SHARE * tolerance))
    return numbers


def _joined(pieces: Sequence[Piece], tolerance: float) -> Iterator[Piece]:
    """Neighbours that are curves as one, where that is near enough to both."""
    k = 0
    while k < len(pieces):
        one = _one(pieces[k], pieces[k + 1], tolerance) if k + 1 < len(pieces) else None
        yield one or pieces[k]
        k += 2 if one else 1


def _one(first: Piece, second: Piece, tolerance: float) -> Piece | None:
    """The curve that splits into two, nearly; None where there is none within a tolerance."""
    a, b = first.curve, second.curve
    out, into, before, after = a[1] - a[0], b[2] - b[3], a[3] - a[2], b[1] - b[0]
    if is_plain(a) or is_plain(b) or not (out and into and before and after):
        return None
    if dot(before, after) <= 0.0 or abs(cross(unit(before), unit(after))) > SMOOTH:
        return None
    part = abs(before) / (abs(before) + abs(after))
    curve = (a[0], a[0] + out / part, b[3] + into / (1.0 - part), b[3])
    off = max(first.off, second.off) + max(
        *(abs(point_at(curve, part * t) - point_at(a, t)) for t in CHECKED),
        *(abs(point_at(curve, part + (1.0 - part) * t) - point_at(b, t)) for t in CHECKED[:-1]),
    )
    if off > tolerance:
        return None
    return Piece(curve, first.start, first.count + second.count, off)


def _straightened(pieces: Sequence[Piece], tolerance: float) -> Iterator[Piece]:
    """Straight pieces in a row as fewer; curves as they are."""
    k = 0
    while k < len(pieces):
        end = k
        while end < len(pieces) and is_plain(pieces[end].curve):
            end += 1
        if end == k:
            yield pieces[k]
            k += 1
            continue
        ends = [pieces[k].curve[0], *(p.curve[3] for p in pieces[k:end])]
        for at, to in pairwise(retained(ends, tolerance=tolerance)):
            line = (ends[at], ends[at], ends[to], ends[to])
            alone = to == at + 1
            yield pieces[k + at] if alone else Piece(line, pieces[k + at].start, to - at, tolerance)
        k = end


def _furthest(points: Sequence[complex], start: int, tolerance: float) -> int:
    """The number of the furthest point to which a straight piece may run from one of them."""
    here = points[start]
    left = right = 0j
    best, reach = start + 1, 0.0
    for number in range(start + 1, len(points)):
        direction = points[number] - here
        far = abs(direction)
        if far >= reach - tolerance and (
            not left or (cross(right, direction) >= 0.0 >= cross(left, direction))
        ):
            best = number
        elif number - best > LOOKS:
            break
        reach = max(reach, far)
        if far <= tolerance:
            continue
        sine = tolerance / far
        cosine = math.sqrt(1.0 - sine * sine)
        if left and dot(direction, left + right) < 0.0:  # no line passes near both
            break
        most, least = direction * complex(cosine, sine), direction * complex(cosine, -sine)
        if not left:
            left, right = most, least
            continue
        left = most if cross(left, most) < 0.0 else left
        right = least if cross(right, least) > 0.0 else right
        if cross(right, left) < 0.0:
            break
    return best
