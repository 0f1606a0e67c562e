"""A drawing as a value: items, anchors and styles, all frozen; its sheet is beside (`sheet.py`).

Points are complex numbers in sheet units (1 unit = 1 CSS pixel = 1/96 in), y down.
"""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from types import MappingProxyType
from typing import Literal, TypeVar

from buildup.contours.anchors import Contour, Corner, HandStroke
from buildup.drawing.memo import Memo
from buildup.drawing.paint import MITER_LIMIT, PLAIN, Finish, Join, Style
from buildup.drawing.sheet import Sheet
from buildup.drawing.text import Lettering
from buildup.drawing.tree import ROOT, Tree
from buildup.errors import Refusal
from buildup.geometry.coordinates import Coordinates
from buildup.geometry.transforms import Affine
from buildup.messages import refusal

T = TypeVar("T")
Pattern = Literal["mirror", "wheel", "kaleidoscope"]
Keeps = Literal["all", "right", "left"]
FillRule = Literal["nonzero", "evenodd"]
Role = Literal["joins", "cuts", "keeps", "inverts"]
"""What a part of an assembly does to what lies below it: adds to it, is taken from it, leaves only
what both have, or turns what both have into nothing."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ItemBase:
    """What every item has.

    Args:
        id: stable, made by whoever draws the item.
        name: what the Stack shows.
        role: what it does in the assembly it lies in, if that is something of its own.

    """

    id: str
    name: str
    hidden: bool = False
    locked: bool = False
    role: Role | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Drawn(ItemBase):
    """What items that are painted have."""

    style: Style = Style()


@dataclass(frozen=True, slots=True, kw_only=True)
class Holder(ItemBase):
    """What containers have; what they hold is said by the drawing's tree."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Gathering(Holder):
    """What containers have that show what they hold.

    Args:
        finish: how all that it holds shows, taken together.

    """

    finish: Finish = PLAIN


@dataclass(frozen=True, slots=True, kw_only=True)
class Layer(Gathering):
    """A container at the top of the tree."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Group(Gathering):
    """A container inside another one; it holds something, else it is removed."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Symmetry(Gathering):
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
class Linked(Gathering):
    """A copy of an outline that is kept on the shelf, which follows it; what it holds is that.

    Args:
        entry: the key of what is kept.
        state: which state of that it shows; each change makes the next one.
        place: from the coordinates of what is kept, whose middle is 0, to where this stands.
        turned: degrees by which it was turned, as `Way.turned`.
        grown: the factor by which its strokes and corner radii were scaled.

    """

    entry: str
    state: int = 1
    place: Affine = Affine()
    turned: float = 0.0
    grown: float = 1.0


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
class Grown:
    """An assembly whose form is grown, or shrunk; open paths get parallels.

    Args:
        distance: sheet units, of a step; below 0 forms shrink, and parallels lie to the left.
        count: how many steps of it, each a contour by itself.
        join: how corners of grown ones are, and inner corners of shrunk ones.
        miter_limit: how many times twice the distance a mitred corner may reach.
        shows: what it holds shows as well.

    """

    kind: Literal["grown"] = "grown"
    distance: float
    count: int = 1
    join: Join = "round"
    miter_limit: float = MITER_LIMIT
    shows: bool = True


@dataclass(frozen=True, slots=True, kw_only=True)
class Stroked:
    """An assembly of the strokes of what it holds, whose fills show below it."""

    kind: Literal["stroked"] = "stroked"


@dataclass(frozen=True, slots=True, kw_only=True)
class Lettered:
    """An assembly that shows words, which run along what it holds.

    Each line of them takes the next path; where there is none any more it follows the last one, a
    leading further off.

    Args:
        lettering: what is said, and how.
        start: where along a path its line is aligned, from 0 to 1; round and round where that is
            closed.
        offset: sheet units by which letters stand off the path; below 0 they hang below it.
        other_side: they run along it the other way, on its other side.
        shows: what it holds shows as well.

    """

    kind: Literal["lettered"] = "lettered"
    lettering: Lettering
    start: float = 0.0
    offset: float = 0.0
    other_side: bool = False
    shows: bool = True


@dataclass(frozen=True, slots=True, kw_only=True)
class Assembly(Holder):
    """A container that shows as one form, made of what it holds, which stays as it is.

    Args:
        operation: what each part does to those below it, unless it has something of its own.
        style: how the form is painted.
        corners: those of the form that are worked, found again when its parts move.
        edge: what becomes of the form of its parts, or of their strokes; or words along them.

    """

    operation: Role = "joins"
    style: Style = Style()
    corners: tuple[FormCorner, ...] = ()
    edge: Grown | Stroked | Lettered | None = None

    @property
    def along(self) -> Lettered | None:
        """How words run along what it holds; None: it shows no words."""
        return self.edge if isinstance(self.edge, Lettered) else None


@dataclass(frozen=True, slots=True, kw_only=True)
class Outline(Drawn):
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
    drawn: HandStroke | None = None

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
class Shape(Drawn):
    """A parametric item: a kind from the registry of shapes, its dials and its frame."""

    shape: str
    dials: Mapping[str, float]
    frame: Frame


@dataclass(frozen=True, slots=True, kw_only=True)
class Words(Drawn):
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


DrawnItem = Outline | Shape | Words
Painted = DrawnItem | Assembly
"""What has a form and a style: what is drawn, and assemblies."""
Item = DrawnItem | Layer | Group | Symmetry | Assembly | Linked


