"""What the canvas needs to draw items, and to draw marks and numbers for those selected."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from buildup.drawing.codec import type_of
from buildup.drawing.handles import tangents
from buildup.drawing.model import (
    Anchor,
    AnchorKind,
    Contour,
    Corner,
    CornerStyle,
    Drawing,
    FillRule,
    Holder,
    Item,
    Layer,
    Outline,
    Shape,
    Style,
)
from buildup.forms.contours import contours_of, item_box
from buildup.forms.frames import standing_of
from buildup.geometry.angles import cross, degrees_of, normal_degrees, turn_between, unit
from buildup.geometry.bezier import Cubic, curvature_at
from buildup.shapes.corners import BLUNT, Worked, worked
from buildup.shapes.kinds import Dial, Dials, DialUnit
from buildup.shapes.registry import dials_of, shape_kind
from buildup.view.paths import path_data

Point = tuple[float, float]


@dataclass(frozen=True, slots=True, kw_only=True)
class PathEnd:
    """An end of an open path."""

    contour: int
    index: int
    at: Point


@dataclass(frozen=True, slots=True, kw_only=True)
class Drawable:
    """An item as the canvas draws it."""

    id: str
    name: str
    type: str
    """The registry's name of a shape, or `outline`, `layer`, `group`."""
    hidden: bool
    locked: bool
    box: tuple[float, float, float, float]
    """Left, top, right, bottom of the form, without its stroke; of a layer it is not worked out."""
    path: str = ""
    """SVG path data on the sheet; containers have none."""
    rule: FillRule = "nonzero"
    style: Style = Style()
    opacity: float = 1.0
    """Of all that a container holds."""
    ends: tuple[PathEnd, ...] = ()
    """The ends of its open paths, where drawing can go on."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TwinMark:
    """The line about which an anchor's twin mirrors it."""

    through: Point
    along: Point


@dataclass(frozen=True, slots=True, kw_only=True)
class CornerMark:
    """A corner that can be worked, or is."""

    radius: float
    """0 for a sharp corner."""
    drawn: float
    """The radius that finds room."""
    style: CornerStyle
    peg: Point
    along: Point
    """The direction in which dragging the peg makes the radius grow."""


@dataclass(frozen=True, slots=True, kw_only=True)
class AnchorMark:
    """An anchor with all that its mark shows."""

    item: str
    contour: int
    index: int
    at: Point
    into: Point | None
    """Where the arriving handle ends, on the sheet."""
    out: Point | None
    """Where the leaving handle ends, on the sheet."""
    kind: AnchorKind
    back: Point
    """The direction back along the path; (0, 0) at a start."""
    on: Point
    """The direction on along the path; (0, 0) at an end."""
    into_polar: tuple[float, float] | None
    """Angle (degrees) and length of the arriving handle."""
    out_polar: tuple[float, float] | None
    """Angle (degrees) and length of the leaving handle."""
    first: bool
    """The first anchor of its contour."""
    end: bool
    """An end of an open contour."""
    turn: float | None
    """Degrees by which the path turns here, clockwise; None at an end."""
    curvature: tuple[float | None, float | None]
    """Arriving and leaving, 1 / sheet unit, clockwise positive; None where it is not finite."""
    twin: TwinMark | None = None
    corner: CornerMark | None = None
    """None where the path does not turn."""


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


@dataclass(frozen=True, slots=True, kw_only=True)
class DialReading:
    """A dial that all selected shapes have, for the Readout."""

    shape: str
    """A kind of shape that declares it."""
    dial: str
    value: float | None
    """None where the shapes differ."""
    reach: float
    """The largest value that still changes the form."""


@dataclass(frozen=True, slots=True, kw_only=True)
class MeasureReading:
    """A length of the selected shape that can be typed."""

    measure: str
    label: str
    value: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Box:
    """The frame of a selection, along its own axes."""

    centre: Point
    width: float
    height: float
    angle: float
    """Degrees, clockwise."""
    corners: tuple[Point, Point, Point, Point]


@dataclass(frozen=True, slots=True, kw_only=True)
class Selection:
    """What the Readout and the marks show of the selected items."""

    items: tuple[str, ...]
    frame: Box | None
    anchors: tuple[AnchorMark, ...]
    pegs: tuple[PegMark, ...]
    dials: tuple[DialReading, ...]
    measures: tuple[MeasureReading, ...] = ()
    tolerance: float | None = None
    """How far outlines drawn by hand may stay from the stroke; None: there is no stroke."""


def drawable(drawing: Drawing, item_id: str) -> Drawable:
    """An item as the canvas draws it; worked out once for a drawing."""
    return drawing.known(_drawable, item_id)


def _drawable(drawing: Drawing, item_id: str) -> Drawable:
    item = drawing.items[item_id]
    box = None if isinstance(item, Layer) else item_box(drawing, item_id)
    bounds = (0.0, 0.0, 0.0, 0.0) if box is None else (box.left, box.top, box.right, box.bottom)
    found = Drawable(
        id=item.id,
        name=item.name,
        type=item.shape if isinstance(item, Shape) else type_of(item),
        hidden=item.hidden,
        locked=item.locked,
        box=bounds,
    )
    if isinstance(item, Holder):
        return replace(found, opacity=item.opacity)
    contours = contours_of(drawing, item_id)
    found = replace(found, path=path_data(contours), style=item.style)
    if isinstance(item, Outline):
        return replace(found, rule=item.rule, ends=_ends(contours))
    return found


