"""How a picture lies in the box of a form that crops it."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PictureFill
from buildup.forms.contours import laid_style
from buildup.forms.frames import OrientedBox, standing_of
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine

Fit = Literal["cover", "contain", "stretch"]
"""All of the form is filled, all of the picture shows, or both (`object-fit` of CSS Images 3)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class PictureMark:
    """The picture inside a selected item."""

    picture: int
    """Its number."""
    pixels: tuple[int, int]
    """Its width and height."""
    zoom: float
    """How many times as wide it is as where it covers the form."""
    offset: tuple[float, float]
    """From the middle of the form's box to that of the picture, along the axes of the box."""
    density: float
    """Pixels in an inch, along the width of the picture."""


def fitted(box: OrientedBox, pixels: complex, *, fit: Fit) -> Affine:
    """The map from a picture's unit square into a box, in the middle of which it lies.

    >>> square = OrientedBox(0j, 10.0, 10.0, 0.0)
    >>> fitted(square, 20 + 10j, fit="cover")(0j), fitted(square, 20 + 10j, fit="contain")(0j)
    ((-10-5j), (-5-2.5j))
    """
    room = complex(max(box.width, NO_LENGTH), max(box.height, NO_LENGTH))
    across, down = room.real / pixels.real, room.imag / pixels.imag
    if fit != "stretch":
        across = down = max(across, down) if fit == "cover" else min(across, down)
    width, height = pixels.real * across, pixels.imag * down
    axes = box.axes
    return axes.after(Affine(width + 0j, height * 1j, -complex(width, height) / 2.0))


def picture_mark(drawing: Drawing, item_id: str) -> PictureMark | None:
    """The picture that fills an item; None: it is filled with something else."""
    box = standing_of(drawing, (item_id,))
    paint = laid_style(drawing, item_id).fill
    if not isinstance(paint, PictureFill) or box is None:
        return None
    pixels = complex(paint.width, paint.height)
    covering = abs(fitted(box, pixels, fit="cover").across)
    offset = box.local(paint.place(0.5 + 0.5j))
    wide = abs(paint.place.across)
    return PictureMark(
        picture=paint.picture,
        pixels=(paint.width, paint.height),
        zoom=wide / max(covering, NO_LENGTH),
        offset=(offset.real, offset.imag),
        density=96.0 * paint.width / max(wide, NO_LENGTH),
    )


SAME = 1e-6
"""Part of a side by which a corner of a form may miss that of its picture: rounding."""
_CORNERS = (0j, 1 + 0j, 1 + 1j, 1j)


def is_whole(contours: Sequence[Contour], place: Affine) -> bool:
    """Whether a form is just the edge of the picture that lies in it, so that nothing is cropped.

    >>> from buildup.contours.anchors import Anchor
    >>> square = Contour(tuple(map(Anchor, (0j, 8 + 0j, 8 + 8j, 8j))), closed=True)
    >>> is_whole([square], Affine(8 + 0j, 8j)), is_whole([square], Affine(9 + 0j, 8j))
    (True, False)
    """
    if len(contours) != 1 or place.determinant == 0.0:
        return False
    anchors = contours[0].anchors
    if any(a.into is not None or a.out is not None for a in anchors):
        return False
    back = place.inverse()
    found = [back(a.at) for a in anchors]
    if len(found) == 5 and abs(found[4] - found[0]) <= SAME:
        found.pop()
    if len(found) != 4 or not any(abs(found[0] - c) <= SAME for c in _CORNERS):
        return False
    begin = min(range(4), key=lambda k: abs(found[0] - _CORNERS[k]))
    turns = (1, -1)
    return any(
        all(abs(p - _CORNERS[(begin + turn * n) % 4]) <= SAME for n, p in enumerate(found))
        for turn in turns
    )
