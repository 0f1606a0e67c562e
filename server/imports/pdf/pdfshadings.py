"""Axial and radial shadings of a PDF (ISO 32000-1, 8.7.4.5.3 and 8.7.4.5.4) as gradients of SVG."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import pikepdf
from buildup.drawing.checks import MOST_STOPS
from buildup.formats.svg.svgtree import Element
from buildup.geometry.transforms import Affine

from imports.pdf.pdfcolours import Space, space_in
from imports.pdf.pdffunctions import Function, Unreadable, bends_of, function_in
from imports.pdf.pdfvalues import matrix_text, number_text, numbers_in, part

SAMPLES = MOST_STOPS - 4
"""Steps between colours of one whose function bends everywhere."""
HAIR = 1e-6
"""Of the whole, between two stops at one place."""
Stops = list[tuple[float, str, float]]
"""Where, which colour, and how much of it shows."""


@dataclass(frozen=True)
class Shading:
    """A shading whose colours run along a line or between two circles.

    Args:
        name: of the element.
        where: its place, as attributes.
        stops: its colours.
    """

    name: str
    where: dict[str, str]
    stops: Stops

    def element(self, own: str, by: Affine) -> Element:
        """The gradient under an id, laid by a map."""
        values = {
            "id": own,
            "gradientUnits": "userSpaceOnUse",
            "gradientTransform": matrix_text(by),
            **self.where,
        }
        held = [
            Element(
                "stop",
                {
                    "offset": number_text(at),
                    "stop-color": colour,
                    "stop-opacity": number_text(opacity),
                },
                0,
            )
            for at, colour, opacity in self.stops
        ]
        return Element(self.name, values, 0, held)


def shading_in(value: Any, resources: Any) -> Shading | None:
    """A shading of type 2 or 3; None: it is another one, or cannot be read."""
    kind = part(value, "ShadingType")
    space = space_in(part(value, "ColorSpace"), resources)
    coords = numbers_in(part(value, "Coords"))
    if space is None or space.is_pattern or kind not in (2, 3):
        return None
    try:
        stops = _stops(value, space)
    except Unreadable:
        return None
    extend = part(value, "Extend")
    goes = [bool(e) for e in extend] if isinstance(extend, pikepdf.Array) else [False, False]
    if kind == 2 and len(coords) == 4:
        names = ("x1", "y1", "x2", "y2")
        where = dict(zip(names, map(number_text, coords), strict=True))
        return Shading("linearGradient", where, _ended(stops, goes))
    return _round(coords, stops, goes) if kind == 3 and len(coords) == 6 else None


def _stops(value: Any, space: Space) -> Stops:
    function = part(value, "Function")
    made: Function = function_in(function)
    domain = numbers_in(part(value, "Domain")) or [0.0, 1.0]
    low, high = domain
    bends = bends_of(function)
    if high <= low:
        raise Unreadable
    if bends is None or 2 * len(bends) > SAMPLES:
        return [
            (k / SAMPLES, space.hex(made([low + k / SAMPLES * (high - low)])), 1.0)
            for k in range(SAMPLES + 1)
        ]
    found: Stops = [(0.0, space.hex(made([low])), 1.0)]
    for bend in bends:
        at = (bend - low) / (high - low)
        if 0.0 < at < 1.0:
            before = low + (at - HAIR) * (high - low)
            found += [(at, space.hex(made([v])), 1.0) for v in (before, bend)]
    return [*found, (1.0, space.hex(made([high])), 1.0)]


def _ended(stops: Stops, goes: Sequence[bool]) -> Stops:
    """Colours of which beyond an end nothing shows, unless it goes on there."""
    first, last = stops[0], stops[-1]
    before = [] if goes[0] else [(first[0], first[1], 0.0)]
    behind = [] if goes[1] else [(last[0], last[1], 0.0)]
    return [*before, *stops, *behind]


def _round(coords: Sequence[float], stops: Stops, goes: Sequence[bool]) -> Shading | None:
    """One between two circles, the smaller inside the larger one: a cone seen from its tip.

    Where both circles have a size, the cone is followed on to where it has none.
    """
    start, end = complex(*coords[0:2]), complex(*coords[3:5])
    small, large = coords[2], coords[5]
    if small > large:
        start, end, small, large = end, start, large, small
        stops = [(1.0 - at, colour, opacity) for at, colour, opacity in reversed(stops)]
        goes = list(reversed(goes))
    if large <= 0.0 or abs(end - start) >= large - small:
        return None
    tip = -small / (large - small)
    focus = start + tip * (end - start)
    moved = [((at - tip) / (1.0 - tip), colour, opacity) for at, colour, opacity in stops]
    where = {
        "cx": number_text(end.real), "cy": number_text(end.imag), "r": number_text(large),
        "fx": number_text(focus.real), "fy": number_text(focus.imag),
    }  # fmt: skip
    return Shading("radialGradient", where, _ended(moved, goes))
