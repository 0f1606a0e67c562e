"""Items under a map: moved, turned, scaled."""

from dataclasses import replace

from buildup.drawing.model import (
    Anchor,
    Contour,
    DrawnItem,
    Frame,
    HandStroke,
    Outline,
    Shape,
    Twin,
)
from buildup.geometry.angles import dot, normal_degrees, unit
from buildup.geometry.tolerances import NO_LENGTH, RIGHT_ABOUT
from buildup.geometry.transforms import Affine
from buildup.shapes.registry import dials_of, shape_kind


def shape_contours(shape: Shape) -> tuple[Contour, ...]:
    """The contours of a shape on the sheet, computed from its dials."""
    frame = shape.frame
    made = shape_kind(shape.shape).contours(frame.width, frame.height, dials_of(shape))
    return tuple(moved_contour(c, frame.place) for c in made)


def moved_anchor(anchor: Anchor, by: Affine) -> Anchor:
    """An anchor under a map, its handles with it; it stays a twin where the map allows that."""
    into = None if anchor.into is None else by.vector(anchor.into)
    out = None if anchor.out is None else by.vector(anchor.out)
    twin = None if anchor.twin is None else _moved_twin(anchor.twin, by)
    return Anchor(by(anchor.at), into, out, anchor.kind, twin, anchor.corner)


def _moved_twin(twin: Twin, by: Affine) -> Twin | None:
    """The mirror line under a map; None when what was mirrored no longer is (a slanted stretch)."""
    along, across = unit(by.vector(twin.along)), unit(by.vector(twin.along * 1j))
    if not along or abs(dot(along, across)) > RIGHT_ABOUT:
        return None
    return replace(twin, through=by(twin.through), along=along)


def _moved_stroke(stroke: HandStroke, by: Affine) -> HandStroke:
    """What was drawn by hand under a map; its tolerance grows with it."""
    parts = tuple(tuple(by(p) for p in part) for part in stroke.parts)
    scale = abs(by.determinant) ** 0.5
    return replace(stroke, parts=parts, tolerance=max(stroke.tolerance * scale, NO_LENGTH))


def moved_contour(contour: Contour, by: Affine) -> Contour:
    """A contour under a map."""
    return replace(contour, anchors=tuple(moved_anchor(a, by) for a in contour.anchors))


def moved_item(item: DrawnItem, by: Affine, *, turned: float = 0.0) -> DrawnItem:
    """An item under a map; `turned` is how far (degrees) the map turns, for an outline's angle.

    A shape keeps its dials: scaling along its own axes changes its width and height, a shear
    goes into its placement.
    """
    if isinstance(item, Outline):
        contours = tuple(moved_contour(c, by) for c in item.contours)
        drawn = None if item.drawn is None else _moved_stroke(item.drawn, by)
        angle = normal_degrees(item.angle + turned)
        return replace(item, contours=contours, angle=angle, drawn=drawn)
    return replace(item, frame=_moved_frame(item.frame, by))


def _moved_frame(frame: Frame, by: Affine) -> Frame:
    place = by.after(frame.place)
    if by.across == 1 and by.down == 1j:
        return replace(frame, place=place)
    wide, tall = abs(place.across), abs(place.down)
    across = place.across / wide if wide >= NO_LENGTH else frame.place.across
    down = place.down / tall if tall >= NO_LENGTH else frame.place.down
    return Frame(frame.width * wide, frame.height * tall, Affine(across, down, place.origin))
