"""Layers, groups and what else holds items: make, separate, merge, how much shows through."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.checks import check_name
from buildup.drawing.itemtypes import (
    Assembly,
    Container,
    Group,
    Item,
    Layer,
    Linked,
    MaskKind,
    Outline,
    Symmetry,
    VisibleContainer,
    finish_of,
)
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PLAIN
from buildup.drawing.tree import ROOT, Move, Tree
from buildup.edits.change import Delta, in_their_place, row_of
from buildup.edits.command import Command
from buildup.edits.items.newitems import check_new, free_id
from buildup.edits.items.ordering import check_room
from buildup.edits.items.targets import open_items, several
from buildup.edits.text.textoutlines import words_alone
from buildup.forms.placement import laid_item
from buildup.messages import message, refusal


def called(drawing: Drawing, label: str, name: str | None, *, kind: type[Container]) -> str:
    """A new container's name: the given one, or the label with the first number that is free."""
    if name is not None:
        check_name(name)
        return name.strip()
    held = (drawing.items[i] for i in drawing.tree.below() if not drawing.tree.is_leaf(i))
    taken = {i.name for i in held if isinstance(i, kind)}
    number = next(n for n in range(1, len(taken) + 2) if f"{label} {n}" not in taken)
    return f"{label} {number}"


@dataclass(frozen=True, slots=True, kw_only=True)
class AddLayer(Command):
    """Adds an empty layer."""

    kind: Literal["add_layer"] = "add_layer"
    layer: str
    """The id of the new layer."""
    called: str | None = None
    """Its name; None for the next number."""
    behind: str | None = None
    """The layer it comes to lie just in front of; None: in front of all."""

    @property
    def name(self) -> str:
        return "Add layer"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.layer)
        layer = Layer(id=self.layer, name=called(drawing, "Layer", self.called, kind=Layer))
        behind = self.behind or drawing.tree.children()[-1]
        check_room(drawing, (), ROOT, behind)
        return Delta(put=(layer,), moves=((layer.id, ROOT, behind),))


@dataclass(frozen=True, slots=True, kw_only=True)
class MergeLayers(Command):
    """Makes one layer of several: all comes into the rearmost of them, in its present order."""

    kind: Literal["merge_layers"] = "merge_layers"
    items: tuple[str, ...]
    """Which layers, two or more."""

    @property
    def name(self) -> str:
        return f"Merge {len(self.items)} layers"

    def delta(self, drawing: Drawing) -> Delta:
        for item_id in self.items:
            if not isinstance(drawing.open_item(item_id), Layer):
                raise refusal("not_a_layer")
        first, *rest = drawing.tree.tops(self.items) or (ROOT,)
        if not rest:
            raise refusal("too_few.layers")
        behind = next(iter(reversed(drawing.tree.children(first))), None)
        held = [i for layer in rest for i in drawing.tree.children(layer)]
        looks = {(h.hidden, finish_of(h)) for h in map(drawing.item, (first, *rest))}
        note = message("notes.merged_look") if len(looks) > 1 else ""
        return Delta(moves=row_of(held, first, behind), removed=tuple(rest), message=note)


@dataclass(frozen=True, slots=True, kw_only=True)
class GroupItems(Command):
    """Makes one group of items; it comes to lie where the frontmost of them lay."""

    kind: Literal["group_items"] = "group_items"
    items: tuple[str, ...]
    """Which items; not layers."""
    group: str
    """The id of the new group."""
    called: str | None = None
    """Its name; None for the next number."""

    @property
    def name(self) -> str:
        return f"Group {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.group)
        open_items(drawing, self.items)
        tops = drawing.tree.tops(self.items)
        if any(isinstance(drawing.items[i], Layer) for i in tops):
            raise refusal("layers_on_top.grouped")
        front = tops[-1]
        group = Group(id=self.group, name=called(drawing, "Group", self.called, kind=Group))
        position = (group.id, drawing.tree.container(front), front)
        return Delta(put=(group,), moves=(position, *row_of(tops, group.id, None)))


