"""The order of the edges around a node, clockwise on the screen, and which one bounds next.

Directions that differ say it; where several curves leave a node side by side, the places that they
reach at one distance from it do: between nodes curves do not change sides.
"""

import itertools
from collections.abc import Sequence
from functools import cmp_to_key

from buildup.geometry.angles import cross, degrees_of
from buildup.geometry.bezier import Cubic, point_at
from buildup.geometry.regions.arrangement import Step
from buildup.geometry.tolerances import NO_LENGTH

ALIKE = 0.06
"""Degrees: directions this close do not say how curves lie to each other."""
HALVINGS = 40
"""After so many a place at a distance is known to a millionth of a millionth."""


def in_order(away: Sequence[Step]) -> list[Step]:
    """Steps that lead away from one node, clockwise, from the widest gap between them on."""
    curves = [(step, curve_of(step)) for step in away]
    turned = sorted(
        ((degrees_of(_direction(c)), step, c) for step, c in curves), key=lambda x: x[0]
    )
    angles = [t[0] for t in turned]
    gaps = [b - a for a, b in itertools.pairwise([*angles, angles[0] + 360.0])]
    first = (gaps.index(max(gaps)) + 1) % len(turned)
    turned = turned[first:] + [(a + 360.0, s, c) for a, s, c in turned[:first]]
    return [step for _, step, _ in sorted(turned, key=cmp_to_key(_compared))]


def curve_of(step: Step) -> Cubic:
    """The control points of an edge in the way in which it is run through."""
    edge, forwards = step
    curve = edge.stretches[0].curve
    return curve if forwards else curve[::-1]


def _direction(curve: Cubic) -> complex:
    for point in curve[1:]:
        if abs(point - curve[0]) > NO_LENGTH:
            return point - curve[0]
    return 0j


_Turned = tuple[float, Step, Cubic]


def _compared(one: _Turned, other: _Turned) -> int:
    if abs(one[0] - other[0]) > ALIKE:
        return -1 if one[0] < other[0] else 1
    first, second = one[2], other[2]
    reach = min(_reach(first), _reach(second)) / 4.0
    away = _at(first, reach) - first[0], _at(second, reach) - second[0]
    turn = cross(*away)
    return -1 if turn > 0.0 else 1 if turn < 0.0 else 0


def _reach(curve: Cubic) -> float:
    """How far a curve gets from its start, roughly."""
    return max(abs(point_at(curve, t) - curve[0]) for t in (0.5, 1.0))


def _at(curve: Cubic, distance: float) -> complex:
    """A place of a curve at a distance from its start."""
    low, high = 0.0, 0.5 if abs(point_at(curve, 0.5) - curve[0]) >= distance else 1.0
    for _ in range(HALVINGS):
        middle = (low + high) / 2.0
        if abs(point_at(curve, middle) - curve[0]) < distance:
            low = middle
        else:
            high = middle
    return point_at(curve, high)
