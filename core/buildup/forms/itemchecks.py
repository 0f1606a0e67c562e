"""What of items is always wrong: each value is checked here, wherever it comes from.

Commands, what is pasted, files and what travels in them ask the same functions, so that nothing
comes in by one way that is refused on another. What was kept once is read without them.
"""

from collections.abc import Iterator
from dataclasses import fields, is_dataclass

from buildup.contours.anchors import MOST_ANCHORS, Anchor, Corner, HandStroke
from buildup.drawing.checks import check_id, check_miter, check_name, check_numbers, check_text
from buildup.drawing.clips import LONGEST_CLIP, Clip, read_clip
from buildup.drawing.codec import check_in_range
from buildup.drawing.itemtypes import (
    Assembly,
    BlendEffect,
    Container,
    Effect,
    Item,
    LeafItem,
    Linked,
    OffsetEffect,
    Outline,
    Shape,
    Symmetry,
    TextItem,
    TextOnPath,
    finish_of,
)
from buildup.drawing.paintchecks import check_finish, check_style
from buildup.drawing.textchecks import check_lettering
from buildup.forms.blends import check_blend
from buildup.forms.symmetry.axes import check_count
from buildup.forms.textlayout import TIGHTEST
from buildup.geometry.tolerances import FARTHEST, NO_LENGTH, SMALLEST
from buildup.messages import refusal
from buildup.shapes.registry import shape_kind

MOST_OFFSETS = 50
"""Offsets at once."""
FARTHEST_OFFSET = 10_000.0
"""Sheet units, of all steps together; as wide as a stroke may be."""
FINEST, COARSEST = 0.01, 1000.0
"""Sheet units: the range of tolerances of what is drawn by hand."""
MOST_CORNERS = 10_000
"""Worked corners of one assembly; as many as an outline has anchors."""


def check_item(item: Item) -> None:
    """Refuses an item that no drawing may hold.

    Raises:
        Refusal: `bad_id`, `bad_name`, `bad_text`, `too_far`, `bad_data`; as what checks its parts.
    """
    check_in_range(item)
    for text in _texts(item):
        check_text(text)
    check_id(item.id)
    check_name(item.name)
    check_finish(finish_of(item))
    if isinstance(item, LeafItem | Assembly):
        check_style(item.style)
    if isinstance(item, Symmetry):
        check_symmetry(item)
    elif isinstance(item, Linked):
        _check_link(item)
    elif isinstance(item, Outline):
        check_outline(item)
    elif isinstance(item, TextItem):
        check_words(item)
    elif isinstance(item, Assembly):
        check_assembly(item)
    elif isinstance(item, Shape):
        _check_shape(item)


def checked_clip(text: str, *, longest: int = LONGEST_CLIP) -> Clip:
    """A clip whose items are as any that are drawn here.

    Args:
        text: as `read_clip`.
        longest: characters that it may have.

    Raises:
        Refusal: as `read_clip` and `check_item`; `nothing_selected` where it holds nothing.

    """
    clip = read_clip(text, longest=longest)
    holders = {c for _, c in clip.places}
    for item in clip.items:
        check_item(item)
        holds, may = item.id in holders, isinstance(item, Container)
        if holds != may and not isinstance(item, Symmetry):
            raise refusal("bad_data.inconsistent_clip", item.id)
    if not clip.items:
        raise refusal("nothing_selected.clip")
    return clip


def check_outline(item: Outline) -> None:
    """Refuses an outline without anchors, or with more than it may have."""
    anchors = [a for c in item.contours for a in c.anchors]
    if not all(c.anchors for c in item.contours) or not 1 <= len(anchors) <= MOST_ANCHORS:
        raise refusal("bad_data.outline", item.id, most=MOST_ANCHORS)
    for anchor in anchors:
        if anchor.corner is not None:
            check_corner(anchor.corner)
    if item.hand_stroke is not None:
        check_hand_stroke(item.hand_stroke)


def check_corner(corner: Corner) -> None:
    """Refuses a worked corner without a radius."""
    if not 0.0 <= corner.radius <= FARTHEST:
        raise refusal("bad_data.corner")


def check_tolerance(tolerance: float) -> None:
    """Refuses a tolerance of what is drawn by hand that is out of range."""
    if not FINEST <= tolerance <= COARSEST:
        raise refusal("bad_tolerance.stroke", least=FINEST, most=COARSEST)


