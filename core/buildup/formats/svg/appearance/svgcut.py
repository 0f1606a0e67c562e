"""What something is cut at: the forms inside which it shows."""

from dataclasses import dataclass

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.extent import box_of
from buildup.contours.moving import moved_contour
from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import AnyLeaf, Item, MaskKind, Outline, Shape
from buildup.drawing.laying import map_of_box
from buildup.forms.contours import item_contours
from buildup.forms.seen import painted_box
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine

EDGE = 1e-6
"""Part of a side by which something may reach over the edge of what holds all of it: rounding."""
_WHOLE = Box(-EDGE, -EDGE, 1.0 + EDGE, 1.0 + EDGE)


@dataclass(frozen=True, slots=True)
class Cut:
    """Forms inside which something shows.

    Args:
        clip: the forms as items on the sheet, unpainted; each adds to or cuts out of those before
            it, as its role says. Without any, nothing shows.
        frame: the map from the unit square onto the form, where that is a parallelogram.

    """

    clip: Clip
    frame: Affine | None = None

    @property
    def is_empty(self) -> bool:
        """Whether nothing shows."""
        return not self.clip.items

    def holds(self, item: AnyLeaf) -> bool:
        """Whether all of an item is known to lie inside, strokes and all."""
        seen = self._seen(item)
        return seen is not None and _WHOLE.holds(seen)

    def misses(self, item: AnyLeaf) -> bool:
        """Whether all of an item is known to lie outside."""
        seen = self._seen(item)
        return seen is not None and not _WHOLE.meets(seen)

    def _seen(self, item: AnyLeaf) -> Box | None:
        """The box of an item in parts of the parallelogram; None: that says nothing."""
        contours = item_contours(item)
        if self.frame is None or not contours:
            return None
        back = self.frame.inverse()
        if item.style.shown:
            return Box.around(map(back, painted_box(contours, item.style).corners))
        return box_of([moved_contour(c, back) for c in contours])


@dataclass(frozen=True, slots=True)
class Shade:
    """A mask with shades, which no form bounds.

    Args:
        clip: what it draws, on the sheet.
        kind: whether its light counts, or how much of it shows.

    """

    clip: Clip
    kind: MaskKind


def cut_of(clip: Clip) -> Cut:
    """The cut at some forms."""
    frame = _frame(clip.items[0]) if len(clip.items) == 1 else None
    return Cut(clip, frame)


def box_cut(box: Box, place: Affine) -> Cut:
    """The cut at a box that is laid on the sheet by a map; at nothing where it has no extent."""
    if min(box.width, box.height) <= NO_LENGTH:
        return Cut(Clip((), ()))
    contour = Contour(tuple(Anchor(place(c)) for c in box.corners), closed=True)
    outline = Outline(id="f", name="Frame", contours=(contour,))
    return cut_of(Clip((outline,), (("f", ""),)))


def _frame(item: Item) -> Affine | None:
    """The map from the unit square onto an item that is a parallelogram; None: it is none."""
    if isinstance(item, Shape):
        if item.shape != "rectangle" or item.dials.get("radius", 0.0) > NO_LENGTH:
            return None
        half = complex(item.frame.width, item.frame.height) / 2.0
        return item.frame.place.after(map_of_box(Box.around((-half, half))))
    if not isinstance(item, Outline) or len(item.contours) != 1:
        return None
    anchors = item.contours[0].anchors
    positions = [a.at for a in anchors]
    if len(positions) == 5 and abs(positions[-1] - positions[0]) <= NO_LENGTH:
        positions.pop()
    bent = any(a.into is not None or a.out is not None for a in anchors)
    if len(positions) != 4 or bent or any(a.corner for a in anchors):
        return None
    first, second, opposite, last = positions
    across, down = second - first, last - first
    frame = Affine(across, down, first)
    size = max(abs(across), abs(down))
    if abs(first + across + down - opposite) > EDGE * size or not abs(frame.determinant):
        return None
    return frame
