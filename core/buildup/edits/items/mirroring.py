"""Items mirrored about a line that is seen: turned over, or copies of them."""

from dataclasses import dataclass, field, replace
from typing import ClassVar, Literal, Self

from buildup.drawing.model import Drawing
from buildup.edits.change import Delta
from buildup.edits.items.drafts import Draft
from buildup.edits.items.placing import Placing
from buildup.edits.items.targets import taken
from buildup.forms.draftpegs import CopyPeg
from buildup.forms.frames import OrientedBox, turned_box
from buildup.forms.placement import ItemMap
from buildup.forms.symmetry.axes import Axis, dragged, pegs, settled
from buildup.geometry.angles import cross, direction
from buildup.geometry.tolerances import SAME_PLACE
from buildup.geometry.transforms import mirror
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class MirrorItems(Placing, Draft):
    """Mirrors items about a line through a place at an angle."""

    doing: ClassVar[str] = "Mirror"
    kind: Literal["mirror_items"] = "mirror_items"
    axis: Axis = field(default_factory=Axis)
    """The line."""

    def item_map(self, frame: OrientedBox) -> ItemMap:
        angle = self.axis.angle
        return ItemMap(mirror(about=self.axis.place, angle=angle), 2.0 * angle)

    def laid_out(self, drawing: Drawing) -> Self:
        return replace(self, axis=settled(drawing, self.items, self.axis, "mirror"))

    def draft_pegs(self, drawing: Drawing) -> tuple[CopyPeg, ...]:
        return pegs(self.axis, "mirror")

    def pulled(self, drawing: Drawing, peg: str, to: complex, *, held: bool) -> Self:
        return replace(self, axis=dragged(self.axis, "mirror", peg, to, held=held))

    def delta(self, drawing: Drawing) -> Delta:
        taken(drawing, self.items)
        laid = self.laid_out(drawing)
        if self.copies is not None and on_the_line(drawing, self.items, laid.axis):
            raise refusal("on_the_line")
        return Placing.delta(laid, drawing)


def on_the_line(drawing: Drawing, items: tuple[str, ...], axis: Axis) -> bool:
    """Whether all of some items lies on the line of a settled axis; not where they are empty."""
    boxes = [b for i in items if (b := turned_box(drawing, i, axis.angle)) is not None]
    level = cross(direction(axis.angle), axis.place)
    sides = (s for b in boxes for s in (b.top, b.bottom))
    return bool(boxes) and all(abs(s - level) <= SAME_PLACE for s in sides)
