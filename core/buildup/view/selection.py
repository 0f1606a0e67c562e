"""Marks and numbers of what is selected, as far as the tool in the hand shows them."""

from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.contours.corners import corner_directions
from buildup.drawing.items import Several
from buildup.drawing.itemtypes import Assembly, Item, Outline, Shape
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.forms.contours import assembly_form
from buildup.forms.frames import OrientedBox, standing_of
from buildup.forms.picturefit import PictureMark
from buildup.geometry.angles import normal_degrees, unit
from buildup.shapes.kinds import Dial, Dials, DialUnit
from buildup.shapes.registry import dials_of, shape_kind
from buildup.view.anchormarks import AnchorMark, anchor_marks
from buildup.view.curves import CurveReading, check_step, curve_readings
from buildup.view.drawables import Point, as_point
from buildup.view.measuretable import FollowMark, follow_marks
from buildup.view.paintmarks import (
    GradientMark,
    gradient_marks,
    miter_marks,
    selected_picture,
    starting_style,
)

MOST_MARKS = 1_000
"""Anchors in sight whose marks can be told apart (common practice); of more of them only the
chosen ones and the ends of paths are marked, and one zooms in for the others."""

AnchorRef = tuple[str, int, int]
Marks = Literal["frame", "anchors", "corners"]


@dataclass(frozen=True, slots=True, kw_only=True)
class ViewRequest:
    """What the tool in the hand shows of what is selected."""

    marks: Marks = "anchors"
    """The frame only, anchors too, or the corners that can be worked."""
    sight: tuple[float, float, float, float] | None = None
    """Left, top, right, bottom of the part of the sheet that is in sight; None: all of it."""
    chosen: tuple[AnchorRef, ...] = ()
    """Anchors that are marked wherever they are, with their neighbours."""
    whole: bool = False
    """Long path data is told whole, as what it was before is not held."""
    curves: float | None = None
    """Sheet units between the places whose curvature is told, at the least; None: it is not."""


ALL = ViewRequest()


@dataclass(frozen=True, slots=True, kw_only=True)
class PegMark:
    """A peg of a selected shape."""

    item: str
    dial: str
    label: str
    unit: DialUnit
    at: Point
    along: Point
    """The direction on the sheet in which dragging makes the value grow."""
    value: float
    corner: bool
    """It drags a radius, or how corners are worked."""


