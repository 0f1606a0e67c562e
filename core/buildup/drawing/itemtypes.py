"""The items of a drawing as values, all frozen.

Points are complex numbers in sheet units (1 unit = 1 CSS pixel = 1/96 in), y down.
"""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.anchors import Contour, Corner, HandStroke
from buildup.contours.follows import Follows
from buildup.drawing.measures import Measure
from buildup.drawing.paint import MITER_LIMIT, PLAIN, Finish, Join, Style, pictures_in
from buildup.drawing.text import Lettering
from buildup.geometry.coordinates import Coordinates
from buildup.geometry.transforms import Affine

BlendSpacing = Literal["even", "nearer_first", "nearer_last"]
Pattern = Literal["mirror", "wheel", "kaleidoscope"]
Keeps = Literal["all", "right", "left"]
FillRule = Literal["nonzero", "evenodd"]
MaskKind = Literal["luminance", "alpha"]
Role = Literal["union", "difference", "intersection", "exclusion"]
"""What a part of an assembly does to what lies below it: adds to it, is taken from it, leaves only
what both have, or turns what both have into nothing."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ItemBase:
    """What every item has.

    Args:
        id: stable, made by whoever draws the item.
        name: what the Stack shows.
        role: what it does in the assembly it lies in, if that is something of its own.
        follows: its own numbers that follow formulas: dials, position, size, angle, settings.

    """

    id: str
    name: str
    hidden: bool = False
    locked: bool = False
    role: Role | None = None
    follows: Follows = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class LeafItem(ItemBase):
    """What items that are painted have."""

    style: Style = Style()


@dataclass(frozen=True, slots=True, kw_only=True)
class Container(ItemBase):
    """What containers have; what they hold is said by the drawing's tree."""


@dataclass(frozen=True, slots=True, kw_only=True)
class VisibleContainer(Container):
    """What containers have that show what they hold.

    Args:
        finish: how all that it holds shows, taken together.

    """

    finish: Finish = PLAIN


@dataclass(frozen=True, slots=True, kw_only=True)
class Layer(VisibleContainer):
    """A container at the top of the tree."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Group(VisibleContainer):
    """A container inside another one; it holds something, else it is removed.

    Args:
        mask: its front item is not seen but masks the others (W3C CSS Masking 1, 7): they show as
            far as it is light, or opaque.

    """

    mask: MaskKind | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Symmetry(VisibleContainer):
    """A container that shows what it holds several times; it may hold nothing.

    Args:
        pattern: mirrored about a line; turned about a centre; or both, twice as many.
        centre: a place on the line, or the centre; on the sheet.
        angle: degrees, of the mirror line; of a kaleidoscope its first one.
        count: how many times a wheel or a kaleidoscope shows it around; a mirror does not ask.
        span: sheet units, how far from `centre` its line is shown to either side.
        keeps: all of what it holds, or only what lies on one side of its line (in a kaleidoscope
            between two neighbouring lines); what is cut off so stays in it.
        second: how every other image is painted; None: as the original.

    """

    pattern: Pattern = "mirror"
    centre: Coordinates = 0j
    angle: float = 90.0
    count: int = 6
    span: float = 100.0
    keeps: Keeps = "all"
    second: Style | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Linked(VisibleContainer):
    """A copy of an outline that is kept on the shelf, which follows it; what it holds is that.

    Args:
        entry: the key of what is kept.
        state: which state of that it shows; each change makes the next one.
        place: from the coordinates of what is kept, whose middle is 0, to where this stands.
        turned: degrees by which it was turned, as `ItemMap.turned`.
        grown: the factor by which its strokes and corner radii were scaled.
        measures: those that what is kept follows.
        values: formulas that it has instead of theirs, by their names.

    """

    entry: str
    state: int = 1
    place: Affine = Affine()
    turned: float = 0.0
    grown: float = 1.0
    measures: tuple[Measure, ...] = ()
    values: tuple[tuple[str, str], ...] = ()


@dataclass(frozen=True, slots=True)
class FormSide:
    """What a side of an assembly's form comes from.

    Args:
        part: the id of the part.
        form: which of the forms that show of it; a group has several.
        contour: which contour of that.
        segment: which segment.

    """

    part: str
    form: int
    contour: int
    segment: int


@dataclass(frozen=True, slots=True)
class FormCorner:
    """How a corner that an assembly makes is worked.

    Args:
        corner: how.
        sides: what meets there, so that it is found again.
        at: where it was last, from the middle of the form: it tells those apart at which the same
            two meet.

    """

    corner: Corner
    sides: tuple[FormSide, FormSide]
    at: Coordinates


@dataclass(frozen=True, slots=True, kw_only=True)
class OffsetEffect:
    """An assembly whose form is grown, or shrunk; open paths get parallels.

    Args:
        distance: sheet units, of a step; below 0 forms shrink, and parallels lie to the left.
        count: how many steps of it, each a contour by itself.
        join: how corners of grown ones are, and inner corners of shrunk ones.
        miter_limit: how many times twice the distance a mitred corner may reach.
        show_parts: what it holds shows as well.

    """

    kind: Literal["offset"] = "offset"
    distance: float
    count: int = 1
    join: Join = "round"
    miter_limit: float = MITER_LIMIT
    show_parts: bool = True


@dataclass(frozen=True, slots=True, kw_only=True)
class StrokeEffect:
    """An assembly of the strokes of what it holds, whose fills show below it."""

    kind: Literal["stroke"] = "stroke"


@dataclass(frozen=True, slots=True, kw_only=True)
class TextOnPath:
    """An assembly that shows words, which run along what it holds.

    Each line of them takes the next path; where there is none any more it follows the last one, a
    leading further off.

    Args:
        lettering: what is said, and how.
        start: where along a path its line is aligned, from 0 to 1; round and round where that is
            closed.
        offset: sheet units by which letters stand off the path; below 0 they hang below it.
        other_side: they run along it the other way, on its other side.
        show_parts: what it holds shows as well.

    """

    kind: Literal["text"] = "text"
    lettering: Lettering
    start: float = 0.0
    offset: float = 0.0
    other_side: bool = False
    show_parts: bool = True


@dataclass(frozen=True, slots=True, kw_only=True)
class BlendEffect:
    """An assembly that shows what it holds, and steps between each of its parts and the next.

    Its form is all of that together; a style of its own paints it above what shows of each.

    Args:
        count: how many steps between two.
        spacing: even, or nearer to the part behind or in front.

    """

    kind: Literal["blend"] = "blend"
    count: int = 3
    spacing: BlendSpacing = "even"


Effect = OffsetEffect | StrokeEffect | BlendEffect
"""What becomes of the form of an assembly that shows no text."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Assembly(Container):
    """A container that shows as one form, made of what it holds, which stays as it is.

    Args:
        operation: what each part does to those below it, unless it has something of its own.
        style: how the form is painted.
        corners: those of the form that are worked, found again when its parts move.
        result: what becomes of the form of its parts, or of their strokes; steps between them; or
            words along them.

    """

    operation: Role = "union"
    style: Style = Style()
    corners: tuple[FormCorner, ...] = ()
    result: Effect | TextOnPath | None = None

    @property
    def along(self) -> TextOnPath | None:
        """How words run along what it holds; None: it shows no words."""
        return self.result if isinstance(self.result, TextOnPath) else None


