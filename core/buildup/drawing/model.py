"""A drawing as a value: sheet, items, anchors and styles, all frozen.

Points are complex numbers in sheet units (1 unit = 1 CSS pixel = 1/96 in), y down.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from types import MappingProxyType
from typing import Annotated, Any, Literal

from buildup.errors import Refusal
from buildup.geometry.bezier import Cubic
from buildup.geometry.transforms import Affine

AnchorKind = Literal["corner", "smooth", "symmetric", "flowing"]
CornerStyle = Literal["round", "chamfer", "cove", "notch", "ogee", "soft"]
FillRule = Literal["nonzero", "evenodd"]
Cap = Literal["butt", "round", "square"]
Join = Literal["miter", "round", "bevel"]


class _PlaceForm:
    """Tells schema libraries that ask that a point is written `[x, y]`."""

    def __get_pydantic_json_schema__(self, core_schema: Any, handler: Any) -> dict[str, Any]:
        number = {"type": "number"}
        pair = {"prefixItems": [number, number], "minItems": 2, "maxItems": 2}
        return {"type": "array", **pair}


Place = Annotated[complex, _PlaceForm()]
"""A point or a vector in sheet units."""


@dataclass(frozen=True, slots=True)
class Twin:
    """What two anchors of an outline share that follow each other, mirrored about a line.

    Args:
        id: the same on both.
        through: a place on the line.
        along: the line's direction, of length 1.
        crossed: the path runs the other way at the other one, so the handles change sides.

    """

    id: str
    through: Place
    along: Place
    crossed: bool = True

    def mirrored(self, place: complex) -> complex:
        """A place on the other side of the line."""
        return self.through + self.mirrored_vector(place - self.through)

    def mirrored_vector(self, vector: complex) -> complex:
        """A vector on the other side of the line."""
        return self.along * (vector / self.along).conjugate()


@dataclass(frozen=True, slots=True)
class Corner:
    """How a corner is worked, as in joinery: the anchor stays the sharp corner.

    Args:
        radius: sheet units, above 0; of the circle that touches both sides.
        style: arc outward, straight cut, arc inward, square cut-in, S-curve, or a rounding whose
            curvature grows from zero.

    """

    radius: float
    style: CornerStyle = "round"


@dataclass(frozen=True, slots=True)
class Anchor:
    """An anchor point.

    Args:
        at: its place.
        into: the handle of the segment that arrives, relative to `at`, or None when withdrawn.
        out: the handle of the segment that leaves, likewise.
        kind: how the two handles hang together.
        twin: what it shares with the anchor that follows it, mirrored.
        corner: how the corner is worked, which stays live.

    """

    at: Place
    into: Place | None = None
    out: Place | None = None
    kind: AnchorKind = "corner"
    twin: Twin | None = None
    corner: Corner | None = None


@dataclass(frozen=True, slots=True)
class Contour:
    """Anchors in the order of the path; a closed contour also joins the last to the first."""

    anchors: tuple[Anchor, ...]
    closed: bool = False

    @property
    def pairs(self) -> tuple[tuple[Anchor, Anchor], ...]:
        """The two anchors of every segment, in order."""
        following = self.anchors[1:] + (self.anchors[:1] if self.closed else ())
        return tuple(zip(self.anchors, following, strict=False))

    @property
    def segments(self) -> tuple[Cubic, ...]:
        """Every segment as a cubic, in order; empty for a single open anchor."""
        return tuple(cubic(a, b) for a, b in self.pairs)


def cubic(start: Anchor, end: Anchor) -> Cubic:
    """The segment between two anchors."""
    return (start.at, start.at + (start.out or 0), end.at + (end.into or 0), end.at)


@dataclass(frozen=True, slots=True)
class Style:
    """How an item is painted; a colour is `#RRGGBB` or None for none."""

    fill: str | None = None
    stroke: str | None = "#1B2924"
    stroke_width: float = 2.0
    cap: Cap = "round"
    join: Join = "round"


@dataclass(frozen=True, slots=True, kw_only=True)
class ItemBase:
    """What every item has.

    Args:
        id: stable, made by whoever draws the item.
        name: what the Stack shows.

    """

    id: str
    name: str
    style: Style = Style()
    hidden: bool = False
    locked: bool = False


@dataclass(frozen=True, slots=True)
class Stroke:
    """What was drawn by hand: parts that join up, each a run of points; two make a straight line.

    Args:
        parts: the points of each part, the first of a part being the last of the one before.
        tolerance: how far the outline may stay from them, in sheet units.
        closed: the end was joined to the start.

    """

    parts: tuple[tuple[Place, ...], ...]
    tolerance: float
    closed: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Outline(ItemBase):
    """An item made of contours.

    Args:
        contours: at least one.
        rule: which parts of overlapping contours are inside.
        angle: degrees, how far it has been turned so far.
        drawn: the stroke it was fitted to, until its anchors are edited.

    """

    contours: tuple[Contour, ...]
    rule: FillRule = "nonzero"
    angle: float = 0.0
    drawn: Stroke | None = None

    def with_contour(self, index: int, contour: Contour) -> "Outline":
        """The outline with one contour replaced; it is no longer what was drawn by hand."""
        kept = (*self.contours[:index], contour, *self.contours[index + 1 :])
        return replace(self, contours=kept, drawn=None)


@dataclass(frozen=True, slots=True)
class Frame:
    """Where a shape stands: a box about the origin, `width` by `height`, and its placement.

    `place` keeps its axes at length 1 unless the shape was sheared.
    """

    width: float
    height: float
    place: Affine = Affine()


@dataclass(frozen=True, slots=True, kw_only=True)
class Shape(ItemBase):
    """A parametric item: a kind from the registry of shapes, its dials and its frame."""

    shape: str
    dials: Mapping[str, float]
    frame: Frame


Item = Outline | Shape


@dataclass(frozen=True, slots=True, kw_only=True)
class Guide:
    """A straight line to work by: through a place, at an angle in degrees (0 level, 90 upright)."""

    id: str
    x: float
    y: float
    angle: float = 0.0
    locked: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Grid:
    """Lines at every `step` sheet units from the sheet's corner, each cell in `parts` parts."""

    step: float = 37.79527559055118
    parts: int = 5
    shown: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Underlay:
    """A picture to trace: never picked, never sent out.

    Args:
        picture: the number under which the server keeps its bytes.
        x: the middle's place on the sheet, as `y`.
        width: its extent on the sheet, as `height`.
        angle: degrees, clockwise.
        strength: from 0 (gone) to 1 (as bright as it is).
        grey: shown without its colours.
    """

    id: str
    picture: int
    name: str
    x: float
    y: float
    width: float
    height: float
    angle: float = 0.0
    strength: float = 0.35
    grey: bool = False
    hidden: bool = False


