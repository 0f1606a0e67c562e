"""What was read of a file, whatever its format."""

from dataclasses import dataclass

from buildup.drawing.clips import Clip, clip_of
from buildup.drawing.model import Drawing
from buildup.formats.importnotes import Notes, sentence


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
        further: its pages after the first, each with a sheet of its own.

    """

    clip: Clip
    size: complex
    unit: str
    name: str
    live: Drawing | None
    notes: Notes
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
    def said(self) -> str:
        """What was left out or changed in a sentence or two; empty for nothing."""
        return sentence(self.notes)


def whole_clip(drawing: Drawing) -> Clip:
    """All items of a drawing, without its layers; of an empty one none."""
    every = [i for layer in drawing.tree.children() for i in drawing.tree.children(layer)]
    return clip_of(drawing, every) if every else Clip((), ())
