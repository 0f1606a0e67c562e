"""The silhouette of a form in an underlay: kept with it, and an outline proposed for it."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.model import Anchor, Contour, Drawing, Outline, Style
from buildup.drawing.settling import settled_on
from buildup.drawing.sheet import Silhouette
from buildup.drawing.units import told
from buildup.edits.change import Delta, placed
from buildup.edits.command import AnchorRef, Command
from buildup.edits.editing import by_outline, with_rebuilt
from buildup.edits.fairing import check_tolerance
from buildup.edits.newitems import check_new, check_style, new_name
from buildup.edits.thinning import thinned_contour
from buildup.errors import Refusal
from buildup.forms.silhouettes import silhouette_on, underlay_of
from buildup.geometry.apart import apart_both_ways
from buildup.geometry.bezier import Cubic
from buildup.geometry.patience import begun
from buildup.geometry.stations import joint
from buildup.geometry.tolerances import NO_LENGTH, SAME_PLACE

PAIRS_A_SEGMENT, PAIRS_AN_ANCHOR = 80, 500
"""What a segment of a form, and an anchor that is settled, count for those who wait."""
TURN = 0.7
"""Radians (40°): by less the edge of a form turns by the grain of its picture."""
FREELY = (2.0, 1.0)
"""Tolerances by which the anchors of a proposal may still move, as long as it stays within one."""
STARTS = 3
"""Places around a form from which it is gone round: the fewest anchors win."""
MOST_POINTS = 30_000
"""Control points of a silhouette."""


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
        return "Find form" if self.silhouette else "Let form go"

    def delta(self, drawing: Drawing) -> Delta:
        old = underlay_of(drawing, self.underlay)
        form = self.silhouette
        if form is not None:
            count = sum(map(len, form.paths))
            sound = form.paths and all(len(p) >= 6 and len(p) % 3 == 0 for p in form.paths)
            if not sound or count > MOST_POINTS or not 0.0 < form.pixel <= 1.0:
                raise Refusal(
                    "bad_silhouette",
                    "That is no form of a picture. The old one was kept; click into it again.",
                )
        new = replace(old, silhouette=form)
        every = tuple(new if u.id == old.id else u for u in drawing.sheet.underlays)
        return Delta(sheet=replace(drawing.sheet, underlays=every))


@dataclass(frozen=True, slots=True, kw_only=True)
class ProposeOutline(Command):
    """Draws the outline of a form in an underlay, with as few anchors as a tolerance allows."""

    kind: Literal["propose_outline"] = "propose_outline"
    item: str
    """The id of the new outline."""
    underlay: str
    """In which underlay the form is."""
    tolerance: float
    """How far the outline may be from the form, in sheet units, above 0."""
    extremes: bool = False
    """Anchors where it is level or upright."""
    holes: bool = True
    """With the holes of the form."""
    container: str | None = None
    """The container it is drawn into; None: the front layer."""
    style: Style | None = None
    """How it is painted; None: a stroke."""

    @property
    def name(self) -> str:
        return "Propose outline"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.item)
        check_tolerance(self.tolerance)
        silhouette, _ = silhouette_on(drawing, self.underlay)
        style = self.style or Style()
        check_style(style)
        paths = silhouette.contours if self.holes else silhouette.contours[:1]
        begun(PAIRS_A_SEGMENT * sum(map(len, paths)))
        made = [self._fitted(p) for p in paths]
        outline = Outline(
            id=self.item,
            name=new_name(drawing, "Outline", None),
            contours=tuple(made),
            rule="evenodd",
            style=style,
        )
        count = sum(len(c.anchors) for c in outline.contours)
        away = (apart_both_ways(c.segments, p) for c, p in zip(made, paths, strict=True))
        far = told(max(away), unit=drawing.sheet.unit)
        said = f"{count:,} anchors, at most {far} from the form."
        return replace(placed(drawing, (outline,), container=self.container), said=said)

    def _fitted(self, path: tuple[Cubic, ...]) -> Contour:
        """A path with few anchors, brought as near to it as so few allow."""
        starts = dict.fromkeys(len(path) * k // STARTS for k in range(STARTS))
        rings = [_contour((*path[k:], *path[:k])) for k in starts]
        found = [
            thinned_contour(ring, self.tolerance, corners=True, turn=TURN, extreme=self.extremes)
            for ring in rings
        ]
        few, _ = min(found, key=lambda f: (len(f[0].anchors), f[1]))
        every = range(len(few.anchors))
        if self.extremes:
            return few
        for free in FREELY:
            made = settled_on(few, every, path, reach=free * self.tolerance).contour
            if apart_both_ways(made.segments, path) <= self.tolerance:
                return made
        return few


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
        return "Settle"

    def delta(self, drawing: Drawing) -> Delta:
        if self.reach <= 0.0:
            raise Refusal("bad_reach", "The reach needs to be more than 0. Nothing was changed.")
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
        return "They match as well as they can."
    return f"Anchors and handles moved by at most {told(moved, unit=unit)}."


def _contour(segments: tuple[Cubic, ...]) -> Contour:
    """A closed path as a contour."""
    anchors = []
    for k, segment in enumerate(segments):
        before = segments[k - 1]
        into, out = before[2] - before[3], segment[1] - segment[0]
        smooth = abs(joint(before, segment).turn) < TURN
        anchors.append(
            Anchor(
                segment[0],
                into if abs(into) >= NO_LENGTH else None,
                out if abs(out) >= NO_LENGTH else None,
                "smooth" if smooth else "corner",
            )
        )
    return Contour(tuple(anchors), closed=True)
