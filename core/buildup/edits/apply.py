"""The only way to edit a drawing.

- `apply` is pure and deterministic: no clock, no random numbers, no files, no globals.
- A refused command changes nothing.
- What it puts can be read back: the checks are those of reading.
- What a command does not name comes out bit for bit the same.
- The cost grows with what is touched, not with the drawing.
"""

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from buildup.drawing.codec import check_in_range, read, write
from buildup.drawing.model import Drawing
from buildup.edits.anchors.anchoredits import (
    MoveAnchors,
    MoveHandle,
    PlaceAnchor,
    PullHandle,
    SetAnchorKind,
    SetHandle,
)
from buildup.edits.anchors.anchororder import (
    CopyHandles,
    LineUp,
    MakeTwins,
    ReleaseTwins,
    SpaceAnchors,
)
from buildup.edits.assemblies.combining import (
    Assemble,
    MakeCompound,
    Partition,
    SetAssembly,
    SetPart,
)
from buildup.edits.assemblies.outlining import OffsetItems, StrokesToOutlines
from buildup.edits.assemblies.results import DragOffset, SetResult
from buildup.edits.assemblies.sweeping import SweepRegions
from buildup.edits.change import (
    Change,
    Delta,
    inverse,
    slimmed,
    with_contents,
    without_empty,
)
from buildup.edits.command import Command
from buildup.edits.earliercommands import as_now
from buildup.edits.fairness.balancing import BalanceHandles
from buildup.edits.fairness.brushing import PullWithBrush, SmoothWithBrush
from buildup.edits.fairness.fairing import FairSegments, RegularSegments
from buildup.edits.fairness.shortening import ShortenHandles
from buildup.edits.fairness.smoothing import EaseAnchors, held_eased
from buildup.edits.fairness.transitions import AddTransitionCurves
from buildup.edits.items.aligning import AlignItems, SpaceItems
from buildup.edits.items.containers import (
    AddLayer,
    GroupItems,
    MaskItems,
    MergeLayers,
    SeparateItems,
    SetMask,
)
from buildup.edits.items.copying import DuplicateItems
from buildup.edits.items.flipping import FlipItems, ShearItems
from buildup.edits.items.framedrag import DragRotation, DragShear, ResizeItems
from buildup.edits.items.mirroring import MirrorItems
from buildup.edits.items.ordering import (
    DeleteItems,
    HideItems,
    LockItems,
    OrderItems,
    RenameItem,
    StepItems,
)
from buildup.edits.items.pasting import PasteItems
from buildup.edits.items.placing import MoveAlong, MoveItems, PlaceItems, RotateItems, ScaleItems
from buildup.edits.items.repeating import GridOfCopies, RingOfCopies, RowOfCopies
from buildup.edits.library.libraryplacement import PlaceFromShelf, UnlinkItems, UpdateLinkedCopies
from buildup.edits.library.links import check_links
from buildup.edits.measures.binding import FollowFormula
from buildup.edits.measures.followed import followed
from buildup.edits.measures.measureedits import (
    AddMeasure,
    AddMeasureSet,
    ChangeMeasure,
    DeleteMeasures,
    DeleteMeasureSet,
    RenameMeasureSet,
    ShowMeasureSet,
)
from buildup.edits.naming import with_names
from buildup.edits.outlines.blend import BlendItems
from buildup.edits.outlines.cornering import ConvertCorners, DragCorners, SetCorners
from buildup.edits.outlines.cutting import CropItems, CutItems, CutPath
from buildup.edits.outlines.deleting import DeleteAnchors
from buildup.edits.outlines.drawoutline import AddOutline, CloseOutline, DrawAnchor
from buildup.edits.outlines.freehand import DrawStroke, SetTolerance
from buildup.edits.outlines.joining import JoinEnds, ReverseOutlines, SetStartPoint, SplitAtAnchors
from buildup.edits.outlines.segmentedits import (
    AddAnchors,
    BendSegment,
    DeleteSegment,
    InsertAnchor,
    StraightenSegments,
)
from buildup.edits.outlines.simplify import SimplifyOutlines
from buildup.edits.paint.gradients import AddStop, DeleteStop, DragGradient, SetGradient
from buildup.edits.paint.pictures import PlacePicture, SetPicture
from buildup.edits.paint.styling import (
    AddStroke,
    DeleteStroke,
    OrderStroke,
    SetBlend,
    SetEffects,
    SetFill,
    SetFillOpacity,
    SetOpacity,
    SetOverprint,
    SetPen,
    SetRule,
    SetStroke,
    SetStrokeWidth,
)
from buildup.edits.paint.swatches import (
    AddSwatches,
    ApplyStyle,
    DeleteSwatches,
    SaveStyle,
    SetSavedStyle,
    SetSwatch,
    SwatchesOfItems,
)
from buildup.edits.reference.autotrace import TraceOutline
from buildup.edits.reference.references import (
    AddReference,
    DeleteReference,
    DragReference,
    SetReference,
)
from buildup.edits.reference.tracedareas import FitToReference, SetTracedArea
from buildup.edits.shapes.dials import CopyDials, DragPeg, SetDial, SetDials, SetShapeLength
from buildup.edits.shapes.shaping import ChangeShape, ConvertToOutlines, DrawLine, DrawShape
from buildup.edits.sheet.guides import AddGuide, DeleteGuides, HideGuides, MoveGuide, SetGuide
from buildup.edits.sheet.sheets import SetGrid, SetSheet, SetSheetColour
from buildup.edits.symmetry.onseams import held_on_seams
from buildup.edits.symmetry.seamedits import CloseSeam, SetSeam
from buildup.edits.symmetry.symmetries import (
    DragSymmetry,
    MakeSymmetry,
    SetSecondStyle,
    SetSymmetry,
)
from buildup.edits.symmetry.symmetrizing import FindTwins, MakeSymmetric
from buildup.edits.text.textedits import AddText, AlignText, DragText, EditText, SetTextSetting
from buildup.edits.text.textlines import BendText, PutTextOnPath, SetTextPath
from buildup.messages import refusal

