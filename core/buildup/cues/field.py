"""An index of everything on a drawing that can be met, kept from drag to drag.

The places of an item are computed once and kept as long as the item stays the same value.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

from buildup.cues.kinds import RANK, CueKind
from buildup.drawing.extent import box_of
from buildup.drawing.model import Drawing, Item, Outline
from buildup.geometry.bezier import Cubic, extremes, point_at
from buildup.geometry.boxes import Box
from buildup.geometry.crossings import hull_box
from buildup.shapes.placement import contours_of, standing

CELL = 64.0
"""Sheet units: the side of a cell of the index, about a thumb's width at actual size."""
MOST_CELLS = 64
"""Cells one segment is entered in; a longer one is looked at wherever the pointer is."""

Cell = tuple[int, int]
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
    """What one item offers, and the item it was computed from."""

    item: Item
    spots: tuple[Spot, ...]
    stretches: tuple[Stretch, ...]
    box: Box


@dataclass(slots=True)
class Field:
    """The index."""

    _of: dict[str, _Places] = field(default_factory=dict)
    _spots: dict[Cell, list[Spot]] = field(default_factory=dict)
    _stretches: dict[Cell, list[Stretch]] = field(default_factory=dict)
    _long: list[Stretch] = field(default_factory=list)
    _last: Drawing | None = None
    computed: int = 0
    """Items whose places were computed so far: tests assert that this stays low."""

    def update(self, drawing: Drawing, *, most: int | None = None) -> bool:
        """Bring the index up to date; with `most`, at most that many items. Whether all is done."""
        if drawing is self._last:
            return True
        for item_id in [i for i in self._of if i not in drawing.items]:
            self._forget(item_id)
        left = len(drawing.order) if most is None else most
        for item_id in drawing.order:
            item = drawing.items[item_id]
            known = self._of.get(item_id)
            if known is not None and known.item is item:
                continue
            if left == 0:
                return False
            left -= 1
            self._forget(item_id)
            if not item.hidden:
                self._enter(_places(item))
        self._last = drawing
        return True

    def near(self, at: complex, reach: float) -> Iterator[Spot]:
        """The spots within reach of a place."""
        for cell in _cells(Box.around((at,)).grown(reach)):
            for spot in self._spots.get(cell, ()):
                if abs(spot.at - at) <= reach:
                    yield spot

    def stretches_near(self, box: Box) -> list[Stretch]:
        """The segments whose boxes meet a box, each once."""
        found = {id(s): s for cell in _cells(box) for s in self._stretches.get(cell, ())}
        return [s for s in (*found.values(), *self._long) if s.box.meets(box)]

    def boxes(self) -> Mapping[str, Box]:
        """The boxes of all items."""
        return {item_id: places.box for item_id, places in self._of.items()}

    def _enter(self, places: _Places) -> None:
        self.computed += 1
        self._of[places.item.id] = places
        for spot in places.spots:
            self._spots.setdefault(_cell(spot.at), []).append(spot)
        for stretch in places.stretches:
            cells = list(_cells(stretch.box))
            if len(cells) > MOST_CELLS:
                self._long.append(stretch)
            else:
                for cell in cells:
                    self._stretches.setdefault(cell, []).append(stretch)

    def _forget(self, item_id: str) -> None:
        places = self._of.pop(item_id, None)
        if places is None:
            return
        for spot in places.spots:
            self._spots[_cell(spot.at)].remove(spot)
        for stretch in places.stretches:
            cells = list(_cells(stretch.box))
            if len(cells) > MOST_CELLS:
                self._long.remove(stretch)
            else:
                for cell in cells:
                    self._stretches[cell].remove(stretch)


def _cell(at: complex) -> Cell:
    return int(at.real // CELL), int(at.imag // CELL)


def _cells(box: Box) -> Iterator[Cell]:
    for x in range(int(box.left // CELL), int(box.right // CELL) + 1):
        for y in range(int(box.top // CELL), int(box.bottom // CELL) + 1):
            yield x, y


def _places(item: Item) -> _Places:
    spots: list[Spot] = []
    stretches: list[Stretch] = []
    contours = contours_of(item)
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
    spots.append(Spot(standing(item).centre, "centre", (item.id, -1, -1)))
    spots.sort(key=lambda s: RANK[s.kind])
    return _Places(item, tuple(spots), tuple(stretches), box_of(contours))
