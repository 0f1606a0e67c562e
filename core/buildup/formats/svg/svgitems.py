"""The items that are made of a document's elements, in groups, until they are a clip."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from buildup.contours.anchors import Contour, anchor_count
from buildup.drawing.clips import Clip
from buildup.drawing.codec import check_in_range
from buildup.drawing.itemtypes import (
    AnyLeaf,
    Assembly,
    Group,
    Item,
    LeafItem,
    Outline,
    Shape,
    StrokeEffect,
    TextItem,
)
from buildup.drawing.paint import PLAIN, Finish, Style
from buildup.formats.anchorcounts import MOST_READ, too_many
from buildup.formats.svg.appearance.svgcut import Cut, Shade
from buildup.formats.svg.appearance.svgmasks import BARE
from buildup.formats.svg.appearance.svgstrokes import painted_as
from buildup.formats.svg.svgwork import too_much
from buildup.forms.contours import HERE, assembly_form
from buildup.forms.placement import PLACED, ItemMap, laid_item, moved_item
from buildup.geometry.transforms import Affine

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

    @property
    def count_made(self) -> int:
        """How many items were made so far."""
        return len(self._places)

    def made_at(self, number: int) -> str | None:
        """The item that was made after so many; None while there is none."""
        return self._places[number][0] if number < len(self._places) else None

    def standing(self) -> dict[str, str]:
        """For each item the one that stands for it in the clip: groups of one item are that."""
        kept = {i.id for i in self.clip().items}
        holders = dict(self._places)
        found = {i: i for i in holders if i in kept}
        for item_id, container in reversed(self._places):
            around = container
            while around and around not in kept:
                found.setdefault(around, found.get(item_id, item_id))
                around = holders[around]
        return {i: f for i, f in found.items() if f in kept}

    def enter(self, item: Item, group: str) -> None:
        """Put an item into a group, in front of what is there."""
        self._items[item.id] = item
        self._places.append((item.id, group))

    def masked(self, name: str, finish: Finish, shades: Sequence[Shade], *, into: str) -> str:
        """Groups for masks with shades, one in the other; the innermost, which is masked by all."""
        for shade in shades:
            group = Group(id=self.new_id(), name=name, finish=finish, mask=shade.kind)
            self.enter(group, into)
            into, finish, name = group.id, PLAIN, "Masked group"
        return into

    def shade(self, shades: Sequence[Shade], innermost: str) -> None:
        """The masks of the groups that were made for them, each in front of all in it."""
        group = innermost
        for shade in reversed(shades):
            mask = self.group("Mask", PLAIN, into=group)
            self.graft(shade.clip, into=mask, plain=True)
            group = next(c for i, c in reversed(self._places) if i == group)

    def group(self, name: str, finish: Finish, *, into: str) -> str:
        """A group in another one; its id."""
        group = Group(id=self.new_id(), name=name, finish=finish)
        self.enter(group, into)
        return group.id

    def keep(self, item: AnyLeaf | Assembly, name: str, *, into: str, cuts: Sequence[Cut]) -> str:
        """An item in a group, as far as it shows inside some cuts; its id, empty where it does not.

        Its strokes are cut as outlines; of words along a path they follow the cut.

        Raises:
            Refusal: `too_far`, `too_much`.
        """
        check_in_range(item)
        if isinstance(item, Assembly):
            return self._inside(item, name, into, cuts)
        if not item.style.finish.effects and any(c.misses(item) for c in cuts):
            return ""
        cuts = [c for c in cuts if not c.holds(item)]
        if not cuts or not item.style.shown:
            return self._inside(item, name, into, cuts)
        item = laid_item(item)
        style, strokes = item.style, item.style.shown
        if style.fill is not None or len(strokes) > 1:
            into = self.group(name, style.finish, into=into)
            style = replace(style, finish=PLAIN)
        if style.fill is not None:
            filled = replace(item, style=replace(style, strokes=()))
            self._inside(filled, name, into, cuts)
        for stroke in strokes:
            painted = replace(painted_as(stroke), finish=style.finish)
            drawn = Assembly(id="s", name=name, style=painted, result=StrokeEffect())
            into_drawn = self._inside(drawn, name, into, cuts)
            alone = Style(fill=None, strokes=(stroke,))
            self.enter(replace(item, id=self.new_id(), name=name, style=alone), into_drawn)
        return into

    def _inside(self, item: AnyLeaf | Assembly, name: str, into: str, cuts: Sequence[Cut]) -> str:
        """An item as one part of an intersection in another one for each cut; its id."""
        if isinstance(item, LeafItem) and cuts:
            item = laid_item(item)
        around: list[tuple[str, Cut]] = []
        for cut in cuts:
            style = item.style if not around else replace(item.style, finish=PLAIN)
            whole = Assembly(id=self.new_id(), name=name, operation="intersection", style=style)
            self.enter(whole, into)
            into = whole.id
            around.append((into, cut))
        kept = self.new_id()
        self.enter(replace(item, id=kept, name=name), into)
        for group, cut in reversed(around):
            self._cut(group, cut)
        return kept

    def _cut(self, group: str, cut: Cut) -> None:
        """The forms of a cut, as one where they are several."""
        if len(cut.clip.tops) > 1:
            whole = Assembly(id=self.new_id(), name="Clip path", style=BARE)
            self.enter(whole, group)
            group = whole.id
        self.graft(cut.clip, into=group, plain=True)

    def graft(
        self,
        clip: Clip,
        *,
        into: str,
        cuts: Sequence[Cut] = (),
        by: Affine = HERE,
        plain: bool = False,
    ) -> None:
        """Puts copies of items that were made aside into a group.

        Args:
            clip: the items.
            into: the group.
            cuts: inside which they show.
            by: moves them.
            plain: they come as they are, whatever they are.

        Raises:
            Refusal: `too_far`, `too_much`.
        """
        known = {i.id: i for i in clip.items}
        ids = {"": into}
        parts: set[str] = set()
        for item_id, container in clip.places:
            if container not in ids:
                continue  # what it lies in does not show
            item = known[item_id]
            if isinstance(item, PLACED) and by != HERE:
                item = moved_item(item, ItemMap(by))
            if isinstance(item, Outline):
                self.count(item.contours)
            around = ids[container]
            if plain or container in parts:
                parts.add(item_id)
                ids[item_id] = self.new_id()
                self.enter(replace(item, id=ids[item_id]), around)
            elif isinstance(item, Assembly | Outline | Shape | TextItem):
                made = self.keep(item, item.name, into=around, cuts=cuts)
                if made:
                    ids[item_id] = made
                parts.add(item_id)
            else:
                ids[item_id] = self.new_id()
                self.enter(replace(item, id=ids[item_id]), around)

    def spoilt(self) -> Iterator[str]:
        """The assemblies that show nothing though they should: they are more than is worked out."""
        drawing = self.clip().drawing()
        for item in drawing.items.values():
            if isinstance(item, Assembly) and assembly_form(drawing, item.id).trouble:
                yield item.id

    def count(self, contours: tuple[Contour, ...]) -> None:
        """Count the anchors of contours.

        Raises:
            Refusal: `too_many_anchors`.
        """
        self._anchors += anchor_count(contours)
        if self._anchors > MOST_READ:
            raise too_many()

    def clip(self) -> Clip:
        """What was made; groups that hold nothing are left out, of one item the item stays."""
        held: dict[str, list[str]] = {}
        for item_id, container in self._places:
            held.setdefault(container, []).append(item_id)

        def places(container: str, into: str) -> Iterator[tuple[str, str]]:
            for item_id in held.get(container, ()):
                inside = list(places(item_id, item_id))
                item = self._items[item_id]
                if isinstance(item, Group):
                    tops = [i for i, c in inside if c == item_id]
                    plain = item == _plain(item)
                    if len(tops) == 1 and plain:
                        yield from ((i, into if c == item_id else c) for i, c in inside)
                        continue
                    if len(tops) < (1 if item.mask is None else 2):
                        continue
                yield item_id, into
                yield from inside

        kept = tuple(places("", ""))
        return Clip(tuple(self._items[i] for i, _ in kept), kept)


def _plain(item: Item) -> Item:
    """The group as it would be if it said nothing but what it holds."""
    return replace(item, name="Group", finish=PLAIN) if isinstance(item, Group) else item
