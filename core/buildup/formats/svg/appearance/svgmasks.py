"""Masks of which each place shows wholly or not at all (W3C CSS Masking 1, 7.10), as forms."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import (
    Assembly,
    Container,
    Group,
    Item,
    LeafItem,
    Role,
    StrokeEffect,
)
from buildup.drawing.paint import PLAIN, LaidPaint, Paint, Stroke, Style, hex_of
from buildup.formats.svg.svgvalues import GREY

BARE = Style(fill=GREY, strokes=())
"""How forms are painted that only bound something."""


class Shades(Exception):  # it is what a mask has, not an error
    """A mask shows something by a part."""


def plain_mask(clip: Clip, *, alpha: bool) -> Clip:
    """The forms inside which all shows, painted by a mask in white, and cut out of them in black.

    Args:
        clip: what the mask draws.
        alpha: any colour lets all show, as long as it is opaque.

    Raises:
        Shades: something shows by a part.

    """
    drawing = clip.drawing() if clip.items else None
    if drawing is None:
        return clip
    parts = [p for top in clip.tops for p in _parts(clip, top, alpha=alpha)]
    while parts and parts[0][0] != "union":
        parts.pop(0)
    items: list[Item] = []
    places: list[tuple[str, str]] = []
    for number, (role, held) in enumerate(parts):
        for item, container in held:
            named = replace(item, id=f"{item.id}-{number}")
            if container == "":
                named = replace(named, role=None if role == "union" else role)
            items.append(named)
            places.append((named.id, f"{container}-{number}" if container else ""))
    return Clip(tuple(items), tuple(places))


Held = Sequence[tuple[Item, str]]
"""Items, each with the id of its container."""


def _parts(clip: Clip, item_id: str, *, alpha: bool) -> Iterator[tuple[Role, Held]]:
    item = next(i for i in clip.items if i.id == item_id)
    held = [i for i, c in clip.places if c == item_id]
    if isinstance(item, Group):
        if item.finish != PLAIN:
            raise Shades
        for part in held:
            yield from _parts(clip, part, alpha=alpha)
        return
    if not isinstance(item, LeafItem | Assembly) or item.style.finish != PLAIN:
        raise Shades
    below = list(_below(clip, item_id))
    style = item.style
    if style.fill is not None:
        role = _role(style.fill, style.fill_opacity, alpha=alpha)
        yield role, [(replace(item, style=BARE), ""), *below]
    for stroke in style.shown:
        assert stroke.paint is not None  # noqa: S101
        role = _role(stroke.paint, stroke.opacity, alpha=alpha)
        drawn = Assembly(id=f"{item_id}-stroke", name=item.name, style=BARE, result=StrokeEffect())
        alone = replace(item, style=_only(stroke))
        yield role, [(drawn, ""), (alone, drawn.id), *below]


def _only(stroke: Stroke) -> Style:
    return Style(fill=None, strokes=(stroke,))


def _below(clip: Clip, item_id: str) -> Iterator[tuple[Item, str]]:
    """All that an item holds, each with its container."""
    known = {i.id: i for i in clip.items}
    around = {item_id}
    for held, container in clip.places:
        if container in around:
            yield known[held], container
            if isinstance(known[held], Container):
                around.add(held)


def _role(paint: Paint, opacity: float, *, alpha: bool) -> Role:
    """What a form of a mask does to what shows so far.

    Raises:
        Shades: it makes it show by a part.

    """
    if isinstance(paint, LaidPaint) or opacity < 1.0:
        raise Shades
    colour = hex_of(paint).upper()
    if alpha or colour == "#FFFFFF":
        return "union"
    if colour == "#000000":
        return "difference"
    raise Shades
