"""How a drawing is sent out: the settings of every format, which are kept with the drawing."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, ClassVar, Literal

from buildup.drawing.codec import read, write
from buildup.messages import refusal

What = Literal["sheet", "selection", "each"]
"""The sheet; what is selected, as large as that is; or each selected item a file by itself."""
Sets = Literal["shown", "each", "contact"]
"""The drawing as it is shown, in each set of its measures, or all sets side by side."""
MOST_PIXELS = 36_000_000
"""Of one picture: A2 at 300 dpi."""
MOST_SIZES = 24
"""Pictures that are made at once."""
LARGEST_ICON = 1_024
"""Pixels."""


@dataclass(frozen=True, slots=True, kw_only=True)
class FormatSettings:
    """What all formats are told."""

    __pydantic_config__: ClassVar[dict[str, Any]] = {
        "extra": "forbid",
        "allow_inf_nan": False,
        "use_attribute_docstrings": True,
    }
    suffix: ClassVar[str]
    mime: ClassVar[str]

    what: What = "sheet"
    """What of the drawing is sent."""
    sets: Sets = "shown"
    """Whether each set of its measures is a file by itself, or all of them are side by side."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SvgOut(FormatSettings):
    """A vector file for the web and for other programs."""

    suffix: ClassVar[str] = "svg"
    mime: ClassVar[str] = "image/svg+xml"
    kind: Literal["svg"] = "svg"
    complete: bool = True
    """With names, and with all that is live here (dials, symmetries), which others pass over."""
    decimals: int = 3
    """Of plain ones: digits behind the point, from 0 to 6."""
    uses: bool = True
    """Of plain ones: symmetries are written once and used again."""
    names: bool = False
    """Of plain ones: layers, groups and items stay, under ids made of their names."""

    def __post_init__(self) -> None:
        _check(0 <= self.decimals <= 6, "decimals", "decimals")


@dataclass(frozen=True, slots=True, kw_only=True)
class PdfOut(FormatSettings):
    """A vector file for print, the sheet at its exact size."""

    suffix: ClassVar[str] = "pdf"
    mime: ClassVar[str] = "application/pdf"
    kind: Literal["pdf"] = "pdf"
    bleed: float = 0.0
    """Sheet units around the sheet that are printed as well and cut off, up to 100."""
    marks: bool = False
    """Trim marks at the corners."""
    dpi: int = 300
    """Pixels to the inch of what needs a picture (effects), from 72 to 1,200."""
    standard: Literal["pdf", "x4"] = "pdf"
    """Plain PDF, or PDF/X-4 (ISO 15930-7) with a print condition."""
    colours: Literal["rgb", "cmyk"] = "rgb"
    """As they are, or converted to the inks of coated offset."""
    drawings: tuple[int, ...] = ()
    """Other drawings, each a page of its own behind this one."""

    def __post_init__(self) -> None:
        _check(0.0 <= self.bleed <= 100.0, "bleed", "bleed")
        _check(72 <= self.dpi <= 1_200, "effects", "dpi")
        _check(len(self.drawings) <= 100, "pages", "drawings")


@dataclass(frozen=True, slots=True, kw_only=True)
class PictureOut(FormatSettings):
    """A picture in pixels."""

    suffix: ClassVar[str] = "png"
    mime: ClassVar[str] = "image/png"
    kind: Literal["picture"] = "picture"
    form: Literal["png", "webp", "avif"] = "png"
    """PNG, WebP without loss, or AVIF, which is smaller and not quite the same."""
    by: Literal["dpi", "width", "height"] = "dpi"
    """What says how large it is."""
    dpi: int = 300
    """Pixels to the inch, from 10 to 2,400."""
    pixels: int = 1_024
    """The width or the height."""
    transparent: bool = False
    """Nothing lies behind what is drawn, not even the sheet's colour."""
    times: tuple[int, ...] = (1,)
    """Once, twice and thrice as large, each a file."""

    def __post_init__(self) -> None:
        _check(10 <= self.dpi <= 2_400, "dpi", "dpi")
        _check(1 <= self.pixels <= 30_000, "pixels", "pixels")
        sound = bool(self.times) and all(t in (1, 2, 3) for t in self.times)
        _check(sound and len(set(self.times)) == len(self.times), "times", "times")


