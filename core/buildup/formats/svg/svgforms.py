"""The forms of SVG (W3C SVG 2, Basic Shapes and Paths) as outlines and shapes."""

from collections.abc import Callable, Mapping
from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.pathreader import MOST_IN_PATH, numbers, read_path
from buildup.drawing.itemtypes import AnyLeaf, Frame, Outline, Shape
from buildup.formats.svg.svgvalues import read_length
from buildup.forms.placement import shape_contours
from buildup.geometry.tolerances import SMALLEST
from buildup.geometry.transforms import shift, turn

SQUARE = 4
"""Anchors of a rectangle whose corners are not rounded."""
_Attributes = Mapping[str, str]


def _outline(contours: tuple[Contour, ...]) -> Outline | None:
    return Outline(id="s", name="Outline", contours=contours) if contours else None


def _path(attributes: _Attributes) -> AnyLeaf | None:
    return _outline(read_path(attributes.get("d", "")))


def _points(attributes: _Attributes, *, closed: bool) -> AnyLeaf | None:
    flat = numbers(attributes.get("points", ""))[: 2 * MOST_IN_PATH + 2]
    positions = [complex(x, y) for x, y in zip(flat[::2], flat[1::2], strict=False)]
    return (
        _outline((Contour(tuple(map(Anchor, positions)), closed),)) if len(positions) > 1 else None
    )


def _line(attributes: _Attributes) -> AnyLeaf | None:
    x1, y1, x2, y2 = (read_length(attributes.get(k)) for k in ("x1", "y1", "x2", "y2"))
    return _outline((Contour((Anchor(complex(x1, y1)), Anchor(complex(x2, y2)))),))


def _shape(kind: str, centre: complex, size: complex, **dials: float) -> AnyLeaf | None:
    if min(size.real, size.imag) < SMALLEST:
        return None
    frame = Frame(size.real, size.imag, shift(centre))
    return Shape(id="s", name=kind, shape=kind, dials=dials, frame=frame)


def _rect(attributes: _Attributes) -> AnyLeaf | None:
    x, y, width, height = (read_length(attributes.get(k)) for k in ("x", "y", "width", "height"))
    rx, ry = (read_length(attributes.get(k), otherwise=-1.0) for k in ("rx", "ry"))
    rx, ry = (rx if rx >= 0.0 else ry), (ry if ry >= 0.0 else rx)
    rx, ry = max(0.0, min(rx, width / 2.0)), max(0.0, min(ry, height / 2.0))
    size = complex(width, height)
    if abs(rx - ry) <= SMALLEST:
        return _shape("rectangle", complex(x, y) + size / 2.0, size, radius=rx)
    if min(width, height) < SMALLEST:
        return None
    right, low = x + width, y + height  # corners that are parts of ellipses are no dial here
    return _outline(
        read_path(
            f"M{x + rx} {y}H{right - rx}A{rx} {ry} 0 0 1 {right} {y + ry}V{low - ry}"
            f"A{rx} {ry} 0 0 1 {right - rx} {low}H{x + rx}A{rx} {ry} 0 0 1 {x} {low - ry}"
            f"V{y + ry}A{rx} {ry} 0 0 1 {x + rx} {y}Z"
        )
    )


def _ellipse(attributes: _Attributes) -> AnyLeaf | None:
    cx, cy, r = (read_length(attributes.get(k)) for k in ("cx", "cy", "r"))
    rx = read_length(attributes.get("rx"), otherwise=r)
    ry = read_length(attributes.get("ry"), otherwise=r)
    return _shape("ellipse", complex(cx, cy), 2.0 * complex(rx, ry))


def first_anchor(name: str, anchors: int) -> int:
    """At which of our anchors SVG lets a basic shape begin (SVG 2, 10: equivalent paths)."""
    return int(name in ("circle", "ellipse") or (name == "rect" and anchors > SQUARE))


def with_svg_start(shape: Shape, name: str) -> AnyLeaf:
    """A basic shape that begins where SVG lets it begin, so that dashes lie where they lay.

    An ellipse is turned by a quarter, others become outlines.
    """
    if shape.shape == "ellipse":
        width, height, place = shape.frame.height, shape.frame.width, shape.frame.place
        return replace(shape, frame=Frame(width, height, place.after(turn(90.0, about=0j))))
    (contour,) = shape_contours(shape)
    begins = first_anchor(name, len(contour.anchors))
    contour = replace(contour, anchors=contour.anchors[begins:] + contour.anchors[:begins])
    return Outline(id=shape.id, name=shape.name, style=shape.style, contours=(contour,))


FORMS: Mapping[str, Callable[[_Attributes], AnyLeaf | None]] = {
    "path": _path,
    "rect": _rect,
    "circle": _ellipse,
    "ellipse": _ellipse,
    "line": _line,
    "polyline": lambda a: _points(a, closed=False),
    "polygon": lambda a: _points(a, closed=True),
}
"""What each element draws; None: nothing."""
