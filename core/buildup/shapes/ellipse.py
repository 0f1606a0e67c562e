"""The ellipse: four symmetric anchors at its extremes."""

from buildup.drawing.model import Anchor, Contour
from buildup.geometry.angles import arc_handle
from buildup.shapes.kinds import Dials, ShapeKind

_HANDLE = arc_handle(90.0)


def _contours(width: float, height: float, dials: Dials) -> tuple[Contour, ...]:
    x, y = complex(width / 2.0, 0.0), complex(0.0, height / 2.0)
    spots = ((-y, x), (x, y), (y, -x), (-x, -y))
    return (
        Contour(
            tuple(
                Anchor(at, -along * _HANDLE, along * _HANDLE, "symmetric") for at, along in spots
            ),
            closed=True,
        ),
    )


ELLIPSE = ShapeKind(name="ellipse", label="Ellipse", dials=(), pegs=(), contours=_contours)
