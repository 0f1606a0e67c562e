"""Assemblies: make one, say what its parts do; outlines put together as one, and taken apart."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.contours.anchors import Contour
from buildup.drawing.itemtypes import (
    Assembly,
    BlendEffect,
    FillRule,
    Item,
    Layer,
    Outline,
    Role,
    with_finish,
)
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PLAIN, Style
from buildup.drawing.tree import Move
from buildup.edits.assemblies.expanding import expanded_blend
from buildup.edits.assemblies.remains import left_of
from buildup.edits.change import Delta, row_of
from buildup.edits.command import Command
from buildup.edits.items.containers import called
from buildup.edits.items.newitems import check_contours, check_new, free_id
from buildup.edits.items.targets import open_items, open_painted, several
from buildup.edits.naming import OPERATIONS, name_as
from buildup.edits.symmetry.welds import as_outline
from buildup.edits.text.textoutlines import spelled
from buildup.errors import Refusal
from buildup.forms.assembling import anchors_of, contour_of, operands_of
from buildup.forms.contours import assembly_form, laid_style
from buildup.forms.paintings import paintings_of
from buildup.geometry.regions.setoperations import everything, partition, union
from buildup.messages import refusal

MOST_REGIONS = 2_000
"""Of one partition."""


def open_assembly(drawing: Drawing, item_id: str) -> Assembly:
    """The assembly of an id, if it may be edited.

    Raises:
        Refusal: `unknown_item`, `locked_item` or `no_assembly`.

    """
    found = drawing.open_item(item_id)
    if not isinstance(found, Assembly):
        raise refusal("no_assembly", item_id, name=found.name)
    return found


def tops_of(drawing: Drawing, ids: tuple[str, ...]) -> tuple[str, ...]:
    """The outermost of some items, back to front, none of them a layer, two at least.

    Raises:
        Refusal: as `open_items`; `layers_on_top` or `too_few`.

    """
    open_items(drawing, ids)
    tops = drawing.tree.tops(ids)
    if any(isinstance(drawing.items[i], Layer) for i in tops):
        raise refusal("layers_on_top.combined")
    if len(tops) < 2:
        raise refusal("too_few.combine")
    return tops


@dataclass(frozen=True, slots=True, kw_only=True)
class Assemble(Command):
    """Puts items together as one form; they stay as they are in it, and can be edited on."""

    selects_made: ClassVar[bool] = True
    kind: Literal["assemble"] = "assemble"
    items: tuple[str, ...]
    """Which items, two or more; the assembly comes to lie where the frontmost of them lay."""
    assembly: str
    """The id of the new assembly."""
    operation: Role = "union"
    """What each of them does to those below it; the backmost joins."""
    style_of: str | None = None
    """The item among them whose style the form takes; None: the backmost."""
    called: str | None = None
    """Its name; None for the next number."""

    @property
    def name(self) -> str:
        return f"{OPERATIONS[self.operation]} of {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.assembly)
        tops = tops_of(drawing, self.items)
        made = Assembly(
            id=self.assembly,
            name=called(drawing, OPERATIONS[self.operation], self.called, kind=Assembly),
            operation=self.operation,
            style=style_of(drawing, self.style_of or tops[0]),
        )
        front = tops[-1]
        position = (made.id, drawing.tree.container(front), front)
        plain = [replace(drawing.items[i], role=None) for i in tops if drawing.items[i].role]
        return Delta(put=(made, *plain), moves=(position, *row_of(tops, made.id, None)))


def style_of(drawing: Drawing, item_id: str) -> Style:
    """How an item is painted, or the backmost of what it holds.

    Raises:
        Refusal: `unknown_item`.

    """
    drawing.item(item_id)
    painted = next(drawing.painted_in(item_id), None)
    return Style() if painted is None else laid_style(drawing, painted)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetAssembly(Command):
    """Says what the parts of an assembly do that have nothing of their own."""

    kind: Literal["set_assembly"] = "set_assembly"
    assembly: str
    """Which assembly."""
    operation: Role
    """What they do to those below them."""

    @property
    def name(self) -> str:
        return OPERATIONS[self.operation]

    @property
    def phrase(self) -> str:
        return f"Change {{item}} to {OPERATIONS[self.operation].lower()}"

    def delta(self, drawing: Drawing) -> Delta:
        held = [drawing.items[i] for i in drawing.tree.children(self.assembly)]
        own = [replace(i, role=None) for i in held if i.role is not None]
        return Delta(
            put=(replace(open_assembly(drawing, self.assembly), operation=self.operation), *own)
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class SetPart(Command):
    """Says what some parts do in the assembly they lie in."""

    kind: Literal["set_part"] = "set_part"
    items: tuple[str, ...]
    """Which parts."""
    role: Role | None
    """What they do to those below them; None: as the assembly says."""

    @property
    def name(self) -> str:
        return "Change operation"

    def delta(self, drawing: Drawing) -> Delta:
        parts = open_items(drawing, self.items)
        for part in parts:
            around = drawing.tree.container(part.id)
            if not isinstance(drawing.items.get(around), Assembly):
                raise refusal("no_part", part.id, name=part.name)
        return Delta(put=tuple(replace(p, role=self.role) for p in parts))


@dataclass(frozen=True, slots=True, kw_only=True)
class Partition(Command):
    """Makes an item of each region that items make where they lie over each other.

    A region takes the style of the frontmost item that it lies in. Open paths divide regions; where
    there is nothing else, they bound them.
    """

    selects_made: ClassVar[bool] = True
    kind: Literal["partition"] = "partition"
    items: tuple[str, ...]
    """Which items; they go."""
    prefix: str
    """What the ids of the new items begin with."""

    @property
    def name(self) -> str:
        return f"Partition of {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        tops = tops_of(drawing, self.items)
        painted = open_painted(drawing, tops)
        both = [(i, f) for i in painted for f in paintings_of(drawing, i.id)]
        forms = [f for _, f in both]
        alone = not any(f.is_region for f in forms)
        operands = zip(operands_of(forms), forms, strict=True)
        regions = partition(
            [replace(o, path=not f.is_region) for o, f in operands],
            everything if alone else union,
        )
        if not regions:
            raise refusal("no_region")
        if len(regions) > MOST_REGIONS:
            raise refusal("too_many.regions", count=len(regions), most=MOST_REGIONS)
        known = anchors_of(forms)
        put: list[Item] = []
        for number, region in enumerate(regions):
            new = f"{self.prefix}-{number}"
            check_new(drawing, new)
            loops = (region.outer, *region.holes)
            item, form = both[max(region.inside, default=-1)]
            made = Outline(
                id=new,
                name=name_as(drawing, item, "Outline"),
                style=form.style,
                contours=tuple(contour_of(loop, known) for loop in loops),
            )
            put.append(made)
        position = drawing.tree.container(tops[-1])
        row = row_of([i.id for i in put], position, tops[-1])
        return Delta(put=tuple(put), moves=row, removed=tops)


@dataclass(frozen=True, slots=True, kw_only=True)
class MakeCompound(Command):
    """Makes one outline of several: where they lie in each other there are holes."""

    kind: Literal["make_compound"] = "make_compound"
    items: tuple[str, ...]
    """Which outlines and shapes, two or more; the backmost gives its name and its style."""
    rule: FillRule = "evenodd"
    """What is inside: an odd number of contours around it, or by the way they run."""

    @property
    def name(self) -> str:
        return f"Make {several(len(self.items))} compound"

    def delta(self, drawing: Drawing) -> Delta:
        tops = tops_of(drawing, self.items)
        painted = open_painted(drawing, tops)
        contours: list[Contour] = [
            c for i in painted for f in paintings_of(drawing, i.id) for c in f.contours
        ]
        back = painted[0]
        check_contours(back.name, contours)
        made = Outline(
            id=back.id, name=back.name, style=back.style, contours=tuple(contours), rule=self.rule
        )
        if isinstance(back, Assembly):
            made = replace(made, id=free_id(drawing.items, back.id))
        front = tops[-1]
        gone = tuple(i for i in tops if i != made.id)
        position = (made.id, drawing.tree.container(front), front)
        return Delta(put=(made,), moves=(position,), removed=gone)


def _settled(drawing: Drawing, item: Assembly) -> tuple[Item, Delta]:
    """What an assembly's form becomes, and what that holds."""
    if item.along:
        words = spelled(drawing, item)
        return words.top, Delta(put=words.put[1:], moves=words.moves)
    form = assembly_form(drawing, item.id)
    made = replace(as_outline(item, form.contours), id=free_id(drawing.items, item.id))
    return replace(made, rule=form.rule), Delta()


