"""Commands that lay text along an arc or a path."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.itemtypes import Assembly, Layer, TextItem, TextOnPath
from buildup.drawing.model import Drawing
from buildup.edits.change import Delta, row_of
from buildup.edits.command import Command
from buildup.edits.items.newitems import check_new
from buildup.edits.text.textedits import (
    BEND,
    Said,
    aligned,
    open_words,
    path_of,
    share_of,
    with_path,
)
from buildup.forms.contours import shown_contours
from buildup.forms.textlayout import (
    TIGHTEST,
    Path,
    longest_row,
    paths_of,
)
from buildup.messages import refusal


@dataclass(frozen=True, slots=True, kw_only=True)
class BendText(Command):
    """Bends words along an arc, about the middle of their line, or makes them straight again."""

    kind: Literal["bend_text"] = "bend_text"
    items: tuple[str, ...]
    """Which words; those along a line stay as they are."""
    bent: bool
    """Along an arc, which begins as wide as they are long."""

    @property
    def name(self) -> str:
        return "Bend text" if self.bent else "Straighten text"

    def delta(self, drawing: Drawing) -> Delta:
        words = [w for w in open_words(drawing, self.items) if isinstance(w, TextItem)]
        if not words:
            raise refusal("no_text.along")
        return Delta(put=tuple(map(self._bent, words)))

    def _bent(self, words: TextItem) -> TextItem:
        if not self.bent:
            return replace(words, radius=None)
        if words.radius is not None:
            return words
        middle = aligned(words, "middle")
        assert isinstance(middle, TextItem)  # noqa: S101
        long = longest_row(words.lettering) * BEND
        return replace(middle, radius=max(long, words.lettering.size * TIGHTEST))


@dataclass(frozen=True, slots=True, kw_only=True)
class PutTextOnPath(Command):
    """Lays words along an item, which stays as it is in an assembly with them."""

    kind: Literal["put_text_on_path"] = "put_text_on_path"
    item: str
    """Which words."""
    line: str
    """The item whose paths they run along."""
    assembly: str
    """The id of the new assembly."""

    @property
    def name(self) -> str:
        return "Set text along path"

    @property
    def phrase(self) -> str:
        return "Set {item} along path"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.assembly)
        words, line = drawing.open_item(self.item), drawing.open_item(self.line)
        tree = drawing.tree
        if not isinstance(words, TextItem):
            raise refusal("no_text.line", words.id, name=words.name)
        if isinstance(line, Layer) or self.line in (self.item, *tree.above(self.item)):
            raise refusal("no_line.kind", line.id, name=line.name)
        paths = paths_of(shown_contours(drawing, line.id))
        if not paths:
            raise refusal("no_line.empty", line.id, name=line.name)
        made = Assembly(
            id=self.assembly,
            name=words.name,
            style=words.style,
            role=words.role,
            result=TextOnPath(lettering=words.lettering, start=_aligned_at(words, paths[0])),
        )
        front = max((words.id, line.id), key=list(tree.below()).index)
        position = (made.id, tree.container(front), front)
        return Delta(
            put=(made, replace(line, role=None)),
            moves=(position, *row_of((line.id,), made.id, None)),
            removed=(words.id,),
        )


def _aligned_at(words: TextItem, path: Path) -> float:
    """Where on a path words are aligned at first: nearest to where they stood."""
    return share_of(path, words.place(0j))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetTextPath(Command):
    """Says how words run along what their assembly holds."""

    kind: Literal["set_text_path"] = "set_text_path"
    items: tuple[str, ...]
    """Which words along a line."""
    other_side: bool | None = None
    """The other way along it, on its other side; None: as before."""
    show_parts: bool | None = None
    """The line shows as well; None: as before."""

    @property
    def name(self) -> str:
        return "Change text path" if self.show_parts is None else "Show text path"

    def delta(self, drawing: Drawing) -> Delta:
        put: list[Said] = []
        for item in open_words(drawing, self.items):
            edge = path_of(item)
            if edge is None:
                continue
            if self.other_side is not None and self.other_side != edge.other_side:
                edge = replace(edge, other_side=self.other_side, start=1.0 - edge.start)
            if self.show_parts is not None:
                edge = replace(edge, show_parts=self.show_parts)
            put.append(with_path(item, edge))
        if not put:
            raise refusal("no_line.straight")
        return Delta(put=tuple(put))
