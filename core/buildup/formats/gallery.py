"""A sheet of all shapes at their defaults, and a page that lists their dials: the docs' gallery."""

from xml.sax.saxutils import escape

from buildup.contours.anchors import Contour
from buildup.contours.moving import moved_contour
from buildup.contours.pathdata import path_data
from buildup.geometry.transforms import shift, stretch
from buildup.shapes.kinds import Dial, Dials, ShapeKind
from buildup.shapes.registry import SHAPES

CELL, PICTURE, COLUMNS = 150.0, 96.0, 6
HAND = 200.0
"""Sheet units: the size at which small pictures of shapes are made before they are shrunk."""


def framed(kind: ShapeKind, size: float, dials: Dials | None = None) -> tuple[Contour, ...]:
    """A shape in its own proportion, in a square about the origin; at its defaults, if not told."""
    dials = kind.defaults() if dials is None else dials
    ratio = kind.proportion(dials)
    width, height = (size, size / ratio) if ratio >= 1.0 else (size * ratio, size)
    return kind.contours(width, height, dials)


def picture(kind: ShapeKind, size: float = 40.0, dials: Dials | None = None) -> str:
    """SVG path data of a shape in a square from (0, 0), in hundredths.

    Radii that are lengths look as they would on a shape of a hand's width.
    """
    large = framed(kind, HAND, dials)
    position = stretch(size * 0.9 / HAND, size * 0.9 / HAND, about=0j)
    middle = shift(complex(size, size) / 2.0)
    made = [moved_contour(c, middle.after(position)) for c in large]
    return path_data(made, decimals=2)


def gallery() -> str:
    """An SVG with every shape, by group, with its name."""
    rows = -(-len(SHAPES) // COLUMNS)
    width, height = COLUMNS * CELL, rows * CELL
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {width:g} {height:g}" '
        f'width="{width:g}" height="{height:g}" font-family="sans-serif" font-size="13">',
        f'<rect width="{width:g}" height="{height:g}" fill="#F5F7F3"/>',
    ]
    for n, kind in enumerate(SHAPES.values()):
        middle = complex(CELL * (n % COLUMNS + 0.5), CELL * (n // COLUMNS + 0.45))
        made = [moved_contour(c, shift(middle)) for c in framed(kind, PICTURE)]
        fill = "#D3EBE7" if any(c.closed for c in made) else "none"
        parts.append(
            f'<path d="{path_data(made, decimals=2)}" fill="{fill}" stroke="#0C6B65" '
            'stroke-width="1.5" stroke-linejoin="round" stroke-linecap="round"/>'
        )
        label = escape(kind.label)
        parts.append(
            f'<text x="{middle.real:g}" y="{middle.imag + 72:g}" text-anchor="middle" '
            f'fill="#1B2924">{label}</text>'
        )
    return "\n".join([*parts, "</svg>", ""])


def page() -> str:
    """A Markdown page: the picture, then every shape with its dials."""
    lines = [
        "# Shapes",
        "Written by `bin/types` from the registry of shapes, and drawn by the core.",
        "",
        "![All shapes](shapes.svg)",
    ]
    for kind in SHAPES.values():
        lines += ["", f"## {kind.label}", "| dial | range | |", "|---|---|---|"]
        lines += [f"| {d.label} | {_range(d)} | {d.help} |" for d in kind.dials]
    return "\n".join([*lines, ""])


def _range(dial: Dial) -> str:
    if dial.choices:
        return ", ".join(dial.choices)
    sign = {"percent": " %", "angle": "°"}.get(dial.unit, "")
    if dial.unit == "length":
        return "a length"
    return f"{dial.least:g} to {dial.most:g}{sign}"