@dataclass(frozen=True, slots=True, kw_only=True)
class MaskItems(Command):
    """Makes one group of items, whose front item masks the others."""

    kind: Literal["mask_items"] = "mask_items"
    items: tuple[str, ...]
    """Which items; two at least, no layers."""
    group: str
    """The id of the new group."""
    mask: MaskKind = "luminance"
    """By the light of the front item, or by how much of it shows."""
    called: str | None = None
    """Its name; None for the next number."""

    @property
    def name(self) -> str:
        return "Mask"

    @property
    def phrase(self) -> str:
        return "Mask {item}"

    def delta(self, drawing: Drawing) -> Delta:
        if len(open_items(drawing, self.items)) < 2 or len(drawing.tree.tops(self.items)) < 2:
            raise refusal("no_mask.few")
        grouped = GroupItems(items=self.items, group=self.group).delta(drawing)
        name = called(drawing, "Masked group", self.called, kind=Group)
        group = Group(id=self.group, name=name, mask=self.mask)
        return replace(grouped, put=(group,))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetMask(Command):
    """Changes by what groups are masked; None: their front items are items again."""

    kind: Literal["set_mask"] = "set_mask"
    items: tuple[str, ...]
    """Which groups; other items stay as they are."""
    mask: MaskKind | None
    """By what."""

    @property
    def name(self) -> str:
        return "Remove mask" if self.mask is None else "Change mask"

    def delta(self, drawing: Drawing) -> Delta:
        groups = [i for i in open_items(drawing, self.items) if isinstance(i, Group)]
        if not groups:
            raise refusal("no_mask")
        if self.mask and any(len(drawing.tree.children(g.id)) < 2 for g in groups):
            raise refusal("no_mask.few")
        changed = (replace(g, mask=self.mask) for g in groups if g.mask != self.mask)
        return Delta(put=tuple(changed))


Apart = Group | Symmetry | Assembly | Linked
"""What can be taken apart into what it holds."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SeparateItems(Command):
    """Takes groups and other containers apart: what each holds comes to lie where it lay.

    Of an outline of several contours each becomes an outline of its own.
    """

    kind: Literal["separate_items"] = "separate_items"
    items: tuple[str, ...]
    """Which items; others stay as they are."""

    def selects(self, before: Tree, forward: Delta) -> tuple[str, ...]:
        return in_their_place(self.items, before, forward)

    @property
    def name(self) -> str:
        return "Separate"

    @property
    def phrase(self) -> str:
        return "Separate {item}"

    def delta(self, drawing: Drawing) -> Delta:
        found = open_items(drawing, self.items)
        groups = [i for i in found if isinstance(i, Apart)]
        compounds = [i for i in found if isinstance(i, Outline) and len(i.contours) > 1]
        if not groups and not compounds:
            raise refusal("no_group")
        chosen = {g.id: g for g in groups}
        put, moves = _split(drawing, compounds)
        containers = {g: drawing.tree.container(g) for g in chosen}
        for group_id in (i for i in drawing.tree.below() if i in chosen):  # outermost first
            held = drawing.tree.children(group_id)
            containers |= dict.fromkeys(held, containers[group_id])
            moves += row_of(held, containers[group_id], group_id)
            if chosen[group_id].hidden:
                put += [replace(drawing.items[i], hidden=True) for i in held if i not in chosen]
        put += self._plain_parts(drawing, groups, put)
        for group in groups:
            if isinstance(group, Assembly) and group.along:
                words = words_alone(drawing, group, group.along)
                put.append(words)
                moves.append((words.id, containers[group.id], group.id))
        note = ""
        if any(isinstance(g, Symmetry) for g in groups):
            note = message("notes.symmetry_removed")
        if any(finish_of(g) != PLAIN for g in groups if isinstance(g, VisibleContainer)):
            note = message("notes.group_effects")
        return Delta(put=tuple(put), moves=tuple(moves), removed=tuple(chosen), message=note)

    def _plain_parts(
        self, drawing: Drawing, groups: Sequence[Apart], put: list[Item]
    ) -> list[Item]:
        """The parts of assemblies, without what they did in them."""
        known = {i.id: i for i in put}
        return [
            replace(known.get(i, drawing.items[i]), role=None)
            for g in groups
            if isinstance(g, Assembly)
            for i in drawing.tree.children(g.id)
            if drawing.items[i].role is not None
        ]


def _split(drawing: Drawing, compounds: Sequence[Outline]) -> tuple[list[Item], list[Move]]:
    """Outlines of several contours as one for each, the first of which keeps its id."""
    put: list[Item] = []
    moves: list[Move] = []
    taken = set(drawing.items)
    for outline in map(laid_item, compounds):
        first, *others = outline.contours
        put.append(replace(outline, contours=(first,), hand_stroke=None))
        row = []
        for contour in others:
            new = free_id(taken, outline.id)
            taken.add(new)
            row.append(new)
            put.append(replace(outline, id=new, contours=(contour,), hand_stroke=None))
        moves += row_of(row, drawing.tree.container(outline.id), outline.id)
    return put, moves