@dataclass(frozen=True, slots=True, kw_only=True)
class DialReading:
    """A dial that all selected shapes have, for the Readout."""

    shape: str
    """A kind of shape that declares it."""
    dial: str
    label: str
    """What it is called beside the other dials."""
    value: float | None
    """None where the shapes differ."""
    reach: float
    """The largest value that still changes the form."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LengthReading:
    """A length of the selected shape that can be typed."""

    length: str
    label: str
    value: float


@dataclass(frozen=True, slots=True, kw_only=True)
class FrameBox:
    """The frame of a selection, along its own axes."""

    centre: Point
    width: float
    height: float
    angle: float
    """Degrees, clockwise."""
    lean: float
    """Degrees by which its second axis is turned on from square."""
    corners: tuple[Point, Point, Point, Point]
    room: float
    """The largest radius that finds room in it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class PathFacts:
    """A contour of a selected outline."""

    item: str
    contour: int
    count: int
    """Its anchors."""
    closed: bool
    worked: bool
    """Some of its corners are worked."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Selection:
    """What the Readout and the marks show of the selected items."""

    items: tuple[str, ...]
    frame: FrameBox | None
    anchors: tuple[AnchorMark, ...]
    """Of the anchors that the tool shows and that are in sight."""
    pegs: tuple[PegMark, ...]
    dials: tuple[DialReading, ...]
    lengths: tuple[LengthReading, ...] = ()
    tolerance: float | None = None
    """How far outlines drawn by hand may stay from the stroke; None: there is no stroke."""
    paths: tuple[PathFacts, ...] = ()
    """The contours of those whose anchors the tool shows."""
    cut: bool = False
    """Anchors were left out as they are not in sight, or too many to be told apart."""
    marked: tuple[str, ...] | None = None
    """The items whose anchors and paths are told; None: all, else the others are as before."""
    curves: tuple[CurveReading, ...] = ()
    """The curvature along all that is selected, where it is asked for."""
    curves_cut: bool = False
    """There is more, but it would be too much."""
    gradients: tuple[GradientMark, ...] = ()
    picture: PictureMark | None = None
    """The picture that fills the item that is selected alone."""
    """Of an item that is selected alone."""
    miters: tuple[Point, ...] = ()
    """Corners at which a miter is cut off."""
    style: Style | None = None
    """How new items are painted like these; None: nothing of them is painted."""
    follows: tuple[FollowMark, ...] = ()
    """Their numbers that follow formulas."""


def selection(
    drawing: Drawing,
    ids: Sequence[str],
    view: ViewRequest = ALL,
    *,
    only: Collection[str] | None = None,
) -> Selection:
    """Frame, anchors, pegs and dials of some items; ids that are not there are left out.

    Dials appear when all items are shapes, those that all of them have; pegs for a single shape.
    With `only`, anchors are told of those items alone.
    """
    items = Several(drawing.items, tuple(i for i in ids if i in drawing.items))
    found = Selection(
        items=tuple(items.ids),
        frame=_frame(drawing, items.ids),
        anchors=(),
        pegs=_pegs(items[0]) if len(items) == 1 and isinstance(items[0], Shape) else (),
        dials=_dials(items),
        lengths=_lengths(items),
        tolerance=_tolerance(items),
        gradients=tuple(gradient_marks(drawing, items)),
        picture=selected_picture(drawing, items),
        miters=miter_marks(drawing, items),
        style=starting_style(drawing, items),
        follows=follow_marks(drawing, items),
    )
    if view.curves is not None:
        check_step(view.curves)
        curves, many = curve_readings(drawing, found.items, view.curves)
        found = replace(found, curves=curves, curves_cut=many)
    if view.marks == "frame":
        return found
    listed = [i for i in items if only is None or i.id in only]
    outlines = [o for i in listed if (o := anchored(drawing, i, view.marks)) is not None]
    marks, cut = _marks(outlines, view)
    return replace(
        found,
        anchors=marks,
        paths=tuple(f for o in outlines for f in _paths(o, plain=drawing.tree.is_leaf(o.id))),
        cut=cut,
        marked=None if only is None else tuple(i for i in found.items if i in only),
    )


def anchored(drawing: Drawing, item: Item, marks: Marks) -> Outline | None:
    """What of an item has anchors that a tool shows: outlines; of assemblies the form's corners."""
    if isinstance(item, Assembly) and marks == "corners":
        sharp = assembly_form(drawing, item.id).sharp
        return Outline(id=item.id, name=item.name, contours=sharp)
    return item if isinstance(item, Outline) else None


def _paths(outline: Outline, *, plain: bool) -> Iterator[PathFacts]:
    for index, contour in enumerate(outline.contours):
        yield PathFacts(
            item=outline.id,
            contour=index,
            count=len(contour.anchors),
            closed=contour.closed,
            worked=plain and any(a.corner is not None for a in contour.anchors),
        )


def _marks(outlines: Sequence[Outline], view: ViewRequest) -> tuple[tuple[AnchorMark, ...], bool]:
    """The marks to show, and whether any were left out."""
    chosen: dict[tuple[str, int], set[int]] = {}
    for item_id, c, i in view.chosen:
        chosen.setdefault((item_id, c), set()).update((i - 1, i, i + 1))
    each = [(o, c, path) for o in outlines for c, path in enumerate(o.contours)]
    seen = [_in_sight(path, view.sight) for _, _, path in each]
    many = sum(map(len, seen)) > MOST_MARKS
    marks: list[AnchorMark] = []
    for (outline, c, path), here in zip(each, seen, strict=True):
        count = len(path.anchors)
        wanted = {i % count for i in chosen.get((outline.id, c), ())}
        wanted |= set(() if many else here) | (set() if path.closed else {0, count - 1})
        shown = (i for i in sorted(wanted) if view.marks == "anchors" or corner_directions(path, i))
        marks += anchor_marks(outline, c, shown)
    return tuple(marks), many or sum(map(len, seen)) < sum(len(p.anchors) for _, _, p in each)