COMMANDS: tuple[type[Command], ...] = (
    DrawAnchor,
    CloseOutline,
    AddOutline,
    MoveAnchors,
    PlaceAnchor,
    MoveHandle,
    PullHandle,
    SetHandle,
    SetAnchorKind,
    DeleteAnchors,
    InsertAnchor,
    AddAnchors,
    BendSegment,
    StraightenSegments,
    DeleteSegment,
    SplitAtAnchors,
    JoinEnds,
    ReverseOutlines,
    SetStartPoint,
    LineUp,
    SpaceAnchors,
    CopyHandles,
    EaseAnchors,
    BalanceHandles,
    FairSegments,
    RegularSegments,
    SimplifyOutlines,
    SetTracedArea,
    TraceOutline,
    FitToReference,
    ShortenHandles,
    AddTransitionCurves,
    SmoothWithBrush,
    PullWithBrush,
    BlendItems,
    MakeTwins,
    FindTwins,
    MakeSymmetric,
    ReleaseTwins,
    DrawStroke,
    SetTolerance,
    DrawShape,
    DrawLine,
    ChangeShape,
    SetDial,
    SetDials,
    CopyDials,
    SetShapeLength,
    DragPeg,
    ConvertToOutlines,
    SetCorners,
    DragCorners,
    ConvertCorners,
    MoveItems,
    MoveAlong,
    ResizeItems,
    DragShear,
    DragRotation,
    PlaceItems,
    ScaleItems,
    RotateItems,
    FlipItems,
    MirrorItems,
    ShearItems,
    AlignItems,
    SpaceItems,
    SetFill,
    SetStroke,
    SetStrokeWidth,
    SetPen,
    SetRule,
    SetFillOpacity,
    SetOverprint,
    AddStroke,
    DeleteStroke,
    OrderStroke,
    SetBlend,
    SetEffects,
    SetGradient,
    PlacePicture,
    SetPicture,
    DragGradient,
    AddStop,
    DeleteStop,
    AddSwatches,
    SwatchesOfItems,
    SetSwatch,
    DeleteSwatches,
    ApplyStyle,
    SaveStyle,
    SetSavedStyle,
    DeleteItems,
    DuplicateItems,
    RowOfCopies,
    RingOfCopies,
    GridOfCopies,
    PasteItems,
    PlaceFromShelf,
    UpdateLinkedCopies,
    UnlinkItems,
    AddText,
    EditText,
    SetTextSetting,
    DragText,
    AlignText,
    BendText,
    PutTextOnPath,
    SetTextPath,
    OrderItems,
    StepItems,
    HideItems,
    LockItems,
    RenameItem,
    GroupItems,
    MaskItems,
    SetMask,
    SeparateItems,
    MakeSymmetry,
    SetSymmetry,
    SetSecondStyle,
    DragSymmetry,
    CloseSeam,
    SetSeam,
    AddLayer,
    MergeLayers,
    SetOpacity,
    Assemble,
    SetAssembly,
    SetResult,
    DragOffset,
    SetPart,
    Partition,
    MakeCompound,
    CutItems,
    CutPath,
    CropItems,
    SweepRegions,
    StrokesToOutlines,
    OffsetItems,
    SetSheet,
    SetSheetColour,
    SetGrid,
    AddGuide,
    MoveGuide,
    SetGuide,
    DeleteGuides,
    HideGuides,
    FollowFormula,
    AddMeasure,
    ChangeMeasure,
    DeleteMeasures,
    AddMeasureSet,
    ShowMeasureSet,
    RenameMeasureSet,
    DeleteMeasureSet,
    AddReference,
    DragReference,
    SetReference,
    DeleteReference,
)
"""Every command there is; the API's schema and the front end's types come from this table."""


