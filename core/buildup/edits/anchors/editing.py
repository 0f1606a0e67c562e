"""What all edits of anchors share: finding them, putting them back, twins and flow following."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.flow import settled
from buildup.contours.twins import AnchorIndex, followed, without_unpaired
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing, unknown_anchor
from buildup.drawing.units import format_length
from buildup.edits.change import Delta
from buildup.edits.command import AnchorRef
from buildup.geometry.nearest import Nearest, nearest
from buildup.geometry.tolerances import SAME_PLACE
from buildup.messages import message, refusal

Edit = Callable[[Contour, int], Anchor]


def by_outline(drawing: Drawing, anchors: Sequence[AnchorRef]) -> dict[str, list[AnchorIndex]]:
    """The places of some anchors in each outline, in the order given, each once.

    Raises:
        Refusal: `no_anchors`, or when an item or anchor is not there or may not be edited.

    """
    if not anchors:
        raise refusal("no_anchors")
    found: dict[str, list[AnchorIndex]] = {}
    for item_id, contour_index, index in dict.fromkeys(anchors):
        _, contour = drawing.contour(item_id, contour_index)
        if not 0 <= index < len(contour.anchors):
            raise unknown_anchor(item_id)
        found.setdefault(item_id, []).append((contour_index, index))
    return found


def anchor_of(drawing: Drawing, ref: AnchorRef) -> tuple[Outline, Contour, Anchor]:
    """An anchor with the contour and the outline that hold it.

    Raises:
        Refusal: as `by_outline`.

    """
    item_id, contour_index, index = ref
    outline, contour = drawing.contour(item_id, contour_index)
    if not 0 <= index < len(contour.anchors):
        raise unknown_anchor(item_id)
    return outline, contour, contour.anchors[index]


def check_segment(drawing: Drawing, ref: AnchorRef) -> None:
    """Refuses the anchor at which no segment starts.

    Raises:
        Refusal: as `by_outline`, or `no_segment`.

    """
    _, contour, _ = anchor_of(drawing, ref)
    if not contour.closed and ref[2] == len(contour.anchors) - 1:
        raise refusal("no_segment", ref[0])


def by_segment(drawing: Drawing, segments: Sequence[AnchorRef]) -> dict[str, list[AnchorIndex]]:
    """The places of some segments in each outline, each by the anchor it starts at.

    Raises:
        Refusal: as `by_outline`, or `no_segment`.

    """
    for ref in segments:
        check_segment(drawing, ref)
    return by_outline(drawing, segments)


def edited(drawing: Drawing, anchors: Sequence[AnchorRef], edit: Edit) -> Delta:
    """The outlines named, with each named anchor replaced by what `edit` makes of it.

    Raises:
        Refusal: when an item or an anchor is not there or may not be edited.

    """
    put = []
    for item_id, positions in by_outline(drawing, anchors).items():
        outline = drawing.outline(item_id)
        changes = {(c, i): edit(outline.contours[c], i) for c, i in positions}
        put.append(with_anchors(outline, changes))
    return Delta(put=tuple(put))


def with_anchors(outline: Outline, changes: Mapping[AnchorIndex, Anchor]) -> Outline:
    """An outline with some anchors replaced; twins and flowing anchors follow."""
    contours = list(outline.contours)
    anchors: dict[int, list[Anchor]] = {}
    for (c, i), anchor in changes.items():
        anchors.setdefault(c, list(contours[c].anchors))[i] = anchor
    for c, changed in anchors.items():
        contours[c] = replace(contours[c], anchors=tuple(changed))
    for c in {*anchors, *followed(contours, list(changes))}:
        contours[c] = settled(contours[c])
    return replace(outline, contours=tuple(contours), hand_stroke=None)


def with_contours(outline: Outline, contours: Iterable[Contour]) -> Outline | None:
    """An outline with other contours, lone anchors left out; None where nothing is left."""
    kept = tuple(c for c in contours if len(c.anchors) >= 2)
    return replace(outline, contours=without_unpaired(kept), hand_stroke=None) if kept else None


def with_rebuilt(outline: Outline, contours: Mapping[int, Contour]) -> Outline:
    """An outline some of whose contours were made anew; twins and flowing anchors follow.

    Where a contour has another number of anchors, twins that lost their partner are let go.
    """
    every = list(outline.contours)
    for c, contour in contours.items():
        every[c] = contour
    same = {
        c for c, new in contours.items() if len(new.anchors) == len(outline.contours[c].anchors)
    }
    changed = [
        (c, i)
        for c in sorted(same)
        for i, (old, new) in enumerate(
            zip(outline.contours[c].anchors, every[c].anchors, strict=True)
        )
        if old is not new
    ]
    for c in {*contours, *followed(every, changed)}:
        every[c] = settled(every[c])
    kept = tuple(every) if same == set(contours) else without_unpaired(every)
    return replace(outline, contours=kept, hand_stroke=None)


def delta_of(outlines: Iterable[tuple[str, Outline | None]], note: str = "") -> Delta:
    """The delta that puts some outlines, and removes those of which nothing is left."""
    several = tuple(outlines)
    return Delta(
        put=tuple(o for _, o in several if o is not None),
        removed=tuple(i for i, o in several if o is None),
        message=note,
    )


def segment_near(outline: Outline, at: complex) -> tuple[int, Nearest]:
    """The contour and the segment of an outline that is nearest to a place.

    Raises:
        Refusal: `no_segment` when it has none.

    """
    found = [
        (near, c)
        for c, contour in enumerate(outline.contours)
        if (near := nearest(contour.segments, at)) is not None
    ]
    if not found:
        raise refusal("no_segment.outline")
    near, contour_index = min(found, key=lambda pair: pair[0].distance)
    return contour_index, near


def move_message(moved: float, unit: str) -> str:
    """What is said of an edit that moves an outline as little as it can, by some sheet units."""
    if moved <= SAME_PLACE:
        return message("notes.unmoved")
    return message("notes.moved", distance=format_length(moved, unit=unit))
