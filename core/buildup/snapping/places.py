"""What an item offers to be met: its anchors, middles, extremes and segments, in all its images."""

from collections.abc import Sequence
from dataclasses import dataclass

from buildup.contours.anchors import Contour, anchor_count
from buildup.drawing.itemtypes import AnyLeaf, Item, Outline
from buildup.drawing.model import Drawing
from buildup.forms.contours import box_under, contours_of, contours_under
from buildup.forms.frames import own_standing
from buildup.forms.symmetry.copies import Images
from buildup.geometry.bezier import Cubic, extremes, point_at
from buildup.geometry.boxes import Box
from buildup.geometry.intersect.crossings import hull_box
from buildup.snapping.cues import RANK, CueKind

MOST_IMAGED = 4_000
"""Anchors of one item in all its images that can be met; of more, fewer images are."""
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
class Places:
    """What one item offers, and what it was computed from."""

    item: Item
    images: Images
    spots: tuple[Spot, ...]
    stretches: tuple[Stretch, ...]
    box: Box


def places_of(drawing: Drawing, item_id: str, images: Images) -> Places:
    """What an item offers, in the images in which it shows."""
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
    return Places(item, images, tuple(spots), tuple(stretches), box)


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
