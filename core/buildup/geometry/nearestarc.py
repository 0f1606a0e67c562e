"""The true arc that comes nearest to a stretch between its ends."""

import math
from collections.abc import Sequence

from buildup.geometry.angles import arc_handle, degrees_of, turned_by
from buildup.geometry.bezier import Cubic, line, point_at
from buildup.geometry.stations import stations
from buildup.geometry.tolerances import NO_LENGTH, SAME_PLACE

EACH = 12
"""Places of each segment that are looked at."""
STEP_SHARE = 1e-3
"""Part of the height over which the sum of squares is compared."""
WIDEST = math.pi / 2.0
"""Radians: the widest arc for one cubic, 2.7·10⁻⁴ of its radius off (Goldapp)."""
BEYOND = 0.01
"""Part of that by which it may be wider: a half circle that was found has two."""


def nearest_arc(segments: Sequence[Cubic]) -> tuple[Cubic, ...]:
    """The arc through both ends of a row of segments that comes nearest to its places.

    By the least squares of how far its places are from the circle.

    Returns:
        Cubics of at most 90°; a line where the stretch is straight.

    >>> quarter = nearest_arc([(1 + 0j, 1 + 0.5j, 0.5 + 1j, 0 + 1j)])
    >>> round(quarter[0][1].imag, 2)
    0.54
    >>> nearest_arc([(0j, 1 + 0j, 2 + 0j, 3 + 0j)])
    ((0j, 0j, (3+0j), (3+0j)),)
    """
    start, end = segments[0][0], segments[-1][3]
    chord = end - start
    if abs(chord) <= NO_LENGTH:
        return tuple(segments)
    sagitta = _sagitta(segments, chord / abs(chord), abs(chord))
    if abs(sagitta) <= SAME_PLACE:
        return (line(start, end),)
    return arc(start, end, bulge=2.0 * sagitta / abs(chord))


def _sagitta(segments: Sequence[Cubic], direction: complex, wide: float) -> float:
    """How far the middle of the arc is to the right of the chord: found by Newton's method."""
    start = segments[0][0]
    positions = [
        (p - start) / direction
        for s in segments
        for p in (point_at(s, station.t) for station in stations(s, EACH))
    ]
    inner = [p for p in positions if 0.02 * wide < p.real < 0.98 * wide] or positions
    deepest = max(inner, key=lambda p: abs(p.imag))
    height = deepest.imag
    if abs(height) <= SAME_PLACE:
        return 0.0
    half = wide / 2.0
    for _ in range(30):
        step = STEP_SHARE * abs(height)
        low, here, high = (_cost(positions, half, height + k * step) for k in (-1, 0, 1))
        bend = high - 2.0 * here + low
        move = 0.5 * step * (low - high) / bend if bend > 0.0 else math.copysign(step, low - high)
        move = max(-0.3 * abs(height), min(0.3 * abs(height), move))
        height += move
        if abs(move) <= 1e-9 * wide:
            break
    return height


def _cost(positions: Sequence[complex], half: float, height: float) -> float:
    """The sum of the squares of how far places are from an arc over a chord."""
    radius = (half * half + height * height) / (2.0 * height)
    middle = complex(half, height - radius)
    return math.fsum((abs(p - middle) - abs(radius)) ** 2 for p in positions)


def arc(start: complex, end: complex, *, bulge: float) -> tuple[Cubic, ...]:
    """An arc between two different places as cubics of at most 90°.

    Args:
        start: sheet units.
        end: sheet units.
        bulge: the height over half the chord, below 0 to the left as one goes; not 0.

    >>> [round(abs(p), 6) for p in (c[3] for c in arc(1 + 0j, -1 + 0j, bulge=1.0))]
    [1.0, 1.0]
    >>> [round(c[3].imag, 6) for c in arc(1 + 0j, -1 + 0j, bulge=1.0)]
    [-1.0, 0.0]
    """
    half = (end - start) / 2.0
    turn = -4.0 * math.radians(degrees_of(complex(1.0, bulge)))
    centre = start + half + half * 1j * (bulge * bulge - 1.0) / (2.0 * bulge)
    count = max(1, math.ceil(abs(turn) / WIDEST - BEYOND))
    each = turn / count
    handle = arc_handle(math.degrees(each))
    found = []
    here = start
    for k in range(1, count + 1):
        there = end if k == count else centre + turned_by(start - centre, each * k)
        first, last = 1j * (here - centre) * handle, -1j * (there - centre) * handle
        found.append((here, here + first, there + last, there))
        here = there
    return tuple(found)
