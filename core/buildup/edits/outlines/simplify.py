"""Outlines thinned out: as few anchors as a tolerance allows."""

from dataclasses import dataclass
from functools import partial
from typing import Literal

from buildup.contours.simplified import thinned_contour
from buildup.drawing.model import Drawing
from buildup.drawing.units import format_length
from buildup.edits.anchors.editing import with_rebuilt
from buildup.edits.change import Delta
from buildup.edits.command import Command
from buildup.edits.fairness.fairing import check_tolerance
from buildup.geometry.progress import add_work, done
from buildup.messages import message, refusal

PAIRS_A_SEGMENT = 12
"""What a segment that is thinned out counts for those who wait for it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SimplifyOutlines(Command):
    """Gives outlines as few anchors as a tolerance allows."""

    kind: Literal["simplify_outlines"] = "simplify_outlines"
    items: tuple[str, ...]
    """The outlines."""
    tolerance: float
    """How far they may move, in sheet units, above 0."""
    corners: bool = True
    """Anchors at which the path turns by more than 20° stay."""
    extremes: bool = False
    """Anchors stay, or come, where the path is level or upright."""

    @property
    def name(self) -> str:
        return "Simplify"

    @property
    def phrase(self) -> str:
        return "Simplify {item}"

    def delta(self, drawing: Drawing) -> Delta:
        check_tolerance(self.tolerance)
        if not self.items:
            raise refusal("no_items")
        outlines = [drawing.outline(i) for i in dict.fromkeys(self.items)]
        before = sum(len(c.anchors) for o in outlines for c in o.contours)
        add_work(PAIRS_A_SEGMENT * before)
        put = []
        moved, after, seen = 0.0, 0, 0.0
        for outline in outlines:
            changed = {}
            for c, contour in enumerate(outline.contours):
                share = len(contour.anchors) / before
                changed[c], off = thinned_contour(
                    contour,
                    self.tolerance,
                    corners=self.corners,
                    extreme=self.extremes,
                    tell=partial(_tell, seen, share),
                )
                moved = max(moved, off)
                after += len(changed[c].anchors)
                seen += share
            put.append(with_rebuilt(outline, changed))
        far = format_length(moved, unit=drawing.sheet.unit)
        note = message("notes.simplified", before=before, after=after, distance=far)
        if after >= before and not self.extremes:
            note = message("notes.all_needed", count=before)
        return Delta(put=tuple(put), message=note)


def _tell(before: float, share: float, part: float) -> None:
    """Tell how much is done when a part is done of a share that comes after what is done before."""
    done(min(1.0, before + share * part))