def _ends(contours: Sequence[Contour]) -> tuple[PathEnd, ...]:
    return tuple(
        PathEnd(contour=c, index=i, at=_point(contour.anchors[i].at))
        for c, contour in enumerate(contours)
        if not contour.closed
        for i in sorted({0, len(contour.anchors) - 1})
    )


def selection(drawing: Drawing, ids: Sequence[str]) -> Selection:
    """Frame, anchors, pegs and dials of some items; ids that are not there are left out.

    Dials appear when all items are shapes, those that all of them have; pegs for a single shape.
    """
    items = [drawing.items[i] for i in ids if i in drawing.items]
    anchors = [m for i in items if isinstance(i, Outline) for m in _anchor_marks(i)]
    return Selection(
        items=tuple(i.id for i in items),
        frame=_frame(drawing, [i.id for i in items]),
        anchors=tuple(anchors),
        pegs=_pegs(items[0]) if len(items) == 1 and isinstance(items[0], Shape) else (),
        dials=_dials(items),
        measures=_measures(items),
        tolerance=_tolerance(items),
    )


def _tolerance(items: Sequence[Item]) -> float | None:
    """The tolerance of what was drawn by hand, if all items were."""
    strokes = [i.drawn for i in items if isinstance(i, Outline) and i.drawn is not None]
    return strokes[0].tolerance if strokes and len(strokes) == len(items) else None


def _point(value: complex) -> Point:
    return (value.real, value.imag)


def _polar(handle: complex | None) -> tuple[float, float] | None:
    return None if handle is None else (degrees_of(handle), abs(handle))


def _frame(drawing: Drawing, ids: Sequence[str]) -> Box | None:
    box = standing_of(drawing, ids)
    if box is None:
        return None
    a, b, c, d = box.corners
    return Box(
        centre=_point(box.centre),
        width=box.width,
        height=box.height,
        angle=normal_degrees(box.angle),
        corners=(_point(a), _point(b), _point(c), _point(d)),
    )


def _anchor_marks(item: Outline) -> list[AnchorMark]:
    marks = []
    for contour_index, contour in enumerate(item.contours):
        last = len(contour.anchors) - 1
        segments = contour.segments
        done = worked(contour)
        for index, anchor in enumerate(contour.anchors):
            back, on = tangents(contour, index)
            ends = not contour.closed and index in (0, last)
            marks.append(
                AnchorMark(
                    item=item.id,
                    contour=contour_index,
                    index=index,
                    at=_point(anchor.at),
                    into=None if anchor.into is None else _point(anchor.at + anchor.into),
                    out=None if anchor.out is None else _point(anchor.at + anchor.out),
                    kind=anchor.kind,
                    back=_point(back),
                    on=_point(on),
                    into_polar=_polar(anchor.into),
                    out_polar=_polar(anchor.out),
                    first=index == 0,
                    end=ends,
                    turn=None if ends else math.degrees(turn_between(-back, on)),
                    curvature=_curvatures(segments, index, closed=contour.closed),
                    twin=_twin(anchor),
                    corner=None if ends else _corner(contour, index, done, (-back, on)),
                )
            )
    return marks


def _curvatures(
    segments: Sequence[Cubic], index: int, *, closed: bool
) -> tuple[float | None, float | None]:
    """The curvature on both sides of an anchor."""
    before = segments[index - 1] if segments and (index or closed) else None
    after = segments[index] if index < len(segments) else None
    return (
        None if before is None else _finite(curvature_at(before, 1.0)),
        None if after is None else _finite(curvature_at(after, 0.0)),
    )


def _finite(value: float) -> float | None:
    return value if math.isfinite(value) else None


def _twin(anchor: Anchor) -> TwinMark | None:
    twin = anchor.twin
    if twin is None:
        return None
    return TwinMark(through=_point(twin.through), along=_point(twin.along))


def _corner(
    contour: Contour, index: int, done: Worked, ways: tuple[complex, complex]
) -> CornerMark | None:
    """The mark of an anchor between two directions, if it can be worked."""
    if abs(cross(*ways)) < BLUNT:
        return None
    anchor = contour.anchors[index]
    corner = anchor.corner or Corner(0.0)
    peg, along = done.cuts.get(index, (anchor.at, ways[1]))
    return CornerMark(
        radius=corner.radius,
        drawn=done.radii.get(index, 0.0),
        style=corner.style,
        peg=_point(peg),
        along=_point(along),
    )


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
                at=_point(frame.place(peg.at(*size))),
                along=_point(unit(frame.place.vector(peg.along(*size)))),
                value=dials[peg.dial],
            )
        )
    return tuple(found)


def _dials(items: Sequence[Item]) -> tuple[DialReading, ...]:
    """The dials that all items have and that have an effect on one of them at least."""
    shapes = [i for i in items if isinstance(i, Shape)]
    if not shapes or len(shapes) < len(items):
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
        found.append(
            DialReading(
                shape=shapes[0].shape,
                dial=dial.name,
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


def _measures(items: Sequence[Item]) -> tuple[MeasureReading, ...]:
    shape = items[0] if len(items) == 1 else None
    if not isinstance(shape, Shape):
        return ()
    frame, dials = shape.frame, dials_of(shape)
    return tuple(
        MeasureReading(
            measure=m.name, label=m.label, value=m.value(frame.width, frame.height, dials)
        )
        for m in shape_kind(shape.shape).measures
    )
