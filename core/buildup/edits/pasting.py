"""Pasting what was copied, here or elsewhere."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, fields, is_dataclass
from typing import ClassVar, Literal

from buildup.drawing.checks import MOST_ANCHORS, check_id, check_name, check_point, check_text
from buildup.drawing.clips import Clip, read_clip
from buildup.drawing.codec import check_sound, wrong
from buildup.drawing.memo import Latest
from buildup.drawing.model import (
    Assembly,
    Drawing,
    Drawn,
    Holder,
    Item,
    Linked,
    Outline,
    Shape,
    Symmetry,
    Words,
    finish_of,
)
from buildup.drawing.soundpaint import check_finish, check_style
from buildup.drawing.tree import Move
from buildup.edits.change import Delta, row_of
from buildup.edits.command import Command, Point
from buildup.edits.copying import check_count, numbered
from buildup.edits.lettering import check_along, check_words
from buildup.edits.newitems import check_new, under_new_ids
from buildup.edits.symmetries import check_symmetry
from buildup.edits.taking import several
from buildup.errors import Refusal
from buildup.forms.contours import item_box
from buildup.geometry.boxes import Box
from buildup.shapes.placement import PLACED, Way, moved_by, moved_item
from buildup.shapes.registry import shape_kind

_read: Latest[Clip] = Latest()


@dataclass(frozen=True, slots=True, kw_only=True)
class PasteItems(Command):
    """Puts copied items into the drawing, under new ids and with their names."""

    whole: ClassVar[bool] = True
    kind: Literal["paste_items"] = "paste_items"
    clip: str
    """What was copied, as a clip's JSON text."""
    copies: str
    """What the ids of the new items begin with."""
    container: str | None = None
    """The container they come to lie in, in front; None: the front layer."""
    at: Point | None = None
    """Where the middle of the box around them comes; None: where they were."""

    @property
    def name(self) -> str:
        return f"Paste {several(len(self._clip().tops))}"

    def _clip(self) -> Clip:
        return known_clip(self.clip)

    def delta(self, drawing: Drawing) -> Delta:
        clip = self._clip()
        ids = new_ids(drawing, [i for i, _ in clip.places], self.copies)
        put = laid_out(clip, ids, moved_by(self._shift(clip)))
        place = drawing.place_to_draw(self.container)
        front = next(iter(reversed(drawing.tree.children(place))), None)
        moves = row_of((ids[t] for t in clip.tops), place, front)
        return Delta(put=put, moves=(*moves, *inside(clip, ids)))

    def _shift(self, clip: Clip) -> complex:
        if self.at is None:
            return 0j
        box = box_of_clip(clip)
        return 0j if box is None else check_point(self.at) - box.centre


def known_clip(text: str) -> Clip:
    """As `sound_clip`, without looking again at the very same text."""
    return _read.of((text,), lambda: sound_clip(text))


def box_of_clip(clip: Clip) -> Box | None:
    """The box around all forms of a clip; None where it has none."""
    drawing = clip.drawing()
    boxes = [b for i in clip.tops if (b := item_box(drawing, i)) is not None]
    return Box.union(boxes) if boxes else None


def new_ids(drawing: Drawing, items: Sequence[str], base: str) -> dict[str, str]:
    """New ids for items of a clip, which begin with a base and are numbered from 1.

    Raises:
        Refusal: `too_many`; `item_exists` or `bad_id`.

    """
    check_count(len(items))
    ids = dict(zip(items, numbered(base), strict=False))
    for new in ids.values():
        check_id(new)
        check_new(drawing, new)
    return ids


def laid_out(clip: Clip, ids: Mapping[str, str], way: Way) -> tuple[Item, ...]:
    """The items of a clip under new ids, after they have taken a way."""
    there = (moved_item(i, way) if isinstance(i, PLACED) else i for i in clip.items)
    return tuple(under_new_ids(i, ids) for i in there)


def inside(clip: Clip, ids: Mapping[str, str]) -> Iterator[Move]:
    """The moves that lay into each container of a clip what it holds."""
    for holder in (i.id for i in clip.items if isinstance(i, Holder)):
        held = (ids[i] for i, c in clip.places if c == holder)
        yield from row_of(held, ids[holder], None)


def sound_clip(text: str) -> Clip:
    """A clip whose items are as any that are drawn here.

    Raises:
        Refusal: as `read_clip`; `bad_data`, `bad_colour` and so on for what no drawing may hold.

    """
    clip = read_clip(text)
    holders = {c for _, c in clip.places}
    for item in clip.items:
        check_sound(item)
        for word in _words(item):
            check_text(word)
        check_id(item.id)
        check_name(item.name)
        holds, may = item.id in holders, isinstance(item, Holder)
        if holds != may and not isinstance(item, Symmetry):
            raise wrong("What was copied does not hang together.", item.id)
        _check_item(item)
    if not clip.items:
        raise Refusal("nothing_selected", "There is nothing in what was copied.")
    return clip


def _check_item(item: Item) -> None:
    check_finish(finish_of(item))
    if isinstance(item, Symmetry):
        check_symmetry(item)
    if isinstance(item, Linked):
        _check_link(item)
    if isinstance(item, Drawn | Assembly):
        check_style(item.style)
    if isinstance(item, Outline):
        _check_outline(item)
    if isinstance(item, Words):
        check_words(item)
    if isinstance(item, Assembly) and item.along:
        check_along(item.along)
    if isinstance(item, Shape):
        kind = shape_kind(item.shape)
        if min(item.frame.width, item.frame.height) <= 0.0 or not item.frame.place.determinant:
            raise wrong("A shape has no size.", item.id)
        for name, value in item.dials.items():
            dial = kind.dial(name)
            if dial is None:
                continue  # of a former form of the shape
            if not dial.least <= value <= dial.most or (dial.whole and value != round(value)):
                raise wrong(f"A dial of “{kind.label}” is out of its range.", name)


def _check_outline(item: Outline) -> None:
    anchors = [a for c in item.contours for a in c.anchors]
    if not all(c.anchors for c in item.contours) or not 1 <= len(anchors) <= MOST_ANCHORS:
        raise wrong(f"An outline has from 1 to {MOST_ANCHORS:,} anchors.", item.id)
    if any(a.corner is not None and a.corner.radius < 0.0 for a in anchors):
        raise wrong("A corner has a radius below 0.", item.id)
    if item.drawn is not None and item.drawn.tolerance <= 0.0:
        raise wrong("A stroke has no tolerance.", item.id)


def _check_link(item: Linked) -> None:
    check_id(item.entry)
    if item.state < 1 or item.grown <= 0.0 or not item.place.determinant:
        raise wrong("A linked copy has no place.", item.id)


def _words(value: object) -> Iterator[str]:
    """All texts in an item, however deep."""
    if isinstance(value, str):
        yield value
    elif isinstance(value, tuple):
        for part in value:
            yield from _words(part)
    elif is_dataclass(value):
        for f in fields(value):
            yield from _words(getattr(value, f.name))