def settled_assemblies(drawing: Drawing, ids: Sequence[str]) -> Delta:
    """The delta that makes plain outlines of assemblies, none of which holds another one.

    One that shows some of its parts beside its form stays as a group around its outline.

    Raises:
        Refusal: `nothing_left`, where one shows nothing.

    """
    put: list[Item] = []
    moves: list[Move] = []
    removed: list[str] = []
    for item_id in ids:
        item = open_assembly(drawing, item_id)
        form = assembly_form(drawing, item_id)
        if not form.contours:
            if form.trouble:
                raise Refusal("nothing_left", form.trouble, item_id)
            raise refusal("nothing_left", item_id, name=item.name)
        if isinstance(item.result, BlendEffect) and not item.style.is_seen:
            blend = expanded_blend(drawing, item)
            put += blend.put
            moves += blend.moves
            continue
        left = left_of(drawing, item)
        made, held = _settled(drawing, item)
        if isinstance(made, Outline):
            made = replace(made, name=name_as(drawing, item, "Outline"))
        if left is not None:  # the group around it has all that
            made = replace(with_finish(made, PLAIN), hidden=False, locked=False, role=None)
        put += (made, *held.put)
        moves += held.moves
        if left is None:
            moves.append((made.id, drawing.tree.container(item_id), item_id))
            removed.append(item_id)
            continue
        put += left.put
        moves.append((made.id, item_id, left.behind))
        removed += left.removed
    return Delta(put=tuple(put), moves=tuple(moves), removed=tuple(removed))
