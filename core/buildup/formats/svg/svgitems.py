"""The items that are made of a document's elements, in groups, until they are a clip."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from buildup.contours.anchors import MOST_ANCHORS, Contour
from buildup.drawing.clips import Clip
from buildup.drawing.codec import check_in_range
from buildup.drawing.itemtypes import AnyLeaf, Assembly, Group, Item, Outline
from buildup.drawing.paint import PLAIN, Finish, Style
from buildup.formats.svg.svgclips import Clip as ClipForm
from buildup.formats.svg.svgvalues import GREY
from buildup.formats.svg.svgwork import too_much

MOST_ITEMS = 20_000


class MadeItems:
    """Items as they are made, each in its group; of no more than a drawing may hold."""

    def __init__(self) -> None:
        self._items: dict[str, Item] = {}
        self._places: list[tuple[str, str]] = []
        self._anchors = 0

    def begin(self) -> None:
        """Leave all that was made; what was counted stays counted."""
        self._items, self._places = {}, []

    def new_id(self) -> str:
        """An id for one more item.

        Raises:
            Refusal: `too_much`.
        """
        if len(self._items) >= MOST_ITEMS:
            raise too_much("parts")
        return f"s{len(self._items) + 1}"

    def enter(self, item: Item, group: str) -> None:
        """Put an item into a group, in front of what is there."""
        self._items[item.id] = item
        self._places.append((item.id, group))

    def group(self, name: str, finish: Finish, *, into: str) -> str:
        """A group in another one; its id."""
        group = Group(id=self.new_id(), name=name, finish=finish)
        self.enter(group, into)
        return group.id

    def keep(
        self,
        item: AnyLeaf | Assembly,
        name: str,
        *,
        into: str,
        clips: Sequence[tuple[ClipForm, ...]],
    ) -> str:
        """An item in a group, cut by clip paths; its id.

        Raises:
            Refusal: `too_far`, `too_much`.
        """
        check_in_range(item)
        cuts: list[tuple[str, tuple[ClipForm, ...]]] = []
        for forms in clips:
            cut = Assembly(id=self.new_id(), name=name, operation="intersection", style=item.style)
            self.enter(cut, into)
            into = cut.id
            cuts.append((cut.id, forms))
        kept = self.new_id()
        self.enter(replace(item, id=kept, name=name), into)
        for cut_id, forms in reversed(cuts):
            self._cut(cut_id, forms)
        return kept

    def _cut(self, group: str, forms: tuple[ClipForm, ...]) -> None:
        """The forms of a clip path, as one where they are several."""
        style = Style(fill=GREY, strokes=())
        if len(forms) > 1:
            whole = Assembly(id=self.new_id(), name="Clip path", style=style)
            self.enter(whole, group)
            group = whole.id
        for form in forms:
            self.count(form.contours)
            check_in_range(form.contours)
            outline = Outline(
                id=self.new_id(),
                name="Clip path",
                contours=form.contours,
                rule=form.rule,
                style=style,
            )
            self.enter(outline, group)

    def count(self, contours: tuple[Contour, ...]) -> None:
        """Count the anchors of contours.

        Raises:
            Refusal: `too_much`.
        """
        count = sum(len(c.anchors) for c in contours)
        self._anchors += count
        if self._anchors > MOST_READ or count > MOST_ANCHORS:
            raise too_much("anchors")

    def clip(self) -> Clip:
        """What was made; groups that hold nothing are left out, of one item the item stays."""
        held: dict[str, list[str]] = {}
        for item_id, container in self._places:
            held.setdefault(container, []).append(item_id)

        def places(container: str, into: str) -> Iterator[tuple[str, str]]:
            for item_id in held.get(container, ()):
                inside = list(places(item_id, item_id))
                if isinstance(self._items[item_id], Group):
                    tops = [i for i, c in inside if c == item_id]
                    plain = self._items[item_id] == _plain(self._items[item_id])
                    if len(tops) == 1 and plain:
                        yield from ((i, into if c == item_id else c) for i, c in inside)
                        continue
                    if not tops:
                        continue
                yield item_id, into
                yield from inside

        kept = tuple(places("", ""))
        return Clip(tuple(self._items[i] for i, _ in kept), kept)


def _plain(item: Item) -> Item:
    """The group as it would be if it said nothing but what it holds."""
    return replace(item, name="Group", finish=PLAIN) if isinstance(item, Group) else item


MOST_READ = 60_000
"""Anchors in all."""
