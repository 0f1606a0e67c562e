"""Cones of tangents: how often two stretches of curves can cross.

Source: Sederberg and Meyers, "Loop detection in surface patch intersections", CAGD 5 (1988).
"""

from buildup.geometry.bezier import Cubic

Cone = tuple[complex, complex]
"""The directions, of length 1, at the two sides of all tangents of a stretch."""
CLEAR = 1e-3
"""Sine of an angle (0.06°): at slighter ones Newton's method is not to be relied on."""


def cone(cubic: Cubic) -> Cone | None:
    """The cone of a stretch; None when it spans a half turn or more.

    >>> cone((0j, 1 + 0j, 2 + 0j, 3 + 0j))
    ((1+0j), (1+0j))
    >>> cone((0j, 1 + 0j, 1 + 0j, 0j))
    """
    a, b, c, d = cubic
    back = (d - a).conjugate()
    left = right = 0j
    for step in (b - a, c - b, d - c):
        if not step:
            continue
        if (back * step).real <= 0.0:
            return None
        if not left:
            left = right = step
        elif (left.conjugate() * step).imag < 0.0:
            left = step
        elif (right.conjugate() * step).imag > 0.0:
            right = step
    return (left / abs(left), right / abs(right)) if left else None


def cross_once_at_most(one: Cone, other: Cone) -> bool:
    """Whether no tangent of one cone is parallel to one of the other, by far.

    >>> cross_once_at_most((1 + 0j, 1 + 0j), (1j, 1j))
    True
    >>> cross_once_at_most((1 + 0j, 1 + 0j), (1 + 0j, 1j))
    False
    """
    left, right = one[0].conjugate(), one[1].conjugate()
    sine = (left * other[0]).imag
    if sine > CLEAR:
        rest = (left * other[1]).imag, (right * other[0]).imag, (right * other[1]).imag
        return min(rest) > CLEAR
    if sine < -CLEAR:
        rest = (left * other[1]).imag, (right * other[0]).imag, (right * other[1]).imag
        return max(rest) < -CLEAR
    return False


def run_beside(one: Cubic, other: Cubic, tangents: Cone, slack: float) -> bool:
    """Whether two stretches certainly have no common point because they run beside each other.

    A chord of a stretch has a direction of its cone, or the opposite one. Where they meet, the way
    from a place of one to the place of the same parameter of the other is such a chord; all those
    ways lie in the hull of the ways between their control points.

    Args:
        one: a stretch.
        other: another one, whose cone is `tangents`; it may run the other way.
        tangents: its cone.
        slack: how near counts as common, sheet units.

    >>> curve, flat = (0j, 1 + 1j, 2 + 1j, 3 + 0j), (0j, 1 + 0j, 2 + 0j, 3 + 0j)
    >>> copy = tuple(p + 0.1j for p in curve)
    >>> run_beside(curve, copy, cone(copy), 1e-9), run_beside(curve, flat, cone(flat), 1e-9)
    (True, False)
    """
    a, b, c, d = one
    e, f, g, h = other
    if ((d - a).conjugate() * (h - e)).real < 0.0:
        e, f, g, h = h, g, f, e
    left, right = tangents[0].conjugate(), tangents[1].conjugate()
    side = (left * (e - a)).imag
    if side > slack:
        return (
            (right * (e - a)).imag > slack
            and (left * (h - d)).imag > slack
            and (right * (h - d)).imag > slack
            and (left * (f - b)).imag > slack
            and (right * (f - b)).imag > slack
            and (left * (g - c)).imag > slack
            and (right * (g - c)).imag > slack
        )
    return (
        side < -slack
        and max(
            (direction * v).imag
            for direction in (left, right)
            for v in (e - a, f - b, g - c, h - d)
        )
        < -slack
    )
