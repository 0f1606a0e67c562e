"""The only way to edit a drawing.

- `apply` is pure and deterministic: no clock, no random numbers, no files, no globals.
- A refused command changes nothing.
- What it puts can be read back: the checks are those of reading.
- What a command does not name comes out bit for bit the same.
- The cost grows with what is touched, not with the drawing.
"""

from collections.abc import Mapping
from typing import Any

from buildup.drawing.codec import check_sound, read, write
from buildup.drawing.model import Drawing
from buildup.edits.aligning import AlignItems, SpaceItems
from buildup.edits.anchororder import CopyHandles, LineUp, MakeTwins, ReleaseTwins, SpaceAnchors
from buildup.edits.anchors import (
    MoveAnchors,
    MoveHandle,
    PlaceAnchor,
    PullHandle,
    SetAnchorKind,
    SetHandle,
)
from buildup.edits.assemblies import Assemble, MakeCompound, Partition, SetAssembly, SetPart
from buildup.edits.blending import BlendItems
from buildup.edits.bothsides import EvenBothSides
from buildup.edits.brushing import BrushSmooth, PullOutline
from buildup.edits.change import Change, Delta, inverse, slimmed, with_contents, without_empty
from buildup.edits.command import Command
from buildup.edits.containers import AddLayer, GroupItems, MergeLayers, TakeApart
from buildup.edits.copying import DuplicateItems
from buildup.edits.cornering import DragCorners, SetCorners, SettleCorners
from buildup.edits.cutting import CropItems, CutItems, CutPath
from buildup.edits.dials import CopyDials, DragPeg, SetDial, SetDials, SetMeasure
from buildup.edits.easing import EaseAnchors, held_eased
from buildup.edits.edging import DragEdge, SetEdge
from buildup.edits.evening import EvenSides, FindTwins
from buildup.edits.fairing import FairSegments, RegularSegments
from buildup.edits.freehand import DrawStroke, SetTolerance
from buildup.edits.gradients import AddStop, DragGradient, RemoveStop, SetGradient
from buildup.edits.gripping import LeanItems, ResizeItems, TurnItems
from buildup.edits.guides import AddGuide, HideGuides, MoveGuide, RemoveGuides, SetGuide
from buildup.edits.joining import BreakAnchors, JoinEnds, ReverseOutlines, StartAt
from buildup.edits.keeping import FollowKept, PlaceKept, UnlinkItems
from buildup.edits.lettering import (
    AlignWords,
    BendWords,
    LayWords,
    PullWords,
    SayWords,
    SetLine,
    SetWords,
    WriteWords,
)
from buildup.edits.links import check_links
from buildup.edits.mirroring import MirrorItems
from buildup.edits.onseams import held_on_seams
from buildup.edits.outlines import AddOutline, CloseOutline, DrawAnchor
from buildup.edits.outlining import OffsetItems, StrokesIntoOutlines
from buildup.edits.pasting import PasteItems
from buildup.edits.placing import MoveAlong, MoveItems, PlaceItems, ScaleItems, TurnBy
from buildup.edits.proposing import ProposeOutline
from buildup.edits.removing import RemoveAnchors
from buildup.edits.repeating import GridOfCopies, RingOfCopies, RowOfCopies
from buildup.edits.reshaping import (
    AddAnchors,
    BendSegment,
    InsertAnchor,
    RemoveSegment,
    StraightenSegments,
)
from buildup.edits.seams import CloseSeam, SetSeam
from buildup.edits.shaping import ChangeShape, DrawLine, DrawShape, TurnIntoOutlines
from buildup.edits.sheets import SetGrid, SetSheet, SetSheetColour
from buildup.edits.shortening import ShortenHandles
from buildup.edits.silhouettes import SetSilhouette, SettleAnchors
from buildup.edits.stack import HideItems, LockItems, OrderItems, RemoveItems, RenameItem, StepItems
from buildup.edits.styling import (
    AddStroke,
    OrderStroke,
    RemoveStroke,
    SetBlend,
    SetEffects,
    SetFill,
    SetFillOpacity,
    SetOpacity,
    SetPen,
    SetRule,
    SetStroke,
    SetStrokeWidth,
)
from buildup.edits.swatches import (
    AddSwatches,
    GiveStyle,
    KeepStyle,
    RemoveSwatches,
    SetKeptStyle,
    SetSwatch,
    SwatchesOfItems,
)
from buildup.edits.sweeping import SweepRegions
from buildup.edits.symmetries import DragSymmetry, MakeSymmetry, SetSecondStyle, SetSymmetry
from buildup.edits.thinning import ThinOut
from buildup.edits.transitions import MakeTransitions
from buildup.edits.turningover import FlipItems, ShearItems
from buildup.edits.underlays import DragUnderlay, PlaceUnderlay, RemoveUnderlay, SetUnderlay
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
    RemoveAnchors,
    InsertAnchor,
    AddAnchors,
    BendSegment,
    StraightenSegments,
    RemoveSegment,
    BreakAnchors,
    JoinEnds,
    ReverseOutlines,
    StartAt,
    LineUp,
    SpaceAnchors,
    CopyHandles,
    EaseAnchors,
    EvenBothSides,
    FairSegments,
    RegularSegments,
    ThinOut,
    SetSilhouette,
    ProposeOutline,
    SettleAnchors,
    ShortenHandles,
    MakeTransitions,
    BrushSmooth,
    PullOutline,
    BlendItems,
    MakeTwins,
    FindTwins,
    EvenSides,
    ReleaseTwins,
    DrawStroke,
    SetTolerance,
    DrawShape,
    DrawLine,
    ChangeShape,
    SetDial,
    SetDials,
    CopyDials,
    SetMeasure,
    DragPeg,
    TurnIntoOutlines,
    SetCorners,
    DragCorners,
    SettleCorners,
    MoveItems,
    MoveAlong,
    ResizeItems,
    LeanItems,
    TurnItems,
    PlaceItems,
    ScaleItems,
    TurnBy,
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
    AddStroke,
    RemoveStroke,
    OrderStroke,
    SetBlend,
    SetEffects,
    SetGradient,
    DragGradient,
    AddStop,
    RemoveStop,
    AddSwatches,
    SwatchesOfItems,
    SetSwatch,
    RemoveSwatches,
    GiveStyle,
    KeepStyle,
    SetKeptStyle,
    RemoveItems,
    DuplicateItems,
    RowOfCopies,
    RingOfCopies,
    GridOfCopies,
    PasteItems,
    PlaceKept,
    FollowKept,
    UnlinkItems,
    WriteWords,
    SayWords,
    SetWords,
    PullWords,
    AlignWords,
    BendWords,
    LayWords,
    SetLine,
    OrderItems,
    StepItems,
    HideItems,
    LockItems,
    RenameItem,
    GroupItems,
    TakeApart,
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
    SetEdge,
    DragEdge,
    SetPart,
    Partition,
    MakeCompound,
    CutItems,
    CutPath,
    CropItems,
    SweepRegions,
    StrokesIntoOutlines,
    OffsetItems,
    SetSheet,
    SetSheetColour,
    SetGrid,
    AddGuide,
    MoveGuide,
    SetGuide,
    RemoveGuides,
    HideGuides,
    PlaceUnderlay,
    DragUnderlay,
    SetUnderlay,
    RemoveUnderlay,
)
"""Every command there is; the API's schema and the front end's types come from this table."""


def kind_of(command: type[Command] | Command) -> str:
    """The literal kind of a command."""
    return str(command.__dataclass_fields__["kind"].default)


DRAWING_ON = frozenset(kind_of(c) for c in COMMANDS if c.draws_on)
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
    told = command.delta(drawing)
    if not command.reaches_links:
        check_links(drawing, told)
    told = held_eased(drawing, told, whole=command.whole)
    told = held_on_seams(drawing, told, whole=command.whole)
    forward = slimmed(drawing, without_empty(drawing, with_contents(drawing, told)))
    check_sound(forward.put, forward.patches, forward.sheet)
    return forward


def read_command(data: object) -> Command:
    """A command from JSON values.

    Raises:
        Refusal: `bad_data` or what the command's own checks refuse.

    """
    kind = data.get("kind") if isinstance(data, Mapping) else None
    known = _BY_KIND.get(kind) if isinstance(kind, str) else None
    if known is None:
        raise refusal("bad_data.command", str(kind)[:40])
    return read(known, data)


def write_command(command: Command) -> dict[str, Any]:
    """A command as JSON values, its kind among them."""
    return {"kind": kind_of(command), **write(command)}
