"""The superellipse |x|ⁿ + |y|ⁿ = 1 (Lamé curve), fitted with the curve's own tangents."""

from buildup.drawing.model import Anchor, Contour
from buildup.geometry.angles import direction
from buildup.geometry.bezier import Cubic
from buildup.geometry.fitting import fit_one
from buildup.shapes.arcs import circle
from buildup.shapes.fitted import between, fitted_shape
from buildup.shapes.kinds import Dial, Dials

SAMPLES = 24
"""Points of an eighth of the curve that the fit looks at."""


def _eighth(exponent: float) -> Cubic:
    """From the right extreme to the diagonal, by one cubic with the curve's own tangents."""
    end = 0.5 ** (1.0 / exponent)
    heights = (end * k / SAMPLES for k in range(SAMPLES))
    spots = [complex((1.0 - y**exponent) ** (1.0 / exponent), y) for y in heights]
    return fit_one([*spots, complex(end, end)], 1j, direction(-45.0)).curve


def _form(dials: Dials) -> tuple[Contour, ...]:
    exponent = dials["exponent"]
    if exponent == 2.0:
        return (circle(),)
    if exponent == 1.0:
        return (Contour(tuple(Anchor(direction(90.0 * k - 90.0)) for k in range(4)), closed=True),)
    a, b, c, d = _eighth(exponent)
    anchors = []
    for k in range(4):
        turn = direction(90.0 * k)
        along, slope = (b - a) * turn, (d - c) * turn
        anchors.append(Anchor(turn, -along, along, "symmetric"))
        anchors.append(Anchor(d * turn, -slope, slope, "symmetric"))
    return (Contour(tuple(anchors), closed=True),)


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
            "2 is an ellipse, 4 the rounded square of app icons, 1 a diamond.",
            felt=(1.0, 2.0, 2.5, 4.0),
        ),
    ),
    pegs=(between("exponent", lambda d: 0.5 - 0.5j, lambda d: 1 - 1j, low=1.0, high=20.0),),
    form=_form,
)