def _in_sight(path: Contour, sight: tuple[float, float, float, float] | None) -> Sequence[int]:
    """The anchors of a path within a part of the sheet."""
    if sight is None:
        return range(len(path.anchors))
    left, top, right, bottom = sight
    return [
        i
        for i, a in enumerate(path.anchors)
        if left <= a.at.real <= right and top <= a.at.imag <= bottom
    ]


def _tolerance(items: Sequence[Item]) -> float | None:
    """The tolerance of what was drawn by hand, if all items were."""
    first: float | None = None
    for item in items:
        if not isinstance(item, Outline) or item.hand_stroke is None:
            return None
        first = item.hand_stroke.tolerance if first is None else first
    return first


def _frame(drawing: Drawing, ids: Sequence[str]) -> FrameBox | None:
    box = standing_of(drawing, ids)
    return None if box is None else frame_box(box)


def frame_box(box: OrientedBox) -> FrameBox:
    """A frame as it is told."""
    a, b, c, d = box.corners
    return FrameBox(
        centre=as_point(box.centre),
        width=box.width,
        height=box.height,
        angle=normal_degrees(box.angle),
        lean=box.lean,
        corners=(as_point(a), as_point(b), as_point(c), as_point(d)),
        room=min(box.width, box.height) / 2.0,
    )


def box_of_frame(frame: FrameBox) -> OrientedBox:
    """The frame that was told."""
    return OrientedBox(complex(*frame.centre), frame.width, frame.height, frame.angle, frame.lean)


def _pegs(item: Shape) -> tuple[PegMark, ...]:
    kind, frame, dials = shape_kind(item.shape), item.frame, dials_of(item)
    size = (frame.width, frame.height, dials)
    found = []
    for peg in kind.pegs:
        dial = kind.dial(peg.dial)
        if dial is None or not dial.shown(dials):
            continue
        found.append(
            PegMark(
                item=item.id,
                dial=peg.dial,
                label=dial.label,
                unit="percent" if dial.unit == "length" and dials.get("radius_in") else dial.unit,
                at=as_point(frame.place(peg.at(*size))),
                along=as_point(unit(frame.place.vector(peg.along(*size)))),
                value=dials[peg.dial],
                corner=dial.unit == "length",
            )
        )
    return tuple(found)


def _dials(items: Sequence[Item]) -> tuple[DialReading, ...]:
    """The dials that all items have and that have an effect on one of them at least."""
    shapes: list[Shape] = []
    for item in items:
        if not isinstance(item, Shape):
            return ()
        shapes.append(item)
    if not shapes:
        return ()
    kinds = [shape_kind(s.shape) for s in shapes]
    values = [dials_of(s) for s in shapes]
    found = []
    for dial in kinds[0].dials:
        others = [k.dial(dial.name) for k in kinds]
        if any(o is None or o.unit != dial.unit for o in others):
            continue
        if not any(o is not None and o.shown(v) for o, v in zip(others, values, strict=True)):
            continue
        each = {v[dial.name] for v in values}
        labels = {o.label_beside(v) for o, v in zip(others, values, strict=True) if o is not None}
        found.append(
            DialReading(
                shape=kinds[0].name,
                dial=dial.name,
                label=labels.pop() if len(labels) == 1 else dial.label,
                value=each.pop() if len(each) == 1 else None,
                reach=max(_reach(dial, s, v) for s, v in zip(shapes, values, strict=True)),
            )
        )
    return tuple(found)


def _reach(dial: Dial, shape: Shape, dials: Dials) -> float:
    frame = shape.frame
    if dial.sound is not None:
        return min(dial.most, dial.sound(dials)[1])
    return dial.most if dial.reach is None else dial.reach(frame.width, frame.height, dials)


def _lengths(items: Sequence[Item]) -> tuple[LengthReading, ...]:
    shape = items[0] if len(items) == 1 else None
    if not isinstance(shape, Shape):
        return ()
    frame, dials = shape.frame, dials_of(shape)
    return tuple(
        LengthReading(length=m.name, label=m.label, value=m.value(frame.width, frame.height, dials))
        for m in shape_kind(shape.shape).lengths
    )
