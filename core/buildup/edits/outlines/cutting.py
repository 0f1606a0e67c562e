"""Cut items along a line, cut a path at a place, crop items to the sheet or to a form."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.contours.anchors import Anchor, Contour, HandStroke
from buildup.contours.handstrokes import fitted
from buildup.contours.paths import broken_at
from buildup.contours.segments import with_added
from buildup.drawing.itemtypes import Outline, Painted
from buildup.drawing.model import Drawing
from buildup.edits.assemblies.outlining import StrokesToOutlines
from buildup.edits.change import Delta, chained, updated
from buildup.edits.command import Command, Point
from buildup.edits.items.replacing import Replacement
from buildup.edits.items.targets import open_painted, several
from buildup.forms.assembling import StyledPath, anchors_of, contour_of, operands_of
from buildup.forms.contours import contours_of, form_of, item_box
from buildup.forms.strokes.strokeforms import stroke_form
from buildup.geometry.angles import stepped
from buildup.geometry.boxes import Box
from buildup.geometry.intersect.crossings import crossings
from buildup.geometry.nearest import nearest
from buildup.geometry.regions.setoperations import (
    combined,
    difference,
    divided,
    intersection_of,
    partition,
    union,
)
from buildup.geometry.tolerances import PARAMETER, SAME_PLACE
from buildup.messages import refusal

STEP = 15.0
"""Degrees, of a line that is held to steps."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CutItems(Command):
    """Cuts items along a line: forms into forms, open paths into paths."""

    pointer_field: ClassVar[str] = "line"
    kind: Literal["cut_items"] = "cut_items"
    items: tuple[str, ...] = ()
    """Which items; none: all that the line crosses and that may be edited."""
    line: tuple[Point, ...]
    """Two places, or many as a hand drew them."""
    closes: bool = True
    """What is cut out of a form is a form; else only its outline is cut, and stays open."""
    stepped: bool = False
    """A straight line is held to steps of 15°."""
    tolerance: float = 1.0
    """Sheet units, of a line drawn by hand."""

    @property
    def name(self) -> str:
        return "Cut"

    @property
    def phrase(self) -> str:
        return "Cut {item}"

    def delta(self, drawing: Drawing) -> Delta:
        knife = self._knife()
        around = Box.around(p for s in knife.segments for p in s)
        made = Replacement(drawing)
        for item in _taken(drawing, self.items):
            box = item_box(drawing, item.id)
            if box is not None and box.meets(around):
                form = form_of(drawing, item.id)
                closes = self.closes and form.is_region
                made.become(item, _divided(form, knife) if closes else _opened(form, knife))
        if not made.put:
            raise refusal("nothing_cut")
        return made.delta()

    @property
    def guide_line(self) -> tuple[Point, Point] | None:
        if len(self.line) != 2:
            return None
        start, end = (complex(*p) for p in self.line)
        end = start + self._straight(end - start)
        return (start.real, start.imag), (end.real, end.imag)

    def _straight(self, vector: complex) -> complex:
        return stepped(vector, step=STEP) if self.stepped else vector

    def _knife(self) -> Contour:
        positions = [complex(*p) for p in self.line]
        if len(positions) < 2 or all(abs(p - positions[0]) <= SAME_PLACE for p in positions):
            raise refusal("no_line")
        if len(positions) > 2:
            return fitted(HandStroke((tuple(positions),), self.tolerance))
        start, end = positions
        return Contour((Anchor(start), Anchor(start + self._straight(end - start))))


@dataclass(frozen=True, slots=True, kw_only=True)
class CutPath(Command):
    """Cuts a path at the place of it that is nearest to a given one."""

    kind: Literal["cut_path"] = "cut_path"
    item: str
    """Which outline or shape."""
    at: Point
    """Where."""

    @property
    def name(self) -> str:
        return "Cut path"

    def delta(self, drawing: Drawing) -> Delta:
        drawing.open_item(self.item)
        item = drawing.leaf_item(self.item)
        contours = item.contours if isinstance(item, Outline) else contours_of(drawing, item.id)
        found = [nearest(c.segments, complex(*self.at)) for c in contours]
        near = [(f.distance, k, f) for k, f in enumerate(found) if f is not None]
        if not near:
            raise refusal("no_path", item.id)
        _, index, spot = min(near, key=lambda n: n[:2])
        cut = contours[index]
        at = spot.segment + round(spot.t)
        if PARAMETER < spot.t < 1.0 - PARAMETER:
            cut = with_added(cut, {spot.segment: (spot.t,)})
            at = spot.segment + 1
        parts = broken_at(cut, at % len(cut.anchors))
        if parts == (cut,):
            raise refusal("already_ends")
        made = Replacement(drawing)
        made.become(item, [(*contours[:index], *parts, *contours[index + 1 :])])
        return made.delta()


