"""Removing anchors: the neighbours refitted, so that the outline changes least, or plainly."""

from dataclasses import dataclass
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.contours.flow import settled
from buildup.contours.segments import without
from buildup.contours.twins import AnchorIndex, partners
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import by_outline, delta_of, move_message, with_contours
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command


@dataclass(frozen=True, slots=True, kw_only=True)
class DeleteAnchors(Command):
    """Removes anchors, twins with them; an outline left with fewer than two anchors goes too."""

    kind: Literal["delete_anchors"] = "delete_anchors"
    anchors: tuple[AnchorRef, ...]
    """Which anchors."""
    refit: bool = True
    """Refits the segments beside each gap, so that the outline changes as little as it can."""

    @property
    def name(self) -> str:
        return "Delete anchor" if len(self.anchors) == 1 else f"Delete {len(self.anchors)} anchors"

    def delta(self, drawing: Drawing) -> Delta:
        left = []
        moved = 0.0
        for item_id, positions in by_outline(drawing, self.anchors).items():
            outline = drawing.outline(item_id)
            gone: set[AnchorIndex] = {*positions, *partners(outline.contours, positions).values()}
            contours: list[Contour] = []
            for c, contour in enumerate(outline.contours):
                here = {i for k, i in gone if k == c}
                if not here:
                    contours.append(contour)
                    continue
                rest = without(contour, here, refit=self.refit)
                moved = max(moved, rest.moved)
                contours.append(settled(rest.contour) if rest.contour.anchors else rest.contour)
            left.append((item_id, with_contours(outline, contours)))
        return delta_of(left, move_message(moved, drawing.sheet.unit) if self.refit else "")
