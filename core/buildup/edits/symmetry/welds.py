"""Symmetries turned into outlines: what meets is welded, the rest become copies."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field, replace

from buildup.contours.anchors import MOST_ANCHORS, Contour, anchor_count
from buildup.contours.moving import moved_contour
from buildup.drawing.itemtypes import (
    Item,
    Outline,
    Painted,
    Shape,
    Symmetry,
    TextItem,
    finish_of,
    with_finish,
)
from buildup.drawing.laying import moved_style
from buildup.drawing.linking import as_group
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PLAIN, Finish, Style
from buildup.drawing.tree import Move
from buildup.edits.change import Delta, row_of, updated
from buildup.edits.items.copying import check_count
from buildup.forms.contours import contours_of, laid_style
from buildup.forms.frames import own_standing
from buildup.forms.strokes.filters import mirrored_effect
from buildup.forms.symmetry.copies import images
from buildup.forms.symmetry.sides import shown_side
from buildup.forms.symmetry.welding import welded
from buildup.geometry.transforms import Affine
from buildup.messages import refusal


def weld_all(drawing: Drawing, symmetries: list[str]) -> list[Delta]:
    """The deltas, one after the other, that turn symmetries into outlines, inner ones first.

    Raises:
        Refusal: `too_many` or `too_many_anchors`.

    """
    deltas: list[Delta] = []
    at = drawing
    for symmetry in reversed(symmetries):
        deltas.append(_Weld(at, symmetry).delta())
        at = updated(at, deltas[-1])
    return deltas


@dataclass
class _Weld:
    """A symmetry while it is turned into outlines."""

    drawing: Drawing
    symmetry: str
    put: list[Item] = field(default_factory=list)
    moves: list[Move] = field(default_factory=list)
    joined: set[str] = field(default_factory=set)
    _outlines: dict[str, Outline] = field(default_factory=dict)
    _number: int = 0

    def delta(self) -> Delta:
        """A group takes its place, or the one outline it comes to."""
        item = self.drawing.items[self.symmetry]
        assert isinstance(item, Symmetry)  # noqa: S101
        tree = self.drawing.tree
        inside = [i for i in tree.below(self.symmetry) if tree.is_leaf(i)]
        check_count(len(inside) * len(images(item)))
        for item_id in inside:
            self._weld(item_id, item)
        held = tree.children(self.symmetry)
        front = held[-1] if held else None
        for number, image in enumerate(images(item)[1:], 1):
            second = item.second if number % 2 else None
            copies = [c for top in held if (c := self._copy(top, image, second)) is not None]
            self.moves += row_of(copies, self.symmetry, front)
            front = copies[-1] if copies else front
        alone = len(held) == 1 and not self.moves and tree.is_leaf(held[0])
        if not held or (alone and item.finish == PLAIN and not item.hidden):
            position = tree.container(self.symmetry)
            out = row_of(held, position, self.symmetry)
            return Delta(put=tuple(self.put), moves=out, removed=(self.symmetry,))
        group = as_group(item)
        return Delta(put=(*self.put, group), moves=tuple(self.moves))

    def _weld(self, item_id: str, symmetry: Symmetry) -> None:
        """What is drawn becomes an outline, joined with its images where it meets them."""
        item = self.drawing.leaf_item(item_id)
        contours = shown_side(contours_of(self.drawing, item_id), symmetry)
        joined = welded(contours, symmetry)
        if joined is not None:
            self.joined.add(item_id)
            if anchor_count(joined) > MOST_ANCHORS:
                raise refusal("too_many_anchors.weld", name=item.name, most=MOST_ANCHORS)
        outline = as_outline(item, _plain(contours) if joined is None else joined)
        self._outlines[item_id] = outline
        self.put.append(outline)

    def _copy(self, item_id: str, image: Affine, second: Style | None) -> str | None:
        """A copy of an item in an image, without what was joined; None where nothing is left."""
        tree = self.drawing.tree
        if tree.is_leaf(item_id):
            if item_id in self.joined:
                return None
            item = self.drawing.leaf_item(item_id)
            contours = (moved_contour(c, image) for c in self._outlines[item_id].contours)
            style = moved_style(second or laid_style(self.drawing, item_id), image)
            finish = _in_image(item.style.finish, image)
            style = replace(style, finish=finish)
            copy = as_outline(replace(item, id=self._new_id(), style=style), contours)
            self.put.append(copy)
            return copy.id
        held = [c for i in tree.children(item_id) if (c := self._copy(i, image, second))]
        if not held:
            return None
        new = self._new_id()
        held_in = self.drawing.items[item_id]
        made = with_finish(held_in, _in_image(finish_of(held_in), image))
        self.put.append(replace(made, id=new))
        self.moves += row_of(held, new, None)
        return new

    def _new_id(self) -> str:
        """An id that is free, made of the symmetry's own."""
        while True:
            self._number += 1
            found = f"{self.symmetry[:32]}-{self._number}"
            if found not in self.drawing.items:
                return found


def _in_image(finish: Finish, image: Affine) -> Finish:
    """Opacity, blend mode and effects of a copy, in which shadows fall the other way."""
    return replace(finish, effects=tuple(mirrored_effect(e, image) for e in finish.effects))


def _plain(contours: tuple[Contour, ...]) -> Iterator[Contour]:
    """Contours that lie on no seam any more."""
    for contour in contours:
        anchors = (a if a.seam is None else replace(a, seam=None) for a in contour.anchors)
        yield replace(contour, anchors=tuple(anchors))


def as_outline(item: Painted, contours: Iterable[Contour]) -> Outline:
    """An item as a plain outline of some contours."""
    if isinstance(item, Outline):
        return replace(item, contours=tuple(contours), hand_stroke=None)
    return Outline(
        id=item.id,
        name=item.name,
        style=item.style,
        hidden=item.hidden,
        locked=item.locked,
        role=item.role,
        contours=tuple(contours),
        angle=own_standing(item).angle if isinstance(item, Shape | TextItem) else 0.0,
    )
