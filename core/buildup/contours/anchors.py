"""Anchors and the contours that they make, as frozen values.

Points are complex numbers in sheet units (1 unit = 1 CSS pixel = 1/96 in), y down.
"""

from collections.abc import Iterable
from dataclasses import dataclass, fields
from typing import Literal

from buildup.contours.follows import Follows
from buildup.geometry.bezier import Cubic
from buildup.geometry.coordinates import Coordinates

AnchorKind = Literal["corner", "smooth", "symmetric", "flowing"]
CornerStyle = Literal["round", "chamfer", "cove", "notch", "ogee", "soft"]
Seam = Literal["smooth", "point", "free"]
MOST_ANCHORS = 100_000
"""Anchors in one outline: so many, with what is drawn of them, fit into one row of the store."""


@dataclass(frozen=True, slots=True)
class Twin:
    """What two anchors of an outline share that follow each other, mirrored about a line.

    Args:
        id: the same on both.
        through: a place on the line.
        along: the line's direction, of length 1.
        crossed: the path runs the other way at the other one, so the handles change sides.

    """

    id: str
    through: Coordinates
    along: Coordinates
    crossed: bool = True

    def mirrored(self, position: complex) -> complex:
        """A place on the other side of the line."""
        return self.through + self.mirrored_vector(position - self.through)

    def mirrored_vector(self, vector: complex) -> complex:
        """A vector on the other side of the line."""
        return self.along * (vector / self.along).conjugate()


@dataclass(frozen=True, slots=True)
class Corner:
    """How a corner is worked, as in joinery: the anchor stays the sharp corner.

    Args:
        radius: sheet units, above 0; of the circle that touches both sides.
        style: arc outward, straight cut, arc inward, square cut-in, S-curve, or a rounding whose
            curvature grows from zero.
        follows: its radius, where that follows a formula.

    """

    radius: float
    style: CornerStyle = "round"
    follows: Follows = ()


@dataclass(frozen=True, slots=True, init=False)
class Anchor:
    """An anchor point.

    A large drawing has some hundred thousand of them: they are filled in by their slots, which
    takes half the time of what a frozen dataclass does.

    Args:
        at: its place.
        into: the handle of the segment that arrives, relative to `at`, or None when withdrawn.
        out: the handle of the segment that leaves, likewise.
        kind: how the two handles hang together.
        twin: what it shares with the anchor that follows it, mirrored.
        corner: how the corner is worked, which stays live.
        seam: on the line of a symmetry around it: it stays there, its handles square to the line
            (smooth) or as they are (a point), or it lies there by chance (free).
        eased: the curvature on both its sides is kept the same while its neighbours are edited.
        follows: its coordinates, where these follow formulas.

    """

    at: Coordinates
    into: Coordinates | None = None
    out: Coordinates | None = None
    kind: AnchorKind = "corner"
    twin: Twin | None = None
    corner: Corner | None = None
    seam: Seam | None = None
    eased: bool = False
    follows: Follows = ()

    def __init__(  # noqa: PLR0917  # as its fields are
        self,
        at: complex,
        into: complex | None = None,
        out: complex | None = None,
        kind: AnchorKind = "corner",
        twin: Twin | None = None,
        corner: Corner | None = None,
        seam: Seam | None = None,
        eased: bool = False,
        follows: Follows = (),
    ) -> None:
        _at(self, at)
        _into(self, into)
        _out(self, out)
        _kind(self, kind)
        _twin(self, twin)
        _corner(self, corner)
        _seam(self, seam)
        _eased(self, eased)
        _follows(self, follows)


_at, _into, _out, _kind, _twin, _corner, _seam, _eased, _follows = (
    vars(Anchor)[f.name].__set__ for f in fields(Anchor)
)


@dataclass(frozen=True, slots=True)
class Contour:
    """Anchors in the order of the path; a closed contour also joins the last to the first."""

    anchors: tuple[Anchor, ...]
    closed: bool = False

    @property
    def pairs(self) -> tuple[tuple[Anchor, Anchor], ...]:
        """The two anchors of every segment, in order."""
        following = self.anchors[1:] + (self.anchors[:1] if self.closed else ())
        return tuple(zip(self.anchors, following, strict=False))

    @property
    def segment_count(self) -> int:
        """How many segments there are."""
        return len(self.anchors) if self.closed else max(len(self.anchors) - 1, 0)

    @property
    def segments(self) -> tuple[Cubic, ...]:
        """Every segment as a cubic, in order; empty for a single open anchor."""
        return tuple(cubic(a, b) for a, b in self.pairs)


def anchor_count(contours: Iterable[Contour]) -> int:
    """How many anchors contours have in all."""
    return sum(len(c.anchors) for c in contours)


def cubic(start: Anchor, end: Anchor) -> Cubic:
    """The segment between two anchors."""
    return (start.at, start.at + (start.out or 0), end.at + (end.into or 0), end.at)


@dataclass(frozen=True, slots=True)
class HandStroke:
    """What was drawn by hand: parts that join up, each a run of points; two make a straight line.

    Args:
        parts: the points of each part, the first of a part being the last of the one before.
        tolerance: how far the outline may stay from them, in sheet units.
        closed: the end was joined to the start.

    """

    parts: tuple[tuple[Coordinates, ...], ...]
    tolerance: float
    closed: bool = False
