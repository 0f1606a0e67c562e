"""An index of everything on a drawing that can be met, kept from drag to drag.

The places of an item, in all images in which it shows, are computed once and kept as long as
those stay the same values. What is hidden, by itself or by a container, is not in it.
"""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from itertools import chain, islice, product
from typing import Generic, TypeVar

from buildup.contours.anchors import Contour, anchor_count
from buildup.drawing.itemtypes import AnyLeaf, Item, Outline
from buildup.drawing.model import Drawing
from buildup.forms.contours import box_under, contours_of, contours_under
from buildup.forms.frames import own_standing
from buildup.forms.symmetry.copies import Images, shown_items
from buildup.geometry.bezier import Cubic, extremes, point_at
from buildup.geometry.boxes import Box
from buildup.geometry.intersect.crossings import hull_box
from buildup.snapping.cues import RANK, CueKind

CELL = 64.0
"""Sheet units: the side of a cell of the index, about a thumb's width at actual size."""
MOST_CELLS = 64
"""Cells one segment is entered in; a longer one is looked at wherever the pointer is."""

MOST_IMAGED = 4_000
"""Anchors of one item in all its images that can be met; of more, fewer images are."""
MOST_LOOKED = 2_400
"""Spots or segments looked at for one question: so many take about 6 ms in the browser, and whoever
sees that many within eight pixels cannot tell them apart."""

Cell = tuple[int, int]
T = TypeVar("T")
Owner = tuple[str, int, int]


@dataclass(frozen=True, slots=True)
class Spot:
    """A place that can be met."""

    at: complex
    kind: CueKind
    owner: Owner


@dataclass(frozen=True, slots=True)
class Stretch:
    """A segment that may cross others."""

    segment: Cubic
    box: Box
    owner: Owner


@dataclass(slots=True)
class _Places:
    """What one item offers, and what it was computed from."""

    item: Item
    images: Images
    spots: tuple[Spot, ...]
    stretches: tuple[Stretch, ...]
    box: Box


@dataclass(slots=True)
class Cells(Generic[T]):
    """Things by cell, and there by the item they belong to, so that an item's go at once."""

    cells: dict[Cell, dict[str, list[T]]] = field(default_factory=dict)

    def enter(self, cell: Cell, item_id: str, thing: T) -> None:
        """Put a thing in a cell."""
        self.cells.setdefault(cell, {}).setdefault(item_id, []).append(thing)

    def forget(self, cell: Cell, item_id: str) -> None:
        """Take an item's things out of a cell."""
        here = self.cells.get(cell)
        if here is not None:
            here.pop(item_id, None)
            if not here:
                del self.cells[cell]

    def within(self, box: Box) -> Iterator[T]:
        """The things of all cells that a box meets; those nearest to its middle come first."""
        for cell in self._cells_of(box):
            for things in self.cells.get(cell, {}).values():
                yield from things

    def _cells_of(self, box: Box) -> Iterable[Cell]:
        if _cell_count(box) <= len(self.cells):
            cells: Iterable[Cell] = _cells(box)
        else:
            low, high = _cell(complex(box.left, box.top)), _cell(complex(box.right, box.bottom))
            cells = (
                c for c in self.cells if low[0] <= c[0] <= high[0] and low[1] <= c[1] <= high[1]
            )
        x, y = _cell(box.centre)
        return sorted(cells, key=lambda c: max(abs(c[0] - x), abs(c[1] - y)))


