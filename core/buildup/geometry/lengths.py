"""Arc length of a cubic segment.

Gauss-Kronrod quadrature of the speed, halving where the two rules disagree. Source: R. Piessens et
al., QUADPACK (1983): the pair of 7 and 15 nodes and the estimate of its error by a power; the nodes
are from memory and checked by what the rules have to be exact for.
"""

import cmath
import itertools
import math
from collections.abc import Iterator

from buildup.errors import Refusal
from buildup.geometry.angles import dot
from buildup.geometry.bezier import Cubic

MOST_PIECES = 400
"""Stretches of one segment that are measured; a curve with two cusps takes about 60 at 1e-9."""

ROUNDING = 2.0**-50
"""Part of the control polygon's length: what rounding alone makes two orders differ by."""

SURE = 200.0**3
"""Where the two rules differ by a part d of a smooth function's value, the finer one is off by less
than d·√(200³·d) (QUADPACK)."""

WARY = 1e-2
"""Part of the tolerance: how well the two have to agree themselves beside a kink of the speed, so
that they do not agree by chance."""

EVEN = 0.2
"""How much the steps of the control polygon may differ where the speed counts as smooth."""

BESIDE = 0.2
"""Curve parameter: a kink this close before or after the curve is felt on it."""

_KRONROD = (
    (0.991455371120812639206854697526329, 0.022935322010529224963732008058970, 0.0),
    (
        0.949107912342758524526189684047851,
        0.063092092629978553290700663189204,
        0.129484966168869693,
    ),
    (0.864864423359769072789712788640926, 0.104790010322250183839876322541518, 0.0),
    (
        0.741531185599394439863864773280788,
        0.140653259715525918745189590510238,
        0.279705391489276668,
    ),
    (0.586087235467691130294144691258130, 0.169004726639267902826583426598550, 0.0),
    (
        0.405845151377397166906606412076961,
        0.190350578064785409913256402421014,
        0.381830050505118945,
    ),
    (0.207784955007898467600689403773245, 0.204432940075298892414161999234649, 0.0),
    (0.0, 0.209482141084727828012999174891714, 0.417959183673469388),
)
"""Nodes on [0, 1] with the weights of Kronrod's rule and of Gauss's of order 7 on [−1, 1]."""

RULE = tuple(
    (0.5 + sign * node / 2.0, fine / 2.0, coarse / 2.0)
    for node, fine, coarse in _KRONROD
    for sign in ((-1.0, 1.0) if node else (1.0,))
)
"""Nodes on [0, 1] with both weights: the finer rule is exact for degree 22, the coarser for 13."""


def length(segment: Cubic, *, tolerance: float = 1e-6) -> float:
    """The length of a segment, in sheet units, to an absolute tolerance above 0.

    A tolerance below what doubles resolve of the length counts as that.

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
    speed = (3.0 * first, 6.0 * (second - first), 3.0 * (third - 2.0 * second + first))
    ways = (abs(first), abs(second), abs(third))
    forth = dot(first, second) > 0.0 and dot(second, third) > 0.0 and dot(first, third) > 0.0
    if forth and min(ways) > EVEN * max(ways):
        todo = [(0.0, 1.0, False)]
    else:
        todo = list(_pieces(_slowest(*speed)))
    finest = ROUNDING * math.fsum(ways)
    agreed = max(tolerance, finest)
    total = 0.0
    left = MOST_PIECES
    while todo:
        start, width, bent = piece = todo.pop()
        fine, coarse = _over(speed, piece)
        left -= 1
        differ = abs(fine - coarse)
        if bent:
            off = differ / WARY
        else:
            off = differ * math.sqrt(min(1.0, SURE * differ / fine)) if fine else differ
        if off <= agreed or left < len(todo):
            total += fine
        else:
            half = width / 2.0
            todo += [(start, half, bent), (start + half, half, False)]
    return total


_Piece = tuple[float, float, bool]
"""A stretch of the curve's parameter: from where, how wide (backwards where negative), and whether
the speed may have a kink at its start."""


def _over(speed: tuple[complex, complex, complex], piece: _Piece) -> tuple[float, float]:
    """The length of a piece by both rules; towards a kink by the square, so that it is not felt."""
    constant, linear, square = speed
    start, width, bent = piece
    fine = coarse = 0.0
    if bent:
        for node, most, least in RULE:
            t = start + width * node * node
            along = 2.0 * node * abs(constant + t * (linear + t * square))
            fine += most * along
            coarse += least * along
    else:
        for node, most, least in RULE:
            t = start + width * node
            along = abs(constant + t * (linear + t * square))
            fine += most * along
            coarse += least * along
    return fine * abs(width), coarse * abs(width)


def _pieces(kinks: list[float]) -> Iterator[_Piece]:
    """The whole parameter, cut between kinks, each piece running away from its own."""
    if not kinks:
        yield 0.0, 1.0, False
        return
    ends = [0.0, *((a + b) / 2.0 for a, b in itertools.pairwise(kinks)), 1.0]
    for kink, (low, high) in zip(kinks, itertools.pairwise(ends), strict=True):
        yield kink, low - kink, True
        yield kink, high - kink, True


def _slowest(constant: complex, linear: complex, square: complex) -> list[float]:
    """Where the speed may have a kink: the real parts of the derivative's complex roots."""
    if not square:
        roots = [-constant / linear] if linear else []
    else:
        root = cmath.sqrt(linear * linear - 4.0 * square * constant)
        roots = [(-linear - root) / (2.0 * square), (-linear + root) / (2.0 * square)]
    near = (r.real for r in roots if -BESIDE < r.real < 1.0 + BESIDE)
    return sorted({min(1.0, max(0.0, t)) for t in near})
