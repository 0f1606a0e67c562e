"""How the canvas shows an assembly: what its parts do, and where they lie."""

from dataclasses import dataclass

from buildup.contours.pathdata import path_data
from buildup.drawing.itemtypes import (
    Assembly,
    Effect,
    FillRule,
    OffsetEffect,
    Role,
    TextOnPath,
)
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PLAIN, Finish, Style
from buildup.forms.assembling import Assembled, StyledPath
from buildup.forms.contours import drawn_under
from buildup.forms.draftpegs import CopyPeg, copy_peg
from buildup.forms.paintings import paintings_beside
from buildup.geometry.bezier import extremes, point_at
from buildup.geometry.stations import tangent_at
from buildup.view.paintmarks import FilterMark, dashes_of, form_filter


@dataclass(frozen=True, slots=True, kw_only=True)
class PartMark:
    """A part of an assembly."""

    id: str
    role: Role
    """What it does to those below it; the backmost joins."""
    path: str
    """SVG path data of all that it shows."""


@dataclass(frozen=True, slots=True, kw_only=True)
class PaintMark:
    """Something that is painted beside the form of an assembly."""

    path: str
    """SVG path data."""
    rule: FillRule
    style: Style
    open: bool
    """As that of an item that is drawn."""
    dashes: tuple[str | None, ...] = ()
    """Likewise."""
    finish: Finish = PLAIN
    """Likewise."""
    filter: FilterMark | None = None
    """Likewise."""


@dataclass(frozen=True, slots=True, kw_only=True)
class AssemblyMark:
    """An assembly as the canvas shows it."""

    operation: Role
    """What a part does that has nothing of its own."""
    parts: tuple[PartMark, ...]
    """From back to front; hidden ones are left out."""
    gone: int
    """Worked corners whose sides do not meet any more."""
    trouble: str
    """Why it shows nothing; empty where all is well."""
    result: Effect | None
    """What becomes of its form."""
    peg: CopyPeg | None
    """It drags by how much the form is grown."""
    below: tuple[PaintMark, ...]
    """What of its parts shows below the form, back to front."""
    above: tuple[PaintMark, ...]
    """And what above."""


def assembly_mark(drawing: Drawing, item: Assembly, form: Assembled) -> AssemblyMark:
    """The mark of an assembly."""
    shown = [i for i in drawing.tree.children(item.id) if not drawing.items[i].hidden]
    parts = []
    for number, part in enumerate(shown):
        role = (drawing.items[part].role or item.operation) if number else "union"
        contours = [c for _, held in drawn_under(drawing, part) for c in held]
        parts.append(PartMark(id=part, role=role, path=path_data(contours)))
    below, above = paintings_beside(drawing, item.id)
    return AssemblyMark(
        operation=item.operation,
        parts=tuple(parts),
        gone=len(form.gone),
        trouble=form.trouble,
        result=None if isinstance(item.result, TextOnPath) else item.result,
        peg=edge_peg(form, item.result) if isinstance(item.result, OffsetEffect) else None,
        below=tuple(map(paint_mark, below)),
        above=tuple(map(paint_mark, above)),
    )


def paint_mark(form: StyledPath) -> PaintMark:
    """The mark of something that is painted."""
    return PaintMark(
        path=path_data(form.contours),
        rule=form.rule,
        style=form.style,
        open=not all(c.closed for c in form.contours),
        dashes=dashes_of(form.contours, form.style),
        finish=form.style.finish,
        filter=form_filter(form),
    )


def edge_peg(form: Assembled, edge: OffsetEffect) -> CopyPeg | None:
    """The peg that drags an offset: at the right of a form, or beside the start of a path."""
    segments = [s for c in form.grown for s in c.segments]
    if not segments:
        return None
    if any(c.closed for c in form.grown):
        positions = (point_at(s, t) for s in segments for t in (0.0, *extremes(s)))
        at, along = max(positions, key=lambda p: p.real), 1.0 + 0j
    else:
        at, along = segments[0][0], tangent_at(segments[0], 0.0) * 1j
    position = at + along * edge.distance
    return copy_peg("offset", "Offset", position, along, value=edge.distance)
