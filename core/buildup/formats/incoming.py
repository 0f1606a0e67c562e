"""What was read of a file, whatever its format."""

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass

from buildup.drawing.clips import Clip, clip_of
from buildup.drawing.model import Drawing
from buildup.messages import message


@dataclass(frozen=True)
class Incoming:
    """A whole file.

    Args:
        clip: its items, where they are on its sheet.
        size: width and height in sheet units; 0 where it says none.
        unit: the one it is measured in.
        name: its title; empty for none.
        live: the very drawing that was sent out here, where it is one.
        left: what was left out, by kind and count.
        further: its pages after the first, each with a sheet of its own.

    """

    clip: Clip
    size: complex
    unit: str
    name: str
    live: Drawing | None
    left: tuple[tuple[str, int], ...]
    further: tuple["Incoming", ...] = ()

    @property
    def pages(self) -> tuple["Incoming", ...]:
        """All of them; of most files there is one."""
        return (self, *self.further)

    @property
    def said(self) -> str:
        """A sentence on what was left out; empty for nothing."""
        if not self.left:
            return ""
        kinds = ", ".join(f"{kind} ({count})" for kind, count in self.left)
        return message("notes.left_out", kinds=kinds)


def whole_clip(drawing: Drawing) -> Clip:
    """All items of a drawing, without its layers; of an empty one none."""
    every = [i for layer in drawing.tree.children() for i in drawing.tree.children(layer)]
    return clip_of(drawing, every) if every else Clip((), ())


def left_out_of(pages: Iterable[Incoming]) -> Counter[str]:
    """What was left out of several, by kind and count."""
    left = Counter[str]()
    for page in pages:
        left.update(dict(page.left))
    return left
