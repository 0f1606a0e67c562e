"""What the canvas needs to draw items."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from buildup.contours.anchors import Contour
from buildup.contours.pathdata import path_data
from buildup.drawing.codec import type_of
from buildup.drawing.itemtypes import (
    Assembly,
    Container,
    FillRule,
    Group,
    Layer,
    Linked,
    MaskKind,
    Outline,
    Role,
    Shape,
    Symmetry,
    finish_of,
)
from buildup.drawing.measures import Measure
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PLAIN, Finish, Style
from buildup.following.carrying import dials_of_link
from buildup.forms.contours import assembly_form, contours_of, laid_across, near_box
from buildup.shapes.registry import shape_kind
from buildup.view.assemblymarks import AssemblyMark, assembly_mark
from buildup.view.paintmarks import FilterMark, dashes_of, filter_mark
from buildup.view.symmetrymarks import SymmetryMark, symmetry_mark
from buildup.view.textmarks import TextMark, words_mark

Point = tuple[float, float]


@dataclass(frozen=True, slots=True, kw_only=True)
class PathEnd:
    """An end of an open path."""

    contour: int
    index: int
    at: Point


@dataclass(frozen=True, slots=True, kw_only=True)
class Splice:
    """How the path data comes from that which is held already."""

    of: int
    """Adler-32 (RFC 1950) of the path data held; where it is another one, ask for all of it."""
    at: int
    """The first character that goes."""
    cut: int
    """How many go."""
    text: str
    """What comes instead."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LinkMark:
    """What a linked copy follows."""

    entry: str
    """The key of what is kept on the shelf."""
    state: int
    """Which state of it this shows."""
    measures: tuple[Measure, ...] = ()
    """Those of it that can be set, as they are in this copy."""


@dataclass(frozen=True, slots=True, kw_only=True)
class MaskMark:
    """What masks a group."""

    item: str
    """Its front item."""
    kind: MaskKind


@dataclass(frozen=True, slots=True, kw_only=True)
class Drawable:
    """An item as the canvas draws it."""

    id: str
    name: str
    type: str
    """The registry's name of a shape, or `outline`, `layer`, `group`, `symmetry`, `assembly`,
    `linked`, `text`."""
    hidden: bool
    locked: bool
    box: tuple[float, float, float, float]
    """Left, top, right, bottom of the form, without its stroke: tight, but of a symmetry around the
    boxes of its images; of a layer it is not worked out."""
    path: str = ""
    """SVG path data on the sheet; of an assembly its form; other containers have none."""
    splice: Splice | None = None
    """In the place of long path data, for somebody who holds what it was before."""
    rule: FillRule = "nonzero"
    style: Style = Style()
    """Its gradients are laid on the sheet."""
    finish: Finish = PLAIN
    """Its opacity and effects, also where that is part of its style."""
    filter: FilterMark | None = None
    """What makes its effects."""
    dashes: tuple[str | None, ...] = ()
    """By stroke, path data of dashes that are fitted; none where no stroke has any."""
    compound: bool = False
    """An outline of several contours."""
    open: bool = False
    """One of its paths at least is open, so that its stroke is centred."""
    ends: tuple[PathEnd, ...] = ()
    """The ends of its open paths, where drawing can go on."""
    symmetry: SymmetryMark | None = None
    assembly: AssemblyMark | None = None
    role: Role | None = None
    """What it does in the assembly it lies in, if that is something of its own."""
    mask: MaskMark | None = None
    """Of a group that is masked, by what."""
    link: LinkMark | None = None
    """Of a linked copy, what it follows."""
    words: TextMark | None = None
    """Of words, also along a line, what they say and how."""


def drawable(drawing: Drawing, item_id: str) -> Drawable:
    """An item as the canvas draws it; worked out once for a drawing."""
    return drawing.known(_drawable, item_id)


def _drawable(drawing: Drawing, item_id: str) -> Drawable:
    item = drawing.items[item_id]
    box = None if isinstance(item, Layer) else near_box(drawing, item_id)
    bounds = (0.0, 0.0, 0.0, 0.0) if box is None else (box.left, box.top, box.right, box.bottom)
    found = Drawable(
        id=item.id,
        name=item.name,
        type=shape_kind(item.shape).name if isinstance(item, Shape) else type_of(item),
        hidden=item.hidden,
        locked=item.locked,
        role=item.role,
        box=bounds,
        finish=finish_of(item),
        filter=filter_mark(drawing, item_id),
        words=words_mark(drawing, item),
    )
    if isinstance(item, Assembly):
        form = assembly_form(drawing, item_id)
        mark = assembly_mark(drawing, item, form)
        data = path_data(form.contours)
        has_paths = not all(c.closed for c in form.contours)
        style = laid_across(form.contours, item.style)
        found = replace(
            found, style=style, path=data, assembly=mark, rule=form.rule, open=has_paths
        )
        return replace(found, dashes=dashes_of(form.contours, style))
    if isinstance(item, Symmetry):
        return replace(found, symmetry=symmetry_mark(drawing, item))
    if isinstance(item, Linked):
        return replace(found, link=_link_mark(item))
    if isinstance(item, Group) and item.mask is not None:
        front = drawing.mask_of(item_id)
        mask = None if front is None else MaskMark(item=front, kind=item.mask)
        return replace(found, mask=mask)
    if isinstance(item, Container):
        return found
    contours = contours_of(drawing, item_id)
    style = laid_across(contours, item.style)
    has_paths = not all(c.closed for c in contours)
    found = replace(found, path=path_data(contours), style=style, open=has_paths)
    found = replace(found, dashes=dashes_of(contours, style))
    if isinstance(item, Outline):
        several = len(item.contours) > 1
        return replace(found, rule=item.rule, compound=several, ends=_ends(contours))
    return found


def _ends(contours: Sequence[Contour]) -> tuple[PathEnd, ...]:
    return tuple(
        PathEnd(contour=c, index=i, at=as_point(contour.anchors[i].at))
        for c, contour in enumerate(contours)
        if not contour.closed
        for i in sorted({0, len(contour.anchors) - 1})
    )


def as_point(value: complex) -> Point:
    """A place as two numbers."""
    return (value.real, value.imag)


def _link_mark(item: Linked) -> LinkMark:
    measures = dials_of_link(item.measures, item.values)
    return LinkMark(entry=item.entry, state=item.state, measures=measures)
