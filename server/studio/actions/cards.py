"""The small pictures of drawings on the home page: made once a version, and kept."""

import resvg_py
from buildup.drawing.model import Drawing as Value
from buildup.formats.svg import svg

from studio import store
from studio.finding import found
from studio.models import CardPicture

LONGER_SIDE = 480
"""Pixels: twice what a card shows, for fine screens."""


def card_picture(user_id: int, drawing_id: int) -> bytes:
    """A drawing as a small PNG, as it is now.

    Raises:
        Refusal: `unknown_drawing`.
    """
    with store.snapshot():
        row = found(user_id, drawing_id)
        kept = CardPicture.objects.filter(drawing=row, version=row.version).first()
        if kept is not None:
            return bytes(kept.png)
        value = store.value_of(row)
    png = painted(value)
    CardPicture.objects.update_or_create(drawing=row, defaults={"version": row.version, "png": png})
    return png


def painted(value: Value) -> bytes:
    """A drawing as a small PNG."""
    wide = value.sheet.width >= value.sheet.height
    made = resvg_py.svg_to_bytes(
        svg_string=svg(value, title=""),
        skip_system_fonts=True,
        dpi=96,
        width=LONGER_SIDE if wide else None,
        height=None if wide else LONGER_SIDE,
    )
    return bytes(made)