def check_hand_stroke(stroke: HandStroke) -> None:
    """Refuses what no hand draws: no points, or parts that do not join up."""
    check_tolerance(stroke.tolerance)
    pairs = zip(stroke.parts, stroke.parts[1:], strict=False)
    joined = all(stroke.parts) and all(a[-1] == b[0] for a, b in pairs)
    if not stroke.parts or not joined:
        raise refusal("bad_data.stroke")


def check_offset(edge: OffsetEffect) -> None:
    """Refuses distances and steps that make no offset.

    Raises:
        Refusal: `bad_length` or `bad_miter`.

    """
    check_numbers(edge.distance)
    sound = abs(edge.distance) >= SMALLEST and 1 <= edge.count <= MOST_OFFSETS
    if not sound or abs(edge.distance) * edge.count > FARTHEST_OFFSET:
        raise refusal("bad_length.offset", most=MOST_OFFSETS)
    check_miter(edge.miter_limit)


def check_effect(effect: Effect) -> None:
    """Refuses what becomes of no form.

    Raises:
        Refusal: as `check_offset`, `check_blend`.

    """
    if isinstance(effect, OffsetEffect):
        check_offset(effect)
    if isinstance(effect, BlendEffect):
        check_blend(effect)


def check_assembly(item: Assembly) -> None:
    """Refuses an assembly whose form nothing makes.

    Raises:
        Refusal: as `check_effect`, `check_along`; `bad_data`.

    """
    if item.result is not None and not isinstance(item.result, TextOnPath):
        check_effect(item.result)
    if item.along is not None:
        check_along(item.along)
    if len(item.corners) > MOST_CORNERS:
        raise refusal("bad_data.corners", item.id)
    for worked in item.corners:
        check_corner(worked.corner)
        if any(min(s.form, s.contour, s.segment) < 0 for s in worked.sides):
            raise refusal("bad_data.corner_position", item.id)


def check_symmetry(item: Symmetry) -> None:
    """Refuses a symmetry that no command would make."""
    check_count(item.count)
    if item.second is not None:
        check_style(item.second)
    if not 0.0 < item.span <= FARTHEST:
        raise refusal("bad_data.axis", item.id)


def check_words(words: TextItem) -> None:
    """Refuses words that no drawing may hold.

    Raises:
        Refusal: as `check_lettering`; `bad_type`.

    """
    check_lettering(words.lettering)
    if abs(words.place.determinant) <= NO_LENGTH:
        raise refusal("bad_type.position", words.id)
    check_radius(words)


def check_radius(words: TextItem) -> None:
    """Refuses words on an arc that is tighter than their letters are large."""
    least = TIGHTEST * words.lettering.size
    if words.radius is not None and abs(words.radius) < least:
        raise refusal("bad_type.arc", words.id)


def check_along(edge: TextOnPath) -> None:
    """Refuses words along a line that no drawing may hold.

    Raises:
        Refusal: as `check_lettering`; `bad_type`.

    """
    check_lettering(edge.lettering)
    if not 0.0 <= edge.start <= 1.0:
        raise refusal("bad_type.start")


def _check_shape(item: Shape) -> None:
    kind = shape_kind(item.shape)
    if min(item.frame.width, item.frame.height) <= 0.0 or not item.frame.place.determinant:
        raise refusal("bad_data.size", item.id)
    for name, value in item.dials.items():
        dial = kind.dial(name)
        if dial is None:
            continue  # of a former form of the shape
        if not dial.least <= value <= dial.most or (dial.whole and value != round(value)):
            raise refusal("bad_data.dial", name, shape=kind.label)


def _check_link(item: Linked) -> None:
    check_id(item.entry)
    if item.state < 1 or item.grown <= 0.0 or not item.place.determinant:
        raise refusal("bad_data.linked_copy", item.id)


def _texts(value: object) -> Iterator[str]:
    """All texts in an item, however deep."""
    if isinstance(value, str):
        yield value
    elif isinstance(value, tuple):
        for part in value:
            yield from _texts(part)
    elif isinstance(value, Anchor):
        yield from _texts((value.twin, value.corner, value.follows))
    elif is_dataclass(value):
        for f in fields(value):
            yield from _texts(getattr(value, f.name))
