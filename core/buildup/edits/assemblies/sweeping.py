"""Regions fused, or removed, by a sweep across them."""

from dataclasses import dataclass
from typing import Literal

from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.edits.change import Delta
from buildup.edits.command import Command, Point
from buildup.edits.items.newitems import check_new
from buildup.edits.items.replacing import Replacement
from buildup.edits.items.targets import open_painted
from buildup.forms.assembling import anchors_of, contour_of
from buildup.forms.sweepable import sweepable
from buildup.geometry.regions.setoperations import swept
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class SweepRegions(Command):
    """Fuses regions that items make into one outline, or removes them; the items lose them."""

    kind: Literal["sweep_regions"] = "sweep_regions"
    items: tuple[str, ...]
    """The items that make the regions."""
    places: tuple[Point, ...]
    """A place in each region that is taken, in the order of the sweep."""
    operation: Literal["fuse", "remove"] = "fuse"
    """What becomes of them."""
    item: str
    """The id of the outline that fused ones make."""
    gap: float = 0.0
    """Sheet units: ends of open paths so near to something count as joined to it."""

    @property
    def name(self) -> str:
        if self.operation == "remove":
            return "Delete regions"
        return "Merge regions" if len(self.places) > 1 else "Extract region"

    @property
    def phrase(self) -> str:
        return self.name

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.item)
        taken = sweepable(drawing, open_painted(drawing, self.items), self.gap)
        found = swept(taken.operands, [complex(*p) for p in self.places])
        if not found.inside or not found.taken:
            raise refusal("no_region.here", self.item)
        if self.operation == "remove" and not found.left:
            raise refusal("no_region.delete", self.item)
        if len(found.left) == 1 and self.operation == "fuse" and not any(found.left.values()):
            raise refusal("whole_already")
        known = anchors_of(taken.forms)
        made = Replacement(drawing)
        for number, loops in found.left.items():
            contours = tuple(contour_of(loop, known) for loop in loops)
            made.become(taken.items[number], [contours] if contours else [])
        if self.operation == "remove":
            return made.delta()
        lies_in = next((inside for inside in found.inside if inside), None)
        front = taken.items[-1 if lies_in is None else max(lies_in)]
        fused = Outline(
            id=self.item,
            name=front.name,
            style=front.style,
            contours=tuple(contour_of(loop, known) for loop in found.taken),
        )
        above = taken.items[max(found.left, default=-1)].id
        made.put.append(fused)
        made.moves.append((fused.id, drawing.tree.container(above), above))
        return made.delta()
