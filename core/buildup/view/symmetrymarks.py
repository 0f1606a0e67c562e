"""How the canvas shows a symmetry: its lines, its pegs, and the images of what it holds."""

from dataclasses import dataclass
from functools import lru_cache

from buildup.drawing.model import Drawing, Pattern, Symmetry
from buildup.forms.axes import axis_of, pegs
from buildup.forms.draftpegs import CopyPeg
from buildup.forms.images import images, seams, shown_images
from buildup.geometry.transforms import Affine

Point = tuple[float, float]
Matrix = tuple[float, float, float, float, float, float]
"""A map of the plane as SVG's `matrix()` has it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SymmetryMark:
    """A symmetry as the canvas shows it."""

    pattern: Pattern
    centre: Point
    angle: float
    """Degrees, of its line."""
    count: int
    span: float
    """How far from the centre the line shows."""
    lines: tuple[tuple[Point, Point], ...]
    """The lines about which it mirrors, each from end to end."""
    images: tuple[Matrix, ...]
    """Where what it holds shows: first where it is, then each image."""
    left_out: int
    """Images that do not show, as there would be too much to draw."""
    pegs: tuple[CopyPeg, ...]


def symmetry_mark(drawing: Drawing, item: Symmetry) -> SymmetryMark:
    """The mark of a symmetry."""
    shown = shown_images(drawing, item.id)
    return SymmetryMark(
        pattern=item.pattern,
        centre=(item.centre.real, item.centre.imag),
        angle=item.angle,
        count=item.count,
        span=item.span,
        lines=tuple(_line(item, along) for along in seams(item)),
        images=tuple(matrix_of(i) for i in shown),
        left_out=len(images(item)) - len(shown),
        pegs=pegs(axis_of(item), item.pattern),
    )


def _line(item: Symmetry, along: complex) -> tuple[Point, Point]:
    start, end = item.centre - along * item.span, item.centre + along * item.span
    return (start.real, start.imag), (end.real, end.imag)


def matrix_of(by: Affine) -> Matrix:
    """A map as its matrix is told."""
    across, down, origin = by.across, by.down, by.origin
    return (across.real, across.imag, down.real, down.imag, origin.real, origin.imag)


@lru_cache(maxsize=256)
def map_of(matrix: Matrix) -> Affine:
    """The map that was told."""
    a, b, c, d, e, f = matrix
    return Affine(complex(a, b), complex(c, d), complex(e, f))
