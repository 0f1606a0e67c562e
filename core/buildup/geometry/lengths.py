"""Arc length of a cubic segment.

Gauss-Kronrod quadrature of the speed, halving where the two rules disagree. Near a kink r ± ih of
the speed (a root of the derivative) t = r + h·sinh(x) draws it apart: the root's own factor is
h·cosh(x) there. Source: R. Piessens et al., QUADPACK (1983): the pair of 7 and 15 nodes and the
estimate of the error by a power; the nodes are from memory and checked by what the rules have to be
exact for.
"""

import cmath
import itertools
import math
from collections.abc import Iterator

from buildup.geometry.angles import dot
from buildup.geometry.bezier import Cubic
from buildup.messages import refusal

MOST_PIECES = 400
"""Stretches of one segment that are measured; the worst of some hundred took 60 at 1e-13."""

ROUNDING = 2.0**-50
"""Part of the control polygon's length: what rounding alone makes two orders differ by."""

SURE = 3e5
"""Where the two rules differ by a part d of the value, the finer one is off by less than
d·√(3·10⁵·d): the power is QUADPACK's, the factor smaller than its 8·10⁶, as the function is smooth
once its kinks are drawn apart."""

EVEN = 0.2
"""How much the steps of the control polygon may differ where the speed counts as smooth."""

BESIDE = 0.2
"""Curve parameter: a kink this close before or after the curve is felt on it."""

STEP, MOST_STEPS = 4.0, 4
"""How far x runs at once in sinh(x), and how often: then 10⁻⁷ of the piece is left, and less than
10⁻¹³ of its length, as the speed goes to 0 there."""

SHARPEST = 1e-9
"""Curve parameter: a kink no wider than this is a cusp."""

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
        raise refusal("bad_tolerance")
    a, b, c, d = segment
    if b == a and c == d:
        return abs(d - a)
    first, second, third = b - a, c - b, d - c
    speed = (3.0 * first, 6.0 * (second - first), 3.0 * (third - 2.0 * second + first))
    legs = (abs(first), abs(second), abs(third))
    forth = dot(first, second) > 0.0 and dot(second, third) > 0.0 and dot(first, third) > 0.0
    if forth and min(legs) > EVEN * max(legs):
        todo = [(0.0, 0.0, 0.0, 1.0)]
    else:
        todo = list(_pieces(_kinks(*speed)))
    agreed = max(tolerance, ROUNDING * math.fsum(legs))
    total = 0.0
    left = MOST_PIECES
    while todo:
        kink, scale, low, width = todo.pop()
        fine, coarse = _over(speed, (kink, scale, low, width))
        left -= 1
        differ = abs(fine - coarse)
        off = differ * math.sqrt(min(1.0, SURE * differ / fine)) if fine else differ
        if off <= agreed or left < len(todo):
            total += fine
        else:
            half = width / 2.0
            todo += [(kink, scale, low, half), (kink, scale, low + half, half)]
    return total


_Piece = tuple[float, float, float, float]
"""A stretch of the curve's parameter: a kink and its scale, and from where to how much further
x runs in t = kink + scale·sinh(x), or in t = x where the scale is 0."""


def _over(speed: tuple[complex, complex, complex], piece: _Piece) -> tuple[float, float]:
    """The length of a piece by both rules."""
    constant, linear, square = speed
    kink, scale, low, width = piece
    fine = coarse = 0.0
    if scale:
        for node, most, least in RULE:
            grown = math.exp(low + width * node) / 2.0
            shrunk = 0.25 / grown
            t = kink + scale * (grown - shrunk)
            along = (grown + shrunk) * abs(constant + t * (linear + t * square))
            fine += most * along
            coarse += least * along
        width *= abs(scale)
    else:
        for node, most, least in RULE:
            t = low + width * node
            along = abs(constant + t * (linear + t * square))
            fine += most * along
            coarse += least * along
    return fine * width, coarse * width


def _pieces(kinks: list[tuple[float, float]]) -> Iterator[_Piece]:
    """The whole parameter, cut between kinks, each piece running away from its own."""
    if not kinks:
        yield (0.0, 0.0, 0.0, 1.0)
        return
    positions = [kink for kink, _ in kinks]
    ends = [0.0, *((a + b) / 2.0 for a, b in itertools.pairwise(positions)), 1.0]
    for (kink, scale), (start, end) in zip(kinks, itertools.pairwise(ends), strict=True):
        for sign, far in ((-1.0, kink - start), (1.0, end - kink)):
            if far > 0.0:
                yield from _away_from(kink, sign, scale, far)


def _away_from(kink: float, sign: float, scale: float, far: float) -> Iterator[_Piece]:
    """A piece on one side of a kink, in steps over which sinh does not grow too much."""
    reach = math.asinh(far / scale)
    steps = math.ceil(reach / STEP)
    for k in range(max(0, steps - MOST_STEPS), steps):
        yield (kink, sign * scale, reach * k / steps, reach / steps)
    if steps > MOST_STEPS:  # what is next to a cusp: a straight bit that hardly counts
        rest = scale * math.sinh(reach * (steps - MOST_STEPS) / steps)
        yield (0.0, 0.0, kink if sign > 0.0 else kink - rest, rest)


def _kinks(constant: complex, linear: complex, square: complex) -> list[tuple[float, float]]:
    """Where the speed may have a kink, and how wide it is: the derivative's complex roots."""
    root = cmath.sqrt(linear * linear - 4.0 * square * constant)
    far = max(-linear - root, -linear + root, key=abs) / 2.0  # the one that does not cancel
    roots = [up / down for up, down in ((far, square), (constant, far)) if down]
    found: dict[float, float] = {}
    for r in roots:
        if -BESIDE < r.real < 1.0 + BESIDE:
            position = min(1.0, max(0.0, r.real))
            wide = max(abs(r - position), SHARPEST)
            found[position] = min(wide, found.get(position, wide))
    return sorted(found.items())
