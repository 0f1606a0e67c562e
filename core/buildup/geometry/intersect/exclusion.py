"""Which stretches of two curves certainly have nothing in common.

Sources: fat lines, Sederberg and Nishita, "Curve intersection using Bézier clipping", CAD 22
(1990); the cones of tangents, as `cones`.
"""

from collections.abc import Sequence

from buildup.geometry.bezier import Cubic
from buildup.geometry.intersect.cones import Cone, run_beside
from buildup.geometry.intersect.contacts import MEETS


def apart(a: Cubic, b: Cubic) -> bool:
    """Whether two stretches certainly have nothing in common."""
    ax, bx = [p.real for p in a], [p.real for p in b]
    if min(ax) > max(bx) + MEETS or min(bx) > max(ax) + MEETS:
        return True
    ay, by = [p.imag for p in a], [p.imag for p in b]
    if min(ay) > max(by) + MEETS or min(by) > max(ay) + MEETS:
        return True
    return _past(ax, ay, bx, by) or _past(bx, by, ax, ay)


def _past(
    xs: Sequence[float], ys: Sequence[float], others_x: Sequence[float], others_y: Sequence[float]
) -> bool:
    """Whether a stretch lies on one side of the parallels of another one's chord."""
    left, top = xs[0], ys[0]
    x, y = xs[3] - left, ys[3] - top
    second = x * (ys[1] - top) - y * (xs[1] - left)
    third = x * (ys[2] - top) - y * (xs[2] - left)
    others = [x * (v - top) - y * (u - left) for u, v in zip(others_x, others_y, strict=True)]
    slack = MEETS * (abs(x) + abs(y))
    return (
        min(others) > max(0.0, second, third) + slack
        or max(others) < min(0.0, second, third) - slack
    )


def beside_each_other(a: Cubic, b: Cubic, one: Cone | None, other: Cone | None) -> bool:
    """Whether two stretches certainly have nothing in common, as they run alike side by side."""
    return (other is not None and run_beside(a, b, other, MEETS)) or (
        one is not None and run_beside(b, a, one, MEETS)
    )
