"""The small pictures of drawings on the home page: made once a version, and kept."""

from base64 import b64encode

import resvg_py
from buildup.drawing.model import Drawing as Value
from buildup.formats.svg.svgwrite import svg
from django.db import IntegrityError
from references.models import Picture

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
        pictures = references(user_id, value) if empty else ""
    png = painted(value, pictures)
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
    rows = Picture.objects.filter(pk__in=[u.picture for u in shown], owner_id=user_id)
    kept = {
        row.pk: f"data:{row.mime};base64,{b64encode(row.bytes).decode()}"
        for row in rows
        if row.width * row.height <= MOST_PIXELS
    }
    return "".join(
        f'<image href="{kept[u.picture]}" x="{u.x - u.width / 2:g}" y="{u.y - u.height / 2:g}" '
        f'width="{u.width:g}" height="{u.height:g}" opacity="{u.strength:g}" '
        f'preserveAspectRatio="none" transform="rotate({u.angle:g} {u.x:g} {u.y:g})"/>'
        for u in shown
        if u.picture in kept
    )


def painted(value: Value, pictures: str = "") -> bytes:
    """A drawing as a small PNG, with pictures as SVG in the units of its sheet."""
    wide = value.sheet.width >= value.sheet.height
    text = svg(value, title="")
    end = text.rindex("</svg>")
    made = resvg_py.svg_to_bytes(
        svg_string=f"{text[:end]}{pictures}{text[end:]}",
        skip_system_fonts=True,
        dpi=96,
        width=LONGER_SIDE if wide else None,
        height=None if wide else LONGER_SIDE,
    )
    return bytes(made)
