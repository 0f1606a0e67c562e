"""Arc length of a cubic segment.

Gauss-Legendre quadrature of the speed, halving where two orders disagree. Source: the classical
rule; nodes by Newton's method on the Legendre polynomials (Press et al., Numerical Recipes, 4.5).
"""

import cmath
import itertools
import math

from buildup.errors import Refusal
from buildup.geometry.angles import dot
from buildup.geometry.bezier import Cubic

DEEPEST = 40
"""Halvings of the parameter before a stretch counts as it is: below 1e-12 of the segment."""

WARY = 1e-3
"""Part of the tolerance: how well two orders have to agree where the speed may have a kink, so that
they do not agree by chance."""

Rule = tuple[tuple[float, float], ...]


def gauss_rule(order: int) -> Rule:
    """Nodes and weights of the Gauss-Legendre rule on [0, 1], exact for degree 2·order − 1.

    >>> [round(t, 6) for t, _ in gauss_rule(2)]
    [0.788675, 0.211325]
    """
    rule = []
    for i in range(order):
        x = math.cos(math.pi * (i + 0.75) / (order + 0.5))
        slope = 1.0
        for _ in range(50):
            low, high = 1.0, x
            for k in range(2, order + 1):
                low, high = high, ((2 * k - 1) * x * high - (k - 1) * low) / k
            slope = order * (x * high - low) / (x * x - 1.0)
            step = high / slope
            x -= step
            if abs(step) < 1e-15:
                break
        rule.append(((1.0 + x) / 2.0, 1.0 / ((1.0 - x * x) * slope * slope)))
    return tuple(rule)


_COARSE, _FINE = gauss_rule(8), gauss_rule(14)


def length(segment: Cubic, *, tolerance: float = 1e-6) -> float:
    """The length of a segment, in sheet units, to an absolute tolerance above 0.

    Raises:
        Refusal: `bad_tolerance` when the tolerance is not finite and above 0.

    >>> length((0j, 0j, 3 + 4j, 3 + 4j))
    5.0
    >>> length((1j, 1j, 1j, 1j))
    0.0
    """
    if not 0.0 < tolerance < math.inf:
        raise Refusal("bad_tolerance", "A tolerance needs to be more than 0.")
    a, b, c, d = segment
    if b == a and c == d:
        return abs(d - a)
    first, second, third = b - a, c - b, d - c
    constant, linear = 3.0 * first, 6.0 * (second - first)
    square = 3.0 * (third - 2.0 * second + first)

    def over(rule: Rule, start: float, width: float) -> float:
        total = 0.0
        for node, weight in rule:
            t = start + width * node
            total += weight * abs(constant + t * (linear + t * square))
        return total * width

    ways = (dot(first, second), dot(second, third), dot(first, third))
    wary = 1.0 if min(ways) > 0.0 else WARY
    cuts = [0.0, *(_slowest(constant, linear, square) if wary < 1.0 else ()), 1.0]
    total = 0.0
    todo = [(low, high - low, tolerance, 0) for low, high in itertools.pairwise(cuts)]
    while todo:
        start, width, allowed, depth = todo.pop()
        fine = over(_FINE, start, width)
        if depth >= DEEPEST or abs(fine - over(_COARSE, start, width)) <= allowed * wary:
            total += fine
        else:
            half = width / 2.0
            todo += [
                (start, half, allowed / 2.0, depth + 1),
                (start + half, half, allowed / 2.0, depth + 1),
            ]
    return total


def _slowest(constant: complex, linear: complex, square: complex) -> list[float]:
    """Where the speed may have a kink: the real parts of the derivative's complex roots."""
    if not square:
        roots = [-constant / linear] if linear else []
    else:
        root = cmath.sqrt(linear * linear - 4.0 * square * constant)
        roots = [(-linear - root) / (2.0 * square), (-linear + root) / (2.0 * square)]
    return sorted(r.real for r in roots if 0.0 < r.real < 1.0)
