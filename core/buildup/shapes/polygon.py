"""The triangle and the regular polygon."""

from buildup.contours.anchors import Contour
from buildup.geometry.angles import direction
from buildup.shapes.cornerdials import CORNER_DIALS
from buildup.shapes.dialkinds import angle, count, percent
from buildup.shapes.fitted import around, between, count_around, fitted_shape, polygon
from buildup.shapes.kinds import Dials, ShapeLength


def _triangle(dials: Dials) -> tuple[Contour, ...]:
    return (polygon([complex(dials["apex"] / 100.0, 0.0), 1 + 1j, 1j], dials),)


def _polygon(dials: Dials) -> tuple[Contour, ...]:
    sides = int(dials["sides"])
    spots = [direction(dials["turn"] - 90.0 + 360.0 * k / sides) for k in range(sides)]
    return (polygon(spots, dials),)


def _side(width: float, height: float, dials: Dials) -> float:
    box = POLYGON.extent(dials) if POLYGON.extent else None
    first, second = _polygon(dials)[0].anchors[:2]
    step = second.at - first.at
    if box is None:
        return abs(step)
    return abs(complex(step.real * width / box.width, step.imag * height / box.height))


TRIANGLE = fitted_shape(
    name="triangle",
    label="Triangle",
    group="Basic",
    words="right angled wedge",
    dials=(
        percent("apex", "Apex", 50.0, "From left to right; right-angled at 0 and 100 %."),
        *CORNER_DIALS,
    ),
    pegs=(between("apex", lambda d: 0j, lambda d: 1 + 0j),),
    form=_triangle,
)
POLYGON = fitted_shape(
    name="polygon",
    label="Polygon",
    group="Basic",
    words="pentagon hexagon octagon regular sides",
    dials=(
        count("sides", "Sides", 6, "Number of sides; on the canvas drag the second corner around."),
        angle("turn", "Rotation", 0.0, "Position of the first corner, clockwise from the top."),
        *CORNER_DIALS,
    ),
    pegs=(count_around("sides"), around("turn", radius=0.7, offset=-90.0)),
    form=_polygon,
    lengths=(ShapeLength("side", "Side length", _side),),
)