def finish_of(item: Item) -> Finish:
    """How an item shows as a whole; of one that is painted it is part of its style."""
    return item.style.finish if isinstance(item, Painted) else item.finish


def with_finish(item: Item, finish: Finish) -> Item:
    """An item that shows otherwise as a whole."""
    if isinstance(item, Painted):
        return replace(item, style=replace(item.style, finish=finish))
    return replace(item, finish=finish)


FIRST_LAYER = "layer-1"
"""The id of the layer that every drawing begins with."""

_ONE_LAYER: Mapping[str, Item] = MappingProxyType(
    {FIRST_LAYER: Layer(id=FIRST_LAYER, name="Layer 1")}
)


@dataclass(frozen=True, slots=True)
class Drawing:
    """A sheet, its items by id, and the tree that says what lies in what; one layer at least."""

    sheet: Sheet = Sheet()
    items: Mapping[str, Item] = field(default_factory=lambda: _ONE_LAYER)
    tree: Tree = Tree({ROOT: (FIRST_LAYER,)})
    memo: Memo = field(default_factory=Memo, compare=False, repr=False)

    @property
    def order(self) -> tuple[str, ...]:
        """The ids of all that is drawn, from back to front."""
        return self.tree.drawn

    def known(self, work: "Callable[[Drawing, str], T]", item_id: str) -> T:
        """The result of a piece of work on an item, which reads it and what it holds only."""
        return self.memo.of(item_id, work, lambda: work(self, item_id))

    def hidden(self, item_id: str) -> bool:
        """Whether an item, or a container around it, is hidden."""
        return self._any(item_id, lambda i: i.hidden)

    def locked(self, item_id: str) -> bool:
        """Whether an item, or a container around it, is locked."""
        return self._any(item_id, lambda i: i.locked)

    def _any(self, item_id: str, flag: Callable[[Item], bool]) -> bool:
        return flag(self.items[item_id]) or any(
            flag(self.items[c]) for c in self.tree.above(item_id)
        )

    def shown(self, container: str = ROOT) -> Iterator[str]:
        """What lies in a container and is not hidden, however deep, as `Tree.below`."""
        for item_id in self.tree.children(container):
            if not self.items[item_id].hidden:
                yield item_id
                yield from self.shown(item_id)

    def painted_in(self, container: str = ROOT) -> Iterator[str]:
        """What is painted of what a container holds, or it itself: assemblies count as one."""
        if self.is_painted(container):
            yield container
            return
        for item_id in self.tree.children(container):
            yield from self.painted_in(item_id)

    def is_painted(self, item_id: str) -> bool:
        """Whether an item has a form and a style: it is drawn, or an assembly."""
        if self.tree.is_drawn(item_id):
            return True
        return isinstance(self.items.get(item_id), Assembly)

    def painted_item(self, item_id: str) -> Painted:
        """The item of an id that has a form and a style.

        Raises:
            Refusal: as `drawn_item`.

        """
        found = self.items.get(item_id)
        return found if isinstance(found, Assembly) else self.drawn_item(item_id)

    def item(self, item_id: str) -> Item:
        """The item of an id.

        Raises:
            Refusal: `unknown_item`.

        """
        found = self.items.get(item_id)
        if found is None:
            raise refusal("unknown_item", item_id)
        return found

    def open_item(self, item_id: str) -> Item:
        """The item of an id, if neither it nor a container around it is locked.

        Raises:
            Refusal: `unknown_item` or `locked_item`.

        """
        found = self.item(item_id)
        for lock in (item_id, *self.tree.above(item_id)):
            if self.items[lock].locked:
                if lock == item_id:
                    raise refusal("locked_item", lock, name=found.name)
                around = self.items[lock].name
                raise refusal("locked_item.around", lock, name=found.name, around=around)
        return found

    def place_to_draw(self, container: str | None) -> str:
        """The container that new items go into: the one asked for, or else the front layer.

        A container that is gone meanwhile (another window removed it) loses nobody's work: what
        was drawn into it comes to lie in the front layer.

        Raises:
            Refusal: `locked_item`, or `hidden_place` where it would not be seen.

        """
        there = container is not None and isinstance(self.items.get(container), Holder)
        place = container if container is not None and there else self.tree.children()[-1]
        if self.hidden(place):
            raise refusal("hidden_place", place, name=self.items[place].name)
        if self.locked(place):
            raise refusal("locked_item.drawn_in", place, name=self.items[place].name)
        return place

    def drawn_item(self, item_id: str) -> DrawnItem:
        """The item of an id that is no container.

        Raises:
            Refusal: `unknown_item` or `a_container`.

        """
        found = self.item(item_id)
        if isinstance(found, Drawn):
            return found
        if isinstance(found, Assembly):
            raise refusal("a_container.assembly", item_id, name=found.name)
        raise refusal("a_container", item_id, name=found.name)

    def outline(self, item_id: str) -> Outline:
        """The outline of an id, if it may be edited.

        Raises:
            Refusal: `unknown_item`, `locked_item`, `a_container` or `not_an_outline`.

        """
        self.open_item(item_id)
        found = self.drawn_item(item_id)
        if not isinstance(found, Outline):
            key = "not_an_outline" if isinstance(found, Shape) else "not_an_outline.text"
            raise refusal(key, item_id, name=found.name)
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
    return refusal("unknown_anchor", item_id)
