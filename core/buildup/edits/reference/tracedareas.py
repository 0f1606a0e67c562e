"""The silhouette of a form in an underlay: kept with it, and anchors settled on it."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.contours.settling import settled_on
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Silhouette
from buildup.drawing.sheetchecks import check_silhouette
from buildup.drawing.units import told
from buildup.edits.anchors.editing import by_outline, with_rebuilt
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef, Command
from buildup.forms.matching.tracedarea import silhouette_on, underlay_of
from buildup.geometry.progress import begun
from buildup.geometry.tolerances import SAME_PLACE
from buildup.messages import message, refusal

PAIRS_AN_ANCHOR = 500
"""What an anchor that is settled counts for those who wait."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SetSilhouette(Command):
    """Keeps the silhouette of a form with the underlay it was found in, or lets it go."""

    kind: Literal["set_silhouette"] = "set_silhouette"
    underlay: str
    """Which underlay."""
    silhouette: Silhouette | None
    """The form, as the picture shows it; None: there is none any more."""

    @property
    def name(self) -> str:
        return "Trace area" if self.silhouette else "Clear traced area"

    def delta(self, drawing: Drawing) -> Delta:
        old = underlay_of(drawing, self.underlay)
        form = self.silhouette
        if form is not None:
            check_silhouette(form)
        new = replace(old, silhouette=form)
        every = tuple(new if u.id == old.id else u for u in drawing.sheet.underlays)
        return Delta(sheet=replace(drawing.sheet, underlays=every))


@dataclass(frozen=True, slots=True, kw_only=True)
class SettleAnchors(Command):
    """Moves anchors and handles to the best match with the form in an underlay."""

    kind: Literal["settle_anchors"] = "settle_anchors"
    anchors: tuple[AnchorRef, ...]
    """Which anchors; their number and kinds stay."""
    underlay: str
    """In which underlay the form is."""
    reach: float
    """How far each anchor and the end of each handle may move, in sheet units, above 0."""

    @property
    def name(self) -> str:
        return "Fit to reference"

    def delta(self, drawing: Drawing) -> Delta:
        if self.reach <= 0.0:
            raise refusal("bad_radius")
        silhouette, _ = silhouette_on(drawing, self.underlay)
        begun(PAIRS_AN_ANCHOR * len(self.anchors))
        shape = tuple(s for path in silhouette.contours for s in path)
        put = []
        moved = 0.0
        for item_id, places in by_outline(drawing, self.anchors).items():
            outline = drawing.outline(item_id)
            changed: dict[int, Contour] = {}
            for c in sorted({c for c, _ in places}):
                own = [i for k, i in places if k == c]
                found = settled_on(outline.contours[c], own, shape, reach=self.reach)
                changed[c] = found.contour
                moved = max(moved, found.moved)
            put.append(with_rebuilt(outline, changed))
        return Delta(put=tuple(put), said=_said_of_settling(moved, drawing.sheet.unit))


def _said_of_settling(moved: float, unit: str) -> str:
    """What is said of anchors that were settled."""
    if moved <= SAME_PLACE:
        return message("notes.best_match")
    return message("notes.handles_moved", distance=told(moved, unit=unit))
