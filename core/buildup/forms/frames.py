"""Where items stand: the frame of one, or of several together."""

from collections.abc import Sequence
from dataclasses import dataclass

from buildup.drawing.extent import box_of
from buildup.drawing.model import Drawing, Drawn, DrawnItem, Shape
from buildup.forms.contours import item_box
from buildup.geometry.angles import degrees_of, direction
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine


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

    def moved(self, by: Affine, turned: float) -> "Standing":
        """The box under a map that turns by some degrees, and stretches along the box's axes."""
        x, y = direction(self.angle), direction(self.angle) * 1j
        width, height = (abs(by.vector(a)) * s for a, s in ((x, self.width), (y, self.height)))
        return Standing(by(self.centre), width, height, self.angle + turned)

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


def standing_of(drawing: Drawing, ids: Sequence[str]) -> Standing | None:
    """The frame of a selection; None where all of it is empty.

    An outline's or a shape's own frame along its axes; the upright box around a container or
    around several items.
    """
    if len(ids) == 1 and isinstance(drawing.items[ids[0]], Drawn):
        return drawing.known(_own_standing, ids[0])
    boxes = [b for i in ids if (b := item_box(drawing, i)) is not None]
    if not boxes:
        return None
    box = Box.union(boxes)
    return Standing(box.centre, box.width, box.height, 0.0)


def own_standing(item: DrawnItem) -> Standing:
    """The frame of one item, along its own axes."""
    if isinstance(item, Shape):
        frame = item.frame
        angle = degrees_of(frame.place.across)
        return Standing(frame.place.origin, frame.width, frame.height, angle)
    box = box_of(item.contours, angle=item.angle)
    if item.angle == 0.0:
        return Standing(box.centre, box.width, box.height, 0.0)
    return Standing(box.centre * direction(item.angle), box.width, box.height, item.angle)


def _own_standing(drawing: Drawing, item_id: str) -> Standing:
    return own_standing(drawing.drawn_item(item_id))
