"""The superellipse |x|ⁿ + |y|ⁿ = 1 (Lamé curve), fitted with the curve's own tangents."""

import itertools
import math

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.arcs import circle, knot
from buildup.geometry.angles import direction
from buildup.geometry.bezier import Cubic
from buildup.geometry.fitting.onefit import fit_one
from buildup.shapes.fitted import between, fitted_shape
from buildup.shapes.kinds import Dial, Dials

SAMPLES = 14
"""Points of a piece of the curve that the fit looks at."""
CLOSE = 1e-4
"""Of the radius: an error at which the fit may end early."""
STRAIGHT = 1.02
"""Exponents below are drawn as the diamond that 1 gives."""
ROUND = 4.5
"""Exponents between 2 and this take one cubic an eighth, within 7e-4 of the radius."""
LEANING = (20.0, 5.0)
"""Degrees: where an eighth is parted in two below an exponent of 2, and above `ROUND`."""


def _height(exponent: float, degrees: float) -> float:
    """How far up (y) the curve leans by an angle against the upright."""
    share = math.pow(math.tan(math.radians(degrees)), 1.0 / (exponent - 1.0))
    return share * math.pow(1.0 + math.pow(share, exponent), -1.0 / exponent)


def _piece(exponent: float, low: float, high: float) -> Cubic:
    """The curve between two leanings (degrees), by one cubic with the curve's own tangents."""
    start, end = (_height(exponent, a) if a else 0.0 for a in (low, high))
    heights = (start + (end - start) * k / SAMPLES for k in range(SAMPLES + 1))
    spots = [complex((1.0 - y**exponent) ** (1.0 / exponent), y) for y in heights]
    directions = direction(90.0 + low), direction(high - 90.0)
    return fit_one(spots, *directions, tolerance=CLOSE).curve


def _form(dials: Dials) -> tuple[Contour, ...]:
    exponent = dials["exponent"]
    if exponent == 2.0:
        return (circle(),)
    if exponent < STRAIGHT:
        return (Contour(tuple(Anchor(direction(90.0 * k - 90.0)) for k in range(4)), closed=True),)
    parted = () if 2.0 < exponent <= ROUND else (LEANING[exponent > ROUND],)
    cuts = (0.0, *parted, 45.0)
    pieces = [_piece(exponent, low, high) for low, high in itertools.pairwise(cuts)]
    quarter = [*pieces, *(_flipped(p) for p in reversed(pieces))]
    anchors = []
    for k in range(4):
        turn = direction(90.0 * k)
        before = quarter[-1]
        for n, piece in enumerate(quarter):
            into = (before[2] - before[3]) * (turn if n else turn / 1j)
            anchors.append(knot(piece[0] * turn, into, (piece[1] - piece[0]) * turn))
            before = piece
    return (Contour(tuple(anchors), closed=True),)


def _flipped(piece: Cubic) -> Cubic:
    """A piece mirrored about the diagonal, run on in the same sense."""
    a, b, c, d = (complex(p.imag, p.real) for p in piece)
    return (d, c, b, a)


SUPERELLIPSE = fitted_shape(
    name="superellipse",
    label="Superellipse",
    group="Round",
    words="squircle lamé app icon rounded square",
    dials=(
        Dial(
            "exponent",
            "Exponent",
            "number",
            4.0,
            1.0,
            20.0,
            0.1,
            "2 is an ellipse, 4 a rounded square as of app icons, 1 a diamond.",
            felt=(1.0, 2.0, 2.5, 4.0),
        ),
    ),
    pegs=(between("exponent", lambda d: 0.5 - 0.5j, lambda d: 1 - 1j, low=1.0, high=20.0),),
    form=_form,
)