@dataclass(frozen=True, slots=True, kw_only=True)
class CropItems(Command):
    """Takes away what hangs over the sheet, or over a form."""

    kind: Literal["crop_items"] = "crop_items"
    items: tuple[str, ...]
    """Which items."""
    to: str | None = None
    """The item to whose form they are cropped, which stays; None: the sheet."""
    strokes: bool = False
    """Strokes that hang over become outlines, and are cropped, too."""

    @property
    def name(self) -> str:
        return f"Crop {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        frame = self._frame(drawing)
        deltas = []
        items = tuple(i.id for i in open_painted(drawing, self.items) if i.id != self.to)
        at = drawing
        if self.strokes and (over := _strokes_over(drawing, items, frame)):
            first = StrokesToOutlines(items=over).delta(drawing)
            deltas.append(first)
            at = updated(drawing, first)
            gone = set(first.removed)
            items = tuple(dict.fromkeys([*(i for i in items if i not in gone), *first.changed]))
        deltas.append(_cropped(at, items, frame))
        parts = [q for i in items for p in at.tree.children(i) for q in at.painted_in(p)]
        if parts:  # of assemblies what shows of them stays beside their form
            at = updated(at, deltas[-1])
            changed = set(deltas[-1].changed)
            kept = [p for p in parts if p in at.items and not changed.isdisjoint(at.tree.above(p))]
            deltas.append(_cropped(at, kept, frame))
        if not any(d.put or d.removed for d in deltas):
            raise refusal("nothing_over")
        return chained(deltas)

    def _frame(self, drawing: Drawing) -> StyledPath:
        if self.to is not None:
            return form_of(drawing, self.to)
        sheet = Box(0.0, 0.0, drawing.sheet.width, drawing.sheet.height)
        return StyledPath((Contour(tuple(map(Anchor, sheet.corners)), closed=True),))


def _cropped(drawing: Drawing, ids: Sequence[str], frame: StyledPath) -> Delta:
    """What becomes of items of which only what lies in a frame stays."""
    made = Replacement(drawing)
    for item_id in ids:
        item, form = drawing.painted_item(item_id), form_of(drawing, item_id)
        left = _within(form, frame, region=form.is_region)
        made.become(item, None if left is None else [left] if left else [])
    return made.delta()


def _strokes_over(drawing: Drawing, ids: Sequence[str], frame: StyledPath) -> tuple[str, ...]:
    """The items of some ids whose strokes hang over a frame."""
    over = []
    for item_id in ids:
        form = form_of(drawing, item_id)
        strokes = [StyledPath(c) for s in form.style.shown if (c := stroke_form(form, s))]
        if any(combined(operands_of([stroke, frame]), difference) for stroke in strokes):
            over.append(item_id)
    return tuple(over)


def _taken(drawing: Drawing, ids: tuple[str, ...]) -> list[Painted]:
    """The items that are meant: those, or all that is seen and may be edited."""
    if ids:
        return open_painted(drawing, ids)
    free = (i for i in drawing.painted_in() if not drawing.hidden(i) and not drawing.locked(i))
    return [drawing.painted_item(i) for i in free]


def _divided(form: StyledPath, knife: Contour) -> list[tuple[Contour, ...]] | None:
    """The forms into which a line divides a form; None: it does not."""
    forms = [form, StyledPath((knife,))]
    region, path = operands_of(forms)
    regions = partition([region, replace(path, path=True)])
    if len(regions) <= len(partition([region])):
        return None
    known = anchors_of(forms)
    return [tuple(contour_of(p, known) for p in (r.outer, *r.holes)) for r in regions]


def _opened(form: StyledPath, knife: Contour) -> list[tuple[Contour, ...]] | None:
    """Paths cut where a line crosses them, each part by itself; None: it crosses none."""
    found: list[Contour] = []
    for contour in form.contours:
        spots = {
            k: sorted({c.t for cut in knife.segments for c in crossings(segment, cut)})
            for k, segment in enumerate(contour.segments)
        }
        found += _parts(contour, spots)
    if [c.closed for c in found] == [c.closed for c in form.contours]:
        return None
    return [(c,) for c in found]


def _parts(contour: Contour, spots: Mapping[int, Sequence[float]]) -> list[Contour]:
    """The parts of a contour that is cut at some parameters of its segments."""
    inner = {k: [t for t in ts if _inside(t)] for k, ts in spots.items()}
    positions = set()
    added = 0
    for k, parameters in spots.items():
        for t in parameters:
            added += _inside(t)
            positions.add(k + added + (t > 0.5 and not _inside(t)))
    cut = with_added(contour, inner)
    if contour.closed and positions:
        first, *rest = sorted(p % len(cut.anchors) for p in positions)
        (cut,) = broken_at(cut, first)
        positions = {p - first for p in rest}
    parts = [cut]
    for position in sorted(positions, reverse=True):
        head, *tail = broken_at(parts[0], position)
        parts = [head, *tail, *parts[1:]]
    return parts


def _inside(t: float) -> bool:
    return PARAMETER < t < 1.0 - PARAMETER


def _within(form: StyledPath, frame: StyledPath, *, region: bool) -> tuple[Contour, ...] | None:
    """What of a form, or of paths, lies in a frame; None: all of it does."""
    forms = [form, frame]
    known = anchors_of(forms)
    own, around = operands_of(forms)
    if region:
        if not combined([own, around], difference):
            return None
        return tuple(contour_of(p, known) for p in combined([own, around], intersection_of(2)))
    paths = [replace(own, path=True)]
    if not divided(paths, [around], lambda inside: not inside):
        return None
    inner = divided(paths, [around], union)
    return tuple(contour_of(run, known, closed=False) for _, run in inner)
