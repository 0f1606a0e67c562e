"""The rectangle, with one corner radius."""

from buildup.drawing.model import Contour
from buildup.geometry.tolerances import FARTHEST
from buildup.shapes.corners import rounded
from buildup.shapes.kinds import Dial, Dials, Peg, ShapeKind


def _reach(width: float, height: float) -> float:
    return min(width, height) / 2.0


def _contours(width: float, height: float, dials: Dials) -> tuple[Contour, ...]:
    x, y = width / 2.0, height / 2.0
    corners = [complex(-x, -y), complex(x, -y), complex(x, y), complex(-x, y)]
    return (rounded(corners, [dials["radius"]] * 4),)


def _peg_at(width: float, height: float, dials: Dials) -> complex:
    return complex(min(dials["radius"], _reach(width, height)) - width / 2.0, -height / 2.0)


def _peg_value(width: float, height: float, dials: Dials, to: complex) -> float:
    return min(max(to.real + width / 2.0, 0.0), _reach(width, height))


RECTANGLE = ShapeKind(
    name="rectangle",
    label="Rectangle",
    dials=(
        Dial(
            name="radius",
            label="Corner radius",
            unit="length",
            default=0.0,
            least=0.0,
            most=FARTHEST,
            step=1.0,
            help="Rounds all four corners; a radius that does not fit is drawn as large as it can.",
            reach=_reach,
        ),
    ),
    pegs=(Peg("radius", at=_peg_at, along=lambda w, h, d: 1 + 0j, value=_peg_value),),
    contours=_contours,
)
