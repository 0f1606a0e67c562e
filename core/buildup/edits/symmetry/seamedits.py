"""Seams: let ends meet that just miss, and set how anchors are held on a seam."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Anchor, Contour, Seam
from buildup.contours.handles import neighbours
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import anchor_of, by_outline, edited, with_anchors
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command
from buildup.edits.symmetry.symmetries import open_symmetry
from buildup.forms.symmetry.seamends import seam_ends
from buildup.forms.symmetry.seams import seams_around
from buildup.geometry.tolerances import SAME_PLACE
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class CloseSeam(Command):
    """Lets all ends meet that just miss their images."""

    kind: Literal["close_seam"] = "close_seam"
    symmetry: str
    """Which symmetry."""

    @property
    def name(self) -> str:
        return "Close seam"

    def delta(self, drawing: Drawing) -> Delta:
        open_symmetry(drawing, self.symmetry)
        missing = [e for e in seam_ends(drawing, self.symmetry) if not e.meets]
        if not missing:
            raise refusal("nothing_misses")
        to = {(e.item, e.contour, e.index): e.to for e in missing}
        put = []
        for item_id, positions in by_outline(drawing, tuple(to)).items():
            outline = drawing.outline(item_id)
            changes = {
                (c, i): replace(outline.contours[c].anchors[i], at=to[item_id, c, i], seam=None)
                for c, i in positions
            }
            put.append(with_anchors(outline, changes))
        return Delta(put=tuple(put))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetSeam(Command):
    """Sets how anchors on a seam are held: for a smooth crossing, for a point, or not at all."""

    kind: Literal["set_seam"] = "set_seam"
    anchors: tuple[AnchorRef, ...]
    """Which anchors."""
    to: Seam
    """Handles square to the line, as they are, or free of the line."""

    @property
    def name(self) -> str:
        words = {"smooth": "Smooth at seam", "point": "Point at seam"}
        return words.get(self.to, "Detach from seam")

    @property
    def phrase(self) -> str:
        return self.name

    def delta(self, drawing: Drawing) -> Delta:
        def seamed(contour: Contour, index: int) -> Anchor:
            anchor = contour.anchors[index]
            return replace(_with_handle(contour, index) if smooth else anchor, seam=self.to)

        smooth = self.to == "smooth"
        for item_id, c, i in self.anchors:
            at = anchor_of(drawing, (item_id, c, i))[2].at
            lines = seams_around(drawing, drawing.tree.container(item_id))
            if all(abs(line.away(at)) > SAME_PLACE for line in lines):
                raise refusal("not_on_a_seam", item_id)
        return edited(drawing, self.anchors, seamed)


def _with_handle(contour: Contour, index: int) -> Anchor:
    """An anchor that has a handle to be held square: a third of the way to its neighbour."""
    anchor = contour.anchors[index]
    if anchor.into is not None or anchor.out is not None:
        return anchor
    before, after = neighbours(contour, index)
    into = None if before is None else (before.at - anchor.at) / 3.0
    out = None if after is None else (after.at - anchor.at) / 3.0
    return replace(anchor, into=into, out=out)
