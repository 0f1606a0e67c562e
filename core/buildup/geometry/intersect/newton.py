"""Newton's method for the common point of two curves: the one step that all who want it share."""

from buildup.geometry.bezier import Cubic

Powers = tuple[complex, complex, complex, complex]
"""A segment by powers of its parameter: p0 + p1 t + p2 t² + p3 t³."""
Step = tuple[float, float, float]


def powers(segment: Cubic) -> Powers:
    """A segment by powers of its parameter.

    >>> powers((0j, 1 + 0j, 2 + 0j, 3 + 0j))
    (0j, (3+0j), 0j, 0j)
    """
    a, b, c, d = segment
    return a, 3.0 * (b - a), 3.0 * (a - 2.0 * b + c), d - a + 3.0 * (b - c)


def step(first: Powers, second: Powers, t: float, u: float, *, slightest: float = 0.0) -> Step:
    """How far to go on from two parameters, towards where the two curves meet.

    Args:
        first: a curve, at `t`.
        second: the other one, at `u`.
        t: a parameter of the first.
        u: a parameter of the second.
        slightest: sine of the angle between them up to which they count as touching: then the step
            goes half of the way to both sides, along the tangents.

    Returns:
        What to add to `t` and to `u`, and the sine of the angle times both speeds: 0 where they
        are parallel (and then nothing to add, unless they touch).

    >>> step(powers((0j, 1+0j, 2+0j, 3+0j)), powers((1-1j, 1-1j, 1+1j, 1+1j)), 0.0, 0.5)[:2]
    (0.3333333333333333, 0.0)
    """
    p, p1, p2, p3 = first
    e, e1, e2, e3 = second
    return towards(
        e + u * (e1 + u * (e2 + u * e3)) - p - t * (p1 + t * (p2 + t * p3)),
        p1 + t * (2.0 * p2 + t * 3.0 * p3),
        e1 + u * (2.0 * e2 + u * 3.0 * e3),
        slightest=slightest,
    )


def towards(gap: complex, along: complex, other: complex, *, slightest: float = 0.0) -> Step:
    """The same from the way between the two places, and how the two curves run on there.

    >>> towards(1j, 1 + 0j, 2j)
    (0.0, -0.5, 2.0)
    """
    turn = (along.conjugate() * other).imag
    if turn and abs(turn) > slightest * abs(along) * abs(other):
        return (gap.conjugate() * other).imag / turn, (gap.conjugate() * along).imag / turn, turn
    if not slightest:
        return 0.0, 0.0, 0.0
    speed, pace = abs(along), abs(other)
    return (
        (gap.conjugate() * along).real / (speed * speed) / 2.0 if speed else 0.0,
        -(gap.conjugate() * other).real / (pace * pace) / 2.0 if pace else 0.0,
        0.0,
    )
