"""An index of everything on a drawing that can be met, kept from drag to drag.

Of each item its box is known, and what it offers is worked out when the pointer comes near it, or
meanwhile a little at a time; that is kept as long as the item and the images in which it shows stay
the same values. What is hidden, by itself or by a container, is not in it.
"""

from collections.abc import Iterator
from dataclasses import dataclass, field
from itertools import chain, islice

from buildup.drawing.items import Items
from buildup.drawing.model import Drawing
from buildup.forms.contours import has_box, item_box
from buildup.forms.symmetry.copies import ALONE, Images, shown_items
from buildup.geometry.boxes import Box
from buildup.snapping.cells import MOST_CELLS, Boxes, Cells, cell_at, cell_count, cells_of
from buildup.snapping.places import Places, Spot, Stretch, places_of

MOST_LOOKED = 2_400
"""Spots or segments looked at for one question: so many take about 6 ms in the browser, and whoever
sees that many within eight pixels cannot tell them apart."""
MOST_READ = 40
"""Items whose places are worked out for one question: with twenty anchors each so many offer what
is looked at, and more would be felt."""
BEYOND = 1.25
"""How far handles may lie beyond a box, by its larger side: a cubic comes at least as near to them
(its extent for handles that pull apart is 0.577 of theirs; by its Bernstein form)."""
MOST_READY = 3_000
"""Items whose places are kept: with twenty anchors each they take some 40 MB (measured)."""


