"""The small pictures of drawings on the home page: made once a version, and kept."""

from collections.abc import Iterable, Mapping

import resvg_py
from buildup.drawing.model import Drawing as Value
from buildup.formats.svg.svgwrite import NO_PICTURES, svg
from django.db import IntegrityError
from django.db.models import F, Q
from references.models import Picture
from references.selectors import addresses, shown_pictures

from drawings import store
from drawings.models import Drawing, Thumbnail
from drawings.selectors.lookup import unknown_drawing

MOST_PIXELS = 12_000_000
"""Of a picture to trace that a card shows."""
LONGER_SIDE = 480
"""Pixels: twice what a card shows, for fine screens."""


def thumbnail(user_id: int, drawing_id: int) -> tuple[bytes, str]:
    """A drawing as a small PNG, as it is now, and the identity of its version.

    One in the bin has its picture, too.

    Raises:
        Refusal: `unknown_drawing`.
    """
    with store.snapshot():
        row = Drawing.objects.filter(owner_id=user_id, pk=drawing_id).first()
        if row is None:
            raise unknown_drawing()
        kept = Thumbnail.objects.filter(drawing=row, version=row.version).first()
        if kept is not None:
            return bytes(kept.png), row.identity
        value = store.value_of(row)
        empty = not any(value.is_painted(i) for i in value.tree.below())
        below = references(user_id, value) if empty else ""
        shown = small_pictures(user_id, value.pictures)
    png = painted(value, below, shown)
    try:
        Thumbnail.objects.update_or_create(
            drawing=row, defaults={"version": row.version, "png": png}
        )
    except IntegrityError:  # it was deleted for good while it was painted
        raise unknown_drawing() from None
    return png, row.identity


def references(user_id: int, value: Value) -> str:
    """The pictures to trace, dimmed as they are, as SVG; those that are very large are left out."""
    shown = [u for u in value.sheet.references if not u.hidden]
    kept = small_pictures(user_id, (u.picture for u in shown))
    return "".join(
        f'<image href="{kept[u.picture]}" x="{u.x - u.width / 2:g}" y="{u.y - u.height / 2:g}" '
        f'width="{u.width:g}" height="{u.height:g}" opacity="{u.strength:g}" '
        f'preserveAspectRatio="none" transform="rotate({u.angle:g} {u.x:g} {u.y:g})"/>'
        for u in shown
        if u.picture in kept
    )


def small_pictures(user_id: int, numbers: Iterable[int]) -> Mapping[int, str]:
    """Where pictures are found, without those that are very large."""
    small = Q(width__lt=MOST_PIXELS / F("height"))
    rows = Picture.objects.filter(small, pk__in=set(numbers), owner_id=user_id)
    return addresses(shown_pictures(user_id, rows.values_list("pk", flat=True)))


def painted(value: Value, below: str = "", pictures: Mapping[int, str] = NO_PICTURES) -> bytes:
    """A drawing as a small PNG.

    Args:
        value: the drawing.
        below: references as SVG in the units of its sheet.
        pictures: where those that it shows are found.

    """
    wide = value.sheet.width >= value.sheet.height
    text = svg(value, title="", pictures=pictures)
    end = text.rindex("</svg>")
    made = resvg_py.svg_to_bytes(
        svg_string=f"{text[:end]}{below}{text[end:]}",
        skip_system_fonts=True,
        dpi=96,
        width=LONGER_SIDE if wide else None,
        height=None if wide else LONGER_SIDE,
    )
    return bytes(made)
