"""How long a carriage takes for a way that it can speed up and slow down on only so fast.

Each straight piece has a trapezoid of speed: it speeds up, runs, slows down. At a corner the speed
is that at which an arc that stays within a small distance of the corner can be run (common practice
in motion control); a first pass forwards and one backwards keep every piece within what the next
one allows.
"""

import math
from collections.abc import Sequence
from itertools import pairwise

from buildup.geometry.angles import dot, unit

DEVIATION = 0.02
"""Millimetres by which an arc that rounds a corner would stay from it."""
STRAIGHT_ON = 1e-9


def times_along(places: Sequence[complex], *, speed: float, acceleration: float) -> list[float]:
    """Seconds at which each place of a way is reached; it begins and ends at rest.

    Args:
        places: millimetres; one at least.
        speed: millimetres a second at the most.
        acceleration: millimetres a second².

    >>> [round(t, 3) for t in times_along([0j, 100 + 0j], speed=100, acceleration=1_000)]
    [0.0, 1.1]
    >>> times_along([0j], speed=1, acceleration=1)
    [0.0]
    """
    long = [abs(b - a) for a, b in pairwise(places)]
    directions = [unit(b - a) if b != a else 0j for a, b in pairwise(places)]
    squares = [0.0, *(_corner(a, b, speed, acceleration) for a, b in pairwise(directions)), 0.0]
    for n, far in enumerate(long):
        squares[n + 1] = min(squares[n + 1], squares[n] + 2.0 * acceleration * far)
    for n in range(len(long) - 1, -1, -1):
        squares[n] = min(squares[n], squares[n + 1] + 2.0 * acceleration * long[n])
    clock = 0.0
    times = [clock]
    for n, far in enumerate(long):
        clock += _piece(far, squares[n], squares[n + 1], speed, acceleration)
        times.append(clock)
    return times


def _corner(before: complex, after: complex, speed: float, acceleration: float) -> float:
    """The square of the speed at which a corner is passed."""
    if before == 0j or after == 0j:
        return speed * speed
    half = math.sqrt(max((1.0 + dot(before, after)) / 2.0, 0.0))  # cosine of half the turn
    if 1.0 - half < STRAIGHT_ON:
        return speed * speed
    return min(speed * speed, acceleration * DEVIATION * half / (1.0 - half))


def _piece(far: float, first: float, last: float, speed: float, acceleration: float) -> float:
    """Seconds for a straight piece between two speeds, told by their squares."""
    peak = acceleration * far + (first + last) / 2.0
    ends = math.sqrt(first) + math.sqrt(last)
    if peak <= speed * speed:
        return (2.0 * math.sqrt(peak) - ends) / acceleration
    evenly = far - (2.0 * speed * speed - first - last) / (2.0 * acceleration)
    return (2.0 * speed - ends) / acceleration + evenly / speed
