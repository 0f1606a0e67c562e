"""Outlines that are kept on the shelf: put into a drawing as copies, linked ones among them."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import ClassVar, Literal

from buildup.drawing.checks import check_name
from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import Group, Item, Linked, finish_of
from buildup.drawing.linking import as_group, unlinked
from buildup.drawing.measures import Measure
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PLAIN
from buildup.drawing.tree import Move, Tree
from buildup.edits.change import Delta, in_their_place, row_of
from buildup.edits.command import Command, Point
from buildup.edits.items.copying import check_count, numbered
from buildup.edits.items.newitems import check_new
from buildup.edits.items.pasting import box_of_clip, inside, known_clip, new_ids
from buildup.edits.items.targets import open_items, several
from buildup.edits.library.linkedmeasures import clip_with_values, own_values
from buildup.edits.shapes.shaping import in_proportion
from buildup.following.carrying import Brought, brought, plain
from buildup.forms.itemchecks import checked_clip
from buildup.forms.layingout import laid_out
from buildup.forms.placement import ItemMap, grown_item, moved_by
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import FARTHEST, NO_LENGTH, SMALLEST
from buildup.geometry.transforms import Affine
from buildup.messages import refusal


def shelf_clip(text: str) -> Clip:
    """What was copied, as it is kept: about its own middle, following nothing.

    Raises:
        Refusal: as `checked_clip`; `nothing_selected` where it has no form.

    """
    clip = unlinked(checked_clip(text))
    box = box_of_clip(clip)
    if box is None:
        raise refusal("nothing_selected.save")
    tops = set(clip.tops)
    outermost = (replace(i, role=None) if i.id in tops else i for i in clip.items)
    clip = replace(clip, items=tuple(outermost))
    if abs(box.centre) <= NO_LENGTH:
        return clip
    same = {i.id: i.id for i in clip.items}
    return replace(clip, items=laid_out(clip, same, moved_by(-box.centre)))


@dataclass(frozen=True, slots=True, kw_only=True)
class PlaceFromShelf(Command):
    """Puts what is kept on the shelf into the drawing: dragged from corner to corner, or clicked.

    Strokes and corner radii grow with it.
    """

    whole: ClassVar[bool] = True
    pointer_field: ClassVar[str] = "to"
    kind: Literal["place_from_shelf"] = "place_from_shelf"
    clip: str
    """What is kept, as a clip's JSON text."""
    copies: str
    """The id of what is placed; the ids of what it holds begin with it."""
    called: str
    """Its name."""
    start: Point
    """Where the drag began: a corner, or the middle when `centred`; of a click the middle."""
    to: Point | None = None
    """The opposite corner; None: it was clicked."""
    square: bool = False
    """In its own proportion, by the larger side."""
    centred: bool = False
    """The drag began in the middle."""
    width: float | None = None
    """Of one that was clicked, sheet units; None: its own, or in proportion to the height."""
    height: float | None = None
    """Likewise."""
    entry: str | None = None
    """The key of what it follows, which makes it a linked copy."""
    state: int = 1
    """Which state of that."""
    container: str | None = None
    """The container it comes to lie in; None: the front layer."""

    def selects(self, before: Tree, forward: Delta) -> tuple[str, ...]:
        return ()

    @property
    def name(self) -> str:
        return f"Place {self.called}"

    def delta(self, drawing: Drawing) -> Delta:
        known = known_clip(drawing, self.clip)
        check_name(self.called)
        check_new(drawing, self.copies)
        linked_copy = self.entry is not None
        came = Brought(plain(known), None) if linked_copy else brought(drawing, known, self.copies)
        clip = came.clip
        item_map = self._map_to_drawing(clip)
        tops = clip.tops
        alone = len(tops) == 1 and self.entry is None
        ids = new_ids(
            drawing, [i for i, _ in clip.places if not (alone and i in tops)], self.copies
        )
        if alone:
            ids[tops[0]] = self.copies
        put: list[Item] = list(laid_out(clip, ids, item_map))
        moves: list[Move] = []
        position = drawing.place_to_draw(self.container)
        front = next(iter(reversed(drawing.tree.children(position))), None)
        moves.append((self.copies, position, front))
        if alone:
            put = [replace(i, name=self.called) if i.id == self.copies else i for i in put]
        else:
            put.insert(0, self._holder(item_map, clip.measures))
            moves += row_of((ids[t] for t in tops), self.copies, None)
        moves += inside(clip, ids)
        return Delta(put=tuple(put), moves=tuple(moves), sheet=came.sheet, message=came.note)

    def _holder(self, item_map: ItemMap, measures: tuple[Measure, ...]) -> Group | Linked:
        if self.entry is None:
            return Group(id=self.copies, name=self.called)
        grown = abs(item_map.by.determinant) ** 0.5
        return Linked(
            id=self.copies,
            name=self.called,
            entry=self.entry,
            state=self.state,
            place=item_map.by,
            grown=grown,
            measures=measures,
        )

    def _map_to_drawing(self, clip: Clip) -> ItemMap:
        """From where it is kept to where it was drawn."""
        box = box_of_clip(clip)
        if box is None:
            raise refusal("nothing_selected.place")
        centre = complex(*self.start)
        if self.to is None:
            factors = self._typed(box)
        else:
            diagonal = complex(*self.to) - centre
            if self.square and min(box.width, box.height) >= SMALLEST:
                diagonal = in_proportion(diagonal, box.width / box.height)
            centre += 0j if self.centred else diagonal / 2.0
            factors = _factors(box, diagonal * (2.0 if self.centred else 1.0))
        if not SMALLEST / FARTHEST < min(factors) <= max(factors) < FARTHEST:
            raise refusal("too_small.placed")
        by = Affine(factors[0] + 0j, factors[1] * 1j)
        return ItemMap(replace(by, origin=centre - by(box.centre)), grows=True)

    def _typed(self, box: Box) -> tuple[float, float]:
        """The factors of one that was clicked."""
        wide = None if self.width is None else self.width / max(box.width, SMALLEST)
        tall = None if self.height is None else self.height / max(box.height, SMALLEST)
        across = wide if wide is not None else tall if tall is not None else 1.0
        return (across, tall if tall is not None else across)


