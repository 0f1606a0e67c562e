"""Pictures on the sheet: placed as a rectangle, put into a form, fitted in it, moved in it."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.checks import check_id, check_name
from buildup.drawing.itemtypes import Frame, Shape
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PictureFill, Style
from buildup.drawing.paintchecks import MOST_SIDE, check_style
from buildup.edits.change import Delta, placed
from buildup.edits.command import Command, Point
from buildup.edits.items.newitems import check_new, new_name
from buildup.edits.items.targets import open_painted
from buildup.forms.contours import laid_style
from buildup.forms.frames import OrientedBox, standing_of
from buildup.forms.picturefit import Fit, fitted
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine, shift
from buildup.messages import refusal

MARGIN = 0.9
"""A placed picture fills at most this share of the sheet."""
LEAST_ZOOM, MOST_ZOOM = 0.01, 100.0


@dataclass(frozen=True, slots=True, kw_only=True)
class PlacePicture(Command):
    """Places a picture as an item: a rectangle of its proportion, which it fills.

    A pixel is a CSS pixel, unless the picture is larger than the sheet.
    """

    kind: Literal["place_picture"] = "place_picture"
    item: str
    """The id of the new item."""
    picture: int
    """The number the server gave the picture."""
    called: str
    """Its name, usually the file's."""
    pixels: tuple[int, int]
    """Its width and height in pixels."""
    at: Point | None = None
    """Where its centre is; None: in the middle of the sheet."""
    container: str | None = None
    """The container it comes to lie in; None: the front layer."""

    @property
    def name(self) -> str:
        return "Place picture"

    def delta(self, drawing: Drawing) -> Delta:
        check_id(self.item)
        check_new(drawing, self.item)
        check_name(self.called)
        sheet = drawing.sheet
        paint = picture_of(self.picture, self.pixels, Affine())
        size = complex(*self.pixels)
        room = min(sheet.width / size.real, sheet.height / size.imag)
        size *= min(1.0, MARGIN * room)
        at = complex(sheet.width, sheet.height) / 2.0 if self.at is None else complex(*self.at)
        frame = Frame(size.real, size.imag, shift(at))
        position = Affine(size.real + 0j, size.imag * 1j, at - size / 2.0)
        style = Style(fill=replace(paint, place=position), strokes=())
        check_style(style)
        item = Shape(
            id=self.item,
            name=new_name(drawing, "Picture", self.called),
            shape="rectangle",
            dials={"radius": 0.0},
            frame=frame,
            style=style,
        )
        return placed(drawing, (item,), container=self.container)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetPicture(Command):
    """Fills items with a picture, or lays the one that they have anew."""

    kind: Literal["set_picture"] = "set_picture"
    items: tuple[str, ...]
    """Which items."""
    picture: int | None = None
    """The number the server gave the picture; None: the one that each has."""
    pixels: tuple[int, int] = (1, 1)
    """Its width and height in pixels, where there is one."""
    fit: Fit | None = None
    """How it lies in the box of each; None: as it lies, as large and as far off as is told."""
    zoom: float = 1.0
    """How many times as wide it is as where it would cover the box."""
    offset: Point = (0.0, 0.0)
    """From the middle of the box to that of the picture, along the axes of the box."""

    @property
    def name(self) -> str:
        return "Change picture"

    def delta(self, drawing: Drawing) -> Delta:
        if not LEAST_ZOOM <= self.zoom <= MOST_ZOOM:
            raise refusal("bad_picture.zoom", least=100.0 * LEAST_ZOOM, most=100.0 * MOST_ZOOM)
        put = []
        for item in open_painted(drawing, self.items):
            box = standing_of(drawing, (item.id,))
            style = laid_style(drawing, item.id)
            old = style.fill if isinstance(style.fill, PictureFill) else None
            new = None if box is None else self._laid(old, box)
            if new is None or new == old:
                continue
            style = replace(style, fill=new)
            check_style(style)
            put.append(replace(item, style=style))
        return Delta(put=tuple(put))

    def _laid(self, old: PictureFill | None, box: OrientedBox) -> PictureFill | None:
        """A picture in a box; None: there is none."""
        if self.picture is not None:
            old = picture_of(self.picture, self.pixels, Affine())
        if old is None:
            return None
        pixels = complex(old.width, old.height)
        if self.picture is not None or self.fit is not None:
            return replace(old, place=fitted(box, pixels, fit=self.fit or "cover"), boxed=False)
        wide = abs(fitted(box, pixels, fit="cover").across)
        place = old.place
        scale = self.zoom * wide / max(abs(place.across), NO_LENGTH)
        across, down = place.across * scale, place.down * scale
        origin = box.on_sheet(complex(*self.offset)) - (across + down) / 2.0
        return replace(old, place=Affine(across, down, origin), boxed=False)


def picture_of(number: int, pixels: tuple[int, int], place: Affine) -> PictureFill:
    """The fill of a picture that is laid on the sheet.

    Raises:
        Refusal: `bad_picture`.

    """
    wide, tall = pixels
    if not (0 < wide <= MOST_SIDE and 0 < tall <= MOST_SIDE):
        raise refusal("bad_picture")
    return PictureFill(picture=number, width=wide, height=tall, place=place, boxed=False)