@dataclass(frozen=True, slots=True)
class Sheet:
    """The area that is sent out, and what helps to draw on it.

    Size in sheet units, the unit it is measured in, its colour; guides, grid and underlays.
    """

    width: float = 793.7007874015748
    height: float = 1122.5196850393702
    unit: str = "mm"
    colour: str | None = "#FFFFFF"
    guides: tuple[Guide, ...] = ()
    guides_hidden: bool = False
    grid: Grid = Grid()
    underlays: tuple[Underlay, ...] = ()


_NO_ITEMS: Mapping[str, Item] = MappingProxyType({})


@dataclass(frozen=True, slots=True)
class Drawing:
    """A sheet and its items; `order` lists their ids from back to front."""

    sheet: Sheet = Sheet()
    items: Mapping[str, Item] = field(default_factory=lambda: _NO_ITEMS)
    order: tuple[str, ...] = ()

    def item(self, item_id: str) -> Item:
        """The item of an id.

        Raises:
            Refusal: `unknown_item`.

        """
        found = self.items.get(item_id)
        if found is None:
            raise Refusal(
                "unknown_item",
                "That item is no longer in the drawing. Nothing was changed; pick it again.",
                item_id,
            )
        return found

    def open_item(self, item_id: str) -> Item:
        """The item of an id, if it may be edited.

        Raises:
            Refusal: `unknown_item` or `locked_item`.

        """
        found = self.item(item_id)
        if found.locked:
            raise Refusal(
                "locked_item",
                f"“{found.name}” is locked, so it was left as it is. Unlock it in the Stack first.",
                item_id,
            )
        return found

    def outline(self, item_id: str) -> Outline:
        """The outline of an id, if it may be edited.

        Raises:
            Refusal: `unknown_item`, `locked_item` or `not_an_outline`.

        """
        found = self.open_item(item_id)
        if not isinstance(found, Outline):
            raise Refusal(
                "not_an_outline",
                f"“{found.name}” is a shape with dials. Turn it into outlines to edit its anchors.",
                item_id,
            )
        return found

    def contour(self, item_id: str, index: int) -> tuple[Outline, Contour]:
        """An outline that may be edited and one of its contours.

        Raises:
            Refusal: as `outline`, or `unknown_anchor`.

        """
        outline = self.outline(item_id)
        if not 0 <= index < len(outline.contours):
            raise unknown_anchor(item_id)
        return outline, outline.contours[index]


def unknown_anchor(item_id: str) -> Refusal:
    """The refusal for an anchor or contour that is not there."""
    return Refusal(
        "unknown_anchor",
        "That anchor is no longer there. Nothing was changed; pick it again.",
        item_id,
    )
