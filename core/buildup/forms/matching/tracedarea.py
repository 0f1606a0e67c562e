"""The traced area of a form in a reference, as it lies on the sheet, and fitted from its places."""

from collections.abc import Sequence
from dataclasses import dataclass

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Reference, TracedArea
from buildup.geometry.angles import direction
from buildup.geometry.areas import area_of
from buildup.geometry.bezier import Cubic
from buildup.geometry.fitting.drawncurves import fit_stroke
from buildup.geometry.intersect.prepared import Operand
from buildup.geometry.stations import joint
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal

FINE = 0.2
"""Pixels by which curves may be off the places of an edge: less than an edge is sure."""
TURN = 0.7
"""Radians (40°): by less the edge of a form turns by the grain of its picture."""

Path = tuple[Cubic, ...]


MOST_POINTS = 24
"""Points of a picture around which one area is traced."""


@dataclass(frozen=True)
class Found:
    """A traced area, as it was found in the pixels of a picture.

    Args:
        loops: closed rows of places, in parts of the picture's width and height.
        colour: that of the place clicked last, as `#RRGGBB`.
        pixel: the width of a pixel that was looked at, in parts of the picture's width.

    """

    loops: tuple[tuple[complex, ...], ...]
    colour: str
    pixel: float


def reference_of(drawing: Drawing, reference_id: str) -> Reference:
    """The reference of an id.

    Raises:
        Refusal: `unknown_reference`.

    """
    found = next((u for u in drawing.sheet.references if u.id == reference_id), None)
    if found is None:
        raise refusal("unknown_reference")
    return found


def traced_area_on(drawing: Drawing, reference_id: str) -> tuple[Operand, float]:
    """A form in a reference as it lies on the sheet, and the size of a pixel there.

    Raises:
        Refusal: `unknown_reference`, or `no_traced_area` when none was found yet.

    """
    reference = reference_of(drawing, reference_id)
    form = reference.traced_area
    if form is None:
        raise refusal("no_traced_area")
    middle = complex(reference.x, reference.y)
    turn = direction(reference.angle)

    def place(part: complex) -> complex:
        across, down = part.real - 0.5, part.imag - 0.5
        return middle + turn * complex(across * reference.width, down * reference.height)

    paths = tuple(_segments([place(complex(*p)) for p in path]) for path in form.paths)
    return Operand(paths, "evenodd"), form.pixel * reference.width


def to_picture(reference: Reference, position: complex) -> complex:
    """A place of the sheet in parts of the picture's width and height.

    >>> to_picture(Reference(id="u", picture=1, name="u", x=5, y=5, width=10, height=10), 5 + 10j)
    (0.5+1j)
    """
    away = (position - complex(reference.x, reference.y)) / direction(reference.angle)
    return complex(away.real / reference.width + 0.5, away.imag / reference.height + 0.5)


def fitted_traced_area(
    loops: Sequence[Sequence[complex]], *, pixel: float, ratio: float
) -> TracedArea:
    """A traced area of as few curves as follow its edge.

    Args:
        loops: closed rows of places, in parts of the picture's width and height.
        pixel: the width of a pixel in parts of the picture's width.
        ratio: the picture's height in parts of its width.

    """
    paths = []
    for loop in loops:
        positions = [complex(p.real, p.imag * ratio) / pixel for p in loop]
        curves = fit_stroke(positions, tolerance=FINE, closed=True).curves
        points = [p * pixel for curve in curves for p in curve[:3]]
        if len(curves) > 1:
            paths.append(tuple((p.real, p.imag / ratio) for p in points))
    return TracedArea(tuple(paths), pixel)


def outer_paths(paths: Sequence[Path]) -> tuple[Path, ...]:
    """Of closed paths those that run around forms, not around holes: as the largest one does."""
    areas = [area_of(p) for p in paths]
    largest = max(areas, key=abs, default=0.0)
    return tuple(p for p, area in zip(paths, areas, strict=True) if area * largest > 0.0)


def contour_along(path: Path, *, closed: bool) -> Contour:
    """A path as a contour: corners where it turns by more than the grain of a picture.

    >>> square = [(p, p, q, q) for p, q in ((0j, 4 + 0j), (4 + 0j, 4 + 4j), (4 + 4j, 0j))]
    >>> [a.kind for a in contour_along(tuple(square), closed=True).anchors]
    ['corner', 'corner', 'corner']
    """
    anchors = []
    for k, segment in enumerate(path):
        before = path[k - 1] if closed or k else None
        smooth = before is not None and abs(joint(before, segment).turn) < TURN
        into = before[2] - before[3] if before else None
        anchors.append(_anchor(segment[0], into, segment[1] - segment[0], smooth=smooth))
    if not closed and path:
        anchors.append(_anchor(path[-1][3], path[-1][2] - path[-1][3], None, smooth=False))
    return Contour(tuple(anchors), closed=closed)


def _anchor(at: complex, into: complex | None, out: complex | None, *, smooth: bool) -> Anchor:
    first, second = (None if h is None or abs(h) < NO_LENGTH else h for h in (into, out))
    return Anchor(at, first, second, "smooth" if smooth else "corner")


def _segments(points: Sequence[complex]) -> tuple[Cubic, ...]:
    ring = [*points, points[0]]
    return tuple((ring[k], ring[k + 1], ring[k + 2], ring[k + 3]) for k in range(0, len(points), 3))