@dataclass(frozen=True, slots=True, kw_only=True)
class DxfOut(FormatSettings):
    """A file for construction programs and machines: DXF R2010 in millimetres, layers kept."""

    suffix: ClassVar[str] = "dxf"
    mime: ClassVar[str] = "image/vnd.dxf"
    kind: Literal["dxf"] = "dxf"
    curves: Literal["splines", "arcs"] = "splines"
    """The very curves, or arcs and lines within the tolerance."""
    tolerance: float = 0.05
    """Sheet units that arcs may stay from the curves, from 0.001 to 100."""

    def __post_init__(self) -> None:
        _check_tolerance(self.tolerance)


@dataclass(frozen=True, slots=True, kw_only=True)
class HpglOut(FormatSettings):
    """A file for cutters and pen plotters: HP-GL, 40 steps to the millimetre, one pen a colour."""

    suffix: ClassVar[str] = "plt"
    mime: ClassVar[str] = "application/vnd.hp-hpgl"
    kind: Literal["hpgl"] = "hpgl"
    tolerance: float = 0.1
    """Sheet units that chords may stay from the curves, from 0.001 to 100."""
    order: Literal["inside", "nearest", "drawn"] = "inside"
    """For each pen: what lies inside another form first; the nearest next; or as it is drawn."""

    def __post_init__(self) -> None:
        _check_tolerance(self.tolerance)


@dataclass(frozen=True, slots=True, kw_only=True)
class IconsOut(FormatSettings):
    """All sizes of an icon at once, as files in a zip."""

    suffix: ClassVar[str] = "zip"
    mime: ClassVar[str] = "application/zip"
    kind: Literal["icons"] = "icons"
    sizes: tuple[int, ...] = (16, 24, 32, 48, 64, 128, 256, 512)
    """Pixels of the longer side."""
    favicon: bool = True
    """An ICO of 16, 32 and 48 pixels as well."""
    sprite: bool = True
    """An SVG as well in which each layer, or each selected item, is a symbol."""
    font: bool = False
    """A font as well of which each layer, or each selected item, is a glyph: TTF and WOFF2, with a
    style sheet and a page that shows them."""
    pages: bool = False
    """What a web site asks for as well: an SVG icon, one for home screens, a manifest."""

    def __post_init__(self) -> None:
        sound = all(1 <= s <= LARGEST_ICON for s in self.sizes)
        _check(sound, "icon", "sizes")
        _check(len(self.sizes) <= MOST_SIZES, "sizes", "sizes")
        some = bool(self.sizes) or self.favicon or self.sprite or self.font or self.pages
        _check(some, "empty", "sizes")


FORMAT_SETTINGS: Mapping[str, type[FormatSettings]] = {
    "svg": SvgOut,
    "pdf": PdfOut,
    "picture": PictureOut,
    "dxf": DxfOut,
    "hpgl": HpglOut,
    "icons": IconsOut,
}
"""Every format there is, by its kind."""


def read_format_settings(data: object) -> FormatSettings:
    """How something is sent, from JSON values.

    Raises:
        Refusal: `bad_data`, or `bad_export_settings` for what is out of its range.

    """
    kind = data.get("kind") if isinstance(data, Mapping) else None
    known = FORMAT_SETTINGS.get(kind) if isinstance(kind, str) else None
    if known is None:
        raise refusal("bad_data.format", str(kind)[:40])
    return read(known, data)


def write_format_settings(sending: FormatSettings) -> dict[str, Any]:
    """The same as JSON values, with all its fields."""
    written: dict[str, Any] = write(sending, defaults=True)
    return written


def _check(sound: bool, what: str, position: str) -> None:
    if not sound:
        raise refusal(f"bad_export_settings.{what}", position)


def _check_tolerance(tolerance: float) -> None:
    _check(0.001 <= tolerance <= 100.0, "tolerance", "tolerance")