@dataclass(frozen=True, slots=True, kw_only=True)
class Outline(LeafItem):
    """An item made of contours.

    Args:
        contours: at least one.
        rule: which parts of overlapping contours are inside.
        angle: degrees, how far it has been turned so far.
        hand_stroke: the stroke it was fitted to, until its anchors are edited.

    """

    contours: tuple[Contour, ...]
    rule: FillRule = "nonzero"
    angle: float = 0.0
    hand_stroke: HandStroke | None = None

    def with_contour(self, index: int, contour: Contour) -> "Outline":
        """The outline with one contour replaced; it is no longer what was drawn by hand."""
        kept = (*self.contours[:index], contour, *self.contours[index + 1 :])
        return replace(self, contours=kept, hand_stroke=None)


@dataclass(frozen=True, slots=True)
class Frame:
    """Where a shape stands: a box about the origin, `width` by `height`, and its placement.

    `place` keeps its axes at length 1 unless the shape was sheared.
    """

    width: float
    height: float
    place: Affine = Affine()


@dataclass(frozen=True, slots=True, kw_only=True)
class Shape(LeafItem):
    """A parametric item: a kind from the registry of shapes, its dials and its frame."""

    shape: str
    dials: Mapping[str, float]
    frame: Frame


@dataclass(frozen=True, slots=True, kw_only=True)
class TextItem(LeafItem):
    """Words on a straight line or on an arc.

    Args:
        lettering: what is said, and how.
        place: from the plane of the first line, which begins at 0 and runs level, to the sheet; it
            keeps areas as they are, as the size of the letters is told with them.
        radius: sheet units, of the circle that the first line bends along, its middle below; below
            0 its middle is above. None: it is straight.

    """

    lettering: Lettering
    place: Affine = Affine()
    radius: float | None = None


AnyLeaf = Outline | Shape | TextItem
Painted = AnyLeaf | Assembly
"""What has a form and a style: what is drawn, and assemblies."""
Item = AnyLeaf | Layer | Group | Symmetry | Assembly | Linked


def finish_of(item: Item) -> Finish:
    """The opacity, blend mode and effects of an item; of one that is painted, part of its style."""
    return item.style.finish if isinstance(item, Painted) else item.finish


def pictures_of(item: Item) -> frozenset[int]:
    """The numbers of the pictures that an item shows, without those of what it holds."""
    if isinstance(item, Symmetry):
        return pictures_in(item.second) if item.second is not None else frozenset()
    return pictures_in(item.style) if isinstance(item, Painted) else frozenset()


def with_finish(item: Item, finish: Finish) -> Item:
    """An item with another opacity, blend mode or effects."""
    if isinstance(item, Painted):
        return replace(item, style=replace(item.style, finish=finish))
    return replace(item, finish=finish)
