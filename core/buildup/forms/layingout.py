"""The items of a clip elsewhere: under other ids, after they have taken a way."""

from collections.abc import Iterable, Mapping
from dataclasses import replace

from buildup.contours.anchors import Contour
from buildup.contours.follows import unplaced
from buildup.drawing.clips import Clip, clip_of
from buildup.drawing.itemtypes import Assembly, Container, FormSide, Item, Outline
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.drawing.tree import ROOT, Tree
from buildup.forms.placement import PLACED, ItemMap, moved_item


def laid_out(clip: Clip, ids: Mapping[str, str], item_map: ItemMap) -> tuple[Item, ...]:
    """The items of a clip under new ids, after they have taken a way."""
    there = (moved_item(i, item_map) if isinstance(i, PLACED) else i for i in clip.items)
    return tuple(under_new_ids(i, ids) for i in there)


def under_new_ids(item: Item, ids: Mapping[str, str]) -> Item:
    """An item under the id of its copy, which stands where it is put.

    What an assembly says of its parts is said of theirs.
    """
    copy = replace(item, id=ids[item.id], follows=unplaced(item.follows))
    if isinstance(copy, Outline) and any(a.follows for c in copy.contours for a in c.anchors):
        return replace(copy, contours=tuple(map(_unplaced, copy.contours)))
    if not isinstance(copy, Assembly):
        return copy

    def side(old: FormSide) -> FormSide:
        return replace(old, part=ids.get(old.part, old.part))

    corners = (replace(c, sides=(side(c.sides[0]), side(c.sides[1]))) for c in copy.corners)
    return replace(copy, corners=tuple(corners))


def _unplaced(contour: Contour) -> Contour:
    anchors = (replace(a, follows=unplaced(a.follows)) for a in contour.anchors)
    return replace(contour, anchors=tuple(anchors))


def laid_below(drawing: Drawing, layer: str, item_map: ItemMap) -> list[tuple[Item, str]]:
    """What shows of a drawing after it has taken a way, each item with what it lies in.

    Args:
        drawing: all of it but its hidden layers.
        layer: the id of what takes the place of its layers, with which all new ids begin.
        item_map: how it goes there.

    """
    tree = drawing.tree
    layers = (la for la in tree.children(ROOT) if not drawing.items[la].hidden)
    shown = [i for la in layers for i in tree.children(la)]
    if not shown:
        return []
    clip = clip_of(drawing, shown)
    ids = {i: f"{layer}-{n}" for n, (i, _) in enumerate(clip.places)}
    put = {i.id: i for i in laid_out(clip, ids, item_map)}
    return [(put[ids[i]], ids[c] if c else layer) for i, c in clip.places]


def sheet_of(
    sheet: Sheet, width: float, height: float, placed: Iterable[tuple[Item, str]]
) -> Drawing:
    """A drawing of items on a sheet of another size, without what helped to draw on the first.

    Args:
        sheet: whose unit, colour, swatches and styles it has.
        width: sheet units.
        height: likewise.
        placed: each item with what it lies in, from back to front.

    """
    bare = replace(
        sheet,
        width=width,
        height=height,
        guides=(),
        references=(),
        measures=(),
        measure_sets=(),
        measure_set=None,
        follows=(),
    )
    pairs = list(placed)
    tree = Tree.of(
        [(item.id, container) for item, container in pairs],
        (item.id for item, _ in pairs if isinstance(item, Container)),
    )
    return Drawing(bare, {item.id: item for item, _ in pairs}, tree)
