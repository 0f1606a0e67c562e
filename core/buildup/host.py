"""What a host of the core (server or browser) asks of it: a repaint of what a delta changes."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

from buildup.drawing.checks import check_point
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.edits.anchors.editing import segment_near
from buildup.edits.apply import write_command
from buildup.edits.command import AnchorRef, Command
from buildup.edits.items.copying import check_count
from buildup.edits.items.drafts import Draft
from buildup.edits.items.placing import Placing
from buildup.edits.items.repeating import Repeating
from buildup.edits.items.targets import SelectionBox, taken_again
from buildup.errors import Refusal
from buildup.following.fields import Field
from buildup.following.values import worked
from buildup.forms.draftpegs import CopyPeg
from buildup.forms.symmetry.copies import images_of
from buildup.formulas.quantitykinds import Kind
from buildup.geometry.boxes import Box
from buildup.messages import message, refusal
from buildup.repainting import MOST_EXACT, NOTHING, Moved, Repaint, preview, previewed
from buildup.snapping.cues import SnapResult
from buildup.view.anchormarks import AnchorMark, anchor_marks
from buildup.view.finding import within
from buildup.view.selection import (
    FrameBox,
    ViewRequest,
    anchored,
    box_of_frame,
    selection,
)
from buildup.view.symmetrymarks import matrix_of

FieldKind = Literal["length", "angle", "percentage", "number"]


@dataclass(frozen=True, slots=True, kw_only=True)
class PegDrag:
    """A peg of a draft that is dragged."""

    peg: str
    to: tuple[float, float]
    """Where the pointer has it."""
    held: bool = False
    """Angles by 15° only, and so on."""


def again(command: Command, frame: FrameBox) -> dict[str, Any]:
    """The command that does to other items what one did to some that stood in a frame.

    Raises:
        Refusal: `not_a_transform`.
    """
    if not isinstance(command, Placing):
        raise refusal("not_a_transform")
    return write_command(command.again(box_of_frame(frame)))


@dataclass(frozen=True, slots=True, kw_only=True)
class Aimed:
    """What is met by what is drawn or dragged, and what comes of it."""

    meeting: SnapResult
    command: dict[str, Any] | None
    """The command as it is once it has met that, for whoever wants to keep it."""
    repaint: Repaint | None
    line: tuple[tuple[float, float], tuple[float, float]] | None = None
    """The straight line that the command goes along, which shows also where nothing comes of it."""


def aimed(
    drawing: Drawing,
    meeting: SnapResult,
    command: Command | None,
    selected: Sequence[str],
    view: ViewRequest,
    *,
    keeps: bool = False,
) -> Aimed:
    """What a command comes to that moves on by what was met: the repaint, or itself to keep it.

    Raises:
        Refusal: as `apply`.
    """
    if command is None:
        return Aimed(meeting=meeting, command=None, repaint=None)
    moved = command.moved_on(meeting.shift)
    if keeps:
        return Aimed(meeting=meeting, command=write_command(moved), repaint=None)
    line = moved.guide_line
    try:
        repaint = preview(drawing, moved, selected, view)
    except Refusal:
        if line is None:
            raise
        return Aimed(meeting=meeting, command=None, repaint=None, line=line)
    return Aimed(meeting=meeting, command=None, repaint=repaint, line=line)


@dataclass(frozen=True, slots=True, kw_only=True)
class CopiesPreview:
    """Copies in a row, a ring or a grid, or a mirror line, before anything is made of them."""

    meeting: SnapResult
    """What the peg has met that is dragged."""
    command: dict[str, Any]
    """The command with all that was left open or dragged."""
    pegs: tuple[CopyPeg, ...]
    repaint: Repaint


def spread(
    drawing: Drawing,
    command: Command,
    selected: Sequence[str],
    view: ViewRequest,
    *,
    meeting: SnapResult,
    drag: PegDrag | None,
) -> CopiesPreview:
    """What a draft comes to, after one of its pegs was dragged.

    Raises:
        Refusal: as `apply`; `no_draft` for any other command.
    """
    if not isinstance(command, Draft):
        raise refusal("no_draft")
    laid = command.laid_out(drawing)
    if drag is not None:
        to = check_point(drag.to) + complex(*meeting.shift)
        laid = laid.pulled(drawing, drag.peg, to, held=drag.held)
    repaint = (
        _spread_out(drawing, laid, taken_again(drawing, laid.items), selected, view)
        if isinstance(laid, Repeating)
        else preview(drawing, laid, selected, view)
    )
    return CopiesPreview(
        meeting=meeting,
        command=write_command(laid),
        pegs=laid.draft_pegs(drawing),
        repaint=repaint,
    )


MOST_SHOWN = 2_000
"""Items that are shown before they are made; what copies more than that is kept from the page."""


def _spread_out(
    drawing: Drawing,
    command: Repeating,
    held: SelectionBox,
    selected: Sequence[str],
    view: ViewRequest,
) -> Repaint:
    item_maps = command.item_maps(held.frame)
    check_count(len(item_maps) * len(held.items))
    if len(item_maps) * len(held.items) <= MOST_EXACT:
        return previewed(drawing, command, selected, view)
    rounds = max(1, MOST_SHOWN // len(held.items))
    note = message("notes.preview_copies", count=rounds) if rounds < len(item_maps) else ""
    return replace(
        NOTHING,
        selection=selection(drawing, selected, view),
        message=note,
        moved=Moved(matrices=tuple(matrix_of(w.by) for w in item_maps[:rounds]), copies=True),
    )


def near(drawing: Drawing, item: str, at: complex) -> tuple[AnchorRef, AnchorRef]:
    """The two anchors of the segment of an outline that is nearest to a place.

    Raises:
        Refusal: as `Drawing.outline`, or `no_segment`.
    """
    outline = drawing.outline(item)
    contour, found = segment_near(outline, at)
    after = (found.segment + 1) % len(outline.contours[contour].anchors)
    return (item, contour, found.segment), (item, contour, after)


def anchor_near(drawing: Drawing, item: str, at: complex, *, reach: float) -> AnchorMark | None:
    """The mark of the anchor of an outline that is nearest to a place, if it is within reach."""
    there = drawing.items.get(item)
    outline = None if there is None else anchored(drawing, there, "corners")
    if outline is None or not outline.contours:
        return None
    away, c, i = min(
        (abs(a.at - at), c, i)
        for c, path in enumerate(outline.contours)
        for i, a in enumerate(path.anchors)
    )
    return anchor_marks(outline, c, (i,))[0] if away <= reach else None


def anchors_within(drawing: Drawing, start: complex, end: complex) -> tuple[AnchorRef, ...]:
    """The anchors of which a dragged box holds one image, of outlines that can be edited."""
    area = Box.around((start, end))
    found = within(drawing, start, end, place=None)
    outlines = [o for o in map(drawing.items.__getitem__, found) if isinstance(o, Outline)]
    return tuple(
        (o.id, c, i)
        for o in outlines
        for images in (images_of(drawing, o.id),)
        for c, path in enumerate(o.contours)
        for i, a in enumerate(path.anchors)
        if any(area.has(image(a.at)) for image in images)
    )


def typed_value(drawing: Drawing, text: str, *, unit: str, kind: FieldKind) -> float:
    """What a typed formula comes to in a field of which nothing stays bound.

    Args:
        drawing: whose measures it may name.
        text: the formula.
        unit: in which lengths without a unit are typed.
        kind: what the field is of; a percentage comes in hundredths.

    Raises:
        Refusal: `bad_formula`.

    """
    field = Field("The field", Kind(kind), 100.0 if kind == "percentage" else 1.0)
    return field.number(worked(drawing, (text,)).of(text, unit=unit), unit=unit)
