"""Where items stand on the sheet: their contours, their frames, and moving them by a map."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from buildup.drawing.extent import box_of
from buildup.drawing.model import Anchor, Contour, Frame, Item, Outline, Stroke, Twin
from buildup.geometry.angles import degrees_of, direction, dot, normal_degrees, unit
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH, RIGHT_ABOUT
from buildup.geometry.transforms import Affine, turn
from buildup.shapes.corners import worked
from buildup.shapes.registry import dials_of, shape_kind


@dataclass(frozen=True, slots=True)
class Standing:
    """The box an item stands in: its middle, its extents, and its angle in degrees."""

    centre: complex
    width: float
    height: float
    angle: float

    def local(self, point: complex) -> complex:
        """A point of the sheet, in the box's own axes from its middle."""
        return (point - self.centre) * direction(-self.angle)

    def on_sheet(self, local: complex) -> complex:
        """A point of the box's own axes, on the sheet."""
        return self.centre + local * direction(self.angle)

    @property
    def corners(self) -> tuple[complex, complex, complex, complex]:
        """Its corners on the sheet, clockwise from the upper left (before turning)."""
        x, y = self.width / 2.0, self.height / 2.0
        left, top = complex(-x, -y), complex(x, -y)
        return (
            self.on_sheet(left),
            self.on_sheet(top),
            self.on_sheet(-left),
            self.on_sheet(-top),
        )


def contours_of(item: Item) -> tuple[Contour, ...]:
    """The contours of an item on the sheet, those of a shape computed from its dials."""
    if isinstance(item, Outline):
        return tuple(worked(c).contour for c in item.contours)
    frame = item.frame
    made = shape_kind(item.shape).contours(frame.width, frame.height, dials_of(item))
    return tuple(moved_contour(c, frame.place) for c in made)


def standing(item: Item) -> Standing:
    """The frame of one item, along its own axes."""
    if not isinstance(item, Outline):
        frame = item.frame
        angle = degrees_of(frame.place.across)
        return Standing(frame.place.origin, frame.width, frame.height, angle)
    if item.angle == 0.0:
        box = box_of(item.contours)
        return Standing(box.centre, box.width, box.height, 0.0)
    back = turn(-item.angle, about=0j)
    box = box_of([moved_contour(c, back) for c in item.contours])
    return Standing(box.centre * direction(item.angle), box.width, box.height, item.angle)


def standing_of_all(items: Sequence[Item]) -> Standing:
    """The frame of a selection: an item's own frame, or the upright box around several."""
    if len(items) == 1:
        return standing(items[0])
    box = Box.union(box_of(contours_of(item)) for item in items)
    return Standing(box.centre, box.width, box.height, 0.0)


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


def _moved_stroke(stroke: Stroke, by: Affine) -> Stroke:
    """What was drawn by hand under a map; its tolerance grows with it."""
    parts = tuple(tuple(by(p) for p in part) for part in stroke.parts)
    scale = abs(by.determinant) ** 0.5
    return replace(stroke, parts=parts, tolerance=max(stroke.tolerance * scale, NO_LENGTH))


def moved_contour(contour: Contour, by: Affine) -> Contour:
    """A contour under a map."""
    return replace(contour, anchors=tuple(moved_anchor(a, by) for a in contour.anchors))


def moved_item(item: Item, by: Affine, *, turned: float = 0.0) -> Item:
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
