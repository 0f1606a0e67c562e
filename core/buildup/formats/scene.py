"""What a drawing shows, as every format sends it out: forms in their parts, back to front.

Symmetries are unrolled: each image holds its own forms, where they show and painted as they are
there.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from buildup.contours.anchors import Contour
from buildup.contours.moving import moved_contour
from buildup.drawing.itemtypes import (
    Container,
    Group,
    Item,
    Layer,
    MaskKind,
    Painted,
    Symmetry,
    finish_of,
)
from buildup.drawing.laying import moved_style
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PLAIN, Finish, Style
from buildup.drawing.tree import ROOT
from buildup.forms.assembling import StyledPath
from buildup.forms.contours import form_of
from buildup.forms.paintings import paintings_beside
from buildup.forms.seen import painted_area, painted_box
from buildup.forms.symmetry.copies import images, shown_images
from buildup.forms.symmetry.sides import shown_side
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine


@dataclass(frozen=True, slots=True)
class Piece:
    """A form where it shows.

    Args:
        name: tells it from all others; letters, digits, `-` and `_`.
        form: its contours and how they are painted; opacity and effects are those of its part.

    """

    name: str
    form: StyledPath


@dataclass(frozen=True, slots=True)
class Round:
    """What a part shows once.

    Args:
        by: where that is, from the first round.
        held: back to front.

    """

    by: Affine
    held: "tuple[Node, ...]"


BEYOND = 1.0
"""Sheet units by which a mask reaches over what it masks, so that no edge is smoothed twice."""


@dataclass(frozen=True, slots=True)
class Mask:
    """What masks a part.

    Args:
        kind: by its light, or by how much of it shows.
        area: around all that it may let show, where it is seen.
        held: what it is, back to front.

    """

    kind: MaskKind
    area: Box
    held: "tuple[Node, ...]"


@dataclass(frozen=True, slots=True)
class Part:
    """What has one opacity: an item, a container, or a form beside that of an assembly.

    Args:
        name: as that of a piece.
        item: None for a form beside another one.
        finish: its opacity, blend mode and effects.
        area: around what its effects are done to, where it was drawn; None: they are done to
            nothing.
        by: the image in which it is seen.
        rounds: one; of a symmetry one for each image.
        repeats: all rounds look like the first one.
        mask: what masks all that it holds.

    """

    name: str
    item: Item | None
    finish: Finish
    area: Box | None
    by: Affine
    rounds: tuple[Round, ...]
    repeats: bool = False
    mask: Mask | None = None

    @property
    def held(self) -> "Iterator[Node]":
        """All that it holds, back to front."""
        for one in self.rounds:
            yield from one.held


Node = Piece | Part


def scene(drawing: Drawing, ids: Iterable[str] | None = None) -> tuple[Node, ...]:
    """What shows of a drawing, or of some of its items."""
    return tuple(_nodes(drawing, drawing.tree.children(ROOT) if ids is None else ids, _PLAINLY))


def pieces(nodes: Iterable[Node]) -> Iterator[Piece]:
    """All forms of a scene, back to front."""
    for node in nodes:
        if isinstance(node, Piece):
            yield node
        else:
            yield from pieces(node.held)


def layered(drawing: Drawing, ids: Iterable[str] | None = None) -> Iterator[tuple[str, Piece]]:
    """All forms of a scene, each with the name of its layer, back to front."""
    if ids is None:
        for layer in scene(drawing):
            name = layer.item.name if isinstance(layer, Part) and layer.item else ""
            yield from ((name, p) for p in pieces((layer,)))
        return
    for top in ids:
        around = [top, *drawing.tree.above(top)]
        name = drawing.items[around[-1]].name
        yield from ((name, p) for p in pieces(scene(drawing, (top,))))


@dataclass(frozen=True, slots=True)
class _Seen:
    """How items in symmetries are seen: the image of each that is meant, the innermost first."""

    images: tuple[tuple[Symmetry, int], ...] = ()

    @property
    def number(self) -> str:
        """What tells it from the others of the same item."""
        return "".join(f"-{number}" for _, number in self.images)

    @property
    def by(self) -> Affine:
        """Where it shows."""
        found = Affine()
        for symmetry, number in self.images:
            found = images(symmetry)[number].after(found)
        return found

    def style(self, own: Style) -> Style:
        """How an item is painted there."""
        if not self.images:
            return own
        painted = (s.second for s, number in self.images if number % 2 and s.second is not None)
        return moved_style(replace(next(painted, own), finish=own.finish), self.by)

    def contours(self, contours: tuple[Contour, ...]) -> tuple[Contour, ...]:
        """Where its contours are there, cut as the symmetries say."""
        for symmetry, number in self.images:
            image = images(symmetry)[number]
            contours = tuple(moved_contour(c, image) for c in shown_side(contours, symmetry))
        return contours


_PLAINLY = _Seen()


def _nodes(drawing: Drawing, ids: Iterable[str], seen: _Seen) -> Iterator[Node]:
    for item_id in ids:
        item = drawing.items[item_id]
        if item.hidden:
            continue
        if drawing.is_painted(item_id):
            yield from _painted(drawing, item_id, seen)
            continue
        assert isinstance(item, Container)  # noqa: S101
        held = drawing.seen_in(item_id)
        if not isinstance(item, Symmetry):
            rounds = (Round(Affine(), tuple(_nodes(drawing, held, seen))),)
            part = _part(drawing, item_id, seen, rounds)
            yield replace(part, mask=_mask(drawing, item_id, seen))
            continue
        every = tuple(
            Round(by, tuple(_nodes(drawing, held, _Seen(((item, number), *seen.images)))))
            for number, by in enumerate(shown_images(drawing, item_id))
        )
        yield _part(drawing, item_id, seen, every, repeats=item.second is None)


def _mask(drawing: Drawing, group: str, seen: _Seen) -> Mask | None:
    """What masks a group, where it is seen."""
    front, item = drawing.mask_of(group), drawing.items[group]
    area = None if front is None else painted_area(drawing, group)
    if front is None or area is None or not isinstance(item, Group) or item.mask is None:
        return None
    there = Box.around(seen.by(corner) for corner in area.corners)
    return Mask(item.mask, there.grown(BEYOND), tuple(_nodes(drawing, (front,), seen)))


def _part(
    drawing: Drawing,
    item_id: str,
    seen: _Seen,
    rounds: tuple[Round, ...],
    *,
    repeats: bool = False,
) -> Part:
    item = drawing.items[item_id]
    finish = seen.style(item.style).finish if isinstance(item, Painted) else finish_of(item)
    area = painted_area(drawing, item_id) if finish.effects else None
    return Part(f"{item_id}{seen.number}", item, finish, area, seen.by, rounds, repeats)


def _painted(drawing: Drawing, item_id: str, seen: _Seen) -> Iterator[Part]:
    """What is painted of an item, if anything shows there."""
    below, above = paintings_beside(drawing, item_id)
    own = form_of(drawing, item_id)
    held: list[Node] = []
    for number, form in enumerate((*below, own, *above)):
        there = replace(form, contours=seen.contours(form.contours), style=seen.style(form.style))
        if there.contours:
            name = f"{item_id}{seen.number}-{number}"
            held.append(Piece(name, there) if form is own else _beside(there, name))
    if held:
        yield _part(drawing, item_id, seen, (Round(Affine(), tuple(held)),))


def _beside(form: StyledPath, name: str) -> Node:
    """What is painted beside the form of an assembly, as it shows by itself."""
    finish = form.style.finish
    piece = Piece(name, form)
    if finish == PLAIN:
        return piece
    area = painted_box(form.contours, form.style) if finish.effects else None
    return Part(name, None, finish, area, Affine(), (Round(Affine(), (piece,)),))


def is_layer(node: Node) -> bool:
    """Whether a part of a scene is a layer."""
    return isinstance(node, Part) and isinstance(node.item, Layer)