@dataclass(slots=True)
class SnapIndex:
    """The index."""

    _of: dict[str, _Places] = field(default_factory=dict)
    _spots: Cells[Spot] = field(default_factory=Cells)
    _stretches: Cells[Stretch] = field(default_factory=Cells)
    _long: dict[str, list[Stretch]] = field(default_factory=dict)
    _boxes: dict[str, Box] = field(default_factory=dict)
    _last: Drawing | None = None
    computed: int = 0
    """Items whose places were computed so far: tests assert that this stays low."""
    examined: int = 0
    """Spots and segments looked at so far, likewise."""

    def update(self, drawing: Drawing, *, most: int | None = None) -> bool:
        """Bring the index up to date; with `most`, at most that many items. Whether all is done."""
        if drawing is self._last:
            return True
        seen: set[str] = set()
        left = len(drawing.order) if most is None else most
        for item_id, images in shown_items(drawing):
            seen.add(item_id)
            item = drawing.items[item_id]
            known = self._of.get(item_id)
            if known is not None and known.item is item and known.images == images:
                continue
            if left == 0:
                return False
            left -= 1
            self._forget(item_id)
            self._enter(_places(drawing, item_id, images))
        for item_id in self._of.keys() - seen:
            self._forget(item_id)
        self._last = drawing
        return True

    def near(self, at: complex, reach: float, *, share: int = 1) -> Iterator[Spot]:
        """The spots within reach of a place, from there outward.

        At most `MOST_LOOKED` are looked at, divided among as many places as share the question.
        """
        near = self._spots.within(Box.around((at,)).grown(reach))
        for spot in islice(near, MOST_LOOKED // share):
            self.examined += 1
            if abs(spot.at - at) <= reach:
                yield spot

    def stretches_near(self, box: Box, *, share: int = 1) -> list[Stretch]:
        """The segments whose boxes meet a box, each once; as many looked at as in `near`."""
        long = (s for stretches in self._long.values() for s in stretches)
        examined = islice(chain(self._stretches.within(box), long), MOST_LOOKED // share)
        found = {id(s): s for s in examined if s.box.meets(box)}
        self.examined += len(found)
        return list(found.values())

    def boxes(self) -> Mapping[str, Box]:
        """The boxes of all items."""
        return self._boxes

    def _enter(self, positions: _Places) -> None:
        self.computed += 1
        own = positions.item.id
        self._of[own] = positions
        self._boxes[own] = positions.box
        for spot in positions.spots:
            self._spots.enter(_cell(spot.at), own, spot)
        for stretch in positions.stretches:
            if _cell_count(stretch.box) > MOST_CELLS:
                self._long.setdefault(own, []).append(stretch)
            else:
                for cell in _cells(stretch.box):
                    self._stretches.enter(cell, own, stretch)

    def _forget(self, item_id: str) -> None:
        positions = self._of.pop(item_id, None)
        self._boxes.pop(item_id, None)
        if positions is None:
            return
        for spot in positions.spots:
            self._spots.forget(_cell(spot.at), item_id)
        self._long.pop(item_id, None)
        for stretch in positions.stretches:
            if _cell_count(stretch.box) <= MOST_CELLS:
                for cell in _cells(stretch.box):
                    self._stretches.forget(cell, item_id)


def _cell(at: complex) -> Cell:
    return int(at.real // CELL), int(at.imag // CELL)


def _cell_count(box: Box) -> int:
    """How many cells a box meets; no more than arithmetic."""
    low, high = _cell(complex(box.left, box.top)), _cell(complex(box.right, box.bottom))
    return (high[0] - low[0] + 1) * (high[1] - low[1] + 1)


def _cells(box: Box) -> Iterator[Cell]:
    low, high = _cell(complex(box.left, box.top)), _cell(complex(box.right, box.bottom))
    return product(range(low[0], high[0] + 1), range(low[1], high[1] + 1))


def _places(drawing: Drawing, item_id: str, images: Images) -> _Places:
    item = drawing.leaf_item(item_id)
    spots: list[Spot] = []
    stretches: list[Stretch] = []
    count = anchor_count(contours_of(drawing, item_id))
    met = images[: max(1, MOST_IMAGED // max(count, 1))]
    for image in met:
        contours = contours_under(drawing, item_id, image)
        _add_places(item, contours, spots, stretches)
        spots.append(Spot(image(own_standing(item).centre), "centre", (item.id, -1, -1)))
    spots.sort(key=lambda s: RANK[s.kind])
    boxes = [box_under(drawing, item_id, image) for image in met]
    box = Box.union(b for b in boxes if b is not None)
    return _Places(item, images, tuple(spots), tuple(stretches), box)


def _add_places(
    item: AnyLeaf, contours: Sequence[Contour], spots: list[Spot], stretches: list[Stretch]
) -> None:
    """What the contours of an item, or of an image of it, offer."""
    for contour_index, contour in enumerate(contours):
        for index, anchor in enumerate(contour.anchors):
            owner = (item.id, contour_index, index)
            spots.append(Spot(anchor.at, "anchor", owner))
            if isinstance(item, Outline):
                handles = (h for h in (anchor.into, anchor.out) if h is not None)
                spots += [Spot(anchor.at + h, "handle", owner) for h in handles]
        for index, segment in enumerate(contour.segments):
            owner = (item.id, contour_index, index)
            spots.append(Spot(point_at(segment, 0.5), "middle", owner))
            spots += [Spot(point_at(segment, t), "extreme", owner) for t in extremes(segment)]
            stretches.append(Stretch(segment, hull_box(segment), owner))
