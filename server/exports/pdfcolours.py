"""The colours of a PDF: the space they are told in, spot inks, and what is to be said of them.

Plain files tell sRGB as device colours. In PDF/X-4 sRGB has its profile, so that it is a colour and
not what some device makes of it; colours that are converted are those of the printing condition. A
swatch that is a spot colour is a Separation, with its colour for where there is no such ink (ISO
32000-1, 8.6.5.5 and 8.6.6.4).
"""

from collections.abc import Callable, Iterator, Sequence

import pikepdf
from buildup.drawing.paint import Colour, Swatched, hex_of
from buildup.drawing.sheet import Swatch
from buildup.formats.formatsettings import PdfOut
from pikepdf import Array, Dictionary, Name
from PIL import Image

from exports.inkprofiles import CALLED, in_inks, printed, srgb_profile

VISIBLE = 5.0
"""ΔE from which on a colour is told to print differently (common practice: 2 to 3 is just seen)."""
FINEST = 5


class Colours:
    """How the colours of a document are told; it notes which there are.

    Args:
        document: that they are of.
        settings: which colours are wanted, and by which standard.
        swatches: those of the drawing.
    """

    def __init__(
        self, document: pikepdf.Pdf, settings: PdfOut, swatches: Sequence[Swatch] = ()
    ) -> None:
        self._document = document
        self._inks = settings.colours == "cmyk"
        self._exact = settings.standard == "x4"
        self._spots = {s.id: s for s in swatches if s.spot}
        self._spaces: dict[str, pikepdf.Object] = {}
        self._used: set[str] = set()
        self._mixed = False

    @property
    def space(self) -> pikepdf.Object:
        """The space of all colours but those of spots."""
        if self._inks:
            return Name.DeviceCMYK
        return self._known("srgb", self._srgb) if self._exact else Name.DeviceRGB

    def values(self, colour: Colour, *, mixed: bool = False) -> tuple[float, ...]:
        """A colour in that space; `mixed`: it is one of a gradient, where spots are none."""
        code = hex_of(colour)
        self._used.add(code.upper())
        if mixed and self._spot(colour) is not None:
            self._mixed = True
        if self._inks:
            return tuple(round(v, FINEST) for v in printed(code).inks)
        return tuple(round(int(code[k : k + 2], 16) / 255.0, FINEST) for k in (1, 3, 5))

    def taken(self, colour: Colour) -> tuple[pikepdf.Object | None, tuple[float, ...]]:
        """The space in which a colour is taken up (None: it is that of the operators) and where."""
        spot = self._spot(colour)
        if spot is not None:
            return self._known(f"spot {spot.name}", lambda: self._separation(spot)), (1.0,)
        plain = not self._inks and self._exact
        return self.space if plain else None, self.values(colour)

    def _spot(self, colour: Colour) -> Swatch | None:
        return self._spots.get(colour.swatch) if isinstance(colour, Swatched) else None

    def _known(self, name: str, make: Callable[[], pikepdf.Object]) -> pikepdf.Object:
        if name not in self._spaces:
            self._spaces[name] = self._document.make_indirect(make())
        return self._spaces[name]

    def _srgb(self) -> pikepdf.Object:
        profile = self._document.make_stream(
            srgb_profile(), N=3, Alternate=Name.DeviceRGB, Range=Array([0, 1, 0, 1, 0, 1])
        )
        return Array([Name.ICCBased, profile])

    def _separation(self, spot: Swatch) -> pikepdf.Object:
        """The space of an ink of its own, from none of it to all of it."""
        full = self.values(spot.colour)
        none = tuple(0.0 if self._inks else 1.0 for _ in full)
        tint = Dictionary(
            FunctionType=2, Domain=Array([0.0, 1.0]), C0=Array(none), C1=Array(full), N=1
        )
        name = pikepdf.Name("/" + spot.name.replace("\0", " "))
        return Array([Name.Separation, name, self.space, tint])

    def pixels(self, picture: Image.Image) -> tuple[bytes, pikepdf.Object]:
        """The pixels of a picture without its opacity, and the space that they are in."""
        whole = picture.convert("RGB")
        return (in_inks(whole) if self._inks else whole).tobytes(), self.space

    def flattens(self) -> None:
        """Something is painted that is no more than a picture, whatever its inks."""
        self._mixed = self._mixed or bool(self._spots)

    @property
    def takes_rgb(self) -> bool:
        """Pixels in RGB can stay as they are."""
        return not self._inks

    @property
    def messages(self) -> Iterator[str]:
        """Sentences on what becomes of the colours."""
        spots = [name.removeprefix("spot ") for name in self._spaces if name.startswith("spot ")]
        if spots:
            yield f"Spot colours: {', '.join(sorted(spots))}."
        if self._mixed:
            yield "Spot colours in gradients and effects are printed with process inks."
        if not self._inks:
            if self._exact:
                yield "Colours are sRGB with their profile; the printer converts them."
            return
        far = {c: away for c in self._used if (away := printed(c).away) >= VISIBLE}
        counts = f"{len(self._used)} colour{'s' * (len(self._used) != 1)}"
        text = f"{counts} converted to {CALLED}; black is black ink only."
        if far:
            worst = max(far, key=lambda c: far[c])
            verb = "prints" if len(far) == 1 else "print"
            text += f" {len(far)} {verb} visibly different, {worst} most (ΔE {far[worst]:.0f})."
        yield text
