"""Where what an `svg` or a `symbol` holds is laid (W3C SVG 2, chapter Coordinate Systems)."""

from collections.abc import Mapping

from buildup.contours.pathreader import numbers
from buildup.formats.svg.svgvalues import LONGEST_VALUE, Lengths, read_length
from buildup.geometry.transforms import Affine, shift

Attributes = Mapping[str, str]


def sheet_size(attributes: Attributes) -> complex:
    """The width and height of a document; one that is not told follows its view box.

    >>> sheet_size({"viewBox": "0 0 30 20", "width": "60"}), sheet_size({"width": "50"})
    ((60+40j), (50+0j))
    """
    box = _box(attributes)
    view = complex(box[2], box[3]) if box else 0j
    width = read_length(attributes.get("width"), whole=view.real)
    height = read_length(attributes.get("height"), whole=view.imag)
    if not view or (width > 0.0 and height > 0.0):
        return complex(width, height)
    if width > 0.0 or height > 0.0:
        return view * (width / view.real if width > 0.0 else height / view.imag)
    return view


def inner_size(attributes: Attributes, around: Lengths) -> complex:
    """The width and height of what lies in another view: all of that where it says none (8.2).

    >>> inner_size({"width": "50%"}, Lengths(200 + 100j))
    (100+100j)
    """
    width = around.across(attributes.get("width"), otherwise=around.view.real)
    height = around.down(attributes.get("height"), otherwise=around.view.imag)
    return complex(max(width, 0.0), max(height, 0.0))


def laid_in(attributes: Attributes, size: complex) -> Affine:
    """The map that lays a view box into a size, as `preserveAspectRatio` says (8.6)."""
    box = _box(attributes)
    if not box:
        return Affine()
    across, down = size.real / box[2], size.imag / box[3]
    align, _, fits = (
        attributes.get("preserveAspectRatio", "").strip()[:LONGEST_VALUE].partition(" ")
    )
    if align != "none":
        across = down = max(across, down) if fits.strip() == "slice" else min(across, down)
    left = _part(align, "xMin", "xMax") * (size.real - across * box[2])
    top = _part(align, "YMin", "YMax") * (size.imag - down * box[3])
    origin = complex(left - across * box[0], top - down * box[1])
    return Affine(across + 0j, down * 1j, origin)


def view_in(attributes: Attributes, size: complex) -> complex:
    """The width and height that per cent inside are of."""
    box = _box(attributes)
    return complex(box[2], box[3]) if box else size


def placed_view(attributes: Attributes, around: Lengths) -> tuple[Affine, complex]:
    """What `laid_in` and `view_in` come to for an `svg` or a `symbol` in another view."""
    size = inner_size(attributes, around)
    return shift(around.point(attributes)).after(laid_in(attributes, size)), view_in(
        attributes, size
    )


def _box(attributes: Attributes) -> tuple[float, ...]:
    """The view box; empty where there is none that can be laid."""
    box = tuple(numbers(attributes.get("viewBox", "")[: LONGEST_VALUE * 4]))
    return box if len(box) == 4 and min(box[2:]) > 0.0 else ()


def _part(align: str, first: str, last: str) -> float:
    """How much of the room that is left lies before what is laid."""
    return 0.0 if first in align else 1.0 if last in align else 0.5