def _factors(box: Box, diagonal: complex) -> tuple[float, float]:
    """How much wider and taller a box becomes; one without a width or a height grows evenly."""
    wanted = [
        (abs(side), own)
        for side, own in ((diagonal.real, box.width), (diagonal.imag, box.height))
        if own >= SMALLEST
    ]
    if any(side < SMALLEST for side, _ in wanted):
        raise refusal("no_size")
    factors = [side / own for side, own in wanted] or [1.0]
    return (factors[0], factors[-1])


@dataclass(frozen=True, slots=True, kw_only=True)
class UpdateLinkedCopies(Command):
    """Gives linked copies what is kept on the shelf now, or another outline that is kept there.

    Where they stand, their size and how they were turned stay, about the middle of what is kept.
    """

    whole: ClassVar[bool] = True
    kind: Literal["update_linked_copies"] = "update_linked_copies"
    items: tuple[str, ...]
    """Which linked copies; also locked ones."""
    clip: str
    """What is kept, as a clip's JSON text."""
    copies: str
    """What the ids of what they hold then begin with."""
    entry: str
    """The key of what is kept."""
    state: int
    """Which state of that."""
    called: str | None = None
    """Their name then; None: as before."""
    values: Mapping[str, str | None] = field(default_factory=dict)
    """Formulas of measures that they have of their own from now on; None gives one up."""

    def selects(self, before: Tree, forward: Delta) -> tuple[str, ...]:
        return ()

    @property
    def name(self) -> str:
        return "Update linked copies" if self.called is None else f"Change to {self.called}"

    @property
    def phrase(self) -> str:
        return self.name

    def delta(self, drawing: Drawing) -> Delta:
        kept = known_clip(drawing, self.clip)
        if self.called is not None:
            check_name(self.called)
        check_count(len(self.items) * len(kept.items))
        put: list[Item] = []
        moves: list[Move] = []
        gone: list[str] = []
        names = numbered(self.copies)
        for copy in linked(drawing, self.items):
            values = own_values(copy.values, self.values, kept)
            clip = clip_with_values(kept, dict(values))
            ids = {i: next(names) for i, _ in clip.places}
            for new in ids.values():
                check_new(drawing, new)
            item_map = ItemMap(copy.place, copy.turned)
            follows = replace(copy, entry=self.entry, state=self.state, values=values)
            name = self.called or copy.name
            put.append(replace(follows, name=name, measures=kept.measures))
            put += [grown_item(i, copy.grown) for i in laid_out(clip, ids, item_map)]
            moves += row_of((ids[t] for t in clip.tops), copy.id, None)
            moves += inside(clip, ids)
            gone += drawing.tree.below(copy.id)
        return Delta(put=tuple(put), moves=tuple(moves), removed=tuple(gone))


@dataclass(frozen=True, slots=True, kw_only=True)
class UnlinkItems(Command):
    """Makes plain items of linked copies, which follow nothing any more."""

    kind: Literal["unlink_items"] = "unlink_items"
    items: tuple[str, ...]
    """Which linked copies."""

    def selects(self, before: Tree, forward: Delta) -> tuple[str, ...]:
        return in_their_place(self.items, before, forward)

    @property
    def name(self) -> str:
        return f"Unlink {several(len(self.items))}"

    def delta(self, drawing: Drawing) -> Delta:
        open_items(drawing, self.items)
        put: list[Item] = []
        moves: list[Move] = []
        gone: list[str] = []
        for copy in linked(drawing, self.items):
            held = drawing.tree.children(copy.id)
            if len(held) > 1 or finish_of(copy) != PLAIN or copy.role or copy.hidden:
                put.append(as_group(copy))
                continue
            moves += row_of(held, drawing.tree.container(copy.id), copy.id)
            gone.append(copy.id)
        return Delta(put=tuple(put), moves=tuple(moves), removed=tuple(gone))


def linked(drawing: Drawing, ids: Sequence[str]) -> list[Linked]:
    """The linked copies of some ids, each once.

    Raises:
        Refusal: `nothing_selected`, `unknown_item` or `not_linked`.

    """
    if not ids:
        raise refusal("nothing_selected.linked")
    found = [drawing.item(i) for i in dict.fromkeys(ids)]
    copies = [i for i in found if isinstance(i, Linked)]
    if len(copies) < len(found):
        raise refusal("not_linked")
    return copies
