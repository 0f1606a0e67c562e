"""The images in which symmetries show what they hold, each a map of the sheet.

The first one is what is held itself, where it is. Images of images come about where symmetries
nest. What is drawn again and again is told apart no more at some point: beyond `MOST_DRAWN` fewer
images are shown, and whoever shows them says so.
"""

from collections.abc import Iterator
from functools import lru_cache

from buildup.drawing.itemtypes import Symmetry
from buildup.drawing.model import Drawing
from buildup.drawing.tree import ROOT
from buildup.geometry.transforms import Affine, mirror, turn

Images = tuple[Affine, ...]

ALONE: Images = (Affine(),)
"""What lies in no symmetry shows once."""
MOST_DRAWN = 4_000
"""Items that one symmetry shows, each image of each counted: as many as a canvas draws fluently
(measured: twice what a large drawing holds)."""


@lru_cache(maxsize=64)
def images(item: Symmetry) -> Images:
    """All images of a symmetry; a kaleidoscope's go around, mirrored ones in between.

    >>> len(images(Symmetry(id="a", name="A", pattern="kaleidoscope", count=5)))
    10
    >>> images(Symmetry(id="a", name="A", centre=5 + 0j))[1](3 + 1j)
    (7+1j)
    """
    if item.pattern == "mirror":
        return (*ALONE, mirror(about=item.centre, angle=item.angle))
    part = 360.0 / item.count
    turned = (turn(360.0 * k / item.count, about=item.centre) for k in range(1, item.count))
    if item.pattern == "wheel":
        return (*ALONE, *turned)
    found = [*ALONE, mirror(about=item.centre, angle=item.angle)]
    for k, by in enumerate(turned, 1):
        found += (by, mirror(about=item.centre, angle=item.angle + k * part / 2.0))
    return tuple(found)


def load(drawing: Drawing, item_id: str) -> int:
    """How many drawn items show of an item, images counted; 0 where it is hidden."""
    return drawing.known(_load, item_id)


def _load(drawing: Drawing, item_id: str) -> int:
    item = drawing.items[item_id]
    if item.hidden:
        return 0
    if drawing.tree.is_leaf(item_id):
        return 1
    held = sum(load(drawing, i) for i in drawing.tree.children(item_id))
    return held * (len(shown_images(drawing, item_id)) if isinstance(item, Symmetry) else 1)


def shown_images(drawing: Drawing, symmetry: str) -> Images:
    """The images of a symmetry that show: all, unless it holds too much for that.

    What is in any other container shows once.
    """
    if not isinstance(drawing.items[symmetry], Symmetry):
        return ALONE
    return drawing.known(_shown_images, symmetry)


def _shown_images(drawing: Drawing, symmetry: str) -> Images:
    item = drawing.items[symmetry]
    assert isinstance(item, Symmetry)  # noqa: S101
    held = sum(load(drawing, i) for i in drawing.tree.children(symmetry))
    return images(item)[: max(1, MOST_DRAWN // max(held, 1))]


def images_of(drawing: Drawing, item_id: str) -> Images:
    """The images in which an item shows, by the symmetries around it; itself first."""
    found = ALONE
    for container in drawing.tree.above(item_id):
        if isinstance(drawing.items[container], Symmetry):
            found = _within(shown_images(drawing, container), found)
    return found


def shown_items(drawing: Drawing) -> Iterator[tuple[str, Images]]:
    """What is drawn and not hidden, back to front, with the images in which it shows."""
    yield from _shown_in(drawing, ROOT, ALONE)


def _shown_in(drawing: Drawing, container: str, around: Images) -> Iterator[tuple[str, Images]]:
    for item_id in drawing.tree.children(container):
        if drawing.tree.is_leaf(item_id):
            if not drawing.is_hidden(item_id):
                yield item_id, around
            continue
        item = drawing.items[item_id]
        if item.hidden:
            continue
        inner = shown_images(drawing, item_id) if isinstance(item, Symmetry) else ALONE
        yield from _shown_in(drawing, item_id, _within(around, inner))


def _within(outer: Images, inner: Images) -> Images:
    """Images of images."""
    if outer == ALONE:
        return inner
    if inner == ALONE:
        return outer
    return tuple(o.after(i) for o in outer for i in inner)
