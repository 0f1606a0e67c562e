"""Pasting what was copied, here or elsewhere."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import ClassVar, Literal

from buildup.drawing.checks import check_id, check_point
from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import Container
from buildup.drawing.model import Drawing
from buildup.drawing.tree import Move
from buildup.edits.change import Delta, row_of
from buildup.edits.command import Command, Point
from buildup.edits.items.copying import check_count, numbered
from buildup.edits.items.newitems import check_new
from buildup.edits.items.targets import several
from buildup.following.carrying import brought
from buildup.forms.contours import item_box
from buildup.forms.itemchecks import checked_clip
from buildup.forms.layingout import laid_out
from buildup.forms.placement import moved_by
from buildup.geometry.boxes import Box


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
        return "Paste"

    def title(self, drawing: Drawing) -> str:
        return f"Paste {several(len(known_clip(drawing, self.clip).tops))}"

    def delta(self, drawing: Drawing) -> Delta:
        came = brought(drawing, known_clip(drawing, self.clip), self.copies)
        clip = came.clip
        ids = new_ids(drawing, [i for i, _ in clip.places], self.copies)
        put = laid_out(clip, ids, moved_by(self._shift(clip)))
        position = drawing.place_to_draw(self.container)
        front = next(iter(reversed(drawing.tree.children(position))), None)
        moves = row_of((ids[t] for t in clip.tops), position, front)
        moves = (*moves, *inside(clip, ids))
        return Delta(put=put, moves=moves, sheet=came.sheet, message=came.note)

    def _shift(self, clip: Clip) -> complex:
        if self.at is None:
            return 0j
        box = box_of_clip(clip)
        return 0j if box is None else check_point(self.at) - box.centre


def known_clip(drawing: Drawing, text: str) -> Clip:
    """As `checked_clip`, without looking again at the very same text while it is dragged."""
    return drawing.memo.last(checked_clip, text, lambda: checked_clip(text))


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


def inside(clip: Clip, ids: Mapping[str, str]) -> Iterator[Move]:
    """The moves that lay into each container of a clip what it holds."""
    for holder in (i.id for i in clip.items if isinstance(i, Container)):
        held = (ids[i] for i, c in clip.places if c == holder)
        yield from row_of(held, ids[holder], None)
