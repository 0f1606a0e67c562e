"""The traced area of a form in a reference: kept with it, and anchors settled on it."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.contours.settling import settled_on
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import TracedArea
from buildup.drawing.sheetchecks import check_traced_area
from buildup.drawing.units import format_length
from buildup.edits.anchors.editing import by_outline, with_rebuilt
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command
from buildup.forms.matching.tracedarea import reference_of, traced_area_on
from buildup.geometry.progress import add_work
from buildup.geometry.tolerances import SAME_PLACE
from buildup.messages import message, refusal

PAIRS_AN_ANCHOR = 500
"""What an anchor that is settled counts for those who wait."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SetTracedArea(Command):
    """Keeps the traced area of a form with the reference it was found in, or lets it go."""

    kind: Literal["set_traced_area"] = "set_traced_area"
    reference: str
    """Which reference."""
    traced_area: TracedArea | None
    """The form, as the picture shows it; None: there is none any more."""

    @property
    def name(self) -> str:
        return "Trace area" if self.traced_area else "Clear traced area"

    def delta(self, drawing: Drawing) -> Delta:
        old = reference_of(drawing, self.reference)
        form = self.traced_area
        if form is not None:
            check_traced_area(form)
        new = replace(old, traced_area=form)
        every = tuple(new if u.id == old.id else u for u in drawing.sheet.references)
        return Delta(sheet=replace(drawing.sheet, references=every))


@dataclass(frozen=True, slots=True, kw_only=True)
class FitToReference(Command):
    """Moves anchors and handles to the best match with the form in a reference."""

    kind: Literal["fit_to_reference"] = "fit_to_reference"
    anchors: tuple[AnchorRef, ...]
    """Which anchors; their number and kinds stay."""
    reference: str
    """In which reference the form is."""
    reach: float
    """How far each anchor and the end of each handle may move, in sheet units, above 0."""

    @property
    def name(self) -> str:
        return "Fit to reference"

    @property
    def phrase(self) -> str:
        return "Fit {item} to reference"

    def delta(self, drawing: Drawing) -> Delta:
        if self.reach <= 0.0:
            raise refusal("bad_radius")
        traced_area, _ = traced_area_on(drawing, self.reference)
        add_work(PAIRS_AN_ANCHOR * len(self.anchors))
        shape = tuple(s for path in traced_area.contours for s in path)
        put = []
        moved = 0.0
        for item_id, positions in by_outline(drawing, self.anchors).items():
            outline = drawing.outline(item_id)
            changed: dict[int, Contour] = {}
            for c in sorted({c for c, _ in positions}):
                own = [i for k, i in positions if k == c]
                found = settled_on(outline.contours[c], own, shape, reach=self.reach)
                changed[c] = found.contour
                moved = max(moved, found.moved)
            put.append(with_rebuilt(outline, changed))
        return Delta(put=tuple(put), message=_fit_message(moved, drawing.sheet.unit))


def _fit_message(moved: float, unit: str) -> str:
    """What is said of anchors that were settled."""
    if moved <= SAME_PLACE:
        return message("notes.best_match")
    return message("notes.handles_moved", distance=format_length(moved, unit=unit))
