"""What was read of a file, whatever its format."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from buildup.drawing.clips import Clip, clip_of
from buildup.drawing.itemtypes import Item, Painted, Symmetry, pictures_of
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PICTURE_COLOUR, Paint, PictureFill
from buildup.formats.importnotes import ImportNote, Notes, sentence

LOST = "pictures that cannot be read (shown grey)"


@dataclass(frozen=True)
class Incoming:
    """A whole file.

    Args:
        clip: its items, where they are on its sheet.
        size: width and height in sheet units; 0 where it says none.
        unit: the one it is measured in.
        name: its title; empty for none.
        live: the very drawing that was sent out here, where it is one.
        notes: what was left out or changed.
        pictures: the bytes of those that its items show, by their numbers.
        further: its pages after the first, each with a sheet of its own.

    """

    clip: Clip
    size: complex
    unit: str
    name: str
    live: Drawing | None
    notes: Notes
    pictures: Mapping[int, bytes] = field(default_factory=dict)
    further: tuple["Incoming", ...] = ()

    @property
    def pages(self) -> tuple["Incoming", ...]:
        """All of them; of most files there is one."""
        return (self, *self.further)

    @property
    def left(self) -> tuple[tuple[str, int], ...]:
        """What was left out, by kind and count."""
        return tuple((n.kind, n.count) for n in self.notes if not n.changed)

    @property
    def message(self) -> str:
        """What was left out or changed in a sentence or two; empty for nothing."""
        return sentence(self.notes)


def with_pictures(found: Incoming, kept: Mapping[int, PictureFill]) -> Incoming:
    """A file whose pictures are kept under other numbers.

    Args:
        found: its first page.
        kept: the number and the size of each, by the number in the file; others show grey, and a
            note says so.

    """

    def paint(old: Paint) -> Paint:
        if not isinstance(old, PictureFill):
            return old
        new = kept.get(old.picture)
        if new is None:
            return PICTURE_COLOUR
        return replace(old, picture=new.picture, width=new.width, height=new.height)

    def item(old: Item) -> Item:
        if isinstance(old, Symmetry):
            return old if old.second is None else replace(old, second=old.second.painted(paint))
        return replace(old, style=old.style.painted(paint)) if isinstance(old, Painted) else old

    clip = replace(found.clip, items=tuple(map(item, found.clip.items)))
    live = found.live
    if live is not None:
        live = replace(live, items={k: item(v) for k, v in live.items.items()})
    lost = [(i.id, n) for i in found.clip.items for n in pictures_of(i) if n not in kept]
    if not lost:
        return replace(found, clip=clip, live=live)
    items = tuple(dict.fromkeys(item_id for item_id, _ in lost))
    note = ImportNote(LOST, len({n for _, n in lost}), items, changed=True)
    return replace(found, clip=clip, live=live, notes=(*found.notes, note))


def whole_clip(drawing: Drawing) -> Clip:
    """All items of a drawing, without its layers; of an empty one none."""
    every = [i for layer in drawing.tree.children() for i in drawing.tree.children(layer)]
    return clip_of(drawing, every) if every else Clip((), ())
