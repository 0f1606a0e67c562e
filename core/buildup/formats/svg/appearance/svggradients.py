"""Gradients of SVG documents (W3C SVG 2, 14.2) as our own."""

from collections.abc import Callable, Iterator, Mapping
from typing import cast

from buildup.drawing.checks import MOST_STOPS
from buildup.drawing.paint import CopiesPreview, Gradient, Paint, Stop
from buildup.drawing.paintchecks import FARTHEST_FOCUS
from buildup.formats.csscolours import read_faint_colour
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgvalues import LONGEST_VALUE, Lengths, read_length, read_transform
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine

MOST_LINKS = 20
"""Gradients that take over from each other in a row."""
KINDS = ("linearGradient", "radialGradient")
Declared = Mapping[str, str]
Find = Callable[[str], Element | None]
Styled = Callable[[Element], Declared]


def read_gradient(
    element: Element, find: Find, styled: Styled, *, lengths: Lengths
) -> Paint | None:
    """The paint that a gradient element comes to: a colour where it has one; None where none.

    Args:
        element: the gradient.
        find: elements by their ids.
        styled: what is declared of an element.
        lengths: what lengths on the sheet are in parts of.

    A gradient in the user space of what it paints is laid there, one in parts of its box is boxed.

    """
    row = list(_linked(element, find))
    values: dict[str, str] = {}
    for source in reversed(row):
        values |= {k: v for k, v in source.attributes.items() if k != "id"}
    stops = _stops(next((r for r in row if _has_stops(r)), element), styled)
    if len(stops) < 2:
        return stops[0].colour if stops and stops[0].opacity > 0.0 else None
    boxed = values.get("gradientUnits") != "userSpaceOnUse"
    lengths = Lengths(1 + 1j) if boxed else lengths
    round_one = element.name == "radialGradient"
    position, focus = (_round if round_one else _line)(values, lengths)
    by = read_transform(values.get("gradientTransform")).after(position)
    spread = values.get("spreadMethod", "pad")
    if abs(by.determinant) <= NO_LENGTH**2:
        return stops[-1].colour
    return Gradient(
        kind="radial" if round_one else "linear",
        stops=stops,
        place=by,
        boxed=boxed,
        focus=focus,
        spread=cast(CopiesPreview, spread if spread in ("reflect", "repeat") else "pad"),
    )


def _linked(element: Element, find: Find) -> Iterator[Element]:
    """A gradient, and those that it takes over from."""
    seen: list[Element] = []
    at: Element | None = element
    while at is not None and at.name in KINDS and at not in seen and len(seen) < MOST_LINKS:
        seen.append(at)
        yield at
        at = find(at.link) if at.link else None


def _has_stops(element: Element) -> bool:
    return any(c.name == "stop" for c in element.children)


def _stops(element: Element, styled: Styled) -> tuple[Stop, ...]:
    """The colours in order; each lies at the one before or beyond (SVG 2, 14.2.4.2)."""
    stops: list[Stop] = []
    for child in element.children:
        if child.name != "stop" or len(stops) == MOST_STOPS:
            continue
        values = styled(child)
        at = read_length(child.attributes.get("offset"), whole=1.0)
        at = min(max(at, stops[-1].at if stops else 0.0, 0.0), 1.0)
        opacity = read_length(values.get("stop-opacity"), whole=1.0, otherwise=1.0)
        colour = values.get("stop-color", "black")[:LONGEST_VALUE]
        if colour.lower() == "currentcolor":
            colour = values.get("color", "black")[:LONGEST_VALUE]
        try:
            read, alpha = read_faint_colour(colour)
        except ValueError:
            read, alpha = "#000000", 1.0
        stops.append(Stop(at, read or "#000000", min(max(opacity, 0.0), 1.0) * alpha))
    return tuple(stops)


def _line(values: Declared, lengths: Lengths) -> tuple[Affine, complex]:
    start = complex(lengths.across(values.get("x1")), lengths.down(values.get("y1")))
    right = lengths.across(values.get("x2"), otherwise=lengths.view.real)
    end = complex(right, lengths.down(values.get("y2")))
    return Affine(end - start, (end - start) * 1j, start), 0j


def _round(values: Declared, lengths: Lengths) -> tuple[Affine, complex]:
    def place(x: str, y: str, otherwise: complex) -> complex:
        across = lengths.across(values.get(x), otherwise=otherwise.real)
        return complex(across, lengths.down(values.get(y), otherwise=otherwise.imag))

    centre = place("cx", "cy", lengths.view / 2.0)
    radius = max(lengths.of(values.get("r"), otherwise=lengths.mean / 2.0), 0.0)
    focus = place("fx", "fy", centre)
    away = (focus - centre) / radius if radius > 0.0 else 0j
    if abs(away) > FARTHEST_FOCUS:
        away *= FARTHEST_FOCUS / abs(away)
    return Affine(radius + 0j, radius * 1j, centre), away