def kind_of(command: type[Command] | Command) -> str:
    """The literal kind of a command."""
    return str(command.__dataclass_fields__["kind"].default)


DRAWING_ON = frozenset(kind_of(c) for c in COMMANDS if c.draws_outline)
"""The kinds of commands whose steps on one outline are listed as one."""

_BY_KIND: Mapping[str, type[Command]] = {kind_of(c): c for c in COMMANDS}


def apply(drawing: Drawing, command: Command) -> Change:
    """What a command does to a drawing, and what takes it back.

    Raises:
        Refusal: when it cannot be done; the drawing is unchanged in any case.

    """
    forward = foreseen(drawing, command)
    return Change(command.title(drawing), forward, inverse(drawing, forward))


def foreseen(drawing: Drawing, command: Command) -> Delta:
    """What a command does to a drawing, without the way back.

    Raises:
        Refusal: as `apply`.

    """
    delta = _by_itself(drawing, command)
    delta = followed(drawing, delta, _by_itself, strict=command.checks_formulas)
    forward = slimmed(drawing, without_empty(drawing, with_contents(drawing, delta)))
    check_in_range(forward.put, forward.patches, forward.sheet)
    return replace(forward, selects=command.selects(drawing.tree, forward))


def _by_itself(drawing: Drawing, command: Command) -> Delta:
    """What a command does, before anything follows it through formulas."""
    delta = command.delta(drawing)
    if not command.reaches_links:
        check_links(drawing, delta)
    delta = held_eased(drawing, with_names(drawing, delta), whole=command.whole)
    return held_on_seams(drawing, delta, whole=command.whole)


def read_command(data: object) -> Command:
    """A command from JSON values.

    Raises:
        Refusal: `bad_data` or what the command's own checks refuse.

    """
    data = as_now(data) if isinstance(data, Mapping) else data
    kind = data.get("kind") if isinstance(data, Mapping) else None
    known = _BY_KIND.get(kind) if isinstance(kind, str) else None
    if known is None:
        raise refusal("bad_data.command", str(kind)[:40])
    return read(known, data)


def write_command(command: Command) -> dict[str, Any]:
    """A command as JSON values, its kind among them."""
    return {"kind": kind_of(command), **write(command)}
