"""How the canvas shows a symmetry: its lines, its pegs, and the images of what it holds."""

from dataclasses import dataclass, replace
from functools import lru_cache

from buildup.drawing.itemtypes import Keeps, Pattern, Symmetry
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.forms.draftpegs import CopyPeg
from buildup.forms.symmetry.axes import axis_of, pegs
from buildup.forms.symmetry.copies import images, shown_images
from buildup.forms.symmetry.seamends import SeamEnd, seam_ends
from buildup.forms.symmetry.seams import SeamLine, seams_of
from buildup.forms.symmetry.sides import limits
from buildup.geometry.transforms import Affine

Point = tuple[float, float]
Matrix = tuple[float, float, float, float, float, float]
"""A map of the plane as SVG's `matrix()` has it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SeamMark:
    """An end of an open path that meets an image, or just misses it."""

    at: Point
    to: Point
    """Where it would meet."""
    gap: float
    """Sheet units from there."""
    meets: bool


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
    keeps: Keeps
    clip: tuple[Point, ...]
    """The corners of the part of the sheet that it keeps; empty: all."""
    second: Style | None
    """How every other image is painted; None: as the original."""
    ends: tuple[SeamMark, ...]
    """Ends that meet an image, or just miss it."""


def symmetry_mark(drawing: Drawing, item: Symmetry) -> SymmetryMark:
    """The mark of a symmetry."""
    mark = _mark(item, len(shown_images(drawing, item.id)))
    ends = seam_ends(drawing, item.id)
    return replace(mark, ends=tuple(_seam_mark(e) for e in ends)) if ends else mark


@lru_cache(maxsize=64)
def _mark(item: Symmetry, shown: int) -> SymmetryMark:
    """The mark without the ends that meet, which hangs on the symmetry alone."""
    every = images(item)
    return SymmetryMark(
        pattern=item.pattern,
        centre=(item.centre.real, item.centre.imag),
        angle=item.angle,
        count=item.count,
        span=item.span,
        lines=tuple(_line(seam, item.span) for seam in seams_of(item)),
        images=tuple(matrix_of(i) for i in every[:shown]),
        left_out=len(every) - shown,
        pegs=pegs(axis_of(item), item.pattern),
        keeps=item.keeps,
        clip=tuple((p.real, p.imag) for p in _clip(item)),
        second=item.second,
        ends=(),
    )


FAR = 1e5
"""Sheet units to which a half of the sheet is cut out: beyond any sheet."""


def _clip(item: Symmetry) -> tuple[complex, ...]:
    """The corners of what a symmetry keeps: half a plane, or a wedge between two lines."""
    lines = limits(item)
    if not lines:
        return ()
    line, side = lines[0]
    if len(lines) == 1:
        along, across = line.along * FAR, line.along * 1j * side * FAR
        at = line.through
        return (at - along, at + along, at + along + across, at - along + across)
    other = lines[1][0]
    return (item.centre, item.centre + line.along * FAR, item.centre + other.along * FAR)


def _seam_mark(end: SeamEnd) -> SeamMark:
    at, to = (end.at.real, end.at.imag), (end.to.real, end.to.imag)
    return SeamMark(at=at, to=to, gap=end.gap, meets=end.meets)


def _line(seam: SeamLine, span: float) -> tuple[Point, Point]:
    start, end = seam.through - seam.along * span, seam.through + seam.along * span
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
