"""Text elements as items: each line as words, straight or along a path."""

from dataclasses import dataclass, replace

from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.itemtypes import AnyLeaf, Assembly, TextItem
from buildup.drawing.paint import Finish, Style
from buildup.formats.svg.appearance.svgmasks import BARE
from buildup.formats.svg.svglevel import Level
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgwalk import Walk
from buildup.formats.svg.text.svgalong import laid, path_of
from buildup.formats.svg.text.svgtext import Line, SetText
from buildup.forms.placement import ItemMap, moved_item
from buildup.forms.textforms import lettered
from buildup.forms.textlayout import word_contours
from buildup.geometry.transforms import shift


@dataclass(slots=True)
class Writer:
    """What writes the text of a document.

    Args:
        walk: the document.

    """

    walk: Walk

    def write(self, element: Element, level: Level, finish: Finish) -> None:
        """The lines of a text element, each as words.

        Args:
            element: a text element.
            level: where it lies.
            finish: its opacity, blend mode and effects, on the sheet.

        Raises:
            Refusal: `too_far`, `too_much`.
        """
        if level.is_hidden or level.is_flat:
            return
        walk = self.walk
        declared = walk.styles.declared
        setter = SetText(walk.spoken, declared, walk.leave, level.lengths, walk.change)
        for line in setter.lines(element, level.around):
            style = BARE if level.clipping else walk.style(level, line.paint)
            name = " ".join(line.lettering.text.split())[:LONGEST_NAME]
            if line.along is not None:
                self._lay(line, replace(style, finish=finish), name, level)
                continue
            made = TextItem(
                id="s", name=name, style=style, lettering=line.lettering, place=shift(line.at)
            )
            walk.made.count(word_contours(made))
            words = moved_item(made, ItemMap(level.place, grows=True))
            self._keep(replace(words, style=replace(words.style, finish=finish)), name, level)

    def _lay(self, line: Line, style: Style, name: str, level: Level) -> None:
        """A line of text along a path."""
        contours = path_of(line, self.walk.ids)
        if not contours:
            self.walk.leave("text along missing paths")
            return
        edge, path = laid(line, contours)
        self.walk.made.count(lettered(contours, edge).contours)
        words = Assembly(id="s", name=name, style=style, result=edge)
        item_map = ItemMap(level.place, grows=True)
        moved = moved_item(words, item_map)
        moved = replace(moved, style=replace(moved.style, finish=style.finish))
        holder = self._keep(moved, name, level)
        self.walk.made.enter(
            replace(moved_item(path, item_map), id=self.walk.made.new_id()), holder
        )

    def _keep(self, item: AnyLeaf | Assembly, name: str, level: Level) -> str:
        if level.cuts and isinstance(item, Assembly) and item.style.shown:
            self.walk.change("strokes of text along a path that is cut (they follow the cut)")
        return self.walk.made.keep(item, name, into=level.group, cuts=level.cuts)
