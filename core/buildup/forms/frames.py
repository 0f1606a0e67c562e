"""Where items stand: the frame of one, or of several together."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from buildup.contours.extent import box_of
from buildup.drawing.items import Items
from buildup.drawing.itemtypes import (
    AnyLeaf,
    Assembly,
    LeafItem,
    Outline,
    Shape,
    Symmetry,
    TextItem,
)
from buildup.drawing.model import Drawing
from buildup.forms.contours import HERE, box_under
from buildup.forms.textlayout import plane_box
from buildup.geometry.angles import cross, degrees_of, direction
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine, in_axes, stretch, turn

Grip = Literal["nw", "n", "ne", "e", "se", "s", "sw", "w"]
Spot = Literal["nw", "n", "ne", "w", "middle", "e", "sw", "s", "se"]
"""One of the nine places of a frame, by compass."""
SPOTS: Mapping[Spot, complex] = {
    "nw": -1 - 1j,
    "n": -1j,
    "ne": 1 - 1j,
    "w": -1 + 0j,
    "middle": 0j,
    "e": 1 + 0j,
    "sw": -1 + 1j,
    "s": 1j,
    "se": 1 + 1j,
}
"""Where they are, in half extents from the middle."""
QUARTER = 90.0
UPRIGHT = 1e-9
"""Degrees. A frame that leans less than this stands square."""


@dataclass(frozen=True, slots=True)
class OrientedBox:
    """The box an item stands in: its middle, its extents, and its angle in degrees.

    Args:
        centre: its middle.
        width: its extent along its first axis, which stands at the angle.
        height: its extent along its second axis.
        angle: degrees, clockwise.
        lean: degrees by which the second axis is turned on from square; a shear makes it lean.

    """

    centre: complex
    width: float
    height: float
    angle: float
    lean: float = 0.0

    @property
    def axes(self) -> Affine:
        """The map from the box's own axes, from its middle, to the sheet."""
        across = direction(self.angle)
        return Affine(across, across * direction(90.0 + self.lean), self.centre)

    def local(self, point: complex) -> complex:
        """A point of the sheet, in the box's own axes from its middle."""
        if self.lean == 0.0:
            return (point - self.centre) * direction(-self.angle)
        return self.axes.inverse()(point)

    def on_sheet(self, local: complex) -> complex:
        """A point of the box's own axes, on the sheet."""
        if self.lean == 0.0:
            return self.centre + local * direction(self.angle)
        return self.axes(local)

    def spot(self, name: Spot) -> complex:
        """One of its nine places, on the sheet."""
        at = SPOTS[name]
        return self.on_sheet(complex(at.real * self.width / 2.0, at.imag * self.height / 2.0))

    def stretched(self, x: float, y: float, *, about: complex) -> Affine:
        """The map that scales along the box's axes and keeps a place of the sheet."""
        if self.lean == 0.0:
            return stretch(x, y, about=about, angle=self.angle)
        axes = self.axes
        return in_axes(Affine(x + 0j, y * 1j), Affine(axes.across, axes.down, about))

    def sheared(self, x: float, y: float, *, about: complex) -> Affine:
        """The map that slides the box's axes along each other and keeps a place of the sheet.

        Args:
            x: how far along the first axis for each step along the second.
            y: how far along the second axis for each step along the first.
            about: the place.

        """
        axes = self.axes
        return in_axes(Affine(complex(1, y), complex(x, 1)), Affine(axes.across, axes.down, about))

    def moved(self, by: Affine) -> "OrientedBox":
        """The box under a map."""
        axes = self.axes
        across, down = by.vector(axes.across), by.vector(axes.down)
        return stood(by(self.centre), across * self.width, down * self.height, otherwise=self)

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