@dataclass(slots=True)
class SnapIndex:
    """The index."""

    _of: dict[str, Places] = field(default_factory=dict)
    _waiting: dict[str, Images] = field(default_factory=dict)
    """Items of which only the box is known, with the images in which they show."""
    _unplaced: dict[str, Images] = field(default_factory=dict)
    """Items of which not even that is known."""
    _around: Boxes = field(default_factory=Boxes)
    """In which what waits lies, with all handles."""
    _spots: Cells[Spot] = field(default_factory=Cells)
    _stretches: Cells[Stretch] = field(default_factory=Cells)
    _long: dict[str, list[Stretch]] = field(default_factory=dict)
    _boxes: Boxes = field(default_factory=Boxes)
    _last: Drawing | None = None
    computed: int = 0
    """Items whose places were computed so far: tests assert that this stays low."""
    examined: int = 0
    """Spots and segments looked at so far, likewise."""

    def update(self, drawing: Drawing) -> None:
        """Bring the index up to date; no item's places are worked out for that."""
        self._list(drawing)
        self._place(drawing, len(self._unplaced))

    def _place(self, drawing: Drawing, most: int) -> None:
        """Enter some of those whose boxes are not known."""
        for item_id in list(islice(self._unplaced, most)):
            self._enter_box(drawing, item_id, self._unplaced.pop(item_id))

    def _list(self, drawing: Drawing) -> None:
        last = self._last
        if drawing is last:
            return
        changed = None if last is None else self._changed(last, drawing)
        self._last = drawing
        if changed is not None:
            for item_id in changed:
                images = self._images(item_id)
                self._forget(item_id)
                self._wait(drawing, item_id, images)
            return
        seen: set[str] = set()
        for item_id, images in shown_items(drawing):
            seen.add(item_id)
            if not self._knows(drawing, item_id, images):
                self._forget(item_id)
                self._wait(drawing, item_id, images)
        listed = self._of.keys() | self._waiting.keys() | self._unplaced.keys()
        for item_id in listed - seen:
            self._forget(item_id)

    def prepare(self, drawing: Drawing, *, most: int) -> bool:
        """Work out the places of some more items; whether there are none left to be prepared."""
        self._list(drawing)
        self._place(drawing, most)
        for item_id in list(islice(self._waiting, most)):
            if len(self._of) >= MOST_READY:
                break
            self._ready(drawing, item_id)
        enough = not self._waiting or len(self._of) >= MOST_READY
        return enough and not self._unplaced

    def near(self, at: complex, reach: float, *, share: int = 1) -> Iterator[Spot]:
        """The spots within reach of a place, from there outward.

        At most `MOST_LOOKED` are looked at, divided among as many places as share the question.
        """
        box = Box.around((at,)).grown(reach)
        self._read_near(box, share)
        for spot in islice(self._spots.within(box), MOST_LOOKED // share):
            self.examined += 1
            if abs(spot.at - at) <= reach:
                yield spot

    def stretches_near(self, box: Box, *, share: int = 1) -> list[Stretch]:
        """The segments whose boxes meet a box, each once; as many looked at as in `near`."""
        self._read_near(box, share)
        long = (s for stretches in self._long.values() for s in stretches)
        examined = islice(chain(self._stretches.within(box), long), MOST_LOOKED // share)
        found = {id(s): s for s in examined if s.box.meets(box)}
        self.examined += len(found)
        return list(found.values())

    @property
    def boxes(self) -> Boxes:
        """The boxes of all items."""
        return self._boxes

    def _knows(self, drawing: Drawing, item_id: str, images: Images) -> bool:
        """Whether an item is entered as it is."""
        known = self._of.get(item_id)
        if known is not None:
            return known.images == images and known.item is drawing.items[item_id]
        if self._unplaced.get(item_id) == images:
            return True
        if self._waiting.get(item_id) != images or not has_box(drawing, item_id):
            return False
        return self._boxes.of[item_id] == item_box(drawing, item_id)

    def _changed(self, last: Drawing, drawing: Drawing) -> set[str] | None:
        """The items that are otherwise than in another drawing; None: more than that may be."""
        before, after = last.items, drawing.items
        if last.tree is not drawing.tree or not isinstance(after, Items):
            return None
        changed = after.since(before) if isinstance(before, Items) else None
        if changed is None or not all(self._stays(last, drawing, i) for i in changed):
            return None
        return changed

    def _stays(self, last: Drawing, drawing: Drawing, item_id: str) -> bool:
        """Whether an item that changed is drawn, and shows where it did."""
        known = item_id in self._of or item_id in self._waiting or item_id in self._unplaced
        there = item_id in last.items and item_id in drawing.items
        return known and there and not drawing.items[item_id].hidden

    def _images(self, item_id: str) -> Images:
        known = self._of.get(item_id)
        waiting = self._waiting.get(item_id) or self._unplaced.get(item_id, ALONE)
        return waiting if known is None else known.images

    def _wait(self, drawing: Drawing, item_id: str, images: Images) -> None:
        """Enter an item by its box; one that shows in several images with all it offers."""
        if has_box(drawing, item_id):
            self._enter_box(drawing, item_id, images)
        else:
            self._unplaced[item_id] = images

    def _enter_box(self, drawing: Drawing, item_id: str, images: Images) -> None:
        if images != ALONE:
            self._enter(places_of(drawing, item_id, images))
            return
        box = item_box(drawing, item_id)
        if box is not None:
            self._waiting[item_id] = images
            self._boxes.enter(item_id, box)
            self._around.enter(item_id, box.grown(BEYOND * max(box.width, box.height)))

    def _read_near(self, box: Box, share: int) -> None:
        """Work out what the items near a place offer, as long as they are not too many."""
        if self._last is None or not self._waiting:
            return
        around = dict.fromkeys(self._around.near(box))
        meeting = (i for i in around if self._around.of[i].meets(box))
        for item_id in list(islice(meeting, max(1, MOST_READ // share))):
            self._ready(self._last, item_id)

    def _ready(self, drawing: Drawing, item_id: str) -> None:
        images = self._waiting.pop(item_id)
        self._boxes.forget(item_id)
        self._around.forget(item_id)
        self._enter(places_of(drawing, item_id, images))
        if len(self._of) > MOST_READY:
            oldest = next(iter(self._of))
            images = self._of[oldest].images
            self._forget(oldest)
            self._wait(drawing, oldest, images)

    def _enter(self, positions: Places) -> None:
        self.computed += 1
        own = positions.item.id
        self._of[own] = positions
        self._boxes.enter(own, positions.box)
        for spot in positions.spots:
            self._spots.enter(cell_at(spot.at), own, spot)
        for stretch in positions.stretches:
            if cell_count(stretch.box) > MOST_CELLS:
                self._long.setdefault(own, []).append(stretch)
            else:
                for cell in cells_of(stretch.box):
                    self._stretches.enter(cell, own, stretch)

    def _forget(self, item_id: str) -> None:
        self._waiting.pop(item_id, None)
        self._unplaced.pop(item_id, None)
        self._boxes.forget(item_id)
        self._around.forget(item_id)
        positions = self._of.pop(item_id, None)
        if positions is None:
            return
        for spot in positions.spots:
            self._spots.forget(cell_at(spot.at), item_id)
        self._long.pop(item_id, None)
        for stretch in positions.stretches:
            if cell_count(stretch.box) <= MOST_CELLS:
                for cell in cells_of(stretch.box):
                    self._stretches.forget(cell, item_id)
