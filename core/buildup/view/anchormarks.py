"""The marks of anchors: all that a mark shows and the Readout tells of one."""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from buildup.contours.anchors import Anchor, AnchorKind, Contour, Corner, CornerStyle, Seam
from buildup.contours.corneranchors import BLUNT
from buildup.contours.corners import Worked, worked
from buildup.contours.handles import tangents
from buildup.drawing.itemtypes import Outline
from buildup.geometry.angles import cross, degrees_of, turn_between
from buildup.geometry.bezier import Cubic, curvature_at
from buildup.view.drawables import Point, as_point


@dataclass(frozen=True, slots=True, kw_only=True)
class TwinMark:
    """The line about which an anchor's twin mirrors it."""

    through: Point
    along: Point


@dataclass(frozen=True, slots=True, kw_only=True)
class CornerMark:
    """A corner that can be worked, or is."""

    radius: float
    """0 for a sharp corner."""
    drawn: float
    """The radius that finds room."""
    style: CornerStyle
    peg: Point
    along: Point
    """The direction in which dragging the peg makes the radius grow."""


@dataclass(frozen=True, slots=True, kw_only=True)
class AnchorMark:
    """An anchor with all that its mark shows."""

    item: str
    contour: int
    index: int
    at: Point
    into: Point | None
    """Where the arriving handle ends, on the sheet."""
    out: Point | None
    """Where the leaving handle ends, on the sheet."""
    kind: AnchorKind
    back: Point
    """The direction back along the path; (0, 0) at a start."""
    on: Point
    """The direction on along the path; (0, 0) at an end."""
    into_polar: tuple[float, float] | None
    """Angle (degrees) and length of the arriving handle."""
    out_polar: tuple[float, float] | None
    """Angle (degrees) and length of the leaving handle."""
    first: bool
    """The first anchor of its contour."""
    end: bool
    """An end of an open contour."""
    turn: float | None
    """Degrees by which the path turns here, clockwise; None at an end."""
    curvature: tuple[float | None, float | None]
    """Arriving and leaving, 1 / sheet unit, clockwise positive; None where it is not finite."""
    twin: TwinMark | None = None
    corner: CornerMark | None = None
    """None where the path does not turn."""
    seam: Seam | None = None
    """How it is held on the line of a symmetry around it."""
    eased: bool = False
    """The curvature on both its sides is kept the same."""


def anchor_marks(item: Outline, contour_index: int, wanted: Iterable[int]) -> list[AnchorMark]:
    """The marks of some anchors of a contour, in the order asked for."""
    contour = item.contours[contour_index]
    indices = list(wanted)
    if not indices:
        return []
    last = len(contour.anchors) - 1
    segments = contour.segments
    done = worked(contour)
    marks = []
    for index in indices:
        anchor = contour.anchors[index]
        back, on = tangents(contour, index)
        ends = not contour.closed and index in (0, last)
        marks.append(
            AnchorMark(
                item=item.id,
                contour=contour_index,
                index=index,
                at=as_point(anchor.at),
                into=None if anchor.into is None else as_point(anchor.at + anchor.into),
                out=None if anchor.out is None else as_point(anchor.at + anchor.out),
                kind=anchor.kind,
                back=as_point(back),
                on=as_point(on),
                into_polar=_polar(anchor.into),
                out_polar=_polar(anchor.out),
                first=index == 0,
                end=ends,
                turn=None if ends else math.degrees(turn_between(-back, on)),
                curvature=_curvatures(segments, index, closed=contour.closed),
                twin=_twin(anchor),
                seam=anchor.seam,
                eased=anchor.eased,
                corner=None if ends else _corner(contour, index, done, (-back, on)),
            )
        )
    return marks


def _polar(handle: complex | None) -> tuple[float, float] | None:
    return None if handle is None else (degrees_of(handle), abs(handle))


def _curvatures(
    segments: Sequence[Cubic], index: int, *, closed: bool
) -> tuple[float | None, float | None]:
    """The curvature on both sides of an anchor."""
    before = segments[index - 1] if segments and (index or closed) else None
    after = segments[index] if index < len(segments) else None
    return (
        None if before is None else _finite(curvature_at(before, 1.0)),
        None if after is None else _finite(curvature_at(after, 0.0)),
    )


def _finite(value: float) -> float | None:
    return value if math.isfinite(value) else None


def _twin(anchor: Anchor) -> TwinMark | None:
    twin = anchor.twin
    if twin is None:
        return None
    return TwinMark(through=as_point(twin.through), along=as_point(twin.along))


def _corner(
    contour: Contour, index: int, done: Worked, directions: tuple[complex, complex]
) -> CornerMark | None:
    """The mark of an anchor between two directions, if it can be worked."""
    if abs(cross(*directions)) < BLUNT:
        return None
    anchor = contour.anchors[index]
    corner = anchor.corner or Corner(0.0)
    peg, along = done.cuts.get(index, (anchor.at, directions[1]))
    return CornerMark(
        radius=corner.radius,
        drawn=done.radii.get(index, 0.0),
        style=corner.style,
        peg=as_point(peg),
        along=as_point(along),
    )