def stood(
    centre: complex, across: complex, down: complex, *, otherwise: OrientedBox
) -> OrientedBox:
    """The box whose sides are two vectors; a mirrored one stands as the same box unmirrored does.

    The axes of a side without extent are those of another box.
    """
    x = across if abs(across) >= NO_LENGTH else otherwise.axes.across
    y = down if abs(down) >= NO_LENGTH else otherwise.axes.down
    if cross(x, y) < 0.0:  # mirrored: of the two ways to see it, the one that is less turned
        x, y = (x, -y) if abs(degrees_of(x)) <= QUARTER else (-x, y)
    lean = degrees_of(y / x) - QUARTER
    lean = 0.0 if abs(lean) < UPRIGHT else lean
    return OrientedBox(centre, abs(across), abs(down), degrees_of(x), lean)


def standing_of(drawing: Drawing, ids: Sequence[str]) -> OrientedBox | None:
    """The frame of a selection; None where all of it is empty.

    An outline's or a shape's own frame along its axes; around a container or several items a box
    at the angle that all of them share, else upright.
    """
    if len(ids) == 1 and isinstance(drawing.items[ids[0]], LeafItem):
        return drawing.known(_own_standing, ids[0])
    angle = _shared_angle(drawing, ids) or 0.0
    by = turn(-angle, about=0j) if angle else HERE
    boxes = [b for i in ids if (b := box_under(drawing, i, by)) is not None]
    if not boxes:
        return None
    box = Box.union(boxes)
    return OrientedBox(box.centre * direction(angle), box.width, box.height, angle)


def _shared_angle(drawing: Drawing, ids: Sequence[str]) -> float | None:
    """The angle at which all of some items stand, 0 up to 180; None: there is none."""
    angles: set[float | None] = set()
    for item_id in ids:
        angles |= drawing.known(_angles, item_id)
        if len(angles) > 1:
            return None
    return angles.pop() if angles else None


def turned_box(drawing: Drawing, item_id: str, angle: float) -> Box | None:
    """As `item_box`, along axes at an angle (degrees), turned about the sheet's corner."""
    return box_under(drawing, item_id, turn(-angle, about=0j))


def _angles(drawing: Drawing, item_id: str) -> frozenset[float | None]:
    """The angles at which an item or all that it holds stand, 0 up to 180; None: it leans.

    What a symmetry shows stands at many.
    """
    items = drawing.items
    angle = items.outline_angle(item_id) if isinstance(items, Items) else None
    if angle is not None:
        return frozenset((_half_turn(angle),))
    item = items[item_id]
    if isinstance(item, Outline):
        return frozenset((_half_turn(item.angle),))
    if isinstance(item, Shape | TextItem):
        stands = own_standing(item)
        return frozenset((None if stands.lean else _half_turn(stands.angle),))
    if isinstance(item, Symmetry) or (isinstance(item, Assembly) and item.along):
        return frozenset((None,))
    held = (drawing.known(_angles, i) for i in drawing.tree.children(item_id))
    return frozenset[float | None]().union(*held)


def _half_turn(angle: float) -> float:
    return round(angle % 180.0, 9) % 180.0


def own_standing(item: AnyLeaf) -> OrientedBox:
    """The frame of one item, along its own axes."""
    if isinstance(item, Shape):
        position, width, height = item.frame.place, item.frame.width, item.frame.height
        own = OrientedBox(position.origin, width, height, degrees_of(position.across))
        return stood(
            position.origin, position.across * width, position.down * height, otherwise=own
        )
    if isinstance(item, TextItem):
        flat, position = plane_box(item), item.place
        own = OrientedBox(
            position(flat.centre), flat.width, flat.height, degrees_of(position.across)
        )
        sides = (position.across * flat.width, position.down * flat.height)
        return stood(own.centre, *sides, otherwise=own)
    box = box_of(item.contours, angle=item.angle)
    if item.angle == 0.0:
        return OrientedBox(box.centre, box.width, box.height, 0.0)
    return OrientedBox(box.centre * direction(item.angle), box.width, box.height, item.angle)


def _own_standing(drawing: Drawing, item_id: str) -> OrientedBox:
    return own_standing(drawing.leaf_item(item_id))
