"""Pictures as image objects of a PDF (ISO 32000-1, 8.9): JPEGs as they are, others as pixels."""

import io
import zlib
from collections.abc import Mapping, Sequence

import pikepdf
from pikepdf import Name
from PIL import Image
from references.selectors import ShownPicture, addresses

from exports.pdfcolours import Colours


class Pictures:
    """The pictures of a document, each embedded once."""

    def __init__(
        self, document: pikepdf.Pdf, shown: Mapping[int, ShownPicture], colours: Colours
    ) -> None:
        self.addresses = addresses(shown)
        self._colours = colours
        self._document = document
        self._shown = shown
        self._made: dict[int, pikepdf.Object] = {}

    def stream(self, number: int) -> pikepdf.Object | None:
        """The image object of a picture; None: there is no such picture."""
        shown = self._shown.get(number)
        if shown is not None and number not in self._made:
            self._made[number] = self._document.make_indirect(
                _embedded(self._document, shown, self._colours)
            )
        return self._made.get(number)


def _embedded(document: pikepdf.Pdf, shown: ShownPicture, colours: Colours) -> pikepdf.Stream:
    picture = Image.open(io.BytesIO(shown.data))
    stays = ("RGB", "L") if colours.takes_rgb else ("L",)
    if shown.mime != "image/jpeg" or picture.mode not in stays:
        return image(document, picture, colours)
    stream = _stream(document, picture.size, shown.data)
    stream.ColorSpace = colours.space if picture.mode == "RGB" else Name.DeviceGray
    stream.Filter = Name.DCTDecode
    return stream


def image(document: pikepdf.Pdf, picture: Image.Image, colours: Colours) -> pikepdf.Stream:
    """A picture with its opacity."""
    whole = picture.convert("RGBA")
    faint = whole.getchannel("A").tobytes()
    mask = _pixels(document, whole.size, faint, Name.DeviceGray)
    shown = _pixels(document, whole.size, *colours.pixels(whole))
    shown.SMask = mask
    return shown


def _pixels(
    document: pikepdf.Pdf, size: Sequence[int], data: bytes, space: pikepdf.Object
) -> pikepdf.Stream:
    stream = _stream(document, size, zlib.compress(data))
    stream.ColorSpace = space
    stream.Filter = Name.FlateDecode
    return stream


def _stream(document: pikepdf.Pdf, size: Sequence[int], data: bytes) -> pikepdf.Stream:
    stream = pikepdf.Stream(document, data)
    stream.Type, stream.Subtype = Name.XObject, Name.Image
    stream.Width, stream.Height = size
    stream.BitsPerComponent = 8
    return stream
